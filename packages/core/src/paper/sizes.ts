/** Figures of a draft: its sheet, the scores that are set first, what it holds, and what its form says is measured. */
import { place, type Point } from "../geometry/point.ts";
import type { ChangePath, Dimension, PieceDraft, Contained } from "../model/piece.ts";
import type { Measured } from "./figure.ts";
import type { Drafting, Find, Said } from "./said.ts";
import type { Sheet } from "./sheet.ts";

/** mm free of the last bits' noise: what is shown is what was meant. */
const exact = (mm: number): number => Math.round(mm * 1e9) / 1e9;

/** `sideFlap` is drawn as `side-flap`. */
const idOf = (setting: string): string => setting.replace(/[A-Z]/gu, (letter) => `-${letter.toLowerCase()}`);

/** The sheet's own figures: above it and to its right; one where it is a square. */
export function sheetSizes({ id: piece, blank }: Pick<Sheet, "id" | "blank">, square = false): Dimension[] {
  const { width, height } = blank;
  const shared = { piece, outside: true, ruled: true, lights: [`${piece}/outline`] } as const;
  const wide = { ...shared, from: [width, height], to: [0, height], value: width, key: true } as const;
  if (square) return [{ ...wide, id: "blank", code: "blank", sets: ["blank"] }];
  return [
    { ...wide, id: "blank-width", code: "blank-width" },
    {
      ...shared,
      id: "blank-height",
      code: "blank-height",
      from: [width, 0],
      to: [width, height],
      value: height,
    },
  ];
}

/** The scores that are measured first: the nearest to the left edge, and the nearest to the upper one. */
export function firstScores({ id: piece, blank, folds }: PieceDraft, past = 0): Dimension[] {
  const height = blank?.height ?? 0;
  const near = (upright: boolean, read: (p: Point) => number) =>
    folds
      .filter((f) => Math.abs(f.from[upright ? 0 : 1] - f.to[upright ? 0 : 1]) < 1e-6)
      .map((f) => ({ value: exact(read(f.from)), lights: [`${piece}/${f.id}`] }))
      .sort((a, b) => a.value - b.value)[0];
  const shared = { piece, outside: true, ruled: true, key: true } as const;
  const first = { ...shared, id: "first-score", code: "first-score" } as const;
  const left = near(true, ([x]) => x);
  const top = near(false, ([, y]) => height - y);
  // where every score runs slantwise it is the place of the first notch that is measured
  const [low] = folds.flatMap((f) => [f.from, f.to]).sort((a, b) => a[1] - b[1]);
  if (!left && !top && low) {
    const lit = folds.filter((f) => [f.from, f.to].some((p) => Math.hypot(p[0] - low[0], p[1] - low[1]) < 1e-6));
    // what is set is the mark, which a board may have elsewhere
    const value = exact(low[0] - past);
    return [{ ...first, from: [0, 0], to: [low[0], 0], value, lights: lit.map((f) => `${piece}/${f.id}`) }];
  }
  const down = top && ({ from: [0, height], to: [0, height - top.value], ...top } as const);
  return [
    ...(left ? [{ ...first, from: [0, 0] as const, to: [left.value, 0] as const, ...left }] : []),
    ...(down ? [left ? { ...shared, id: "second-score", code: "second-score", ...down } : { ...first, ...down }] : []),
  ];
}

/** The contents' own sizes, across them and up them, clear of their middle. */
export function contentsSizes({ on, x, y, rotation, width, height }: Contained, path: ChangePath): Dimension[] {
  const pose = { x, y, rotation, flip: false };
  const at = (u: number, v: number): Point => place([(u * width) / 2, (v * height) / 2], pose);
  const off = (u: number, v: number): Point => place([u, v], { ...pose, x: 0, y: 0 });
  const of = (axis: "width" | "height", from: Point, to: Point, slides: Point, value: number): Dimension => ({
    id: `contents-${axis}`,
    code: `contents-${axis}`,
    piece: on.piece,
    from,
    to,
    value,
    slides,
    sets: [...path, "contents", axis],
    lights: [`${on.piece}/contents`],
  });
  return [
    of("width", at(-1, -0.6), at(1, -0.6), off(0, height * 0.7), width),
    of("height", at(-0.7, -1), at(-0.7, 1), off(width * 0.7, 0), height),
  ];
}

export function figuresOf(
  { figures = {}, measured = {}, sized }: Said,
  find: Find,
  label: Drafting["label"],
  settings: ChangePath,
  path: ChangePath,
): Dimension[] {
  const drawn = (id: string, figure: Measured, rest: Pick<Dimension, "sets" | "title">): Dimension => {
    const { id: piece, laid } = find(figure.on);
    const [from, to] = [place(figure.from, laid), place(figure.to, laid)];
    const value = exact(figure.value ?? Math.hypot(to[0] - from[0], to[1] - from[1]));
    const slides = figure.slides && place(figure.slides, { ...laid, x: 0, y: 0 });
    return {
      id,
      code: id,
      piece,
      from,
      to,
      value,
      lights: (figure.lights ?? [figure.on]).map((lit) => `${piece}/${lit}`),
      ...(slides && { slides }),
      ...(figure.outside && { outside: true }),
      ...rest,
    };
  };
  const shown = Object.entries(figures).flatMap(([setting, said]) => {
    const title = label(setting);
    const rest = { sets: [...settings, setting], ...(title !== undefined && { title }) };
    return [said].flat().flatMap((f) => (f ? [drawn(f.id ?? idOf(setting), f, rest)] : []));
  });
  const sizes = (["width", "height"] as const).flatMap((axis) =>
    sized ? [drawn(`finished-${axis}`, sized[axis], { sets: [...path, "contents", axis] })] : [],
  );
  return [...sizes, ...shown, ...Object.entries(measured).map(([id, f]) => drawn(id, f, {}))];
}
