/**
 * The section of a pillow: how a panel bulges between two curved scores that lean 45°.
 *
 *    high       ___
 *     ▲     .-'     '-.        A panel y wide, whose score stands c(y) in from its chord, rises by c(y) and takes
 *     └──▶  out                du² = dy² − dc² of the chord (Pythagoras, mark by mark).
 */

/** Half the section of a pillow whose panel is 1 wide: places from the middle, how high and how far out they come to lie. */
export function section(rise: number): readonly { readonly out: number; readonly high: number }[] {
  const radius = 1 / (8 * rise) + rise / 2;
  const high = (y: number): number => Math.sqrt(radius * radius - y * y) - (radius - rise);
  const steps = 200;
  let out = 0;
  return Array.from({ length: steps + 1 }, (_, i) => {
    const [y, before] = [i / steps / 2, Math.max(0, i - 1) / steps / 2];
    out += Math.sqrt(Math.max(0, (y - before) ** 2 - (high(y) - high(before)) ** 2));
    return { out, high: high(y) };
  });
}
