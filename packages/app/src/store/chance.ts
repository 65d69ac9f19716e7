/**
 * How likely the draft fits, from two workers: at once from what each act gives near the drawing, and once the hand has rested from
 * paper that is folded anew for each of its runs. What is no longer looked at is given up.
 */
import type { Spec } from "@cut-fold/core";
import type { Around, Fit, Hand } from "@cut-fold/core/chance";
import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { useEffect, useState } from "react";
import type { Advice, ChanceApi, ChanceTold } from "../workers/tellChance.ts";
import { hire, LetGo } from "./hire.ts";
import { queries } from "./queries.ts";
import { useSettled } from "./useSettled.ts";

/**
 * Runs that are folded where all of the chance is looked at, and where it is a line among others: a battery is worth more than its
 * last digit; those that are added up while a hand drags; and those of advice, where each round is run anew.
 */
export const RUNS = { folded: 2000, line: 500, straight: 1500, advice: 1200 } as const;
/** ms a recipe stands before paper is folded for it: until then what is added up is near enough. */
const REST_MS = 900;

const begin = (): Worker => new Worker(new URL("../workers/chance.worker.ts", import.meta.url), { type: "module" });
/** What adds up answers at once; what folds may be let go in the middle of it. */
const adding = hire<ChanceApi>(begin);
const folding = hire<ChanceApi>(begin);

/** Asks what folds; given up, so is the worker, and what waited for it and is still wanted is asked anew. */
async function fold<T>(signal: AbortSignal, question: Parameters<typeof folding.ask<T>>[0]): Promise<T> {
  signal.addEventListener("abort", folding.letGo, { once: true });
  try {
    for (;;)
      try {
        return await folding.ask(question);
      } catch (error) {
        if (signal.aborted || !(error instanceof LetGo)) throw error;
      }
  } finally {
    signal.removeEventListener("abort", folding.letGo);
  }
}

/** What is known of the chance. */
export interface Chance {
  readonly told: ChanceTold | undefined;
  /** whether what is told is of this very recipe and hand, and of all the runs there are */
  readonly isNow: boolean;
  readonly advice: Advice | undefined;
  readonly isFailed: boolean;
}

/** What a recipe or a hand is called where answers are kept: both are long, and neither ever changes. */
const named = new WeakMap<object, number>();
let names = 0;
function nameOf(one: object): number {
  const name = named.get(one) ?? (names += 1);
  named.set(one, name);
  return name;
}

/** how many look at it: with the last of them the workers go */
let looking = 0;
function useWorkers(): void {
  useEffect(() => {
    looking += 1;
    return () => {
      looking -= 1;
      if (looking > 0) return;
      adding.letGo();
      folding.letGo();
    };
  }, []);
}

/**
 * The chance of a recipe in a hand. While it is worked out, what was told before stands.
 * @param isWhole whether all of it is looked at: more runs, and what would make it surer, which takes as long again
 */
export function useChance(spec: Spec, hand: Hand, isWhole: boolean): Chance {
  useWorkers();
  const rested = useSettled<Spec | null>(spec, REST_MS, null);
  const isAtRest = rested === spec;
  const of = [nameOf(spec), nameOf(hand)];
  const kept = { staleTime: Infinity, retry: false, networkMode: "always" } as const;
  const folded = (runs: number, enabled: boolean) => ({
    ...{ ...kept, queryKey: ["chance", ...of, runs], enabled },
    queryFn: ({ signal }: { signal: AbortSignal }) => fold<ChanceTold>(signal, (api) => api.tell(spec, hand, { runs })),
  });
  const whole = useQuery(folded(RUNS.folded, isAtRest && isWhole), queries);
  const line = useQuery(folded(RUNS.line, isAtRest && !isWhole && whole.data === undefined), queries);
  // while a hand drags the next is asked when the last was answered: what is shown follows, and nothing piles up
  const [near, setNear] = useState(spec);
  const added = useQuery(
    {
      ...{
        ...kept,
        queryKey: ["about the chance", nameOf(near), nameOf(hand)],
        enabled: (whole.data ?? line.data) === undefined,
      },
      queryFn: () => adding.ask<ChanceTold>((api) => api.tell(near, hand, { runs: RUNS.straight, by: "straight" })),
      gcTime: 0,
      placeholderData: keepPreviousData,
    },
    queries,
  );
  if (near !== spec && !added.isFetching) setNear(spec);
  const { data: told } = whole;
  const advice = useQuery(
    {
      ...{ ...kept, queryKey: ["surer", ...of], enabled: isAtRest && isWhole && told?.ok === true },
      queryFn: ({ signal }) =>
        fold<Advice>(signal, (api) => api.advise(spec, hand, RUNS.advice, told?.ok === true ? told.fit.chance : 0)),
    },
    queries,
  );
  return {
    told: told ?? line.data ?? added.data,
    isNow: told !== undefined,
    advice: advice.data,
    isFailed: whole.isError || line.isError || advice.isError,
  };
}

/** How likely a card goes into what is there already; undefined until it is known, or where it cannot be. */
export function useCardChance(spec: Spec, { width, height, spread }: Around, hand: Hand): Fit | undefined {
  useWorkers();
  const rested = useSettled(spec, REST_MS);
  const { data } = useQuery(
    {
      queryKey: ["card chance", nameOf(rested), width, height, spread, nameOf(hand)],
      queryFn: ({ signal }) =>
        fold<Fit>(signal, (api) =>
          api.card(rested, { width, height, ...(spread && { spread }) }, hand, RUNS.folded),
        ).catch(() => null),
      gcTime: 0,
    },
    queries,
  );
  return data ?? undefined;
}
