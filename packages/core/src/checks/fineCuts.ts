import { areaOf, type Bounds, boundsOf, flatten, holds, lengthOf, polygon } from "../geometry/path.ts";
import { distance, type Point } from "../geometry/point.ts";
import { IN_THE_MIDDLE } from "../model/fitting.ts";
import type { Piece, Stroke } from "../model/piece.ts";
import type { Finding } from "../model/solution.ts";
import { keptLoops, loopsOf } from "../outlines/outline.ts";
import { valueAt } from "../recipe/change.ts";
import { type Check, isShort, remedy } from "./check.ts";
import type { Whole } from "../fittings/whole.ts";
import {
  byPlace,
  isClosed,
  nameOf,
  nearestTo,
  onceARow,
  oncePerPair,
  placeOf,
  type RowCut,
  rowCut,
  roundOf,
  rowCuts,
  tellsOf,
} from "./rowCuts.ts";
import { nth } from "../units/nth.ts";

/** Two cut lines nearer than this (mm) over so long (mm) are one line cut twice (geometry notes). */
export const DOUBLED_MM = 0.5;
const DOUBLED_LONG_MM = 5;
/** A bridge narrower than this (mm) breaks when what is beside it is taken out. */
const LEAST_BRIDGE_MM = 0.8;
/** What is cut out is no narrower than this (mm), nor than so many times the paper's thickness: a blade has a width of its own. */
const LEAST_WIDE_MM = 0.8;
const LEAST_CALIPERS = 3;

/** Lines that are cut twice, bridges that break, openings too fine for the paper, and what is written over an opening. */
export const fineCuts: Check = {
  id: "fine",
  codes: ["doubled", "thin-bridge", "too-fine", "into-cut"],
  run: (checked) => checked.pieces.flatMap((piece) => inPiece(checked, piece)),
};

function inPiece(checked: Whole, piece: Piece): Finding[] {
  const lines = rowCuts(piece);
  return onceARow([
    ...doubledLines(checked, piece, lines),
    // letters cut out of their own paper are as fine as they are set: nothing is taken out between them
    ...(isLettered(checked, piece) ? [] : [...bridges(checked, piece, lines), ...fine(checked, piece, lines)]),
    ...writtenOver(checked, piece),
  ]);
}

const isLettered = ({ parts }: Whole, { fitting }: Piece): boolean =>
  fitting !== undefined && parts.some((p) => p.lies?.id === fitting && p.lettered !== undefined);

const told = tellsOf("fine");

/** Whether two boxes come nearer one another than so far. */
export const isNear = (a: Bounds, b: Bounds, mm: number): boolean =>
  a.left - mm < b.right && b.left - mm < a.right && a.bottom - mm < b.top && b.bottom - mm < a.top;

/** mm that a line runs along another in one go, no further from it than two lines that are one. */
export function togetherFor(points: readonly Point[], other: readonly Point[], isClosed: boolean): number {
  let [longest, run] = [0, 0];
  const ends = isClosed ? [...points, nth(points, 0)] : points;
  const box = boundsOf(other);
  for (let i = 1; i < ends.length; i += 1) {
    const [from, to] = [nth(ends, i - 1), nth(ends, i)];
    const steps = Math.max(1, Math.ceil(distance(from, to)));
    for (let k = 0; k < steps; k += 1) {
      const t = (k + 0.5) / steps;
      const p: Point = [from[0] + (to[0] - from[0]) * t, from[1] + (to[1] - from[1]) * t];
      run = nearestTo([p], other, box, DOUBLED_MM) < DOUBLED_MM ? run + distance(from, to) / steps : 0;
      longest = Math.max(longest, run);
    }
  }
  return longest;
}

/** Whether one is the other cut again. */
export const isDoubled = (a: RowCut, b: RowCut): boolean =>
  isNear(a.box, b.box, DOUBLED_MM) && togetherFor(a.points, roundOf(b), isClosed(a.cut)) >= DOUBLED_LONG_MM;

function doubledLines(checked: Whole, piece: Piece, lines: readonly RowCut[]): Finding[] {
  const edge =
    piece.outline[0] &&
    rowCut({ id: "edge", panel: piece.root, kind: "window", path: piece.outline[0] }, piece.fitting ?? "");
  const { near } = byPlace(lines);
  const order = new Map(lines.map((one, i) => [one, i]));
  const doubled = oncePerPair(isDoubled);
  return lines.flatMap((one, i): Finding[] => {
    const after = near(one.box, DOUBLED_MM).filter((other) => (order.get(other) ?? 0) > i);
    // paper of its own has its outer line for one of the two
    const outer = edge && one.fitting === piece.fitting && isDoubled(one, edge) ? edge : undefined;
    const twin = after.find((other) => doubled(one, other)) ?? outer;
    if (!twin) return [];
    const isSame = twin.fitting === one.fitting;
    const over = isSame ? "" : nameOf(checked, twin.fitting);
    const mends = isSame
      ? onceOnly(checked, one.fitting)
      : remedy("take-away", ["fittings", twin.fitting], undefined, { name: over });
    return [
      told(checked, piece, one.fitting, {
        ...{ ...placeOf(one), code: "doubled", severity: "warning", limit: DOUBLED_MM },
        ...{ facts: { over }, ...mends },
      }),
    ];
  });
}

/** An outline of the maker's own without what runs along its other lines: both edges of a line that was drawn thick are one. */
function onceOnly({ parts }: Whole, fitting: string): Pick<Finding, "remedy"> {
  const own = parts.find((p) => p.lies?.id === fitting)?.own;
  const loops = own ? (loopsOf(own.path) ?? []) : [];
  const rings = loops.map((loop) => flatten(loop));
  const isAlong = (i: number, j: number): boolean =>
    j !== i &&
    Math.abs(areaOf(loops[j] ?? [])) > Math.abs(areaOf(loops[i] ?? [])) &&
    togetherFor(rings[i] ?? [], rings[j] ?? [], true) > lengthOf(loops[i] ?? []) / 2;
  const once = loops.filter((_, i) => !loops.some((_other, j) => isAlong(i, j)));
  const kept = once.length < loops.length ? keptLoops(once) : undefined;
  return own && kept ? remedy("one-line", ["fittings", fitting, own.setting], kept.drawn) : {};
}

/** Made larger by a factor: words by their capitals, what has a size by that. */
function larger({ spec }: Whole, fitting: string, by: number): Pick<Finding, "remedy"> {
  const sizeOf = (name: string): number | undefined => {
    const said = valueAt(spec, ["fittings", fitting, name]);
    // to the next half mm
    return typeof said === "number" ? Math.ceil(said * by * 2) / 2 : undefined;
  };
  const changes = ["size", "width", "height"].flatMap((name) => {
    const value = sizeOf(name);
    return value === undefined ? [] : [{ at: ["fittings", fitting, name], value }];
  });
  return changes.length === 0 ? {} : { remedy: { code: "made-larger", changes } };
}

/** The paper between the openings of one row, where they belong together: letters with their bridges, an outline with its insides. */
function bridges(checked: Whole, piece: Piece, lines: readonly RowCut[]): Finding[] {
  const closed = lines.filter(({ cut, fitting }) => isClosed(cut) && belongsTogether(checked, fitting));
  const places = byPlace(closed);
  const order = new Map(closed.map((one, i) => [one, i]));
  const apart = oncePerPair((one, other) => nearestTo(one.points, other.points, other.box, LEAST_BRIDGE_MM));
  return closed.flatMap((one, i): Finding[] => {
    const near = places
      .near(one.box, LEAST_BRIDGE_MM)
      .filter((other) => other.fitting === one.fitting && (order.get(other) ?? 0) > i)
      .map((other) => apart(one, other));
    const figure = Math.min(Infinity, ...near);
    if (!isShort(figure, LEAST_BRIDGE_MM)) return [];
    const mends = larger(checked, one.fitting, LEAST_BRIDGE_MM / Math.max(figure, 0.05));
    const found = { code: "thin-bridge", severity: "warning", figure, limit: LEAST_BRIDGE_MM } as const;
    return [told(checked, piece, one.fitting, { ...placeOf(one), ...found, ...mends })];
  });
}

/** Letters, and the parts of an outline of the maker's own: what is left between them was drawn so. */
export const belongsTogether = ({ parts }: Pick<Whole, "parts">, fitting: string): boolean =>
  parts.some(
    (p) =>
      p.lies?.id === fitting &&
      (p.lettered !== undefined || (p.own !== undefined && (loopsOf(p.own.path)?.length ?? 0) > 1)),
  );

/** How wide an opening is at the mean: twice its area for the length of its edge, which is so for a long band. */
const meanWidth = (points: readonly Point[]): number => {
  const ring = polygon(points);
  return (2 * Math.abs(areaOf(ring))) / lengthOf(ring);
};

function fine(checked: Whole, piece: Piece, lines: readonly RowCut[]): Finding[] {
  const limit = Math.max(LEAST_WIDE_MM, LEAST_CALIPERS * (piece.stock ?? checked.spec.stock).caliper);
  return lines.flatMap((one): Finding[] => {
    if (one.cut.kind !== "window") return [];
    const figure = meanWidth(one.points);
    if (!isShort(figure, limit)) return [];
    const found = { code: "too-fine", severity: "warning", figure, limit } as const;
    const mends = larger(checked, one.fitting, limit / Math.max(figure, 0.05));
    return [told(checked, piece, one.fitting, { ...placeOf(one), ...found, ...mends })];
  });
}

const isInk = ({ role }: Stroke): boolean => role === "print" || role === "pen" || role === "foil";

/** A letter that reaches into an opening is cut off there. */
function writtenOver(checked: Whole, piece: Piece): Finding[] {
  const openings = piece.cuts
    .filter(isClosed)
    .map((cut) => ({ cut, points: flatten(cut.path) }))
    .map((opening) => ({ ...opening, box: boundsOf(opening.points) }));
  if (openings.length === 0) return [];
  return (piece.strokes ?? []).flatMap((stroke): Finding[] => {
    const { fitting, path } = stroke;
    if (fitting === undefined || fitting === piece.fitting || !isInk(stroke)) return [];
    const points = flatten(path);
    const box = boundsOf(points);
    const met = openings.find(
      (o) => o.cut.fitting !== fitting && isNear(box, o.box, 0) && points.some((p) => holds(o.points, p)),
    );
    if (!met) return [];
    const over = met.cut.fitting === undefined ? "" : nameOf(checked, met.cut.fitting);
    const size = valueAt(checked.spec, ["fittings", fitting, "size"]);
    const smaller =
      typeof size === "number"
        ? [
            {
              code: "made-smaller",
              changes: [{ at: ["fittings", fitting, "size"], value: Math.floor(size * SMALLER) }],
            },
          ]
        : [];
    const away =
      met.cut.fitting === undefined
        ? []
        : [
            {
              code: "other-in-middle",
              facts: { name: over },
              changes: [{ at: ["fittings", met.cut.fitting, "at"], value: IN_THE_MIDDLE }],
            },
          ];
    return [
      told(checked, piece, fitting, {
        ...{ panel: met.cut.panel, code: "into-cut", severity: "warning", facts: { over } },
        ...remedy("in-middle", ["fittings", fitting, "at"], IN_THE_MIDDLE),
        others: [...smaller, ...away],
      }),
    ];
  });
}
/** Of words that reach into an opening, so much of their size is tried. */
const SMALLER = 0.75;
