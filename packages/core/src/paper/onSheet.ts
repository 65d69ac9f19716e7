/**
 * Whether a piece comes out of a sheet: by its blank, straight or across the corner, or by its outline alone, laid at any
 * angle.
 *
 *   ┌──────────┐      A pointed envelope's box may be larger than the sheet where the envelope itself is not: what its
 *   │   ╱╲     │      corners would take is cut away anyway.
 *   │ ╱    ╲   │
 *   │ ╲    ╱   │
 *   │   ╲╱     │
 *   └──────────┘
 */
import { fitAngle, fitsIn } from "../geometry/fit.ts";
import { flatten } from "../geometry/path.ts";
import type { Point, Size } from "../geometry/point.ts";
import { CURVE_SAG_MM } from "../geometry/tolerance.ts";
import type { Piece } from "../model/piece.ts";
import type { Sheet } from "./sheet.ts";

/** How a piece lies on a sheet. */
export interface OnSheet {
  /** the rectangle it is cut from lies there, or only what it is cut to */
  readonly by: "blank" | "outline";
  /** degrees it is turned to the left, where it lies at no right angle */
  readonly turned?: number;
}

const straight = ({ width, height }: Size, sheet: Size): boolean => {
  const noise = 1e-6;
  const fits = (w: number, h: number): boolean => w <= sheet.width + noise && h <= sheet.height + noise;
  return fits(width, height) || fits(height, width);
};

const cornersOf = ({ width, height }: Size): readonly Point[] => [
  [0, 0],
  [width, 0],
  [width, height],
  [0, height],
];

/** Curves are measured by chords: what is cut along them is given so much less of the sheet, mm. */
const CHORDS_MM = 2 * CURVE_SAG_MM;

function lies(
  { blank, laid }: Pick<Piece, "blank" | "laid">,
  sheet: Size,
  points: () => readonly Point[],
): OnSheet | undefined {
  if (straight(blank, sheet)) return { by: "blank" };
  if (fitsIn(blank.width, blank.height, sheet.width, sheet.height))
    return { by: "blank", turned: fitAngle(cornersOf(blank), sheet) ?? 0 };
  // what is punched is measured from the square it is punched in
  if (laid.rotation % 90 !== 0) return undefined;
  const turned = fitAngle(points(), { width: sheet.width - CHORDS_MM, height: sheet.height - CHORDS_MM });
  return turned === undefined ? undefined : { by: "outline", turned };
}

/** How a piece lies on a sheet; undefined where it comes out of it at no angle. */
export const lieOn = (piece: Pick<Piece, "blank" | "outline" | "laid">, sheet: Size): OnSheet | undefined =>
  lies(piece, sheet, () => piece.outline.flatMap((path) => flatten(path)));

/** A panel's corners before they are rounded, or its outline where it is a curve. */
const reachOf = ({ path, corners }: Sheet["panels"][number]): readonly Point[] =>
  path ? flatten(path) : corners.map(([x, y]): Point => [x, y]);

/** The same of a piece that is only said and not drawn yet: by the corners of its panels, before they are rounded. */
export const saidLiesOn = (said: Pick<Sheet, "blank" | "panels" | "laid">, sheet: Size): boolean =>
  lies(said, sheet, () => said.panels.flatMap(reachOf)) !== undefined;
