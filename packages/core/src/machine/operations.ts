/**
 * What a machine does with the sheets of a layout:
 *
 *     placed pieces → marks → walks of a role → ordered → paths of the tip → operations, and stops by hand between them
 *
 * On each face score, perforate, pen, foil, cut; the back face first, for it has no cuts and the sheet is whole when it is
 * turned. Sheets that are laid alike are planned once.
 */
import type { Machine, MachineTool } from "../catalogue/machines.ts";
import { type Path, placePath } from "../geometry/path.ts";
import type { Point, Size } from "../geometry/point.ts";
import { type Job, MADE, type Made, type Operation, type Stop, type ToolPath } from "../model/job.ts";
import type { LaidSheet, Placement } from "../model/layout.ts";
import type { Face, Piece } from "../model/piece.ts";
import type { Correction, Stock } from "../model/spec.ts";
import { nth } from "../units/nth.ts";
import { type Dashes, USUAL_DASHES } from "./dashes.ts";
import { stockKey, toolFor, type Way } from "./effort.ts";
import { USUAL_TABS } from "./holding.ts";
import { type Mark, marksOf, turnedMark } from "./marks.ts";
import { ordered, USUAL_LOOKS } from "./ordered.ts";
import { stopsOf, stopTime } from "./stops.ts";
import { comesTo, pathsOf, USUAL_CUTTING } from "./strokes.ts";
import { trialMarks } from "./trial.ts";
import { type Walk, walksOf } from "./walks.ts";

/** Whose pieces are on a sheet: the drawing of each item, as the layout numbers them. */
export interface JobDrawing {
  readonly spec: { readonly stock: Stock };
  readonly pieces: readonly Piece[];
}

/** How a job is made. */
export interface JobAsked {
  readonly machine: Machine;
  readonly sheets: readonly LaidSheet[];
  readonly drawings: readonly JobDrawing[];
  /** what test cuts have shown */
  readonly fixes?: readonly Correction[] | undefined;
  readonly dashes?: Dashes | undefined;
  /** looks of the whole job */
  readonly looks?: number | undefined;
  /** a test cut before the first sheet of each paper; after how many others, so that each has a corner of its own */
  readonly trials?: boolean | undefined;
  readonly trialsBefore?: number | undefined;
}

/** What cannot be made: no tool of the machine makes such a line in such a paper. */
export interface Unmade {
  readonly role: Made;
  readonly stock: Stock;
}

export type JobMade =
  | { readonly ok: true; readonly job: Job }
  | { readonly ok: false; readonly unmade: readonly Unmade[] };

/** Where a tool rests between operations: the origin. */
const HOME: Point = [0, 0];

/** One operation before it is ordered. */
interface Wanted {
  readonly face: Face;
  readonly role: Made;
  readonly tool: MachineTool;
  readonly way: Way;
  readonly walks: readonly Walk[];
  readonly trial?: true;
}
interface WantedSheet {
  readonly sheet: LaidSheet;
  readonly stock: Stock;
  readonly wanted: readonly Wanted[];
  readonly dropped: readonly Mark[];
}

const byPlace = (a: Placement, b: Placement): number =>
  a.item - b.item || (a.piece < b.piece ? -1 : a.piece > b.piece ? 1 : 0) || a.x - b.x || a.y - b.y;
/** Placements of a sheet in an order of their own: those of sheets laid alike stand at the same numbers. */
const placedOn = ({ placements }: LaidSheet): Placement[] => [...placements].sort(byPlace);

/** What tells sheets apart that are laid differently. */
const layOf = (sheet: LaidSheet): string =>
  [
    ...[sheet.stock, sheet.width.toFixed(3), sheet.height.toFixed(3)],
    ...placedOn(sheet).map(({ item, piece, x, y, rotation }) =>
      [item, piece, x.toFixed(4), y.toFixed(4), rotation.toFixed(4)].join(),
    ),
  ].join(" ");

const pieceOf = (drawings: readonly JobDrawing[], { item, piece }: Pick<Placement, "item" | "piece">): Piece => {
  const found = drawings[item]?.pieces.find(({ id }) => id === piece);
  if (!found) throw new Error(`the layout names a piece that is not drawn: ${piece}`);
  return found;
};

/** Every line on a sheet from the drawn faces, the copy of each the number of its placement. */
export function marksOn(sheet: LaidSheet, drawings: readonly JobDrawing[]): Mark[] {
  return placedOn(sheet).flatMap(({ item, piece, x, y, rotation }, copy) =>
    marksOf(pieceOf(drawings, { item, piece }), { item, piece, copy, pose: { x, y, rotation, flip: false } }),
  );
}

/** The paper that a sheet is of. */
export const stockOn = ({ placements }: LaidSheet, drawings: readonly JobDrawing[]): Stock | undefined => {
  const [first] = placements;
  return first && (pieceOf(drawings, first).stock ?? drawings[first.item]?.spec.stock);
};

/** What is to be done on one sheet, in the order of faces and roles. */
function wantedOn(
  sheet: LaidSheet,
  stock: Stock,
  { machine, drawings, fixes = [], dashes = USUAL_DASHES, trials = false, trialsBefore = 0 }: JobAsked,
  unmade: Unmade[],
): WantedSheet {
  const marks = marksOn(sheet, drawings);
  const loose = machine.mats.length === 0;
  const dropped: Mark[] = [];
  const of = (face: Face, role: Made, own: readonly Mark[], trial?: true): Wanted[] => {
    const { walks, dropped: short } = walksOf(own, role, { dashes, loose });
    dropped.push(...short);
    if (walks.length === 0) return [];
    const found = toolFor(machine.tools, role, stock, fixes);
    if (!found) {
      unmade.push({ role, stock });
      return [];
    }
    return [{ face, role, ...found, walks, ...(trial && { trial }) }];
  };
  const on = (face: Face): readonly Mark[] =>
    marks.filter((mark) => mark.face === face).map((mark) => (face === "back" ? turnedMark(mark, sheet.width) : mark));
  const outlines = placedOn(sheet).flatMap(({ item, piece, x, y, rotation }): Path[] =>
    pieceOf(drawings, { item, piece })
      .outline.slice(0, 1)
      .map((loop) => placePath(loop, { x, y, rotation, flip: false })),
  );
  // tried on the face that is made first: the sheet is not turned for it
  const first: Face = marks.some(({ face }) => face === "back") ? "back" : "front";
  const tried = trials ? trialMarks(sheet, outlines, machine.margin, trialsBefore) : [];
  const asLies = first === "back" ? tried.map((mark) => turnedMark({ ...mark, face: first }, sheet.width)) : tried;
  const trial = of(first, "cut", asLies, true);
  const made = (["back", "front"] as const).flatMap((face) => MADE.flatMap((role) => of(face, role, on(face))));
  return { sheet, stock, wanted: [...trial, ...made], dropped };
}

/** An operation without its number and its sheet. */
type Planned = Omit<Operation, "n" | "sheet" | "mat">;

/** Orders all that is done on one sheet. A tool goes home where another is put in after it, and stays where none is. */
function plannedOn({ wanted }: WantedSheet, machine: Machine, looks: (walks: number) => number): Planned[] {
  const cutting = { ...USUAL_CUTTING, ...(machine.mats.length === 0 && { tabs: USUAL_TABS }) };
  let from = HOME;
  return wanted.map(({ walks, way, tool, face, role, trial }, i) => {
    const next = wanted[i + 1];
    const stays = next?.tool === tool && next.face === face && !trial;
    const asked = { home: from, end: stays ? undefined : HOME, passes: walks[0]?.dashes ? 1 : way.passes };
    const paths = pathsOf(walks, ordered(walks, asked, looks(walks.length)), cutting);
    const { left, ...comes } = comesTo(paths, way, machine, from, asked.end);
    from = left;
    return { face, role, tool: tool.id, ...way, paths, ...comes, ...(trial && { trial }) };
  });
}

/** The paths of a plan with the copies that lie on a sheet of the same lay. */
const onSheet = ({ paths, ...rest }: Planned, sheet: LaidSheet) => {
  const placed = placedOn(sheet);
  return {
    ...rest,
    paths: paths.map((path): ToolPath => (path.item < 0 ? path : { ...path, copy: nth(placed, path.copy).copy })),
  };
};

/** What a machine does, in order, with the sheets of a layout. */
export function jobOn(asked: JobAsked): JobMade {
  const { machine, sheets, drawings, looks = USUAL_LOOKS } = asked;
  const unmade: Unmade[] = [];
  const lays = new Map<string, WantedSheet>();
  const tried = new Set<string>();
  const planned = sheets.flatMap((sheet) => {
    const stock = stockOn(sheet, drawings);
    if (!stock) return [];
    const isFirst = asked.trials === true && !tried.has(sheet.stock);
    tried.add(sheet.stock);
    const lay = `${isFirst ? "first " : ""}${layOf(sheet)}`;
    const known = lays.get(lay) ?? wantedOn(sheet, stock, { ...asked, trials: isFirst }, unmade);
    lays.set(lay, known);
    return [{ sheet, stock, lay }];
  });
  if (unmade.length > 0) return { ok: false, unmade: onceEach(unmade) };
  const all = [...lays.values()].flatMap(({ wanted }) => wanted.flatMap(({ walks }) => walks.length));
  const sum = all.reduce((total, count) => total + count, 0);
  const share = (walks: number): number => (looks * walks) / Math.max(1, sum);
  const plans = new Map([...lays].map(([lay, one]) => [lay, plannedOn(one, machine, share)]));
  const operations = planned
    .flatMap(({ sheet, lay }) =>
      (plans.get(lay) ?? []).map((plan) => ({
        ...onSheet(plan, sheet),
        ...{ sheet: sheet.id, mat: sheet.from.mat ?? machine.id },
      })),
    )
    .map((one, i): Operation => ({ n: i + 1, ...one }));
  const stops: readonly Stop[] = stopsOf(
    operations,
    planned.map(({ sheet, stock }) => ({ sheet, stock })),
    machine,
  );
  const sumOf = (key: "time" | "travel"): number => operations.reduce((total, one) => total + one[key], 0);
  const dropped = [...lays.values()].flatMap((lay) => lay.dropped.map(({ piece, line }) => ({ piece, line })));
  return {
    ok: true,
    job: {
      ...{ machine: machine.id, operations, stops, dropped },
      ...{ time: sumOf("time") + stopTime(stops), travel: sumOf("travel") },
    },
  };
}

const onceEach = (unmade: readonly Unmade[]): Unmade[] =>
  unmade.filter(
    ({ role, stock }, i) =>
      !unmade.slice(0, i).some((one) => one.role === role && stockKey(one.stock) === stockKey(stock)),
  );

/** mm by which the furthest path stands past what can be reached; 0 where none does. */
export const pastReach = ({ operations }: Job, reach: Size): number =>
  operations.reduce(
    (most, { paths }) =>
      paths.reduce(
        (far, { points }) =>
          points.reduce((off, [x, y]) => Math.max(off, -x, -y, x - reach.width, y - reach.height), far),
        most,
      ),
    0,
  );
