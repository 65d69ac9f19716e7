/** What a run takes of paper, as materials: mm² of it, and sheets. */
import { takesPaper } from "../model/piece.ts";
import type { Material, Drawing } from "../model/solution.ts";
import { trimPlans } from "./trimPlan.ts";

/** mm² of paper in one made thing: every blank that is not cut from another's waste. */
export const paperArea = ({ pieces }: Pick<Drawing, "pieces">): number =>
  pieces.filter(takesPaper).reduce((sum, { blank, quantity }) => sum + blank.width * blank.height * quantity, 0);

/** Sheets for the whole run as entries of the cut list. Counted beside the solution: a drag need not wait for it. */
export const paperNeed = (solution: Pick<Drawing, "spec" | "pieces">): Material[] =>
  trimPlans(solution)
    .filter((plan) => plan.sheets > 0)
    .map(({ sheets, sheet, stock }) => ({ item: "Sheets", code: "sheet", quantity: sheets, size: sheet, stock }));
