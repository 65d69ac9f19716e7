/**
 * A blade that swivels, simulated: its axis goes along straight steps and its tip follows without slipping sideways, along a
 * tractrix. Exact for each step: tan(ψ/2) falls by e^(−s/r), ψ the angle between blade and way, s what was gone, r the offset.
 */

type XY = readonly [number, number];

/** mm between two places of the tip while it swings, and offsets after which it has swung. */
const FINE_MM = 0.02;
const SWUNG = 12;
const MOST_PLACES = 400;

/** Where the tip goes for an axis, and how the blade stands at the end. @param heading radians at which it stands at first */
export function dragged(
  axis: readonly XY[],
  offset: number,
  heading: number,
): { readonly tip: XY[]; readonly heading: number } {
  const [first] = axis;
  if (!first) return { tip: [], heading };
  const tip: XY[] = [[first[0] - offset * Math.cos(heading), first[1] - offset * Math.sin(heading)]];
  let blade = heading;
  for (let i = 0; i + 1 < axis.length; i += 1) {
    const [a, b] = [axis[i] as XY, axis[i + 1] as XY];
    const long = Math.hypot(b[0] - a[0], b[1] - a[1]);
    if (long < 1e-12) continue;
    const way = Math.atan2(b[1] - a[1], b[0] - a[0]);
    const swings = Math.min(long, SWUNG * offset);
    const places = Math.max(1, Math.min(MOST_PLACES, Math.ceil(swings / FINE_MM)));
    const half = Math.tan(Math.atan2(Math.sin(blade - way), Math.cos(blade - way)) / 2);
    const gone = Array.from({ length: places }, (_, k) => ((k + 1) / places) * swings);
    // fine where the blade still turns, one step for the rest
    for (const s of long > swings ? [...gone, long] : gone) {
      blade = way + 2 * Math.atan(half * Math.exp(-s / offset));
      const t = s / long;
      tip.push([
        a[0] + (b[0] - a[0]) * t - offset * Math.cos(blade),
        a[1] + (b[1] - a[1]) * t - offset * Math.sin(blade),
      ]);
    }
  }
  return { tip, heading: blade };
}
