/** What is cut round what was printed: the pieces where their page has them, with the page's corner marks to find the print by. */
import { figure, type Path, placePath } from "../geometry/path.ts";
import type { Size } from "../geometry/point.ts";
import { cornerMarks } from "../layout/imposed.ts";
import type { Measured } from "../model/measured.ts";
import type { Solution } from "../model/solution.ts";
import { writeCutterSvg } from "./cutterSvg.ts";
import type { RowStroke } from "./inRow.ts";
import { edgesOf, reachOf } from "./print/correct.ts";
import { type PrintedSheet, printedSheets } from "./print/printed.ts";

/**
 * As SVG for a cutting machine's program, one for each sheet that is printed, in their order; none where nothing is printed or fits.
 * @param paper mm, upright @param printer what has been found of the printer that the sheets come from
 */
export function printedCutSvgs(
  solution: Solution,
  paper: Size,
  title: string,
  printer?: readonly Measured[],
): readonly string[] {
  const reach = reachOf(edgesOf(printer));
  const { sheets } = printedSheets(solution, paper, reach);
  return sheets.map((sheet, i) =>
    cutSvg(sheet, reach, sheets.length > 1 ? `${title}, sheet ${String(i + 1)} of ${String(sheets.length)}` : title),
  );
}

function cutSvg({ page, on }: PrintedSheet, reach: number, title: string): string {
  const strokes = on.flatMap(({ piece, at: [x, y] }, copy): RowStroke[] => {
    const at = (path: Path): Path =>
      placePath(path, { x, y: page.height - y - piece.blank.height, rotation: 0, flip: false });
    const of = { piece: `${piece.id}-${String(copy + 1)}`, behind: false, filled: false };
    return [
      ...piece.outline.map((path, i): RowStroke => ({
        ...{ ...of, role: "cut", id: i === 0 ? "outline" : `hole-${String(i)}`, path: at(path) },
      })),
      ...piece.lines
        .filter(({ role }) => role !== "print" && role !== "guide")
        .map(({ id, role, fold, path }): RowStroke => ({
          ...{ ...of, id, path: at(path) },
          role: role === "score" ? (fold ?? "valley") : role,
        })),
    ];
  });
  const marks = cornerMarks(page, reach).map(
    (line, i) =>
      `    <path id="mark-${String(i + 1)}" d="${line.map(([x, y], n) => `${n === 0 ? "M" : "L"}${figure(x)} ${figure(y)}`).join("")}"/>`,
  );
  const svg = writeCutterSvg({ strokes, width: page.width, height: page.height }, title);
  return svg.replace("\n</svg>", `\n  <g id="marks">\n${marks.join("\n")}\n  </g>\n</svg>`);
}
