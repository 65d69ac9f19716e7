/** What is too fine, doubled or written over an opening: worked cases, each mended by its button. */
import { describe, expect, it } from "vitest";
import { pressed, specOf } from "../test/randomSpec.ts";
import { solve } from "../solve.ts";
import { togetherFor } from "./fineCuts.ts";

type Row = Readonly<Record<string, unknown>>;
const card = (...fittings: readonly Row[]) =>
  solve(
    specOf({
      form: "card-base",
      contents: { preset: "iso-a6" },
      method: { board: "scoring-millimetre" },
      fittings: fittings.map((row) => ({ on: { panel: "front" }, ...row })),
    }),
  );
const found = (s: ReturnType<typeof card>, code: string) =>
  s.findings.find((f) => f.check === "fine" && f.code === code);
const press = (s: ReturnType<typeof card>, code: string) => solve(pressed(s.spec, found(s, code)));
const at = (x: number, y: number) => ({ x: { from: "centre", by: x }, y: { from: "centre", by: y } });

/** A square of 40 with another 0.4 in from it: both edges of a line that was drawn thick. */
const THICK = "M0 0L40 0L40 40L0 40ZM0.4 0.4L39.6 0.4L39.6 39.6L0.4 39.6Z";
/** A square of 40 with one of 20 in it. */
const RING = "M0 0L40 0L40 40L0 40ZM10 10L30 10L30 30L10 30Z";

describe("a line that is cut twice", () => {
  it("is measured by how far it runs beside the other", () => {
    const side = [
      [0, 0],
      [30, 0],
    ] as const;
    expect(
      togetherFor(
        side,
        [
          [0, 0.3],
          [10, 0.3],
          [10, 9],
          [0, 9],
        ],
        false,
      ),
    ).toBe(10);
    expect(
      togetherFor(
        side,
        [
          [0, 0.6],
          [10, 0.6],
          [10, 9],
          [0, 9],
        ],
        false,
      ),
    ).toBe(0);
  });

  it("is told of two rows that lie on one another, and one is taken away", () => {
    const square = { kind: "window", outline: "rectangle", width: 40, height: 40 };
    const twice = card({ id: "a", ...square }, { id: "b", ...square, at: at(0.2, 0) });
    expect(found(twice, "doubled")?.facts).toMatchObject({ fitting: "a" });
    // it is not told as a strip of paper that tears too
    expect(twice.findings.some((f) => f.code === "close")).toBe(false);
    expect(press(twice, "doubled").spec.fittings?.map((f) => f.id)).toEqual(["a"]);
    expect(found(card({ id: "a", ...square }), "doubled")).toBeUndefined();
  });

  it("is told of an outline whose line was drawn thick, and one of its edges kept", () => {
    const thick = card({
      id: "t",
      kind: "shape",
      outline: "own",
      drawn: THICK,
      width: 40,
      height: 40,
      stock: { preset: "cover-250" },
    });
    expect(found(thick, "doubled")).toBeDefined();
    const mended = press(thick, "doubled");
    expect(found(mended, "doubled")).toBeUndefined();
    expect(String(mended.spec.fittings?.[0]?.["drawn"]).match(/M/gu)).toHaveLength(1);
    const ring = card({
      id: "r",
      kind: "shape",
      outline: "own",
      drawn: RING,
      width: 40,
      height: 40,
      stock: { preset: "cover-250" },
    });
    expect(found(ring, "doubled")).toBeUndefined();
    expect(ring.pieces.find((p) => p.fitting === "r")?.cuts).toHaveLength(1);
  });
});

describe("what is too fine", () => {
  it("is an opening narrower than the paper can be cut, made larger", () => {
    const thin = card({ id: "w", kind: "window", outline: "rectangle", width: 30, height: 2 });
    expect(found(thin, "too-fine")).toBeUndefined();
    const words = card({ id: "w", kind: "words", text: "Hi", typeface: "plain", size: 4, role: "cut" });
    const fine = found(words, "too-fine");
    expect(fine?.limit).toBeGreaterThanOrEqual(0.8);
    // the stem of an i: so wide at the mean
    expect(fine?.figure).toBeLessThan(fine?.limit ?? 0);
    expect(found(press(words, "too-fine"), "too-fine")).toBeUndefined();
    // printed it is as fine as it likes
    expect(
      found(card({ id: "w", kind: "words", text: "Hi", typeface: "plain", size: 4, role: "print" }), "too-fine"),
    ).toBeUndefined();
  });

  it("is a bridge that breaks: of an outline's insides, and of letters", () => {
    const ring = (side: number) =>
      card({ id: "r", kind: "window", outline: "own", drawn: RING, width: side, height: side });
    // 8 % of the smaller side, no more than 2 mm
    expect(found(ring(20), "thin-bridge")).toBeUndefined();
    const small = found(ring(8), "thin-bridge");
    expect(small?.figure).toBeCloseTo(0.64, 2);
    expect(found(press(ring(8), "thin-bridge"), "thin-bridge")).toBeUndefined();
    // its two halves stand as near as their bridges are wide: no paper that tears
    expect(ring(30).findings.some((f) => f.code === "close")).toBe(false);
    expect(ring(30).pieces[0]?.cuts).toHaveLength(2);
  });
});

describe("insides of an outline", () => {
  const row = { id: "r", kind: "window", outline: "own", drawn: RING, width: 30, height: 30 };
  it("drop out with it where they are not held, and that is told", () => {
    const loose = card({ ...row, bridges: false });
    expect(loose.pieces[0]?.cuts).toHaveLength(1);
    const told = loose.findings.find((f) => f.code === "insides-drop");
    expect(told?.figure).toBe(1);
    expect(solve(pressed(loose.spec, told)).pieces[0]?.cuts).toHaveLength(2);
  });
});

describe("what is written", () => {
  it("is told where it runs into an opening, and laid where it does not", () => {
    const words = { id: "w", kind: "words", text: "gypsy", typeface: "plain", size: 12 };
    const low = card(
      { id: "o", kind: "window", outline: "rectangle", width: 60, height: 20, at: at(0, -12) },
      { ...words, at: at(0, 4) },
    );
    const told = found(low, "into-cut");
    expect(told?.facts).toMatchObject({ fitting: "w" });
    expect(told?.remedy).toBeDefined();
    expect(found(press(low, "into-cut"), "into-cut")).toBeUndefined();
    const clear = card(
      { id: "o", kind: "window", outline: "rectangle", width: 60, height: 20, at: at(0, -30) },
      { ...words, at: at(0, 10) },
    );
    expect(found(clear, "into-cut")).toBeUndefined();
  });
});
