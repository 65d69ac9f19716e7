/**
 * Deep envelope: every side carries two scores, a wall g apart, so that thick contents lie in a shallow box.
 *
 *                   ╭────────────────╮
 *                   │      top       │ topFlap                across = w + room, up = h + room
 *                   ├────────────────┤                        g      = t + room on the depth + one ply
 *                   │    top wall    │ g                      (all rounded up to the ruler)
 *     ╱┌──────┬─────┼────────────────┼─────┬──────┐╲
 *    │ │ left │left │      body      │right│ right│ │         Scores from the left edge: side, + g, + across, + g.
 *    │ │ flap │wall │                │wall │ flap │ │ up      From the top edge: topFlap, + g, + up, + g.
 *     ╲└──────┴─────┼────────────────┼─────┴──────┘╱
 *       side    │web│  bottom wall   │web│    g              The drawn face is the inside. The four corner squares
 *               └───┼────────────────┼───┘                   are cut away; at the bottom they may stay as webs, tabs
 *                   │     front      │ up, less the throat   on the side walls that are glued inside the bottom wall.
 *                   └────────────────┘
 *
 * The front lies one ply over the side flaps and the closing flap one ply over the front: the walls' free room counts
 * that. Where the whole does not come out of the sheet in hand, the closing flap is a piece of its own:
 *
 *     ├── top ──┤ closing flap      The strip is glued outside the body along its upper edge,
 *     ├─ wall ──┤ g                 so that nothing inside catches the contents.
 *     └─ strip ─┘ 16 mm
 */
import { z } from "zod";
import { fitsIn } from "../geometry/fit.ts";
import { polygon } from "../geometry/path.ts";
import type { Point } from "../geometry/point.ts";
import { defineForm, type Drafted, type DraftInput } from "../model/form.ts";
import type { Dimension, Glue, Join, PieceDraft } from "../model/piece.ts";
import { autoLength, choice, length } from "../model/setting.ts";
import { type Edge, hinge, type Hinged, outward } from "../paper/flap.ts";
import { roundDown, roundUp } from "../units/ruler.ts";
import { LEAST_PLAY_MM } from "./clearance.ts";
import { lyingOnBody, SEAM, SHORT_OF_FOLD, TAPE_MARGIN, throat, TOP_PART } from "./custom.ts";
import { bodyFor, isNew, sizes } from "./rectangularEnvelope.ts";

const settings = z.strictObject({
  playWidth: length("Room on the width", {
    default: 3,
    min: 0,
    max: 20,
    about: "Free room between the side walls, beyond the contents.",
  }),
  playHeight: length("Room on the height", {
    default: 3,
    min: 0,
    max: 20,
    about: "Free room between the bottom and the top wall, beyond the contents.",
  }),
  playDepth: length("Room on the depth", {
    default: 0.5,
    min: 0.5,
    max: 10,
    about: "Free room above the contents; the paper's own thickness is counted as well.",
  }),
  sideFlap: length("Side flaps", {
    default: 18,
    min: 12,
    max: 40,
    about: "How far the side flaps reach in over the contents; the front is glued to them.",
    handle: "side-flap",
  }),
  topFlap: autoLength("Closing flap", {
    min: 15,
    max: 300,
    about: "How far the closing flap reaches; 40 % of the height unless set.",
    handle: "top-flap",
    follows: "height",
  }),
  throat,
  corners: choice(
    "Lower corners",
    { auto: "Webs where the wall is high enough", cut: "Cut away", web: "Webs, glued inside" },
    "auto",
    "A web keeps the corner square and closed.",
  ),
  closing: choice(
    "Closing flap from",
    { auto: "The same sheet if it fits", one: "The same sheet", own: "A piece of its own" },
    "auto",
    "A sheet too small for the whole may do for two pieces.",
  ),
  cornerRadius: length("Round the corners", {
    default: 6,
    min: 0,
    max: 20,
    about: "The two free corners of the closing flap.",
    handle: "flap-radius",
  }),
});

type Set = z.output<typeof settings>;
type Input = DraftInput<Set>;

/** Side and closing flaps narrow by so much in a mm (5°), so that none shows past a fold. */
const TAPER = Math.tan((5 * Math.PI) / 180);
/** On a lower wall (mm) there is no strip left to glue a web by. */
const WEB_FROM = 6;
/** A web reaches at least so far along the bottom wall: enough for a 6 mm tape and its margins. */
const LEAST_WEB = 12;
/** The strip of a closing flap of its own: a 12 mm tape and its margins. */
const STRIP = 16;

/** Between walls there is no girth to reach round: the contents' size, and the room asked for. */
const betweenWalls = (size: number, _thickness: number, play: number): number => size + Math.max(play, LEAST_PLAY_MM);

/** Every figure the drawing needs, on the ruler's grid where a score or a cut depends on it. */
function figuresOf({ contents, stock, settings: set, setup, sheet }: Input) {
  const { grid } = setup;
  const s = stock.caliper;
  const { across, up, turned, relief } = bodyFor(contents, stock, set, setup, "long", betweenWalls);
  const g = roundUp(contents.thickness + set.playDepth + s, grid);
  const web = set.corners !== "cut" && g >= WEB_FROM;
  const upright = turned === 0;
  const [wide, high] = upright ? [contents.width, contents.height] : [contents.height, contents.width];
  // short of the front, whatever throat is asked for
  const webLong = Math.min(Math.max(g, LEAST_WEB), across / 3, up / 2 - grid);
  // webs lie inside the bottom wall: where they reach the contents, these stand one ply higher
  const webPly = web && webLong > (across - wide) / 2 ? s : 0;
  const needUp = betweenWalls(high, 0, upright ? set.playHeight : set.playWidth);
  const height = webPly > 0 ? roundUp(needUp + webPly, grid) : up;
  const side = Math.max(grid, roundDown(Math.min(set.sideFlap, across / 2 - 2), grid));
  const front = Math.max(grid, roundDown(height - Math.min(set.throat, height / 2), grid));
  const least = height - front + SEAM;
  const topDepth =
    set.topFlap === "auto" ? roundUp(Math.max(TOP_PART * height, least), grid) : roundUp(set.topFlap, grid);
  const whole = { width: across + 2 * (g + side), height: height + 2 * g + front + topDepth };
  const own =
    set.closing === "own" ||
    (set.closing === "auto" && sheet !== undefined && !fitsIn(whole.width, whole.height, sheet.width, sheet.height));
  const strip = roundUp(Math.min(STRIP, height / 3), grid);
  return { across, up: height, turned, relief, g, side, front, topDepth, web, webPly, own, strip, webLong, s };
}

type Figures = ReturnType<typeof figuresOf>;

function blanksOf({ across, up, g, side, front, topDepth, own, strip }: Figures) {
  const width = across + 2 * (g + side);
  return own
    ? [
        { width, height: up + g + front },
        { width: across, height: strip + g + topDepth },
      ]
    : [{ width, height: up + 2 * g + front + topDepth }];
}

/** A wall on an edge and the flap on the wall, each narrowed by its own relief. */
function wallAndFlap(
  wall: { readonly id: string; readonly name: string; readonly parent: string; readonly edge: Edge },
  flap: {
    readonly id: string;
    readonly name: string;
    readonly inset: number;
    readonly corners: readonly (readonly [number, number, number])[];
  },
  {
    g,
    inset,
    order,
    lift,
  }: { readonly g: number; readonly inset: number; readonly order: number; readonly lift: number },
): readonly [Hinged, Hinged] {
  const { from, to } = wall.edge;
  const long = Math.abs(from[0] - to[0]) + Math.abs(from[1] - to[1]);
  const at = outward(wall.edge);
  const shoulder = inset + flap.inset;
  const standing = hinge({
    ...wall,
    inset,
    corners: [inset, shoulder, long - shoulder, long - inset]
      .filter((along, i, all) => i === 0 || along - (all[i - 1] as number) > 1e-9)
      .map((along) => [along, g, 0] as const),
    order,
    angle: 90,
  });
  const lying = hinge({
    ...flap,
    parent: wall.id,
    edge: { from: at(inset, g), to: at(long - inset, g) },
    order: order + 1,
    angle: 90,
    lift,
  });
  return [standing, lying];
}

function draft(input: Input): Drafted {
  const f = figuresOf(input);
  const { across, up, g, side, front, topDepth, relief, s } = f;
  const { contents, settings: set } = input;
  const bottom = g + front;
  const left = side + g;
  const at = (x: number, y: number): Point => [left + x, bottom + y];
  // walls of the long sides make way for the side walls by the paper's own thickness
  const inset = Math.max(s, 0.2);

  const sideShape = (id: "left" | "right") => {
    const taper = Math.min(relief + side * TAPER, up / 2 - 2);
    return {
      id,
      name: id === "left" ? "Left flap" : "Right flap",
      inset: relief,
      corners: [
        [taper, side, 2],
        [up - taper, side, 2],
      ] as const,
    };
  };
  const [leftWall, leftFlap] = wallAndFlap(
    { id: "left-wall", name: "Left wall", parent: "body", edge: { from: at(0, up), to: at(0, 0) } },
    sideShape("left"),
    { g, inset: 0, order: 1, lift: 0 },
  );
  const [rightWall, rightFlap] = wallAndFlap(
    { id: "right-wall", name: "Right wall", parent: "body", edge: { from: at(across, 0), to: at(across, up) } },
    sideShape("right"),
    { g, inset: 0, order: 1, lift: 0 },
  );
  const frontWide = across - 2 * inset;
  const [bottomWall, frontPanel] = wallAndFlap(
    { id: "bottom-wall", name: "Bottom wall", parent: "body", edge: { from: at(0, 0), to: at(across, 0) } },
    {
      id: "front",
      name: "Front",
      inset: relief,
      corners: [
        [relief, front, 0],
        [frontWide - relief, front, 0],
      ],
    },
    { g, inset, order: 3, lift: -1 },
  );
  const closing = closingFlap(
    f,
    set,
    f.own ? { from: [across, f.strip], to: [0, f.strip] } : { from: at(across, up), to: at(0, up) },
    inset,
  );
  const webs = f.web ? websOf(f, at) : [];

  const corners: readonly [Point, Hinged | undefined][] = [
    [at(0, 0), bottomWall],
    [at(across, 0), rightWall],
    [at(across, up), f.own ? undefined : closing[0]],
    [at(0, up), leftWall],
  ];
  const outline = polygon(corners.flatMap(([corner, wall]) => [corner, ...(wall?.base ?? [])]).filter(isNew));
  const hung = [leftWall, rightWall, leftFlap, rightFlap, ...webs, bottomWall, frontPanel, ...(f.own ? [] : closing)];
  const lying = lyingOnBody(contents, left + across / 2, bottom + up / 2 + f.webPly / 2, f.turned);
  const [blank, flapBlank] = blanksOf(f);
  const room = { across, up: up - f.webPly };
  const inside =
    f.turned === 0
      ? { width: room.across, height: room.up, depth: g }
      : { width: room.up, height: room.across, depth: g };
  const envelope: PieceDraft = {
    id: "envelope",
    name: "Envelope",
    quantity: 1,
    blank: blank,
    root: "body",
    panels: [{ id: "body", name: "Body", outline }, ...hung.map((h) => h.panel)],
    folds: hung.map((h) => h.fold),
    cuts: [],
    glue: [...seams(f, at, inset + relief), ...(f.web ? webGlue(f, at) : [])],
  };
  const own = f.own ? ownFlap(f, closing, flapBlank as { width: number; height: number }, inset, at) : undefined;
  return {
    inside,
    gap: {
      width: inside.width - contents.width,
      height: inside.height - contents.height,
      depth: g - contents.thickness,
    },
    pieces: own ? [envelope, own.piece] : [envelope],
    joins: own ? [own.join] : [],
    contents: [lying],
    overlaps: [
      { piece: "envelope", panels: ["front", "top"], least: SEAM, clear: SHORT_OF_FOLD, apart: up, depth: "topFlap" },
    ],
    trims: [],
    refused: set.corners === "web" && !f.web ? [{ setting: "corners", instead: "cut" }] : [],
    dimensions: [
      ...sizes(envelope.blank as { width: number; height: number }, lying, {
        left: { value: side, lights: "score-left" },
        top: f.own ? { value: up, lights: "score-bottom-wall" } : { value: topDepth, lights: "score-top" },
      }),
      ...figures(f, set, at),
    ],
  };
}

/** Top wall and closing flap, on the body's upper edge or on the strip of their own piece. */
function closingFlap(f: Figures, set: Set, edge: Edge, inset: number): readonly [Hinged, Hinged] {
  const wide = f.across - 2 * inset;
  const taper = Math.min(f.relief + f.topDepth * TAPER, wide / 2 - 2);
  return wallAndFlap(
    { id: "top-wall", name: "Top wall", parent: f.own ? "strip" : "body", edge },
    {
      id: "top",
      name: "Closing flap",
      inset: f.relief,
      corners: [
        [taper, f.topDepth, set.cornerRadius],
        [wide - taper, f.topDepth, set.cornerRadius],
      ],
    },
    // the strip outside the body lies one ply lower, so its flap stands one ply further off
    { g: f.g, inset, order: 5, lift: f.own ? -3 : -2 },
  );
}

/** The lower corner squares, kept: tabs on the ends of the side walls that turn in behind the bottom wall. */
function websOf({ across, g, webLong, relief }: Figures, at: (x: number, y: number) => Point): Hinged[] {
  const tab = (id: "left" | "right", edge: Edge): Hinged =>
    hinge({
      id: `${id}-web`,
      name: id === "left" ? "Left web" : "Right web",
      parent: `${id}-wall`,
      edge,
      // kept clear of the side flap above it and of the body's corner
      inset: 0,
      corners: [
        [Math.min(relief, g / 4), webLong, 0],
        [g - Math.min(relief, g / 4), webLong, 0],
      ],
      order: 2,
      angle: 90,
      lift: 1,
    });
  return [tab("left", { from: at(-g, 0), to: at(0, 0) }), tab("right", { from: at(across, 0), to: at(across + g, 0) })];
}

function webGlue({ across, g, webLong, relief }: Figures, at: (x: number, y: number) => Point): Glue[] {
  const edge = Math.min(relief, g / 4) + Math.min(TAPE_MARGIN, g / 8);
  const zone: readonly Point[] = [
    [edge, Math.max(relief, TAPE_MARGIN) + 1],
    [edge, webLong - TAPE_MARGIN],
    [g - edge, webLong - TAPE_MARGIN],
    [g - edge, Math.max(relief, TAPE_MARGIN) + 1],
  ];
  return (["left", "right"] as const).map((id) => ({
    id: `glue-${id}-web`,
    panel: `${id}-web`,
    face: "back",
    polygon: zone.map(([across0, down]) => at(id === "left" ? -across0 : across + across0, -down)),
    onto: { piece: "envelope", panel: "bottom-wall", face: "front" },
    widestTape: g - 2 * edge,
    web: true,
  }));
}

/** Where the front is glued to the side flaps: within both, clear of the tapers. */
function seams(f: Figures, at: (x: number, y: number) => Point, frontIn: number): Glue[] {
  const { across, up, g, side, front, relief } = f;
  const taper = Math.min(relief + side * TAPER, up / 2 - 2);
  const low = taper + TAPE_MARGIN;
  const high = Math.max(low + 1, Math.min(front - TAPE_MARGIN, up - taper - TAPE_MARGIN));
  const [near, far] = [frontIn + TAPE_MARGIN, side - TAPE_MARGIN];
  const zone: readonly Point[] = [
    [near, low],
    [far, low],
    [far, high],
    [near, high],
  ];
  return (["left", "right"] as const).map((id) => ({
    id: `glue-${id}`,
    panel: "front",
    face: "front",
    polygon: zone.map(([x, y]) => at(id === "left" ? x : across - x, -g - y)),
    onto: { piece: "envelope", panel: id, face: "back" },
    widestTape: far - near,
  }));
}

/** The closing flap as a piece of its own, glued outside the body. */
function ownFlap(
  f: Figures,
  [wall, flap]: readonly [Hinged, Hinged],
  blank: { readonly width: number; readonly height: number },
  inset: number,
  at: (x: number, y: number) => Point,
): { readonly piece: PieceDraft; readonly join: Join } {
  const { across, up, strip } = f;
  const outline = polygon([[inset, 0], [across - inset, 0], ...wall.base]);
  const [x, y] = at(0, up - strip);
  const margin = inset + TAPE_MARGIN;
  return {
    piece: {
      id: "flap",
      name: "Closing flap",
      quantity: 1,
      blank,
      root: "strip",
      panels: [{ id: "strip", name: "Strip", outline }, wall.panel, flap.panel],
      folds: [wall.fold, flap.fold],
      cuts: [],
      glue: [
        {
          id: "glue-strip",
          panel: "strip",
          face: "front",
          polygon: [
            [margin, TAPE_MARGIN],
            [across - margin, TAPE_MARGIN],
            [across - margin, strip - TAPE_MARGIN],
            [margin, strip - TAPE_MARGIN],
          ],
          onto: { piece: "envelope", panel: "body", face: "back" },
          widestTape: strip - 2 * TAPE_MARGIN,
        },
      ],
    },
    join: {
      piece: "flap",
      panel: "strip",
      onto: { piece: "envelope", panel: "body", face: "back" },
      x,
      y,
      rotation: 0,
      flip: false,
    },
  };
}

function figures(f: Figures, set: Set, at: (x: number, y: number) => Point): Dimension[] {
  const { across, up, g, side, front, topDepth, own, strip } = f;
  const piece = "envelope";
  const up0 = own ? ([across / 2, strip + g] as const) : at(across / 2, up + g);
  const inset = Math.max(f.s, 0.2);
  const found: Dimension[] = [
    {
      id: "wall",
      piece,
      // in the corner that is cut away, where nothing else is written
      from: at(-WEB_FROM, up),
      to: at(-WEB_FROM, up + g),
      offset: 0,
      value: g,
      after: true,
      lights: ["left-wall", "right-wall", "bottom-wall", "top-wall"],
    },
    {
      id: "side-flap",
      piece,
      // clear of the middle, where the figure of the first score from the top stands
      from: at(-g, up * 0.7),
      to: at(-g - side, up * 0.7),
      offset: 0,
      value: side,
      sets: "settings.sideFlap",
      lights: ["left", "right"],
      after: true,
    },
    {
      id: "top-flap",
      piece: own ? "flap" : piece,
      from: up0,
      to: [up0[0], up0[1] + topDepth],
      offset: 0,
      value: topDepth,
      sets: "settings.topFlap",
      lights: ["top"],
      after: true,
    },
    {
      id: "throat",
      piece,
      from: at(across * 0.25, -g - front),
      to: at(across * 0.25, -g - up),
      offset: 0,
      value: up - front,
      sets: "settings.throat",
      gain: -1,
      lights: ["front"],
    },
  ];
  if (set.cornerRadius > 0) {
    const wide = across - 2 * inset;
    const taper = Math.min(f.relief + topDepth * TAPER, wide / 2 - 2);
    const half = across / 2 - inset - taper;
    const corner: Point = [up0[0] - half, up0[1] + topDepth];
    const near = set.cornerRadius * (1 - Math.SQRT1_2);
    found.push({
      id: "flap-radius",
      piece: own ? "flap" : piece,
      from: [corner[0] + near, corner[1] - near],
      to: [corner[0] + set.cornerRadius, corner[1] - set.cornerRadius],
      offset: 0,
      value: set.cornerRadius,
      sets: "settings.cornerRadius",
      lights: ["top"],
    });
  }
  return found;
}

export const deepEnvelope = defineForm({
  id: "deep-envelope",
  title: "Deep envelope",
  kind: "envelope",
  about: "Two scores on every side make walls, for cards with layers, bows or anything thick.",
  methods: ["scoring-board"],
  settings,
  heaviest: 250,
  draft,
  blanks: (input) => blanksOf(figuresOf(input)),
});
