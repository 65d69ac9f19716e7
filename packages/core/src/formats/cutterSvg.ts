/**
 * SVG made ready for cutting machines, whose programs read less of it than drawing programs do: lines and cubics alone, no
 * dashes, no turns, nothing to be printed; a group for each kind of line in the order it is made, in it a group for each piece,
 * what lies inside another line before it.
 */
import { type Arc, figure, type Path, runsOf, type Segment, split, sweep } from "../geometry/path.ts";
import { distance, type Point, subtract } from "../geometry/point.ts";
import { MADE } from "../model/job.ts";
import type { Format } from "./format.ts";
import { insideFirst } from "./insideFirst.ts";
import { type RowStroke, type Strokes, strokesInRow } from "./inRow.ts";
import type { StrokeRole } from "./strokes.ts";
import { escapeXml, xmlId, yDown } from "./svg.ts";

/** Radians at most that one cubic stands for: an eighth of a circle is off by 4 in ten million of its radius. */
const MOST_SWEEP = Math.PI / 4;

/** An arc as cubics: handles of 4⁄3·tan(θ⁄4), which meet its middle. */
function cubicsOf(arc: Arc): Segment[] {
  const swept = sweep(arc);
  if (Math.abs(swept) > MOST_SWEEP + 1e-9) return split(arc, 0.5).flatMap((half) => cubicsOf(half as Arc));
  const k = (4 / 3) * Math.tan(swept / 4);
  const handle = (p: Point, way: 1 | -1): Point => {
    const [dx, dy] = subtract(p, arc.centre);
    return [p[0] - way * k * dy, p[1] + way * k * dx];
  };
  return [{ kind: "cubic", from: arc.from, control1: handle(arc.from, 1), control2: handle(arc.to, -1), to: arc.to }];
}

/** A path in absolute M, L, C and Z alone. */
function plainData(path: Path): string {
  const at = (p: Point): string => `${figure(p[0])} ${figure(p[1])}`;
  return runsOf(path)
    .map((run) => {
      const plain = run.flatMap((s) => (s.kind === "arc" ? cubicsOf(s) : [s]));
      const [first, last] = [plain[0], plain.at(-1)];
      if (!first || !last) return "";
      const lines = plain.map((s) =>
        s.kind === "cubic" ? `C${at(s.control1)} ${at(s.control2)} ${at(s.to)}` : `L${at(s.to)}`,
      );
      return `M${at(first.from)}${lines.join("")}${distance(first.from, last.to) < 1e-4 ? "Z" : ""}`;
    })
    .join("");
}

/** The kinds of lines a machine makes, in order; the two ways a score folds are one to a tool. */
const roleIn = (role: StrokeRole): string => (role === "valley" || role === "mountain" ? "score" : role);

/** Writes strokes as SVG for a cutting machine. */
export function writeCutterSvg({ strokes, width, height }: Strokes, title: string): string {
  const ids = new Map<string, number>();
  const once = (id: string): string => {
    const count = (ids.get(id) ?? 0) + 1;
    ids.set(id, count);
    return count === 1 ? id : `${id}.${String(count)}`;
  };
  const pathOf = ({ piece, id, path }: RowStroke): string =>
    `      <path id="${once(xmlId(`${piece}-${id}`))}" d="${plainData(yDown(path, 0, height))}"/>`;
  const groups = MADE.flatMap((made) => {
    const own = insideFirst(strokes.filter(({ role }) => roleIn(role) === made));
    if (own.length === 0) return [];
    const names = [...new Set(own.map(({ piece }) => piece))];
    return [
      `  <g id="${made}">`,
      ...names.flatMap((name) => [
        `    <g id="${once(xmlId(`${made}-${name}`))}">`,
        ...own.filter(({ piece }) => piece === name).map(pathOf),
        "    </g>",
      ]),
      "  </g>",
    ];
  });
  const [w, h] = [figure(width), figure(height)];
  return [
    '<?xml version="1.0" encoding="UTF-8"?>',
    `<svg xmlns="http://www.w3.org/2000/svg" version="1.1" width="${w}mm" height="${h}mm" viewBox="0 0 ${w} ${h}" fill="none" stroke="#000000" stroke-width="0.1">`,
    `  <title>${escapeXml(title)}</title>`,
    ...groups,
    "</svg>",
    "",
  ].join("\n");
}

/** The template for the programs of cutting machines. */
export const cutterSvg: Format = {
  id: "cutter-svg",
  title: "SVG for cutting machines",
  about: "plain lines in groups by tool and piece, cuts from the inside out, in true millimetres",
  extension: ".cut.svg",
  mime: "image/svg+xml",
  lacks: ["paper", "glue", "order", "faces"],
  of: ["draft"],
  reads: "pieces",
  write: ({ pieces, title }) => writeCutterSvg(strokesInRow(pieces), title),
};
