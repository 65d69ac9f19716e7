/**
 * How the making up of a solution runs from flat to closed: the folds in their order, and each holder filled once only
 * what closes it is left open. A pocket inside a card is filled before the card closes over it.
 */
import type { Contained } from "../model/piece.ts";
import type { Drawing, Step } from "../model/solution.ts";
import { assembled, lastOrder } from "../paper/pose.ts";

type Staged = Pick<Drawing, "pieces" | "joins" | "contents" | "main">;

/** One part of the run: an order of folding, or contents, by their place in the solution's list, that go in. */
export type FoldStage =
  | { readonly kind: "fold"; readonly order: number }
  | { readonly kind: "fill"; readonly contents: readonly number[] };

/** The run from flat to closed: folding and filling in the order of the steps. */
export interface Stages {
  readonly run: readonly FoldStage[];
  /** how many stages there are: the run goes from 0 to this */
  readonly end: number;
}

/** The last order of folding after which contents go in: before what closes over them, or when their holder is folded. */
export function fillsAfter(solution: Staged, lying: Contained): number {
  const folds = assembled(solution).flatMap((piece) =>
    piece.folds.map((f) => ({ order: f.order, key: `${piece.id}/${f.id}`, own: piece.fitting === lying.fitting })),
  );
  const closing = folds.filter((f) => lying.closes.includes(f.key)).map((f) => f.order);
  const own = folds.filter((f) => f.own).map((f) => f.order);
  return closing.length > 0 ? Math.min(...closing) - 1 : Math.max(0, ...own);
}

/** The run of a solution. */
export function stagesOf(solution: Staged): Stages {
  const after = solution.contents.map((lying) => fillsAfter(solution, lying));
  const filled = (order: number): FoldStage[] => {
    const contents = after.flatMap((a, i) => (a === order ? [i] : []));
    return contents.length > 0 ? [{ kind: "fill", contents }] : [];
  };
  const orders = Array.from({ length: lastOrder(solution) }, (_, i) => i + 1);
  const run = [...filled(0), ...orders.flatMap((order): FoldStage[] => [{ kind: "fold", order }, ...filled(order)])];
  return { run, end: run.length };
}

/** A part of the run: from the beginning of its first stage to the end of its last. */
export interface RunPart {
  readonly from: number;
  readonly to: number;
}

/**
 * The part of the run in which a step is done: told by what it does. Nothing for what is made of one piece by itself, or
 * done to paper that lies flat.
 */
export function partOfRun(solution: Staged, { does, phase }: Step): RunPart | undefined {
  // what is folded by itself, before it is laid on, is not in the run of the whole
  if (phase !== "together") return undefined;
  const orders = new Map<string, number>(
    assembled(solution).flatMap((piece) => piece.folds.map((fold) => [`${piece.id}/${fold.id}`, fold.order] as const)),
  );
  const folds = does.filter(({ act }) => act === "fold").flatMap(({ id }) => orders.get(id) ?? []);
  const fills = does.filter(({ act }) => act === "fill").map(({ id }) => id);
  const own = stagesOf(solution).run.flatMap((stage, i) =>
    (
      stage.kind === "fold"
        ? folds.includes(stage.order)
        : stage.contents.some((n) => fills.includes(`${solution.contents[n]?.on.piece ?? ""}/contents`))
    )
      ? [i]
      : [],
  );
  return own.length > 0 ? { from: Math.min(...own), to: Math.max(...own) + 1 } : undefined;
}

/** What stands where at a place of the run: folding so far, and how far each of the contents is out (1 outside, 0 in place). */
export function stateAt(
  solution: Staged,
  progress: number,
): { readonly folded: number; readonly out: readonly number[] } {
  let folded = 0;
  const out = solution.contents.map(() => 1);
  stagesOf(solution).run.forEach((stage, i) => {
    const part = Math.min(1, Math.max(0, progress - i));
    if (stage.kind === "fold") folded += part;
    else for (const n of stage.contents) out[n] = 1 - part;
  });
  return { folded, out };
}
