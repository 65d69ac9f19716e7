/** What goes into a holder, taken together: the things lie one on another, the largest deciding the size. */
import type { Contents } from "../model/spec.ts";

/** mm: the sum of a pile. */
export const pileThickness = (pile: NonNullable<Contents["pile"]>): number =>
  Math.round(pile.reduce((sum, ply) => sum + ply.thickness * ply.count, 0) * 1e6) / 1e6;

/** Everything inside as one box: as large as the largest thing, as thick as all of them. Further things lie as they fit best. */
export function packOf(contents: Contents): Contents {
  const { also = [] } = contents;
  if (also.length === 0) return contents;
  const across = contents.width >= contents.height;
  let { width, height, thickness } = contents;
  for (const thing of also) {
    // turned so that its long side lies along the long side of the first
    const [long, short] = [Math.max(thing.width, thing.height), Math.min(thing.width, thing.height)];
    width = Math.max(width, across ? long : short);
    height = Math.max(height, across ? short : long);
    thickness += thing.thickness;
  }
  const name = [contents.name ?? "Card", ...also.map((t) => t.name)].join(" + ");
  return { ...contents, name, width, height, thickness };
}
