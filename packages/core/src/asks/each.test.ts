/** A list of names: a piece for each, the widest shown, all of them checked for width. */
import { describe, expect, it } from "vitest";
import { boundsOf, flatten } from "../geometry/path.ts";
import { eachNamed, namesIn, specFor } from "./each.ts";
import { pressed, specOf } from "../test/randomSpec.ts";
import { solve } from "../solve.ts";

const NAMES = "Ada\nWilhelmina\n\n Bo ";
const tag = (names: string, more: Readonly<Record<string, unknown>> = {}) =>
  specOf({
    form: "tag",
    contents: { width: 80, height: 50, thickness: 0.3 },
    quantity: 3,
    settings: { head: "plain", hole: 0 },
    fittings: [
      { id: "name", kind: "words", on: { panel: "tag" }, text: "Name", names, typeface: "plain", size: 10, ...more },
    ],
  });
const codes = (s: ReturnType<typeof solve>): string[] => s.findings.map((f) => f.code);
/** What its button makes of it. */
const press = (s: ReturnType<typeof solve>, code: string) =>
  solve(
    pressed(
      s.spec,
      s.findings.find((f) => f.code === code),
    ),
  );
/** mm across all that is written on a piece. */
const across = (piece: ReturnType<typeof solve>["pieces"][number] | undefined): number => {
  const { left, right } = boundsOf((piece?.strokes ?? []).flatMap((s) => flatten(s.path)));
  return right - left;
};

describe("a list of names", () => {
  it("shows the widest, so that what fits it fits all", () => {
    const [shown] = solve(tag(NAMES)).pieces;
    const alone = ["Ada", "Wilhelmina", "Bo"].map((text) => across(solve(tag("", { text })).pieces[0]));
    expect(across(shown)).toBeCloseTo(Math.max(...alone), 6);
    expect(across(shown)).toBeCloseTo(alone[1] as number, 6);
  });

  it("is a piece for each when it is printed and cut, called by its name", () => {
    const solution = solve(tag(NAMES));
    expect(namesIn(solution.spec)).toEqual(["Ada", "Wilhelmina", "Bo"]);
    const { pieces } = eachNamed(solution);
    expect(pieces.map((p) => [p.id, p.name])).toEqual([
      ["tag-1", "Tag: Ada"],
      ["tag-2", "Tag: Wilhelmina"],
      ["tag-3", "Tag: Bo"],
    ]);
    pieces.forEach((piece, i) => {
      expect(across(piece)).toBeCloseTo(across(solve(specFor(solution.spec, i)).pieces[0]), 9);
    });
    expect(new Set(pieces.map((p) => across(p).toFixed(3))).size).toBe(3);
    const plain = solve(tag(""));
    expect(eachNamed(plain)).toBe(plain);
  });

  it("leaves pieces that carry no name as they are", () => {
    const spec = tag(NAMES, {});
    const layered = specOf({
      ...spec,
      fittings: [
        { id: "mat", kind: "mat", on: { panel: "tag" }, border: 4 },
        ...(spec.fittings ?? []).map((row) => ({ ...row, on: { panel: "tag", side: "outside", fitting: "mat" } })),
      ],
    });
    expect(eachNamed(solve(layered)).pieces.map((p) => p.id)).toEqual(["mat/mat-1", "mat/mat-2", "mat/mat-3", "tag"]);
  });

  it("is told where a name is too wide, by name, and made smaller by its button until all fit", () => {
    const wide = solve(tag("Ada\nWilhelmina Montgomery", { size: 12 }));
    const found = wide.findings.find((f) => f.code === "name-wide");
    // the tag is 79.375 mm wide, to the eighth of an inch below 80, and 3 mm stay free on both sides
    expect(found).toMatchObject({ limit: 79.375 - 6, facts: { signs: "Wilhelmina Montgomery" } });
    expect(found?.figure).toBeCloseTo(across(wide.pieces[0]), 6);
    const mended = press(wide, "name-wide");
    expect(codes(mended)).not.toContain("name-wide");
    expect(across(mended.pieces[0])).toBeLessThanOrEqual(73.375);
    expect(across(mended.pieces[0])).toBeGreaterThan(71);
  });

  it("is counted: as many are made as there are names; letters that are missing are told of any of them", () => {
    const two = solve(tag("Ada\nB漢"));
    expect(codes(two)).toContain("name-count");
    expect(press(two, "name-count").spec.quantity).toBe(2);
    expect(two.findings.find((f) => f.code === "no-letter")?.facts?.["signs"]).toBe("漢");
    expect(codes(solve(tag(NAMES)))).not.toContain("name-count");
  });
});
