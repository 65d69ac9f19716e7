/** The cut list: every piece, and the tape that holds them. */
import { areaOf, polygon } from "../geometry/path.ts";
import type { Piece } from "../model/piece.ts";
import type { Material } from "../model/solution.ts";
import type { Spec } from "../model/spec.ts";

export function materialsOf(pieces: readonly Piece[], spec: Spec): Material[] {
  const stock = spec.stock.title ?? `${String(spec.stock.weight)} g/m²`;
  const cut = pieces.map((piece): Material => ({
    item: piece.name,
    code: piece.within === undefined ? "piece" : "within",
    quantity: piece.quantity * spec.quantity,
    size: piece.blank,
    stock,
  }));
  const glue = pieces.flatMap((p) => p.glue);
  if (glue.length === 0) return cut;
  const width = Math.min(...glue.map((g) => g.widestTape), spec.tape ?? Infinity);
  // a zone is widestTape across: its area over that is the run of tape
  const run = glue.reduce((sum, g) => sum + Math.abs(areaOf(polygon(g.polygon))) / g.widestTape, 0);
  return [
    ...cut,
    {
      item: "Double-sided tape",
      code: "tape",
      quantity: spec.quantity,
      size: { width: run, height: width },
      stock: "",
    },
  ];
}
