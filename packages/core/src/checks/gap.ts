import type { Finding } from "../model/solution.ts";
import { valueAt } from "../recipe/change.ts";
import { roundDown } from "../units/ruler.ts";
import { type Check, remedy } from "./check.ts";

/** More room than this on an axis and the contents rattle (geometry notes: "too loose above 12 mm"). */
const LOOSE_MM = 12;

/** With less room than this (mm) what should go in has to be pushed: asking for it is allowed, but it is said. */
const SNUG_MM = 1;

/** Room is asked for in halves of a mm: finer nobody types. */
const HALF_MM = 0.5;

/** Rooms nearer than this (mm) are the same to a hand. */
const SEEN_MM = 0.05;

/** What a punch-board envelope asks for: enough everywhere. */
const USUAL_PLAY = 1.5;

/** Room left round the contents after rounding: some, and not too much. */
export const gap: Check = {
  id: "gap",
  codes: ["tight", "snug", "loose"],
  run: ({ contents, spec, parts }) =>
    contents.flatMap((lying) =>
      (["width", "height"] as const).flatMap((axis): Finding[] => {
        const room = lying.gap[axis];
        const asks = lying.asks[axis];
        const { piece, panel } = lying.on;
        const at = { check: "gap", piece, panel, figure: room, facts: { axis, contents: lying.name } } as const;
        const usual = asks && remedy("room", asks, USUAL_PLAY, { mm: USUAL_PLAY });
        if (room <= 0) return [{ ...at, code: "tight", severity: "error", limit: 0, ...usual }];
        if (room < SNUG_MM - SEEN_MM) return [{ ...at, code: "snug", severity: "warning", limit: SNUG_MM, ...usual }];
        if (room <= LOOSE_MM) return [];
        // rounding up to the ruler may add a mark, which is √2 marks across a square laid at 45°
        const setup = parts.find((p) => p.fitting === lying.fitting)?.setup;
        const mark = setup ? setup.grid * (setup.kind === "punch-board" ? Math.SQRT2 : 1) : 0;
        const less = roundDown(Math.max(0, LOOSE_MM - mark), HALF_MM);
        const asked = asks ? Number(valueAt(spec, asks) ?? 0) : 0;
        const mends = asks && less < asked ? remedy("room", asks, less, { mm: less }) : {};
        return [{ ...at, code: "loose", severity: "advice", limit: LOOSE_MM, ...mends }];
      }),
    ),
};
