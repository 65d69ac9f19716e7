/** Bent paper comes in facets: where two of one panel meet, no edge is seen, and light passes over without a step. */
import type { Point, Rigid } from "@cut-fold/core";

interface Facet {
  /** panel, the same for all facets of one */
  readonly id: string;
  readonly points: readonly Point[];
  readonly pose: Rigid;
}

/** An edge of a facet that the bend runs on over, and which way the face looks there: in the facet's own frame. */
export interface Bend {
  readonly from: Point;
  readonly to: Point;
  readonly normal: readonly [number, number, number];
}

/** mm within which corners of neighbours are the same */
const SAME_MM = 1e-4;
const isSame = (a: Point, b: Point): boolean => Math.hypot(a[0] - b[0], a[1] - b[1]) < SAME_MM;

/** The way halfway between the face of one facet and its neighbour's, in the first one's frame. */
function between({ r: a }: Rigid, { r: b }: Rigid): Bend["normal"] {
  // the neighbour's own way up, in space, seen from this facet: the turning's inverse is its transpose
  const [x, y, z] = [b[2], b[5], b[8]];
  const seen = [0, 1, 2].map((i) => (a[i] ?? 0) * x + (a[i + 3] ?? 0) * y + (a[i + 6] ?? 0) * z);
  const [u, v, w] = [seen[0] ?? 0, seen[1] ?? 0, (seen[2] ?? 0) + 1];
  const long = Math.hypot(u, v, w);
  return [u / long, v / long, w / long];
}

/** For each facet the edges it shares with another of the same panel. */
export function bendsOf(facets: readonly Facet[]): (readonly Bend[])[] {
  const many = new Map<string, Facet[]>();
  for (const facet of facets) many.set(facet.id, [...(many.get(facet.id) ?? []), facet]);
  return facets.map((facet) => {
    const others = (many.get(facet.id) ?? []).filter((other) => other !== facet);
    if (others.length === 0) return NONE;
    return facet.points.flatMap((from, i): Bend[] => {
      const to = facet.points[(i + 1) % facet.points.length] ?? from;
      const shares = others.find(({ points }) =>
        points.some((p, j) => isSame(p, to) && isSame(points[(j + 1) % points.length] ?? p, from)),
      );
      return shares ? [{ from, to, normal: between(facet.pose, shares.pose) }] : [];
    });
  });
}
const NONE: readonly Bend[] = [];
