/**
 * Setting words: letters one after another, pair by pair, in lines, straight or along an arc.
 *
 *      ┌ height of capitals            ╭─ th ─╮        Along an arc the baseline is a circle of that radius; letters stand
 *      Thank you                      k        a       upright on it, the words' middle at its top. A negative radius
 *      ┆ line to line                                  hangs them below it.
 *      all
 */
import { type Bounds, boundsOf, flatten, line, mapPath, type Path, placePath, type Segment } from "../geometry/path.ts";
import { place, type Point, type Pose } from "../geometry/point.ts";
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

/** A letter of a line: where it begins and how wide it is, mm. */
interface Placed {
  readonly letter: string;
  readonly x: number;
  readonly wide: number;
}

/** Lines of letters, each as long as it is, mm, with the signs that the typeface has no letter for. */
function linesOf(face: Typeface, { text, size, spacing }: Setting) {
  const k = size / face.high;
  const missing = new Set<string>();
  const rows = text.split(/\r?\n/u).map((row) => {
    let x = 0;
    const letters: Placed[] = [];
    const all = Array.from(row);
    for (const [i, letter] of all.entries()) {
      const known = Object.hasOwn(face.glyphs, letter);
      if (!known && letter.trim() !== "") missing.add(letter);
      const wide = (known ? (face.glyphs[letter]?.[0] ?? 0) : 300) * k;
      const next = all[i + 1];
      if (known) letters.push({ letter, x, wide });
      x += wide + (next === undefined ? 0 : spacing + (face.kern[letter + next] ?? 0) * k);
    }
    return { letters, long: x };
  });
  return { rows, widest: Math.max(0, ...rows.map((r) => r.long)), missing: [...missing] };
}

/** Every letter of the lines with where it stands. */
function* standing(setting: Setting, { rows, widest }: ReturnType<typeof linesOf>) {
  const { align, lineSpacing, arc } = setting;
  for (const [n, { letters, long }] of rows.entries()) {
    const indent = align === "left" ? 0 : align === "right" ? widest - long : (widest - long) / 2;
    for (const { letter, x, wide } of letters)
      yield { letter, pose: poseOf(indent + x, wide, -n * lineSpacing, widest, arc) };
  }
}

/** A letter's contours in mm, its foot at the origin. */
const inSize = (face: Typeface, letter: string, k: number): Path[] =>
  contoursOf(face, letter).map((path) => mapPath(path, ([x, y]) => [x * k, y * k]));

/** Sets words in a typeface. */
export function setWords(face: Typeface, setting: Setting): SetWords {
  const { size } = setting;
  const lines = linesOf(face, setting);
  const letters = [...standing(setting, lines)].map(({ letter, pose }) =>
    inSize(face, letter, size / face.high).map((path) => placePath(path, pose)),
  );
  const drawn = letters.filter((l) => l.length > 0);
  const { missing } = lines;
  if (drawn.length === 0) return { letters: [], width: size, height: size, feet: [], missing };
  const { left, right, bottom, top } = boundsOf(drawn.flat().flatMap((path) => flatten(path)));
  const home: Pose = { x: -left, y: -bottom, rotation: 0, flip: false };
  return {
    letters: drawn.map((letter) => letter.map((path) => placePath(path, home))),
    width: right - left,
    height: top - bottom,
    feet: lines.rows.map((_, n) => -n * setting.lineSpacing - bottom),
    missing,
  };
}

/**
 * How wide words come (mm) and what is missing of them, without setting them: thousands are measured in a moment.
 * @param letters what is known of letters by now: to be the same map for all words of one typeface, size and arc
 */
export function measureWords(
  face: Typeface,
  setting: Setting,
  letters = new Map<string, readonly Point[]>(),
): Pick<SetWords, "width" | "missing"> {
  const lines = linesOf(face, setting);
  /** the points of a letter that its width is told by */
  const pointsOf = (letter: string): readonly Point[] => {
    const known = letters.get(letter);
    if (known) return known;
    const all = inSize(face, letter, setting.size / face.high).flatMap((path) => flatten(path));
    // what is not turned is as wide as its box
    const told = setting.arc === 0 && all.length > 0 ? sidesOf(boundsOf(all)) : all;
    letters.set(letter, told);
    return told;
  };
  let [left, right] = [Infinity, -Infinity];
  for (const { letter, pose } of standing(setting, lines))
    for (const p of pointsOf(letter)) {
      const [x] = place(p, pose);
      [left, right] = [Math.min(left, x), Math.max(right, x)];
    }
  return { width: right < left ? setting.size : right - left, missing: lines.missing };
}

const sidesOf = ({ left, right, bottom }: Bounds): readonly Point[] => [
  [left, bottom],
  [right, bottom],
];

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
