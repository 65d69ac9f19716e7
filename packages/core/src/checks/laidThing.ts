/** What is checked of one thing on a panel: the thing, where it lies, and where its row stands in the recipe. */
import type { Part } from "../fittings/laid.ts";
import type { Whole } from "../fittings/whole.ts";
import type { Lying } from "../model/solution.ts";

/** Lengths that differ by more than this (mm) are seen to differ. */
export const SEEN_MM = 0.25;

/** One thing, with all that lies round it. */
export interface FittingChecked extends Whole {
  readonly part: Part;
  readonly lies: Lying;
  readonly name: string;
}

/** What a finding of it says of its place. */
export const at = ({ part, name, lies }: FittingChecked) =>
  ({
    check: "fitting",
    ...(part.marks && part.kind?.inPaper
      ? { piece: part.marks.piece, panel: part.marks.panel }
      : { piece: part.main, panel: part.pieces.find((p) => p.id === part.main)?.root ?? "" }),
    facts: { name, fitting: lies.id },
  }) as const;

/** A place of its row in the recipe. */
export const pathOf = ({ lies }: FittingChecked, ...rest: readonly string[]): readonly string[] => [
  "fittings",
  lies.id,
  ...rest,
];
