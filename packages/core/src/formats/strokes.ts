import type { Role } from "../model/piece.ts";

/** A stroke as it is drawn: a score shows which way it folds. */
export type StrokeRole = Exclude<Role, "score"> | "valley" | "mountain";

/** Line weights on paper, mm. */
export const WEIGHT_MM: Readonly<Record<StrokeRole, number>> = {
  cut: 0.4,
  valley: 0.25,
  mountain: 0.25,
  perforate: 0.3,
  pen: 0.2,
  foil: 0.2,
  print: 0.2,
  guide: 0.15,
};

const DASHES: Partial<Record<StrokeRole, readonly number[]>> = {
  valley: [3, 1.8],
  mountain: [4, 1.2, 0.4, 1.2],
  perforate: [0.4, 1.2],
};

/** Dash pattern in mm: valley dashes, mountain dash-dot, perforation dots; undefined for a solid line. Packaging trade custom. */
export const dashOf = (role: StrokeRole): readonly number[] | undefined => DASHES[role];
