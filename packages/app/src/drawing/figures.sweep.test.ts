/** No figure lies on another, on a cut, on letters or on a grip: measured over every demo draft and random recipes of every form. */
import {
  type Drawing,
  formatLength,
  formById,
  loadedForms,
  type Piece,
  type Point,
  readSpec,
  settingMeta,
  settingsOf,
  solve,
  standingPast,
} from "@cut-fold/core";
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { demoDrafts } from "../store/demo.ts";
import { arrange } from "./arrange.ts";
import { namesOf, shownOn } from "./Figures.tsx";
import { fitView, freeFor, roomRound } from "./fitView.ts";
import { ofPieces } from "./ofPiece.ts";
import { boxesOfName, boxOf, gripOf, type LabelBox, linesOn, meets, overlap, placeFigures } from "./placing.ts";
import { panelNames } from "./panelNames.ts";

/** The room that the drawing has at 1280, at 1024 and at 390 px. */
const WINDOWS = [
  { width: 956, height: 540 },
  { width: 720, height: 440 },
  { width: 370, height: 460 },
] as const;

const SOAK = Number(process.env["SOAK"] ?? 1);
const MM = { unit: "mm", fraction: 16 } as const;

/** A box that is a little smaller: what touches does not lie on it. */
const inner = ({ left, right, top, bottom }: LabelBox): LabelBox => ({
  ...{ left: left + 1.5, right: right - 1.5, top: top + 1.5, bottom: bottom - 1.5 },
});

/** What lies on what on one piece in one window, in words. */
function clashesOn(
  solution: Drawing,
  piece: Piece,
  size: (typeof WINDOWS)[number],
  chosen: string | undefined,
): string[] {
  const past = standingPast([piece], solution.contents);
  const row = arrange({ pieces: [piece], past }, ...freeFor(size));
  const whole = fitView(size.width, size.height, row);
  const [at] = row.placed;
  const view = { ...whole, x0: whole.x0 + (at?.x ?? 0) * whole.k, y0: whole.y0 - (at?.y ?? 0) * whole.k };
  const of = ofPieces(solution, undefined).get(piece.id);
  if (!of) return [];
  const shown = shownOn(of.dimensions, chosen).map((dimension) => ({
    dimension,
    text: formatLength(dimension.value, MM),
  }));
  const names = namesOf(of.contents, view);
  const placed = placeFigures(piece, shown, view, { names, past: past.get(piece.id), room: roomRound(size, row) });
  const figures = [...placed].map(([id, figure]) => ({ id, box: inner(boxOf(figure)), figure }));
  const grips = shown.flatMap(({ dimension }) => {
    const figure = placed.get(dimension.id);
    const box = figure && gripOf(dimension, figure);
    return box ? [{ id: dimension.id, box: inner(box) }] : [];
  });
  const { cuts } = linesOn(piece, view);
  const panels = panelNames(piece, view, {
    ...{ contents: of.contents, laid: [] },
    figures: figures.map(({ figure }) => boxOf(figure)),
    lines: figures.map(({ figure }) => [figure.from, figure.to]),
  });
  const letters: { readonly id: string; readonly boxes: readonly LabelBox[] }[] = [
    ...names.map((name) => ({ id: "what is inside", boxes: boxesOfName(name) })),
    ...panels.map(({ name, at: [x, foot] }) => ({
      id: name,
      boxes: [
        { left: x - name.length * 3.6, right: x + name.length * 3.6, top: foot - 11, bottom: foot + 4 },
      ] satisfies LabelBox[],
    })),
  ];
  return figures.flatMap(({ id, box }, i) => [
    ...figures.slice(i + 1).flatMap((other) => (overlap(box, other.box) ? [`${id} on ${other.id}`] : [])),
    ...grips.flatMap((grip) => (overlap(box, grip.box) ? [`${id} on the grip of ${grip.id}`] : [])),
    ...letters.flatMap((name) => (name.boxes.some((b) => overlap(box, inner(b))) ? [`${id} on ${name.id}`] : [])),
    ...(cuts.some(([p, q]: readonly [Point, Point]) => meets(p, q, box)) ? [`${id} on a cut`] : []),
    ...(box.left < -2 || box.right > size.width + 2 || box.top < -2 || box.bottom > size.height + 2
      ? [`${id} out of the window`]
      : []),
  ]);
}

/** With nothing in hand, and with each thing on the panels in hand, on the pieces that are then drawn. */
const clashesIn = (solution: Drawing): string[] =>
  WINDOWS.flatMap((size) =>
    [undefined, ...solution.fittings.map(({ id }) => id)].flatMap((chosen) =>
      solution.pieces
        .filter(({ id, fitting }) => chosen === undefined || id === solution.main || fitting === chosen)
        .flatMap((piece) => clashesOn(solution, piece, size, chosen))
        .map((said) => `${String(size.width)}, ${chosen ?? "nothing"} in hand: ${said}`),
    ),
  );

describe("figures", () => {
  it.each(demoDrafts().map((draft) => [draft.name, draft] as const))("of %s are clear", (_, { spec }) => {
    expect(clashesIn(solve(spec))).toEqual([]);
  });

  const forms = loadedForms().filter(({ id }) => id !== "own-net");
  it.each(forms.map(({ id, title }) => [title, id] as const))("of random recipes: %s", (_, id) => {
    const form = formById(id);
    if (!form) throw new Error(`no form ${id}`);
    const lengths = fc.double({ min: 0, max: 1, noNaN: true });
    const found: string[] = [];
    fc.assert(
      fc.property(fc.array(lengths, { minLength: 24, maxLength: 24 }), (parts) => {
        const next = (i: number): number => parts[i] ?? 0;
        const settings: Record<string, unknown> = Object.fromEntries(
          settingsOf(form).flatMap(([name, schema], i): [string, unknown][] => {
            const { kind, min = 0, max = 100, options = {}, auto } = settingMeta(schema);
            const keys = Object.keys(options);
            if (kind === "choice") return [[name, keys[Math.floor(next(i + 3) * keys.length * 0.999)]]];
            return kind === "length" && !auto ? [[name, Math.round(min + next(i + 3) * (max - min))]] : [];
          }),
        );
        const side = (i: number): number => Math.round(30 + next(i) * 170);
        const contents = { width: side(0), height: side(1), thickness: Math.round(5 + next(2) * 40) / 10 };
        const read = readSpec({ form: id, contents, settings });
        if (read.ok) found.push(...clashesIn(solve(read.value)));
      }),
      { numRuns: Math.max(4, Math.round(5 * SOAK)), seed: 7 },
    );
    expect(found).toEqual([]);
  });
});
