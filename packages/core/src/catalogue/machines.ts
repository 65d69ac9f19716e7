/** Cutting machines by kind, made up by us: what they can reach, hold and drive. No figure is of a machine that is sold. */
import type { Scales } from "../model/measured.ts";
import type { Made } from "../model/job.ts";
import { type Entry, find, inches } from "./entry.ts";
import { mats } from "./papers.ts";

/** A tool a machine holds, one at a time. */
export interface MachineTool extends Entry {
  readonly roles: readonly Made[];
  /** into how many steps its pressure is divided */
  readonly steps: number;
  /** mm/s */
  readonly speed: readonly [slow: number, fast: number];
  /** mm of plain paper (0.8 g/cm³) that one pass at the last step goes through; 0 where nothing is gone through */
  readonly bite: number;
  /** the part of its range at which it just touches paper */
  readonly light: number;
}

/** How a machine moves: mm/s, mm/s², and mm that it may leave a corner by. */
export interface Pace {
  readonly travel: number;
  readonly acceleration: number;
  readonly corner: number;
  /** s to lower or lift the tool */
  readonly lift: number;
}

/** A machine that drives tools over a sheet. */
export interface Machine extends Entry {
  readonly kind: "machine";
  /** mm it reaches across and along */
  readonly width: number;
  readonly length: number;
  /** mm at each edge of a sheet that it cannot reach where it takes no mat */
  readonly margin: number;
  /** mats it takes; none: the sheet goes in as it is */
  readonly mats: readonly string[];
  readonly tools: readonly MachineTool[];
  /** how far a drag knife's tip trails its axis, mm, and whether the machine itself makes up for it */
  readonly knife: { readonly offset: number; readonly compensates: boolean };
  readonly pace: Pace;
  /** what the maker's own one has been found to do to a drawing: files for it make up for that */
  readonly errs?: Scales;
}

/** mm between two places a plotter can go to: HPGL's own unit, 1/40 mm. */
export const MACHINE_STEP_MM = 1 / 40;

const MADE_UP = "a plain kind, made up; measure your own";
const tool = (
  id: string,
  title: string,
  roles: readonly Made[],
  bite: number,
  light: number,
  speed: readonly [number, number],
): MachineTool => ({ id, title, roles, steps: 30, speed, bite, light, source: MADE_UP });

const FINE = tool("fine-blade", "Fine blade", ["cut", "perforate"], 0.45, 0.1, [20, 100]);
const DEEP = tool("deep-blade", "Deep blade", ["cut", "perforate"], 1.1, 0.15, [10, 60]);
const CREASER = tool("creaser", "Creasing tip", ["score"], 0, 0.25, [30, 100]);
const PEN = tool("pen-holder", "Pen", ["pen"], 0, 0.1, [40, 120]);
const FOIL = tool("foil-tip", "Foil tip", ["foil"], 0, 0.5, [10, 40]);

/** A small machine's motors: a metre and a half a second, each second, and 0.05 mm round a corner. */
const PACE: Pace = { travel: 200, acceleration: 1500, corner: 0.05, lift: 0.06 };
/** What a blade of a small machine trails by. */
const KNIFE_MM = 0.25;

const matOf = (id: string): { readonly width: number; readonly height: number } => {
  const found = find(mats, id);
  if (!found) throw new Error(`the catalogue lacks its own mat: ${id}`);
  return found;
};

/** Machines, the smallest first. */
export const machines: readonly Machine[] = [
  {
    ...{ kind: "machine", id: "small-cutter", title: "Small cutter, 4½ in wide", source: MADE_UP },
    ...{ width: matOf("mat-4.5x12").width, length: matOf("mat-4.5x12").height, margin: 0 },
    ...{ mats: ["mat-4.5x12"], tools: [FINE, CREASER, PEN, FOIL] },
    ...{ knife: { offset: KNIFE_MM, compensates: true }, pace: PACE },
  },
  {
    ...{ kind: "machine", id: "table-cutter", title: "Table cutter, 12 in wide", source: MADE_UP },
    ...{ width: matOf("mat-12x24").width, length: matOf("mat-12x24").height, margin: 0 },
    ...{ mats: ["mat-12x12", "mat-12x24"], tools: [FINE, DEEP, CREASER, PEN, FOIL] },
    ...{ knife: { offset: KNIFE_MM, compensates: true }, pace: PACE },
  },
  {
    ...{ kind: "machine", id: "roller-cutter", title: "Roller cutter, 15 in wide, no mat", source: MADE_UP },
    // 15 in across less the rollers at each side
    ...{ width: inches(15) - 20, length: 1000, margin: 10 },
    ...{ mats: [], tools: [FINE, DEEP, CREASER, PEN] },
    ...{ knife: { offset: 2 * KNIFE_MM, compensates: false }, pace: { ...PACE, travel: 300 } },
  },
];
