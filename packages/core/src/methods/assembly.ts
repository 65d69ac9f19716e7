/**
 * What is the same whatever the paper was scored on: every piece is made by itself, further pieces are put on the first,
 * what is laid on a panel is laid while all lies open, then folds are made in their order, each flap glued just before it
 * closes, and the holder is filled before what closes over it.
 *
 *     make each piece → put pieces on the first → lay things on panels → fold and glue → fill → close → finish
 */
import { fillsAfter } from "../folding/stages.ts";
import type { Part } from "../fittings/laid.ts";
import { type Whole, piecesIn } from "../fittings/whole.ts";
import type { Contained, Fold, Glue, Piece } from "../model/piece.ts";
import { type Deed, type Scene } from "../model/solution.ts";
import { lastOrder } from "../paper/pose.ts";
import { type Bench, benchOf, type InPiece, isReady, onTable, openOrder, slides } from "./bench.ts";
import { closeStep, foldStep } from "./folding.ts";
import { gluing, meetsAt } from "./gluing.ts";
import { layingSteps } from "./laying.ts";
import { deeds, idIn, type StepDraft, type StepSaid, stepsFor } from "./method.ts";
import { putStep } from "./putting.ts";
import { flatOnTable, strokesOf } from "./scene.ts";

/**
 * All steps of a draft.
 * @param made the steps that make one piece of a form, up to where folding begins
 */
export function assemblySteps(making: Whole, made: (part: Part, piece: Piece) => readonly StepSaid[]): StepDraft[] {
  const [own, ...fitted] = making.parts;
  const open = own && benchOf(making, own);
  if (!own || !open) return [];
  let ground: Bench = open;
  const prepared = (part: Part): StepDraft[] =>
    piecesIn(part, making).flatMap((piece) => stepsFor(piece.id, "make", made(part, piece)));
  const steps = [...prepared(own), ...puttingSteps(ground)];
  for (const part of fitted) {
    const bench = benchOf(making, part);
    if (!bench) continue;
    const { before, after } = foldingUp(bench);
    const lay = stepsFor(bench.main.id, "together", layingSteps(bench, ground));
    const ids = bench.whole.map((p) => p.id);
    // it is filled when it lies where it stays, before anything closes over it
    const there = after.map((step) => ({ ...step, scene: { ...step.scene, ...atHome(step.scene, ground, ids) } }));
    steps.push(
      ...[...prepared(part), ...puttingSteps(bench), ...before, ...lay, ...there, ...finishing(bench, ground)].map(
        (step) => ({
          ...step,
          fitting: part.fitting ?? "",
        }),
      ),
    );
    ground = { ...ground, laid: [...ground.laid, ...piecesIn(part, making).map((p) => p.id)] };
  }
  const { before, after } = foldingUp(ground);
  const last = stepsFor(ground.main.id, "together", finishSteps(ground));
  return [...steps, ...before, ...(own.finish?.beforeFilling ? [...last, ...after] : [...after, ...last])];
}

/** What a holder that lies on something is closed with: a seal, a string. What only lays it there is told by its rule. */
function finishing(bench: Bench, ground: Bench): StepDraft[] {
  const { finish } = bench.part;
  if (!finish || (finish.held && looseIn(bench).length === 0)) return [];
  const steps = stepsFor(bench.main.id, "together", finishSteps(bench));
  return steps.map((step) => ({
    ...step,
    scene: {
      ...onTable(
        ground,
        openOrder(ground),
        [],
        bench.whole.map((p) => p.id),
      ),
    },
  }));
}

/** The same moment with the fitting on what it lies on. */
const atHome = (scene: Scene, ground: Bench, own: readonly string[]): Partial<Scene> => ({
  piece: ground.main.id,
  folded: scene.folded,
  pieces: [...ground.whole.map((p) => p.id), ...ground.laid, ...own],
});

/** Whether a fold is one that a hand makes by itself: what only bends, or opens later, is none. */
const isFolded = ({ slack, angle }: Fold): boolean => !slack && angle !== 0;

const foldsOf = (piece: Piece): InPiece<Fold>[] =>
  piece.folds.flatMap((fold): InPiece<Fold>[] => (isFolded(fold) ? [[piece, fold]] : []));

/** Further pieces of the same form, put in their place while it lies open; what stands on tabs is folded first. */
function puttingSteps(bench: Bench): StepDraft[] {
  const { main, whole } = bench;
  return whole.flatMap((other) => {
    if (other === main || slides(bench, other)) return [];
    const own = isReady(bench, other) ? foldsOf(other) : [];
    const by: Bench = { ...bench, main: other, whole: [other], laid: [] };
    const folded = own.length > 0 ? [foldStep(by, lastOf(own), own)] : [];
    const put = putStep(other, bench);
    return stepsFor(other.id, "together", [...folded, ...(put ? [put] : [])]);
  });
}

const lastOf = (folds: readonly InPiece<Fold>[]): number => Math.max(0, ...folds.map(([, f]) => f.order));

/** The folds of a bench in their order, each flap glued just before it closes, and what is inside put in before what closes over it. */
function foldingUp(bench: Bench): { readonly before: StepDraft[]; readonly after: StepDraft[] } {
  const { making, main, whole, lying } = bench;
  const others = whole.filter((piece) => piece !== main);
  const late = others.filter((piece) => slides(bench, piece));
  // until it is slid in it is on the table by itself, and what it goes into without it
  const beside: Bench = { ...bench, whole: whole.filter((piece) => !late.includes(piece)) };
  const benchFor = (pieces: readonly Piece[]): Bench => {
    const own = late.find((piece) => pieces.length > 0 && pieces.every((p) => p === piece));
    return own ? { ...bench, main: own, whole: [own], laid: [] } : beside;
  };
  const folded = whole.filter((piece) => piece === main || !isReady(bench, piece));
  const folds = folded.flatMap(foldsOf);
  // what lays the whole on a panel is told when it is laid
  const stands = bench.part.stands?.on ?? [];
  const glues = folded.flatMap((piece) =>
    piece.glue.flatMap((glue): InPiece<Glue>[] => (stands.includes(glue.panel) ? [] : [[piece, glue]])),
  );
  const orders = [...new Set(folds.map(([, f]) => f.order))].sort((a, b) => a - b);
  const fills = lying && fillsAfter(making, lying);
  const [before, after]: [StepDraft[], StepDraft[]] = [[], []];
  const add = (to: StepDraft[], at: Bench, steps: readonly StepSaid[]): void => {
    to.push(...stepsFor(at.main.id, "together", steps));
  };
  let filled = false;
  const fill = (order: number): void => {
    if (!lying || bench.part.finish?.fills || filled || fills === undefined || order < fills) return;
    filled = true;
    const holder = benchFor(others.filter((piece) => piece.id === lying.on.piece));
    add(after, holder, fillSteps(bench, holder, order));
  };
  const closing: InPiece<Fold>[] = [];
  for (const order of orders) {
    fill(order - 1);
    const folding = folds.filter(([, f]) => f.order === order);
    // glue is put on before the later of the two that it joins comes down
    const glued = glues.filter(
      ([piece, g]) =>
        (g.panel !== piece.root || g.onto.piece === piece.id) && meetsAt(making.pieces, piece, g) === order,
    );
    const at = benchFor(folding.map(([piece]) => piece));
    if (fills !== undefined && order > fills) {
      // a wall closes with the flap that hangs on it: one step, told at the last
      add(after, at, gluing(at, order, folding, glued));
      closing.push(...folding);
      continue;
    }
    const seams = glued.filter(([piece, g]) => g.onto.piece === piece.id && !g.web);
    add(before, at, [...gluing(at, order, folding, glued), foldStep(at, order, folding, seams)]);
  }
  fill(Math.max(lastOf(folds), fills ?? 0));
  if (closing.length > 0) add(after, beside, [closeStep(beside, lastOf(closing), closing)]);
  for (const other of late) {
    const put = putStep(other, bench);
    if (put) after.push(...stepsFor(other.id, "together", [put]));
  }
  return { before, after };
}

const filledDeed = ({ on }: Contained): Deed => ({ act: "fill", id: idIn({ id: on.piece }, "contents") });

/** What goes in: stuck on what carries it first, where something does. */
function fillSteps({ making, part, lying, whole }: Bench, holder: Bench, order: number): StepSaid[] {
  if (!lying) return [];
  const carriers = piecesIn(part, making).filter((piece) => piece.carries && !whole.includes(piece));
  const scene = onTable(holder, order, [idIn({ id: lying.on.piece }, "contents")]);
  // a band is slid over what it holds, or laid round it where its ends are locked and not glued
  const round = lying.open?.past === "both";
  const poured = lying.shape === "loose" ? "fill-loose" : "fill";
  const code = !round ? poured : lying.closes.length > 0 ? "lay-inside" : "slide-on";
  const does: Deed[] = [filledDeed(lying), ...carriers.map((piece): Deed => ({ act: "put", id: piece.id }))];
  return [
    ...carriers.map((piece): StepSaid => ({
      kind: "glue",
      code: "stick-on",
      facts: { part: piece.name, contents: lying.name },
      does: [],
      scene: flatOnTable(piece, strokesOf(piece), [idIn(piece, "outline")]),
    })),
    { kind: "fill", code, facts: { contents: lying.name, carrier: carriers[0]?.name ?? "" }, does, scene },
  ];
}

/** Pieces that nothing joins to the others: a seal, a band, a tag. */
const looseIn = ({ making, part, whole }: Bench): readonly Piece[] =>
  piecesIn(part, making).filter((piece) => !whole.includes(piece) && !piece.carries && piece.within === undefined);

/** What is done with the finished thing, and with the pieces that lie loose beside it. */
function finishSteps(bench: Bench): StepSaid[] {
  const { finish } = bench.part;
  if (!finish) return [];
  const loose = looseIn(bench);
  return [
    {
      kind: finish.kind,
      code: finish.code,
      facts: { ...finish.facts, contents: bench.lying?.name ?? "" },
      ...(finish.measure !== undefined && { measure: finish.measure }),
      does: [
        ...(finish.fills && bench.lying ? [filledDeed(bench.lying)] : []),
        ...loose.flatMap((piece) => [
          ...deeds(
            "fold",
            piece,
            foldsOf(piece).map(([, f]) => f),
          ),
          { act: "put" as const, id: piece.id },
        ]),
      ],
      scene: onTable(bench, lastOrder(bench.making)),
    },
  ];
}
