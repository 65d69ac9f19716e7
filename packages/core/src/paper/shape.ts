/**
 * Words for corners, edges and flaps. Everything is a list of corners, each with the radius it is rounded by, so that a
 * clipped corner, a thumb cut and a pointed flap are the same kind of thing and meet the paper in one way.
 *
 *   rounded(r)  ╭──     clipped(c)  ╱──     thumbCut(r)  ──╮  ╭──     notch(w, d)  ──╲ ╱──
 *               │                  │                       ╰──╯                     V
 */
import { type Path, roundCorners } from "../geometry/path.ts";
import { add, direction, distance, type Point, scale } from "../geometry/point.ts";
import { SAME_POINT_MM } from "../geometry/tolerance.ts";
import { nth } from "../units/nth.ts";

/** A corner of an outline, mm, and the radius it is rounded by; none keeps it sharp. */
export type Corner = readonly [x: number, y: number, round?: number];

/** Where a corner is, whatever becomes of it. */
export const spotOf = ([x, y]: Corner): Point => [x, y];

/** The outline through corners, each rounded as it says. */
export const cornered = (corners: readonly Corner[]): Path =>
  roundCorners(
    corners.map(spotOf),
    corners.map(([, , round = 0]) => round),
  );

/** What becomes of a corner: given the corner and the unit vectors back and ahead along its edges. */
export type CornerCut = (corner: Point, back: Point, ahead: Point) => readonly Corner[];

/** A corner rounded with a radius. */
export const rounded =
  (radius: number): CornerCut =>
  ([x, y]) => [[x, y, radius]];

/** A corner cut off straight, `by` mm along both edges or `on` mm along the second, what is left of it rounded. */
export const clipped =
  (by: number, radius = 0, on = by): CornerCut =>
  (corner, back, ahead) => [
    [...add(corner, scale(back, by)), radius],
    [...add(corner, scale(ahead, on)), radius],
  ];

/** What becomes of a straight edge: corners in the edge's frame, x along it and y out of the paper. */
export interface EdgeCut {
  (long: number): readonly Corner[];
  /** mm it stands out of the paper; nothing where it is only cut into */
  readonly out?: number;
}

/** A half round cut to grip what is inside, in the middle of an edge unless said. */
export const thumbCut =
  (radius: number, at = 0.5): EdgeCut =>
  (long) => {
    const [r, m] = [Math.min(radius, long / 2 - 1), long * at];
    return r <= 0
      ? []
      : [
          [m - r, 0],
          [m - r, -r, r],
          [m + r, -r, r],
          [m + r, 0],
        ];
  };

/** A pointed cut, `wide` along the edge and `deep` into the paper, its point `at` mm along the edge. */
export const notch =
  (at: number, wide: number, deep: number): EdgeCut =>
  () => [
    [at - wide / 2, 0],
    [at, -deep],
    [at + wide / 2, 0],
  ];

/** An arc from end to end of an edge, `rise` mm out of the paper in its middle, or into it: no more than half the edge. */
export const arched = (rise: number): EdgeCut =>
  Object.assign(
    (long: number): readonly Corner[] => {
      const radius = (long * long) / (8 * Math.abs(rise)) + Math.abs(rise) / 2;
      // the tangents at its ends meet above its middle: rounded by the arc's radius their corner is the arc
      const slope = long / 2 / (radius - Math.abs(rise));
      return [[long / 2, (Math.sign(rise) * slope * long) / 2, radius]];
    },
    rise > 0 ? { out: rise } : {},
  );

/** Places in an edge's frame as places on the sheet. */
export function outward(from: Point, to: Point): (corner: Corner) => Corner {
  const [dx, dy] = direction(from, to);
  return ([along, out, round = 0]) => [from[0] + dx * along + dy * out, from[1] + dy * along - dx * out, round];
}

/** Corners with their treatment: each corner by its word, each edge (from corner i to the next) by its own. */
export function treated(
  points: readonly Point[],
  corners: readonly (CornerCut | undefined)[],
  edges: readonly (EdgeCut | undefined)[] = [],
): Corner[] {
  const at = (i: number): Point => nth(points, i);
  const all = points.flatMap((p, i): readonly Corner[] => {
    const kept: readonly Corner[] = corners[i]?.(p, direction(p, at(i - 1)), direction(p, at(i + 1))) ?? [p];
    const taken = edges[i]?.(distance(p, at(i + 1))) ?? [];
    return [...kept, ...taken.map(outward(p, at(i + 1)))];
  });
  // two cuts that meet on an edge leave one point
  return all.filter(([x, y], i) => {
    const [u, v] = nth(all, i - 1);
    return all.length === 1 || Math.hypot(x - u, y - v) > SAME_POINT_MM;
  });
}

/** A flap as it stands on its fold. */
export interface Standing {
  /** mm from both ends of the edge at which the fold begins and ends */
  readonly relief: number;
  /** from the edge's start to its end, x along the edge and y away from it */
  readonly corners: readonly Corner[];
  /** mm from the fold to where it ends, roundings counted */
  readonly deep: number;
  /** mm that its free edge stands out past there */
  readonly out?: number | undefined;
  /** mm cut straight off its point */
  readonly trim?: number;
  /** what its fold is where it is not straight, and its two sides: out of the flap is positive */
  readonly foot?: EdgeCut;
  readonly sides?: EdgeCut | undefined;
}

/** The shape of a flap, for an edge so long. */
export type Shape = (long: number) => Standing;

interface Tapered {
  readonly deep: number;
  /** mm off both ends of the edge, so that neighbouring flaps do not touch */
  readonly relief?: number;
  /** mm it narrows on each side for each mm of depth, until it has narrowed by `most` */
  readonly slope?: number;
  readonly most?: number;
  /** radius of its two free corners */
  readonly round?: number;
  /** what is taken out of its free edge, and out of both its sides */
  readonly tip?: EdgeCut | undefined;
  readonly sides?: EdgeCut | undefined;
}

/**
 *   ╭─────────────╮  deep
 *    ╲           ╱
 *     └─────────┘  relief off both ends
 */
export const tapered =
  ({ deep, relief = 0, slope = 0, most = Infinity, round = 0, tip, sides }: Tapered): Shape =>
  (long) => {
    const inset = Math.min(relief + Math.min(deep * slope, most), Math.max(relief, long / 2 - 2));
    const bend: readonly number[] = most < deep * slope ? [Math.min(deep / 2, most / slope)] : [];
    const cut = (tip?.(long - 2 * inset) ?? []).map(([x, y, r = 0]): Corner => [inset + x, deep + y, r]);
    return {
      relief,
      deep,
      out: tip?.out,
      sides,
      corners: [
        ...bend.map((y): Corner => [inset, y]),
        [inset, deep, round],
        ...cut,
        [long - inset, deep, round],
        ...bend.map((y): Corner => [long - inset, y]),
      ],
    };
  };

/**
 * A flap with a slot cut in from its starting side, square to it.
 *
 *   ┌─────────────┐  deep
 *   ├────         │  `wide` open, its middle `fromTip` off the tip, `far` in
 *   └─────────────┘
 */
export const slotted =
  (
    deep: number,
    { wide, far, fromTip }: { readonly wide: number; readonly far: number; readonly fromTip: number },
  ): Shape =>
  (long) => {
    const [low, high] = [deep - fromTip - wide / 2, deep - fromTip + wide / 2];
    const slot: readonly Corner[] = [
      [0, low],
      [far, low],
      [far, high],
      [0, high],
    ];
    return { relief: 0, deep, corners: [...slot, [0, deep], [long, deep]] };
  };

interface Pointed {
  /** mm from the fold to the point, before it is rounded or trimmed */
  readonly apex: number;
  /** mm it rises before it slants */
  readonly shoulder: number;
  readonly relief?: number;
  readonly round?: number;
  /** mm cut straight off the point */
  readonly trim?: number;
}

/**
 *        ╱╲      apex, less what the rounding or the trim takes
 *      ╱    ╲
 *     └┐    ┌┘   shoulder
 */
export const pointed =
  ({ apex, shoulder, relief = 0, round = 0, trim = 0 }: Pointed): Shape =>
  (long) => {
    const half = long / 2 - relief;
    const slant = Math.hypot(half, apex - shoulder);
    const flat = (half * trim) / (apex - shoulder);
    const tip: readonly Corner[] =
      trim > 0
        ? [
            [long / 2 - flat, apex - trim, round],
            [long / 2 + flat, apex - trim, round],
          ]
        : [[long / 2, apex, round]];
    return {
      relief,
      // a tip of half angle φ rounded with r loses r(1/sin φ − 1)
      deep: trim > 0 ? apex - trim : apex - round * (slant / half - 1),
      trim,
      corners: [[relief, shoulder], ...tip, [long - relief, shoulder]],
    };
  };

/** Off both ends of an edge, so that a flap with a slanted tip slips past its neighbours, mm. */
const BESIDE_SLANT = 0.5;

/**
 * A flap whose free edge runs on the slant.
 *
 *   ┌──╲__        deep at the start of its edge, and at its end
 *   │     ╲──┐
 *   └────────┘
 */
export const slanted =
  (deepAtStart: number, deepAtEnd: number): Shape =>
  (long) => ({
    relief: BESIDE_SLANT,
    deep: Math.max(deepAtStart, deepAtEnd),
    corners: [
      [BESIDE_SLANT, deepAtStart],
      [long - BESIDE_SLANT, deepAtEnd],
    ],
  });

interface PointedTo {
  readonly relief: number;
  readonly shoulder: number;
  /** radius asked for at the tip: it takes at most half the slant, a blunter one would be no point any more */
  readonly round: number;
}

/** A pointed flap whose rounded tip reaches `deep`: the blunter the point, the more a rounding takes off it. */
export const pointedTo =
  (deep: number, { relief, shoulder, round: asked }: PointedTo): Shape =>
  (long) => {
    const half = long / 2 - relief;
    const round = Math.min(asked, half / 3, (deep - shoulder) / 3);
    let apex = deep;
    for (let i = 0; i < 40; i += 1) apex = deep + round * (Math.hypot(half, apex - shoulder) / half - 1);
    return { ...pointed({ apex, shoulder, relief, round })(long), deep };
  };

/** A lens on a curved fold: as far out as the fold stands into the paper it hangs on. */
export const lens =
  (rise: number): Shape =>
  (long) => ({ relief: 0, deep: rise, corners: arched(rise)(long), foot: arched(rise) });
