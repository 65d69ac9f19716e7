/**
 * How paper is folded in a step: what stands up at a right angle, what is folded over, what is brought round and pressed.
 * Told by the folds themselves, so that no form writes it.
 */
import type { Fold, Glue, Piece } from "../model/piece.ts";
import { deeds, idIn, type StepSaid } from "./method.ts";
import { type Bench, type InPiece, onTable } from "./bench.ts";
import { listedOnce, nameOf } from "./scene.ts";

/** Degrees within which a fold is flat, or a right angle. */
const NEAR = 0.5;

const isFlat = ({ angle }: Fold): boolean => Math.abs(angle) > 180 - NEAR;
const isSquare = ({ angle }: Fold): boolean => Math.abs(Math.abs(angle) - 90) < NEAR;

/** What is said of folds made together, by how they are made; each a list of panels inside a sentence. */
function clausesOf(folding: readonly InPiece<Fold>[], pressed: boolean): Record<string, string | number> {
  const names = (folds: readonly InPiece<Fold>[]): string => listedOnce(folds.map(([p, f]) => nameOf(p, f.panels[1])));
  const of = (is: (fold: Fold, piece: Piece) => boolean) => folding.filter(([piece, fold]) => is(fold, piece));
  const curved = of((f) => f.path !== undefined);
  const plain = (is: (fold: Fold, piece: Piece) => boolean) => of((f, piece) => !f.path && is(f, piece));
  const leaning = plain((f) => !isFlat(f) && !isSquare(f));
  const said = {
    up: names(plain((f, piece) => isSquare(f) && f.panels[0] === piece.root)),
    square: names(plain((f, piece) => isSquare(f) && f.panels[0] !== piece.root)),
    // over what is glued beneath it, or merely in
    [pressed ? "over" : "in"]: names(plain((f) => isFlat(f) && f.angle > 0)),
    behind: names(plain((f) => isFlat(f) && f.angle < 0)),
    leaning: names(leaning),
    curved: names(curved),
    degrees: Math.round(Math.abs(leaning[0]?.[1].angle ?? 0)),
  };
  return Object.fromEntries(Object.entries(said).filter(([, value]) => value !== "" && value !== 0));
}

/** Whether walls are brought round in a chain, as what is closed by a seam is. */
export const isRound = (folding: readonly InPiece<Fold>[]): boolean =>
  folding.length > 1 &&
  folding.every(([, f]) => isSquare(f)) &&
  folding.some(([piece, f]) => folding.some(([other, g]) => other === piece && g.panels[1] === f.panels[0]));

/** One step that folds, and presses what is glued in it. */
export function foldStep(
  bench: Bench,
  order: number,
  folding: readonly InPiece<Fold>[],
  glued: readonly InPiece<Glue>[] = [],
): StepSaid {
  // what closes by itself is made with the others, and not told
  const moving = folding.filter(([, f]) => !f.closes);
  const told = moving.length > 0 ? moving : folding;
  const round = glued.length > 0 && isRound(told);
  const moved = told.map(([p, f]) => nameOf(p, f.panels[1]));
  const pressed = [...new Set(glued.map(([piece, g]) => nameOf(piece, g.panel)))];
  const [seam] = glued;
  const press = seam && {
    // many are told as what they are
    press: pressed.length > 2 ? "the glued flaps" : listedOnce(pressed),
    onto: listedOnce([...new Set(glued.map(([, g]) => ontoName(bench, g)))]),
    // what is pressed may be named already
    same: pressed.length === 1 && moved.length === 1 && pressed[0] === moved[0] ? 1 : 0,
  };
  return {
    kind: "fold",
    code: round ? "fold-round" : "fold",
    facts: { ...(round ? { flaps: listedOnce(moved) } : clausesOf(told, glued.length > 0)), ...press },
    does: folding.flatMap(([piece, f]) => deeds("fold", piece, [f.id])),
    scene: onTable(
      bench,
      order,
      folding.map(([piece, f]) => idIn(piece, f.id)),
    ),
  };
}

/** What a glued panel comes to lie on, as it is called. */
export function ontoName({ making }: Bench, { onto }: Glue): string {
  const under = making.pieces.find((p) => p.id === onto.piece);
  return under ? nameOf(under, onto.panel) : onto.panel;
}

/** What closes over the contents: told in one step, by the flaps that nothing else hangs on. */
export function closeStep(bench: Bench, order: number, folding: readonly InPiece<Fold>[]): StepSaid {
  const { lying, part } = bench;
  const tips = folding.filter(
    ([piece, f]) => !folding.some(([other, g]) => other === piece && g.panels[0] === f.panels[1]),
  );
  const round = lying?.open?.past === "both";
  const curved = tips.every(([, f]) => f.path !== undefined);
  const orders = tips.map(([, f]) => f.order);
  const at = (last: boolean): string =>
    listedOnce(
      tips.filter(([, f]) => (f.order === Math.max(...orders)) === last).map(([p, f]) => nameOf(p, f.panels[1])),
    );
  return {
    kind: "close",
    code: round ? "bring-round" : curved ? "close-curved" : (part.closing ?? "close"),
    facts: {
      flaps: at(true),
      first: at(false),
      contents: lying?.name ?? "",
    },
    does: folding.flatMap(([piece, f]) => deeds("fold", piece, [f.id])),
    scene: onTable(
      bench,
      order,
      folding.map(([piece, f]) => idIn(piece, f.id)),
    ),
  };
}
