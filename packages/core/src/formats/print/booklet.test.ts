/** A booklet for a table of people, read by poppler: shares come out to the whole. */
import { execFileSync } from "node:child_process";
import { mkdtempSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import path from "node:path";
import { afterAll, describe, expect, it } from "vitest";
import { solve } from "../../solve.ts";
import { specOf } from "../../test/randomSpec.ts";
import { font } from "../../test/writing.ts";
import { toolsFor } from "../../words/tools.ts";
import { sharesOf } from "./booklet.ts";
import { writePdf } from "./pdf.ts";

const folder = mkdtempSync(path.join(tmpdir(), "cut-fold-booklet-"));
afterAll(() => {
  rmSync(folder, { recursive: true });
});

const pages = async (given: object, people: readonly string[]): Promise<string[]> => {
  const file = path.join(folder, "booklet.pdf");
  const options = {
    ...{ title: "Envelopes", display: { unit: "mm" as const }, paper: { width: 210, height: 297 } },
    ...{ fonts: { regular: font(400), strong: font(600) }, date: new Date("2026-05-02T00:00:00Z") },
  } as const;
  writeFileSync(file, await writePdf(solve(specOf(given)), { ...options, parts: ["booklet", "steps"], people }));
  return execFileSync("pdftotext", ["-layout", file, "-"], { encoding: "utf8" }).split("\f");
};

describe("shares", () => {
  it.each([
    [40, 5, [8, 8, 8, 8, 8]],
    [40, 3, [14, 13, 13]],
    [2, 4, [1, 1, 0, 0]],
  ])("of %i among %i", (many, people, shares) => {
    expect(sharesOf(many, people)).toEqual(shares);
    expect(shares.reduce((sum, n) => sum + n, 0)).toBe(many);
  });
});

describe("a booklet", () => {
  const given = { form: "side-seam-envelope", contents: { preset: "iso-a6" }, quantity: 40 };

  it("says what to bring, and of each how many they make and cut; then come the steps", async () => {
    const [first = "", second = ""] = await pages(given, ["Perrin", "Oda", ""]);
    expect(first).toContain("made by 3 people");
    for (const tool of toolsFor(solve(specOf(given))))
      expect(first.toLowerCase()).toContain(tool.slice(0, 20).toLowerCase());
    expect(first).toContain("Perrin: makes 14");
    expect(first).toContain("Oda: makes 13");
    expect(first).toContain("Person 3: makes 13");
    // what they cut comes to the whole
    const cut = [...first.matchAll(/(\d+)\s+Envelope/gu)].map(([, n]) => Number(n));
    expect(cut).toEqual([40, 14, 13, 13]);
    expect(second).toContain("Cut");
  });

  it("goes on to another page for many, and nobody is lost", async () => {
    const people = Array.from({ length: 24 }, (_, i) => `Maker ${String(i + 1)}`);
    const all = (await pages(given, people)).join(" ");
    for (const name of people) expect(all).toContain(`${name}: makes`);
  });
});
