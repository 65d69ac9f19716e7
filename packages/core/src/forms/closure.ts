/**
 * How an envelope is kept shut: by a tab in a slit, by a string through two holes, or by a seal from an offcut.
 *
 *   ┌────────────┐        The tab is glued inside the flap's edge, stands out of it and goes into a slit in the front.
 *   │  top flap  │
 *   │   o  ▒▒▒   │        The string runs through a hole near the flap's edge and one in the front just below it, and is
 *   ├──────╰─╯───┤        tied.
 *   │   o  ───   │
 *   │            │        The seal lies half on the flap and half on the front.
 */
import type { Cut } from "../model/piece.ts";
import { choice } from "../model/setting.ts";
import { circle, hole, slit } from "../paper/hole.ts";
import type { Finish, Laid, Refusal } from "../paper/said.ts";
import { glued, type Glued } from "../paper/seam.ts";
import { rounded } from "../paper/shape.ts";
import { type Flap, outlined, panel, type Rectangle, sheet, type Sheet } from "../paper/sheet.ts";

/** The setting, for forms whose top flap lies over a front. */
export const closure = choice(
  "Closure",
  { none: "Fold over", tab: "Tab in a slit", string: "String through two holes", seal: "A seal from an offcut" },
  "none",
  "What keeps it shut.",
);

/** Holes are 4 mm across, their middles 10 mm from the flap's edge: 8 mm of paper hold the string. */
const HOLE = 4;
const FROM_EDGE = 10;
/** A seal is 30 mm across: half of it holds on either side. */
const SEAL = 30;

/** A tab is so wide, glued in so far and stands out so far; the slit is so much longer and lies just below the flap's edge. */
const TAB = { wide: 25, glued: 12, out: 16, corner: 8 } as const;
const SLIT = { longer: 3, below: 3 } as const;
/** A tab's end stays so far off the fold at the foot, and a slit off the front's edge. */
const CLEAR = 6;

interface Closed {
  readonly joins: readonly Laid[];
  readonly glue: readonly Glued[];
  readonly cuts: readonly Cut[];
  readonly sheets: readonly Sheet[];
  readonly refused: readonly Refusal[];
  readonly finish?: Finish;
}

const NOTHING: Closed = { cuts: [], sheets: [], joins: [], glue: [], refused: [] };

interface Flaps {
  readonly body: Rectangle;
  readonly top: Flap;
  readonly bottom: Flap;
}

/** A tab inside the top flap, and the slit it goes into. */
function tabbed({ body: { width, height }, top, bottom }: Flaps): Closed {
  const up = height - top.deep - SLIT.below;
  const isRoom = up - TAB.out >= CLEAR && up <= bottom.deep - CLEAR && top.deep >= TAB.glued + CLEAR;
  if (!isRoom || width < TAB.wide + 4 * CLEAR)
    return { ...NOTHING, refused: [{ setting: "closure", instead: "none", code: "no-tab" }] };
  const end = rounded(TAB.corner);
  const strip = panel("tab", "Closure tab", TAB.wide, TAB.glued + TAB.out, {
    corners: { topLeft: end, topRight: end },
  });
  const tab = sheet("tab", "Closure tab", [strip]);
  const half = (TAB.wide + SLIT.longer) / 2;
  return {
    ...NOTHING,
    cuts: [slit("slit", bottom, [width / 2 - half, -up], [width / 2 + half, -up])],
    sheets: [tab],
    joins: [{ sheet: tab, onto: top, face: "front", at: [(width - TAB.wide) / 2, height + top.deep - TAB.glued] }],
    glue: [glued(strip, top)],
  };
}

/** What a closure adds to an envelope whose top flap folds over its front (`bottom`). */
export function closedWith(kind: "none" | "tab" | "string" | "seal", { body, top, bottom }: Flaps): Closed {
  const { width, height } = body;
  if (kind === "seal") {
    const disc = outlined("seal", "Seal", { width: SEAL, height: SEAL }, circle([SEAL / 2, SEAL / 2], SEAL / 2));
    return { ...NOTHING, sheets: [sheet("seal", "Seal", [disc])], finish: { kind: "close", code: "stick-seal" } };
  }
  if (kind === "none") return NOTHING;
  if (kind === "tab") return tabbed({ body, top, bottom });
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
