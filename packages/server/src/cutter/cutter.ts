/**
 * The simulated cutter: a queue of jobs, one sheet on the bed, strokes made one after another at the pace that is asked for.
 * Whatever is told has been kept first: a server that is killed knows how far each job came, to its last kept stroke.
 */
import { cutPlot, type CutRun } from "@cut-fold/core/cutter";
import {
  acted,
  beforeOperation,
  type Do,
  isOnBed,
  isOver,
  type JobIn,
  type KeptJob,
  mayAct,
  MOST_ENDED,
  MOST_WAITING,
} from "./job.ts";
import type { JobStore } from "./store.ts";

/** Strokes between two rows that are kept; and files that are held read. */
const KEPT_EVERY = 20;
const HELD_RUNS = 4;

/** What is answered to a job that is sent, or an act. */
export type Answer =
  | { readonly status: 200 | 201; readonly job: KeptJob }
  | { readonly status: 400 | 404 | 409 | 429 | 507; readonly error: string; readonly job?: KeptJob | undefined };

/** The strokes of a job as its file has them, operation by operation. */
type Strokes = CutRun["paths"][];

export class Cutter {
  private readonly store: JobStore;
  private readonly jobs = new Map<string, KeptJob>();
  private readonly listeners = new Set<(job: KeptJob) => void>();
  private readonly busy = new Set<string>();
  private readonly held = new Map<string, Strokes>();
  private readonly timers = new Set<NodeJS.Timeout>();
  private revision = 0;

  private constructor(store: JobStore) {
    this.store = store;
  }

  /** Takes up what was kept: what was cutting has stopped. */
  static async on(store: JobStore): Promise<Cutter> {
    const cutter = new Cutter(store);
    for (const job of await store.all()) {
      cutter.jobs.set(job.id, job);
      cutter.revision = Math.max(cutter.revision, job.rev, job.order);
    }
    for (const job of cutter.all())
      if (job.state === "cutting") await cutter.change(job, { state: "stopped", why: "started-anew" });
    return cutter;
  }

  get rev(): number {
    return this.revision;
  }
  all(): KeptJob[] {
    return [...this.jobs.values()].sort((a, b) => a.order - b.order);
  }
  listen(listener: (job: KeptJob) => void): () => void {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  }
  async close(): Promise<void> {
    for (const timer of this.timers) clearTimeout(timer);
    await this.store.close();
  }

  /** Keeps a change, and tells it. @throws where it cannot be kept: then nothing has changed */
  private async change(job: KeptJob, by: Partial<KeptJob>, file?: string): Promise<KeptJob> {
    const next: KeptJob = { ...job, ...by, rev: (this.revision += 1) };
    await this.store.put(next, file);
    this.jobs.set(next.id, next);
    for (const listener of this.listeners) listener(next);
    return next;
  }

  /** Takes a job in. The same one sent again is there already; another of its name is refused. */
  async add({ hpgl, pace = 20, ...sent }: JobIn): Promise<Answer> {
    const known = this.jobs.get(sent.id);
    if (known) {
      const isSame = (await this.store.file(sent.id)) === hpgl;
      return isSame
        ? { status: 200, job: known }
        : { status: 409, error: "another job has this name already", job: known };
    }
    if (this.all().filter((job) => !isOver(job)).length >= MOST_WAITING)
      return { status: 429, error: `${String(MOST_WAITING)} jobs wait already: finish some first` };
    const error = this.wrongIn(sent, hpgl);
    if (error !== undefined) return { status: 400, error };
    const order = this.revision + 1;
    const job: KeptJob = { ...sent, pace, state: "queued", at: 0, done: 0, rev: order, order };
    return await this.kept(async () => {
      const made = await this.change(job, {}, hpgl);
      await this.forgetOld();
      return { status: 201, job: made };
    });
  }

  /** What keeps a file from being cut as its job says. */
  private wrongIn({ mat, operations }: Omit<JobIn, "hpgl" | "pace">, hpgl: string): string | undefined {
    let run: CutRun;
    try {
      run = cutPlot(hpgl, { bed: mat });
    } catch (error) {
      return error instanceof Error ? error.message : "it cannot be read";
    }
    const [fault] = run.faults;
    if (fault !== undefined) return fault;
    const pens = operations.flatMap(({ pen, strokes }) => Array.from({ length: strokes }, () => pen));
    const isAsSaid = pens.length === run.paths.length && run.paths.every(({ tool }, i) => tool === pens[i]);
    return isAsSaid ? undefined : "its file has other strokes than its operations say";
  }

  private async forgetOld(): Promise<void> {
    const over = this.all().filter(isOver);
    for (const { id } of over.slice(0, Math.max(0, over.length - MOST_ENDED))) {
      this.jobs.delete(id);
      await this.store.remove(id);
    }
  }

  /** What is done, or that the disk would not have it. */
  private async kept(work: () => Promise<Answer>): Promise<Answer> {
    try {
      return await work();
    } catch (error) {
      console.error(error);
      return { status: 507, error: "it could not be kept: is the disk full?" };
    }
  }

  /** Does what a maker says they did; a window that acts on an older sight of the job is told what is so now. */
  async act(id: string, asked: Do): Promise<Answer> {
    const job = this.jobs.get(id);
    if (!job) return { status: 404, error: "there is no such job" };
    if (asked.rev !== job.rev || !mayAct(job, asked.act) || this.busy.has(id))
      return { status: 409, error: "the job has gone on meanwhile", job };
    const other = this.all().find((one) => one.id !== id && isOnBed(one));
    if (asked.act === "start" && other) return { status: 409, error: `${other.name} is on the bed`, job };
    this.busy.add(id);
    try {
      return await this.kept(async () => {
        const made = await this.change(job, acted(job, asked));
        if (made.state === "cutting" && job.state !== "cutting") void this.run(id);
        return { status: 200, job: made };
      });
    } finally {
      this.busy.delete(id);
    }
  }

  /** The strokes of a job's file, operation by operation. */
  private async strokesOf(job: KeptJob): Promise<Strokes> {
    const known = this.held.get(job.id);
    if (known) return known;
    const { paths } = cutPlot((await this.store.file(job.id)) ?? "", { bed: job.mat });
    let at = 0;
    const strokes = job.operations.map(({ strokes: count }) => paths.slice(at, (at += count)));
    this.held.set(job.id, strokes);
    const [oldest] = this.held.keys();
    if (this.held.size > HELD_RUNS && oldest !== undefined) this.held.delete(oldest);
    return strokes;
  }

  /** What was really cut so far, as the cutter read it: undefined for no job. */
  async cutSoFar(
    id: string,
  ): Promise<
    | { readonly paths: readonly { readonly operation: number; readonly points: CutRun["paths"][number]["points"] }[] }
    | undefined
  > {
    const job = this.jobs.get(id);
    if (!job) return undefined;
    const strokes = await this.strokesOf(job);
    return {
      paths: strokes.flatMap((own, operation) => {
        const made = operation < job.at ? own.length : operation === job.at ? job.done : 0;
        return own.slice(0, made).map(({ points }) => ({ operation, points }));
      }),
    };
  }

  private wait(ms: number): Promise<void> {
    return new Promise((resolve) => {
      const timer = setTimeout(() => {
        this.timers.delete(timer);
        resolve();
      }, ms);
      this.timers.add(timer);
    });
  }

  /** Makes strokes until something else is to be done, or cannot be: then it stops, is known here, and told. */
  private async run(id: string): Promise<void> {
    try {
      while (await this.makeSome(id));
    } catch (error) {
      console.error(error);
      const now = this.jobs.get(id);
      if (now?.state !== "cutting") return;
      const stopped: KeptJob = { ...now, state: "stopped", why: "not-kept", rev: (this.revision += 1) };
      this.jobs.set(id, stopped);
      for (const listener of this.listeners) listener(stopped);
    }
  }

  /** Makes some strokes, then keeps how far it came; false where nothing is to be made. @throws where it cannot be kept */
  private async makeSome(id: string): Promise<boolean> {
    const job = this.jobs.get(id);
    if (job?.state !== "cutting") return false;
    const own = (await this.strokesOf(job))[job.at] ?? [];
    const some = own.slice(job.done, job.done + KEPT_EVERY);
    const seconds = some.reduce((sum, { time }) => sum + time, 0);
    await this.wait((1000 * seconds) / job.pace);
    const now = this.jobs.get(id);
    if (now?.state !== "cutting" || now.at !== job.at || now.done !== job.done) return false;
    const done = job.done + some.length;
    const isTrial = now.operations[now.at]?.trial === true;
    const next =
      done < own.length
        ? { done }
        : isTrial
          ? { state: "wants-look" as const, done }
          : beforeOperation(now, now.at + 1);
    await this.change(now, next);
    return true;
  }
}
