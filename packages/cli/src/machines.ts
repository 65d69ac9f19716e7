/** The commands of the machine: what a job is told as, and what the simulated cutter makes of a file. */
import {
  bySheet,
  catalogue,
  type Display,
  find,
  type Job,
  type JobAnswer,
  type Machine,
  plotOf,
  readLength,
  sayStop,
  strokesOnSheets,
  writeCutterSvg,
  writeDxf,
  writeStrokesSvg,
  toolsOf,
} from "@cut-fold/core";
import { cutPlot } from "@cut-fold/core/cutter";
import { OutlineError } from "@cut-fold/core/outlines";
import { BadInput } from "./badInput.ts";

/** A job as the contract has it, its stops in words. */
export function jobJson({ job, layout }: Extract<JobAnswer, { ok: true }>, display: Display): unknown {
  const { machine, operations, stops, time, travel, dropped } = job;
  return {
    ...{ machine, operations },
    stops: stops.map((stop) => ({ ...stop, text: sayStop(stop, display) })),
    ...{ time, travel, dropped, layout },
  };
}

/** The files of a job, one a sheet. */
export function plotsOf({ operations }: Job, machine: Machine): string[] {
  const tools = toolsOf(operations);
  return bySheet(operations).map((own) => plotOf(own, tools, machine));
}

/** What a job can be saved as, a file a sheet. */
export const JOB_FORMATS = ["hpgl", "svg", "cutter-svg", "dxf"] as const;

/** The files of a job in one of them. */
export function jobFiles(
  { job, layout, drawings }: Planned,
  machine: Machine,
  format: (typeof JOB_FORMATS)[number],
): string[] {
  if (format === "hpgl") return plotsOf(job, machine);
  return strokesOnSheets(layout, drawings).map((strokes, i) => {
    const title = `Sheet ${String(i + 1)}`;
    if (format === "dxf") return writeDxf(strokes);
    return format === "svg" ? writeStrokesSvg(strokes, title) : writeCutterSvg(strokes, title);
  });
}
type Planned = Extract<JobAnswer, { ok: true }>;

/** What the simulated cutter does with a file. */
export function cut(bytes: Uint8Array, flags: ReadonlyMap<string, string>): unknown {
  const mat = flags.get("mat");
  const bed = mat === undefined ? undefined : find(catalogue.mats, mat);
  if (mat !== undefined && !bed)
    throw new BadInput([`--mat: '${mat}' is not known; allowed: ${catalogue.mats.map(({ id }) => id).join(", ")}`]);
  const said = flags.get("offset");
  const offset = said === undefined ? undefined : readLength(said, "mm");
  if (offset && (!offset.ok || offset.mm < 0 || offset.mm > MOST_OFFSET_MM))
    throw new BadInput([`--offset: '${String(said)}' is no length from 0 to ${String(MOST_OFFSET_MM)} mm`]);
  try {
    const asked = { bed, offset: offset?.ok ? offset.mm : undefined };
    const { paths, ...run } = cutPlot(new TextDecoder("latin1").decode(bytes), asked);
    return { ...run, paths: paths.map(({ tool, points }) => ({ tool, points })) };
  } catch (error) {
    if (error instanceof OutlineError) throw new BadInput([`file: ${error.message}`]);
    throw error;
  }
}
/** No blade trails further. */
const MOST_OFFSET_MM = 5;
