/** A job of the simulated cutter: what is sent, what is kept of it, and which act may follow which state. */
import { z } from "zod";

/** No file of a job is longer, and no queue. */
export const MOST_FILE = 10_000_000;
export const MOST_WAITING = 500;
/** Jobs that are over and kept: older ones go. */
export const MOST_ENDED = 200;
/** How many times as fast as the machine it would be. */
export const PACE = { min: 1, max: 1000 } as const;

const id = z.string().regex(/^[a-z0-9][a-z0-9-]{3,59}$/u);
const name = z.string().max(120);
const side = z.number().min(10).max(2000);
const size = z.strictObject({ width: side, height: side });

/** One tool at work on one face: so many strokes of the file, in their order. */
const operationSchema = z.strictObject({
  pen: z.number().int().min(1).max(8),
  tool: name,
  role: z.enum(["score", "perforate", "pen", "foil", "cut"]),
  face: z.enum(["front", "back"]),
  strokes: z.number().int().min(1).max(500_000),
  /** a test cut: looked at before anything else is made */
  trial: z.boolean().optional(),
});

/** A job as it is sent: one sheet. */
export const jobInSchema = z.strictObject({
  id,
  name,
  machine: name,
  mat: z.strictObject({ id: name, width: side, height: side }),
  sheet: size,
  operations: z.array(operationSchema).min(1).max(24),
  pace: z.number().min(PACE.min).max(PACE.max).optional(),
  hpgl: z.string().min(1).max(MOST_FILE),
});
export type JobIn = z.infer<typeof jobInSchema>;

export type State =
  | "queued"
  | "wants-sheet"
  | "wants-turn"
  | "wants-tool"
  | "cutting"
  | "paused"
  /** a test cut is made: the maker looks at it */
  | "wants-look"
  | "wants-unload"
  | "fault"
  /** the server was started anew while it was cutting, or could not keep how far it came */
  | "stopped"
  | "done"
  | "cancelled";
export type Fault = "wrong-mat" | "sheet-too-small" | "wrong-tool" | "jam";

/** A job as it is kept and told; its file lies beside it. */
export interface KeptJob extends Omit<JobIn, "hpgl" | "pace"> {
  readonly pace: number;
  readonly state: State;
  /** which operation it is at, and how many of its strokes are made for certain */
  readonly at: number;
  readonly done: number;
  /** counts every change of any job: who acts says which they have seen */
  readonly rev: number;
  /** its place in the queue */
  readonly order: number;
  readonly fault?: Fault | undefined;
  /** where it goes when a fault is cleared */
  readonly back?: State | undefined;
  /** why it stopped */
  readonly why?: "started-anew" | "not-kept" | undefined;
}

export const ACTS = [
  ...(["start", "loaded", "turned", "tool-in", "pause", "resume", "looked", "again", "unloaded"] as const),
  ...(["clear", "cancel", "jam", "pace"] as const),
] as const;
export type Act = (typeof ACTS)[number];

/** What a maker says they did, which the machine looks at. */
export const doSchema = z.strictObject({
  act: z.enum(ACTS),
  rev: z.number().int().min(0),
  said: z
    .strictObject({
      mat: name.optional(),
      sheet: size.optional(),
      tool: name.optional(),
      pace: z.number().min(PACE.min).max(PACE.max).optional(),
    })
    .optional(),
});
export type Do = z.infer<typeof doSchema>;

const ENDED: ReadonlySet<State> = new Set(["done", "cancelled"]);
export const isOver = ({ state }: Pick<KeptJob, "state">): boolean => ENDED.has(state);
/** Whether its sheet is on the bed. */
export const isOnBed = (job: Pick<KeptJob, "state">): boolean => !isOver(job) && job.state !== "queued";

/** Which states an act may follow. */
const FROM: Readonly<Record<Act, (state: State) => boolean>> = {
  start: (s) => s === "queued",
  loaded: (s) => s === "wants-sheet",
  turned: (s) => s === "wants-turn",
  "tool-in": (s) => s === "wants-tool",
  pause: (s) => s === "cutting",
  resume: (s) => s === "paused" || s === "stopped",
  looked: (s) => s === "wants-look",
  again: (s) => s === "wants-unload" || s === "wants-look",
  unloaded: (s) => s === "wants-unload",
  clear: (s) => s === "fault",
  cancel: (s) => !ENDED.has(s),
  jam: (s) => s === "cutting",
  pace: (s) => !ENDED.has(s),
};
export const mayAct = (job: KeptJob, act: Act): boolean => FROM[act](job.state);

/** mm that a sheet may be smaller: nobody measures it closer. */
const SMALLER_MM = 0.5;

/** What a job comes to before its operation `at`: the sheet is turned, or another tool put in, or it is cut. */
export function beforeOperation({ operations }: KeptJob, at: number): Pick<KeptJob, "state" | "at" | "done"> {
  const [before, now] = [operations[at - 1], operations[at]];
  const none = { at, done: 0 };
  if (!now) return { state: "wants-unload", at: at - 1, done: before?.strokes ?? 0 };
  if (before && before.face !== now.face) return { state: "wants-turn", ...none };
  return { state: before?.tool === now.tool ? "cutting" : "wants-tool", ...none };
}

/** What an act makes of a job that it may follow. */
export function acted(job: KeptJob, { act, said }: Do): Partial<KeptJob> {
  const faulty = (fault: Fault, back: State): Partial<KeptJob> => ({ state: "fault", fault, back });
  switch (act) {
    case "start":
      return { state: "wants-sheet" };
    case "loaded": {
      if (said?.mat !== undefined && said.mat !== job.mat.id) return faulty("wrong-mat", "wants-sheet");
      const { sheet } = said ?? {};
      const isSmall =
        sheet && (sheet.width < job.sheet.width - SMALLER_MM || sheet.height < job.sheet.height - SMALLER_MM);
      return isSmall ? faulty("sheet-too-small", "wants-sheet") : { state: "wants-tool", at: 0, done: 0 };
    }
    case "turned":
      return { state: "wants-tool" };
    case "tool-in":
      return said?.tool !== undefined && said.tool !== job.operations[job.at]?.tool
        ? faulty("wrong-tool", "wants-tool")
        : { state: "cutting" };
    case "pause":
      return { state: "paused" };
    case "resume":
      return { state: "cutting", why: undefined };
    case "looked":
      return beforeOperation(job, job.at + 1);
    case "again":
      return { state: "cutting", done: 0 };
    case "unloaded":
      return { state: "done" };
    case "clear":
      return { state: job.back === "cutting" ? "paused" : (job.back ?? "paused"), fault: undefined, back: undefined };
    case "cancel":
      return { state: "cancelled" };
    case "jam":
      return faulty("jam", "cutting");
    case "pace":
      return { pace: said?.pace ?? job.pace };
  }
}
