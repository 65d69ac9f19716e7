/**
 * How a pocket is kept shut: a round tab from an offcut, glued behind the back, comes over the mouth and goes into a slit in
 * the front; a seal; a band; on two faces of one outline, a string through both.
 *
 *        ┌──┐
 *   ┌────┤  ├────┐ back        The front ends lower than the back: the tab reaches that much further. Its slit lies below
 *   │    ╰──╯    │             the front's edge and clear of a thumb cut there.
 *   ├───╲____╱───┤ front
 *   │    ────    │ slit
 *   └────────────┘
 */
import type { Contents, Stock } from "../../model/spec.ts";
import type { Point } from "../../geometry/point.ts";
import { slit, through } from "../../paper/hole.ts";
import { glued } from "../../paper/seam.ts";
import type { Drawn, Flap, Rectangle, Twin } from "../../paper/panel.ts";
import { sheet } from "../../paper/sheet.ts";
import { roundUp } from "../../units/ruler.ts";
import { band, type Closed, refuses, seal, UNCLOSED } from "./closure.ts";
import type { Setup } from "../form.ts";
import { spineFor, tabPanels } from "./tabPanels.ts";

/** A tab over the mouth: so wide, glued so far down behind, and so far through its slit; mm. */
const TAB = { wide: 25, behind: 18, through: 14 } as const;
/** The slit is so much longer, so far below the front's edge, and clear of a cut there; so much paper is left beneath it. */
const SLIT = { longer: 3, below: 8, clear: 6, left: 16 } as const;
/** Plies between the tab's two halves where it is folded over: back, tabs, front, and its own. */
const PLIES = 4;
/** A seal over the mouth holds on the front from here on, mm below its middle. */
const SEAL_DROP = 8;
/** A hole for string, its middle so far below the edge, and so far off what is inside. */
const HOLE = { across: 4, below: 10, off: 3 } as const;

/** What every pocket says of itself for its closure. */
interface PocketSays {
  readonly contents: Pick<Contents, "thickness">;
  readonly stock: Pick<Stock, "caliper">;
  readonly setup: Pick<Setup, "grid">;
  readonly back: Rectangle;
}

interface Flat extends PocketSays {
  /** mm the front reaches up the back, from the fold they share; and how far a cut in its edge goes down */
  readonly front: Flap;
  readonly high: number;
  readonly cut: number;
  /** whether what is inside stands out past the back */
  readonly standsOut: boolean;
  /** the last order of folding before it is closed */
  readonly after: number;
}

/** A closure and, for a tab, what of it closes over the contents. */
export interface Shut extends Closed {
  readonly closes: readonly Flap[];
}
const shut = (closed: Closed): Shut => ({ ...closed, closes: [] });

/** Closes a pocket whose front folds up over its back. */
export function closedPocket(kind: "open" | "mouth" | "seal" | "band", pocket: Flat): Shut {
  const { back, high } = pocket;
  switch (kind) {
    case "band":
      return shut(band({ ...pocket, height: back.height }));
    case "seal":
      return shut(back.height - high > SEAL_DROP ? refuses("no-seal", "open") : seal("stick-seal-mouth"));
    case "mouth":
      return overMouth(pocket);
    case "open":
      return shut(UNCLOSED);
  }
}

function overMouth({ contents: { thickness }, stock: { caliper }, setup: { grid }, ...pocket }: Flat): Shut {
  const { back, front, high, cut, standsOut, after } = pocket;
  if (standsOut) return shut(refuses("no-mouth-tab", "open"));
  const [width, behind] = [roundUp(TAB.wide, grid), roundUp(TAB.behind, grid)];
  const below = Math.max(SLIT.below, cut > 0 ? cut + SLIT.clear : 0);
  const reach = roundUp(back.height - high + below + TAB.through, grid);
  const long = width + SLIT.longer;
  if (high - below < SLIT.left || back.width < long + 4 * SLIT.clear || back.height < behind + SLIT.clear)
    return shut(refuses("no-mouth-tab", "open"));
  const spine = spineFor(thickness, PLIES * caliper, grid);
  const lift = PLIES - 1 + thickness / caliper;
  const tab = tabPanels({ width, reach, behind, spine, ends: "round", after, lift });
  const own = sheet("tab", "Closure tab", tab.panels.map(named));
  const middle = back.width / 2;
  const at: Point = [middle + width / 2, back.height - behind];
  const closing = [...tab.edges, tab.front].map(named);
  return {
    ...UNCLOSED,
    cuts: [slit("slit", front, [middle - long / 2, below - high], [middle + long / 2, below - high])],
    sheets: [own],
    joins: [{ sheet: own, onto: back, face: "back", at, told: "glue-mouth-tab" }],
    glue: [glued({ id: idOf(tab.back.id) }, back)],
    closing: "tuck-over",
    closes: closing,
  };
}

/** A pocket has a back and a front already: the tab's panels go by names of their own. */
const idOf = (id: string): string => `tab-${id}`;
function named<D extends Drawn>(panel: D): D {
  const { fold } = panel;
  return {
    ...panel,
    id: idOf(panel.id),
    name: `Tab's ${panel.name.toLowerCase()}`,
    ...(fold && {
      fold: { ...fold, id: `score-${idOf(panel.id)}`, panels: [idOf(fold.panels[0]), idOf(fold.panels[1])] as const },
    }),
  };
}

interface Twins extends PocketSays {
  readonly front: Twin;
  /** the top of the outline above the middle of the pocket, and of what is inside */
  readonly top: Point;
  readonly filled: number;
}

/** Closes a pocket of two faces of one outline. */
export function closedTwins(kind: "open" | "string" | "seal" | "band", pocket: Twins): Closed {
  const { back, front, top, filled } = pocket;
  switch (kind) {
    case "open":
      return UNCLOSED;
    case "seal":
      return seal("stick-seal-mouth");
    case "band":
      return band({ ...pocket, height: back.height });
    case "string": {
      const at: Point = [top[0], top[1] - HOLE.below];
      if (at[1] - HOLE.across / 2 < filled + HOLE.off) return refuses("no-pocket-string", "open");
      return {
        ...UNCLOSED,
        cuts: through((face) => `hole-${face}`, [back, front], at, HOLE.across),
        finish: { kind: "close", code: "tie-string" },
      };
    }
  }
}
