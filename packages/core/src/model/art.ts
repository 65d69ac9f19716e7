/** Pictures of the maker's own: a recipe says which and how large it is, what it shows is kept beside. */

import type { Path } from "../geometry/path.ts";
import { distance, type Point } from "../geometry/point.ts";

/** mm that artwork goes on past an edge that is cut, so that no paper shows where the cut is a little off. */
export const BLEED_MM = 3;
/** Dots an inch that print sharply; fewer than half of it are seen by anybody. */
export const SHARP_DPI = 200;
/** A picture that nobody has chosen yet is taken to be of this shape. */
export const PICTURE_SHAPE = { width: 4, height: 3 } as const;
/** How many points a kept picture has each way, at most. */
export const PICTURE_POINTS = { min: 8, max: 3000 } as const;

/** A picture by what it shows (its digest, hexadecimal), and how many points it has across and down. */
export const PICTURE_SAID = /^([\da-f]{16,64}):(\d{1,5})x(\d{1,5})$/u;

/** A picture as a recipe says it; undefined where none has been chosen. */
export function pictureIn(
  said: unknown,
): { readonly id: string; readonly width: number; readonly height: number } | undefined {
  const [, id, wide, high] = (typeof said === "string" ? PICTURE_SAID.exec(said) : undefined) ?? [];
  const [width, height] = [Number(wide), Number(high)];
  return id !== undefined && width > 0 && height > 0 ? { id, width, height } : undefined;
}

/** What a recipe says of a picture. */
export const saidOfPicture = (id: string, width: number, height: number): string =>
  `${id}:${String(width)}x${String(height)}`;

/** A picture printed within a box. */
export interface Art {
  /** which one */
  readonly picture: string;
  /** points of it across */
  readonly pixels: number;
  /** where all of it lies, mm from the box's lower left as one looks at it: what is past the box is not seen */
  readonly whole: { readonly x: number; readonly y: number; readonly width: number; readonly height: number };
}

/** How a picture's box lies: how wide and high it is, and where a place so far along it and up it comes to; mm. */
export interface BoxLies {
  readonly wide: number;
  readonly high: number;
  readonly at: (along: number, up: number) => Point;
}

/** @param path the box from the picture's lower left round, as one looks at it */
export function boxLies(path: Path): BoxLies {
  const [a, b, , d] = path.map(({ from }) => from) as [Point, Point, Point, Point];
  const [wide, high] = [distance(a, b), distance(a, d)];
  const on = (axis: 0 | 1, along: number, up: number): number =>
    a[axis] + ((b[axis] - a[axis]) / wide) * along + ((d[axis] - a[axis]) / high) * up;
  return { wide, high, at: (along, up) => [on(0, along, up), on(1, along, up)] };
}

/** The map from the whole picture, a unit square with y down, to where it lies: a b c d e f, as PDF and SVG have them. */
export function pictureLies(
  { whole }: Art,
  { at }: BoxLies,
): readonly [number, number, number, number, number, number] {
  const { x, y, width, height } = whole;
  const [from, right, down] = [at(x, y + height), at(x + width, y + height), at(x, y)];
  return [right[0] - from[0], right[1] - from[1], down[0] - from[0], down[1] - from[1], from[0], from[1]];
}

/** A kept picture. */
export interface KeptPicture {
  readonly id: string;
  readonly name: string;
  readonly type: "image/png" | "image/jpeg";
  readonly bytes: Uint8Array;
}

/** Ids of the pictures that a recipe's rows use, once each. */
export const picturesIn = (rows: readonly object[] | undefined): string[] => [
  ...new Set((rows ?? []).flatMap((row) => ("picture" in row ? (pictureIn(row.picture)?.id ?? []) : []))),
];
