/**
 * What is done to the paper itself: said like paper that is laid, on a sheet as large as all of it. What is cut and drawn
 * there comes to the panel it lies on, and the sheet goes.
 *
 *     ┌─────────────────────┐        Several of one thing stand in rows, each in the middle of its part: of the ground
 *     │  o   ¦   o   ¦   o  │        where nothing is said, or so far from the next, middle to middle, as is said.
 *     │╌╌╌╌╌╌┼╌╌╌╌╌╌╌┼╌╌╌╌╌╌│
 *     │  o   ¦   o   ¦   o  │
 *     └─────────────────────┘
 */
import { shapes } from "../catalogue/shapes.ts";
import { oval, type Path, placePath } from "../geometry/path.ts";
import { HERE, type Point, type Pose } from "../geometry/point.ts";
import { OWN, outlineChoice, outlineIn, ownOutline } from "../forms/shared/outlines.ts";
import { autoMm, choice, count } from "../model/setting.ts";
import { type Loops, loopsTo } from "../outlines/outline.ts";
import type { Measured } from "../paper/figure.ts";
import type { Follows, GroundSize } from "./kind.ts";

/** The box of a line has some thickness, mm, so that it can be taken hold of. */
export const THIN = 0.002;

/** What it is cut through. */
export const through = choice(
  "Cut through",
  { layer: "This paper", folded: "The panel folded on it too", all: "Every layer it meets" },
  "layer",
  "The same place is cut in what lies over it and under it in the finished piece.",
);

/** Several of it, in rows. */
export const spread = {
  columns: count("Side by side", 1, [1, 60], "How many stand in a row."),
  rows: count("One above another", 1, [1, 60], "How many rows there are."),
  apart: autoMm("Apart", [1, 200], "Middle to middle; spread evenly over what it lies on unless set."),
};

interface Spread {
  readonly columns: number;
  readonly rows: number;
  readonly apart: number | "auto";
}

/** mm from middle to middle each way. */
const pitchOf = ({ width, height }: GroundSize, { columns, rows, apart }: Spread): readonly [number, number] =>
  apart === "auto" ? [width / columns, height / rows] : [apart, apart];

/** The box round all of them, mm, and the lower left of each in it. */
export function spreadOut(ground: GroundSize, own: GroundSize, set: Spread) {
  const [dx, dy] = pitchOf(ground, set);
  const size: GroundSize = { width: (set.columns - 1) * dx + own.width, height: (set.rows - 1) * dy + own.height };
  const places = Array.from({ length: set.columns * set.rows }, (_, i): Point => [
    (i % set.columns) * dx,
    Math.floor(i / set.columns) * dy,
  ]);
  return { size, places };
}

/** Where they stand all round a ground: from its lower left along its foot, then up its right side, and so on, feet outwards. */
export function allRound(ground: GroundSize, own: GroundSize, set: Spread & { readonly off: number }) {
  const size: GroundSize = {
    width: Math.max(own.width, ground.width - 2 * set.off),
    height: Math.max(own.height, ground.height - 2 * set.off),
  };
  const { width: w, height: h } = own;
  const along = (n: number, long: number): number[] => Array.from({ length: n }, (_, i) => ((i + 0.5) * long) / n);
  // those at the sides stand between those at the head and the foot
  const between = along(set.rows, Math.max(0, size.height - 2 * h)).map((y) => y + h);
  const places: Pose[] = [
    ...along(set.columns, size.width).map((x): Pose => ({ ...HERE, x: x - w / 2 })),
    ...between.map((y): Pose => ({ ...HERE, x: size.width, y: y - w / 2, rotation: 90 })),
    ...along(set.columns, size.width).map((x): Pose => ({ ...HERE, x: x + w / 2, y: size.height, rotation: 180 })),
    ...between.map((y): Pose => ({ ...HERE, y: y + w / 2, rotation: -90 })),
  ];
  return { size, places };
}

/** From the middle of the first to that of the next, where there are several; along the row, or up the column. */
export function apartOf(on: string, { width, height }: GroundSize, places: readonly Point[]): Measured | undefined {
  const [first, next] = places;
  if (!first || !next) return undefined;
  const middle = ([x, y]: Point): Point => [x + width / 2, y + height / 2];
  const across = next[1] === first[1];
  return { on, from: middle(first), to: middle(next), slides: across ? [0, height] : [width, 0] };
}

/** A path moved to where one of them stands. */
export const movedTo = (path: Path, [x, y]: Point): Path => placePath(path, { ...HERE, x, y });

/** An outline of the catalogue, or of the maker's own, out of a file. */
export const outlineSettings = <K extends string>(
  preset: string,
  more: Readonly<Record<K, string>> = {} as Record<K, string>,
) => ({
  outline: outlineChoice("Outline", shapes, preset, "What it follows.", more),
  drawn: ownOutline(),
});

interface Outlined {
  readonly outline: string;
  readonly drawn: string;
}

/** The outline that is meant, filling a box so large, with the holes in it; an oval while there is none of the maker's own yet. */
export const loopsIn = ({ outline, drawn }: Outlined, width: number, height: number): Loops =>
  (outline === OWN ? loopsTo(drawn, width, height) : undefined) ?? [
    outlineIn(shapes, outline, drawn, "oval")?.outline(width, height) ?? oval(width, height),
  ];

/** The outline of the maker's own, where it is followed. */
export const ownIn = ({
  outline,
  drawn,
}: Outlined): { readonly own?: { readonly setting: string; readonly path: string } } =>
  outline === OWN && drawn !== "" ? { own: { setting: "drawn", path: drawn } } : {};

/** In another size an outline keeps its proportions; a rectangle has none to keep. */
export const inProportion = ({
  outline,
}: Readonly<Record<string, unknown>>): Readonly<Partial<Record<string, Follows>>> =>
  outline === "rectangle" || outline === "straight" ? {} : { width: "least", height: "least" };

/** What is round has one size. */
export const isRound = ({ outline }: Outlined): boolean => outline === "round";
