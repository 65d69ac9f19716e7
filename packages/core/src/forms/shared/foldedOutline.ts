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

/** The outline so large, its lower end cut off where it meets the fold along `touch` mm, or along its usual part. */
function standing({ width, height, chords }: Profile, size: number, touch: number | "auto"): StandingOutline {
  const wide = width * size;
  const wanted = Math.max(LEAST_TOUCH, Math.min(touch === "auto" ? wide * TOUCH_PART : touch, wide * 0.9));
  const chord = chords.find(({ long }) => long * size >= wanted) ?? chords.at(-1);
  const level = (chord?.level ?? 0) * size;
  return { width: wide, height: height * size - level, level, long: (chord?.long ?? 0) * size };
}

/** A rectangle on an outline as it stands on its fold, mm. */
export interface OnOutline {
  readonly left: number;
  readonly right: number;
  readonly low: number;
  readonly high: number;
}

/** Whether a rectangle lies within an outline: its corners do, and no corner of the outline lies in it. */
function within(points: readonly Point[], { left, right, low, high }: OnOutline): boolean {
  const corners: Point[] = [
    [left, low],
    [right, low],
    [right, high],
    [left, high],
  ];
  const inside = ([x, y]: Point): boolean => x > left && x < right && y > low && y < high;
  return corners.every((p) => holds(points, p)) && !points.some(inside);
}

interface FoldedSet {
  readonly hinge: FoldSide;
  /** mm the two faces hang together, or as usual */
  readonly touch: number | "auto";
  /** mm between two marks of the ruler */
  readonly grid: number;
  /** mm it must stand high, upright as it is meant to look */
  readonly tall: number;
  /** what must lie within it, and what else */
  readonly room: (at: StandingOutline) => OnOutline;
  readonly more?: (at: StandingOutline) => OnOutline;
}

/** The smallest outline of its kind, in marks of the ruler, that leaves the room: its size and how it stands. */
export function smallestOutline(
  preset: ShapePreset,
  { hinge, touch, grid, tall, room, more }: FoldedSet,
): StandingOutline & { readonly size: number } {
  const profile = profileOf(preset, hinge);
  const serves = (size: number): boolean => {
    const at = standing(profile, size, touch);
    if ((hinge === "bottom" ? at.height : at.width) < tall || (touch !== "auto" && at.long < touch)) return false;
    // looked at a mm high, before its lower end is cut off
    return [room, ...(more ? [more] : [])].every((asked) => {
      const { left, right, low, high } = asked(at);
      return within(profile.points, {
        left: left / size,
        right: right / size,
        low: (low + at.level) / size,
        high: (high + at.level) / size,
      });
    });
  };
  let [low, high] = [0, Math.ceil(MOST_MM / grid)];
  while (high - low > 1) {
    const middle = Math.floor((low + high) / 2);
    if (serves(middle * grid)) high = middle;
    else low = middle;
  }
  return { size: high * grid, ...standing(profile, high * grid, touch) };
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
