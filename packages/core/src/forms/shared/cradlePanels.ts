/**
 * The strip of a cradle, in four equal parts: glued, rising, rising, glued.
 *
 *     ┌──────┬──────┬──────┬──────┐
 *     │ base ¦ riser¦ brace¦ foot │ wide      As it lies in the closed card: open but for its middle, where it is folded
 *     └──────┴──────┴──────┴──────┘           back on itself. All three creases are valleys.
 *        k      k      k      k
 */
import { tapered } from "../../paper/shape.ts";
import { flap, panel } from "../../paper/panel.ts";

interface CradleMeasures {
  readonly k: number;
  readonly wide: number;
  /** what its panels' ids begin with, and how they are called */
  readonly id?: string;
  readonly called?: (what: string) => string;
}

/** Its panels, the glued one first. */
export function cradlePanels({ k, wide, id = "", called = (what) => what }: CradleMeasures) {
  const step = tapered({ deep: k });
  const base = panel(`${id}base`, called("Glued end"), k, wide);
  const riser = flap(`${id}riser`, called("Riser"), base.right, step, { order: 1, angle: 0 });
  const brace = flap(`${id}brace`, called("Brace"), riser.tip, step, { order: 1 });
  const foot = flap(`${id}foot`, called("Other glued end"), brace.tip, step, { order: 1, angle: 0 });
  return { base, riser, brace, foot };
}
