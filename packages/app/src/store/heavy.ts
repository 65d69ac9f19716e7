/**
 * Recipes whose drawing would hold the screen: they are drawn by a worker, the newest alone, while what was drawn last stands.
 */
import type { Drawing, Spec } from "@cut-fold/core";
import { useEffect, useReducer, useState } from "react";
import type { DrawerApi } from "../workers/drawDraft.ts";
import { hire } from "./hire.ts";
import { isDrawn, remember, solutionOf } from "./solutions.ts";

/** ms the screen may be held by a drawing; what takes longer is drawn away from it. */
const MOST_MS = 40;
/** What one of each takes about, ms: measured on recipes that hold as many as they may. */
const MS = { thing: 0.6, opening: 0.04, tile: 1, joinedLetter: 4, drawnLetter: 0.006, grownLetter: 0.1 } as const;

/** ms that a recipe takes to draw, guessed by what it holds, before any like it has been drawn. */
export function guessedMs({ settings, fittings = [] }: Spec): number {
  const { drawn: own = "" } = settings as Countable;
  return fittings.reduce((sum, row) => {
    const { columns = 1, rows = 1, across = 0, up = 0, text = "", joined = false, drawn = "" } = row as Countable;
    return (
      sum +
      MS.thing +
      MS.opening * columns * rows +
      (row.kind === "puzzle" ? MS.tile * across * up : 0) +
      (joined ? MS.joinedLetter * text.length : 0) +
      MS.drawnLetter * drawn.length
    );
  }, MS.grownLetter * own.length);
}
interface Countable {
  readonly columns?: number;
  readonly rows?: number;
  readonly across?: number;
  readonly up?: number;
  readonly text?: string;
  readonly joined?: boolean;
  readonly drawn?: string;
}

/** what is looked at, and what is being drawn */
let wanted: { readonly spec: Spec; readonly look: () => void } | undefined;
let isAtWork = false;
/** what was drawn away from the screen last: held here until the screen has it */
let drawn: Drawing | undefined;
/** recipes that the worker failed at: the screen draws them itself */
const failed = new WeakSet<Spec>();

const drawer = hire<DrawerApi>(
  () => new Worker(new URL("../workers/drawer.worker.ts", import.meta.url), { type: "module" }),
);

async function work(): Promise<void> {
  if (isAtWork) return;
  isAtWork = true;
  while (wanted && !isDrawn(wanted.spec) && !failed.has(wanted.spec)) {
    const { spec } = wanted;
    try {
      drawn = await drawer.ask((api) => api.whole(spec));
      remember(spec, drawn);
    } catch {
      failed.add(spec);
      drawer.letGo();
    }
    if (wanted.spec === spec) wanted.look();
  }
  isAtWork = false;
}

const isAway = (spec: Spec): boolean => guessedMs(spec) > MOST_MS && !isDrawn(spec) && !failed.has(spec);

/** The drawing of the open draft for a hand that moves: while its own is being made away from the screen, the one before. */
export const drawingNow = (spec: Spec): Drawing => (isAway(spec) && drawn) || solutionOf(spec);

/**
 * The drawing of a recipe: at once where that does not hold the screen; else the one before, until the worker's has come.
 * Undefined before the first.
 */
export function useSolution(spec: Spec): Drawing | undefined {
  const [, again] = useReducer((n: number) => n + 1, 0);
  const [before, setBefore] = useState<Drawing>();
  const away = isAway(spec);
  useEffect(() => {
    if (!away) return undefined;
    const mine = { spec, look: again };
    wanted = mine;
    void work();
    return () => {
      if (wanted === mine) wanted = undefined;
    };
  }, [away, spec]);
  // whoever leaves a heavy draft leaves its worker, and what that drew
  useEffect(
    () => () => {
      drawer.letGo();
      drawn = undefined;
    },
    [],
  );
  const now = away ? undefined : solutionOf(spec);
  if (now && now !== before) setBefore(now);
  return now ?? before;
}
