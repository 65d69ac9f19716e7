/**
 * How an envelope is kept shut: by a tab in a slit, by its flap tucked in, by a string through two holes, by a seal from an
 * offcut, or by a band laid round it.
 *
 *   ┌────────────┐        The tab is glued inside the flap's edge, stands out of it and goes into a slit in the front.
 *   │  top flap  │
 *   │   o  ▒▒▒   │        The string runs through a hole near the flap's edge and one in the front just below it, and is
 *   ├──────╰─╯───┤        tied.
 *   │   o  ───   │
 *   │            │        The seal lies half on the flap and half on the front. The band goes round the height, over both.
 *
 * Between walls the front hangs on a wall and lies that much further down on the blank: `wall`.
 */
import type { Cut } from "../../model/piece.ts";
import { choice } from "../../model/setting.ts";
import type { Contents, Stock } from "../../model/spec.ts";
import { circle, hole, slit } from "../../paper/hole.ts";
import type { Finish, Laid, Refusal } from "../../paper/said.ts";
import { glued, type Glued, TAPE_MARGIN } from "../../paper/seam.ts";
import { rounded } from "../../paper/shape.ts";
import { type Flap, outlined, panel, type Rectangle } from "../../paper/panel.ts";
import { sheet, type Sheet } from "../../paper/sheet.ts";
import { roundUp } from "../../units/ruler.ts";
import type { Setup } from "../form.ts";

/** Every closure by name; a tab over the mouth is a pocket's. */
const CLOSURES = {
  none: "Fold over",
  open: "None: it stays open",
  tab: "Tab in a slit",
  mouth: "Round tab over the mouth",
  tuck: "Flap tucked in",
  string: "String through two holes",
  seal: "A seal from an offcut",
  band: "A band round it",
} as const;
/** One of them. */
export type Closure = keyof typeof CLOSURES;

/** The setting, with what fits a form; the first is what it does unless something is chosen. */
export function closures<const K extends Closure>(first: K, ...more: readonly K[]) {
  const options = Object.fromEntries([first, ...more].map((kind): [string, string] => [kind, CLOSURES[kind]]));
  return choice("Closure", options as Record<K, string>, first, "What keeps it shut.");
}

/** Holes are 4 mm across. Their middles stand off a straight edge so far, and further off a point. */
const HOLE = 4;
const FROM_EDGE = { edge: 10, point: 18 } as const;
/** A seal is 30 mm across: half of it holds on either side. */
const SEAL = 30;
/** A band is so wide, and reaches over itself so far, mm. */
const BAND = { wide: 25, lap: 20 } as const;
/** What a closed envelope's plies take at its edges, and what lets the band be slid off, mm. */
const BAND_PLIES = 4;
const BAND_SLACK = 1;

/** A tab is so wide, glued in so far and stands out so far; the slit is so much longer and lies just below the flap's edge. */
const TAB = { wide: 25, glued: 12, out: 16, corner: 8 } as const;
const SLIT = { longer: 3, below: 3 } as const;
/** A tab's end stays so far off the fold at the foot, and a slit off the front's edge. */
const CLEAR = 6;

/** What a closure adds. */
export interface Closed {
  readonly joins: readonly Laid[];
  readonly glue: readonly Glued[];
  readonly cuts: readonly Cut[];
  readonly sheets: readonly Sheet[];
  readonly refused: readonly Refusal[];
  readonly finish?: Finish;
  /** which words tell how the flap is closed */
  readonly closing?: string;
}

/** Nothing is added. */
export const UNCLOSED: Closed = { cuts: [], sheets: [], joins: [], glue: [], refused: [] };

/** A closure that has no room here: what is done instead, told. */
export const refuses = (code: string, instead: Closure = "none"): Closed => ({
  ...UNCLOSED,
  refused: [{ setting: "closure", instead, code }],
});

/** A disc to stick on, half on either side of an edge; `code` says of which. */
export function seal(code: string): Closed {
  const disc = outlined("seal", "Seal", { width: SEAL, height: SEAL }, circle([SEAL / 2, SEAL / 2], SEAL / 2));
  return { ...UNCLOSED, sheets: [sheet("seal", "Seal", [disc])], finish: { kind: "close", code } };
}

/** What a band goes round: how high the closed holder is, and how thick with its paper. */
interface BandRound {
  readonly height: number;
  /** a flap that it holds closed */
  readonly over?: string;
  readonly contents: Pick<Contents, "thickness">;
  readonly stock: Pick<Stock, "caliper">;
  readonly setup: Pick<Setup, "grid">;
}

/** A plain strip laid round the closed holder's height and creased on it: what it goes round gives its creases. */
export function band({
  height,
  over = "",
  contents: { thickness },
  stock: { caliper },
  setup: { grid },
}: BandRound): Closed {
  const round = 2 * (height + thickness + BAND_PLIES * caliper + BAND_SLACK);
  const strip = panel("band", "Band", roundUp(BAND.wide, grid), roundUp(round + BAND.lap, grid));
  return {
    ...UNCLOSED,
    sheets: [sheet("band", "Band", [strip])],
    finish: {
      kind: "close",
      code: "lay-band",
      facts: { over },
      held: { run: strip.width, wide: BAND.lap - 2 * TAPE_MARGIN },
    },
  };
}

interface ClosedFlaps extends Omit<BandRound, "height"> {
  readonly body: Rectangle;
  readonly top: Flap;
  readonly bottom: Flap;
  /** mm of wall between the body and either flap */
  readonly wall?: number;
  /** how far up its own drawing the top flap or its wall hangs, where it is not at the body's head */
  readonly head?: number;
  /** whether the flap ends in a point */
  readonly pointed?: true;
}

/** A tab inside the top flap, and the slit it goes into. */
function tabbed({ body: { width, height }, top, bottom, wall = 0, head = height }: ClosedFlaps): Closed {
  const up = height - top.deep - SLIT.below;
  const isRoom = up - TAB.out >= CLEAR && up <= bottom.deep - CLEAR && top.deep >= TAB.glued + CLEAR;
  if (!isRoom || width < TAB.wide + 4 * CLEAR) return refuses("no-tab");
  const end = rounded(TAB.corner);
  const strip = panel("tab", "Closure tab", TAB.wide, TAB.glued + TAB.out, {
    corners: { topLeft: end, topRight: end },
  });
  const tab = sheet("tab", "Closure tab", [strip]);
  const half = (TAB.wide + SLIT.longer) / 2;
  const at = [(width - TAB.wide) / 2, head + wall + top.deep - TAB.glued] as const;
  return {
    ...UNCLOSED,
    cuts: [slit("slit", bottom, [width / 2 - half, -wall - up], [width / 2 + half, -wall - up])],
    sheets: [tab],
    joins: [{ sheet: tab, onto: top, face: "front", at, told: "glue-part" }],
    glue: [glued(strip, top)],
    closing: "close-tab",
  };
}

/** Two holes, one near the flap's edge, one in the front just below it. */
function tied({ body: { width, height }, top, bottom, wall = 0, head = height, pointed }: ClosedFlaps): Closed {
  const off = pointed ? FROM_EDGE.point : FROM_EDGE.edge;
  const below = FROM_EDGE.edge;
  // below the flap's edge, once it is closed: so far up the front
  const up = height - top.deep - below;
  if (up < below || up > bottom.deep - below || top.deep < 2 * off || width < 3 * off) return refuses("no-string");
  return {
    ...UNCLOSED,
    cuts: [
      hole("hole-flap", top, [width / 2, head + wall + top.deep - off], HOLE),
      hole("hole-front", bottom, [width / 2, -wall - up], HOLE),
    ],
    finish: { kind: "close", code: "tie-string" },
  };
}

/** What a closure adds to an envelope whose top flap folds over its front (`bottom`). A flap is tucked in by the form itself. */
export function closedWith(kind: Exclude<Closure, "open" | "mouth">, flaps: ClosedFlaps): Closed {
  switch (kind) {
    case "tab":
      return tabbed(flaps);
    case "string":
      return tied(flaps);
    case "seal":
      return seal("stick-seal");
    case "band":
      return band({ ...flaps, height: flaps.body.height, over: "the flap" });
    case "tuck":
      return { ...UNCLOSED, closing: "tuck-in" };
    case "none":
      return UNCLOSED;
  }
}
