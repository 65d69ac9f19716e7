/** Outlines out of an HPGL file, read as a plotter would plot it: each pen is a group. mm, y up. */
import { readPlot } from "../cutter/readHpgl.ts";
import { line } from "../geometry/path.ts";
import { nth } from "../units/nth.ts";
import { chained, OutlineError } from "./drawn.ts";
import type { Outline, OutlineFile } from "./outline.ts";
import { sizeOf } from "./readDxf.ts";

/** What a plotter's file begins with: a printer's escapes, and then a command of two letters. */
const BEGINS = /^(?:\s|;)*(?:IN|DF|PA|PR|PU|PD|SP|PE|IP|SC|VS|FS|PG|BP|RO|LT)\s*[\d;,\s+-]/iu;
const ESCAPE = "\u001b";

/** A text without the escapes it begins with: each ends with a capital, or with a colon where it is of a plotter's line. */
function unescaped(text: string): string {
  let i = 0;
  while (text[i] === ESCAPE) {
    const end = /[A-Z:]/u.exec(text.slice(i + 2));
    if (!end) return "";
    i += end.index + 3;
  }
  return text.slice(i);
}

/** Whether a text is HPGL. */
export const isHpgl = (text: string): boolean => BEGINS.test(unescaped(text.slice(0, 2000)));

/** Reads the outlines of an HPGL file, one sign a byte. @throws OutlineError with a sentence where it is refused */
export function readHpgl(text: string, chain: typeof chained = chained): OutlineFile {
  const { strokes, warnings } = readPlot(text);
  if (strokes.length === 0) throw new OutlineError("there is no line in it");
  const outlines = strokes.map(({ pen, points }, i): Outline => {
    const path = points.slice(1).map((to, k) => line(nth(points, k), to));
    const [first, last] = [nth(points, 0), nth(points, -1)];
    const closed = path.length > 2 && Math.hypot(first[0] - last[0], first[1] - last[1]) < CLOSES_MM;
    return { id: `line-${String(i + 1)}`, closed, path, group: `pen ${String(pen)}` };
  });
  const all = chain(outlines);
  return { ...sizeOf(all), outlines: all, warnings };
}
/** mm: a step of the file is 0.025. */
const CLOSES_MM = 0.02;
