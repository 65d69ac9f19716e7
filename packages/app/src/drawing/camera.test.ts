import { expect, it } from "vitest";
import { between, FITTED, movedBy, NEAREST, seenBy, zoomedAt } from "./camera.ts";

const SIZE = { width: 800, height: 600 };
const BASE = { k: 2, x0: 100, y0: 500 };
/** Where 30 mm across and 40 up stands. */
const at = (camera: typeof FITTED): readonly [number, number] => {
  const { k, x0, y0 } = seenBy(BASE, camera, SIZE);
  return [x0 + 30 * k, y0 - 40 * k];
};

it("comes nearer to what is under the pointer, which stays there, and no further out than the window", () => {
  const [px, py] = at(FITTED);
  expect([px, py]).toEqual([160, 420]);
  const near = zoomedAt(FITTED, 3, [px, py], SIZE);
  expect(near.zoom).toBe(3);
  expect(at(near)).toEqual([expect.closeTo(160, 9), expect.closeTo(420, 9)]);
  expect(zoomedAt(near, 100, [0, 0], SIZE).zoom).toBe(NEAREST);
  expect(zoomedAt(near, 0.01, [10, 10], SIZE)).toEqual({
    zoom: 1,
    x: expect.closeTo(0, 9) as number,
    y: expect.closeTo(0, 9) as number,
  });
});

it("is moved about by as much as it is nearer, and not at all where it is fitted", () => {
  expect(movedBy(FITTED, 50, 50, SIZE)).toEqual(FITTED);
  const near = zoomedAt(FITTED, 2, [400, 300], SIZE);
  expect(movedBy(near, 50, -20, SIZE)).toEqual({ zoom: 2, x: 50, y: -20 });
  // half the window to either side
  expect(movedBy(near, 5000, -5000, SIZE)).toEqual({ zoom: 2, x: 400, y: -300 });
});

it("carries a drawing to where it will be drawn", () => {
  const [was, now] = [
    zoomedAt(FITTED, 1.5, [10, 20], SIZE),
    movedBy(zoomedAt(FITTED, 4, [300, 200], SIZE), 31, -17, SIZE),
  ];
  const [part, dx, dy] = between(was, now, SIZE);
  const [x, y] = at(was);
  const [u, v] = at(now);
  expect([part * x + dx, part * y + dy]).toEqual([expect.closeTo(u, 9), expect.closeTo(v, 9)]);
});
