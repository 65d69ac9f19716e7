/** Rings of points as few curves: against shapes whose points are known. */
import { describe, expect, it } from "vitest";
import { areaOf, flatten, type Path } from "../geometry/path.ts";
import { distance, type Point } from "../geometry/point.ts";
import { offOutline } from "../geometry/near.ts";
import { fitRing } from "./fit.ts";

const HOW = { off: 0.4, step: 1, arm: 6 };
const circle = (r: number, count: number): Point[] =>
  Array.from({ length: count }, (_, i) => [
    r * Math.cos((2 * Math.PI * i) / count),
    r * Math.sin((2 * Math.PI * i) / count),
  ]);
const polygonOf = (corners: readonly Point[], apart = 0.7): Point[] =>
  corners.flatMap((p, i): Point[] => {
    const q = corners[(i + 1) % corners.length] as Point;
    const count = Math.ceil(distance(p, q) / apart);
    return Array.from({ length: count }, (_, k) => [
      p[0] + ((q[0] - p[0]) * k) / count,
      p[1] + ((q[1] - p[1]) * k) / count,
    ]);
  });
/** Every end of a segment is the next one's beginning. */
const isClosed = (path: Path): boolean =>
  path.every((s, i) => distance(s.to, (path[(i + 1) % path.length] as Path[number]).from) < 1e-9);
const strays = (ring: readonly Point[], path: Path): number =>
  Math.max(...ring.map((p) => offOutline(flatten(path), p)));

describe("a ring of points", () => {
  it("that is round is a few curves, none further off than was asked", () => {
    for (const r of [20, 60, 150]) {
      const ring = circle(r, Math.round(6 * r));
      const path = fitRing(ring, HOW);
      expect(path.length).toBeLessThanOrEqual(8);
      expect(isClosed(path)).toBe(true);
      expect(strays(ring, path)).toBeLessThan(HOW.off + 0.1);
      expect(Math.abs(Math.abs(areaOf(path)) / (Math.PI * r * r) - 1)).toBeLessThan(0.01);
    }
  });

  it.each([
    [
      "a square",
      [
        [0, 0],
        [80, 0],
        [80, 80],
        [0, 80],
      ],
    ],
    [
      "a square on its corner",
      [
        [50, 0],
        [100, 50],
        [50, 100],
        [0, 50],
      ],
    ],
    [
      "a triangle",
      [
        [0, 0],
        [120, 10],
        [40, 90],
      ],
    ],
    [
      "an L",
      [
        [0, 0],
        [90, 0],
        [90, 40],
        [40, 40],
        [40, 90],
        [0, 90],
      ],
    ],
  ] as readonly (readonly [string, readonly Point[]])[])(
    "that is %s is its own straight edges, corner to corner",
    (_, corners) => {
      const path = fitRing(polygonOf(corners), HOW);
      expect(path).toHaveLength(corners.length);
      expect(path.every((s) => s.kind === "line")).toBe(true);
      for (const corner of corners) expect(Math.min(...path.map((s) => distance(s.from, corner)))).toBeLessThan(0.05);
    },
  );

  it("has its corners where its edges meet, though no point was seen there", () => {
    // what a picture shows of a corner: the last points before it cut short
    const cut = polygonOf([
      [0, 0],
      [100, 0],
      [100, 100],
      [0, 100],
    ]).filter(([x, y]) => Math.min(Math.hypot(x - 100, y - 100), Math.hypot(x, y)) > 1.2);
    const path = fitRing(cut, HOW);
    for (const corner of [
      [100, 100],
      [0, 0],
    ] as readonly Point[])
      expect(Math.min(...path.map((s) => distance(s.from, corner)))).toBeLessThan(0.2);
  });

  it("with one corner is closed there: a drop", () => {
    const round = circle(40, 240).filter(([, y]) => y < 20);
    const [right, left] = [round.find(([x]) => x > 0 && x < 40) ?? [0, 0], [0, 95] as Point];
    const drop = polygonOf([...round, left], 1);
    const path = fitRing(drop, HOW);
    expect(isClosed(path)).toBe(true);
    expect(Math.min(...path.map((s) => distance(s.from, left)))).toBeLessThan(1.5);
    expect(right).toBeDefined();
    expect(strays(drop, path)).toBeLessThan(1);
  });

  it("is the smoother the further it may stand off: never more curves", () => {
    const wavy = circle(100, 700).map(([x, y], i): Point => [
      x * (1 + 0.01 * Math.sin(i / 4)),
      y * (1 + 0.01 * Math.sin(i / 4)),
    ]);
    const counts = [0.2, 0.6, 2, 5].map((off) => fitRing(wavy, { ...HOW, off }).length);
    expect(counts).toEqual([...counts].sort((a, b) => b - a));
    expect(counts[3]).toBeLessThan((counts[0] ?? 0) / 3);
  });
});
