/** What a machine does with a run: the layout, then operations and stops. */
import type { Scales } from "../model/measured.ts";
import { find } from "../catalogue/entry.ts";
import { bySheet, plotted, toolsOf } from "../formats/plot.ts";
import { walked } from "../machine/walked.ts";
import type { Point, Size } from "../geometry/point.ts";
import { stopTime } from "../machine/stops.ts";
import type { Job, Made, Operation, Stop } from "../model/job.ts";
import type { Face } from "../model/piece.ts";
import type { Stock } from "../model/spec.ts";
import type { Layout } from "../model/layout.ts";
import {
  type JobAsked,
  type JobDrawing,
  jobOn,
  marksOn,
  pastReach,
  stockOn,
  type Unmade,
} from "../machine/operations.ts";
import type { MachineJob } from "../recipe/readMachineJob.ts";
import type { Problem } from "../recipe/reader.ts";
import { solve } from "../solve.ts";
import { eachNamed } from "./each.ts";
import { layOut, searchFor } from "./layout.ts";

/** mm past the mat that are a rounding and no line. */
const ROUNDING_MM = 1e-3;

/** A job and what lies where in it, or what it names that cannot be. */
export type JobAnswer =
  | { readonly ok: true; readonly job: Job; readonly layout: Layout; readonly drawings: readonly JobDrawing[] }
  | { readonly ok: false; readonly problems: readonly Problem[] };

/** What cannot be made, as a problem of the job. */
const unmadeProblem = ({ role, stock }: Unmade): Problem => ({
  field: "machine",
  code: "no-tool-for",
  facts: { role, stock: stock.title ?? `${String(stock.caliper)} mm` },
});

/** The drawings of a job's items, a piece for every name: as a layout of it numbers them. */
export const drawingsFor = ({
  items,
}: {
  readonly items: readonly { readonly spec: Parameters<typeof solve>[0] }[];
}): JobDrawing[] => items.map(({ spec }) => eachNamed(solve(spec)));

/** A line of the design on its sheet, seen from the drawn faces: places by x and y in turn, mm, y up. */
export interface DesignLine {
  readonly role: Made;
  readonly face: Face;
  readonly closed: boolean;
  readonly points: readonly number[];
}

/** Ten-thousandths of a mm: as fine as any file says it. */
const placed = (points: readonly Point[]): number[] => points.flat().map((mm) => Math.round(mm * 1e4) / 1e4);

/** One tool of a sheet's job, as a cutter and a screen are told of it. */
export interface SheetOperation extends Pick<
  Operation,
  "role" | "face" | "passes" | "pressure" | "speed" | "time" | "trial"
> {
  /** its number in the file, its id and what it is called */
  readonly pen: number;
  readonly tool: string;
  readonly title: string;
  /** lines it makes, and times it comes down for them */
  readonly lines: number;
  readonly strokes: number;
}

/** All that one sheet of a job is sent and shown with. */
export interface SheetJob extends Size {
  readonly sheet: string;
  readonly mat: string;
  readonly stock: Stock;
  readonly hpgl: string;
  readonly operations: readonly SheetOperation[];
  /** by number of the operation of this sheet they stand before, from 0 */
  readonly stops: readonly Stop[];
  readonly design: readonly DesignLine[];
  readonly time: number;
  /** what the file makes up for: the machine itself brings the lines back to where they were drawn */
  readonly errs?: Scales;
}

/** A job as sheets, each to be sent by itself. */
export function sheetJobs(job: Job, { machine, sheets, drawings }: JobAsked): SheetJob[] {
  return bySheet(job.operations).flatMap((own): SheetJob[] => {
    const [first] = own;
    const laid = sheets.find(({ id }) => id === first?.sheet);
    const stock = laid && stockOn(laid, drawings);
    if (!first || !laid || !stock) return [];
    const tools = toolsOf(own);
    const { text, strokes } = plotted(own, tools, machine);
    const last = own.length + first.n;
    const stops = job.stops.filter(({ before, kind }) =>
      kind === "unload" ? before === last : before >= first.n && before < last,
    );
    return [
      {
        ...{ sheet: laid.id, width: laid.width, height: laid.height, mat: first.mat, stock, hpgl: text },
        operations: own.map(({ role, face, passes, pressure, speed, time, trial, tool, paths }, i) => ({
          ...{ role, face, passes, pressure, speed, time, tool, ...(trial && { trial }) },
          ...{ pen: tools.indexOf(tool) + 1, title: find(machine.tools, tool)?.title ?? tool },
          ...{ lines: paths.length, strokes: strokes[i] ?? 0 },
        })),
        stops: stops.map((stop) => ({ ...stop, before: stop.before - first.n })),
        design: marksOn(laid, drawings).map(({ role, face, path }) => {
          const { points, closed } = walked(path);
          return { role, face, closed, points: placed(points) };
        }),
        time: own.reduce((sum, { time }) => sum + time, 0) + stopTime(stops),
        ...(machine.errs && { errs: machine.errs }),
      },
    ];
  });
}

/**
 * Lays a job out and plans what the machine does. Pure but for the clock, which counts only where the job says a time.
 * @param now ms of a clock
 */
export function machineJob({ job, machine, reach }: MachineJob, now?: () => number): JobAnswer {
  const ready = searchFor(job);
  if (!ready.ok) return ready;
  const layout = layOut({ ...job, kind: "nest" }, ready.search, now);
  if (!layout)
    return { ok: false, problems: [{ field: "items", code: "missing", facts: { allowed: "what can be laid" } }] };
  const drawings = drawingsFor(job);
  const made = jobOn({ machine, sheets: layout.sheets, drawings });
  if (!made.ok) return { ok: false, problems: made.unmade.map(unmadeProblem) };
  const past = pastReach(made.job, reach);
  if (past > ROUNDING_MM)
    return {
      ok: false,
      problems: [
        { field: "fixed", code: "past-reach", facts: { width: reach.width, height: reach.height, max: past } },
      ],
    };
  return { ok: true, job: made.job, layout, drawings };
}
