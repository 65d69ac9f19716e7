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

/** A band is meant to hold by sitting close: with less (mm) it does not slide on, with more it slips off (geometry notes, bands). */
const BAND = { snug: 0.5, loose: 4, usual: 1 } as const;

/** Rooms nearer than this (mm) are the same to a hand. */
const SEEN_MM = 0.05;

/** What a punch-board envelope asks for: enough everywhere. */
const USUAL_PLAY = 1.5;

/** Room left round the contents after rounding: some, and not too much. */
export const gap: Check = {
  id: "gap",
  codes: ["tight", "snug", "loose", "stiff", "slips"],
  run: ({ contents, spec, parts }) =>
    contents.flatMap((lying) =>
      (["width", "height"] as const).flatMap((axis): Finding[] => {
        // out of the open ends of a band nothing is held
        if (axis === lying.open?.axis) return [];
        const band = lying.open?.past === "both";
        const limits = band ? BAND : { snug: SNUG_MM, loose: LOOSE_MM, usual: USUAL_PLAY };
        // a band holds by how close its whole loop sits: what one way leaves, the other may take
        const room = lying.gap[axis] + (band ? lying.gap.depth : 0);
        const asks = lying.asks[axis];
        const { piece, panel } = lying.on;
        const at = { check: "gap", piece, panel, figure: room, facts: { axis, contents: lying.name } } as const;
        const usual = asks && remedy("room", asks, limits.usual, { mm: limits.usual });
        if (room <= 0) return [{ ...at, code: "tight", severity: "error", limit: 0, ...usual }];
        if (room < limits.snug - SEEN_MM)
          return [{ ...at, code: band ? "stiff" : "snug", severity: "warning", limit: limits.snug, ...usual }];
        if (room <= limits.loose || lying.loose) return [];
        // rounding up to the ruler may add a mark, which is √2 marks across a square laid at 45°
        const setup = parts.find((p) => p.fitting === lying.fitting)?.setup;
        const mark = setup ? setup.grid * (setup.kind === "punch-board" ? Math.SQRT2 : 1) : 0;
        const less = roundDown(Math.max(0, limits.loose - mark), HALF_MM);
        const asked = asks ? Number(valueAt(spec, asks) ?? 0) : 0;
        const mends = asks && less < asked ? remedy("room", asks, less, { mm: less }) : {};
        return [{ ...at, code: band ? "slips" : "loose", severity: "advice", limit: limits.loose, ...mends }];
      }),
    ),
};
