/** What lies on what, from the table up: the pile seen from the side, with its total. */
import { calledContents } from "../catalogue/contents.ts";
import type { Drawing } from "../model/solution.ts";
import type { Spec } from "../model/spec.ts";
import { draw } from "../draw.ts";

/** One kind of ply: so many sheets of one thickness, mm. */
export interface Ply {
  readonly name: string;
  readonly thickness: number;
  readonly count: number;
  /** mm it is wide */
  readonly width: number;
  readonly kind: "base" | "layer" | "foam" | "thing";
}

/** What lies on one another, the lowest first, and how thick it is together. */
export interface Pile {
  readonly plies: readonly Ply[];
  /** mm */
  readonly total: number;
}

const totalOf = (plies: readonly Ply[]): number =>
  Math.round(plies.reduce((sum, p) => sum + p.thickness * p.count, 0) * 1e6) / 1e6;

/** What goes into a holder: the plies the first thing is made of, then the other things. */
export function insidePile({ contents }: Spec): Pile {
  const { width, thickness, pile, also = [] } = contents;
  const name = calledContents(contents);
  const own: Ply[] = pile
    ? pile.map((ply) => ({ ...ply, width, kind: "base" }))
    : [{ name, thickness, count: 1, width, kind: "base" }];
  const plies = [
    ...own,
    ...also.map((thing): Ply => ({
      name: thing.name,
      thickness: thing.thickness,
      count: 1,
      width: thing.width,
      kind: "thing",
    })),
  ];
  return { plies, total: totalOf(plies) };
}

/** A card with what is laid on it: base plies, then each thing, foam under it where it is raised. */
export function cardPile(solution: Drawing): Pile | undefined {
  const { spec, finished, fittings, pieces, main } = solution;
  const base = finished && fittings.length > 0 ? draw({ ...spec, fittings: undefined }).finished : finished;
  if (!finished || !base) return undefined;
  const laid = fittings.flatMap((lying): Ply[] => {
    const row = spec.fittings?.find((f) => f.id === lying.id);
    const piece = pieces.find((p) => p.fitting === lying.id);
    if (!row || !piece) return [];
    const foam = Number(row["raised"] ?? 0);
    const { width } = lying;
    return [
      ...(foam > 0 ? [{ name: "Foam", thickness: foam, count: 1, width: width * 0.8, kind: "foam" as const }] : []),
      { name: row.name, thickness: lying.high - lying.low, count: 1, width, kind: "layer" },
    ];
  });
  const { caliper } = spec.stock;
  const name = pieces.find((p) => p.id === main)?.name ?? "Card base";
  const count = Math.round(base.thickness / caliper);
  const own: Ply = { name, thickness: caliper, count, width: finished.width, kind: "base" };
  return { plies: [own, ...laid], total: finished.thickness };
}
