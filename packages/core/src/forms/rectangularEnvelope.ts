/**
 * What the envelopes cut from a rectangle share: a body with four flaps, its opening at the top, scored by hand. A form
 * gives the flaps' shapes; this file places them, rounds everything to the ruler, and says what was made of it.
 *
 *            ┌──────────────┐
 *            │     top      │ topDepth           inside   across = w + t + room, up = h + t + room, rounded up
 *     ┌──────┼──────────────┼──────┐             scores   from the left edge: side, side + across
 *     │ left │     body     │ right│ up                   from the top edge: topDepth, topDepth + up
 *     └──────┼──────────────┼──────┘
 *            │    bottom    │ bottomDepth        The drawn face is the inside.
 *            └──────────────┘
 *      side       across      side
 */
import { polygon } from "../geometry/path.ts";
import type { Point } from "../geometry/point.ts";
import type { Drafted, Overlap, Setup } from "../model/form.ts";
import type { Dimension, Glue, Placement } from "../model/piece.ts";
import { length } from "../model/setting.ts";
import type { Contents, Stock } from "../model/spec.ts";
import { hinge, type Hinged, type HingeOptions } from "../paper/flap.ts";
import { roundUp } from "../units/ruler.ts";
import { flatPocket } from "./clearance.ts";
import { lyingOnBody, SEAM, SHORT_OF_FOLD } from "./custom.ts";

/** The trade's room for a hand-scored envelope: 1/4 in on the width and 1/8 in on the height. */
export const roomSettings = {
  playWidth: length("Room on the width", {
    default: 6,
    min: 0,
    max: 20,
    about: "Free room asked for, beyond what the thickness takes.",
  }),
  playHeight: length("Room on the height", {
    default: 3,
    min: 0,
    max: 20,
    about: "Free room asked for, beyond what the thickness takes.",
  }),
};

export interface Room {
  readonly playWidth: number;
  readonly playHeight: number;
}

export interface Body {
  /** mm inside, along the fold of the top flap and away from it, on the ruler's grid */
  readonly across: number;
  readonly up: number;
  /** degrees the contents are turned to lie in it */
  readonly turned: 0 | 90;
  /** gap between neighbouring flaps at a corner: 1 mm, or two calipers of heavy stock */
  readonly relief: number;
}

/** The body for these contents, opening on its long or on its short side; `need` gives the least inside on an axis. */
export function bodyFor(
  contents: Contents,
  stock: Stock,
  room: Room,
  { grid }: Setup,
  opensOn: "long" | "short",
  need: (size: number, thickness: number, play: number) => number = flatPocket,
): Body {
  const width = roundUp(need(contents.width, contents.thickness, room.playWidth), grid);
  const height = roundUp(need(contents.height, contents.thickness, room.playHeight), grid);
  const upright = width >= height === (opensOn === "long");
  return {
    across: upright ? width : height,
    up: upright ? height : width,
    turned: upright ? 0 : 90,
    relief: Math.max(1, 2 * stock.caliper),
  };
}

type FlapShape = Pick<HingeOptions, "inset" | "corners">;

export interface Flaps {
  readonly side: number;
  readonly topDepth: number;
  readonly bottomDepth: number;
  /** in the frame of the edge each hangs on */
  readonly left: FlapShape;
  readonly right: FlapShape;
  readonly bottom: FlapShape;
  readonly top: FlapShape;
}

export interface EnvelopePlan {
  readonly body: Body;
  readonly flaps: Flaps;
  readonly contents: Contents;
  /** the zone glued to the left flap, in the folded body's frame: x from the left fold, y from the bottom fold */
  readonly seam: readonly Point[];
  readonly widestTape: number;
  readonly overlap: Pick<Overlap, "trims" | "depth">;
  readonly dimensions: readonly Dimension[];
}

/** Lays out the envelope. */
export function rectangularEnvelope({
  body,
  flaps,
  contents,
  seam,
  widestTape,
  overlap,
  dimensions,
}: EnvelopePlan): Drafted {
  const { across, up, turned } = body;
  const { side, bottomDepth, topDepth } = flaps;
  const at = (x: number, y: number): Point => [side + x, bottomDepth + y];
  const grow = (id: string, name: string, from: Point, to: Point, shape: FlapShape, order: number): Hinged =>
    hinge({ id, name, parent: "body", edge: { from, to }, ...shape, order });
  const bottom = grow("bottom", "Bottom flap", at(0, 0), at(across, 0), flaps.bottom, 2);
  const right = grow("right", "Right flap", at(across, 0), at(across, up), flaps.right, 1);
  const top = grow("top", "Top flap", at(across, up), at(0, up), flaps.top, 3);
  const left = grow("left", "Left flap", at(0, up), at(0, 0), flaps.left, 1);
  const corners: readonly [Point, Hinged][] = [
    [at(0, 0), bottom],
    [at(across, 0), right],
    [at(across, up), top],
    [at(0, up), left],
  ];
  const outline = polygon(corners.flatMap(([corner, flap]) => [corner, ...flap.base]).filter(isNew));
  const hung = [left, right, bottom, top];
  const glue = (id: "left" | "right"): Glue => ({
    id: `glue-${id}`,
    panel: "bottom",
    face: "front",
    // unfolded, the bottom flap lies below the body: y ↦ −y
    polygon: seam.map(([x, y]) => at(id === "left" ? x : across - x, -y)),
    onto: { piece: "envelope", panel: id, face: "back" },
    widestTape,
  });
  const inside = turned === 0 ? { width: across, height: up, depth: 0 } : { width: up, height: across, depth: 0 };
  const lying = lyingOnBody(contents, side + across / 2, bottomDepth + up / 2, turned);
  const blank = { width: across + 2 * side, height: up + bottomDepth + topDepth };
  return {
    inside,
    gap: {
      width: inside.width - contents.width - contents.thickness,
      height: inside.height - contents.height - contents.thickness,
      depth: 0,
    },
    pieces: [
      {
        id: "envelope",
        name: "Envelope",
        quantity: 1,
        blank,
        root: "body",
        panels: [{ id: "body", name: "Body", outline }, ...hung.map((h) => h.panel)],
        folds: hung.map((h) => h.fold),
        cuts: [],
        glue: [glue("left"), glue("right")],
      },
    ],
    joins: [],
    contents: [lying],
    overlaps: [{ piece: "envelope", panels: ["bottom", "top"], least: SEAM, clear: SHORT_OF_FOLD, ...overlap }],
    trims: [],
    refused: [],
    dimensions: [
      ...sizes(blank, lying, {
        left: { value: side, lights: "score-left" },
        top: { value: topDepth, lights: "score-top" },
      }),
      ...dimensions,
    ],
  };
}

/** A point that differs from the one before it: where a flap hangs on the whole edge, corner and base are one. */
export const isNew = (p: Point, i: number, all: readonly Point[]): boolean => {
  const before = all[(i + all.length - 1) % all.length] as Point;
  return Math.abs(p[0] - before[0]) + Math.abs(p[1] - before[1]) > 1e-9;
};

interface FirstScore {
  readonly value: number;
  /** id of the score it is */
  readonly lights: string;
}

/** The figures every envelope cut from a rectangle has: the sheet, the first scores, the contents. */
export function sizes(
  blank: { readonly width: number; readonly height: number },
  lying: Placement,
  first: { readonly left: FirstScore; readonly top: FirstScore },
): Dimension[] {
  const { left, top } = first;
  const piece = "envelope";
  const [halfX, halfY] =
    lying.rotation === 0 ? [lying.width / 2, lying.height / 2] : [lying.height / 2, lying.width / 2];
  const upright = lying.rotation === 0;
  const { width, height } = blank;
  const box = (x: number, y: number): Point => [lying.x + x * halfX, lying.y + y * halfY];
  return [
    { id: "blank-width", piece, from: [width, height], to: [0, height], offset: 1, value: width, lights: ["outline"] },
    { id: "blank-height", piece, from: [width, 0], to: [width, height], offset: 1, value: height, lights: ["outline"] },
    {
      id: "first-score",
      piece,
      from: [0, 0],
      to: [left.value, 0],
      offset: 1,
      value: left.value,
      lights: [left.lights],
    },
    {
      id: "second-score",
      piece,
      from: [0, height],
      to: [0, height - top.value],
      offset: 1,
      value: top.value,
      lights: [top.lights],
    },
    // the sheet grows away from its lower left, and the contents from the middle of the body
    {
      id: upright ? "contents-width" : "contents-height",
      piece,
      from: box(-1, -0.6),
      to: box(1, -0.6),
      offset: 0,
      value: 2 * halfX,
      sets: upright ? "contents.width" : "contents.height",
      lights: ["contents"],
    },
    {
      id: upright ? "contents-height" : "contents-width",
      piece,
      from: box(-0.7, -1),
      to: box(-0.7, 1),
      offset: 0,
      value: 2 * halfY,
      sets: upright ? "contents.height" : "contents.width",
      lights: ["contents"],
    },
  ];
}
