/** What measuring by hand has found, each by its recipe: what was wrong at the table stays right. */
import { describe, expect, it } from "vitest";
import { prove } from "../folding/proof.ts";
import { boundsOf, flatten } from "../geometry/path.ts";
import type { Solution } from "../model/solution.ts";
import { solve } from "../solve.ts";
import { specOf } from "../test/randomSpec.ts";
import { sayFinding, sayStep, stepHeading } from "../words/en.ts";
import { readingsByPiece } from "../methods/readings.ts";

const MM = { unit: "mm" } as const;
const made = (given: object): Solution => solve(specOf({ method: { board: "scoring-millimetre" }, ...given }));
const said = (s: Solution): string[] => s.steps.map((x) => sayStep(x, MM).replaceAll("\u00a0", " "));
const codes = (s: Solution): string[] => s.findings.map((f) => `${f.check}.${f.code}`);
const card = (fittings: readonly object[], form = "card-base", more: object = {}) =>
  made({ form, contents: { width: 148, height: 105 }, fittings, ...more });
const FRONT = { panel: "front", side: "outside" } as const;

describe("steps answer to the drawing", () => {
  it("a perforation may end short of its edges", () => {
    const s = card([{ id: "p", kind: "perforation", on: FRONT, border: 5 }]);
    expect(s.findings.filter((f) => f.severity === "error")).toEqual([]);
    // and runs as the rule has it, to a hundredth of a mm
    const [line] = s.pieces[0]?.strokes ?? [];
    const { bottom, top } = boundsOf(flatten(line?.path ?? []));
    expect((bottom + top) / 2).toBeCloseTo(105 / 2, 2);
  });

  it("a pocket glued straight on a panel has its tabs folded, and is laid on them", () => {
    const pocket = { id: "p", kind: "part", form: "side-tab-pocket", contents: { preset: "gift-card" } };
    const steps = said(card([{ ...pocket, settings: { behind: "panel" }, on: FRONT }]));
    expect(steps.some((t) => /Fold the left tab, the right tab and the lower tab/u.test(t))).toBe(true);
    expect(steps.some((t) => /the tabs of the .*pocket alone and lay it on the front/u.test(t))).toBe(true);
    expect(steps.join(" ")).not.toMatch(/close the card on it/u);
  });

  it("what is drawn, cut and punched on a mat is told on the mat", () => {
    const onMat = { panel: "mat", side: "outside", fitting: "m" };
    const s = card([
      { id: "m", kind: "mat", on: FRONT },
      { id: "l", kind: "line", role: "pen", width: 30, height: 20, on: onMat },
      { id: "h", kind: "hole", on: onMat },
      { id: "w", kind: "window", outline: "heart", width: 20, height: 18, on: onMat },
    ]);
    const own = s.steps.filter((x) => x.of === "m/mat" && x.phase === "make");
    expect(own.map((x) => x.does.map((d) => d.act)).flat()).toEqual(expect.arrayContaining(["cut", "pen"]));
    expect(own.map((x) => sayStep(x, MM)).join(" ")).toMatch(/draw the line.*Punch a hole.*Cut the window/su);
    // a heart is no rectangle: it is cut by the template
    expect(own.find((x) => x.code === "cut-window-shaped")?.facts?.["template"]).toBe(1);
  });

  it("a puzzle is cut in pieces, numbered and put together on its place", () => {
    const steps = said(card([{ id: "p", kind: "puzzle", on: FRONT }])).join(" ");
    expect(steps).toMatch(/Cut the puzzle into its pieces.*Put the puzzle together.*piece by piece on its place/su);
  });

  it("a pillow box is filled while one end is open, and its curved scores are never pressed flat", () => {
    const s = made({ form: "pillow-box", contents: { width: 60, height: 90, thickness: 20 } });
    const order = s.steps.map((x) => x.code);
    expect(order.slice(-3)).toEqual(["fold", "fill", "close-curved"]);
    expect(said(s).find((t) => /curved scores between/u.test(t))).toMatch(/Do not press it flat/u);
    expect(prove(s).ok).toBe(true);
  });

  it("a fold-over pocket is glued where its glue is: never across its mouth", () => {
    const pocket = (settings: object) =>
      made({
        form: "fold-over-pocket",
        contents: { preset: "gift-card" },
        settings: { cutTo: "rectangle", ...settings },
      });
    const glue = (s: Solution) => s.steps.find((x) => x.code.startsWith("glue"))?.facts?.["along"];
    expect(glue(pocket({}))).toBe("left right");
    expect(glue(pocket({ opens: "side" }))).toBe("left bottom");
    expect(glue(pocket({ hinge: "side" }))).toBe("left bottom");
  });

  it("two strips under a fold at the top stand left and right, each with its place along the fold", () => {
    const s = made({
      form: "pop-up-cradle-card",
      contents: { width: 148, height: 105 },
      settings: { fold: "top", strips: "two" },
    });
    expect(s.pieces.map((p) => p.name)).toEqual(expect.arrayContaining(["Left strip", "Right strip"]));
    expect(
      said(s).filter((t) => /in the card's fold, \d+(?:\.\d)? mm from the (?:left|right) edge/u.test(t)),
    ).toHaveLength(2);
    expect(said(s).join(" ")).not.toMatch(/−\d/u);
  });

  it("a score that belongs to a part of the sheet says from where to where, on the board and beside the numbers", () => {
    const s = made({ form: "gift-card-folder", contents: { preset: "gift-card" } });
    const own = s.steps.filter((x) => x.kind === "score" && x.of === "folder");
    expect(own.filter((x) => x.facts?.["whole"] !== undefined)).toHaveLength(2);
    expect(readingsByPiece(s)[0]?.readings[0]?.inPart).toHaveLength(2);
    // scores that are made on the table, along the template, are counted beside those read at the board
    const pouch = made({ form: "tapered-pouch", contents: { preset: "loose-250ml" }, settings: { build: "one" } });
    const slanted = pouch.pieces[0]?.folds.filter(
      ({ from, to }) => Math.min(Math.abs(from[0] - to[0]), Math.abs(from[1] - to[1])) > 0.01,
    );
    expect(slanted?.length).toBeGreaterThan(0);
    expect(readingsByPiece(pouch).map(({ byTemplate }) => byTemplate)).toEqual([slanted?.length]);
    // the folds as they lie on the sheet: from the pocket's head to its foot, seen from the fence
    const folder = s.pieces[0];
    const fold = folder?.folds.find((f) => f.id === "score-left");
    const ends = [fold?.from[1], fold?.to[1]].map((y) => (folder?.blank.height ?? 0) - (y ?? 0)).sort((a, b) => a - b);
    expect([own[0]?.facts?.["from"], own[0]?.facts?.["to"]].map((y) => Number(y).toFixed(6))).toEqual(
      ends.map((y) => y.toFixed(6)),
    );
  });

  it("a strut's hinge and angle are told, an insert lies where it lies, walls are not pressed down", () => {
    const strut = made({ form: "easel-strut", contents: { width: 105, height: 148 } });
    expect(said(strut).at(-1)).toMatch(/its score \d+ mm above the card's lower edge.*4\d° off the back.*12°/su);
    const insert = made({
      form: "insert-frame-card",
      contents: { width: 148, height: 105 },
      settings: { insert: "inside" },
    });
    expect(said(insert).join(" ")).toMatch(/Lay the insert on the inside of the back/u);
    const box = made({ form: "tuck-box", contents: { preset: "bar-150" } });
    expect(said(box).join(" ")).not.toMatch(/press down|back back|the its/u);
    expect(said(made({ form: "mask", contents: { width: 105, height: 148 } })).join(" ")).toMatch(
      /it is the opposite/u,
    );
  });

  it("loose treats are filled in, by their own name; a tag on a stick is threaded", () => {
    const pouch = made({ form: "tapered-pouch", contents: { amount: { ml: 120 } } });
    expect(said(pouch).at(-1)).toBe("Fill in: Treats.");
    const stick = made({ form: "stick-holder", contents: { preset: "lolly-30" }, settings: { topper: "tag" } });
    expect(said(stick).at(-1)).toMatch(/Thread the tag on the stick/u);
  });

  it("each step says on which piece it is done, and the steps of a piece stand together", () => {
    const s = card([
      { id: "a", kind: "mat", on: FRONT },
      { id: "b", kind: "part", form: "tag", contents: { width: 40, height: 60 }, on: FRONT },
    ]);
    const headings = s.steps.map((x) => stepHeading(s, x));
    expect(headings).toContain("Piece 2 of 3: Mat");
    const runs = headings.filter((h, i) => h !== headings[i - 1]);
    expect(new Set(runs).size).toBe(runs.length);
  });
});

describe("the paper is right", () => {
  it("a waved bag topper is cut from a sheet that holds its bow", () => {
    const s = made({ form: "bag-topper", contents: { preset: "seed-packet" }, settings: { lowerEdge: "waved" } });
    const { top, bottom } = boundsOf(s.pieces[0]?.outline.flatMap((p) => flatten(p)) ?? []);
    expect(s.pieces[0]?.blank.height).toBeGreaterThanOrEqual(top - bottom - 0.06);
    expect(prove(s).ok).toBe(true);
  });

  it("a stick holder for a ball of 30 mm has faces of about 46 mm", () => {
    const s = made({ form: "stick-holder", contents: { preset: "lolly-30" } });
    const back = boundsOf(flatten(s.pieces[0]?.panels.find((p) => p.id === "back")?.outline ?? []));
    expect(back.right - back.left).toBeLessThan(56);
    expect(back.top - back.bottom).toBeLessThan(56);
    expect(back.right - back.left).toBeGreaterThan(30 + 2 * 6);
  });

  it("a box's room is what lies between its faces", () => {
    const s = made({
      ...{ form: "sleeve-and-tray", contents: { width: 75, height: 150, thickness: 10 } },
      ...{ stock: { caliper: 1, weight: 600 }, settings: { play: 0.5 } },
    });
    expect(s.gap.width).toBeGreaterThanOrEqual(0.5);
    expect(prove(s).contents.gap?.width).toBeCloseTo(s.gap.width, 6);
  });

  it("a band round twelve cards has the slack that was asked for in its whole loop", () => {
    const pile = [{ name: "Card", thickness: 0.6, count: 12 }];
    const s = made({ form: "belly-band", contents: { width: 105, height: 148, pile } });
    const { width, depth } = s.contents[0]?.gap ?? { width: 0, depth: 0 };
    // half the loop: 1 mm asked for, and at most a mark more
    expect(width + depth).toBeGreaterThanOrEqual(1);
    expect(width + depth).toBeLessThan(2);
    expect(codes(s)).not.toContain("gap.slips");
  });

  it("a pointed envelope for A6 comes out of Letter at a slant, and says how to lay it", () => {
    const s = made({ form: "pointed-envelope", contents: { preset: "iso-a6" }, sheet: { preset: "us-letter" } });
    expect(codes(s)).not.toContain("sheet.too-small");
    expect(said(s)[0]).toMatch(/by the printed template.*turned (?:4[4-9]|5[0-8])° to the (?:left|right)/u);
    // makers with a metric ruler are offered sheets of their own
    const small = made({ form: "side-seam-envelope", contents: { preset: "iso-a5" }, sheet: { preset: "iso-a4" } });
    expect(small.findings.find((f) => f.code === "too-small")?.facts?.["sheet"]).toBe("A3");
  });

  it("a setting that is cut back is said, with what it became", () => {
    const s = made({ form: "slider-pocket-card", contents: { width: 148, height: 105 }, settings: { slitLong: 300 } });
    const told = s.findings.find((f) => f.code === "cut-back");
    expect(told && sayFinding(told, MM).replaceAll("\u00a0", " ")).toMatch(
      /^Slit: 300 mm was asked for, and 65 mm is/u,
    );
    const star = made({ form: "mask", contents: { width: 40, height: 40 }, settings: { shape: "star", border: 40 } });
    expect(codes(star)).toContain("honoured.cut-back");
  });

  it("walls keep a pouch a pouch, and degrees are no lengths", () => {
    const pouch = made({
      form: "tapered-pouch",
      contents: { width: 80, height: 110, thickness: 20 },
      settings: { build: "two" },
    });
    expect(pouch.findings.find((f) => f.code === "bulky")?.remedy?.changes).toEqual([
      { at: ["settings", "build"], value: "one" },
    ]);
    const lean = specOf({
      units: "in",
      form: "easel-strut",
      contents: { width: 4, height: 6 },
      settings: { lean: 15 },
    });
    expect(lean.settings["lean"]).toBe(15);
    const low = made({
      form: "easel-strut",
      contents: { width: 100, height: 290 },
      settings: { hinged: 20, lean: 25 },
    });
    expect(codes(low)).toContain("covering.falls-back");
  });

  it("the note that goes into a small envelope on a card stands in the cut list", () => {
    const note = { width: 60, height: 40, thickness: 0.3, name: "Note" };
    const s = card([{ id: "e", kind: "part", form: "side-seam-envelope", contents: note, on: FRONT }]);
    expect(s.materials.find((m) => m.code === "goes-in")).toMatchObject({
      item: "Note",
      size: { width: 60, height: 40 },
    });
  });
});
