/**
 * Layouts of drafts and runs that are cut free: worked out by a worker, shown as they become better, and kept beside them while they
 * are made, so that a window that was closed goes on from the best so far.
 */
import type { Layout, Run } from "@cut-fold/core";
import { proxy, type Remote } from "comlink";
import { z } from "zod";
import { create } from "zustand";
import type { LaidNews, LaidShape, LayingApi } from "../workers/layOutDraft.ts";
import { besideKey, db } from "./db.ts";
import { hire } from "./hire.ts";
import { keepRow } from "./keeping.ts";
import { layoutSchema } from "./kept.ts";

/**
 * How a search stands: it runs; it has used its time; nothing more is found; the maker has stopped it, or moved something by hand;
 * the window was closed meanwhile; it could not be worked out.
 */
const STATES = ["running", "time", "done", "stopped", "moved", "closed", "failed"] as const;
export type LayingState = (typeof STATES)[number];

/** The layout of a draft or run as it is known by now. */
export interface Laying {
  readonly id: string;
  /** what it was made for */
  readonly asked: string;
  readonly state: LayingState;
  readonly nest: Layout | undefined;
  /** by straight cuts alone */
  readonly trim: Layout | undefined;
  /** of the time it is given, from 0 to 1 */
  readonly share: number;
  readonly shapes: readonly LaidShape[];
  /** layouts that a hand has changed since, the last one last: what is taken back */
  readonly past: readonly Layout[];
}

/** ms a search is given at first, and when the maker asks for more. */
export const FIRST_MS = 5000;
export const LONGER_MS = 20_000;
/** ms between two times it is kept while it runs. */
const KEEP_MS = 1000;

const keptSchema = z.looseObject({
  asked: z.string(),
  state: z.enum(STATES),
  nest: layoutSchema,
  trim: layoutSchema.optional(),
});

/** The one layout that is looked at. */
export const useLaying = create<{ readonly laying: Laying | undefined }>()(() => ({ laying: undefined }));

const worker = hire<LayingApi>(
  () => new Worker(new URL("../workers/laying.worker.ts", import.meta.url), { type: "module" }),
);
/** the search that runs: what comes of another one is late */
let now: object | undefined;

/** What a layout is made for, as it is kept with it. */
export const askedFor = (run: Run): string => JSON.stringify(run);

function change(by: Partial<Laying>): void {
  const { laying } = useLaying.getState();
  if (laying) useLaying.setState({ laying: { ...laying, ...by } });
}

/** What whole sheets and copies that are not laid come to: the less of them the better. */
const costOf = ({ papers, left }: Layout): number =>
  papers.reduce((sum, paper) => sum + paper.sheets, 0) + 1000 * left.reduce((sum, { copies }) => sum + copies, 0);

let kept: { readonly at: number; readonly cost: number } | undefined;
/** Keeps what has been found: at once where it takes a sheet less or the search has ended, else now and then. */
function keep(isLast: boolean): void {
  const { laying } = useLaying.getState();
  const at = performance.now();
  if (!laying?.nest) return;
  const cost = costOf(laying.nest);
  if (!isLast && kept && cost >= kept.cost && at - kept.at < KEEP_MS) return;
  kept = { at, cost };
  const { asked, state, nest, trim } = laying;
  void keepRow(besideKey("laid", laying.id), { asked, state, nest, ...(trim && { trim }) });
}

/** What was kept of a draft for the same question; undefined where nothing was, or it cannot be read. */
async function recalled(id: string, asked: string): Promise<Pick<Laying, "nest" | "trim" | "state"> | undefined> {
  const row = await db.kept.get(besideKey("laid", id)).catch(() => undefined);
  const read = keptSchema.safeParse(row?.value);
  if (!read.success || read.data.asked !== asked) return undefined;
  const { state, nest, trim } = read.data;
  // one that says it runs, and nobody runs it: its window was closed
  return {
    state: state === "running" ? "closed" : state,
    nest: nest as unknown as Layout,
    trim: trim as unknown as Layout | undefined,
  };
}

/** A layout that is not looked for any more. */
const settled = (layout: Layout): Pick<Laying, "nest" | "trim" | "state"> => ({
  state: "stopped",
  nest: layout.kind === "nest" ? layout : undefined,
  trim: layout.kind === "trim" ? layout : undefined,
});

/** Runs a search from what is there. */
async function search(run: Run, ms: number): Promise<void> {
  const mine = {};
  now = mine;
  kept = undefined;
  worker.letGo();
  const { laying } = useLaying.getState();
  change({ state: "running", share: 0, past: [] });
  const onNews = proxy((news: LaidNews): Promise<void> => {
    if (now === mine) {
      change(news);
      keep(false);
    }
    return Promise.resolve();
  });
  const asking = async (api: Remote<LayingApi>): Promise<boolean> => {
    // how its pieces look comes first: it is there at once
    const shapes = await api.shapes(run.items);
    if (now === mine) change({ shapes });
    return await api.run(run, laying?.nest, ms, onNews);
  };
  const ended = await worker.ask(asking).then(
    (isDone): LayingState => (isDone ? "done" : "time"),
    (): LayingState => "failed",
  );
  if (now !== mine) return;
  now = undefined;
  worker.letGo();
  change({ state: ended, share: 1 });
  keep(true);
}

/**
 * Looks at the layout of a draft or run: what was kept of it, or a search that begins.
 * @param given what it is, where that is settled
 */
export async function lookAtLaid(id: string, run: Run, given?: Layout): Promise<void> {
  const asked = askedFor(run);
  const { laying } = useLaying.getState();
  if (laying?.id === id && laying.asked === asked && laying.state !== "failed") return;
  now = undefined;
  worker.letGo();
  const mine = { id, asked };
  const isMine = (): boolean => {
    const shown = useLaying.getState().laying;
    return shown?.id === mine.id && shown.asked === mine.asked;
  };
  useLaying.setState({
    laying: { ...mine, state: "running", nest: undefined, trim: undefined, share: 0, shapes: [], past: [] },
  });
  const known = given ? settled(given) : await recalled(id, asked);
  // stopped, or looked away from, while it was recalled
  if (!isMine() || useLaying.getState().laying?.state !== "running") return;
  if (!known) {
    await search(run, FIRST_MS);
    return;
  }
  try {
    const shapes = await worker.ask((api) => api.shapes(run.items));
    if (isMine()) change({ shapes, ...known });
  } catch {
    if (isMine()) change({ state: "failed" });
  }
}

/** Looks for a better one, from the best so far. */
export const layOutLonger = (run: Run): Promise<void> => search(run, LONGER_MS);

/** Stops: what has been found stays. */
export function stopLaying(): void {
  if (useLaying.getState().laying?.state !== "running") return;
  now = undefined;
  worker.letGo();
  change({ state: "stopped" });
  keep(true);
}

/** Nobody looks any more: a search ends, and what it has found is gone on from. */
export function leaveLaying(): void {
  if (!now) return;
  now = undefined;
  worker.letGo();
  change({ state: "closed" });
  keep(true);
  useLaying.setState({ laying: undefined });
}

/** Puts another layout in the place of the one that is there: a hand has moved something. Searching ends. */
export function putLaid(nest: Layout): void {
  const { laying } = useLaying.getState();
  if (!laying?.nest) return;
  if (now) {
    now = undefined;
    worker.letGo();
  }
  change({ nest, past: [...laying.past, laying.nest], state: "moved" });
  keep(true);
}

/** Takes back what a hand has done last. */
export function takeBackLaid(): void {
  const { laying } = useLaying.getState();
  const nest = laying?.past.at(-1);
  if (!laying || !nest || now) return;
  change({ nest, past: laying.past.slice(0, -1), state: "moved" });
  keep(true);
}
