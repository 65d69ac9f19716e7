/** An entry without what was said of it under some names. */
export const without = <T extends object, K extends keyof T>(entry: T, ...keys: readonly K[]): Omit<T, K> =>
  Object.fromEntries(Object.entries(entry).filter(([key]) => !keys.includes(key as K))) as Omit<T, K>;
