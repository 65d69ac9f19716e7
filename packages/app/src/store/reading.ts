/**
 * What is read of recipes at rest: findings with the remedies that help, steps, materials. One worker works it out, for what
 * is looked at and for nothing else; what is no longer looked at is given up. Each is shown as it comes.
 */
import { bareOf, type Finding, type Spec } from "@cut-fold/core";
import { type Remote, wrap } from "comlink";
import { useEffect, useReducer, useState } from "react";
import type { ReadingApi, Told } from "../workers/readDraft.ts";

/** What is known of a recipe by now. */
export interface Reading extends Told {
  /** each with a remedy only where that has been tried and helps; undefined until the checks are through */
  readonly findings: readonly Finding[] | undefined;
  /** whether more is to come: findings, or remedies of them */
  readonly isTrying: boolean;
}

/** ms a worker is at one recipe that nobody waits for any more before it is let go. */
const PATIENCE_MS = 400;
/** ms remedies of one recipe are tried for: of what is left then no button is offered. */
const BUDGET_MS = 6000;

/** ms after which a recipe whose findings have not come is given up, and that is said. */
const LONGEST_MS = 30_000;

const known = new WeakMap<Spec, Reading>();
/** recipes that cannot be worked out: the worker failed at them, or cannot be loaded */
const failed = new WeakSet<Spec>();
/** recipes that are looked at, the newest last, each with those who look */
const wanted = new Map<Spec, Set<() => void>>();

let worker: Worker | undefined;
let api: Remote<ReadingApi> | undefined;
let at: { readonly spec: Spec; readonly since: number } | undefined;

function begun(): Remote<ReadingApi> {
  if (api) return api;
  worker = new Worker(new URL("../workers/reading.worker.ts", import.meta.url), { type: "module" });
  worker.addEventListener("error", () => {
    if (at) fail(at.spec);
    letGo();
    next();
  });
  api = wrap<ReadingApi>(worker);
  return api;
}

function letGo(): void {
  worker?.terminate();
  worker = api = at = undefined;
}

function tell(spec: Spec): void {
  for (const look of wanted.get(spec) ?? []) look();
}
function note(spec: Spec, reading: Reading): void {
  known.set(spec, reading);
  tell(spec);
}
function fail(spec: Spec): void {
  failed.add(spec);
  tell(spec);
}

/** Works one recipe out; between its parts it asks whether anybody still looks. */
async function workOut(spec: Spec): Promise<void> {
  const asked = begun();
  const isOver = (): boolean => asked !== api || !wanted.has(spec);
  const told = await asked.read(spec);
  note(spec, { ...told, findings: undefined, isTrying: true });
  // what is left is worked out when it is looked at again
  const giveUp = (): boolean => isOver() && known.delete(spec);
  if (giveUp()) return;
  const untried = await asked.find();
  let findings = untried.map(bareOf);
  note(spec, { ...told, findings, isTrying: true });
  const until = Date.now() + BUDGET_MS;
  for (const [i, finding] of untried.entries()) {
    if (!finding.remedy) continue;
    if (giveUp()) return;
    if (Date.now() > until) break;
    const remedy = await asked.remedy(i);
    if (!remedy) continue;
    findings = findings.map((f, j) => (j === i ? { ...f, remedy } : f));
    note(spec, { ...told, findings, isTrying: true });
  }
  note(spec, { ...told, findings, isTrying: false });
}

/** Goes on with the newest recipe that is looked at and not yet known. */
function next(): void {
  if (at) {
    // a worker that is long at what nobody waits for is let go: the next one has a newer recipe to read
    const { spec, since } = at;
    if (wanted.has(spec) || wanted.size === 0) return;
    const left = since + PATIENCE_MS - Date.now();
    if (left > 0) {
      setTimeout(next, left);
      return;
    }
    letGo();
  }
  const spec = [...wanted.keys()].findLast((one) => !known.has(one) && !failed.has(one));
  if (!spec) return;
  const now = { spec, since: Date.now() };
  at = now;
  const tooLong = setTimeout(() => {
    if (at !== now || known.get(spec)?.findings) return;
    fail(spec);
    letGo();
    next();
  }, LONGEST_MS);
  workOut(spec)
    .catch(() => {
      if (at === now) fail(spec);
    })
    .finally(() => {
      clearTimeout(tooLong);
      if (at === now) at = undefined;
      next();
    });
}

/** Looks at a recipe from now on; `look` is called whenever more is known of it. Gives what ends it. */
function watch(spec: Spec, look: () => void): () => void {
  const looking = wanted.get(spec) ?? new Set();
  // the newest last
  wanted.delete(spec);
  wanted.set(spec, looking.add(look));
  next();
  return () => {
    looking.delete(look);
    if (looking.size === 0 && wanted.get(spec) === looking) wanted.delete(spec);
  };
}

/** What is known of recipes, the same one each time it is asked for until more is. */
export interface Readings {
  readonly of: (spec: Spec) => Reading | undefined;
  readonly isFailed: (spec: Spec) => boolean;
}
const READINGS: Readings = { of: (spec) => known.get(spec), isFailed: (spec) => failed.has(spec) };

/** What is known of some recipes by now, from the worker; drawn again as it comes. The recipes keep their order and objects. */
export function useReadings(specs: readonly Spec[]): Readings {
  const [, again] = useReducer((n: number) => n + 1, 0);
  useEffect(() => {
    const ends = specs.map((spec) => watch(spec, again));
    return () => {
      for (const end of ends) end();
    };
  }, [specs]);
  return READINGS;
}

/** What is known of one recipe; until anything is, what was known of the one before, marked as such. */
export function useReading(spec: Spec): {
  readonly reading: Reading | undefined;
  readonly isNow: boolean;
  readonly isFailed: boolean;
} {
  const [, again] = useReducer((n: number) => n + 1, 0);
  useEffect(() => watch(spec, again), [spec]);
  const now = known.get(spec);
  const [before, setBefore] = useState<Reading>();
  if (now && now !== before) setBefore(now);
  return { reading: now ?? before, isNow: now !== undefined, isFailed: failed.has(spec) };
}

/** The reading of a recipe once it is there; undefined where it cannot be worked out. */
export const readingOf = (spec: Spec): Promise<Reading | undefined> =>
  new Promise((resolve) => {
    let end = (): void => undefined;
    const look = (): void => {
      const reading = known.get(spec);
      if (!(reading && !reading.isTrying) && !failed.has(spec)) return;
      end();
      resolve(reading);
    };
    end = watch(spec, look);
    look();
  });
