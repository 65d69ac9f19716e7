/** Drafts made on boards whose marks are not where they say: wrong as they are, and right once that has been measured. */
import { describe, expect, it } from "vitest";
import type { Extent, Solution } from "../model/solution.ts";
import { solve } from "../solve.ts";
import { specOf } from "../test/randomSpec.ts";
import { pieceAsMade } from "./asMade.ts";
import { makersOf, roomIn } from "./fit.ts";

/** The room in what comes of following the steps of a draft when each act is off by so many mm. */
function madeWith(solution: Solution, off: Readonly<Record<string, number>>): Extent {
  const [lying] = solution.contents;
  if (!lying) throw new Error("nothing goes in");
  const pieces = makersOf(solution).map(({ piece, sources, make }) =>
    pieceAsMade(
      piece,
      make((i) => off[sources[i]?.act ?? ""] ?? 0),
    ),
  );
  return roomIn(solution, pieces, lying);
}
const gapOf = ({ contents: [lying] }: Solution): Extent => {
  if (!lying) throw new Error("nothing goes in");
  return lying.gap;
};

describe("a punch board whose ruler is 0.4 mm off and whose notch is 0.3 mm deeper", () => {
  const A2 = { form: "square-blank-envelope", contents: { preset: "us-a2" } };
  const TRULY = { board: "eighth-inch", offset: "0.4mm", notch: "11mm" };

  it("makes another envelope than the one that is said", () => {
    const said = solve(specOf({ ...A2, method: { board: "eighth-inch" } }));
    const made = madeWith(said, { read: 0.4, punch: 0.3 });
    // up: √2 × (0.4 further in − 0.3 deeper); across: both, the other way
    expect(made.height - gapOf(said).height).toBeCloseTo(Math.SQRT2 * (0.4 - 0.3), 2);
    expect(made.width - gapOf(said).width).toBeCloseTo(-Math.SQRT2 * (0.4 + 0.3), 2);
  });

  it.each([{}, { each: true }])("makes the one that is said when both are measured: %j", (more) => {
    const said = solve(specOf({ ...A2, method: { ...TRULY, ...more } }));
    const made = madeWith(said, {});
    expect(made.width).toBeCloseTo(gapOf(said).width, 4);
    expect(made.height).toBeCloseTo(gapOf(said).height, 4);
    // the hand sets a mark that the board has
    const mark = said.steps.find(({ code }) => code === "punch-first")?.measure ?? 0;
    expect(mark / (25.4 / 8)).toBeCloseTo(Math.round(mark / (25.4 / 8)), 6);
    // and it is what the drawing says of it
    expect(said.dimensions.find(({ id }) => id === "first-score")?.value).toBeCloseTo(mark, 3);
    expect(gapOf(said).width).toBeGreaterThanOrEqual(0);
  });
});

describe("a scoring board that is off", () => {
  const GIFT = { contents: { preset: "gift-card" } };
  const method = { board: "scoring-eighth", kind: "scoring-board" };
  const EIGHTH = 25.4 / 8;
  const firstIn = ({ steps }: Solution): number => steps.find(({ kind }) => kind === "score")?.measure ?? 0;

  it.each([
    ["side-tab-pocket", 0.4],
    ["side-tab-pocket", -0.4],
    ["diagonal-pocket", 0.4],
    ["diagonal-pocket", -0.4],
  ] as const)("makes %s right at %f mm once that is said", (form, truly) => {
    const plain = solve(specOf({ form, ...GIFT, method }));
    const told = solve(specOf({ form, ...GIFT, method: { ...method, offset: `${String(truly)}mm` } }));
    const axes = (["width", "height"] as const).filter((one) => told.contents[0]?.open?.axis !== one);
    const before = madeWith(plain, { place: truly });
    expect(axes.some((one) => Math.abs(before[one] - gapOf(plain)[one]) > 0.3)).toBe(true);
    // the same paper; as the steps say, the sheet lies at a strip, and the marks may be further ones
    expect(told.pieces).toEqual(plain.pieces);
    const pad = told.steps.find(({ code }) => code === "pad-stop")?.measure ?? 0;
    const further = firstIn(told) - firstIn(plain);
    expect(further / EIGHTH).toBeCloseTo(Math.round(further / EIGHTH), 6);
    expect(pad).toBeGreaterThan(0);
    const after = madeWith(told, { place: truly + further - pad });
    for (const one of axes) expect(after[one]).toBeCloseTo(gapOf(told)[one], 3);
  });
});
