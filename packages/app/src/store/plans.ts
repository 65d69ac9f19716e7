/** Jobs of a machine, planned by a worker. */
import { hire } from "./hire.ts";
import type { JobPlan, JobPlanned, PlanApi } from "../workers/planJob.ts";

const worker = hire<PlanApi>(
  () => new Worker(new URL("../workers/planning.worker.ts", import.meta.url), { type: "module" }),
);

/** Plans what a machine does with a layout. @throws where it cannot be worked out */
export const planned = (plan: JobPlan): Promise<JobPlanned> =>
  worker.ask<JobPlanned>(async (api) => await api.plan(plan));

/** mm that what was cut stands off what was drawn. */
export const offBy = (...asked: Parameters<PlanApi["off"]>): Promise<number> => worker.ask((api) => api.off(...asked));

/** Gives up what is being worked out. */
export const letPlansGo = worker.letGo;
