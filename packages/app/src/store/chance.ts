/**
 * How likely the draft fits, from a worker: at once from what each act gives near the drawing, and once the hand rests from paper
 * that is folded anew for each of its runs. What is no longer looked at is given up.
 */
import type { Spec } from "@cut-fold/core";
import type { Around, Fit, Hand } from "@cut-fold/core/chance";
import { useQuery } from "@tanstack/react-query";
import { useEffect, useState } from "react";
import type { Advice, ChanceApi, ChanceTold } from "../workers/tellChance.ts";
import { hire } from "./hire.ts";
import { queries } from "./queries.ts";
import { useSettled } from "./useSettled.ts";

/** Runs that are folded; those that are added up while a hand drags; and those of advice, where each round is run anew. */
export const RUNS = { folded: 2000, straight: 1500, advice: 1200 } as const;
/** ms a recipe stands before paper is folded for it. */
const REST_MS = 300;

const worker = hire<ChanceApi>(
  () => new Worker(new URL("../workers/chance.worker.ts", import.meta.url), { type: "module" }),
);

/** What is known of the chance. */
export interface Chance {
  readonly told: ChanceTold | undefined;
  /** whether what is told is of this very recipe and hand, folded */
  readonly isNow: boolean;
  readonly advice: Advice | undefined;
  readonly isFailed: boolean;
}
const NOTHING: Chance = { told: undefined, isNow: false, advice: undefined, isFailed: false };

/** whether paper is being folded: a question then waits for it, unless the worker is let go */
let isFolding = false;

interface Of {
  readonly spec: Spec;
  readonly hand: Hand;
}
const known = new WeakMap<Spec, Map<Hand, Chance>>();
const note = ({ spec, hand }: Of, chance: Chance): void => {
  known.set(spec, (known.get(spec) ?? new Map<Hand, Chance>()).set(hand, chance));
};

/** The chance of a recipe in a hand. While it is worked out, what was told before stands. */
export function useChance(spec: Spec, hand: Hand): Chance {
  const [shown, setShown] = useState<{ readonly of: Of; readonly chance: Chance }>();
  const rested = useSettled(spec, REST_MS);
  useEffect(() => {
    if (known.get(spec)?.has(hand)) return undefined;
    let isOver = false;
    const show = (chance: Chance): void => {
      if (!isOver) setShown({ of: { spec, hand }, chance });
    };
    const end = (): void => {
      isOver = true;
    };
    // paper that is folded for a recipe nobody looks at any more is put away
    if (isFolding) worker.letGo();
    isFolding = spec === rested;
    const fail = (): void => {
      show({ ...NOTHING, isFailed: true });
    };
    if (!isFolding) {
      worker
        .ask<ChanceTold>(async (api) => await api.tell(spec, hand, { runs: RUNS.straight, straight: true }))
        .then((told) => show({ ...NOTHING, told }), fail);
      return end;
    }
    const fold = async (): Promise<void> => {
      const told = await worker.ask<ChanceTold>(async (api) => await api.tell(spec, hand, { runs: RUNS.folded }));
      const here: Chance = { ...NOTHING, told, isNow: true };
      show(here);
      const advice = told.ok
        ? await worker.ask<Advice>(async (api) => await api.advise(spec, hand, RUNS.advice))
        : undefined;
      note({ spec, hand }, { ...here, advice });
      show({ ...here, advice });
      if (!isOver) isFolding = false;
    };
    void fold().catch(fail);
    return end;
  }, [spec, rested, hand]);
  useEffect(
    () => () => {
      worker.letGo();
      isFolding = false;
    },
    [],
  );
  const here = known.get(spec)?.get(hand);
  if (here) return here;
  if (shown?.of.spec === spec && shown.of.hand === hand) return shown.chance;
  return { ...NOTHING, told: shown?.chance.told };
}

/** How likely a card goes into what is there already; undefined until it is known, or where it cannot be. */
export function useCardChance(spec: Spec, { width, height }: Around, hand: Hand): Fit | undefined {
  const rested = useSettled(spec, REST_MS);
  const { data } = useQuery(
    {
      queryKey: ["card chance", rested, width, height, hand],
      queryFn: () =>
        worker.ask<Fit>(async (api) => await api.card(rested, { width, height }, hand, RUNS.folded)).catch(() => null),
      gcTime: 0,
    },
    queries,
  );
  useEffect(() => worker.letGo, []);
  return data ?? undefined;
}
