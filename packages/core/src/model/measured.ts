/** What test pieces have shown of a tool: each figure with how sure it is, what it was measured with, and when. */
import { z } from "zod";

/** What a maker measures with, and its standard deviation: one reading at one end and the other, mm. Argued, not measured. */
export const READ_WITH = {
  ruler: { title: "a ruler, to half a mark", spread: 0.2 },
  twice: { title: "a ruler, twice, and the mean of both", spread: 0.12 },
  calliper: { title: "a calliper", spread: 0.04 },
} as const;
/** One of them. */
export type ReadWith = keyof typeof READ_WITH;
/** All of them. */
export const READS_WITH = Object.keys(READ_WITH) as readonly ReadWith[];

/**
 * What is found of a tool: mm, but for scales (true size over said size) and skew (radians). A shift is to the right and down, of
 * pages that stand or lie; an edge is what of the paper no ink reaches there.
 */
export const FOUND = [
  "notch",
  "offset",
  "scale-x",
  "scale-y",
  "skew",
  "shift-x",
  "shift-y",
  "lying-x",
  "lying-y",
  "edge-left",
  "edge-right",
  "edge-top",
  "edge-bottom",
] as const;
/** One of them. */
export type FoundKind = (typeof FOUND)[number];

/** What a tool can be, in the figures' own units: further off than this something was misread. */
export const LIKELY: Readonly<Record<FoundKind, { readonly min: number; readonly max: number }>> = {
  notch: { min: 4, max: 20 },
  offset: { min: -4, max: 4 },
  "scale-x": { min: 0.93, max: 1.07 },
  "scale-y": { min: 0.93, max: 1.07 },
  skew: { min: -0.03, max: 0.03 },
  "shift-x": { min: -12, max: 12 },
  "shift-y": { min: -12, max: 12 },
  "lying-x": { min: -12, max: 12 },
  "lying-y": { min: -12, max: 12 },
  "edge-left": { min: 0, max: 30 },
  "edge-right": { min: 0, max: 30 },
  "edge-top": { min: 0, max: 30 },
  "edge-bottom": { min: 0, max: 30 },
};
/** Whether a figure is one that a tool can have. */
export const isLikely = ({ what, value }: Pick<Measured, "what" | "value">): boolean =>
  value >= LIKELY[what].min && value <= LIKELY[what].max;

/** One figure of a tool. */
export const measuredSchema = z.strictObject({
  what: z.enum(FOUND),
  value: z.number().min(-30).max(30),
  /** one standard deviation of it, in its own unit */
  spread: z.number().min(0).max(5),
  with: z.enum(READS_WITH as [ReadWith, ...ReadWith[]]),
  /** ISO date */
  measured: z.string().max(40),
});
/** One of them, read. */
export type Measured = z.infer<typeof measuredSchema>;
/** No tool has more of them. */
export const MOST_MEASURED = FOUND.length;

/** mm of each edge that printers leave white unless they are known to leave more: pages keep off it anyway. */
const EDGE_MM = 5;

/** A tool that is as it says: what each figure is then. A notch has no such value: it is compared with the board's own. */
export const AS_IT_SAYS = {
  offset: 0,
  "scale-x": 1,
  "scale-y": 1,
  skew: 0,
  "shift-x": 0,
  "shift-y": 0,
  "lying-x": 0,
  "lying-y": 0,
  "edge-left": EDGE_MM,
  "edge-right": EDGE_MM,
  "edge-top": EDGE_MM,
  "edge-bottom": EDGE_MM,
} as const;

/**
 * Whether a figure is worth correcting by: further from what is said than twice its own scatter. What is less would put the
 * measuring's own error into every piece.
 */
export const isTold = ({ value, spread }: Pick<Measured, "value" | "spread">, said: number): boolean =>
  Math.abs(value - said) >= 2 * spread;

/** The figure of a tool to reckon with: what was measured where that tells, else what it says. */
export function figureOf(measured: readonly Measured[] | undefined, what: FoundKind, said: number): number {
  const found = measured?.find((one) => one.what === what);
  return found && isTold(found, said) ? found.value : said;
}

/** A page's edges, as one looks at it. */
export const EDGES = ["left", "right", "top", "bottom"] as const;
/** One of them. */
export type Edge = (typeof EDGES)[number];
/** mm of each. */
export type Edges = Readonly<Record<Edge, number>>;
/** Something of each edge. */
export const ofEdges = (of: (edge: Edge) => number): Edges => ({
  ...{ left: of("left"), right: of("right") },
  ...{ top: of("top"), bottom: of("bottom") },
});

/** How long a mm comes out across and up, and by how much upright lines lean to the right (radians). */
export interface Scales {
  readonly across: number;
  readonly up: number;
  readonly skew: number;
}

/** What of a tool's scales tells; as it says where nothing does. */
export const scalesOf = (measured: readonly Measured[] | undefined): Scales => ({
  across: figureOf(measured, "scale-x", AS_IT_SAYS["scale-x"]),
  up: figureOf(measured, "scale-y", AS_IT_SAYS["scale-y"]),
  skew: figureOf(measured, "skew", AS_IT_SAYS.skew),
});

/** Which edge of a sheet it is turned about when its other side is printed. */
export const FLIPS = ["long", "short"] as const;
/** One of them. */
export type Flip = (typeof FLIPS)[number];
