/**
 * Places where a piece touches two things: corners of the room it has on a sheet, corners of no-fit polygons, and where their edges
 * cross one another or the room's. A piece laid at such places only is locked in, and what fits exactly is found.
 */
import type { Bounds } from "../geometry/path.ts";
import type { Turned } from "../geometry/depth.ts";
import { type State, type Table, TOUCH_MM } from "./table.ts";

/** Places for one kind at one angle on one sheet, x y x y …, up to date with so many of what lies there. */
export interface Touching {
  upTo: number;
  places: number[];
}

/** mm by which a place may lie outside the room by rounding alone: it is put on its edge. */
const OUT_MM = 1e-4;

/** Places within a thousandth of a mm are one: finer than the tolerance, so that no exact fit is lost. */
const LIKE = 1000;

/** The places of an empty sheet. */
export const cornersOf = ({ left, bottom, right, top }: Bounds): Touching => ({
  upTo: 0,
  places: [left, bottom, right, bottom, left, top, right, top],
});

/** Edges of a polygon that may have a part in a box, as start and way, moved. */
function edgesIn(edges: Float64Array, dx: number, dy: number, box: Bounds): number[] {
  const found: number[] = [];
  for (let k = 0; k < edges.length; k += 4) {
    const ax = (edges[k] as number) + dx;
    const ay = (edges[k + 1] as number) + dy;
    const bx = (edges[k + 2] as number) + dx;
    const by = (edges[k + 3] as number) + dy;
    if ((ax < box.left && bx < box.left) || (ax > box.right && bx > box.right)) continue;
    if ((ay < box.bottom && by < box.bottom) || (ay > box.top && by > box.top)) continue;
    found.push(ax, ay, bx - ax, by - ay);
  }
  return found;
}

/** Where the edges of two lists cross. */
function eachCrossing(one: readonly number[], other: readonly number[], found: (x: number, y: number) => void): void {
  for (let k = 0; k < one.length; k += 4) {
    const ax = one[k] as number;
    const ay = one[k + 1] as number;
    const ux = one[k + 2] as number;
    const uy = one[k + 3] as number;
    for (let m = 0; m < other.length; m += 4) {
      const vx = other[m + 2] as number;
      const vy = other[m + 3] as number;
      const turn = ux * vy - uy * vx;
      if (turn === 0) continue;
      const dx = (other[m] as number) - ax;
      const dy = (other[m + 1] as number) - ay;
      const t = (dx * vy - dy * vx) / turn;
      if (t <= 0 || t >= 1) continue;
      const u = (dx * uy - dy * ux) / turn;
      if (u > 0 && u < 1) found(ax + ux * t, ay + uy * t);
    }
  }
}

/** The corners of a polygon's edges that lie in the room, and where they cross the room's own. */
function eachAlone(n: Turned, ox: number, oy: number, room: Bounds, found: (x: number, y: number) => void): void {
  const { edges } = n;
  const { left, right, bottom, top } = room;
  for (let k = 0; k < edges.length; k += 4) {
    const ax = (edges[k] as number) + ox;
    const ay = (edges[k + 1] as number) + oy;
    const bx = (edges[k + 2] as number) + ox;
    const by = (edges[k + 3] as number) + oy;
    found(ax, ay);
    if (ax > left !== bx > left) found(left, ay + ((by - ay) * (left - ax)) / (bx - ax));
    if (ax > right !== bx > right) found(right, ay + ((by - ay) * (right - ax)) / (bx - ax));
    if (ay > bottom !== by > bottom) found(ax + ((bx - ax) * (bottom - ay)) / (by - ay), bottom);
    if (ay > top !== by > top) found(ax + ((bx - ax) * (top - ay)) / (by - ay), top);
  }
}

/**
 * Brings places up to what lies on the sheet: struck out are those inside a no-fit polygon, added those that touch it.
 * @param on the copies that lie there, in the order they came
 */
export function refresh(
  touching: Touching,
  table: Table,
  state: State,
  on: readonly number[],
  kind: number,
  turn: number,
  room: Bounds,
): void {
  const at = (copy: number): Turned =>
    table.noFit(table.kindOf[copy] as number, state.turn[copy] as number, kind, turn);
  const isFree = (n: Turned, copy: number, x: number, y: number): boolean => {
    table.looks += 1;
    return !n.isDeeper(x - (state.x[copy] as number), y - (state.y[copy] as number), TOUCH_MM);
  };
  for (; touching.upTo < on.length; touching.upTo += 1) {
    const copy = on[touching.upTo] as number;
    const n = at(copy);
    const [ox, oy] = [state.x[copy] as number, state.y[copy] as number];
    const kept: number[] = [];
    const { places } = touching;
    for (let k = 0; k < places.length; k += 2)
      if (isFree(n, copy, places[k] as number, places[k + 1] as number))
        kept.push(places[k] as number, places[k + 1] as number);
    const fresh: number[] = [];
    const add = (x: number, y: number): void => {
      if (x < room.left - OUT_MM || x > room.right + OUT_MM || y < room.bottom - OUT_MM || y > room.top + OUT_MM)
        return;
      fresh.push(Math.min(room.right, Math.max(room.left, x)), Math.min(room.top, Math.max(room.bottom, y)));
    };
    eachAlone(n, ox, oy, room, add);
    for (let m = 0; m < touching.upTo; m += 1) {
      const other = on[m] as number;
      const o = at(other);
      const [px, py] = [state.x[other] as number, state.y[other] as number];
      // edges outside the box that both share with the room cannot cross there
      const shared = {
        left: Math.max(n.box.left + ox, o.box.left + px, room.left),
        right: Math.min(n.box.right + ox, o.box.right + px, room.right),
        bottom: Math.max(n.box.bottom + oy, o.box.bottom + py, room.bottom),
        top: Math.min(n.box.top + oy, o.box.top + py, room.top),
      };
      if (shared.left > shared.right || shared.bottom > shared.top) continue;
      eachCrossing(edgesIn(n.edges, ox, oy, shared), edgesIn(o.edges, px, py, shared), add);
    }
    const met = new Set<number>();
    for (let k = 0; k < fresh.length; k += 2) {
      const x = fresh[k] as number;
      const y = fresh[k + 1] as number;
      const key = Math.round(x * LIKE) * 8e6 + Math.round(y * LIKE);
      if (met.has(key)) continue;
      met.add(key);
      let isOpen = true;
      // what came last is the likeliest to lie there
      for (let m = touching.upTo; isOpen && m >= 0; m -= 1) {
        const lying = on[m] as number;
        isOpen = isFree(at(lying), lying, x, y);
      }
      if (isOpen) kept.push(x, y);
    }
    touching.places = kept;
  }
}
