/**
 * HPGL, the pen plotters' language, as cutting machines take it: 40 steps a mm, y up, origin at the lower left; tools by number.
 *
 *     IN;PA; │ SP1;VS8;FS13; │ PU x,y; PD x,y,…; … │ PU0,0;SP0;
 */
import type { Machine } from "../catalogue/machines.ts";
import { find } from "../catalogue/entry.ts";
import type { Point } from "../geometry/point.ts";
import { toldFor } from "../machine/errs.ts";
import { compensated, settling } from "../machine/knife.ts";
import { passOf } from "../machine/strokes.ts";
import type { Operation } from "../model/job.ts";

/** Steps to the mm. */
const STEPS = 40;
/** The furthest place that HPGL can say (HP-GL/2: −8 388 608 to 8 388 607). */
const REACH = 8_388_607;
/** Places of one `PD`: old machines keep a short line only. */
const PLACES_A_LINE = 60;
/** `VS` is in cm/s. */
const MM_IN_CM = 10;

function placed([x, y]: Point): string {
  const [a, b] = [Math.round(x * STEPS), Math.round(y * STEPS)];
  if (!Number.isFinite(a) || !Number.isFinite(b) || Math.abs(a) > REACH || Math.abs(b) > REACH)
    throw new RangeError("this is further than HPGL can say");
  return `${String(a)},${String(b)}`;
}

/** One time down, as commands; nothing for what is shorter than a step. */
export function strokeCommands(points: readonly Point[]): string[] {
  const places = points.map(placed).filter((at, i, all) => i === 0 || at !== all[i - 1]);
  if (places.length < 2) return [];
  const out = [`PU${places[0] as string};`];
  for (let i = 1; i < places.length; i += PLACES_A_LINE) out.push(`PD${places.slice(i, i + PLACES_A_LINE).join(",")};`);
  return out;
}

/** A file of commands. */
export const plotFile = (commands: readonly string[]): string => ["IN;PA;", ...commands, "PU0,0;SP0;", ""].join("\n");

/** How a tool is chosen and driven. @param speed mm/s @param pressure in its steps */
export const toolCommands = (pen: number, speed: number, pressure: number): string =>
  `SP${String(pen)};VS${String(Math.max(1, Math.round(speed / MM_IN_CM)))};FS${String(pressure)};`;

/** Operations by the sheet they are done on, in the job's order. */
export function bySheet(operations: readonly Operation[]): Operation[][] {
  const sheets = new Map<string, Operation[]>();
  for (const operation of operations) {
    const own = sheets.get(operation.sheet);
    if (own) own.push(operation);
    else sheets.set(operation.sheet, [operation]);
  }
  return [...sheets.values()];
}

/** The tools of a job, each with the number a file gives it: its place among them, from 1. */
export const toolsOf = (operations: readonly Pick<Operation, "tool">[]): string[] => [
  ...new Set(operations.map(({ tool }) => tool)),
];

/** A file, and how many times each operation's tool comes down in it. */
export interface Plotted {
  readonly text: string;
  readonly strokes: readonly number[];
}

/**
 * A sheet's operations as a file. Where the machine does not make up for what its knife trails by, the file does: then it says
 * where the knife's axis goes, and each time a knife is put in a short stroke in the margin settles it first. What a machine does to
 * a drawing is made up for last of all.
 * @param tools all of the job's, in the order that numbers them
 */
export function plotted(
  operations: readonly Operation[],
  tools: readonly string[],
  { tools: known, knife, margin, errs }: Pick<Machine, "tools" | "knife" | "margin" | "errs">,
): Plotted {
  const commands: string[] = [];
  let [before, face] = [0, operations[0]?.face];
  const strokes = operations.map((operation) => {
    const pen = tools.indexOf(operation.tool) + 1;
    // most machines wait for a hand when the tool changes: putting it down makes them wait for the sheet to be turned too
    if (pen === before && operation.face !== face) commands.push("PU0,0;SP0;");
    commands.push(toolCommands(pen, operation.speed, operation.pressure));
    const drags = !knife.compensates && (find(known, operation.tool)?.bite ?? 0) > 0;
    let heading: Point | undefined;
    let count = 0;
    const stroke = (points: readonly Point[]): void => {
      const trailed = drags ? compensated(points, knife.offset, heading) : undefined;
      heading = trailed?.heading;
      const goes = trailed?.axis ?? points;
      const made = strokeCommands(errs ? goes.map((at) => toldFor(at, errs)) : goes);
      if (made.length > 0) count += 1;
      commands.push(...made);
    };
    if (drags && (pen !== before || operation.face !== face)) stroke(settling(knife.offset, margin));
    for (const path of operation.paths)
      for (let pass = 0; pass < operation.passes; pass += 1) stroke(passOf(path, pass));
    [before, face] = [pen, operation.face];
    return count;
  });
  return { text: plotFile(commands), strokes };
}

/** The same, the file alone. */
export const plotOf = (...asked: Parameters<typeof plotted>): string => plotted(...asked).text;
