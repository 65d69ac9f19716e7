/** Figures follow the hand: dragging the end of a line by so much moves it by so much, whatever the form. */
import { describe, expect, it } from "vitest";
import { forms } from "../forms/all.ts";
import { gainOf } from "./gain.ts";
import { changed } from "../recipe/change.ts";
import { solve } from "../solve.ts";
import { specOf } from "../test/randomSpec.ts";

const DRAG = 6;

describe.each(forms.map((f) => [f.id] as const))("%s", (id) => {
  const s = solve(specOf({ form: id, contents: { width: 150, height: 110, thickness: 1 } }));
  const free = s.dimensions.filter((d) => d.sets && d.sets[0] !== "blank");

  it("has every free figure go where the pointer goes, within a mark or two of the ruler", () => {
    expect(free.length).toBeGreaterThan(0);
    for (const d of free) {
      const gain = gainOf(s, d, 4 * s.grid);
      const read = changed(s.spec, { at: d.sets ?? [], value: d.value + gain * DRAG });
      if (!read.ok) continue;
      const after = solve(read.value).dimensions.find((e) => e.id === d.id);
      if (!after) continue;
      const long = Math.hypot(d.to[0] - d.from[0], d.to[1] - d.from[1]) || 1;
      const along = [(d.to[0] - d.from[0]) / long, (d.to[1] - d.from[1]) / long] as const;
      const moved = (after.to[0] - d.to[0]) * along[0] + (after.to[1] - d.to[1]) * along[1];
      // a bound of the paper may stop it short; it never runs the other way, nor away
      if (Math.abs(after.value - d.value) < 1e-6) continue;
      expect(moved, `${d.id} ${String(gain)}`).toBeGreaterThan(-2 * s.grid);
      expect(Math.abs(moved), `${d.id} ${String(gain)}`).toBeLessThan(DRAG + 2.5 * s.grid);
    }
  });
});

describe("the throat", () => {
  it("runs against its own figure: its line ends at the mouth it is measured from", () => {
    const s = solve(specOf({ form: "side-seam-envelope", contents: { preset: "iso-a6" } }));
    const throat = s.dimensions.find((d) => d.id === "throat");
    if (!throat) throw new Error("no throat");
    const gain = gainOf(s, throat, 4 * s.grid);
    expect(Math.abs(gain)).toBeGreaterThan(0.5);
    const read = changed(s.spec, { at: throat.sets ?? [], value: throat.value + 4 * s.grid });
    const after = read.ok ? solve(read.value).dimensions.find((d) => d.id === "throat") : undefined;
    const way = Math.sign(throat.to[1] - throat.from[1]);
    expect(Math.sign((after?.to[1] ?? 0) - throat.to[1]) * way).toBe(Math.sign(gain) || 0);
  });
});
