/** What a hand does between operations: load, put in a tool, lay foil on, turn the sheet, unload. By code; words are elsewhere. */
import { find } from "../catalogue/entry.ts";
import type { Machine } from "../catalogue/machines.ts";
import { mats } from "../catalogue/papers.ts";
import { boundsOf } from "../geometry/path.ts";
import type { Operation, Stop } from "../model/job.ts";
import type { LaidSheet } from "../model/layout.ts";
import type { Stock } from "../model/spec.ts";

/** Seconds that a stop takes a hand that knows the machine; none where a tool stays in. */
const STOP_SECONDS = 30;
export const stopTime = (stops: readonly Stop[]): number =>
  STOP_SECONDS * stops.filter(({ facts }) => facts["isIn"] !== 1).length;
/** mm of foil that lie round what is foiled, for the tape on its four sides. */
const FOIL_BORDER_MM = 10;

type Facts = Record<string, number | string>;

/** Where a sheet of foil has to lie: what is foiled and a border for its tape, within the sheet. */
function foilFacts({ paths }: Operation, { width, height }: LaidSheet): Facts {
  const box = boundsOf(paths.flatMap(({ points }) => points));
  const [x, y] = [Math.max(0, box.left - FOIL_BORDER_MM), Math.max(0, box.bottom - FOIL_BORDER_MM)];
  return {
    ...{ x, y },
    width: Math.min(width, box.right + FOIL_BORDER_MM) - x,
    height: Math.min(height, box.top + FOIL_BORDER_MM) - y,
  };
}

/** How a sheet is loaded. */
function loadFacts({ from, width, height }: LaidSheet, stock: Stock, { face, mat }: Operation, sheet: number): Facts {
  return {
    ...{ sheet, paper: stock.title ?? "", width, height },
    ...{ mat: from.mat === undefined ? "" : (find(mats, mat)?.title ?? "") },
    up: face,
    ...(stock.pattern !== undefined && { pattern: stock.pattern }),
  };
}

/** @param loaded the sheets of the job, in its order */
export function stopsOf(
  operations: readonly Operation[],
  loaded: readonly { readonly sheet: LaidSheet; readonly stock: Stock }[],
  machine: Machine,
): Stop[] {
  const stops: Stop[] = [];
  let [sheet, tool, face, foiled] = ["", "", "front" as Operation["face"], false];
  const add = (before: number, kind: Stop["kind"], facts: Facts, code: string = kind): void => {
    // what was foiled is peeled before anything else is done with the sheet
    stops.push({ before, kind, code, facts: { ...facts, ...(foiled && kind !== "load" && { peel: 1 }) } });
    if (kind !== "load") foiled = false;
  };
  for (const operation of operations) {
    const { n } = operation;
    const at = loaded.findIndex((one) => one.sheet.id === operation.sheet);
    const own = loaded[at];
    if (!own) continue;
    const isNew = operation.sheet !== sheet;
    const isTurned = !isNew && operation.face !== face;
    if (isNew) {
      if (sheet !== "") add(n, "unload", { mat: machine.mats.length > 0 ? 1 : 0 });
      add(n, "load", loadFacts(own.sheet, own.stock, operation, at + 1));
    } else if (isTurned) add(n, "turn", { over: own.sheet.width });
    [sheet, face] = [operation.sheet, operation.face];
    // a tool that stays in over another paper may be set otherwise
    if (isNew || isTurned || operation.tool !== tool) {
      const title = find(machine.tools, operation.tool)?.title ?? operation.tool;
      const { pressure, passes, speed } = operation;
      add(n, "tool", {
        tool: title,
        pressure,
        passes,
        speed,
        stays: isNew ? 0 : 1,
        isIn: operation.tool === tool ? 1 : 0,
      });
    }
    tool = operation.tool;
    if (operation.role === "foil") {
      add(n, "foil", foilFacts(operation, own.sheet));
      foiled = true;
    }
  }
  if (operations.length > 0) add(operations.length + 1, "unload", { mat: machine.mats.length > 0 ? 1 : 0 });
  return stops;
}
