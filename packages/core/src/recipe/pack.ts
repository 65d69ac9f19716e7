/** What goes into a holder, taken together: the things lie one on another, the largest deciding the size. */
import { calledContents, pouredMl } from "../catalogue/contents.ts";
import type { Thing } from "../model/piece.ts";
import type { Contents } from "../model/spec.ts";

/** mm: the sum of a pile. */
export const pileThickness = (pile: NonNullable<Contents["pile"]>): number =>
  Math.round(pile.reduce((sum, ply) => sum + ply.thickness * ply.count, 0) * 1e6) / 1e6;

/** ml of something loose: as it was measured out or counted; of a heap that was chosen by its size, its box. */
export function volumeOf({ amount, width, height, thickness }: Contents): number {
  if (!amount) return (width * height * thickness) / 1000;
  return "ml" in amount ? amount.ml : pouredMl(amount.count, amount.each);
}

/** Every thing inside from the bottom up, each turned so that its long side lies along the long side of the first. */
export function thingsIn({ width, height, thickness, also = [], ...said }: Contents): Thing[] {
  const name = calledContents(said);
  const across = width >= height;
  let above = 0;
  return [{ name, width, height, thickness }, ...also].map((thing, i) => {
    const [long, short] = [Math.max(thing.width, thing.height), Math.min(thing.width, thing.height)];
    const lies = i === 0 ? { width, height } : { width: across ? long : short, height: across ? short : long };
    const placed = { name: thing.name, thickness: thing.thickness, above, ...lies };
    above += thing.thickness;
    return placed;
  });
}

/** Everything inside as one box: as large as the largest thing, as thick as all of them. */
export function packOf(contents: Contents): Contents {
  if (!contents.also) return contents;
  const things = thingsIn(contents);
  return {
    ...contents,
    name: things.map((t) => t.name).join(" + "),
    width: Math.max(...things.map((t) => t.width)),
    height: Math.max(...things.map((t) => t.height)),
    thickness: things.reduce((sum, t) => sum + t.thickness, 0),
  };
}
