/** Laying out what several drafts come to, on what is in hand. */
import { LayingOut, lessPaper } from "../layout/layOut.ts";
import { find } from "../catalogue/entry.ts";
import { mats } from "../catalogue/papers.ts";
import type { Size } from "../geometry/point.ts";
import { putOff } from "../layout/papers.ts";
import { stockName } from "../layout/trimPlan.ts";
import type { Layout, LayoutJob, Stopped } from "../model/layout.ts";
import type { Spec } from "../model/spec.ts";
import { AS_MANY } from "../recipe/readJob.ts";
import type { Problem } from "../recipe/reader.ts";
import { solve } from "../solve.ts";
import { eachNamed } from "./each.ts";

/** A search that is ready to be driven, or what a job names that is not there. */
export type LayoutSearch =
  { readonly ok: true; readonly search: LayingOut } | { readonly ok: false; readonly problems: readonly Problem[] };

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

/** How a draft's own sheets are laid out: on what else than its sheet, and between what. */
export interface OwnLayout {
  /** of its own paper, used first */
  readonly offcuts: readonly (Size & { readonly count: number })[];
  /** a mat the sheet is laid on to be cut, by preset */
  readonly mat?: string | undefined;
}

/** The job of one draft: its run on its sheet in hand; undefined where none is named. */
export function jobFor(spec: Spec, { offcuts, mat }: OwnLayout): LayoutJob | undefined {
  const { sheet } = spec;
  if (!sheet) return undefined;
  const board = find(mats, mat ?? "");
  return {
    units: "mm",
    items: [{ id: "draft", spec, quantity: spec.quantity }],
    inHand: [
      ...offcuts.map(({ width, height, count }, i) => ({
        ...{ id: `offcut-${String(i + 1)}`, width, height, count, offcut: true, stock: stockName(spec.stock) },
      })),
      { id: sheet.preset ?? "sheet", width: sheet.width, height: sheet.height, count: AS_MANY, offcut: false },
    ],
    ...(board && { mat: { id: board.id, width: board.width, height: board.height } }),
    ...{ margin: 0, turn: "any", grain: false, fixed: [], obstacles: [], groups: [] },
    ...{ kind: "nest", seed: 1 },
  };
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
