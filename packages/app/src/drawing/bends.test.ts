import { assembledAt, lastOrder, readSpec, solve } from "@cut-fold/core";
import { describe, expect, it } from "vitest";
import { bendsOf } from "./bends.ts";

const sheetsOf = (form: string) => {
  const read = readSpec({ form, contents: { width: 70, height: 110, thickness: 18 } });
  if (!read.ok) throw new Error("wrong recipe");
  const solution = solve(read.value);
  return assembledAt(solution, { folded: lastOrder(solution) }).sheets;
};

describe("bent paper", () => {
  it("has no edge between the facets of a panel, and both look the same way there", () => {
    const sheets = sheetsOf("pillow-box");
    const bends = bendsOf(sheets);
    const bent = sheets.flatMap((sheet, i) => (bends[i]?.length ? [{ sheet, own: bends[i] ?? [] }] : []));
    expect(bent.length).toBeGreaterThan(10);
    // every shared edge is told by both of its facets, and their normals there are one in space
    const inSpace = ({ r }: (typeof sheets)[number]["pose"], [x, y, z]: readonly [number, number, number]) =>
      [0, 3, 6].map((i) => (r[i] ?? 0) * x + (r[i + 1] ?? 0) * y + (r[i + 2] ?? 0) * z);
    let pairs = 0;
    for (const { sheet, own } of bent)
      for (const { from, to, normal } of own) {
        const other = bent.find(
          (b) =>
            b.sheet !== sheet &&
            b.sheet.id === sheet.id &&
            b.own.some((o) => Math.hypot(o.from[0] - to[0], o.from[1] - to[1]) < 1e-3),
        );
        const back = other?.own.find(
          (o) =>
            Math.hypot(o.from[0] - to[0], o.from[1] - to[1]) < 1e-3 &&
            Math.hypot(o.to[0] - from[0], o.to[1] - from[1]) < 1e-3,
        );
        if (!other || !back) continue;
        pairs += 1;
        const [a, b] = [inSpace(sheet.pose, normal), inSpace(other.sheet.pose, back.normal)];
        a.forEach((value, i) => expect(value).toBeCloseTo(b[i] ?? NaN, 9));
        expect(Math.hypot(...a)).toBeCloseTo(1, 9);
      }
    expect(pairs).toBeGreaterThan(10);
  });

  it("is not what a folded box is of: its panels keep their edges", () => {
    expect(bendsOf(sheetsOf("tuck-box")).flat()).toEqual([]);
  });
});
