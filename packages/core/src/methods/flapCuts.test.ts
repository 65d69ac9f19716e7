/** Flaps by their numbers: worked by hand from the form's own, then every flap of any form cut out and laid on the drawing. */
import { describe, expect, it } from "vitest";
import { distance } from "../geometry/point.ts";
import { pictureOf } from "../pictures/picture.ts";
import { solve } from "../solve.ts";
import { specOf } from "../test/randomSpec.ts";
import { sayStep } from "../words/en.ts";
import { flapCuts, flapLetters } from "./flapCuts.ts";

const cutsOf = (given: object) => solve(specOf(given)).pieces.flatMap(flapCuts);

const SIDE_SEAM = specOf({
  form: "side-seam-envelope",
  contents: { preset: "iso-a6" },
  settings: { cornerRadius: 0 },
  method: { board: "scoring-millimetre" },
});

describe("what a hand needs to know to cut flaps out", () => {
  it("a deep envelope's flaps: those cut alike stand together, with how far their sides run in", () => {
    const cuts = cutsOf({
      form: "deep-envelope",
      contents: { preset: "iso-a6", thickness: 8 },
      settings: { corners: "web" },
      method: { board: "scoring-millimetre" },
    });
    expect(cuts.map((c) => c.names.join(", "))).toContain("Left web, Right web");
    const flap = cuts.find((c) => c.names.includes("Top flap"));
    expect(flap).toMatchObject({ relief: 0, shaped: false });
    expect(flap?.taper).toBeGreaterThan(0);
  });

  it("a pointed flap is no matter of two numbers, and says so", () => {
    const [cut] = cutsOf({ form: "pointed-envelope", contents: { preset: "iso-a6" } });
    expect(cut).toMatchObject({ shaped: true });
    expect(cut?.names).toHaveLength(4);
  });

  it("a card's panels are rectangles: there is nothing to say", () => {
    expect(cutsOf({ form: "card-base", contents: { preset: "iso-a6" }, settings: { fold: "tri" } })).toEqual([]);
  });

  it("agrees with the paper: the free edge is as long as the score less both tapers", () => {
    const s = solve(SIDE_SEAM);
    const [piece] = s.pieces;
    const fold = piece?.folds.find((f) => piece.panels.find((p) => p.id === f.panels[1])?.name === "Top flap");
    const panel = piece?.panels.find((p) => p.id === fold?.panels[1]);
    const cut = piece && flapCuts(piece).find((c) => c.names.includes("Top flap"));
    if (!fold || !panel || !cut) throw new Error("no top flap");
    const far = Math.max(...panel.outline.map((e) => e.from[1]));
    const free = panel.outline
      .filter((e) => Math.abs(e.from[1] - far) < 1e-6 && Math.abs(e.to[1] - far) < 1e-6)
      .reduce((sum, e) => sum + Math.abs(e.from[0] - e.to[0]), 0);
    expect(free).toBeGreaterThan(0);
    expect(free).toBeCloseTo(Math.abs(fold.from[0] - fold.to[0]) - 2 * (cut.taper + cut.relief), 6);
  });

  it("each measure has its letter in the sentence and its line on the picture, from the score's end or the free edge to the outline", () => {
    const s = solve(SIDE_SEAM);
    const step = s.steps.find((x) => x.code === "cut-corners");
    const [piece] = s.pieces;
    if (!step?.flaps || !piece) throw new Error("nothing is cut");
    const letters = flapLetters(step.flaps);
    const said = sayStep(step, { unit: "mm" });
    const { labels = [] } = pictureOf(s, step);
    expect(letters.length).toBeGreaterThan(2);
    expect(labels.map((l) => l.text)).toEqual(letters.map((l) => l.letter));
    // with square corners a side begins and ends where the outline turns
    const turns = piece.outline.flat().map(({ from }) => from);
    for (const { letter, group, of, at } of letters) {
      expect(said).toContain(`(${letter})`);
      expect(distance(...at)).toBeCloseTo(Math.abs(step.flaps[group]?.[of === "start" ? "relief" : "taper"] ?? NaN), 6);
      // where a flap's own corners are rounded its side would end beyond them
      if (of === "start" || step.flaps[group]?.names.includes("Top flap"))
        expect(Math.min(...turns.map((p) => distance(p, at[1])))).toBeLessThan(0.06);
    }
  });
});
