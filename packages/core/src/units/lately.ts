/**
 * Keeps what was made lately by key: asked for again, it is not made again. Of `most` things the one not asked for longest
 * goes first.
 */
export function lately<T>(most: number): (key: string, make: () => T) => T {
  const kept = new Map<string, T>();
  return (key, make) => {
    const made = kept.has(key) ? (kept.get(key) as T) : make();
    kept.delete(key);
    const [oldest] = kept.keys();
    if (kept.size >= most && oldest !== undefined) kept.delete(oldest);
    kept.set(key, made);
    return made;
  };
}
