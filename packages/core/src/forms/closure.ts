/**
 * How an envelope is kept shut: by a string through two holes, or by a seal from an offcut. What a form's own flaps do (a
 * tab in a slit) stands in the form.
 *
 *   ┌────────────┐
 *   │  top flap  │      The string runs through a hole near the flap's edge and one in the front just below it, and is
 *   │     o      │      tied. The seal lies half on the flap and half on the front.
 *   ├────────────┤
 *   │     o      │
 */
import type { Cut } from "../model/piece.ts";
import { choice } from "../model/setting.ts";
import { circle, hole } from "../paper/hole.ts";
import type { Finish, Refusal } from "../paper/said.ts";
import { type Flap, outlined, type Rectangle, sheet, type Sheet } from "../paper/sheet.ts";

/** The setting, for forms whose top flap lies over a front. */
export const closure = choice(
  "Closure",
  { none: "Fold over", string: "String through two holes", seal: "A seal from an offcut" },
  "none",
  "What keeps it shut.",
);

/** Holes are 4 mm across, their middles 10 mm from the flap's edge: 8 mm of paper hold the string. */
const HOLE = 4;
const FROM_EDGE = 10;
/** A seal is 30 mm across: half of it holds on either side. */
const SEAL = 30;

interface Closed {
  readonly cuts: readonly Cut[];
  readonly sheets: readonly Sheet[];
  readonly refused: readonly Refusal[];
  readonly finish?: Finish;
}

const NOTHING: Closed = { cuts: [], sheets: [], refused: [] };

/** What a closure adds to an envelope whose top flap folds over its front (`bottom`). */
export function closedWith(
  kind: "none" | "string" | "seal",
  { body, top, bottom }: { readonly body: Rectangle; readonly top: Flap; readonly bottom: Flap },
): Closed {
  const { width, height } = body;
  if (kind === "seal") {
    const disc = outlined("seal", "Seal", { width: SEAL, height: SEAL }, circle([SEAL / 2, SEAL / 2], SEAL / 2));
    return { ...NOTHING, sheets: [sheet("seal", "Seal", [disc])], finish: { kind: "close", code: "stick-seal" } };
  }
  if (kind === "none") return NOTHING;
  // below the flap's edge, once it is closed: so far up the front
  const up = height - top.deep - FROM_EDGE;
  if (up < FROM_EDGE || up > bottom.deep - FROM_EDGE || top.deep < 2 * FROM_EDGE || width < 3 * FROM_EDGE)
    return { ...NOTHING, refused: [{ setting: "closure", instead: "none", code: "no-string" }] };
  return {
    ...NOTHING,
    cuts: [
      hole("hole-flap", top, [width / 2, height + top.deep - FROM_EDGE], HOLE),
      hole("hole-front", bottom, [width / 2, -up], HOLE),
    ],
    finish: { kind: "close", code: "tie-string" },
  };
}
