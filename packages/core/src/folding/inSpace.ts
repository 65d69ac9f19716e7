/** The paper of a solution in space at a moment: flat bits of it, each with what is cut in it. What the proof looks at. */
import type { Path } from "../geometry/path.ts";
import { distance, type Point } from "../geometry/point.ts";
import { SAME_POINT_MM } from "../geometry/tolerance.ts";
import type { Piece } from "../model/piece.ts";
import type { Drawing } from "../model/solution.ts";
import { assembled, caliperOf, foldedPaper, type FoldState, move, type Point3, type Rigid } from "../paper/pose.ts";
import { both, nth } from "../units/nth.ts";
import { STILL } from "../paper/rigid.ts";

/** Where a panel is. */
export type At = (piece: string, panel: string) => Rigid;

/** A flat bit of paper where it is in space. */
export interface ProofFacet {
  readonly piece: string;
  readonly panel: string;
  readonly pose: Rigid;
  readonly points: readonly Point[];
  /** mm its paper is thick */
  readonly caliper: number;
  /** what is cut in it, in its flat coordinates */
  readonly cuts: readonly Path[];
  /** no panel but the paper between two that stand off one another: it goes through a slit, say */
  readonly step?: true;
}

/** All the paper as it is folded so far: its panels, and the steps between panels that stand off one another. */
export function sheetsOf(solution: Drawing, state: FoldState): ProofFacet[] {
  const { facets, poses } = foldedPaper(solution, state);
  const cutsIn = (piece: Piece | undefined, panel: string): Path[] =>
    (piece?.cuts ?? []).filter((c) => c.panel === panel).map((c) => c.path);
  const sheets = facets.map((facet): ProofFacet => {
    const piece = solution.pieces.find((p) => p.id === facet.piece);
    const caliper = caliperOf(piece, state.caliper);
    return { ...facet, points: facet.flat, caliper, cuts: cutsIn(piece, facet.panel) };
  });
  const steps = assembled(solution).flatMap((piece) =>
    piece.folds.flatMap((fold): ProofFacet[] => {
      if (fold.angle !== 0) return [];
      const [one, two] = both(fold.panels, (id) => poses.get(`${piece.id}/${id}`) ?? STILL);
      const [a, b] = both([fold.from, fold.to], ([x, y]) => move(one, [x, y, 0]));
      const c = move(two, [fold.from[0], fold.from[1], 0]);
      const long = distance(fold.from, fold.to);
      const u = b.map((v, i) => (v - nth(a, i)) / long) as unknown as Point3;
      const high = Math.hypot(c[0] - a[0], c[1] - a[1], c[2] - a[2]);
      if (high < SAME_POINT_MM) return [];
      const v = c.map((w, i) => (w - nth(a, i)) / high) as unknown as Point3;
      const n = [u[1] * v[2] - u[2] * v[1], u[2] * v[0] - u[0] * v[2], u[0] * v[1] - u[1] * v[0]] as const;
      const pose: Rigid = { r: [u[0], v[0], n[0], u[1], v[1], n[1], u[2], v[2], n[2]], t: a };
      const points: Point[] = [
        [0, 0],
        [long, 0],
        [long, high],
        [0, high],
      ];
      const caliper = caliperOf(piece, state.caliper);
      return [{ piece: piece.id, panel: fold.id, pose, points, caliper, cuts: [], step: true }];
    }),
  );
  return [...sheets, ...steps];
}

/** Closer to a plane than this (mm) is in it: rounding of a few turns in space. */
export const IN_PLANE_MM = 1e-6;

/** The least and the greatest of each coordinate. */
export function extent(points: readonly Point3[]): readonly (readonly [number, number])[] {
  return ([0, 1, 2] as const).map((i) => {
    const values = points.map((p) => p[i]);
    return [Math.min(...values), Math.max(...values)] as const;
  });
}

/** All pairs of a list. */
export const pairs = <T>(items: readonly T[]): (readonly [T, T])[] =>
  items.flatMap((a, i) => items.slice(i + 1).map((b) => [a, b] as const));
