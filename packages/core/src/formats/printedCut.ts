/** What is cut round what was printed: the pieces where their page has them, with the page's corner marks to find the print by. */
import { figure } from "../geometry/path.ts";
import { type Path, placePath } from "../geometry/path.ts";
import type { Size } from "../geometry/point.ts";
import { cornerMarks, imposedOn } from "../layout/imposed.ts";
import type { Solution } from "../model/solution.ts";
import { writeCutterSvg } from "./cutterSvg.ts";
import type { RowStroke } from "./inRow.ts";
import { printable } from "./print/printed.ts";

/** As SVG for a cutting machine's program, for the first page of the first piece that is printed; undefined where none is, or none fits. */
export function printedCutSvg(solution: Solution, paper: Size, title: string): string | undefined {
  const [piece] = printable(solution.pieces);
  const laid = piece && imposedOn(piece.blank, paper, piece.quantity * solution.spec.quantity);
  if (!piece || !laid) return undefined;
  const { page, places } = laid;
  const strokes = places.flatMap(([x, y], copy): RowStroke[] => {
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
  const marks = cornerMarks(page).map(
    (line, i) =>
      `    <path id="mark-${String(i + 1)}" d="${line.map(([x, y], n) => `${n === 0 ? "M" : "L"}${figure(x)} ${figure(y)}`).join("")}"/>`,
  );
  const svg = writeCutterSvg({ strokes, width: page.width, height: page.height }, title);
  return svg.replace("\n</svg>", `\n  <g id="marks">\n${marks.join("\n")}\n  </g>\n</svg>`);
}
