/**
 * No-fit polygons: where the origin of one outline may not be, seen from another's, lest they lie in one another.
 *
 *   ┌────────┐      A ⊕ −B by the convolution of the two outlines: each edge of one is carried to those corners of the other
 *   │ ┌──┐   │      that turn past its direction; the closed trails wind round the sum (Guibas, Ramshaw and Stolfi, "A kinetic
 *   │ │A │ B │      framework for computational geometry", 1983). What winds positively is the sum, holes and all.
 *   │ └──┘┌──┤
 *   └─────┴──┘
 */
import { difference, FillRule, type Path64, type Paths64, union } from "clipper2-ts";
import { nth } from "../units/nth.ts";
import { type Ring, type Rings, toMm, toUnits } from "./areas.ts";
import { areaOf, type Bounds, boundsOf, polygon } from "./path.ts";
import { cross, dot, type Point, turn } from "./point.ts";

/** Paper to be laid: its outer lines anticlockwise, its openings clockwise, about its own origin, mm. */
export interface Outlines {
  readonly outers: Rings;
  readonly holes: Rings;
}

/** The area that a ring goes round, mm²: less than nothing where it runs clockwise. */
export const ringArea = (ring: Ring): number => areaOf(polygon(ring));

/** Turned anticlockwise about the origin by degrees; quarter turns are exact. */
export function turnedRing(ring: Ring, degrees: number): Ring {
  const [c, s] = turn(degrees);
  return ring.map(([x, y]): Point => [x * c - y * s, x * s + y * c]);
}

/** The upright box of a piece that is turned anticlockwise by degrees about its origin. */
export const boxAt = ({ outers }: Outlines, degrees: number): Bounds =>
  boundsOf(outers.flatMap((ring) => turnedRing(ring, degrees)));

const runAlike = (a: Point, b: Point): boolean => cross(a, b) === 0 && dot(a, b) > 0;

/** Whether a direction lies between two others, anticlockwise from one to the other; on one of the two by choice. */
function isBetween(from: Point, to: Point, direction: Point, takesFrom: boolean): boolean {
  const edge = takesFrom ? from : to;
  if (runAlike(edge, direction)) return !runAlike(from, to);
  return cross(from, direction) > 0 && cross(direction, to) > 0;
}

/** Edges of a line as vectors, each beginning at the corner of its number. */
const edgesOf = (line: Path64): Point[] =>
  line.map((a, i) => {
    const b = nth(line, i + 1);
    return [b.x - a.x, b.y - a.y];
  });

/** Each edge at each corner that turns past it: forwards where the corner turns left, backwards where it turns right. */
function eachStep(
  edges: readonly Point[],
  cornersOf: readonly Point[],
  takesFrom: boolean,
  step: (edge: number, corner: number, isForward: boolean) => void,
): void {
  cornersOf.forEach((after, corner) => {
    const before = nth(cornersOf, corner - 1);
    if (runAlike(before, after)) return;
    const isLeft = cross(before, after) > 0;
    const [from, to] = isLeft ? [before, after] : [after, before];
    edges.forEach((edge, i) => {
      if (isBetween(from, to, edge, takesFrom)) step(i, corner, isLeft);
    });
  });
}

/** The convolution's closed trails; both lines simple, anticlockwise, on whole units. */
function trailsOf(a: Path64, b: Path64): Paths64 {
  const [edgesA, edgesB] = [edgesOf(a), edgesOf(b)];
  const many = b.length;
  // a corner of the one with a corner of the other, as one number, and where the trail goes on from there
  const ways = new Map<number, number[]>();
  const way = (from: number, to: number): void => {
    const known = ways.get(from);
    if (known) known.push(to);
    else ways.set(from, [to]);
  };
  const both = (i: number, j: number): number => (i % a.length) * many + (j % many);
  eachStep(edgesA, edgesB, false, (i, j, isForward) =>
    isForward ? way(both(i, j), both(i + 1, j)) : way(both(i + 1, j), both(i, j)),
  );
  eachStep(edgesB, edgesA, true, (j, i, isForward) =>
    isForward ? way(both(i, j), both(i, j + 1)) : way(both(i, j + 1), both(i, j)),
  );
  const trails: Paths64 = [];
  for (const [start, going] of ways)
    while (going.length > 0) {
      const trail: Path64 = [];
      for (let next = ways.get(start)?.pop(), from = start; next !== undefined; next = ways.get(next)?.pop()) {
        const [p, q] = [nth(a, Math.floor(from / many)), nth(b, from % many)];
        trail.push({ x: p.x + q.x, y: p.y + q.y });
        from = next;
        if (next === start) break;
      }
      trails.push(withoutSpikes(trail));
    }
  return trails.filter((trail) => trail.length > 2);
}

interface Corner {
  readonly x: number;
  readonly y: number;
}
const isSame = (a: Corner, b: Corner): boolean => a.x === b.x && a.y === b.y;
/** Whether a line turns right back at its middle corner. */
const turnsBack = (a: Corner, b: Corner, c: Corner): boolean => {
  const [u, v]: [Point, Point] = [
    [b.x - a.x, b.y - a.y],
    [c.x - b.x, c.y - b.y],
  ];
  return cross(u, v) === 0 && dot(u, v) < 0;
};

/** A trail without ways that are gone and come back at once: they go round nothing, and the clipper minds them. */
function withoutSpikes(trail: Path64): Path64 {
  const kept: Path64 = [];
  const isSpike = (next: Corner): boolean => kept.length > 1 && turnsBack(nth(kept, -2), nth(kept, -1), next);
  for (const corner of trail) {
    while (isSpike(corner)) kept.pop();
    const last = kept.at(-1);
    if (!last || !isSame(last, corner)) kept.push(corner);
  }
  // round the seam, where the last meets the first
  while (kept.length > 2) {
    const [before, last, first, second] = [nth(kept, -2), nth(kept, -1), nth(kept, 0), nth(kept, 1)];
    if (isSame(last, first) || turnsBack(before, last, first)) kept.pop();
    else if (turnsBack(last, first, second)) kept.shift();
    else break;
  }
  return kept;
}

const unitsOf = (ring: Ring): Path64 => nth(toUnits([ring]), 0);
const mirrored = (ring: Ring): Ring => ring.map(([x, y]): Point => [-x, -y]);
const backwards = (ring: Ring): Ring => [...ring].reverse();

/** A ⊕ −B: outer rings anticlockwise, what it leaves free clockwise. */
const sumMinus = (a: Path64, b: Ring): Paths64 => union(trailsOf(a, unitsOf(mirrored(b))), FillRule.Positive);

/** Places whose opening is so much smaller than what goes in that none is left are crumbs, mm². */
const NO_PLACE_MM2 = 0.01;

/**
 * Where an outline may be inside an opening: what is left when the frame round the opening is grown by it. The frame is taken in
 * two halves through the opening's middle, so that no part has a hole.
 */
function innerFit(opening: Ring, outline: Ring): Ring[] {
  const [room, box] = [boundsOf(opening), boundsOf(outline)];
  const [width, height] = [box.right - box.left, box.top - box.bottom];
  if (width > room.right - room.left || height > room.top - room.bottom) return [];
  const pad = Math.max(width, height) + 1;
  const middle = (room.left + room.right) / 2;
  const [left, right, bottom, top] = [room.left - pad, room.right + pad, room.bottom - pad, room.top + pad];
  const half = (from: number, to: number): Ring => [
    [from, bottom],
    [to, bottom],
    [to, top],
    [from, top],
  ];
  const parts = [half(left, middle), half(middle, right)].flatMap((frame) =>
    difference(toUnits([frame]), toUnits([opening]), FillRule.NonZero),
  );
  const sums = parts.flatMap((part) => sumMinus(part, outline));
  return toMm(union(sums, FillRule.NonZero))
    .filter((ring) => ringArea(ring) < -NO_PLACE_MM2)
    .map(backwards);
}

/**
 * The no-fit polygon of two outlines, mm: B's origin may not be inside it, seen from A's. Openings of either are places for the
 * other; where one is made of several parts they are not, for its own parts lie there.
 */
export function noFit(a: Outlines, b: Outlines): Rings {
  const sums = a.outers.flatMap((one) => b.outers.flatMap((other) => sumMinus(unitsOf(one), other)));
  const [onlyA, onlyB] = [a.outers.length === 1 && a.outers[0], b.outers.length === 1 && b.outers[0]];
  if (!onlyA || !onlyB) return toMm(union(sums, FillRule.NonZero));
  const free = [
    ...a.holes.flatMap((hole) => innerFit(backwards(hole), onlyB)),
    ...b.holes.flatMap((hole) => innerFit(backwards(hole), onlyA).map(mirrored)),
  ];
  return toMm(free.length > 0 ? difference(sums, toUnits(free), FillRule.NonZero) : sums);
}
