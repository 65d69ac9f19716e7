/** Nets are found as they were drawn: every form out to each kind of file and back in, and what hands and programs do to lines. */
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { forms } from "../forms/all.ts";
import { writeCutterSvg } from "../formats/cutterSvg.ts";
import { writeDxf } from "../formats/dxf.ts";
import { hpgl } from "../formats/hpgl.ts";
import { strokesInRow } from "../formats/inRow.ts";
import { writeSvg } from "../formats/svg.ts";
import { areaOf, line, type Path, polygon, split } from "../geometry/path.ts";
import type { Point } from "../geometry/point.ts";
import type { Piece } from "../model/piece.ts";
import { chainedByKind, readDrawing } from "../outlines/index.ts";
import { solve } from "../solve.ts";
import { runs, specOf } from "../test/randomSpec.ts";
import { nth } from "../units/nth.ts";
import { randomFrom, shuffled } from "../units/random.ts";
import { foldGuess, groupsOf, type Net, type NetLine, netOf, netRole } from "./index.ts";

const bytes = (text: string): Uint8Array => Uint8Array.from(text, (sign) => sign.charCodeAt(0) & 255);

/** A file as a net, each group as it is guessed to be. */
function netIn(text: string, near: number): Net {
  const { outlines } = readDrawing(bytes(text), chainedByKind);
  const lines = groupsOf(outlines).flatMap(({ lines: own, guess }): NetLine[] => {
    const role = netRole(guess);
    return role ? own.map(({ path }) => ({ ...role, path })) : [];
  });
  return netOf(lines, near);
}

/** The areas of a piece's panels, those that only bend taken for one, the largest first. */
function panelsOf(piece: Piece): number[] {
  const up = new Map(piece.panels.map(({ id }) => [id, id]));
  const root = (id: string): string => {
    const next = up.get(id) ?? id;
    return next === id ? id : root(next);
  };
  for (const { panels, slack } of piece.folds) if (slack) up.set(root(panels[0]), root(panels[1]));
  const areas = new Map<string, number>();
  for (const { id, outline } of piece.panels)
    areas.set(root(id), (areas.get(root(id)) ?? 0) + Math.abs(areaOf(outline)));
  return [...areas.values()].sort((a, b) => b - a);
}
const total = (areas: readonly number[]): number => areas.reduce((sum, area) => sum + area, 0);

const WRITERS: Readonly<Record<string, (pieces: readonly Piece[]) => string>> = {
  svg: (pieces) => writeSvg(pieces, "Net"),
  "cutter-svg": (pieces) => writeCutterSvg(strokesInRow(pieces), "Net"),
  dxf: (pieces) => writeDxf(strokesInRow(pieces)),
  hpgl: (pieces) => hpgl.write({ pieces } as Parameters<typeof hpgl.write>[0], undefined as never) as string,
};
const NEAR = { svg: 0.02, "cutter-svg": 0.02, dxf: 0.02, hpgl: 0.06 } as const;

describe.each(Object.keys(NEAR) as (keyof typeof NEAR)[])("every form out to %s and back in", (format) => {
  it.each(forms.map((form) => [form.id]))("%s", (form) => {
    for (const contents of [{ preset: "iso-a6" }, { width: 70, height: 90, thickness: 6 }]) {
      const { pieces } = solve(specOf({ form, contents }));
      const own = pieces.filter(({ within }) => within === undefined);
      const write = WRITERS[format];
      const net = netIn(write?.(own) ?? "", NEAR[format]);
      const drawn = own.map(panelsOf).sort((a, b) => total(b) - total(a));
      const found = net.pieces.map(({ panels }) =>
        panels.map(({ outline }) => Math.abs(areaOf(outline))).sort((a, b) => b - a),
      );
      expect(found.map((areas) => areas.length)).toEqual(drawn.map((areas) => areas.length));
      found.forEach((areas, i) => {
        areas.forEach((area, k) => {
          // a step of the file all round a panel
          expect(Math.abs(area - nth(nth(drawn, i), k))).toBeLessThan(format === "hpgl" ? 12 : 3);
        });
      });
      for (const piece of net.pieces)
        for (const { outline } of piece.panels) expect(areaOf(outline)).toBeGreaterThan(0);
    }
  });
});

/** A card 100 wide and 60 high, scored in the middle. */
const rect = (x0: number, y0: number, x1: number, y1: number): Path =>
  polygon([
    [x0, y0],
    [x1, y0],
    [x1, y1],
    [x0, y1],
  ]);
const cut = (path: Path): NetLine => ({ role: "cut", path });
const score = (from: Point, to: Point): NetLine => ({ role: "score", path: [line(from, to)] });
const CARD = [cut(rect(0, 0, 100, 60)), score([50, 0], [50, 60])];
const said = (net: Net) => ({
  panels: net.pieces.map((p) => p.panels.length),
  folds: net.pieces.map((p) => p.folds.length),
  cuts: net.pieces.flatMap((p) => p.cuts.map(({ kind }) => kind)).sort(),
  told: [...new Set(net.told.map(({ code }) => code))].sort(),
});

describe("what hands and programs do to lines", () => {
  it.each<[string, readonly NetLine[], number, Partial<ReturnType<typeof said>>]>([
    ["a card", CARD, 0.1, { panels: [2], folds: [1], told: [] }],
    [
      "a score that is short, told",
      [nth(CARD, 0), score([50, 0.3], [50, 59.7])],
      0.1,
      { panels: [1], told: ["loose-score"] },
    ],
    [
      "a score that is short, joined",
      [nth(CARD, 0), score([50, 0.3], [50, 59.7])],
      0.5,
      { panels: [2], folds: [1], told: ["joined"] },
    ],
    [
      "a score past both edges",
      [nth(CARD, 0), score([50, -2], [50, 62])],
      0.1,
      { panels: [2], folds: [1], told: ["loose-score"] },
    ],
    ["all of it twice", [...CARD, ...CARD], 0.1, { panels: [2], folds: [1], told: ["doubled"] }],
    [
      "a score and a cut on one line",
      [...CARD, cut([line([50, 0], [50, 60])])],
      0.1,
      { panels: [1, 1], folds: [0, 0], told: ["doubled"] },
    ],
    [
      "an edge of four lines with gaps",
      [
        cut([line([0, 0], [99.95, 0])]),
        cut([line([100, 0.04], [100, 60])]),
        cut([line([100, 60], [0, 60])]),
        cut([line([0, 60], [0, 0.05])]),
        nth(CARD, 1),
      ],
      0.1,
      { panels: [2], folds: [1], told: ["joined"] },
    ],
    [
      "an edge that is open by one",
      [cut([line([0, 0], [100, 0]), line([100, 0], [100, 60]), line([100, 60], [0, 60]), line([0, 60], [0, 1])])],
      0.1,
      { panels: [], told: ["none", "open-end"] },
    ],
    [
      "a window, a slit and a hole",
      [...CARD, cut(rect(10, 10, 30, 30)), cut([line([60, 20], [90, 20])]), cut(rect(60, 40, 70, 50))],
      0.1,
      { panels: [2], folds: [1], cuts: ["opening", "opening", "slit"], told: [] },
    ],
    [
      "a hole on the fold, the score through it",
      [...CARD, cut(rect(45, 25, 55, 35))],
      0.1,
      { panels: [2], folds: [1], cuts: ["opening"], told: ["waste"] },
    ],
    [
      "a hole on the fold, the score interrupted",
      [nth(CARD, 0), score([50, 0], [50, 25]), score([50, 35], [50, 60]), cut(rect(45, 25, 55, 35))],
      0.1,
      { panels: [2], folds: [1], told: [] },
    ],
    [
      "four scores round a point",
      [nth(CARD, 0), score([50, 0], [50, 60]), score([0, 30], [100, 30])],
      0.1,
      { panels: [4], folds: [4], told: ["vertex-inside"] },
    ],
    [
      "a window that stands",
      [
        ...CARD,
        cut([line([10, 10], [30, 10]), line([30, 10], [30, 30]), line([30, 30], [10, 30])]),
        score([10, 10], [10, 30]),
      ],
      0.1,
      { panels: [2], cuts: ["slit"], told: ["flap-inside"] },
    ],
    [
      "a ring of scores",
      [nth(CARD, 0), { role: "score", path: rect(20, 20, 40, 40) }],
      0.1,
      { panels: [1], told: ["score-ring"] },
    ],
    [
      "two cards with one shared edge",
      [cut(rect(0, 0, 50, 60)), cut(rect(50, 0, 100, 60))],
      0.1,
      { panels: [1, 1], told: ["doubled"] },
    ],
    [
      "a piece inside a window",
      [cut(rect(0, 0, 100, 60)), cut(rect(10, 10, 60, 50)), cut(rect(20, 20, 40, 40))],
      0.1,
      { panels: [1, 1], told: [] },
    ],
    ["only scores", [score([0, 0], [10, 0])], 0.1, { panels: [], told: ["none"] }],
    ["nothing", [], 0.1, { panels: [], told: ["none"] }],
  ])("%s", (_, lines, near, wanted) => {
    expect(said(netOf(lines, near))).toMatchObject(wanted);
  });

  it("refuses what no worker would finish, at once", () => {
    const many = Array.from({ length: 100_000 }, (_, i) => cut([line([i, 0], [i, 1])]));
    expect(netOf(many).told.map(({ code }) => code)).toEqual(["too-many"]);
    const grid = Array.from({ length: 200 }, (_, i) => [
      cut([line([i, -1], [i, 201])]),
      cut([line([-1, i], [201, i])]),
    ]).flat();
    expect(netOf(grid).told.map(({ code }) => code)).toEqual(["too-many"]);
  });

  it("finds the same in lines that are shuffled, turned round, cut into parts, moved a little and turned by any angle", () => {
    const { pieces } = solve(specOf({ form: "side-seam-envelope", contents: { width: 50, height: 70, thickness: 1 } }));
    const { strokes } = strokesInRow(pieces);
    const lines = strokes.flatMap(({ role, path }): NetLine[] =>
      role === "cut"
        ? [cut(path)]
        : role === "valley" || role === "mountain"
          ? [{ role: "score", fold: role, path }]
          : [],
    );
    const plain = said(netOf(lines, 0.02));
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 1e6 }), fc.double({ min: 0, max: 360, noNaN: true }), (seed, degrees) => {
        const random = randomFrom(seed);
        const near = 0.06;
        const [c, s] = [Math.cos((degrees * Math.PI) / 180), Math.sin((degrees * Math.PI) / 180)];
        const move = ([x, y]: Point): Point => {
          const off = (): number => ((random() - 0.5) * near) / 3;
          return [x * c - y * s + off(), x * s + y * c + off()];
        };
        const parts = lines.flatMap((one) =>
          one.path.flatMap((segment): NetLine[] => {
            if (segment.kind !== "line") return [{ ...one, path: [turnedBy(segment, c, s)] }];
            const [a, b] = split(segment, 0.2 + 0.6 * random());
            return [a, b].map(({ from, to }) => ({
              ...one,
              path: [random() < 0.5 ? line(move(from), move(to)) : line(move(to), move(from))],
            }));
          }),
        );
        expect(said(netOf(shuffled(parts, random), near))).toMatchObject({
          panels: plain.panels,
          folds: plain.folds,
          cuts: plain.cuts,
        });
      }),
      { numRuns: runs(10) },
    );
  });
});

/** A curve turned about the origin. */
function turnedBy(segment: Path[number], c: number, s: number): Path[number] {
  const turn = ([x, y]: Point): Point => [x * c - y * s, x * s + y * c];
  const ends = { from: turn(segment.from), to: turn(segment.to) };
  if (segment.kind === "arc") return { ...segment, ...ends, centre: turn(segment.centre) };
  if (segment.kind === "cubic")
    return { ...segment, ...ends, control1: turn(segment.control1), control2: turn(segment.control2) };
  return { ...segment, ...ends };
}

describe("guesses", () => {
  it("take dashed lines for scores, the largest loop for the edge, and names by their words", () => {
    const one = (id: string, path: Path, came: object, closed = false) => ({ id, closed, path, ...came });
    const groups = groupsOf([
      one("a", rect(0, 0, 100, 60), { colour: "red" }, true),
      one("b", [line([50, 0], [50, 60])], { colour: "blue", dash: "2 2" }),
      one("c", [line([0, -5], [100, -5])], { group: "Dimensions" }),
    ]);
    expect(groups.map(({ guess }) => guess)).toEqual(["cut", "valley", "out"]);
  });
  it("turn walls by a right angle and flaps right over, the outer ones first", () => {
    const lines = [cut(rect(0, 0, 200, 60)), ...[40, 60, 100, 120].map((x) => score([x, 0], [x, 60]))];
    const [piece] = netOf(lines).pieces;
    if (!piece) throw new Error("no piece");
    const guess = foldGuess(piece);
    expect(Object.values(guess).map(({ angle }) => angle)).toEqual([90, 90, 90, 90]);
    const card = netOf(CARD).pieces[0];
    expect(card && Object.values(foldGuess(card))).toEqual([{ angle: 180, order: 1 }]);
  });
});
