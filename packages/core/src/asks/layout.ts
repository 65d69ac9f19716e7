/** Laying out what several drafts come to, on what is in hand. */
import { LayingOut, lessPaper } from "../layout/layOut.ts";
import type { Layout, LayoutJob, Stopped } from "../model/layout.ts";
import type { Problem } from "../recipe/reader.ts";
import { solve } from "../solve.ts";
import { eachNamed } from "./each.ts";

/** A search that is ready to be driven, or what a job names that is not there. */
export type LayoutSearch =
  { readonly ok: true; readonly search: LayingOut } | { readonly ok: false; readonly problems: readonly Problem[] };

/** Solves a job's items and makes a search of them: nothing is searched yet. */
export function searchFor(job: LayoutJob): LayoutSearch {
  const drawings = job.items.map(({ spec }) => eachNamed(solve(spec)));
  const problems = job.fixed.flatMap(({ item, piece, copy }, i): Problem[] => {
    const pieces = drawings[item]?.pieces ?? [];
    const found = pieces.find(({ id }) => id === piece);
    const field = `fixed.${String(i)}`;
    const known = pieces.map(({ id }) => id).join(", ");
    if (!found) return [{ field: `${field}.piece`, code: "not-allowed", facts: { given: piece, allowed: known } }];
    const most = found.quantity * (job.items[item]?.quantity ?? 1);
    if (copy > most)
      return [{ field: `${field}.copy`, code: "too-large", facts: { minCount: 1, maxCount: most, given: copy } }];
    const isTwice = job.fixed.slice(0, i).some((f) => f.item === item && f.piece === piece && f.copy === copy);
    const free = { given: String(copy), allowed: "each copy of a piece once" };
    return isTwice ? [{ field: `${field}.copy`, code: "not-allowed", facts: free }] : [];
  });
  return problems.length > 0 ? { ok: false, problems } : { ok: true, search: new LayingOut(job, drawings) };
}

/** What a job is answered with: the layout of the kind that was asked for, and for both of them the two beside the better one. */
export type LayoutAnswer = Layout & { readonly trim?: Layout; readonly nest?: Layout };

/** What a search has come to; undefined before there is anything. */
export function answerOf({ kind }: LayoutJob, search: LayingOut, stopped: Stopped): LayoutAnswer | undefined {
  const [trim, nest] = [search.trim(stopped), search.nested(stopped)];
  if (kind === "trim") return trim ?? nest;
  if (kind === "nest" || !trim) return nest;
  return nest && { ...lessPaper(trim, nest), trim, nest };
}

/** How often a clock is asked. */
const LOOKS_BETWEEN = 64;

/**
 * Lays a job out: until nothing more is found, or `effort` looks are taken, or `time` has passed.
 * @param now ms of a clock; a job's `time` counts nothing without one
 */
export function layOut(job: LayoutJob, search: LayingOut, now?: () => number): LayoutAnswer | undefined {
  const until = now && job.time !== undefined ? now() + job.time : Infinity;
  let [count, stopped]: [number, Stopped] = [0, "done"];
  for (const _ of search.run()) {
    count += 1;
    if (now && count % LOOKS_BETWEEN === 0 && now() > until) {
      stopped = "time";
      break;
    }
  }
  if (stopped === "done" && job.effort !== undefined && search.steps >= job.effort) stopped = "effort";
  return answerOf(job, search, stopped);
}
