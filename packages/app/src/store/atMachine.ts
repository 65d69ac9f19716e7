/** Sheets that were sent to a machine, with what is shown of them: their design, their stops, what they were planned of. */
import type { Correction, Layout, Run, SheetJob, Stop } from "@cut-fold/core";
import { z } from "zod";
import { stamp } from "./drafting.ts";
import { keptRows } from "./keptRows.ts";

const plain = z.looseObject({});
/** What is kept of one is ours: it is only looked at for its frame. */
const sentSchema = z.object({
  id: z.string().min(4).max(60),
  name: z.string().max(120),
  /** ISO time */
  sent: z.string().max(40),
  /** the draft or run it is of, and which of its sheets */
  of: z.string().max(64),
  laid: z.string().max(64),
  machine: z.object({ id: z.string(), title: z.string(), chosen: z.string(), mats: z.array(z.string()) }),
  mat: z.object({ id: z.string(), title: z.string(), width: z.number(), height: z.number() }),
  sheet: z.object({ width: z.number(), height: z.number() }),
  paper: z.object({ key: z.string(), title: z.string(), face: z.string(), back: z.string() }),
  operations: z.array(plain),
  stops: z.array(plain),
  design: z.array(plain),
  time: z.number(),
  hpgl: z.string(),
  /** what the file makes up for, where the machine has been measured */
  errs: z.object({ across: z.number(), up: z.number(), skew: z.number() }).optional(),
  /** what it was planned of, so that it can be planned again once a test cut has shown something */
  plan: z.object({ items: z.array(plain), layout: plain, trialsBefore: z.number() }),
});
type Frame = z.infer<typeof sentSchema>;
/** A sheet that was sent. */
export interface SentSheet extends Omit<Frame, "operations" | "stops" | "design" | "plan"> {
  readonly operations: SheetJob["operations"];
  readonly stops: readonly Stop[];
  readonly design: SheetJob["design"];
  readonly plan: { readonly items: Run["items"]; readonly layout: Layout; readonly trialsBefore: number };
}

const list = keptRows<SentSheet>({
  prefix: "job ",
  schema: sentSchema as unknown as z.ZodType<SentSheet>,
  compare: (a, b) => a.sent.localeCompare(b.sent) || a.name.localeCompare(b.name),
});
export const useSent = list.useRows;
export const sentNow = list.now;
export const keepSent = list.keepOne;
export const dropSent = list.dropOne;

/** What a sheet is kept and sent as. */
export const sentOf = (
  job: SheetJob,
  rest: Pick<SentSheet, "name" | "of" | "machine" | "mat" | "paper" | "plan">,
): SentSheet => ({
  ...rest,
  ...{
    id: `job-${crypto.randomUUID()}`,
    sent: stamp(),
    laid: job.sheet,
    sheet: { width: job.width, height: job.height },
  },
  ...{ operations: job.operations, stops: job.stops, design: job.design, time: job.time, hpgl: job.hpgl },
  ...(job.errs && { errs: job.errs }),
});

/** The same as the cutter is sent it. */
export const jobIn = ({ id, name, machine, mat, sheet, operations, hpgl }: SentSheet, pace: number) => ({
  ...{ id, name, machine: machine.id, mat: { id: mat.id, width: mat.width, height: mat.height }, sheet, pace, hpgl },
  operations: operations.map(({ pen, title, role, face, strokes, trial }) => ({
    ...{ pen, tool: title, role, face, strokes },
    ...(trial && { trial }),
  })),
});

/** A correction that changes nothing. */
export const noFix = (stock: string, tool: string): Correction => ({ stock, tool, pressure: 0, passes: 0, speed: 0 });
