/** What can be taken in hand on the flat drawing, and what is drawn on paper that lies there. */
import "@cut-fold/core/forms";
import { boundsOf, flatten, readSpec, solve, type Solution } from "@cut-fold/core";
import { describe, expect, it } from "vitest";
import { onPaper } from "./LaidMarks.tsx";

const FRONT = { panel: "front", side: "outside" };
function card(fittings: readonly object[]): Solution {
  const read = readSpec({
    ...{ form: "card-base", contents: { preset: "iso-a6" }, settings: { fold: "side" } },
    ...{ method: { board: "scoring-millimetre" }, fittings },
  });
  if (!read.ok) throw new Error(JSON.stringify(read.problems));
  return solve(read.value);
}
const corners = (d: string): number[][] =>
  d
    .slice(1, -1)
    .split("L")
    .map((p) => p.split(" ").map(Number));

describe("what is done to paper", () => {
  it("is taken hold of where it stands, the smaller over the larger", () => {
    const { areas } = onPaper(
      card([
        { id: "small", kind: "hole", on: FRONT, across: 6 },
        { id: "large", kind: "window", on: FRONT, outline: "rectangle", width: 60, height: 40 },
      ]),
    );
    expect(areas.map((a) => a.fitting)).toEqual(["large", "small"]);
    const xs = corners(areas[0]?.d ?? "").map(([x]) => x ?? 0);
    // in the middle of the front, which begins at 148
    expect([Math.min(...xs), Math.max(...xs)].map((v) => Math.round(v))).toEqual([192, 252]);
  });

  it("to a whole side is not taken hold of: it would lie over everything", () => {
    expect(onPaper(card([{ id: "e", kind: "edge", on: FRONT, which: "right" }])).areas).toEqual([]);
  });

  it("on paper that lies on the card is drawn where that lies", () => {
    const s = card([
      { id: "mat", kind: "mat", on: FRONT, border: 10 },
      { id: "w", kind: "words", on: { panel: "mat", fitting: "mat" }, text: "HI", typeface: "plain", size: 10 },
    ]);
    const { lines } = onPaper(s);
    expect(lines).toHaveLength(2);
    const { left, right, bottom, top } = boundsOf(lines.flatMap((l) => flatten(l.path)));
    expect((left + right) / 2).toBeCloseTo(148 + 74, 0);
    expect((bottom + top) / 2).toBeCloseTo(52.5, 0);
    expect(top - bottom).toBeCloseTo(10, 0);
  });

  it("is nothing on a card that nothing was done to", () => {
    expect(onPaper(card([{ id: "mat", kind: "mat", on: FRONT, border: 10 }]))).toEqual({ areas: [], lines: [] });
  });
});
