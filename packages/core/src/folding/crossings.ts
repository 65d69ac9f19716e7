/** Papers in the same place: two panels of a blank, two sheets once folded, paper in the room of what is inside; mm². */
import { sharedArea } from "../geometry/clipper.ts";
import { flatten, holds, type Path } from "../geometry/path.ts";
import { between, direction, distance, type Point } from "../geometry/point.ts";
import { SAME_POINT_MM, TOUCHING_MM2 } from "../geometry/tolerance.ts";
import type { Drawing } from "../model/solution.ts";
import { offOutline } from "../geometry/near.ts";
import { after, lyingMove, move, type Point3, undo } from "../paper/pose.ts";
import { type At, extent, IN_PLANE_MM, pairs, type ProofFacet } from "./inSpace.ts";
import { nth } from "../units/nth.ts";

/** Two papers that stand through one another at a moment; mm². */
export interface Crossing {
  readonly panels: readonly [string, string];
  /** flat, folded, or a motion and how far it has gone */
  readonly when: string;
  /** mm² of paper in the same place */
  readonly area: number;
}
/** Paper inside the contents' boxes, whatever way it stands there. */
export function contentsCrossings(
  solution: Drawing,
  sheets: readonly ProofFacet[],
  at: At,
  when: Crossing["when"],
): readonly Crossing[] {
  const { caliper } = solution.spec.stock;
  return solution.contents.flatMap((lying, i): Crossing[] => {
    const home = undo(after(at(lying.on.piece, lying.on.panel), lyingMove(solution, lying, caliper)));
    const [a, b, t] = [lying.width / 2, lying.height / 2, lying.thickness];
    const room = [-a, a, -b, b, 0, t];
    return sheets.flatMap((sheet): Crossing[] => {
      const carry = after(home, sheet.pose);
      const kept = room.reduce(
        (points: readonly Point3[], limit, k) => cutBy(points, k >> 1, k % 2 === 0 ? 1 : -1, limit),
        sheet.points.map(([x, y]) => move(carry, [x, y, 0])),
      );
      const area = kept.length < 3 ? 0 : area3(kept);
      const panels = [`contents/${String(i)}`, `${sheet.piece}/${sheet.panel}`] as const;
      return area > TOUCHING_MM2 ? [{ panels, when, area }] : [];
    });
  });
}

/** What of a polygon in space lies beyond a limit on an axis (`way` 1) or before it. */
function cutBy(points: readonly Point3[], axis: number, way: 1 | -1, limit: number): Point3[] {
  const off = (p: Point3): number => way * (nth(p, axis) - limit);
  return points.flatMap((p, i): Point3[] => {
    const q = nth(points, i + 1);
    const [one, two] = [off(p), off(q)];
    const kept = one >= 0 ? [p] : [];
    if (one >= 0 === two >= 0) return kept;
    const t = one / (one - two);
    return [...kept, p.map((v, k) => v + (nth(q, k) - v) * t) as unknown as Point3];
  });
}

const area3 = (points: readonly Point3[]): number => {
  const sum = points.reduce<Point3>(
    ([x, y, z], p, i) => {
      const q = nth(points, i + 1);
      return [x + p[1] * q[2] - p[2] * q[1], y + p[2] * q[0] - p[0] * q[2], z + p[0] * q[1] - p[1] * q[0]];
    },
    [0, 0, 0],
  );
  return Math.hypot(...sum) / 2;
};

/** Panels of one blank that claim the same paper. */
export function flatCrossings(solution: Drawing): Crossing[] {
  return solution.pieces.flatMap((piece) =>
    pairs(piece.panels).flatMap(([a, b]): Crossing[] => {
      const area = sharedArea(flatten(a.outline), flatten(b.outline));
      return area > TOUCHING_MM2
        ? [{ panels: [`${piece.id}/${a.id}`, `${piece.id}/${b.id}`], when: "flat", area }]
        : [];
    }),
  );
}

/**
 * Panels in the same place once folded: in parallel planes less than a caliper apart and sharing paper, or one standing
 * right through the other where nothing is cut.
 */
export function foldedCrossings(sheets: readonly ProofFacet[], when: Crossing["when"]): Crossing[] {
  const boxes = new Map(sheets.map((s) => [s, extent(s.points.map(([x, y]) => move(s.pose, [x, y, 0])))]));
  return pairs(sheets).flatMap(([a, b]): Crossing[] => {
    if (a.panel === b.panel && a.piece === b.piece) return [];
    // a step belongs to the two panels it joins
    if ((a.step || b.step) && a.piece === b.piece) return [];
    const caliper = (a.caliper + b.caliper) / 2;
    const [one, two] = [boxes.get(a) ?? [], boxes.get(b) ?? []];
    if (one.some(([low, high], i) => low > (two[i]?.[1] ?? 0) + caliper || high < (two[i]?.[0] ?? 0) - caliper))
      return [];
    const carry = after(undo(a.pose), b.pose);
    const placed = b.points.map(([x, y]) => move(carry, [x, y, 0]));
    const z = placed.map((p) => p[2]);
    const parallel = Math.max(...z) - Math.min(...z) < IN_PLANE_MM;
    if (parallel && Math.abs(nth(z, 0)) >= caliper * 0.999) return [];
    const back = undo(carry);
    const area = parallel
      ? sharedArea(
          placed.map((p): Point => [p[0], p[1]]),
          a.points,
        )
      : Math.min(
          through(a, placed, caliper),
          through(
            b,
            a.points.map(([x, y]) => move(back, [x, y, 0])),
            caliper,
          ),
        );
    return area > TOUCHING_MM2 ? [{ panels: [`${a.piece}/${a.panel}`, `${b.piece}/${b.panel}`], when, area }] : [];
  });
}

/** mm² of paper where a panel (`placed`, in the other's frame) stands through another: the length it does so, a caliper wide. */
function through({ points: flat, cuts: open }: ProofFacet, placed: readonly Point3[], caliper: number): number {
  const z = placed.map((p) => p[2]);
  // a panel that only rests on the other, or ends in its thickness, does not go through it
  if (Math.min(...z) > -caliper * 0.999 || Math.max(...z) < caliper * 0.999) return 0;
  const cuts: Point[] = [];
  placed.forEach((p, i) => {
    const q = nth(placed, i + 1);
    if (p[2] > 0 === q[2] > 0) return;
    const t = p[2] / (p[2] - q[2]);
    cuts.push([p[0] + (q[0] - p[0]) * t, p[1] + (q[1] - p[1]) * t]);
  });
  const [one, two] = [cuts[0], cuts.at(-1)];
  if (!one || !two || distance(one, two) < SAME_POINT_MM) return 0;
  // half the paper's width on either side of the cut: an edge that only touches has the other panel on one side alone
  const ahead = direction(one, two);
  const half = caliper / 2;
  const beside = (by: number): Point[] => {
    const off = (p: Point): Point => [p[0] - ahead[1] * by, p[1] + ahead[0] * by];
    return [one, two, off(two), off(one)];
  };
  const area = 2 * Math.min(sharedArea(beside(half), flat), sharedArea(beside(-half), flat));
  return area > 0 && open.length > 0 ? area * (1 - openPart(one, two, open, caliper)) : area;
}

/** How much of a line lies in what is cut: on a slit, or in a hole. */
function openPart(from: Point, to: Point, cuts: readonly Path[], caliper: number): number {
  const samples = Math.max(2, Math.ceil(distance(from, to) * 2));
  const free = Array.from({ length: samples }, (_, i) => between(from, to, (i + 0.5) / samples)).filter((p) =>
    cuts.some((cut) => {
      const points = flatten(cut);
      const closed = distance(cut[0]?.from ?? p, cut.at(-1)?.to ?? p) < SAME_POINT_MM;
      return closed ? holds(points, p) : offOutline(points, p) <= caliper;
    }),
  );
  return free.length / samples;
}
