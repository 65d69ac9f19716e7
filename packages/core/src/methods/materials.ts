/** The cut list: every piece, and the tape that holds them. */
import type { Part } from "../fittings/laid.ts";
import { areaOf, boundsOf, flatten, polygon } from "../geometry/path.ts";
import { type Contained, type Join, type Piece, takesPaper } from "../model/piece.ts";
import type { Material } from "../model/solution.ts";
import type { Spec } from "../model/spec.ts";

/** Foam tape is sold about 12 mm wide; its thickness is what lifts. */
const FOAM_WIDE = 12;

/** A piece of foil is cut so much larger than what is foiled, mm. */
const FOIL_PAST = 10;

/** What holds the pieces: zones for tape, and runs of foam (mm) by how far it lifts. */
function heldBy(pieces: readonly Piece[], joins: readonly Join[]) {
  const foamed = new Map<number, number>();
  const taped = pieces.flatMap((piece) => {
    const raised = joins.find((j) => j.piece === piece.id)?.raised ?? 0;
    if (raised === 0) return piece.glue;
    const run = piece.glue.reduce((sum, g) => sum + Math.abs(areaOf(polygon(g.polygon))) / FOAM_WIDE, 0);
    foamed.set(raised, (foamed.get(raised) ?? 0) + run);
    return [];
  });
  return { foamed, taped };
}

const held = (code: string, item: string, run: number, wide: number, { quantity }: Spec): Material => ({
  item,
  code,
  quantity,
  size: { width: run, height: wide },
  stock: "",
});

/** What one of it takes: every piece with its paper, tape and foam by length, mm. */
export function materialsOf(
  pieces: readonly Piece[],
  joins: readonly Join[],
  parts: readonly Pick<Part, "finish">[],
  contents: readonly Contained[],
  spec: Spec,
): Material[] {
  const stock = spec.stock.title ?? `${String(spec.stock.weight)} g/m²`;
  const cut = pieces.map((piece): Material => ({
    item: piece.name,
    code: piece.bought ? "bought" : takesPaper(piece) ? "piece" : "within",
    quantity: piece.quantity * spec.quantity,
    size: piece.blank,
    stock: piece.stock?.title ?? stock,
  }));
  // what goes into a pocket or a small envelope on a panel is made or found by the maker as well
  const goesIn = contents.flatMap((c): Material[] =>
    c.fitting === undefined
      ? []
      : [
          {
            item: c.name,
            code: "goes-in",
            quantity: spec.quantity,
            size: { width: c.width, height: c.height },
            stock: "",
          },
        ],
  );
  const foils = pieces.flatMap((piece) => piece.lines.filter((l) => l.role === "foil"));
  const foiled = foils.length > 0 ? boundsOf(foils.flatMap(({ path }) => flatten(path))) : undefined;
  const foil: Material[] = foiled
    ? [
        {
          item: "Foil",
          code: "foil",
          quantity: spec.quantity,
          size: { width: foiled.right - foiled.left + FOIL_PAST, height: foiled.top - foiled.bottom + FOIL_PAST },
          stock: "",
        },
      ]
    : [];
  const { foamed, taped } = heldBy(pieces, joins);
  const foam = [...foamed].map(([raised, run]): Material => ({
    item: "Foam tape",
    code: "foam",
    quantity: spec.quantity,
    size: { width: run, height: FOAM_WIDE },
    stock: String(raised),
  }));
  // what is stuck to something that is not drawn: a liner to its envelope's flap
  const outside = parts.flatMap(({ finish }) => (finish?.held ? [finish.held] : []));
  if (taped.length + outside.length === 0) return [...cut, ...goesIn, ...foil, ...foam];
  // a zone is widestTape across: its area over that is the run of tape, or of glue where the maker has no tape in hand
  const run =
    taped.reduce((sum, g) => sum + Math.abs(areaOf(polygon(g.polygon))) / g.widestTape, 0) +
    outside.reduce((sum, o) => sum + o.run, 0);
  const narrowest = Math.min(...taped.map((g) => g.widestTape), ...outside.map((o) => o.wide));
  const holding: Material =
    spec.tape === undefined
      ? held("glue", "Wet glue", run, narrowest, spec)
      : held("tape", "Double-sided tape", run, Math.min(narrowest, spec.tape), spec);
  return [...cut, ...goesIn, ...foil, ...foam, holding];
}
