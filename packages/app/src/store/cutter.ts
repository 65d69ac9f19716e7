/** The simulated cutter as the server tells of it: its jobs, every change as it comes, and what a maker says they did. */
import { useQuery, useQueryClient } from "@tanstack/react-query";
import { cameTo, type Scales } from "@cut-fold/core";
import { useCallback, useEffect } from "react";
import { z } from "zod";
import { queries } from "./queries.ts";

const operationSchema = z.looseObject({
  pen: z.number(),
  tool: z.string(),
  role: z.string(),
  face: z.enum(["front", "back"]),
  strokes: z.number(),
  trial: z.boolean().optional(),
});
const jobSchema = z.looseObject({
  id: z.string(),
  name: z.string(),
  machine: z.string(),
  mat: z.looseObject({ id: z.string() }),
  operations: z.array(operationSchema),
  pace: z.number(),
  state: z.enum([
    ...(["queued", "wants-sheet", "wants-turn", "wants-tool", "cutting", "paused", "wants-look"] as const),
    ...(["wants-unload", "fault", "stopped", "done", "cancelled"] as const),
  ]),
  at: z.number(),
  done: z.number(),
  rev: z.number(),
  order: z.number(),
  fault: z.string().optional(),
  why: z.string().optional(),
});
/** A job as the cutter has it. */
export type CutterJob = z.infer<typeof jobSchema>;
const listSchema = z.looseObject({ rev: z.number(), jobs: z.array(jobSchema), setAside: z.string().optional() });
const cutSchema = z.object({
  paths: z.array(z.object({ operation: z.number(), points: z.array(z.tuple([z.number(), z.number()])) })),
});
/** What was really cut, as the cutter read it; mm. */
export type CutSoFar = z.infer<typeof cutSchema>;

const JOBS = ["cutter", "jobs"] as const;

/** Why the cutter did not answer. */
export class CutterTrouble extends Error {}

async function answered(answer: Response): Promise<unknown> {
  const body: unknown = await answer.json().catch(() => undefined);
  if (answer.ok) return body;
  const { error, job } = z.looseObject({ error: z.string().optional(), job: jobSchema.optional() }).parse(body ?? {});
  if (job) take(job);
  throw new CutterTrouble(error ?? "the cutter does not answer");
}

/** Puts a job in the place of what was known of it, unless that is newer. */
function take(job: CutterJob): void {
  queries.setQueryData<z.infer<typeof listSchema>>(JOBS, (known) => {
    if (!known) return known;
    const was = known.jobs.find(({ id }) => id === job.id);
    if (was && was.rev > job.rev) return known;
    const others = known.jobs.filter(({ id }) => id !== job.id);
    return { ...known, rev: Math.max(known.rev, job.rev), jobs: [...others, job].sort((a, b) => a.order - b.order) };
  });
}

/** The cutter's jobs in their order, as they are now. */
export function useCutter(): {
  readonly jobs: readonly CutterJob[] | undefined;
  readonly trouble: string | undefined;
  readonly setAside: string | undefined;
} {
  const client = useQueryClient();
  const { data, error } = useQuery({
    queryKey: JOBS,
    queryFn: async ({ signal }) => listSchema.parse(await answered(await fetch("/api/jobs", { signal }))),
    // what changes is told; this only finds out that the server is gone, or there again
    refetchInterval: 8000,
  });
  useEffect(() => {
    const events = new EventSource("/api/events");
    events.addEventListener("job", ({ data: told }: MessageEvent<string>) => {
      const read = jobSchema.safeParse(JSON.parse(told));
      if (read.success) take(read.data);
    });
    events.addEventListener("open", () => void client.invalidateQueries({ queryKey: JOBS }));
    return () => {
      events.close();
    };
  }, [client]);
  const trouble = error instanceof CutterTrouble ? error.message : error ? "no server" : undefined;
  return { jobs: data?.jobs, trouble, setAside: data?.setAside };
}

/**
 * What was cut of a job so far; asked anew with every change of it. The simulated cutter is true: where a file makes up for what the
 * maker's own machine does, that is done to it here, as it would be on the mat.
 */
export function useCut(job: CutterJob | undefined, errs: Scales | undefined): CutSoFar | undefined {
  const select = useCallback(
    (cut: CutSoFar): CutSoFar =>
      errs ? { paths: cut.paths.map((p) => ({ ...p, points: p.points.map((at) => [...cameTo(at, errs)]) })) } : cut,
    [errs],
  );
  const { data } = useQuery({
    queryKey: ["cutter", "cut", job?.id, job?.at, job?.done],
    queryFn: async ({ signal }) =>
      cutSchema.parse(await answered(await fetch(`/api/jobs/${job?.id ?? ""}/cut`, { signal }))),
    enabled: job !== undefined && job.state !== "queued",
    placeholderData: (before) => before,
    select,
  });
  return job === undefined || job.state === "queued" ? undefined : data;
}

const post = async (url: string, body: unknown): Promise<CutterJob> => {
  const json = { "content-type": "application/json" };
  const answer = await fetch(url, { method: "POST", headers: json, body: JSON.stringify(body) }).catch(() => {
    throw new CutterTrouble("no server");
  });
  const job = jobSchema.parse(await answered(answer));
  take(job);
  return job;
};

export type Act =
  | "start"
  | "loaded"
  | "turned"
  | "tool-in"
  | "pause"
  | "resume"
  | "looked"
  | "again"
  | "unloaded"
  | "clear"
  | "cancel"
  | "jam"
  | "pace";

/** Sends a job. @throws CutterTrouble */
export const sendJob = (job: unknown): Promise<CutterJob> => post("/api/jobs", job);

/** What was said last of each job: two presses in one window follow one another. */
const last = new Map<string, Promise<unknown>>();

/** Says what was done, as this window has seen it last. @throws CutterTrouble */
export function actOn({ id, rev }: CutterJob, act: Act, said?: Readonly<Record<string, unknown>>): Promise<CutterJob> {
  const doing = (last.get(id) ?? Promise.resolve())
    .catch(() => undefined)
    .then(() => {
      const seen = queries.getQueryData<z.infer<typeof listSchema>>(JOBS)?.jobs.find((job) => job.id === id)?.rev ?? 0;
      return post(`/api/jobs/${id}/do`, { act, rev: Math.max(rev, seen), ...(said && { said }) });
    });
  last.set(id, doing);
  return doing;
}
