/**
 * Square-blank envelope for a 45° punch board: one square, four equal turns, one measure.
 *
 *        0 ──────────── S − p ──── S
 *        ┌───────────────╲╱────────┐         d   depth of the notch: from the edge to its inner vertex
 *        │  top        ╱    ╲      │         p   first punch, from the corner along the edge
 *        │           ╱        ╲ right        W   inside width, along ↗     H   inside height, along ↖
 *        │         ╱            ╲  │
 *        │       ╱     body       <          H = (p − d)·√2        W = (S − p − d)·√2
 *        │     ╱                ╱  │         p = H/√2 + d          S = p + d + W/√2
 *        │   ╱                ╱    │
 *        >                  ╱      │         Flaps reach, from their score:
 *        │ ╲              ╱        │           on the sides W long   (S − p + d)/√2 = W/2 + d·√2
 *        │left╲         ╱  bottom  │           on the sides H long   (p + d)/√2     = H/2 + d·√2
 *        └──────╲╱─────────────────┘         A right-angled tip rounded with radius r loses r(√2 − 1).
 *        0 ───── p
 *
 * The flaps on the longer sides close last (bottom, then top); drawn for W ≥ H. The drawn face is the inside.
 */
import { z } from "zod";
import { COMMON_NOTCH_MM } from "../catalogue/boards.ts";
import { clipConvex, flatten, line, polygon, roundCorners } from "../geometry/path.ts";
import { add, type Point, scale } from "../geometry/point.ts";
import { defineForm, type DraftInput } from "../model/form.ts";
import type { Cut, Dimension, Fold, Glue, Join, PieceDraft } from "../model/piece.ts";
import { autoLength, choice, length } from "../model/setting.ts";
import { scoreBlank } from "../paper/score.ts";
import { roundDown, roundUp } from "../units/ruler.ts";
import { flatPocket } from "./clearance.ts";
import { lyingOnBody, SEAM, SHORT_OF_FOLD, TAPE_MARGIN } from "./custom.ts";

const settings = z.strictObject({
  play: length("Room to spare", {
    default: 1.5,
    min: 0,
    max: 15,
    about: "Free room asked for along each side, beyond what the thickness takes.",
  }),
  glueStrip: length("Glue strip", {
    default: 9,
    min: 5,
    max: 18,
    about: "Along the slanted edges of the bottom flap. Tape must be 3 mm narrower.",
    handle: "glue-strip",
  }),
  cornerRadius: length("Round the tips", {
    default: 6,
    min: 0,
    max: 15,
    about: "Radius of the rounding at each tip.",
    handle: "tip-radius",
  }),
  tipTrim: autoLength("Trim the tips", {
    min: 0,
    max: 250,
    about: "Cut straight across the two long flaps, measured from the point.",
    handle: "trim-bottom",
    follows: "width",
  }),
  closure: choice(
    "Closure",
    { none: "Fold over", tab: "Tab in a slit" },
    "none",
    "A tab under the top flap that tucks into a slit in the bottom flap and opens without tearing.",
  ),
});

/** A slanted edge shorter than this (mm) holds badly: glue the upright edge below it as well. */
const SHORT_SLANT = 20;
/** The closure tab, at least: width, glued and free length; its slit is wider, lies a little below the tip, and keeps clear of edges. */
const TAB = { width: 22, glued: 18, free: 16, end: 8, slitPlay: 2, below: 2, clear: 5 } as const;

/** The tab on the ruler in use: every size is one that can be measured. */
function tabOn(grid: number) {
  const width = roundUp(TAB.width, grid);
  const glued = roundUp(TAB.glued, grid);
  const tall = roundUp(TAB.glued + TAB.free, grid);
  return {
    width,
    glued,
    tall,
    slit: roundUp(width + TAB.slitPlay, grid),
    // below the top flap's tip the free length must stay off the bottom fold
    room: tall - glued + TAB.below,
    // the flat tip must be as wide as the tab: trimming by c leaves 2c
    trim: width / 2 + TAB.below,
  };
}

type Input = DraftInput<z.output<typeof settings>>;

/** The square's own numbers, all mm, after rounding to the ruler. */
export interface SquareBlank {
  readonly side: number;
  readonly punch: number;
  readonly notch: number;
  readonly width: number;
  readonly height: number;
}

/** Solves the square for an inside of at least `width × height` on a ruler with marks `grid` apart. */
export function squareBlank(width: number, height: number, notch: number, grid: number): SquareBlank {
  const punch = roundUp(height / Math.SQRT2 + notch, grid);
  const side = roundUp(punch + notch + width / Math.SQRT2, grid);
  return { side, punch, notch, height: (punch - notch) * Math.SQRT2, width: (side - punch - notch) * Math.SQRT2 };
}

/** The body's own frame, its longer side along x: flat coordinates of a place on the body or beyond its edges. */
function bodyFrame({ punch: p, notch: d, side: S, width: W, height: H }: SquareBlank) {
  const up: Point = [Math.SQRT1_2, Math.SQRT1_2];
  const back: Point = [-Math.SQRT1_2, Math.SQRT1_2];
  const wide = W >= H;
  const origin: Point = wide ? [p, d] : [S - d, S - p];
  const [ex, ey]: [Point, Point] = wide ? [up, back] : [back, scale(up, -1)];
  return {
    wide,
    long: wide ? W : H,
    short: wide ? H : W,
    /** degrees from the flat drawing's y to the body's y */
    rotation: wide ? 45 : 135,
    flat: (x: number, y: number): Point => add(origin, add(scale(ex, x), scale(ey, y))),
  };
}

/** One closing flap: how much of its point is cut off, how far it reaches, and where its slanted edge ends. */
interface Flap {
  readonly trim: number;
  readonly reach: number;
  readonly straight: number;
}

/** Everything the parts below draw from: the square, the body's frame and the closing flaps, all mm. */
interface Sketch extends ReturnType<typeof bodyFrame> {
  readonly square: SquareBlank;
  readonly set: Input["settings"];
  readonly grid: number;
  /** depth of the notch across the body: how far a flap's upright edges run before they slant */
  readonly rim: number;
  readonly flaps: { readonly bottom: Flap; readonly top: Flap };
  /** the closure tab and its slit, when they are wanted and there is room */
  readonly tab: (ReturnType<typeof tabOn> & { readonly slitAt: number }) | undefined;
}

function sketch({ contents, settings: set, setup }: Input): Sketch {
  const notch = setup.board.kind === "punch-board" ? setup.board.notch : COMMON_NOTCH_MM;
  const inside = (size: number): number => flatPocket(size, contents.thickness, set.play);
  const square = squareBlank(inside(contents.width), inside(contents.height), notch, setup.grid);
  const frame = bodyFrame(square);
  const plan = { ...frame, square, set, grid: setup.grid, rim: notch * Math.SQRT2 };
  const plain = { ...plan, flaps: closingFlaps(plan, undefined), tab: undefined };
  if (set.closure !== "tab") return plain;
  const tab = tabOn(setup.grid);
  const flaps = closingFlaps(plan, tab);
  const slitAt = roundDown(frame.short - flaps.top.reach - TAB.below, setup.grid);
  return hasRoomForTab({ ...plan, flaps, tab: { ...tab, slitAt } })
    ? { ...plan, flaps, tab: { ...tab, slitAt } }
    : plain;
}

/** How far each closing flap reaches from its score, and how much of its point is trimmed away. */
function closingFlaps(
  { long, short, rim, set: { cornerRadius, tipTrim }, grid }: Omit<Sketch, "flaps" | "tab">,
  tab: ReturnType<typeof tabOn> | undefined,
): Sketch["flaps"] {
  const apex = long / 2 + rim;
  // a trim past the slant would reach the notches; what is left of the flap is then far too short, and the checks say so
  const most = roundDown(long / 2 - 1, grid);
  const needed = (limit: number, least: number): number => {
    const rounded = apex - cornerRadius * (Math.SQRT2 - 1);
    return rounded <= limit && least === 0 ? 0 : roundUp(Math.max(apex - limit, least), grid);
  };
  const bottom = tipTrim === "auto" ? needed(short - SHORT_OF_FOLD, 0) : tipTrim;
  const top = tab ? Math.max(needed(short - tab.room, tab.trim), tipTrim === "auto" ? 0 : tipTrim) : bottom;
  const flap = (asked: number): Flap => {
    const trim = Math.min(asked, most);
    return {
      trim,
      reach: trim > 0 ? apex - trim : apex - cornerRadius * (Math.SQRT2 - 1),
      // the rounding begins a tangent's length before the tip: r·tan(22.5°) at a trimmed corner, r at a pointed one
      straight:
        trim > 0
          ? apex - trim - Math.max(TAPE_MARGIN, cornerRadius * (1 - Math.SQRT1_2))
          : apex - Math.max(TAPE_MARGIN, cornerRadius * Math.SQRT1_2),
    };
  };
  return { bottom: flap(bottom), top: flap(top) };
}

/** The tab needs a flap to sit on, and paper all round its slit. */
function hasRoomForTab({ flaps: { bottom, top }, tab, long, short, rim }: Sketch): boolean {
  if (!tab) return false;
  const { slit, slitAt, glued } = tab;
  const halfWidthAt = (y: number): number => long / 2 - Math.max(0, y - rim);
  return (
    top.reach >= glued + TAB.below &&
    bottom.reach + top.reach >= short + SEAM &&
    slitAt >= TAB.clear &&
    bottom.straight >= slitAt + TAB.clear &&
    halfWidthAt(slitAt) >= slit / 2 + TAB.clear
  );
}

/** The square with its four notches, rounded and trimmed tips; anticlockwise from the lower left. */
function edge({ side: S, punch: p, notch: d }: SquareBlank, trims: readonly number[], radius: number) {
  const corners: readonly Point[] = [
    [0, 0],
    [S, 0],
    [S, S],
    [0, S],
  ];
  const along: readonly Point[] = [
    [1, 0],
    [0, 1],
    [-1, 0],
    [0, -1],
  ];
  const punches = [p, S - p, p, S - p];
  const points: Point[] = [];
  const radii: number[] = [];
  corners.forEach((corner, i) => {
    const ahead = along[i] as Point;
    const behind = scale(along[(i + 3) % 4] as Point, -1);
    const inward: Point = [-ahead[1], ahead[0]];
    const at = (t: number, deep = 0): Point => add(corner, add(scale(ahead, t), scale(inward, deep)));
    const leg = (trims[i] as number) * Math.SQRT2;
    points.push(...(leg > 0 ? [add(corner, scale(behind, leg)), at(leg)] : [corner]));
    radii.push(...(leg > 0 ? [radius, radius] : [radius]));
    const q = punches[i] as number;
    points.push(at(q - d), at(q, d), at(q + d));
    radii.push(0, 0, 0);
  });
  return roundCorners(points, radii);
}

function draft(input: Input) {
  const { contents } = input;
  const plan = sketch(input);
  const { square, tab } = plan;
  const around = contents.thickness;
  const envelope: PieceDraft = {
    id: "envelope",
    name: "Envelope",
    quantity: 1,
    blank: { width: square.side, height: square.side },
    root: "body",
    ...scored(plan),
    cuts: tab ? [slitFor(plan, tab)] : [],
    glue: [seam(plan, "left"), seam(plan, "right")],
  };
  return {
    inside: { width: square.width, height: square.height, depth: 0 },
    gap: {
      width: square.width - contents.width - around,
      height: square.height - contents.height - around,
      depth: 0,
    },
    pieces: tab ? [envelope, closureTab(tab)] : [envelope],
    joins: tab ? [tabJoin(plan, tab)] : [],
    contents: [lyingOnBody(contents, square.side / 2, square.side / 2, 45)],
    overlaps: [
      { piece: "envelope", panels: ["bottom", "top"] as const, least: SEAM, clear: SHORT_OF_FOLD, trims: "tipTrim" },
    ],
    trims: (["bottom", "top"] as const)
      .filter((id) => plan.flaps[id].trim > 0)
      .map((id) => ({ panel: id, amount: plan.flaps[id].trim })),
    refused: input.settings.closure === "tab" && !tab ? [{ setting: "closure", instead: "none" }] : [],
    dimensions: dimensions(plan, contents),
  };
}

/** The square and, when it has one, its tab: the same sketch that is drawn from. */
function blanks(input: Input) {
  const { square, tab } = sketch(input);
  const side = { width: square.side, height: square.side };
  return tab ? [side, { width: tab.width, height: tab.tall }] : [side];
}

/** The square scored along its four folds: panels and folds. */
function scored({ square, wide, long, short, rim, flat, set, flaps }: Sketch): Pick<PieceDraft, "panels" | "folds"> {
  // corner (0,0) is the flap on the H side at u = 0, then anticlockwise
  const trims = wide ? [0, flaps.bottom.trim, 0, flaps.top.trim] : [flaps.top.trim, 0, flaps.bottom.trim, 0];
  const hinge = (id: string, from: Point, to: Point, order: number): Fold => ({
    id: `score-${id}`,
    panels: ["body", id],
    from,
    to,
    angle: 180,
    order,
  });
  // side flaps long enough to overlap one another cannot fold into the same ply
  const sidesMeet = short / 2 + rim > long / 2;
  const last = sidesMeet ? 3 : 2;
  const folds = [
    hinge("left", flat(0, short), flat(0, 0), 1),
    hinge("right", flat(long, 0), flat(long, short), sidesMeet ? 2 : 1),
    hinge("bottom", flat(0, 0), flat(long, 0), last),
    hinge("top", flat(long, short), flat(0, short), last + 1),
  ];
  const panels = scoreBlank(edge(square, trims, set.cornerRadius), folds, [
    { id: "body", name: "Body", at: flat(long / 2, short / 2) },
    { id: "left", name: "Left flap", at: flat(-rim / 2, short / 2) },
    { id: "right", name: "Right flap", at: flat(long + rim / 2, short / 2) },
    { id: "bottom", name: "Bottom flap", at: flat(long / 2, -rim / 2) },
    { id: "top", name: "Top flap", at: flat(long / 2, short + rim / 2) },
  ]);
  return { panels, folds };
}

/**
 * Glue goes on the inner face of the bottom flap, along its slanted edge, where it meets the side flap folded under it.
 * On low envelopes the slant is short, and the upright edge below it is glued as well.
 */
function seam({ long, short, rim, flat, set, flaps: { bottom } }: Sketch, id: "left" | "right"): Glue {
  const band = set.glueStrip - 2 * TAPE_MARGIN;
  // in the folded body's frame, for the left side: the slanted edge runs from (0, rim) up at 45°
  const start = bottom.straight - rim < SHORT_SLANT ? TAPE_MARGIN : rim;
  const side = (off: number): Point[] => [
    ...(start < rim
      ? ([
          [off, start],
          [off, rim - off * (Math.SQRT2 - 1)],
        ] as Point[])
      : ([[off * Math.SQRT2, rim]] as Point[])),
    [bottom.straight - rim + off * Math.SQRT2, bottom.straight],
  ];
  const strip = [...side(TAPE_MARGIN + band), ...side(TAPE_MARGIN).reverse()];
  // the side flap lies under it, from the fold to its point; inset so that glue never reaches its edge
  const under: Point[] = [
    [0, TAPE_MARGIN],
    [rim, TAPE_MARGIN],
    [rim + short / 2 - TAPE_MARGIN * Math.SQRT2, short / 2],
    [rim, short - TAPE_MARGIN],
    [0, short - TAPE_MARGIN],
  ];
  const tipOff = set.cornerRadius * (Math.SQRT2 - 1) + TAPE_MARGIN;
  const stopAt = Math.min(rim + short / 2 - tipOff, long / 2);
  const kept = clipConvex(clipConvex(strip, under), [
    [0, 0],
    [stopAt, 0],
    [stopAt, short],
    [0, short],
  ]);
  const mirrored = id === "left" ? kept : kept.map(([x, y]): Point => [long - x, y]);
  return {
    id: `glue-${id}`,
    panel: "bottom",
    face: "front",
    // unfolded, the bottom flap lies below the body: y ↦ −y
    polygon: mirrored.map(([x, y]) => flat(x, -y)),
    onto: { piece: "envelope", panel: id, face: "back" },
    widestTape: band,
  };
}

type Tab = NonNullable<Sketch["tab"]>;

/** The slit in the bottom flap, in its middle, under the top flap's tip. */
const slitFor = ({ long, flat }: Sketch, { slit, slitAt }: Tab): Cut => ({
  id: "slit",
  panel: "bottom",
  path: [line(flat((long - slit) / 2, -slitAt), flat((long + slit) / 2, -slitAt))],
});

/** The tab lies on the inside of the top flap, its glued end on the paper and its free end past the tip. */
function tabJoin({ long, short, rotation, flat, flaps }: Sketch, { width, glued }: Tab): Join {
  const [x, y] = flat((long - width) / 2, short + flaps.top.reach - glued);
  return {
    piece: "tab",
    panel: "tab",
    onto: { piece: "envelope", panel: "top", face: "front" },
    x,
    y,
    rotation,
    flip: false,
  };
}

/** The tab is a strip with a rounded free end, drawn upright: glued below, free above. */
function closureTab({ width, glued, tall }: ReturnType<typeof tabOn>): PieceDraft {
  const zone: Point[] = [
    [TAPE_MARGIN, TAPE_MARGIN],
    [width - TAPE_MARGIN, TAPE_MARGIN],
    [width - TAPE_MARGIN, glued - TAPE_MARGIN],
    [TAPE_MARGIN, glued - TAPE_MARGIN],
  ];
  return {
    id: "tab",
    name: "Closure tab",
    quantity: 1,
    root: "tab",
    folds: [],
    cuts: [],
    panels: [
      {
        id: "tab",
        name: "Closure tab",
        outline: roundCorners(
          [
            [0, 0],
            [width, 0],
            [width, tall],
            [0, tall],
          ],
          [0, 0, TAB.end, TAB.end],
        ),
      },
    ],
    glue: [
      {
        id: "glue-tab",
        panel: "tab",
        face: "back",
        polygon: flatten(polygon(zone)),
        onto: { piece: "envelope", panel: "top", face: "front" },
        widestTape: glued - 2 * TAPE_MARGIN,
      },
    ],
  };
}

function dimensions(
  { square: { side: S, punch: p }, set, flaps, flat, long, short, wide, rim }: Sketch,
  contents: Input["contents"],
): Dimension[] {
  const piece = "envelope";
  const half: Point = [(contents.width * Math.SQRT1_2) / 2, (contents.height * Math.SQRT1_2) / 2];
  // corners of the contents, centred on the square and turned by 45°
  const corner = (u: 1 | -1, v: 1 | -1): Point => [
    S / 2 + u * half[0] - v * half[1],
    S / 2 + u * half[0] + v * half[1],
  ];
  const found: Dimension[] = [
    { id: "blank", piece, from: [S, S], to: [0, S], offset: 1, value: S, sets: "blank", lights: ["outline"] },
    { id: "first-score", piece, from: [0, 0], to: [p, 0], offset: 1, value: p, lights: ["score-left", "score-bottom"] },
    // the square grows away from its lower left: the far end of the width follows the pointer, the height's only half
    {
      id: "contents-width",
      piece,
      from: corner(-1, -1),
      to: corner(1, -1),
      offset: -1,
      value: contents.width,
      sets: "contents.width",
      lights: ["contents"],
    },
    {
      id: "contents-height",
      piece,
      from: corner(-1, -1),
      to: corner(-1, 1),
      offset: 1,
      value: contents.height,
      sets: "contents.height",
      gain: 2,
      lights: ["contents"],
    },
  ];
  if (set.cornerRadius > 0) {
    const corner0: Point = [S, S];
    const r = set.cornerRadius;
    const tip = wide ? corner0 : ([S, 0] as Point);
    const inwards: Point = tip[1] === S ? [-1, -1] : [-1, 1];
    const arcMiddle = add(tip, scale(inwards, r * (1 - Math.SQRT1_2)));
    found.push({
      id: "tip-radius",
      piece,
      from: arcMiddle,
      to: add(tip, scale(inwards, r)),
      offset: 0,
      value: r,
      sets: "settings.cornerRadius",
      lights: ["outline"],
    });
  }
  // across the strip, half way up the slanted edge of the bottom flap; unfolded, the flap lies below the body
  const half45 = (rim + flaps.bottom.straight) / 2;
  const across = set.glueStrip * Math.SQRT1_2;
  found.push({
    id: "glue-strip",
    piece,
    from: flat(half45 - rim, -half45),
    to: flat(half45 - rim + across, -(half45 - across)),
    offset: 0,
    value: set.glueStrip,
    sets: "settings.glueStrip",
    lights: ["bottom"],
  });
  const trimmed = (panel: "bottom" | "top", from: Point, to: Point): void => {
    const value = flaps[panel].trim;
    if (value > 0)
      found.push({
        id: `trim-${panel}`,
        piece,
        from,
        to,
        offset: 0,
        value,
        sets: "settings.tipTrim",
        lights: [panel],
        // on the flap: outside it the figures of the square have their place
        after: true,
      });
  };
  trimmed("bottom", flat(long / 2, -flaps.bottom.reach - flaps.bottom.trim), flat(long / 2, -flaps.bottom.reach));
  trimmed("top", flat(long / 2, short + flaps.top.reach + flaps.top.trim), flat(long / 2, short + flaps.top.reach));
  return found;
}

export const squareBlankEnvelope = defineForm({
  id: "square-blank-envelope",
  title: "Square-blank envelope",
  kind: "envelope",
  about: "One square of paper and a 45° punch board. Measured once, then turned three times.",
  methods: ["punch-board"],
  settings,
  heaviest: 160,
  draft,
  blanks,
});
