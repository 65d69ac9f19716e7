/** HPGL: all pieces in a row, a tool for each kind of line, in the order they are made; one pass, no more than is drawn. */
import { runsOf } from "../geometry/path.ts";
import { USUAL_DASHES, dashed } from "../machine/dashes.ts";
import { walked } from "../machine/walked.ts";
import { MADE, type Made } from "../model/job.ts";
import { nth } from "../units/nth.ts";
import type { Format } from "./format.ts";
import { insideFirst } from "./insideFirst.ts";
import { type RowStroke, strokesInRow } from "./inRow.ts";
import { plotFile, strokeCommands } from "./plot.ts";

const madeAs = ({ role }: RowStroke): Made | undefined =>
  role === "valley" || role === "mountain" ? "score" : MADE.find((made) => made === role);

/** The lines of one stroke: a perforation as the dashes that are cut. */
function linesOf(stroke: RowStroke, made: Made) {
  return runsOf(stroke.path).flatMap((run) => {
    const walk = walked(run);
    if (walk.points.length < 2) return [];
    if (made === "perforate") return dashed(walk, USUAL_DASHES);
    return [walk.closed ? [...walk.points, nth(walk.points, 0)] : walk.points];
  });
}

/** The template for a plotter or a cutting machine. */
export const hpgl: Format = {
  id: "hpgl",
  title: "HPGL",
  about: "for plotters and cutting machines: scores first, cuts last, a tool for each",
  extension: ".hpgl",
  mime: "application/vnd.hp-hpgl",
  lacks: ["paper", "glue", "order", "faces", "curves"],
  of: ["draft"],
  reads: "pieces",
  write({ pieces }) {
    const { strokes } = strokesInRow(pieces);
    let pen = 0;
    return plotFile(
      MADE.flatMap((made) => {
        const own = strokes.filter((stroke) => madeAs(stroke) === made);
        const commands = insideFirst(own).flatMap((stroke) => linesOf(stroke, made).flatMap(strokeCommands));
        return commands.length > 0 ? [`SP${String((pen += 1))};`, ...commands] : [];
      }),
    );
  },
};
