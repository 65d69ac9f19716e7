/**
 * Looks at a layout as paper that lies there: nothing of it comes from what made the layout. Outlines are flattened anew and
 * finer, distances are taken edge by edge, and the paper two pieces share is asked of another polygon library.
 */
import polygonClipping, { type Polygon } from "polygon-clipping";
import { flattenTo, type Path } from "../geometry/path.ts";
import type { Point } from "../geometry/point.ts";
import type { Layout, LayoutJob, Placement } from "../model/layout.ts";
import { type Piece, takesPaper } from "../model/piece.ts";
import { nth } from "../units/nth.ts";

/** Chords stand off their curves by less than this, mm. */
const FINE_MM = 0.005;
/** mm that paper may stand out of its sheet by: blanks for straight cuts are measured along chords of their curves. */
const OUT_MM = { trim: 0.05, nest: 0.001 } as const;

interface Lying {
  readonly name: string;
  readonly rings: readonly (readonly Point[])[];
}

function turnedTo(loop: Path, { x, y, rotation }: Placement): Point[] {
  const [c, s] = [Math.cos((rotation * Math.PI) / 180), Math.sin((rotation * Math.PI) / 180)];
  return flattenTo(loop, FINE_MM).map(([px, py]): Point => [px * c - py * s + x, px * s + py * c + y]);
}

const toSegment = ([px, py]: Point, [ax, ay]: Point, [bx, by]: Point): number => {
  const [dx, dy] = [bx - ax, by - ay];
  const t = Math.max(0, Math.min(1, ((px - ax) * dx + (py - ay) * dy) / (dx * dx + dy * dy || 1)));
  return Math.hypot(px - ax - t * dx, py - ay - t * dy);
};

/** The least distance between two sets of rings, no more than `most`; 0 where edges cross. */
function distanceOf(a: Lying, b: Lying, most: number): number {
  const edges = (rings: Lying["rings"]): [Point, Point][] =>
    rings.flatMap((ring) => ring.map((p, i): [Point, Point] => [p, nth(ring, i + 1)]));
  const near = (list: [Point, Point][], others: Lying["rings"]): [Point, Point][] => {
    const points = others.flat();
    const [left, right] = [Math.min(...points.map((p) => p[0])) - most, Math.max(...points.map((p) => p[0])) + most];
    const [low, high] = [Math.min(...points.map((p) => p[1])) - most, Math.max(...points.map((p) => p[1])) + most];
    return list.filter(
      ([p, q]) =>
        Math.max(p[0], q[0]) >= left &&
        Math.min(p[0], q[0]) <= right &&
        Math.max(p[1], q[1]) >= low &&
        Math.min(p[1], q[1]) <= high,
    );
  };
  const [one, other] = [near(edges(a.rings), b.rings), near(edges(b.rings), a.rings)];
  let least = most;
  for (const [p, q] of one)
    for (const [r, s] of other)
      least = Math.min(least, toSegment(p, r, s), toSegment(q, r, s), toSegment(r, p, q), toSegment(s, p, q));
  return least;
}

/** mm² that two pieces share, openings left out. */
function sharedPaper(a: Lying, b: Lying): number {
  const shape = ({ rings }: Lying): Polygon => rings.map((ring) => ring.map(([x, y]): [number, number] => [x, y]));
  const area = (ring: readonly (readonly number[])[]): number =>
    ring.reduce((sum, p, i) => {
      const q = nth(ring, i + 1);
      return sum + ((p[0] ?? 0) * (q[1] ?? 0) - (q[0] ?? 0) * (p[1] ?? 0)) / 2;
    }, 0);
  const shared = polygonClipping.intersection(shape(a), shape(b));
  return shared.reduce(
    (sum, rings) => sum + rings.reduce((s, ring, i) => s + (i === 0 ? 1 : -1) * Math.abs(area(ring)), 0),
    0,
  );
}

const boxMeets = (a: Lying, b: Lying): boolean =>
  ([0, 1] as const).every((axis) => {
    const [p, q] = [a, b].map(({ rings }) => rings.flat().map((point) => point[axis])) as [number[], number[]];
    return Math.min(...p) <= Math.max(...q) && Math.min(...q) <= Math.max(...p);
  });

/** mm² that two pieces laid edge to edge may share by rounding. */
const EDGE_MM2 = 0.5;

/** What is wrong between two pieces: one that lies whole in another's opening shares no paper with it. */
function complaintsOfPair(a: Lying, b: Lying, gap: number): string[] {
  const off = distanceOf(a, b, gap + 1);
  if (off < gap - 0.01) return [`${a.name} and ${b.name} are ${off.toFixed(4)} mm apart, not ${String(gap)}`];
  // far from one another's edges they may still cross, or lie in one another
  const shared = boxMeets(a, b) ? sharedPaper(a, b) : 0;
  return shared > EDGE_MM2 ? [`${a.name} and ${b.name} share ${shared.toFixed(2)} mm²`] : [];
}

/**
 * All that is wrong with a layout.
 * @param pieces of each item, one for every name
 * @param gap mm that was asked for
 */
export function complaintsOf(
  layout: Layout,
  { items, margin, inHand, stock }: LayoutJob,
  pieces: readonly (readonly Piece[])[],
  gap: number,
): string[] {
  const found: string[] = [];
  const copies = new Map<string, number[]>();
  const out = OUT_MM[layout.kind];
  for (const sheet of layout.sheets) {
    const edge = inHand.find(({ id }) => id === sheet.from.id)?.margin ?? margin;
    const lying = sheet.placements.map((placement): Lying => {
      const piece = pieces[placement.item]?.find(({ id }) => id === placement.piece);
      if (!piece) throw new Error(`no piece ${placement.piece}`);
      const key = `${String(placement.item)}/${placement.piece}`;
      copies.set(key, [...(copies.get(key) ?? []), placement.copy]);
      const name = `${sheet.id} ${placement.piece} ${String(placement.copy)}`;
      return { name, rings: piece.outline.map((loop) => turnedTo(loop, placement)) };
    });
    for (const { name, rings } of lying)
      for (const [x, y] of rings.flat())
        if (x < edge - out || y < edge - out || x > sheet.width - edge + out || y > sheet.height - edge + out) {
          found.push(`${name} stands out of its sheet at ${x.toFixed(3)}, ${y.toFixed(3)}`);
          break;
        }
    lying.forEach((a, i) => {
      for (const b of lying.slice(0, i)) found.push(...complaintsOfPair(a, b, gap));
    });
  }
  items.forEach(({ quantity }, item) => {
    for (const piece of pieces[item] ?? []) {
      if (!takesPaper(piece) || stock !== undefined) continue;
      const laid = copies.get(`${String(item)}/${piece.id}`) ?? [];
      const left = layout.left.find((l) => l.item === item && l.piece === piece.id)?.copies ?? 0;
      if (new Set(laid).size < laid.length) found.push(`${piece.id} has a copy twice`);
      if (laid.length + left !== piece.quantity * quantity)
        found.push(`${piece.id}: ${String(laid.length)} laid and ${String(left)} left of ${String(quantity)}`);
    }
  });
  return found;
}
