/** What is done to the paper itself: where it comes to lie, through which layers, and what is told of it. Worked by hand. */
import { beforeAll, describe, expect, it } from "vitest";
import { prove } from "../folding/proof.ts";
import { areaOf, boundsOf, flatten, polygon } from "../geometry/path.ts";
import type { Piece } from "../model/piece.ts";
import { changed } from "../recipe/change.ts";
import { resizedRecipe } from "../recipe/resize.ts";
import { readSpec } from "../recipe/readSpec.ts";
import { solve } from "../solve.ts";
import { pressed, specOf } from "../test/randomSpec.ts";
import { loadTypefaces } from "../typefaces/index.ts";
import { sayFinding, sayStep } from "../words/en.ts";

beforeAll(() => loadTypefaces());

const MM = { unit: "mm", fraction: 16 } as const;
const FRONT = { panel: "front", side: "outside" };
const INSIDE = { panel: "back", side: "inside" };
const rule = (x: object, y: object) => ({ x, y });

/* An A6 card that folds at the side: 296 × 105 flat, the front from 148 on. */
const card = (fittings: readonly object[]) =>
  solve(
    specOf({
      ...{ form: "card-base", contents: { preset: "iso-a6" }, settings: { fold: "side" } },
      ...{ method: { board: "scoring-millimetre" }, fittings },
    }),
  );
const main = (s: ReturnType<typeof card>): Piece => {
  const piece = s.pieces.find((p) => p.id === s.main);
  if (!piece) throw new Error("no main piece");
  return piece;
};
const middles = ({ cuts }: Pick<Piece, "cuts">) =>
  cuts.map(({ path }) => {
    const { left, right, bottom, top } = boundsOf(flatten(path));
    return [(left + right) / 2, (bottom + top) / 2].map((v) => Math.round(v * 1000) / 1000);
  });
const codes = (s: ReturnType<typeof card>) => s.findings.map((f) => `${f.check}.${f.code}`);

describe("a hole", () => {
  it("stands by its rule, as one looks at the face", () => {
    const at = rule({ from: "left", by: 10 }, { from: "bottom", by: 20 });
    expect(middles(main(card([{ kind: "hole", on: FRONT, across: 6, at }])))).toEqual([[148 + 13, 23]]);
    // inside, the back's left edge is the one in the fold
    expect(middles(main(card([{ kind: "hole", on: INSIDE, across: 6, at }])))).toEqual([[148 - 13, 23]]);
  });

  it("comes in rows, each in the middle of its part, or so far apart", () => {
    const even = card([{ kind: "hole", on: FRONT, across: 4, columns: 4, rows: 1 }]);
    expect(middles(main(even)).map(([x]) => (x ?? 0) - 148)).toEqual([18.5, 55.5, 92.5, 129.5]);
    const set = card([{ kind: "hole", on: FRONT, across: 4, columns: 2, rows: 2, apart: 20 }]);
    expect(middles(main(set))).toEqual([
      [148 + 64, 42.5],
      [148 + 84, 42.5],
      [148 + 64, 62.5],
      [148 + 84, 62.5],
    ]);
    expect(set.steps.map((s) => sayStep(s, MM)).join(" ")).toMatch(/Punch 4 holes 4.mm across in the front/u);
  });

  it("goes through every layer it meets, at one place of the closed card", () => {
    const at = rule({ from: "left", by: 30 }, { from: "bottom", by: 20 });
    const mat = { id: "mat", kind: "mat", on: INSIDE, border: 6 };
    const s = card([mat, { id: "h", kind: "hole", on: FRONT, across: 6, at, through: "all" }]);
    // 33 right of the fold on the front is 33 left of it on the back
    expect(middles(main(s))).toEqual([
      [148 + 33, 23],
      [148 - 33, 23],
    ]);
    // the mat begins 6 from the fold and 6 from the foot
    expect(s.pieces.filter((p) => p.fitting === "mat").flatMap((p) => middles(p))).toEqual([[33 - 6, 23 - 6]]);
    expect(codes(s)).not.toContain("fitting.covers");
    expect(prove(s).ok).toBe(true);
    const folded = card([mat, { id: "h", kind: "hole", on: FRONT, across: 6, at, through: "folded" }]);
    expect(folded.pieces.filter((p) => p.fitting === "mat").flatMap((p) => p.cuts)).toEqual([]);
    expect(main(folded).cuts).toHaveLength(2);
  });

  it("leaves a layer whole that it would leave by its edge, and says so", () => {
    const at = rule({ from: "left", by: 4 }, { from: "bottom", by: 40 });
    const mat = { id: "mat", kind: "mat", name: "Writing panel", on: INSIDE, border: 6 };
    const s = card([mat, { id: "h", kind: "hole", name: "Hole", on: FRONT, across: 6, at, through: "all" }]);
    const found = s.findings.find((f) => f.code === "partly");
    expect(found && sayFinding(found, MM)).toMatch(/Hole would be cut through the edge of Writing panel/u);
    expect(codes(solve(pressed(s.spec, found)))).not.toContain("fitting.partly");
  });

  it("too near an edge is moved off it by its button", () => {
    const s = card([
      { id: "h", kind: "hole", on: FRONT, across: 6, at: rule({ from: "right", by: 1 }, { from: "bottom", by: 1 }) },
    ]);
    const found = s.findings.find((f) => f.check === "hole");
    expect(found).toMatchObject({ code: "near-edge", limit: 6 });
    const next = solve(pressed(s.spec, found));
    expect(codes(next)).not.toContain("hole.near-edge");
    expect(middles(main(next))).toEqual([[296 - 6 - 3, 6 + 3]]);
  });
});

describe("many of them", () => {
  const many = (count: number) =>
    Array.from({ length: count }, (_, i) => ({
      ...{ id: `h${String(i)}`, kind: "hole", on: FRONT, across: 2 },
      at: rule({ from: "left", by: 5 + (i % 18) * 7 }, { from: "bottom", by: 5 + Math.floor(i / 18) * 7 }),
    }));

  it("stand where each was put, whichever of them is moved", () => {
    const s = card(many(200));
    const before = middles(main(s));
    expect(before).toHaveLength(200);
    const read = changed(s.spec, { at: ["fittings", "h7", "at", "x", "by"], value: 60 });
    if (!read.ok) throw new Error("not read");
    const moved = middles(main(solve(read.value)));
    // what was kept of the others is what it would be anew
    expect(moved).toEqual(middles(main(solve(specOf(JSON.parse(JSON.stringify(read.value)))))));
    expect(moved.filter(([x, y], i) => x !== before[i]?.[0] || y !== before[i]?.[1])).toEqual([[148 + 61, 6]]);
    // and back
    const back = changed(read.value, { at: ["fittings", "h7", "at", "x", "by"], value: 54 });
    expect(back.ok && middles(main(solve(back.value)))).toEqual(before);
  });

  it("follow when the card is made wider, though nothing of them was changed", () => {
    const at = rule({ from: "right", by: 10 }, { from: "bottom", by: 10 });
    const s = card([{ id: "h", kind: "hole", on: FRONT, across: 4, at }]);
    expect(middles(main(s))).toEqual([[296 - 12, 12]]);
    const wider = changed(s.spec, { contents: { width: 160, preset: undefined } });
    expect(wider.ok && middles(main(solve(wider.value)))).toEqual([[320 - 12, 12]]);
    const top = changed(s.spec, { settings: { fold: "top" } });
    expect(top.ok && middles(main(solve(top.value)))).not.toEqual(middles(main(s)));
  });

  it("are refused where rows of rows would come to too many", () => {
    const rows = many(3).map((row) => ({ ...row, columns: 60, rows: 60 }));
    const read = readSpec({ form: "card-base", contents: { preset: "iso-a6" }, fittings: rows });
    expect(read.ok).toBe(false);
  });
});

describe("a window", () => {
  it("is an opening of the size that is asked, anywhere but over a score or past the edge", () => {
    const s = card([{ id: "w", kind: "window", on: FRONT, outline: "rectangle", width: 60, height: 40 }]);
    expect(boundsOf(flatten(main(s).cuts[0]?.path ?? []))).toEqual({ left: 192, right: 252, bottom: 32.5, top: 72.5 });
    const over = card([
      {
        id: "w",
        kind: "window",
        on: FRONT,
        outline: "oval",
        width: 60,
        height: 40,
        at: rule({ from: "left", by: -20 }, { from: "centre", by: 0 }),
      },
    ]);
    expect(codes(over)).toContain("cuts.over-score");
    const mended = solve(
      pressed(
        over.spec,
        over.findings.find((f) => f.code === "over-score"),
      ),
    );
    expect(codes(mended)).not.toContain("cuts.over-score");
    const near = card([
      {
        id: "w",
        kind: "window",
        on: FRONT,
        outline: "oval",
        width: 60,
        height: 40,
        at: rule({ from: "right", by: 1 }, { from: "centre", by: 0 }),
      },
    ]);
    expect(near.findings.find((f) => f.code === "near-edge")).toMatchObject({ check: "cuts", limit: 3 });
  });

  it("that stands up is cut round and scored at its foot: nothing drops out", () => {
    const s = card([
      { id: "w", kind: "window", on: FRONT, outline: "heart", width: 20, height: 20, columns: 3, stands: true },
    ]);
    const { cuts, strokes = [] } = main(s);
    expect(cuts.map((c) => c.kind)).toEqual(["slit", "slit", "slit"]);
    expect(strokes.map((x) => x.role)).toEqual(["score", "score", "score"]);
    for (const [i, cut] of cuts.entries()) {
      const foot = strokes[i]?.path[0];
      // the score closes the cut
      expect(cut.path[0]?.from[0]).toBeCloseTo(foot?.to[0] ?? NaN, 6);
      expect(cut.path.at(-1)?.to[0]).toBeCloseTo(foot?.from[0] ?? NaN, 6);
    }
    expect(s.steps.map((x) => sayStep(x, MM)).join(" ")).toMatch(/3 shapes in the front.*score their feet/u);
  });
});

describe("an edge", () => {
  /* 105 long, pitch 10: 11 of 9.545 (10.5 rounds up). A zigzag 4 deep takes half of 105 × 4. */
  it.each([
    ["zigzag", 210],
    ["scalloped", undefined],
    ["waved", undefined],
    ["deckled", undefined],
  ] as const)("%s is cut out of the paper, its size stays and both corners are alike", (shape, area) => {
    const s = card([{ id: "e", kind: "edge", on: FRONT, which: "right", shape, pitch: 10, depth: 4 }]);
    const [outline = []] = main(s).outline;
    const bounds = boundsOf(flatten(outline));
    expect(bounds.right).toBeCloseTo(296, shape === "deckled" ? -1 : 6);
    const taken = 296 * 105 - areaOf(outline);
    expect(taken).toBeGreaterThan(40);
    expect(taken).toBeLessThan(105 * 4);
    if (area !== undefined) expect(taken).toBeCloseTo(area, 6);
    // the corner itself stays
    expect(outline.some((e) => Math.hypot(e.from[0] - 296, e.from[1]) < 1e-6)).toBe(true);
    // upside down it is the same edge
    if (shape !== "deckled") {
      const ys = flatten(outline)
        .filter(([x]) => x > 291 && x < 295.9)
        .map(([, y]) => y);
      const turned = ys.map((y) => 105 - y);
      for (const y of ys) expect(Math.min(...turned.map((t) => Math.abs(t - y)))).toBeLessThan(0.05);
    }
    expect(prove(s).ok).toBe(true);
  });

  it("is cut no deeper than the paper: 3 mm of it stay, and its button sets what it is cut to", () => {
    const s = card([
      { id: "t", kind: "mat", on: FRONT, border: 40 },
      {
        id: "e",
        kind: "edge",
        on: { panel: "mat", side: "outside", fitting: "t" },
        which: "bottom",
        shape: "zigzag",
        depth: 40,
      },
    ]);
    // 105 − 2 × 40 leave 25, of which 22 are cut
    const mat = s.pieces.find((p) => p.fitting === "t");
    const { top, bottom } = boundsOf(flatten(mat?.outline[0] ?? []));
    const height = top - bottom;
    expect(height).toBeCloseTo(25, 0);
    const found = s.findings.find((f) => f.code === "deep-edge");
    expect(found).toMatchObject({ severity: "warning", figure: 40 });
    expect(found?.limit).toBeCloseTo(height - 3, 1);
    const tips = flatten(mat?.outline[0] ?? []).filter(([, y]) => y > bottom + 1 && y < top - 1);
    expect(Math.max(...tips.map(([, y]) => y))).toBeCloseTo(top - 3, 6);
    expect(solve(pressed(s.spec, found)).findings.map((f) => f.code)).not.toContain("deep-edge");
  });

  it("is refused where the side is a fold", () => {
    const s = card([{ id: "e", kind: "edge", on: FRONT, which: "left", shape: "zigzag" }]);
    expect(s.findings.find((f) => f.check === "fitting")).toMatchObject({ code: "folded-edge", severity: "error" });
    expect(areaOf(main(s).outline[0] ?? [])).toBeCloseTo(296 * 105, 6);
  });
});

describe("a puzzle", () => {
  it("has its numbers behind where its pieces are, read from behind: mirrored about themselves", () => {
    const s = card([{ id: "p", kind: "puzzle", on: FRONT, width: 60, height: 40, across: 3, up: 2, numbered: true }]);
    const puzzle = s.pieces.find(({ fitting }) => fitting === "p");
    const numbers = (puzzle?.strokes ?? []).filter(({ face }) => face === "back");
    expect(numbers).toHaveLength(6);
    const { left, right, bottom, top } = boundsOf(flatten(puzzle?.outline[0] ?? []));
    // like a page, from behind too: the first stands in the first piece, at the upper left of the face
    const middles = numbers.map(({ path }) => {
      const box = boundsOf(flatten(path));
      return [(box.left + box.right) / 2, (box.bottom + box.top) / 2] as const;
    });
    expect(middles.map(([x]) => Math.floor((3 * (x - left)) / (right - left)))).toEqual([0, 1, 2, 0, 1, 2]);
    expect(middles.map(([, y]) => Math.floor((2 * (y - bottom)) / (top - bottom)))).toEqual([1, 1, 1, 0, 0, 0]);
  });
});

describe("what stands past its ground", () => {
  it("is made smaller by a press, by as little as helps, down to a tenth of a mm", () => {
    // a square of 50.5 on a round tag of 60: its diagonal is 71.4, of 85 % of it 60.7, of 70 % 50
    const s = solve(
      specOf({
        ...{ form: "tag", contents: { width: 60, height: 60 }, method: { board: "scoring-millimetre" } },
        settings: { head: "outline", cutTo: "round", hole: 0 },
        fittings: [{ id: "p", kind: "panel", on: { panel: "tag", side: "outside" }, width: 50.5, height: 50.5 }],
      }),
    );
    const found = s.findings.find((f) => f.code === "sticks-out");
    expect(found?.remedy?.code).toBe("made-smaller");
    expect(found?.remedy?.changes.map(({ value }) => value)).toEqual([35.3, 35.3]);
    expect(solve(pressed(s.spec, found)).findings.map((f) => f.code)).not.toContain(found?.code);
  });
});

describe("a cut where it should not be", () => {
  const window = (more: object) =>
    card([{ id: "w", kind: "window", name: "Window", on: FRONT, outline: "rectangle", ...more }]);

  it("over a score is told though none of its corners is near it, and not where it only stands beside", () => {
    const wide = { width: 60, height: 40 };
    expect(codes(window({ ...wide, at: rule({ from: "left", by: -30 }, { from: "centre", by: 0 }) }))).toContain(
      "cuts.over-score",
    );
    // on its point, with two corners on the score itself and the others on either side of it
    const turned = { ...rule({ from: "left", by: -20 }, { from: "centre", by: 0 }), turn: 45 };
    expect(codes(window({ width: 40, height: 40, at: turned }))).toContain("cuts.over-score");
    // 4 mm from the fold, as long as it is high: beside it all along
    const beside = window({ width: 20, height: 90, at: rule({ from: "left", by: 4 }, { from: "centre", by: 0 }) });
    expect(codes(beside)).not.toContain("cuts.over-score");
  });

  it("in what is glued is told by the paper that the two share, and not by the boxes round them", () => {
    // a pouch's strip is glued; a hole in the middle of its front is not in the glue
    const spec = { form: "side-tab-pocket", contents: { preset: "iso-a6" }, method: { board: "scoring-millimetre" } };
    const tabs = solve(specOf(spec));
    const glued = tabs.pieces.flatMap((p) => p.glue.map((g) => ({ piece: p, panel: g.panel })));
    expect(glued.length).toBeGreaterThan(0);
    const onFront = solve(
      specOf({ ...spec, fittings: [{ id: "h", kind: "hole", on: { panel: "front" }, across: 8 }] }),
    );
    expect(codes(onFront)).not.toContain("cuts.in-glue");
  });

  it("that is open is told near an edge like any other, unless it is cut in from there", () => {
    const slit = (by: number) =>
      card([
        { id: "s", kind: "slit", on: FRONT, long: 40, at: rule({ from: "centre", by: 0 }, { from: "top", by }) },
      ]).findings.find((f) => f.code === "near-edge")?.figure;
    expect(slit(1.5)).toBeCloseTo(1.5, 2);
    expect(slit(8)).toBeUndefined();
  });

  it("past the paper's edge is an error, near it a warning of how much is left", () => {
    const past = window({ width: 40, height: 30, at: rule({ from: "right", by: -5 }, { from: "centre", by: 0 }) });
    expect(past.findings.find((f) => f.code === "past-edge")).toMatchObject({ severity: "error", figure: 5 });
    const near = window({ width: 40, height: 30, at: rule({ from: "right", by: 2 }, { from: "centre", by: 0 }) });
    expect(near.findings.find((f) => f.code === "near-edge")?.figure).toBeCloseTo(2, 6);
    expect(
      codes(window({ width: 40, height: 30, at: rule({ from: "right", by: 3 }, { from: "centre", by: 0 }) })),
    ).not.toContain("cuts.near-edge");
  });

  it("too near another is told with the gap, of one row or of two", () => {
    const row = card([{ id: "h", kind: "hole", name: "Holes", on: FRONT, across: 5, columns: 3, apart: 6 }]);
    const found = row.findings.find((f) => f.code === "close");
    expect(found?.figure).toBeCloseTo(1, 1);
    expect(found && sayFinding(found, MM)).toMatch(/Holes: they stand 1.mm away/u);
    expect(codes(solve(pressed(row.spec, found)))).not.toContain("cuts.close");
    const two = card([
      { id: "a", kind: "slit", name: "Slit", on: FRONT, long: 30 },
      {
        id: "b",
        kind: "hole",
        name: "Hole",
        on: FRONT,
        across: 6,
        at: rule({ from: "centre", by: 0 }, { from: "centre", by: 5 }),
      },
    ]);
    const told = two.findings.find((f) => f.code === "close");
    // the hole's rim stands 5 − 3 = 2 above the slit
    expect(told?.figure).toBeCloseTo(2, 1);
    expect(told && sayFinding(told, MM)).toMatch(/Slit: Hole stands 2.mm away/u);
  });
});

describe("lines", () => {
  it("are made on the face they are said on, and told by what is done along them", () => {
    const s = card([
      { id: "a", kind: "line", on: INSIDE, outline: "star", width: 40, height: 40, role: "foil" },
      { id: "b", kind: "perforation", on: FRONT, runs: "down" },
    ]);
    expect(main(s).strokes).toMatchObject([{ role: "foil", face: "back" }, { role: "perforate" }]);
    const said = s.steps.map((x) => sayStep(x, MM)).join(" ");
    expect(said).toMatch(/Foil the line on the inside of the back/u);
    expect(said).toMatch(/Perforate along the perforation on the front/u);
  });
});

describe("words", () => {
  const words = (more: object) =>
    card([
      { id: "w", kind: "words", name: "Greeting", on: FRONT, text: "Good apples", typeface: "plain", size: 9, ...more },
    ]);

  it("are printed as filled letters in the middle of the panel", () => {
    const { strokes = [], cuts } = main(words({}));
    expect(cuts).toEqual([]);
    expect(strokes).toHaveLength(10);
    expect(strokes.every((s) => s.filled && s.role === "print")).toBe(true);
    const { left, right, bottom, top } = boundsOf(strokes.flatMap((s) => flatten(s.path)));
    expect((left + right) / 2).toBeCloseTo(148 + 74, 1);
    expect((bottom + top) / 2).toBeCloseTo(52.5, 1);
  });

  it("inside are read when the card is open: on the back they are mirrored, and made from that side", () => {
    const { strokes = [] } = main(words({ on: INSIDE, text: "L" }));
    const [letter] = strokes;
    expect(letter?.face).toBe("back");
    // an L has its stem at its left as it is read: at its right as the paper is drawn
    const points = flatten(letter?.path ?? []);
    const { left, right, top } = boundsOf(points);
    const high = points.filter(([, y]) => y > top - 1).map(([x]) => x);
    expect(Math.min(...high)).toBeGreaterThan((left + right) / 2);
  });

  it("cut out keep their counters by bridges; without them it is told, and mended", () => {
    const bridgesOff = words({ role: "cut", bridges: false });
    const found = bridgesOff.findings.find((f) => f.code === "drops-out");
    expect(found && sayFinding(found, MM)).toMatch(/the insides of \d+ letters drop out/u);
    const mended = solve(pressed(bridgesOff.spec, found));
    expect(codes(mended)).not.toContain("fitting.drops-out");
    expect(main(mended).cuts.every((c) => c.kind === "window" && areaOf(polygon(flatten(c.path))) > 0)).toBe(true);
  });

  it("cut out of their own paper are one piece", () => {
    const s = card([{ id: "w", kind: "lettering", on: FRONT, text: "Thanks", typeface: "slab", size: 16 }]);
    const piece = s.pieces.find((p) => p.fitting === "w");
    expect(piece?.outline).toHaveLength(1);
    expect(prove(s).ok).toBe(true);
    // they are as fine as they are set: nothing is said of what lies between their own lines
    const small = card([{ id: "w", kind: "lettering", on: FRONT, text: "Bees", typeface: "script", size: 9 }]);
    expect(codes(small).filter((code) => code.startsWith("fine."))).toEqual([]);
  });

  it("over a score are told, and brought away from it", () => {
    const s = words({ at: rule({ from: "left", by: -20 }, { from: "centre", by: 0 }) });
    const found = s.findings.find((f) => f.code === "drawn-over");
    expect(found && sayFinding(found, MM)).toMatch(/Greeting runs over a score/u);
    expect(codes(solve(pressed(s.spec, found)))).not.toContain("cuts.drawn-over");
  });

  it("stand line under line, half as much again as a capital apart unless it is set, and as a figure", () => {
    const apart = (s: ReturnType<typeof card>) => s.dimensions.find((d) => d.sets?.at(-1) === "lineSpacing")?.value;
    expect(apart(words({ text: "one" }))).toBeUndefined();
    expect(apart(words({ text: "one\ntwo" }))).toBeCloseTo(13.5, 6);
    expect(apart(words({ text: "one\ntwo", size: 20 }))).toBeCloseTo(30, 6);
    expect(apart(words({ text: "one\ntwo", lineSpacing: 11 }))).toBeCloseTo(11, 6);
    const size = words({ text: "HH\nHH" }).dimensions.find((d) => d.sets?.at(-1) === "size");
    // from foot to head of the first line, on the paper
    expect(Math.abs((size?.to[1] ?? 0) - (size?.from[1] ?? 0))).toBeCloseTo(9, 6);
  });

  it("say which letters a typeface lacks, and lose nothing else", () => {
    const s = words({ text: "Hi я" });
    const found = s.findings.find((f) => f.code === "no-letter");
    expect(found && sayFinding(found, MM)).toMatch(/has no я/u);
    expect(main(s).strokes).toHaveLength(2);
  });
});

describe("a card with everything on it", () => {
  const all = [
    { id: "mat", kind: "mat", on: INSIDE, border: 6 },
    {
      id: "win",
      kind: "window",
      on: FRONT,
      outline: "oval",
      width: 60,
      height: 40,
      at: rule({ from: "centre", by: 0 }, { from: "top", by: 12 }),
    },
    {
      id: "greet",
      kind: "words",
      on: FRONT,
      text: "Thank you",
      typeface: "script",
      size: 10,
      at: rule({ from: "centre", by: 0 }, { from: "bottom", by: 12 }),
    },
    { id: "edge", kind: "edge", on: FRONT, which: "right", shape: "scalloped", pitch: 10, depth: 4 },
    { id: "holes", kind: "hole", on: { panel: "back", side: "outside" }, across: 4, columns: 3 },
    { id: "tear", kind: "perforation", on: { panel: "back", side: "outside" }, runs: "across" },
    {
      id: "star",
      kind: "line",
      on: INSIDE,
      outline: "star",
      width: 20,
      height: 20,
      role: "foil",
      at: rule({ from: "left", by: 10 }, { from: "top", by: 10 }),
    },
  ];

  it("is made in another size and comes back exactly", () => {
    const first = card(all);
    const larger = resizedRecipe(first.spec, { width: 210, height: 148 });
    if (!larger.ok) throw new Error("no larger one");
    const big = solve(larger.spec);
    expect(prove(big).ok).toBe(true);
    // letters grow with the height, holes keep
    expect(big.spec.fittings?.find((f) => f.id === "holes")?.["across"]).toBe(4);
    expect(Number(big.spec.fittings?.find((f) => f.id === "greet")?.["size"])).toBeGreaterThan(13);
    // nothing is distorted: the oval has followed both axes, the star too
    const back = resizedRecipe(larger.spec, { width: 148, height: 105 });
    if (!back.ok) throw new Error("no way back");
    for (const row of back.spec.fittings ?? []) {
      const was = first.spec.fittings?.find((f) => f.id === row.id);
      expect(row.at).toEqual(was?.at);
    }
  });

  it("is read from what it writes", () => {
    const { spec } = card(all);
    const read = changed(spec, { contents: {} });
    expect(read.ok && read.value.fittings).toEqual(spec.fittings);
  });
});

describe("words along an edge", () => {
  const along = (runs: string, off: number, size = { width: 105, height: 148 }) => {
    const s = solve(
      specOf({
        ...{ form: "card-base", contents: { ...size, thickness: 1 }, settings: { fold: "side" } },
        method: { board: "scoring-millimetre" },
        fittings: [
          { id: "w", kind: "words", on: { panel: "front" }, text: "Plum", typeface: "plain", size: 8, runs, off },
        ],
      }),
    );
    const [lies] = s.fittings;
    if (!lies) throw new Error("no words");
    return { box: boundsOf(lies.outline), ground: lies.ground };
  };

  it("stand in its middle and so far from it, whatever the size", () => {
    for (const height of [148, 210]) {
      const left = along("left", 7, { width: 105, height });
      expect(left.box.left).toBeCloseTo(7, 6);
      expect((left.box.bottom + left.box.top) / 2).toBeCloseTo(left.ground.height / 2, 6);
      const right = along("right", 7, { width: 105, height });
      expect(right.ground.width - right.box.right).toBeCloseTo(7, 6);
      // a quarter turned they are higher than wide
      expect(right.box.top - right.box.bottom).toBeGreaterThan(2 * (right.box.right - right.box.left));
      const top = along("top", 5, { width: 105, height });
      expect(top.ground.height - top.box.top).toBeCloseTo(5, 6);
      expect((top.box.left + top.box.right) / 2).toBeCloseTo(top.ground.width / 2, 6);
      expect(along("bottom", 0, { width: 105, height }).box.bottom).toBeCloseTo(0, 6);
    }
  });
});

describe("a row spread over what it lies on", () => {
  it("spreads anew when that becomes wider, though the row itself is the same", () => {
    const spec = specOf({
      ...{ form: "card-base", contents: { width: 100, height: 100, thickness: 1 }, settings: { fold: "side" } },
      method: { board: "scoring-millimetre" },
      fittings: [{ id: "h", kind: "hole", on: { panel: "front" }, columns: 4, across: 5 }],
    });
    const middles = (s: ReturnType<typeof solve>) =>
      s.pieces[0]?.cuts.map((c) => boundsOf(flatten(c.path))).map((b) => (b.left + b.right) / 2) ?? [];
    const pitch = ([a = 0, b = 0]: readonly number[]): number => Math.abs(b - a);
    expect(pitch(middles(solve(spec)))).toBeCloseTo(25, 6);
    // the same row object, as a drag leaves it
    const wider = { ...spec, contents: { ...spec.contents, width: 160 } };
    expect(pitch(middles(solve(wider)))).toBeCloseTo(40, 6);
  });
});

describe("a border of shapes", () => {
  const border = (more: Readonly<Record<string, unknown>> = {}) =>
    solve(
      specOf({
        ...{ form: "card-base", contents: { width: 120, height: 90, thickness: 1 }, settings: { fold: "side" } },
        method: { board: "scoring-millimetre" },
        fittings: [
          {
            id: "b",
            kind: "window",
            on: { panel: "front" },
            outline: "leaf",
            width: 8,
            height: 12,
            around: true,
            off: 6,
            columns: 8,
            rows: 4,
            ...more,
          },
        ],
      }),
    );

  it("stands all round, feet towards the edge, so far from it and evenly spread", () => {
    const s = border({ stands: true });
    const [piece] = s.pieces;
    const [lies] = s.fittings;
    if (!piece || !lies) throw new Error("no border");
    expect(piece.cuts).toHaveLength(2 * (8 + 4));
    const feet = (piece.strokes ?? []).map(({ path }) => boundsOf(flatten(path)));
    expect(feet).toHaveLength(24);
    const { left, right, bottom, top } = boundsOf(flatten(piece.panels.find((p) => p.id === "front")?.outline ?? []));
    // a foot is scored an eighth of its height up, and the points stand inwards
    const rise = 6 + 0.12 * 12;
    feet.forEach((foot, i) => {
      const cut = boundsOf(flatten(piece.cuts[i]?.path ?? []));
      const [off, inwards] =
        i < 8
          ? [foot.bottom - bottom, cut.top - foot.top]
          : i < 12
            ? [right - foot.right, foot.left - cut.left]
            : i < 20
              ? [top - foot.top, foot.bottom - cut.bottom]
              : [foot.left - left, cut.right - foot.right];
      expect(off).toBeCloseTo(rise, 6);
      expect(inwards).toBeCloseTo(12 - 0.12 * 12, 1);
    });
    const middles = feet.slice(0, 8).map((b) => (b.left + b.right) / 2);
    middles.slice(1).forEach((x, i) => {
      expect(x - (middles[i] as number)).toBeCloseTo((120 - 12) / 8, 6);
    });
    expect(s.findings.filter((f) => f.severity === "error")).toEqual([]);
  });

  it("follows another size by its rule", () => {
    const wide = solve({ ...border().spec, contents: { ...border().spec.contents, width: 180 } });
    const boxes = (wide.pieces[0]?.cuts ?? []).map((c) => boundsOf(flatten(c.path)));
    expect(boxes).toHaveLength(24);
    const [first, next] = boxes;
    expect((next?.left ?? 0) - (first?.left ?? 0)).toBeCloseTo((180 - 12) / 8, 6);
    expect((first?.right ?? 0) - (first?.left ?? 0)).toBeCloseTo(8, 1);
  });
});
