/** What lies on what, from the table up: the pile seen from the side, with its total. */
import { layerId } from "./forms/layers.ts";
import type { Solution } from "./model/solution.ts";
import type { Spec } from "./model/spec.ts";

/** One kind of ply: so many sheets of one thickness, mm. */
export interface Ply {
  readonly name: string;
  readonly thickness: number;
  readonly count: number;
  /** mm it is wide */
  readonly width: number;
  readonly kind: "base" | "layer" | "foam" | "thing";
}

export interface Pile {
  readonly plies: readonly Ply[];
  /** mm */
  readonly total: number;
}

const totalOf = (plies: readonly Ply[]): number =>
  Math.round(plies.reduce((sum, p) => sum + p.thickness * p.count, 0) * 1e6) / 1e6;

/** What goes into a holder: the plies the first thing is made of, then the other things. */
export function insidePile({ contents }: Spec): Pile {
  const { width, thickness, name = "Card", pile, also = [] } = contents;
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

/** A card with its layers: base plies, then what is laid on each face, foam under it where it is raised. */
export function cardPile({ spec, finished, pieces }: Solution): Pile | undefined {
  if (!finished) return undefined;
  const { layers = [], stock } = spec;
  const raised: Ply[] = layers.flatMap(({ name, stock: paper, raised: foam }, i): Ply[] => {
    const width = pieces.find((p) => p.id === layerId(i))?.blank.width ?? finished.width;
    return [
      ...(foam > 0 ? [{ name: "Foam", thickness: foam, count: 1, width: width * 0.8, kind: "foam" as const }] : []),
      { name, thickness: paper.caliper, count: 1, width, kind: "layer" },
    ];
  });
  const layered = raised.reduce((sum, p) => sum + p.thickness * p.count, 0);
  // what is not layer is the folded base itself
  const count = Math.round((finished.thickness - layered) / stock.caliper);
  const base: Ply = { name: "Card base", thickness: stock.caliper, count, width: finished.width, kind: "base" };
  const plies = [base, ...raised];
  return { plies, total: totalOf(plies) };
}
