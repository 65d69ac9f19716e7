/** Where glue goes, worked by hand: the zone and the folding proof ask the same poses, so neither may vouch for the other. */
import { describe, expect, it } from "vitest";
import { anticlockwise, convexParts, isConvex, unpinched } from "../geometry/convex.ts";
import { areaOf, clipConvex, holds, polygon } from "../geometry/path.ts";
import type { Point } from "../geometry/point.ts";
import { prove } from "../folding/proof.ts";
import { solve } from "../solve.ts";
import { specOf } from "../test/randomSpec.ts";
import { withGlue } from "./seam.ts";
import { notch, tapered } from "./shape.ts";
import { flap, panel } from "./panel.ts";
import { sheet } from "./sheet.ts";

/** mm² where all of these are positive, counted on a grid of a tenth of a mm. */
function counted(width: number, height: number, inside: readonly ((x: number, y: number) => number)[]): number {
  let count = 0;
  for (let x = 0.05; x < width; x += 0.1)
    for (let y = 0.05; y < height; y += 0.1) if (inside.every((off) => off(x, y) > 0)) count += 1;
  return count / 100;
}

/** mm to the left of the line from a to b, less the tape's margin. */
const clear =
  ([ax, ay]: Point, [bx, by]: Point, margin = 1.5) =>
  (x: number, y: number): number => {
    const long = Math.hypot(bx - ax, by - ay);
    return ((bx - ax) * (y - ay) - (by - ay) * (x - ax)) / long - margin;
  };

const MM = { method: { board: "scoring-millimetre" }, stock: { caliper: 0.15, weight: 120 } };
const ROOM = { playWidth: 6, playHeight: 3 };
const A6 = { width: 148, height: 105, thickness: 1 };

describe("glue worked by hand", () => {
  /*
   * Side seam, A6 with 1 mm: 148 + 1 + 6 → 155 across, 105 + 1 + 3 → 109 up. Front 109 − 12 = 97, side flaps 18, relief 1,
   * 5°: tan = 0.08749. Folded, in the body's frame: the front stands from (1, 0) in to x = 2.5 at y = 17.14, then upright to
   * 97; the left flap from (0, 1) to (18, 2.575) below, (0, 108) to (18, 106.43) above. Drawn in by 1.5 the front begins at
   * x = 4, the flap ends at 16.5 and the front at y = 95.5. The tape lies along the flap's fold: from where the front's
   * slant meets the flap's lower edge, x = 2.746, to 16.5 it may be 13.754 wide.
   */
  it("of a side seam: between the front's edge and the flap's", () => {
    const s = solve(specOf({ form: "side-seam-envelope", contents: A6, settings: ROOM, ...MM }));
    const piece = s.pieces[0];
    const [glue] = piece?.glue ?? [];
    if (!piece || !glue) throw new Error("no glue");
    expect(glue).toMatchObject({ panel: "bottom", face: "front", onto: { panel: "left", face: "back" } });
    expect(glue.widestTape).toBeCloseTo(13.754, 2);
    const t = Math.tan((5 * Math.PI) / 180);
    const bend = 1.5 / t;
    const area = counted(20, 110, [
      (x, y) => (y < bend ? clear([2.5, bend], [1, 0])(x, y) : x - 4),
      clear([155, 97], [0, 97]),
      clear([0, 1], [18, 1 + 18 * t]),
      clear([18, 0], [18, 110]),
      clear([18, 108 - 18 * t], [0, 108]),
      clear([0, 110], [0, 0]),
    ]);
    // the flap's tips are rounded by 2 mm: drawn in by 1.5 that takes less than 0.1 mm² off each
    expect(Math.abs(Math.abs(areaOf(polygon(glue.polygon))) - area)).toBeLessThan(3);
    // where it is on the sheet: unfolded the front hangs below the body, whose corner stands at (18, 97)
    const ys = glue.polygon.map((p) => p[1]);
    expect(97 - Math.min(...ys)).toBeCloseTo(95.5, 6);
    expect(Math.max(...glue.polygon.map((p) => p[0])) - 18).toBeCloseTo(16.5, 6);
  });

  /*
   * Pointed, the same body: side flaps reach 46 % of 155 → 71, bottom and top 62 % of 109 → 68, shoulders 14, sharp tips.
   * Folded: bottom (1, 0) (154, 0) (154, 14) (77.5, 68) (1, 14); left (0, 1) (14, 1) (71, 54.5) (14, 108) (0, 108).
   * Along the slant from (1, 14) to (77.5, 68) a strip of 10: between 1.5 and 8.5 mm off it.
   */
  it("of a pointed flap: the strip along its slant, as far as the side flap lies under it", () => {
    const s = solve(specOf({ form: "pointed-envelope", contents: A6, settings: { ...ROOM, cornerRadius: 0 }, ...MM }));
    const zone = s.pieces[0]?.glue.find((g) => g.onto.panel === "left");
    const slant = [
      [77.5, 68],
      [1, 14],
    ] as const;
    const area = counted(80, 70, [
      clear(...slant),
      (x, y) => -clear(...slant, 8.5)(x, y),
      // the strip ends square to the slant, at its two ends
      clear([77.5, 68], [77.5 - 54, 68 + 76.5], 0),
      clear([1 - 54, 14 + 76.5], [1, 14], 0),
      clear([1, 14], [1, 0]),
      clear([1, 0], [154, 0]),
      clear([0, 108], [0, 1]),
      clear([0, 1], [14, 1]),
      clear([14, 1], [71, 54.5]),
      clear([71, 54.5], [14, 108]),
    ]);
    expect(Math.abs(areaOf(polygon(zone?.polygon ?? [])))).toBeGreaterThan(150);
    expect(Math.abs(Math.abs(areaOf(polygon(zone?.polygon ?? []))) - area)).toBeLessThan(3);
    expect(zone?.widestTape).toBeCloseTo(7, 6);
  });
});

describe("panels that turn inwards", () => {
  const cross: readonly Point[] = [
    [10, 0],
    [20, 0],
    [20, 10],
    [30, 10],
    [30, 20],
    [20, 20],
    [20, 30],
    [10, 30],
    [10, 20],
    [0, 20],
    [0, 10],
    [10, 10],
  ];

  it("come apart into convex parts that add up to them", () => {
    const parts = convexParts(cross);
    expect(parts.every((p) => isConvex(p.points))).toBe(true);
    expect(parts.reduce((sum, p) => sum + areaOf(polygon(p.points)), 0)).toBeCloseTo(500, 9);
    // no part reaches out of the cross
    for (const { points } of parts) {
      const middle: Point = [
        points.reduce((sum, p) => sum + p[0], 0) / points.length,
        points.reduce((sum, p) => sum + p[1], 0) / points.length,
      ];
      expect(holds(cross, middle)).toBe(true);
    }
  });

  it("clipped across their prongs are two zones, and a spike along the window is none", () => {
    // a fork: two prongs 10 wide, 20 apart, on a foot that the window leaves out
    const fork: readonly Point[] = [
      ...([
        [0, 0],
        [40, 0],
        [40, 30],
        [30, 30],
      ] as const),
      ...([
        [30, 10],
        [10, 10],
        [10, 30],
        [0, 30],
      ] as const),
    ];
    const above = anticlockwise([
      [-5, 15],
      [50, 15],
      [50, 40],
      [-5, 40],
    ]);
    const zones = unpinched(clipConvex(fork, above));
    expect(zones.map((zone) => Math.abs(areaOf(polygon(zone))))).toEqual([150, 150]);
    const spiked: readonly Point[] = [
      [0, 0],
      [10, 0],
      [10, 5],
      [10, 18],
      [10, 5],
      [0, 5],
    ];
    expect(unpinched(spiked).map((zone) => Math.abs(areaOf(polygon(zone))))).toEqual([50]);
  });

  /* A front 60 × 40 with a notch in its tip folds onto a back with a notch in its upper edge: both turn inwards. */
  it("are glued to one another, clear of both their notches", () => {
    const back = panel("back", "Back", 60, 40, { edges: { top: notch(30, 20, 12) } });
    const front = flap("front", "Front", back.bottom, tapered({ deep: 40, tip: notch(30, 24, 10) }), { order: 1 });
    const { piece } = sheet("card", "Card", [back, front]);
    const seam = { piece: "card", panel: "front", onto: { piece: "card", panel: "back" } };
    const [glued] = withGlue({ main: "card", pieces: [piece], joins: [] }, [seam], 0.2);
    const zones = glued?.glue ?? [];
    expect(zones.length).toBeGreaterThan(1);
    const total = zones.reduce((sum, g) => sum + Math.abs(areaOf(polygon(g.polygon))), 0);
    // 57 × 37 less the larger notch and its margins: both notches are triangles with their points towards the fold
    expect(total).toBeGreaterThan(0.8 * (57 * 37 - 24 * 12));
    expect(total).toBeLessThan(57 * 37 - (24 * 10) / 2);
    expect(new Set(zones.map((g) => g.id)).size).toBe(zones.length);
    for (const zone of zones)
      for (const [x, y] of zone.polygon) {
        // unfolded the front hangs below: its own tip is at y = 0 and its notch 10 deep in the middle
        expect(x).toBeGreaterThanOrEqual(1.5 - 1e-6);
        expect(x).toBeLessThanOrEqual(58.5 + 1e-6);
        if (Math.abs(x - 30) < 1) expect(y).toBeGreaterThan(10);
      }
  });

  it("are proved like all others: a pocket with a thumb cut glued over its tabs", () => {
    const s = solve(
      specOf({ form: "side-tab-pocket", contents: { preset: "gift-card" }, settings: { tabs: "over" }, ...MM }),
    );
    expect(prove(s)).toMatchObject({ ok: true });
    expect(s.pieces[0]?.glue).toHaveLength(2);
  });
});

describe("glue that is looked at again", () => {
  it.each([
    // the figure is glued on the riser, the pouch's walls on its back
    [
      "the one",
      { form: "pop-up-cradle-card", contents: { width: 140, height: 108 }, settings: { figure: "rectangle" } },
      "figure",
      "figure",
    ],
    ["the other", { form: "tapered-pouch", contents: { preset: "gift-card" } }, "back", "lower"],
  ])(
    "follows an edge that is cut in %s of the two pieces, though the other one has stayed",
    (_, form, ground, glued) => {
      const given = { ...form, ...MM };
      const side = ground === "back" ? "bottom" : "right";
      const edge = { id: "e", kind: "edge", on: { panel: ground }, which: side, shape: "scalloped", depth: 6 };
      const zonesOf = (s: ReturnType<typeof solve>) =>
        s.pieces.flatMap(({ glue }) => glue.filter(({ panel: id }) => id === glued).map((g) => g.polygon));
      const plain = specOf(given);
      const before = zonesOf(solve(plain));
      const cut = specOf({ ...given, fittings: [edge] });
      // the same contents and settings, as they are while the maker tries an edge
      const after = zonesOf(solve({ ...plain, ...(cut.fittings && { fittings: cut.fittings }) }));
      expect(after).not.toEqual(before);
      expect(after).toEqual(zonesOf(solve(cut)));
    },
  );
});

describe("the widest tape", () => {
  it("lies along the fold of the shallower of two panels: a tab of 12.7 less a margin of 1.5 on either side", () => {
    const widest = (form: string, panelId: string): number | undefined =>
      solve(specOf({ form, contents: { preset: "gift-card" } }))
        .pieces.flatMap(({ glue }) => glue)
        .find((g) => g.panel === panelId)?.widestTape;
    // the folder's tabs are glued on its back, the pouch's on a back that is a piece of its own
    expect(widest("gift-card-folder", "left")).toBeCloseTo(9.7, 1);
    expect(widest("tapered-pouch", "left")).toBeCloseTo(9.7, 1);
  });
});
