/**
 * An outline laid with one edge on a fold: how it is cut off there, and the smallest of its kind that has room for
 * something. It is looked at once in one size and scaled: searches ask thousands of times.
 *
 *       ╭──╮ ╭──╮
 *     ╭─╯  ╰─╯  ╰─╮        The lower end is cut off level, where it meets the fold for long enough.
 *     │  ┌─────┐  │
 *     │  │room │  │
 *     ╰─╮└─────┘╭─╯
 *  ╌╌╌╌╌└───────┘╌╌╌╌ fold
 */
import type { ShapePreset } from "../../catalogue/shapes.ts";
import { above, chordAt } from "../../geometry/above.ts";
import { flatten, holds, type Path, placePath } from "../../geometry/path.ts";
import type { Point, Size } from "../../geometry/point.ts";
import { SAME_POINT_MM } from "../../geometry/tolerance.ts";
import { nth } from "../../units/nth.ts";
import { lately } from "../../units/lately.ts";

/** A fold must hold at least this long (geometry notes). */
const LEAST_TOUCH = 25;
/** Where the maker has not said, the outline meets the fold along so much of its width. */
const TOUCH_PART = 0.7;
/** Levels that are tried for the fold, from the outline's foot to its middle. */
const LEVELS = 40;

/** An outline is looked at in this size (mm), and scaled from there. */
const LOOKED_AT = 200;
/** No pocket is looked for above this height, mm. */
const MOST_MM = 900;

/** An outline as it stands on its fold: cut off straight, its foot on 0. */
export interface StandingOutline {
  readonly width: number;
  readonly height: number;
  /** what is cut off its lower end, and how long it meets the fold there, mm */
  readonly level: number;
  readonly long: number;
}

/** Which edge of the outline lies on the fold. */
export type FoldSide = "bottom" | "side";

/** An outline a mm high as it stands on its fold, with its chords from its foot to its middle: asked thousands of times, drawn once. */
interface Profile {
  readonly width: number;
  readonly height: number;
  readonly points: readonly Point[];
  readonly chords: readonly { readonly level: number; readonly long: number }[];
}

const profiles = lately<Profile>(60);

/** The outline so high, turned so that its fold is at the bottom: a fold at the side is one at the bottom of it turned. */
export function turnedOn({ outline, usual }: ShapePreset, size: number, hinge: FoldSide): Path {
  const upright = outline(size * usual, size);
  return hinge === "bottom" ? upright : placePath(upright, { x: size, y: 0, rotation: 90, flip: false });
}

const profileOf = (preset: ShapePreset, hinge: FoldSide): Profile =>
  profiles(`${preset.id} ${hinge}`, () => profiled(preset, hinge));

function profiled(preset: ShapePreset, hinge: FoldSide): Profile {
  const path = turnedOn(preset, LOOKED_AT, hinge);
  const ring = flatten(path);
  const [width, height] = hinge === "bottom" ? [preset.usual, 1] : [1, preset.usual];
  const chords = Array.from({ length: LEVELS + 1 }, (_, n) => (height / 2) * (n / LEVELS)).flatMap((level) => {
    const chord = chordAt(path, level * LOOKED_AT);
    // two feet with a gap between them touch the fold, and do not lie along it
    const solid = chord && holds(ring, [(chord[0] + chord[1]) / 2, level * LOOKED_AT + 0.01]);
    return solid ? [{ level, long: (chord[1] - chord[0]) / LOOKED_AT }] : [];
  });
  const points = ring.map(([x, y]): Point => [x / LOOKED_AT, y / LOOKED_AT]);
  return { width, height, points, chords };
}

/** Whether an outline can be cut off straight somewhere in its lower half, so that it meets a fold along one run. */
export const meetsFold = (preset: ShapePreset, hinge: FoldSide): boolean =>
  profileOf(preset, hinge).chords.some(({ long }) => long > 0);

/**
 * The outline so large, its lower end cut off where it meets the fold along `touch` mm, or along its usual part; and, where
 * it may be cut off higher as well, at every level above that.
 */
function standing(
  { width, height, chords }: Profile,
  size: number,
  { touch, deeper }: Pick<FoldedSet, "touch" | "deeper">,
): readonly [StandingOutline, ...StandingOutline[]] {
  const wide = width * size;
  const wanted = Math.max(LEAST_TOUCH, Math.min(touch === "auto" ? wide * TOUCH_PART : touch, wide * 0.9));
  const first = chords.findIndex(({ long }) => long * size >= wanted);
  const stands = (chord: Profile["chords"][number] | undefined): StandingOutline => {
    const level = (chord?.level ?? 0) * size;
    return { width: wide, height: height * size - level, level, long: (chord?.long ?? 0) * size };
  };
  const more = deeper && first >= 0 ? chords.slice(first + 1) : [];
  return [stands(first >= 0 ? chords[first] : chords.at(-1)), ...more.map(stands)];
}

/** A rectangle on an outline as it stands on its fold, mm. */
export interface OnOutline {
  readonly left: number;
  readonly right: number;
  readonly low: number;
  readonly high: number;
}

/** A rectangle by its corners. */
export const cornersOf = ({ left, right, low, high }: OnOutline): readonly Point[] => [
  [left, low],
  [right, low],
  [right, high],
  [left, high],
];

/** Whether what must lie within an outline does: its corners are in it, and no corner of the outline lies in it. */
const within = (points: readonly Point[], asked: readonly Point[]): boolean =>
  asked.every((p) => holds(points, p)) && !points.some((p) => strictlyIn(asked, p));

/** Whether a place lies inside a convex ring, off its edge. */
const strictlyIn = (ring: readonly Point[], [x, y]: Point): boolean =>
  ring.every(([ax, ay], i) => {
    const [bx, by] = nth(ring, i + 1);
    return (bx - ax) * (y - ay) - (by - ay) * (x - ax) > 0;
  });

interface FoldedSet {
  readonly hinge: FoldSide;
  /** mm the two faces hang together, or as usual */
  readonly touch: number | "auto";
  /** it may be cut off higher up than where it meets the fold for long enough, so that it is smaller */
  readonly deeper?: true;
  /** mm between two marks of the ruler */
  readonly grid: number;
  /** mm it must stand high, upright as it is meant to look */
  readonly tall: number;
  /** what must lie within it, and what else: convex, anticlockwise */
  readonly room: (at: StandingOutline) => readonly Point[];
  readonly more?: (at: StandingOutline) => readonly Point[];
}

/** The smallest outline of its kind, in marks of the ruler, that leaves the room: its size and how it stands. */
export function smallestOutline(preset: ShapePreset, asked: FoldedSet): StandingOutline & { readonly size: number } {
  const { hinge, touch, grid, tall, room, more } = asked;
  const profile = profileOf(preset, hinge);
  const serves = (size: number, at: StandingOutline): boolean => {
    if ((hinge === "bottom" ? at.height : at.width) < tall || (touch !== "auto" && at.long < touch)) return false;
    // looked at a mm high, before its lower end is cut off
    return [room, ...(more ? [more] : [])].every((lies) =>
      within(
        profile.points,
        lies(at).map(([x, y]): Point => [x / size, (y + at.level) / size]),
      ),
    );
  };
  const served = (size: number): StandingOutline | undefined =>
    standing(profile, size, asked).find((at) => serves(size, at));
  let [low, high] = [0, Math.ceil(MOST_MM / grid)];
  while (high - low > 1) {
    const middle = Math.floor((low + high) / 2);
    if (served(middle * grid)) high = middle;
    else low = middle;
  }
  const size = high * grid;
  return { size, ...(served(size) ?? standing(profile, size, asked)[0]) };
}

/** The smallest outline of its kind that leaves the room, as it is drawn: upright, its fold at the bottom or at the left. */
export interface Stood extends StandingOutline, Size {
  readonly path: Path;
  readonly points: readonly Point[];
  /** where it meets its fold, from the one end of that to the other: up its left side, or along its foot */
  readonly near: number;
  readonly far: number;
}

/** Stands the smallest outline on its fold and draws it. */
export function stood(preset: ShapePreset, asked: FoldedSet): Stood {
  const at = smallestOutline(preset, asked);
  const bottom = asked.hinge === "bottom";
  const looked = above(turnedOn(preset, at.size, asked.hinge), at.level);
  const path = bottom ? looked : placePath(looked, { x: 0, y: at.width, rotation: -90, flip: false });
  const points = flatten(path);
  const [off, along] = bottom ? ([1, 0] as const) : ([0, 1] as const);
  const onFold = points.filter((p) => Math.abs(p[off]) < SAME_POINT_MM).map((p) => p[along]);
  return {
    ...at,
    ...(bottom ? { width: at.width, height: at.height } : { width: at.height, height: at.width }),
    ...{ path, points, near: Math.min(...onFold), far: Math.max(...onFold) },
  };
}
