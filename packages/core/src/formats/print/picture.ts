/** A picture out of `pictures/` on a printed page. */
import { pathData } from "../../geometry/path.ts";
import type { Picture, PictureShape } from "../../pictures/shapes.ts";
import type { PaperColours } from "../../catalogue/papers.ts";
import { dashOf, type StrokeRole, WEIGHT_MM } from "../strokes.ts";
import { yDown } from "../svg.ts";
import { ACCENT, type Doc, INK, PALE, POINTS } from "./ink.ts";

/** Where it stands on the page, mm. */
export interface PictureBox {
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
}

/** Paper that is nobody's. */
const PAPER: PaperColours = { face: "#efe6d2", back: "#e2d3b4" };

const ROLE_OF: Readonly<Record<string, StrokeRole>> = {
  cut: "cut",
  edge: "pen",
  fence: "cut",
  groove: "guide",
  "guide-line": "guide",
  measure: "pen",
  stop: "cut",
  guide: "guide",
  pen: "pen",
  foil: "foil",
  perforate: "perforate",
};

/** A picture as large as its box allows, in the middle of it. */
export function drawPicture(
  doc: Doc,
  { shapes, bounds, labels = [] }: Picture,
  box: PictureBox,
  colours: PaperColours = PAPER,
): void {
  const wide = Math.max(1, bounds.right - bounds.left);
  const tall = Math.max(1, bounds.top - bounds.bottom);
  const scale = Math.min(box.width / wide, box.height / tall);
  doc.save().scale(POINTS);
  doc.rect(box.x - 1, box.y - 1, box.width + 2, box.height + 2).clip();
  doc
    .translate(box.x + (box.width - wide * scale) / 2, box.y + (box.height - tall * scale) / 2)
    .scale(scale)
    .translate(-bounds.left, 0);
  for (const shape of shapes) drawShape(doc, shape, bounds.top, scale, colours);
  doc.font("strong").fillColor(INK);
  for (const { at, text: words, tall } of labels) {
    doc.fontSize(tall);
    doc.text(words, at[0] - doc.widthOfString(words) / 2, bounds.top - at[1] - tall, { lineBreak: false });
  }
  doc.restore();
}

function drawShape(doc: Doc, shape: PictureShape, top: number, scale: number, colours: PaperColours): void {
  const path = yDown(shape.path, 0, top);
  const own = shape.paper ?? colours;
  const fills = { face: own.face, back: own.back, contents: "#fffdf8", glue: "#e7b9a3", ink: INK } as const;
  const whole = [path, ...(shape.holes ?? []).map((hole) => yDown(hole, 0, top))].map(pathData).join("");
  if (shape.fill) doc.path(whole).fill(fills[shape.fill], "even-odd");
  if (!shape.role) return;
  const role: StrokeRole = shape.role === "score" ? (shape.fold ?? "valley") : (ROLE_OF[shape.role] ?? "pen");
  const dash = dashOf(role);
  doc
    .lineWidth((shape.now ? 0.6 : WEIGHT_MM[role]) / scale)
    .strokeColor(shape.now ? ACCENT : role === "guide" ? PALE : INK);
  if (dash) (doc as unknown as { dash(pattern: readonly number[]): void }).dash(dash.map((d) => (d * 0.6) / scale));
  else doc.undash();
  doc.path(pathData(path)).stroke();
}
