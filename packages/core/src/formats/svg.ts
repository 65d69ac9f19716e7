/**
 * SVG in true millimetres: one unit is one mm, one group for each role, arcs stay arcs. y points down in SVG and up in
 * the model, so every path is mirrored once, here. SVG carries no stock, glue or fold order; ids and data attributes name
 * pieces and folds.
 */
import { figure, type Path, pathData, type Segment } from "../geometry/path.ts";
import type { Point } from "../geometry/point.ts";
import type { Piece } from "../model/piece.ts";
import { type KeptOutline, loopsOf } from "../outlines/outline.ts";
import type { Format } from "./format.ts";
import { type Strokes, strokesInRow } from "./inRow.ts";
import { dashOf, WEIGHT_MM } from "./strokes.ts";

const ESCAPES: Readonly<Record<string, string>> = {
  "&": "&amp;",
  "<": "&lt;",
  ">": "&gt;",
  '"': "&quot;",
  "'": "&apos;",
};
/** Signs XML 1.0 forbids, but for tab and line ends. */
const isForbidden = (sign: string): boolean =>
  (sign < " " && !"\t\n\r".includes(sign)) || sign === "\ufffe" || sign === "\uffff";
/** Text for an XML file: markup escaped, forbidden signs dropped. */
export const escapeXml = (text: string): string =>
  Array.from(text)
    .filter((sign) => !isForbidden(sign))
    .map((sign) => ESCAPES[sign] ?? sign)
    .join("");

/** A path with y down: mirrored about the line y = `height`. */
export function yDown(path: Path, dx: number, height: number): Path {
  const flip = (p: Point): Point => [p[0] + dx, height - p[1]];
  return path.map((s): Segment => {
    if (s.kind === "line") return { kind: "line", from: flip(s.from), to: flip(s.to) };
    if (s.kind === "arc")
      return { kind: "arc", from: flip(s.from), to: flip(s.to), centre: flip(s.centre), ccw: !s.ccw };
    return {
      kind: "cubic",
      from: flip(s.from),
      control1: flip(s.control1),
      control2: flip(s.control2),
      to: flip(s.to),
    };
  });
}

/** An id as XML allows it: a piece of a fitting is named with its fitting, `note/envelope`, and no name holds a slash. */
export const xmlId = (id: string): string => id.replaceAll("/", ".");

const data = (path: Path, dx: number, height: number): string => pathData(yDown(path, dx, height));

/** Writes an outline as SVG text: one path, its holes with it. */
export function writeOutlineSvg({ drawn, width, height }: KeptOutline, title: string): string {
  const d = (loopsOf(drawn) ?? []).map((loop) => data(loop, 0, height)).join("");
  const size = `width="${figure(width)}mm" height="${figure(height)}mm" viewBox="0 0 ${figure(width)} ${figure(height)}"`;
  return [
    '<?xml version="1.0" encoding="UTF-8"?>',
    `<svg xmlns="http://www.w3.org/2000/svg" ${size} fill="none" stroke="#1d2a44">`,
    `  <title>${escapeXml(title)}</title>`,
    `  <path id="outline" stroke-width="${String(WEIGHT_MM.cut)}" d="${d}"/>`,
    "</svg>",
    "",
  ].join("\n");
}

/** Writes pieces as SVG text, side by side. */
export const writeSvg = (pieces: readonly Piece[], title: string): string =>
  writeStrokesSvg(strokesInRow(pieces), title);

/** Writes strokes as SVG text. */
export function writeStrokesSvg({ strokes: drawn, width, height }: Strokes, title: string): string {
  const roles = [...new Set(drawn.map((d) => d.role))];
  const groups = roles.map((role) => {
    const dash = dashOf(role);
    const paths = drawn
      .filter((d) => d.role === role)
      .map(
        (d) =>
          `    <path id="${xmlId(`${d.piece}-${d.id}`)}" data-piece="${d.piece}"${d.behind ? ' data-face="back"' : ""}${d.filled ? ' fill="#1d2a44" stroke="none"' : ""} d="${data(d.path, 0, height)}"/>`,
      );
    return [
      `  <g id="${role}" data-role="${role === "valley" || role === "mountain" ? "score" : role}" stroke-width="${String(WEIGHT_MM[role])}"${dash ? ` stroke-dasharray="${dash.join(" ")}"` : ""}>`,
      ...paths,
      "  </g>",
    ].join("\n");
  });
  const w = Math.round(width * 1e4) / 1e4;
  const h = Math.round(height * 1e4) / 1e4;
  return [
    '<?xml version="1.0" encoding="UTF-8"?>',
    `<svg xmlns="http://www.w3.org/2000/svg" width="${String(w)}mm" height="${String(h)}mm" viewBox="0 0 ${String(w)} ${String(h)}" fill="none" stroke="#1d2a44" stroke-linecap="round" stroke-linejoin="round">`,
    `  <title>${escapeXml(title)}</title>`,
    ...groups,
    "</svg>",
    "",
  ].join("\n");
}

/** The cutting template as a drawing. */
export const svg: Format = {
  id: "svg",
  title: "SVG",
  about: "the outline, its scores and what is drawn, in true millimetres",
  extension: ".svg",
  mime: "image/svg+xml",
  lacks: ["paper", "glue", "order"],
  of: ["draft"],
  reads: "pieces",
  write: ({ pieces, title }) => writeSvg(pieces, title),
};
