/**
 * Setting words: letters one after another, pair by pair, in lines, straight or along an arc.
 *
 *      ┌ height of capitals            ╭─ th ─╮        Along an arc the baseline is a circle of that radius; letters stand
 *      Thank you                      k        a       upright on it, the words' middle at its top. A negative radius
 *      ┆ line to line                                  hangs them below it.
 *      all
 */
import { boundsOf, flatten, line, mapPath, type Path, placePath, type Segment } from "../geometry/path.ts";
import type { Point, Pose } from "../geometry/point.ts";
import type { Typeface } from "./index.ts";

/** How words are set; mm. */
export interface Setting {
  readonly text: string;
  /** height of capitals */
  readonly size: number;
  /** more between letters, less where negative */
  readonly spacing: number;
  readonly lineSpacing: number;
  readonly align: "left" | "centre" | "right";
  /** radius of the baseline; 0 is straight */
  readonly arc: number;
}

/** Words as they are set: each letter's contours, mm, the box of all of them at the origin. */
export interface SetWords {
  readonly letters: readonly (readonly Path[])[];
  readonly width: number;
  readonly height: number;
  /** where each line stands in the box, from its foot; along an arc, where it would stand straight */
  readonly feet: readonly number[];
  /** signs that the typeface has no letter for */
  readonly missing: readonly string[];
}

const parsed = new WeakMap<Typeface, Map<string, readonly Path[]>>();

/** A letter's contours in thousandths. Quadratics come as cubics: the same curves. */
function contoursOf(face: Typeface, letter: string): readonly Path[] {
  const known = parsed.get(face) ?? new Map<string, readonly Path[]>();
  parsed.set(face, known);
  const was = known.get(letter);
  if (was) return was;
  const paths: Segment[][] = [];
  let at: Point = [0, 0];
  let start: Point = [0, 0];
  for (const [, command = "", numbers = ""] of (face.glyphs[letter]?.[1] ?? "").matchAll(/([MLQCZ])([^MLQCZ]*)/gu)) {
    const n = numbers.trim().split(/[ ,]+/u).filter(Boolean).map(Number);
    const point = (i: number): Point => [n[i] ?? 0, n[i + 1] ?? 0];
    const path = paths.at(-1);
    if (command === "M") {
      paths.push([]);
      at = start = point(0);
    } else if (command === "Z") {
      if (path && (at[0] !== start[0] || at[1] !== start[1])) path.push(line(at, start));
      at = start;
    } else if (command === "L") {
      for (let i = 0; i < n.length; i += 2) {
        const to = point(i);
        if (to[0] !== at[0] || to[1] !== at[1]) path?.push(line(at, to));
        at = to;
      }
    } else {
      const [c, to] = command === "Q" ? [point(0), point(2)] : [point(2), point(4)];
      const near = (p: Point, q: Point): Point => [p[0] + ((q[0] - p[0]) * 2) / 3, p[1] + ((q[1] - p[1]) * 2) / 3];
      const [control1, control2] = command === "Q" ? [near(at, c), near(to, c)] : [point(0), c];
      path?.push({ kind: "cubic", from: at, control1, control2, to });
      at = to;
    }
  }
  const contours = paths.filter((path) => path.length > 0);
  known.set(letter, contours);
  return contours;
}

/** Sets words in a typeface. */
export function setWords(face: Typeface, { text, size, spacing, lineSpacing, align, arc }: Setting): SetWords {
  const k = size / face.high;
  const missing = new Set<string>();
  const rows = text.split(/\r?\n/u).map((row) => {
    let x = 0;
    const letters = Array.from(row).map((letter, i, all) => {
      const known = Object.hasOwn(face.glyphs, letter);
      if (!known && letter.trim() !== "") missing.add(letter);
      const wide = (known ? (face.glyphs[letter]?.[0] ?? 0) : 300) * k;
      const next = all[i + 1];
      const placed = { letter, x, wide, known };
      x += wide + (next === undefined ? 0 : spacing + (face.kern[letter + next] ?? 0) * k);
      return placed;
    });
    return { letters, long: x };
  });
  const widest = Math.max(0, ...rows.map((r) => r.long));
  const letters = rows.flatMap(({ letters: row, long }, n) => {
    const indent = align === "left" ? 0 : align === "right" ? widest - long : (widest - long) / 2;
    return row
      .filter((l) => l.known)
      .map(({ letter, x, wide }) =>
        contoursOf(face, letter).map((path) =>
          placePath(
            mapPath(path, ([px, py]) => [px * k, py * k]),
            poseOf(indent + x, wide, -n * lineSpacing, widest, arc),
          ),
        ),
      );
  });
  const drawn = letters.filter((l) => l.length > 0);
  if (drawn.length === 0) return { letters: [], width: size, height: size, feet: [], missing: [...missing] };
  const { left, right, bottom, top } = boundsOf(drawn.flat().flatMap((path) => flatten(path)));
  const home: Pose = { x: -left, y: -bottom, rotation: 0, flip: false };
  return {
    letters: drawn.map((letter) => letter.map((path) => placePath(path, home))),
    width: right - left,
    height: top - bottom,
    feet: rows.map((_, n) => -n * lineSpacing - bottom),
    missing: [...missing],
  };
}

/** Where a letter stands: on a straight line, or upright on a circle that the middle of the widest row tops. */
function poseOf(x: number, wide: number, y: number, widest: number, arc: number): Pose {
  if (arc === 0) return { x, y, rotation: 0, flip: false };
  const radius = arc + y;
  const angle = -(x + wide / 2 - widest / 2) / arc;
  const [c, s] = [Math.cos(angle), Math.sin(angle)];
  // the letter's own middle on the circle, turned with it
  const [mx, my] = [-radius * s, radius * c - arc];
  return { x: mx - (wide / 2) * c, y: my - (wide / 2) * s, rotation: (angle * 180) / Math.PI, flip: false };
}
