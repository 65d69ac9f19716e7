/** Laying out what several drafts come to, on what is in hand. */
import { LayingOut, lessPaper } from "../layout/layOut.ts";
import type { Size } from "../geometry/point.ts";
import { putOff } from "../layout/papers.ts";
import type { InHand, JobItem, Layout, LayoutJob, Stopped } from "../model/layout.ts";
import type { Problem } from "../recipe/reader.ts";
import { solve } from "../solve.ts";
import { eachNamed } from "./each.ts";

/** A search that is ready to be driven, or what a job names that is not there. */
export type LayoutSearch =
  | { readonly ok: true; readonly search: LayingOut }
  | { readonly ok: false; readonly problems: readonly Problem[] };

/**
 * Solves a job's items and makes a search of them: nothing is searched yet.
 * @param start a layout of the same job, to be gone on from
 */
export function searchFor(job: LayoutJob, start?: Layout): LayoutSearch {
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
  if (problems.length === 0)
    for (const { fixed, what, sheets } of putOff(job, drawings)) {
      const { sheet, x, y } = job.fixed[fixed] ?? { sheet: 0, x: 0, y: 0 };
      const field = `fixed.${String(fixed)}`;
      if (what === "sheet") {
        const facts = { minCount: 0, maxCount: sheets - 1, given: sheet };
        problems.push({ field: `${field}.sheet`, code: "too-large", facts });
      } else {
        const facts = {
          given: `${String(x)}, ${String(y)}`,
          allowed: "places where all of the piece lies on its sheet",
        };
        problems.push({ field: `${field}.x`, code: "not-allowed", facts });
      }
    }
  return problems.length > 0 ? { ok: false, problems } : { ok: true, search: new LayingOut(job, drawings, start) };
}

/** So many of a draft, and what it is called where there are several. */
export interface RunItem extends Pick<JobItem, "id" | "spec" | "quantity"> {
  readonly name?: string | undefined;
}

/** What is made together, and on what it is laid. */
export interface Run {
  readonly items: readonly RunItem[];
  readonly inHand: readonly InHand[];
  /** a mat, or a machine's reach, that each sheet is laid in to be cut */
  readonly mat?: (Size & { readonly id: string; readonly margin?: number }) | undefined;
}

/** The job of a run: outlines laid free; where a paper's fibres are known, pieces keep to them. */
export const jobFor = ({ items, inHand, mat }: Run): LayoutJob => ({
  units: "mm",
  items: items.map(({ name: _, ...item }) => ({ ...item, grain: item.spec.stock.grain !== undefined })),
  inHand,
  ...(mat && { mat }),
  ...{ margin: mat?.margin ?? 0, turn: "any", grain: false, fixed: [], obstacles: [], groups: [] },
  ...{ kind: "nest", seed: 1 },
});

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
 * Lays a job out: until nothing more is found, or `effort` looks are taken, or `time` has passed and there is a layout.
 * @param now ms of a clock; a job's `time` counts nothing without one
 */
export function layOut(job: LayoutJob, search: LayingOut, now?: () => number): LayoutAnswer | undefined {
  const until = now && job.time !== undefined ? now() + job.time : Infinity;
  let [count, stopped]: [number, Stopped] = [0, "done"];
  for (const _ of search.run()) {
    count += 1;
    if (now && count % LOOKS_BETWEEN === 0 && now() > until && search.isThere) {
      stopped = "time";
      break;
    }
  }
  if (stopped === "done" && job.effort !== undefined && search.steps >= job.effort) stopped = "effort";
  return answerOf(job, search, stopped);
}
