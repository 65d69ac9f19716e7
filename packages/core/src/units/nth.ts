/**
 * The item at a place of a list that goes round: −1 is the last one, and after the last comes the first again, one round
 * either way. Throws a RangeError where there is none: who counts on an index says so, and is told where that was wrong.
 */
export function nth<T>(list: readonly T[], i: number): T {
  const count = list.length;
  const found = list[i < 0 ? i + count : i < count ? i : i - count];
  if (found === undefined) throw new RangeError(`no item ${String(i)} in a list of ${String(count)}`);
  return found;
}

/** The same done to both of two. */
export const both = <A, B>([one, other]: readonly [A, A], of: (item: A) => B): [B, B] => [of(one), of(other)];
