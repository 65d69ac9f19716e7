/** A solution as it stands in space, folded so far and with its motions set: the contract's pose. */
import type { Drawing } from "../model/solution.ts";
import { travelOf } from "../paper/motion.ts";
import {
  after,
  facetsOf,
  filledWith,
  foldedPanels,
  lastOrder,
  lyingMove,
  move,
  type Point3,
  STILL,
} from "../paper/pose.ts";

/** A solution at a moment as data others read: the contract's `pose`. Points in mm, rotations as matrices by rows. */
export interface Posed {
  readonly last: number;
  readonly motions: readonly {
    readonly id: string;
    readonly title: string;
    readonly travel: number;
    readonly unit: string;
  }[];
  readonly facets: readonly {
    readonly piece: string;
    readonly panel: string;
    readonly flat: readonly (readonly number[])[];
    readonly space: readonly Point3[];
  }[];
  readonly contents: readonly { readonly name: string; readonly space: readonly Point3[] }[];
}

interface PoseAsked {
  readonly folded?: number;
  readonly set?: Readonly<Record<string, number>>;
}

/** Where all paper and all contents are, folded so far (the last order unless said), each motion set (0 unless said). */
export function pose(solution: Drawing, { folded, set = {} }: PoseAsked = {}): Posed {
  const { caliper } = solution.spec.stock;
  const last = lastOrder(solution);
  const state = { progress: folded ?? last, caliper, filled: filledWith(solution.contents), motion: set };
  const at = foldedPanels(solution, state);
  return {
    last,
    motions: solution.motions.map((m) => ({ id: m.id, title: m.title, ...travelOf(m) })),
    facets: facetsOf(solution, state).map(({ pose: to, ...facet }) => ({
      ...facet,
      space: facet.flat.map(([x, y]) => move(to, [x, y, 0])),
    })),
    contents: solution.contents.map((lying) => {
      const ground = at.get(`${lying.on.piece}/${lying.on.panel}`) ?? STILL;
      const to = after(ground, lyingMove(solution, lying, caliper));
      const corner = (i: number): Point3 => [
        ((i & 1) - 0.5) * lying.width,
        (((i >> 1) & 1) - 0.5) * lying.height,
        (i >> 2) * lying.thickness,
      ];
      return { name: lying.name, space: [0, 1, 2, 3, 4, 5, 6, 7].map((i) => move(to, corner(i))) };
    }),
  };
}
