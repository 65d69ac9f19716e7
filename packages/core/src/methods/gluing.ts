/** Where glue goes in a step: on which face of which flap, and along which of its edges, read off the zones themselves. */
import { boundsOf, flatten } from "../geometry/path.ts";
import { invert, offLine, place, type Point } from "../geometry/point.ts";
import type { Fold, Glue, Piece } from "../model/piece.ts";
import { type Bench, gumFacts, type InPiece, onTable } from "./bench.ts";
import { isRound, ontoName } from "./folding.ts";
import { deeds, idIn, type StepSaid } from "./method.ts";
import { listedOnce, nameOf } from "./scene.ts";

const EDGES = ["left", "right", "top", "bottom"] as const;
type EdgeName = (typeof EDGES)[number];

/** A zone that takes more than this part of its panel both ways covers it. */
const COVERS = 0.6;

/** The edges of a panel that glue runs along, as one looks at the glued face of the drawing; none where it covers the panel. */
export function edgesGlued({ panels, laid }: Piece, panel: string, zones: readonly Glue[]): readonly EdgeName[] {
  const outline = panels.find((p) => p.id === panel)?.outline ?? [];
  const upright = invert(laid);
  const boxOf = (points: readonly Point[]) => boundsOf(points.map((p) => place(p, upright)));
  const whole = boxOf(flatten(outline));
  const [width, height] = [whole.right - whole.left, whole.top - whole.bottom];
  const found = new Set<EdgeName>();
  for (const { polygon, face } of zones) {
    const box = boxOf(polygon);
    const [wide, high] = [box.right - box.left, box.top - box.bottom];
    if (wide > COVERS * width && high > COVERS * height) continue;
    const lies = wide / width > high / height;
    const left = box.left - whole.left < whole.right - box.right;
    const low = box.bottom - whole.bottom < whole.top - box.top;
    found.add(lies ? (low ? "bottom" : "top") : left === (face === "front") ? "left" : "right");
  }
  return EDGES.filter((edge) => found.has(edge));
}

/** The panel whose folding brings a glued zone down: its own, or, where a tab lands on the panel that stays, what it hangs on. */
export function carrierOf(piece: Piece, { panel, onto }: Glue): string {
  const parent = piece.folds.find((f) => f.panels[1] === panel)?.panels[0];
  return onto.panel === piece.root && parent !== undefined && parent !== piece.root ? parent : panel;
}

/**
 * The order of folding in which a glued zone meets what it is glued on: the later of the two to come down.
 * @param folds those that are made by hand
 */
export function meetsAt(pieces: readonly Piece[], piece: Piece, glue: Glue): number {
  const orderOf = (of: string, panel: string): number => {
    const owner = pieces.find((p) => p.id === of);
    const fold = owner?.folds.find((f) => f.panels[1] === panel && f.angle !== 0 && !f.slack);
    return fold?.order ?? 0;
  };
  return Math.max(orderOf(piece.id, carrierOf(piece, glue)), orderOf(glue.onto.piece, glue.onto.panel));
}

/** Which face of the finished thing a glued side is; a piece laid on another has an upper side and a back. */
const faceOf = ({ part, main }: Bench, piece: Piece, { face }: Glue): string =>
  piece === main ? (face === part.outside ? "outside" : "inside") : face === "front" ? "front" : "back";

/** Whether a flap comes down on walls that stand up, and something must hold them square: walls brought round hold each other. */
const overWalls = (folding: readonly InPiece<Fold>[]): boolean =>
  !isRound(folding) && folding.some(([piece, f]) => Math.abs(f.angle) < 179 && f.panels[0] !== piece.root);

/** mm between a wall's two scores: how high it stands. */
function wallUnder([piece, fold]: InPiece<Fold>): number {
  const [wall] = fold.panels;
  const outline = flatten(piece.panels.find((p) => p.id === wall)?.outline ?? []);
  return Math.max(0, ...outline.map((p) => Math.abs(offLine(p, fold.from, fold.to))));
}

/** Glue on what folds next, and what holds the corners square while it sets. */
export function gluing(
  bench: Bench,
  order: number,
  folding: readonly InPiece<Fold>[],
  glued: readonly InPiece<Glue>[],
): StepSaid[] {
  const between = glued.filter(([piece, g]) => g.onto.piece !== piece.id);
  const own = glued.filter(([piece, g]) => g.onto.piece === piece.id);
  const webs = own.filter(([, g]) => g.web);
  const flaps = own.filter(([, g]) => !g.web);
  const { lying } = bench;
  const [over] = folding;
  const spacer: StepSaid[] =
    // between walls the contents' thickness holds the corners square while the glue sets
    overWalls(folding) && over && flaps.length > 0 && lying && lying.open?.past !== "both" && lying.inside.depth > 0
      ? [
          {
            ...{ kind: "glue", code: "spacer", measure: lying.thickness, facts: { depth: wallUnder(over) }, does: [] },
            scene: onTable(bench, order - 1),
          },
        ]
      : [];
  return [
    ...glueStep(bench, order, webs, "glue-web"),
    ...spacer,
    ...glueStep(bench, order, flaps),
    ...between.map(([piece, g]) => acrossStep(bench, order - 1, piece, [g], ontoName(bench, g))),
  ];
}

function glueStep(bench: Bench, order: number, glued: readonly InPiece<Glue>[], told?: string): StepSaid[] {
  const [first] = glued;
  if (!first) return [];
  const [piece, glue] = first;
  const panels = [...new Set(glued.map(([p, g]) => nameOf(p, g.panel)))];
  const edges = edgesGlued(
    piece,
    glue.panel,
    glued.map(([, g]) => g),
  );
  const along = panels.length === 1 && edges.length > 1 ? edges.join(" ") : "";
  return [
    {
      kind: "glue",
      code: told ?? (panels.length > 1 ? "glue-tabs" : along === "" ? "glue-where" : "glue-flap"),
      facts: {
        flap: listedOnce(panels),
        onto: listedOnce([...new Set(glued.map(([, g]) => ontoName(bench, g)))]),
        face: faceOf(bench, piece, glue),
        along,
        ...gumFacts(bench, Math.min(...glued.map(([, g]) => g.widestTape))),
      },
      does: glued.flatMap(([p, g]) => deeds("glue", p, [g.id])),
      scene: onTable(
        bench,
        order - 1,
        glued.map(([p, g]) => idIn(p, g.id)),
      ),
    },
  ];
}

/** An end that lies uppermost is glued, and sticks to what is closed on it. */
export const acrossStep = (
  bench: Bench,
  folded: number,
  piece: Piece,
  zones: readonly Glue[],
  onto: string,
): StepSaid => ({
  kind: "glue",
  code: "glue-across",
  facts: {
    part: piece.name,
    onto,
    ...gumFacts(bench, Math.min(...zones.map((g) => g.widestTape))),
  },
  does: deeds("glue", piece, zones),
  scene: onTable(bench, folded, [...new Set(zones.map((g) => idIn(piece, g.panel)))]),
});
