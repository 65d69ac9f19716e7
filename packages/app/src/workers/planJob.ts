/** What a machine does with a layout, planned away from the screen; and what was cut held against what was drawn. */
import {
  type Correction,
  drawingsFor,
  type Layout,
  type Machine,
  jobOn,
  pastReach,
  readSpec,
  type Run,
  sheetJobs,
  type SheetJob,
} from "@cut-fold/core";
import { type DesignPlaces, offDesign } from "@cut-fold/core/cutter";
import { loadFormsOf } from "../needs/forms.ts";

/** A layout that is to be made on a machine. */
export interface JobPlan {
  readonly items: Run["items"];
  readonly layout: Layout;
  readonly machine: Machine;
  /** mm that it reaches on the mat */
  readonly reach: Parameters<typeof pastReach>[1];
  readonly fixes: readonly Correction[];
  /** a test cut before the first sheet of each paper, and how many were made on it already */
  readonly trials: boolean;
  readonly trialsBefore: number;
}

/** The sheets of a job, or the kinds of lines that the machine has no tool for, or how far something runs off the mat, mm. */
export type JobPlanned =
  | { readonly ok: true; readonly sheets: readonly SheetJob[]; readonly time: number; readonly dropped: number }
  | { readonly ok: false; readonly roles: readonly string[]; readonly past?: number };

/** mm past the mat that nobody sees. */
const PAST_MM = 1e-3;

export const planApi = {
  /** @throws for a recipe that cannot be read: the screen never sends one */
  async plan({ items, layout, machine, reach, ...how }: JobPlan): Promise<JobPlanned> {
    await loadFormsOf(items.map(({ spec }) => spec));
    const read = items.map(({ spec }) => {
      const one = readSpec(spec);
      if (!one.ok) throw new Error("no recipe");
      return { spec: one.value };
    });
    const asked = { machine, sheets: layout.sheets, drawings: drawingsFor({ items: read }), ...how };
    const made = jobOn(asked);
    if (!made.ok) return { ok: false, roles: [...new Set(made.unmade.map(({ role }) => role))] };
    const { job } = made;
    const past = pastReach(job, reach);
    if (past > PAST_MM) return { ok: false, roles: [], past };
    return { ok: true, sheets: sheetJobs(job, asked), time: job.time, dropped: job.dropped.length };
  },

  off: (
    design: readonly DesignPlaces[],
    cut: Parameters<typeof offDesign>[1],
    width: number,
    isWhole: boolean,
  ): number => offDesign(design, cut, width, isWhole),
};
export type PlanApi = typeof planApi;
