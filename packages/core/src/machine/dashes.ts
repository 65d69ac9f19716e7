/**
 * A perforated line as whole dashes: it begins and ends with a cut, so that it tears from the edge, every corner is cut, the
 * ties keep their size and the dashes give.
 *
 *     ── ─ ── ─ ──╮        dash, tie, dash … one stroke round each corner
 *                 │
 */
import { distance, type Point } from "../geometry/point.ts";
import { nth } from "../units/nth.ts";
import { Along, type Walked } from "./walked.ts";

/** mm that is cut, and mm that holds. */
export interface Dashes {
  readonly cut: number;
  readonly tie: number;
}
/** What tears clean by hand and holds until then, of paper up to card: twice as much cut as held. */
export const USUAL_DASHES: Dashes = { cut: 2, tie: 1 };
/** A dash of less than this part of its length lets the line go: one dash is drawn in at its ends then. */
const LEAST_DASH = 1 / 3;
const SAME_MM = 1e-6;

/** A run without corners: one dash more than ties. None where it is too short for two ties. */
function runDashes(points: readonly Point[], { cut, tie }: Dashes): Point[][] {
  const along = new Along(points);
  const { length } = along;
  const ties = Math.max(1, Math.round((length - cut) / (cut + tie)));
  const dash = (length - ties * tie) / (ties + 1);
  if (dash < cut * LEAST_DASH) return length > 2 * tie ? [along.part(tie / 2, length - tie / 2)] : [];
  return Array.from({ length: ties + 1 }, (_, i) => along.part(i * (dash + tie), i * (dash + tie) + dash));
}

/** A loop without corners: as many dashes as ties, two at least. */
function loopDashes(points: readonly Point[], { cut, tie }: Dashes): Point[][] {
  const along = new Along([...points, nth(points, 0)]);
  const ties = Math.max(2, Math.round(along.length / (cut + tie)));
  const step = along.length / ties;
  if (step <= tie) return [];
  return Array.from({ length: ties }, (_, i) => along.part(i * step, (i + 1) * step - tie));
}

/** Where a line is parted into runs without corners, and its points in that order. */
function partedAt({ points, corners, closed }: Walked): { readonly ring: readonly Point[]; readonly ends: number[] } {
  if (!closed) {
    const inner = corners.filter((c) => c > 0 && c < points.length - 1);
    return { ring: points, ends: [0, ...inner, points.length - 1] };
  }
  const first = nth(corners, 0);
  const ring = [...points.slice(first), ...points.slice(0, first + 1)];
  return { ring, ends: [...corners.map((c) => c - first), ring.length - 1] };
}

const meets = (a: readonly Point[], b: readonly Point[]): boolean => distance(nth(a, -1), nth(b, 0)) < SAME_MM;

/** The dashes of a line, in order along it; none where it is too short to hold and to tear. */
export function dashed(walk: Walked, dashes: Dashes): Point[][] {
  if (walk.closed && walk.corners.length === 0) return loopDashes(walk.points, dashes);
  const { ring, ends } = partedAt(walk);
  const out: Point[][] = [];
  for (let i = 1; i < ends.length; i += 1)
    for (const dash of runDashes(ring.slice(nth(ends, i - 1), nth(ends, i) + 1), dashes)) {
      // a dash that ends in a corner and the one that begins there are one stroke round it
      const last = out.at(-1);
      if (last && meets(last, dash)) last.push(...dash.slice(1));
      else out.push(dash);
    }
  const [first, last] = [out[0], out.at(-1)];
  if (walk.closed && first && last && first !== last && meets(last, first)) {
    last.push(...first.slice(1));
    out.shift();
  }
  return out;
}
