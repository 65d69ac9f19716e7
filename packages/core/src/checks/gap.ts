import type { Finding } from "../model/solution.ts";
import type { Spec } from "../model/spec.ts";
import { roundDown } from "../units/ruler.ts";
import type { Check } from "./check.ts";

/** More room than this on an axis and the contents rattle (geometry notes: "too loose above 12 mm"). */
const LOOSE_MM = 12;

/** Room is asked for in halves of a mm: finer nobody types. */
const HALF_MM = 0.5;

/** What a punch-board envelope asks for: enough everywhere. */
const USUAL_PLAY = 1.5;

/** The setting that asks for room on an axis: one for both, or one for each. */
function playOf(
  settings: Spec["settings"],
  axis: "width" | "height",
): { readonly name: string; readonly asked: number } {
  const own = axis === "width" ? "playWidth" : "playHeight";
  const name = own in settings ? own : "play";
  return { name, asked: Number(settings[name] ?? 0) };
}

/** Room left round the contents after rounding: some, and not too much. */
export const gap: Check = {
  id: "gap",
  codes: ["tight", "loose"],
  run: ({ drafted, spec, setup }) => {
    if (drafted.contents.length === 0) return [];
    return (["width", "height"] as const).flatMap((axis): Finding[] => {
      const room = drafted.gap[axis];
      const { name, asked } = playOf(spec.settings, axis);
      const at = { check: "gap", figure: room, facts: { axis } } as const;
      if (room <= 0)
        return [{ ...at, code: "tight", severity: "error", limit: 0, remedy: { settings: { [name]: USUAL_PLAY } } }];
      if (room <= LOOSE_MM) return [];
      // rounding up to the ruler may add a mark, which is √2 marks across a square laid at 45°
      const mark = setup.kind === "punch-board" ? setup.grid * Math.SQRT2 : setup.grid;
      const less = roundDown(Math.max(0, LOOSE_MM - mark), HALF_MM);
      const remedy = less < asked ? { remedy: { settings: { [name]: less } } } : {};
      return [{ ...at, code: "loose", severity: "advice", limit: LOOSE_MM, ...remedy }];
    });
  },
};
