import { describe, expect, it } from "vitest";
import type { LaidSheet } from "../model/layout.ts";
import { alikeSheets, countedOn, restsOf } from "./alike.ts";

const one = { item: 0, piece: "tag", copy: 1, name: "Tag", x: 0, y: 0, rotation: 0 };
const sheet = (id: string, more: Partial<LaidSheet> = {}): LaidSheet => ({
  ...{ id, stock: "oat", width: 210, height: 297, used: 0.5, from: { id: "iso-a4", offcut: false } },
  ...{ placements: [one, { ...one, copy: 2, y: 50 }], keep: [{ x: 0, y: 100, width: 210, height: 99.96 }] },
  ...more,
});

describe("a layout as it is told", () => {
  it("puts sheets alike together, whatever the copies' numbers and order; others stand by themselves", () => {
    const again = sheet("b", {
      placements: [
        { ...one, copy: 4, y: 50 },
        { ...one, copy: 3 },
      ],
    });
    const moved = sheet("c", { placements: [one, { ...one, copy: 2, y: 51 }] });
    const plum = sheet("d", { stock: "plum" });
    expect(alikeSheets([sheet("a"), moved, again, plum]).map((g) => [g.sheet.id, g.count])).toEqual([
      ["a", 2],
      ["c", 1],
      ["d", 1],
    ]);
  });

  it("counts what lies on a sheet by name", () => {
    const placements = [one, { ...one, copy: 2 }, { ...one, name: "Liner", piece: "liner" }];
    expect([...countedOn(sheet("a", { placements }))]).toEqual([
      ["Tag", 2],
      ["Liner", 1],
    ]);
  });

  it("counts rests of one paper down to a mark, whichever way they lie, without strips that are waste", () => {
    const turned = sheet("b", {
      keep: [
        { x: 0, y: 0, width: 99.2, height: 210.9 },
        { x: 0, y: 0, width: 14.9, height: 200 },
      ],
    });
    const all = { kind: "nest", sheets: [sheet("a"), turned, sheet("c", { stock: "plum" })] } as never;
    expect(restsOf(all, "oat", 1)).toEqual([{ width: 210, height: 99, count: 2 }]);
    // on a ruler of fives 99.96 is 95
    expect(restsOf(all, "plum", 5)).toEqual([{ width: 210, height: 95, count: 1 }]);
  });
});
