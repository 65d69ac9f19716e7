/** What every piece goes through, whatever it is scored on: cut from its sheet, drawn on, cut to its shape and inside, creased. */
import type { Part } from "../fittings/laid.ts";
import type { Whole } from "../fittings/whole.ts";
import { offLine } from "../geometry/point.ts";
import { SAME_POINT_MM } from "../geometry/tolerance.ts";
import { type Fold, type Piece, takesPaper } from "../model/piece.ts";
import { lieOn, type OnSheet } from "../paper/onSheet.ts";
import type { Deed } from "../model/solution.ts";
import { insideCuts } from "./insideCuts.ts";
import { alongLines } from "./lines.ts";
import { deeds, idIn, type StepSaid } from "./method.ts";
import { flatOnTable } from "./scene.ts";
import { shapingOf, shapingSteps } from "./shaping.ts";
import { isGrooved } from "../paper/scores.ts";

/** Scores that are made: what only bends is none. */
export const scoresOf = ({ folds }: Piece): readonly Fold[] => folds.filter((f) => !f.slack);

/** Cutting a piece's sheet: where nothing more is cut off it, its edge is made with that. */
export function sheetStep(making: Whole, part: Part, piece: Piece): StepSaid {
  const { width, height } = piece.blank;
  const { shaped } = shapingOf(piece);
  const turned = onSheetInHand(making, piece)?.turned;
  const first = part.fitting === undefined && piece.id === part.main;
  return {
    kind: "cut",
    code: first ? "cut-sheet" : "cut-second",
    measure: width,
    facts: {
      ...{ width, height, part: piece.name, paper: piece.stock?.title ?? "" },
      ...(turned !== undefined && { turned: Math.round(turned) }),
    },
    does: deeds("cut", piece, shaped ? ["blank"] : ["blank", "outline"]),
    scene: flatOnTable(piece, [], [idIn(piece, "blank")]),
  };
}

/** How a piece lies on the sheet in hand, where one is named and it comes out of it. */
const onSheetInHand = ({ spec: { sheet } }: Whole, piece: Piece): OnSheet | undefined =>
  sheet && takesPaper(piece) ? lieOn(piece, sheet) : undefined;

/** Whether only its outline comes out of the sheet in hand: it has no blank then, and no edge to lay at a stop. */
export const isCutByOutline = (making: Whole, piece: Piece): boolean => onSheetInHand(making, piece)?.by === "outline";

/** Cutting a piece by its outline, turned on the sheet in hand. */
export function outlineStep(making: Whole, piece: Piece): StepSaid {
  const { width, height } = piece.blank;
  const turned = onSheetInHand(making, piece)?.turned;
  return {
    kind: "cut",
    code: "cut-outline",
    facts: {
      ...{ part: piece.name, paper: piece.stock?.title ?? "", width, height },
      ...(turned !== undefined && { turned: Math.round(turned) }),
    },
    does: [
      ...deeds("cut", piece, ["blank", "outline"]),
      ...deeds("round", piece, shapingOf(piece).rounded ? ["outline"] : []),
    ],
    scene: flatOnTable(piece, [], [idIn(piece, "outline")]),
  };
}

/** A piece that is not scored: its sheet, or its outline by the template, then all that is done to it. */
export function flatPiece(making: Whole, part: Part, piece: Piece): StepSaid[] {
  const done: string[] = [];
  const whole: readonly Deed[] = deeds("cut", piece, ["blank", "outline"]);
  const now = [idIn(piece, "outline")];
  const { width, height } = piece.blank;
  const facts = { part: piece.name, paper: piece.stock?.title ?? "", width, height };
  const steps: StepSaid[] = [];
  const { shaped, rounded } = shapingOf(piece);
  if (piece.within !== undefined)
    steps.push({
      ...{ kind: "cut", code: "keep-opposite", facts, does: whole },
      scene: flatOnTable(piece, [], now),
    });
  else if ((shaped && !rounded) || isCutByOutline(making, piece)) {
    // without a score nothing but the template tells where its edge runs
    steps.push(outlineStep(making, piece));
  } else {
    steps.push(sheetStep(making, part, piece));
    done.push(idIn(piece, "blank"));
    steps.push(...shapingSteps(piece, done));
  }
  if (!done.includes(idIn(piece, "outline"))) done.push(idIn(piece, "outline"));
  return [...steps, ...alongLines(making, part, piece, done), ...inside(making, part, piece, done)];
}

/** All that is done to a sheet once it is scored: drawn on, given its edge, cut inside. `shape` gives it its edge. */
export function finished(
  making: Whole,
  part: Part,
  piece: Piece,
  done: string[],
  shape: (piece: Piece, done: string[]) => StepSaid[] = shapingSteps,
): StepSaid[] {
  const drawn = alongLines(making, part, piece, done);
  const shaped = shape(piece, done);
  return [...drawn, ...shaped, ...inside(making, part, piece, done)];
}

const inside = (making: Whole, part: Part, piece: Piece, done: readonly string[]): StepSaid[] =>
  insideCuts(piece, { making, grid: part.setup.grid }, done);

/** Grooves run along an edge: curved scores are made along a template, slanted ones along a ruler, before the outline is cut. */
export function freeScores(piece: Piece, done: string[], onBoard: (fold: Fold) => boolean = isGrooved): StepSaid[] {
  const free = scoresOf(piece).filter((f) => !onBoard(f));
  const of = (code: string, folds: readonly Fold[]): StepSaid[] => {
    if (folds.length === 0) return [];
    const ids = folds.map((f) => idIn(piece, f.id));
    const scene = flatOnTable(piece, [...done], ids);
    done.push(...ids);
    const does = deeds("score", piece, folds);
    return [{ kind: "score", code, facts: { count: ids.length }, does, scene }];
  };
  return [
    ...of(
      "score-by-template",
      free.filter((f) => f.path),
    ),
    ...of(
      "score-by-ruler",
      free.filter((f) => !f.path),
    ),
  ];
}

/** Folds in one line of one piece are one score. */
const inLine = (a: Fold, b: Fold): boolean =>
  [a.from, a.to].every((p) => Math.abs(offLine(p, b.from, b.to)) < SAME_POINT_MM);
const lines = (folds: readonly Fold[]): number =>
  folds.filter((fold, i) => !folds.slice(0, i).some((known) => !fold.path && !known.path && inLine(fold, known)))
    .length;

/** Every score folded once and opened again; curved ones are bent between the fingers. What is there already is creased. @param isCutFlat whatever its two halves are: a machine cuts both */
export function creaseSteps(piece: Piece, isCutFlat = false): StepSaid[] {
  // cut while it lies folded it is creased by then
  const isCreased = !isCutFlat && piece.cutFolded && shapingOf(piece).shaped;
  const scores = piece.bought || isCreased ? [] : scoresOf(piece);
  const of = (code: string, folds: readonly Fold[]): StepSaid[] =>
    folds.length === 0
      ? []
      : [
          {
            kind: "fold",
            code,
            facts: { folds: lines(folds) },
            does: deeds("crease", piece, folds),
            scene: flatOnTable(
              piece,
              [],
              folds.map((f) => idIn(piece, f.id)),
            ),
          },
        ];
  const curved = scores.filter((f) => f.path);
  return [
    ...of(
      "crease-all",
      scores.filter((f) => !f.path),
    ),
    ...of("crease-curved", curved),
  ];
}
