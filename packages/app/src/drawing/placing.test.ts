import type { Dimension } from "@cut-fold/core";
import { describe, expect, it } from "vitest";
import { placeFigures, withoutEchoes } from "./placing.ts";

const VIEW = { k: 1, x0: 0, y0: 400 };
const dimension = (id: string, by: Partial<Dimension>): Dimension => ({
  id,
  code: id,
  piece: "paper",
  from: [0, 0],
  to: [100, 0],
  value: 100,
  lights: [],
  ...by,
});
const placed = (...all: Dimension[]) =>
  placeFigures(
    undefined,
    all.map((d) => ({ dimension: d, text: "100 mm" })),
    VIEW,
  );
const standing = (all: ReturnType<typeof placed>, id: string) => {
  const one = all.get(id);
  if (!one) throw new Error(`${id} is not placed`);
  return one;
};

describe("figures on the drawing", () => {
  it("stand on the middle of their line, read from below or from the right", () => {
    const all = placed(
      dimension("wide", { from: [0, 100], to: [300, 100] }),
      dimension("high", { from: [340, 0], to: [340, 300] }),
    );
    expect(standing(all, "wide")).toMatchObject({ seat: [150, 300], angle: 0, length: 300 });
    expect(standing(all, "high")).toMatchObject({ seat: [340, 250], angle: -90 });
  });

  it("slide along what they measure when another is in the way", () => {
    const across = dimension("wide", { from: [0, 150], to: [300, 150] });
    const up = dimension("high", { from: [150, 0], to: [150, 300], slides: [200, 0] });
    const all = placed(across, up);
    const [a, b] = [standing(all, "wide").seat, standing(all, "high").seat];
    expect(b[0]).not.toBe(150);
    // the number of one is clear of the other's: half the one's width and half the other's height at least
    expect(Math.abs(a[0] - b[0])).toBeGreaterThan(standing(all, "wide").wide / 2);
  });

  it("stand past the end of a short line, and beside a point that was a line", () => {
    const short = placed(dimension("short", { from: [0, 0], to: [20, 0] }));
    expect(standing(short, "short").seat[0]).toBeGreaterThan(20);
    const point = standing(placed(dimension("point", { from: [50, 50], to: [50, 50], slides: [0, 30] })), "point");
    // it could be slid upwards, so it runs across
    expect(point.along).toEqual([1, 0]);
    expect(point.seat[0]).toBeGreaterThan(50 + point.wide / 2);
  });

  it("keep their places while one is dragged", () => {
    const d = dimension("wide", { from: [0, 100], to: [300, 100], slides: [0, 100] });
    const held = new Map([["wide", { slide: 0.4, seat: "on" } as const]]);
    const all = placeFigures(undefined, [{ dimension: d, text: "100 mm" }], VIEW, { held });
    expect(standing(all, "wide")).toMatchObject({ choice: { slide: 0.4, seat: "on" }, seat: [150, 260] });
  });

  it("say a size of a thing once: where it is typed", () => {
    const typed = dimension("width", { sets: ["fittings", "a", "width"], fitting: "a" });
    const cut = dimension("blank", { outside: true, fitting: "a", value: 99.95 });
    const other = dimension("other", { outside: true, fitting: "a", value: 80 });
    const own = dimension("own", { outside: true });
    expect(withoutEchoes([typed, cut, other, own])).toEqual([typed, other, own]);
  });
});
