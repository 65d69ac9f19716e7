/** What a chance can be told of: known at once, without asking a hand. */
import type { Contained } from "../model/piece.ts";
import type { Solution } from "../model/solution.ts";

/** Why nothing can be said: nothing goes in, paper is bent, or what goes in lies free. */
export type NoFit = "holds-nothing" | "bent" | "loose";

type Asked = Pick<Solution, "contents" | "pieces">;

/** What can be asked about: what goes into the draft itself first. */
export const askable = ({ contents }: Pick<Asked, "contents">): Contained[] =>
  [...contents].sort((a, b) => Number(a.fitting !== undefined) - Number(b.fitting !== undefined));

/** Why nothing can be said of something that goes in; undefined where there is a chance. */
export function noFitOf({ pieces }: Pick<Asked, "pieces">, lying: Contained | undefined): NoFit | undefined {
  if (!lying) return "holds-nothing";
  if (lying.loose) return "loose";
  return pieces.some(({ folds }) => folds.some(({ path }) => path)) ? "bent" : undefined;
}

/** Whether a chance can be told of anything that goes in: room for it can be kept before it is known. */
export const hasChance = (solution: Asked): boolean =>
  solution.contents.some((lying) => noFitOf(solution, lying) === undefined);
