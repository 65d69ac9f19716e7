/** A strip across the fold of any card: it rises with what lies on it, and lies nowhere else. */
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { prove, proveMotion } from "../folding/proof.ts";
import { filledWith, foldedPanels, lastOrder, move, STILL } from "../paper/pose.ts";
import type { Solution } from "../model/solution.ts";
import { solve } from "../solve.ts";
import { pressed, runs, specOf } from "../test/randomSpec.ts";

const IN_THE_MIDDLE = { x: { from: "centre", by: 0 }, y: { from: "centre", by: 0 }, turn: 0 } as const;
const card = (row: object, settings: object = {}, more: readonly object[] = []) =>
  solve(
    specOf({
      form: "card-base",
      contents: { width: 148, height: 105 },
      settings,
      method: { board: "scoring-millimetre" },
      stock: { caliper: 0.3, weight: 250 },
      fittings: [
        {
          ...{ id: "pop", kind: "cradle", name: "Cradle", on: { panel: "back", side: "inside" }, at: IN_THE_MIDDLE },
          ...{ step: 18, wide: 30, reaches: 60, across: 40, stock: { caliper: 0.2, weight: 160 } },
          ...row,
        },
        ...more,
      ],
    }),
  );
const moves = (s: Solution) => s.motions.map((m) => [m.id, m.move.kind === "open" ? m.move.degrees : 0]);

describe("a cradle in a card", () => {
  it("is glued on both sides of the fold, whichever panel it is laid on and however the card opens", () => {
    for (const fold of ["side", "top"])
      for (const panel of ["back", "front"]) {
        const s = card({ on: { panel, side: "inside" } }, { fold });
        const strip = s.pieces.find((p) => p.id === "pop/strip");
        expect(new Set(strip?.glue.map((g) => g.onto.panel))).toEqual(new Set(["back", "front"]));
        expect(s.findings.filter((f) => f.severity === "error")).toEqual([]);
        expect(moves(s)).toEqual([["open", 180]]);
        expect(prove(s).ok && proveMotion(s, "open").ok).toBe(true);
      }
  });

  it("has what lies on what it lifts upright in the closed card: along a fold at the side, away from one at the top", () => {
    for (const fold of ["side", "top"])
      for (const panel of ["back", "front"]) {
        const laid = { panel: "cradle", side: "outside", fitting: "pop" };
        const s = card({ on: { panel, side: "inside" } }, { fold }, [
          { id: "note", kind: "panel", width: 10, height: 5, on: laid, at: IN_THE_MIDDLE },
        ]);
        const poses = foldedPanels(s, { progress: lastOrder(s), caliper: 0.3 });
        // the card lies on its back, whose inside is behind: up is away from the fold, or along it
        const up = poses.get("note/panel/panel")?.r[4];
        expect(up, `${fold} ${panel}`).toBeCloseTo(1, 6);
      }
  });

  it("rises: half open its crease stands 18·√2 from the fold", () => {
    const s = card({});
    const { caliper } = s.spec.stock;
    const state = { progress: lastOrder(s), caliper, filled: filledWith(s.contents), motion: { open: 0.5 } };
    const pose = foldedPanels(s, state).get("pop/strip/riser") ?? STILL;
    const riser = s.pieces.find((p) => p.id === "pop/strip")?.panels.find((p) => p.id === "riser");
    const off = (riser?.outline ?? []).map(({ from }) => {
      const [x, , z] = move(pose, [...from, 0]);
      return Math.hypot(x - 148, z);
    });
    expect(Math.max(...off)).toBeCloseTo(18 * Math.SQRT2, -0.5);
  });

  it("keeps its proof with any size, anywhere along the fold, and with paper on what it lifts", () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 8, max: 30 }),
        fc.integer({ min: 15, max: 60 }),
        fc.integer({ min: 20, max: 70 }),
        fc.integer({ min: -20, max: 20 }),
        fc.constantFrom("side", "top"),
        fc.constantFrom("back", "front"),
        (step, wide, reaches, by, fold, panel) => {
          const at = {
            x: { from: "centre", by: fold === "top" ? by : 0 },
            y: { from: "centre", by: fold === "side" ? by : 0 },
            turn: 0,
          };
          const mat = { kind: "mat", name: "Mat", on: { fitting: "pop" }, border: 3 };
          const s = card({ step, wide, reaches, at, on: { panel, side: "inside" } }, { fold }, [mat]);
          const proof = prove(s);
          if (!proof.ok) throw new Error(JSON.stringify(proof.crossings));
          const way = proveMotion(s, "open");
          if (!way.ok) throw new Error(JSON.stringify(way.crossings.slice(0, 3)));
          expect(moves(s)).toEqual([["open", 180]]);
        },
      ),
      { numRuns: runs(25) },
    );
  });

  it("that sticks out of the closed card is told", () => {
    const s = card({ reaches: 140 });
    expect(s.findings.map((f) => `${f.check}.${f.code}`)).toContain("closed.sticks-out");
  });

  it("on a face without a fold that closes on it lies nowhere, is told, and is taken away by the button", () => {
    const s = card({ on: { panel: "front", side: "outside" } });
    const found = s.findings.find((f) => f.code === "nowhere");
    expect(found?.severity).toBe("error");
    expect(solve(pressed(s.spec, found)).spec.fittings ?? []).toEqual([]);
  });

  it("is told at the bench: its strip scored, one end stuck beside the fold, the other when the card is closed", () => {
    const order = card({}).steps.map((x) => x.code);
    expect(order.indexOf("glue-across")).toBeGreaterThan(order.indexOf("lay-on"));
    expect(order.indexOf("glue-riser")).toBeLessThan(order.indexOf("lay-on"));
  });
});
