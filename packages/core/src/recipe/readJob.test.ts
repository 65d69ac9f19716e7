/** Jobs as they are given: read whole, or every problem told with its place. */
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { runs } from "../test/runs.ts";
import { sayProblem } from "../words/en.ts";
import "../forms/all.ts";
import { readJob } from "./readJob.ts";

const item = { spec: { form: "tag", contents: { width: 60, height: 40 } } };
const told = (given: unknown): string => {
  const read = readJob(given);
  if (read.ok) throw new Error("it was read");
  return read.problems.map((p) => `${p.field}: ${sayProblem(p, { unit: "mm" })}`).join("; ");
};
function value(given: unknown) {
  const read = readJob(given);
  if (!read.ok) throw new Error(told(given));
  return read.value;
}

describe("a job", () => {
  it("is what is made and a sheet; all else has what is usual", () => {
    const job = value({ items: [item], sheet: "iso-a4" });
    expect(job).toMatchObject({
      ...{ units: "mm", margin: 0, turn: "any", grain: false, kind: "nest", seed: 1, effort: 3_000_000 },
      inHand: [{ id: "iso-a4", width: 210, height: 297, count: 5000, offcut: false }],
      items: [{ quantity: 1, spec: { form: "tag" } }],
    });
    expect(job.gap).toBeUndefined();
    // a time takes the place of the usual effort, and both may be said
    expect(value({ items: [item], sheet: "iso-a4", time: 500 }).effort).toBeUndefined();
    expect(value({ items: [item], sheet: "iso-a4", time: 500, effort: 9 }).effort).toBe(9);
  });

  it("reads lengths in its units, and those of recipes that say none", () => {
    const job = value({
      ...{ units: "in", sheet: { width: 12, height: "30 cm" }, gap: "1/8", margin: 0.25 },
      items: [{ spec: { form: "tag", contents: { width: 3, height: 2 } }, quantity: 40 }],
    });
    expect(job).toMatchObject({
      gap: 3.175,
      margin: 6.35,
      inHand: [{ width: expect.closeTo(304.8, 9) as number, height: 300 }],
    });
    expect(job.items[0]?.spec.contents.width).toBeCloseTo(76.2, 9);
  });

  it("takes quantities from the recipe, sheets by number, offcuts before sheets, and a mat alone as its sheet", () => {
    expect(value({ items: [{ spec: { ...item.spec, quantity: 6 } }], sheet: "iso-a4" }).items[0]?.quantity).toBe(6);
    const job = value({
      ...{ items: [item], sheet: "iso-a4", sheets: 3, offcuts: [{ width: 90, height: 70 }] },
      inHand: [
        { id: "plum", preset: "us-letter", stock: "text-120-plum", count: 2, grain: "height", margin: 5 },
        { id: "rest", width: 100, height: 100, offcut: true },
      ],
    });
    expect(job.inHand.map(({ id, count, offcut }) => [id, count, offcut])).toEqual([
      ["rest", 1, true],
      ["offcuts-0", 1, true],
      ["plum", 2, false],
      ["iso-a4", 3, false],
    ]);
    expect(value({ items: [item], mat: "mat-12x12" }).inHand).toMatchObject([{ id: "mat-12x12", width: 290 }]);
  });

  it.each([
    [{}, /^items: missing/u],
    [{ items: [] }, /^items: missing/u],
    [{ items: [item] }, /^sheet: missing: give a sheet, what is in hand, or a mat|^sheet: missing/u],
    [{ items: [item], sheet: "iso-a9" }, /^sheet\.preset: 'iso-a9' is not in the catalogue/u],
    [{ items: [item], sheet: "iso-a4", sheeet: 1 }, /^sheeet: is not a word this understands/u],
    [{ items: [{ spec: { form: "hat" } }], sheet: "iso-a4" }, /^items\.0\.spec\.form: /u],
    [{ items: [{ ...item, quantity: 0 }], sheet: "iso-a4" }, /^items\.0\.quantity: .*1 to 5000 is allowed/u],
    [{ items: [item], sheet: "iso-a4", turn: "round" }, /^turn: 'round' is not one of: any, quarter, half, none/u],
    [{ items: [item], sheet: "iso-a4", gap: -1 }, /^gap: .*too small/u],
    [{ items: [item], sheet: "iso-a4", grain: "yes" }, /^grain: must be true or false/u],
    [{ items: [item], sheet: "iso-a4", fixed: [{ item: 3, piece: "tag" }] }, /^fixed\.0\.item: /u],
    [{ items: [item], sheet: "iso-a4", fixed: [{ piece: 3 }] }, /^fixed\.0\.piece: must be a text/u],
    [{ items: [item], sheet: "iso-a4", obstacles: [{ width: 3 }] }, /^obstacles\.0\.height: /u],
    [{ items: [item], sheet: "iso-a4", groups: [{ items: [2] }] }, /^groups\.0\.items\.0: /u],
    [{ items: [item], sheet: "iso-a4", units: "ell" }, /^units: /u],
    [{ items: [item], sheet: { width: 0.5, height: 20 } }, /^sheet\.width: .*too small/u],
    [
      { items: [item], sheet: "iso-a4", kind: "trim", obstacles: [{ width: 9, height: 9 }] },
      /^kind: 'trim' is not one of: nest or both, where something is put/u,
    ],
    [7, /must be an object/u],
  ])("%j is refused where it is wrong", (given, sentence) => {
    expect(told(given)).toMatch(sentence);
  });

  it("is never thrown at, whatever is given", () => {
    const job = { items: [item], sheet: "iso-a4" };
    fc.assert(
      fc.property(
        fc.jsonValue(),
        fc.constantFrom(...Object.keys(value(job)), "sheet", "offcuts", "sheets"),
        (junk, key) => {
          readJob(junk);
          readJob({ ...job, [key]: junk });
          readJob({ ...job, fixed: [junk], obstacles: [junk], groups: [junk], inHand: [junk] });
        },
      ),
      { numRuns: runs(300) },
    );
  });
});
