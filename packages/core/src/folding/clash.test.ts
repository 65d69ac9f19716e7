/** What meets on its way, as it is told: plain data in, sentences out. The walk itself is tested with the motions. */
import { describe, expect, it } from "vitest";
import { solve } from "../solve.ts";
import { specOf } from "../test/randomSpec.ts";
import { sayFinding } from "../words/en.ts";
import { type Clash, clashesNow, clashFindings } from "./clash.ts";

const card = solve(specOf({ form: "pop-up-cradle-card", contents: { preset: "iso-a6" } }));
const tray = solve(
  specOf({ form: "sleeve-and-tray", contents: { width: 60, height: 100, thickness: 15, name: "Toffees" } }),
);
const clash = (more: Partial<Clash>): Clash => ({
  ...{ motion: "open", between: ["card/front", "shown/figure"], from: 0.25, to: 0.5, area: 10 },
  ...more,
});
const said = (s: typeof card, clashes: readonly Clash[]): string[] =>
  clashFindings(s, clashes).map((f) => sayFinding(f, { unit: "mm" }).replaceAll(/[\u00a0\u202f]/gu, " "));

describe("what is in the way", () => {
  it("is told by names, in degrees of what opens and mm of what slides", () => {
    expect(said(card, [clash({})])).toEqual([
      "Open the card: from 45° to 90° Front and Figure are in one another's way.",
    ]);
    const pulled = said(tray, [clash({ motion: "pull", between: ["contents/0", "sleeve/front"], from: 0.5, to: 0.5 })]);
    expect(pulled).toHaveLength(1);
    expect(pulled[0]).toMatch(/^Pull the tray: at \d+(\.\d)? mm Toffees and Front are/u);
  });

  it("closed is said so", () => {
    expect(said(card, [clash({ from: 0, to: 0 })])[0]).toMatch(/: closed, Front and Figure/u);
  });

  it("by several panels of one piece is told once, for all of the way that they share", () => {
    const both = [
      clash({ between: ["cradle/riser", "shown/figure"], from: 0.1, to: 0.3 }),
      clash({ between: ["cradle/brace", "shown/figure"], from: 0.25, to: 0.6 }),
    ];
    expect(said(card, both)).toEqual(["Open the card: from 18° to 108° Strip and Figure are in one another's way."]);
  });

  it("twice on the way is told twice, the worse first", () => {
    const twice = [clash({ from: 0.1, to: 0.2, area: 5 }), clash({ from: 0.7, to: 0.8, area: 50 })];
    expect(said(card, twice)).toEqual([
      "Open the card: from 126° to 144° Front and Figure are in one another's way.",
      "Open the card: from 18° to 36° Front and Figure are in one another's way.",
    ]);
  });

  it("lights a panel even where contents come first, and is nothing of a motion that is not there", () => {
    const [found] = clashFindings(tray, [clash({ motion: "pull", between: ["contents/0", "sleeve/front"] })]);
    expect(found).toMatchObject({ piece: "sleeve", panel: "front", severity: "error" });
    expect(clashFindings(card, [clash({ motion: "fly" })])).toEqual([]);
  });

  it("is now while it lasts, and half a step of the walk before and after", () => {
    const clashes = [clash({})];
    // 180° in 90 steps: half a step is 0.0056 of the way
    for (const [gone, there] of [
      [0.24, false],
      [0.246, true],
      [0.4, true],
      [0.504, true],
      [0.51, false],
    ] as const)
      expect(clashesNow(card, clashes, { open: gone }).length > 0, String(gone)).toBe(there);
    expect(clashesNow(card, [clash({ from: 0, to: 0 })], {})).toHaveLength(1);
  });
});
