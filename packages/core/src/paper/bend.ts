/**
 * Paper beside a curved score. The panel bends along rulings square to the score's chord, the flap beyond it too, and the
 * score itself stays in a plane: leaning by half the fold's angle it takes the panel's rulings to the flap's, like a mirror.
 *
 *    along                       z
 *     ▲  ╲         ╱             │   crease leans β, half the angle      c  how far the score stands in from its chord
 *     │   │ panel │ flap         │ ╱                                     z  c·tan β: what the panel rises there
 *     │  ╱         ╲             └──────── across                        u  along the bent panel's chord: du² + dz² = dy²
 *
 * Drawn with chords the sums hold chord by chord, so a bent panel is a row of narrow flat ones and every length is kept
 * exactly. Only the number of chords is a matter of taste: as many as the drawing has.
 */
import { direction, dot, type Point, subtract } from "../geometry/point.ts";
import { flatten } from "../geometry/path.ts";
import { SAME_POINT_MM } from "../geometry/tolerance.ts";
import type { Fold, PieceDraft } from "../model/piece.ts";
import { after, move, type Point3, type Rigid } from "./rigid.ts";
import { nth } from "../units/nth.ts";

/** A strip of a panel between two rulings, and how it moves against the panel lying flat. */
export interface Band {
  /** unit vector across the rulings; the strip's places along it */
  readonly along: Point;
  readonly from: number;
  readonly to: number;
  readonly move: Rigid;
}

type Bent = Pick<PieceDraft, "panels" | "folds">;

/** A place on a curved score: along its chord, across it, and how far it has risen. */
interface Mark {
  readonly y: number;
  readonly r: number;
  readonly rise: number;
}

/** The axes of a bent panel: along its scores' chords, across them, half the fold's angle so far, and where its middle is. */
interface Axes {
  readonly along: Point;
  readonly across: Point;
  readonly beta: number;
  readonly middle: number;
}

/** The bands of a panel with curved folds, and of the flaps beyond them, by panel id; none where nothing is curved. */
export function bandsOf(
  { panels, folds }: Bent,
  panel: string,
  part: (fold: Fold) => number,
  caliper: number,
): ReadonlyMap<string, readonly Band[]> {
  const curved = folds.filter((f) => f.path && f.panels[0] === panel);
  const [first] = curved;
  if (!first) return new Map();
  const along = direction(first.from, first.to);
  const across: Point = [along[1], -along[0]];
  const beta = ((first.angle * part(first)) / 2) * (Math.PI / 180);
  const outline = flatten(panels.find((p) => p.id === panel)?.outline ?? []);
  const middle = outline.reduce((sum, p) => sum + dot(p, across) / outline.length, 0);
  const axes: Axes = { along, across, beta, middle };
  const all = curved.map((fold) => marksOf(fold, axes));
  const marks = alikeIn(all, panel);
  const hinge = folds.find((f) => f.panels[1] === panel && !f.path);
  const places = placesAlong(marks, panel, hinge && dot(hinge.from, along));
  const bands = new Map<string, readonly Band[]>([[panel, bandsIn(marks, places, axes, [...across, 0])]]);
  curved.forEach((fold, k) => {
    const out = middle < dot(fold.from, across) ? 1 : -1;
    const [c, s] = [Math.cos(2 * beta), Math.sin(2 * beta) * out];
    const stands = (fold.lift ?? 0) * caliper * part(fold);
    bands.set(fold.panels[1], bandsIn(all[k] ?? [], places, axes, [across[0] * c, across[1] * c, s], stands));
  });
  return bands;
}

/** The places on a curved score, and how far each has risen. */
function marksOf(fold: Fold, { along, across, beta, middle }: Axes): Mark[] {
  const chord = dot(fold.from, across);
  const out = middle < chord ? 1 : -1;
  const points = [...flatten(fold.path ?? [])].sort((a, b) => dot(a, along) - dot(b, along));
  return points.map((p) => ({
    y: dot(p, along),
    r: dot(p, across),
    rise: -Math.tan(beta) * out * (chord - dot(p, across)),
  }));
}

/** The marks that all curved scores of a panel share. @throws when they differ: paper bends one way */
function alikeIn(all: readonly (readonly Mark[])[], panel: string): readonly Mark[] {
  const [marks = []] = all;
  const alike = (other: readonly Mark[]): boolean =>
    other.every((m, i) => {
      const own = marks[i];
      return own && Math.abs(m.y - own.y) + Math.abs(m.rise - own.rise) < 100 * SAME_POINT_MM;
    });
  if (!all.every((other) => other.length === marks.length && alike(other)))
    throw new Error(`panel '${panel}' would have to bend in two ways: its curved scores differ`);
  return marks;
}

/**
 * Where the marks come to lie along the bent panel. Where it hangs on its own fold (`hinge`, along) it stays; the first
 * panel bends about its middle. @throws when the score is rounder than paper can bend
 */
function placesAlong(marks: readonly Mark[], panel: string, hinge: number | undefined): readonly number[] {
  const places = [0];
  marks.slice(1).forEach((m, i) => {
    const before = nth(marks, i);
    const run = (m.y - before.y) ** 2 - (m.rise - before.rise) ** 2;
    if (run < 0) throw new Error(`the score of panel '${panel}' is too round: it leans more than 45° to its chord`);
    places.push(nth(places, i) + Math.sqrt(run));
  });
  const [start, end] = [nth(marks, 0), nth(marks, -1)];
  const last = nth(places, -1);
  const shift =
    hinge === undefined ? (start.y + end.y - last) / 2 : hinge - start.y < end.y - hinge ? start.y : end.y - last;
  return places.map((place) => place + shift);
}

/** The narrow flat bands between the marks, across the rulings in a direction of space; `stands` mm off. */
function bandsIn(marks: readonly Mark[], places: readonly number[], axes: Axes, across3: Point3, stands = 0): Band[] {
  const end = marks.length - 1;
  return marks.slice(1).map((m, i) => {
    const before = nth(marks, i);
    const [from, to] = [nth(places, i), nth(places, i + 1)];
    return {
      along: axes.along,
      from: i === 0 ? -Infinity : before.y,
      to: i === end - 1 ? Infinity : m.y,
      move: bandMove([before, m], [from, to], axes, across3, stands),
    };
  });
}

/** Where a band between two marks goes. */
function bandMove(
  [one, two]: readonly [Mark, Mark],
  [from, to]: readonly [number, number],
  { along, across }: Axes,
  across3: Point3,
  stands: number,
): Rigid {
  const [dy, dr] = [two.y - one.y, two.r - one.r];
  // from along, across and up into space, then the two unit vectors of the flat paper
  const space = (u: number, r: number, z: number): Point3 => [
    along[0] * u + across[0] * r,
    along[1] * u + across[1] * r,
    z,
  ];
  const run = space(to - from, dr, two.rise - one.rise);
  const up: Point3 = [0, 1, 2].map((k) => (nth(run, k) - dr * nth(across3, k)) / dy) as never;
  const n = cross3(across3, up);
  const r = [0, 1, 2].flatMap((k) => [
    nth(up, k) * along[0] + nth(across3, k) * across[0],
    nth(up, k) * along[1] + nth(across3, k) * across[1],
    nth(n, k),
  ]) as unknown as Rigid["r"];
  const at = space(from, one.r, one.rise);
  const was = move({ r, t: [0, 0, 0] }, [...add2(along, one.y, across, one.r), -stands]);
  return { r, t: [at[0] - was[0], at[1] - was[1], at[2] - was[2]] };
}

const add2 = (a: Point, by: number, b: Point, times: number): Point => [
  a[0] * by + b[0] * times,
  a[1] * by + b[1] * times,
];

const cross3 = (a: Point3, b: Point3): Point3 => [
  a[1] * b[2] - a[2] * b[1],
  a[2] * b[0] - a[0] * b[2],
  a[0] * b[1] - a[1] * b[0],
];

/** What hangs on a straight edge of a bent panel goes where that edge has gone. */
export function shiftAt(bands: readonly Band[], p: Point): Point3 {
  const band = bands.find((b) => dot(p, b.along) >= b.from && dot(p, b.along) <= b.to);
  if (!band) return [0, 0, 0];
  const [x, y, z] = move(band.move, [...p, 0]);
  const [dx, dy] = subtract([x, y], p);
  return [dx, dy, z];
}

/**
 * The bands of a panel that is glued to a bent one and bends with it. `carry` takes its flat coordinates to the other's as
 * they lie on one another while nothing is bent; `home` takes the other's pose to its own.
 */
export const bandsWith = (bands: readonly Band[], carry: Rigid, home: Rigid): Band[] =>
  bands.map(({ along, from, to, move: bent }) => {
    const off = along[0] * carry.t[0] + along[1] * carry.t[1];
    return {
      along: [along[0] * carry.r[0] + along[1] * carry.r[3], along[0] * carry.r[1] + along[1] * carry.r[4]],
      from: from - off,
      to: to - off,
      move: after(after(home, bent), carry),
    };
  });
