/**
 * The pages that a printer is measured by: a frame with its diagonals, how far the paper's edges are, a line of marks every mm
 * against one of every 0.9 mm, the outline of a bank card, and lines that run off the paper to see where ink ends; then a page that
 * lies, with the same frame, for printers move those another way.
 *
 *    ┌──┬────────────────┬──┐
 *    ├──┌────────────────┐──┤   the frame is 180 mm across, and 240 or 220 up
 *    │  │╲              ╱│  │
 *    │  │    ┌──────┐    │  │   a card of ID-1 size covers its outline to a hair
 *    │  │    └──────┘    │  │
 *    └──└────────────────┘──┘
 */
import type { Point, Size } from "../../geometry/point.ts";
import { ID1_MM, printedFrame } from "../../measure/tools.ts";
import { begunPdf } from "./begun.ts";
import { ACCENT, type Doc, INK, newPage, PALE, POINTS, text } from "./ink.ts";
import type { PdfFonts } from "./options.ts";

/** mm between marks, and between those against them. */
const VERNIER = { every: 1, against: 0.9, marks: 10 } as const;

/** mm from a corner along its diagonal that are drawn. */
const NEAR_CORNER = { from: 0, to: 9 } as const;

interface TestPageOptions {
  /** the paper in the printer, mm, upright */
  readonly paper: Size;
  readonly fonts: PdfFonts;
  readonly date: Date;
}

/** Writes the test pages: nothing of it is made up for what the printer does. @throws when pdfkit cannot read the fonts */
export async function writeTestPage({ paper, fonts, date }: TestPageOptions): Promise<Uint8Array> {
  const title = "Test page for the printer";
  const { doc, bytes } = begunPdf(title, { fonts, date });
  newPage(doc, paper);
  const { across, up } = printedFrame(paper);
  const { left, top, right, bottom } = middleOf(paper, { width: across, height: up });
  const lines = (colour: string, wide: number, all: readonly (readonly Point[])[]): void => {
    doc.save().scale(POINTS).lineWidth(wide).strokeColor(colour).undash();
    for (const [from, ...rest] of all) {
      if (!from) continue;
      doc.moveTo(...from);
      for (const to of rest) doc.lineTo(...to);
      doc.stroke();
    }
    doc.restore();
  };
  lines(INK, 0.2, [around({ left, top, right, bottom })]);
  // where a ruler is laid from corner to corner: no line runs through what is written
  const [u, v] = [across / Math.hypot(across, up), up / Math.hypot(across, up)];
  lines(
    PALE,
    0.12,
    ([0, 1] as const).flatMap((x) =>
      ([0, 1] as const).map((y): readonly Point[] => {
        const [cx, cy] = [x === 0 ? left : right, y === 0 ? top : bottom];
        const [dx, dy] = [x === 0 ? u : -u, y === 0 ? v : -v];
        return [
          [cx + dx * NEAR_CORNER.from, cy + dy * NEAR_CORNER.from],
          [cx + dx * NEAR_CORNER.to, cy + dy * NEAR_CORNER.to],
        ];
      }),
    ),
  );
  // ticks to the paper's edges: from here the distance to each is measured
  const [mx, my] = [paper.width / 2, paper.height / 2];
  lines(ACCENT, 0.15, [
    [
      [0, my],
      [left, my],
    ],
    [
      [right, my],
      [paper.width, my],
    ],
    [
      [mx, 0],
      [mx, top],
    ],
    [
      [mx, bottom],
      [mx, paper.height],
    ],
  ]);
  card(doc, mx, top + up * 0.3);
  vernier(doc, mx, top + up * 0.78);
  const say = (words: string, x: number, y: number, size: number, strong = false): void => {
    text(doc, words, x, y, size, { strong, width: across - 20 });
  };
  say(title, left + 10, top + 8, 16, true);
  say(
    `Print at 100 %, without fitting. Measure the frame across (it should be ${String(across)} mm) and up (${String(up)} mm), both of its diagonals corner to corner, and from the paper's left and upper edge to it. Where a line to an edge ends before it, ink does not reach further: measure from the edge to its end.`,
    left + 10,
    top + 16,
    9.5,
  );
  say("A bank card laid here covers the outline to a hair on all sides.", mx - 42, top + up * 0.3 + 29, 8.5);
  say(
    "The mark that stands exactly over one beneath it tells tenths of a mm: the first at 0, the last at 0.9.",
    mx - 42,
    top + up * 0.78 + 7,
    8.5,
  );
  say("A", left + 1.5, bottom - 5.5, 9, true);
  say("B", right - 4, top + 1.5, 9, true);
  say("C", right - 4, bottom - 5.5, 9, true);
  say("D", left + 1.5, top + 1.5, 9, true);
  const lying = { width: paper.height, height: paper.width };
  newPage(doc, lying);
  const on = middleOf(lying, { width: up, height: across });
  lines(INK, 0.2, [around(on)]);
  say("A page that lies", on.left + 10, on.top + 8, 16, true);
  say(
    "Print it together with the other. Measure from this page's left edge to the frame, and from its upper edge, as these words are read.",
    on.left + 10,
    on.top + 16,
    9.5,
  );
  doc.end();
  return await bytes;
}

interface Frame {
  readonly left: number;
  readonly top: number;
  readonly right: number;
  readonly bottom: number;
}
const middleOf = (page: Size, { width, height }: Size): Frame => {
  const [left, top] = [(page.width - width) / 2, (page.height - height) / 2];
  return { left, top, right: left + width, bottom: top + height };
};
const around = ({ left, top, right, bottom }: Frame): readonly Point[] => [
  [left, top],
  [right, top],
  [right, bottom],
  [left, bottom],
  [left, top],
];

function card(doc: Doc, x: number, y: number): void {
  const { width, height, corner } = ID1_MM;
  doc.save().scale(POINTS).lineWidth(0.12).strokeColor(INK).undash();
  doc.roundedRect(x - width / 2, y - height / 2, width, height, corner).stroke();
  doc.restore();
}

function vernier(doc: Doc, x: number, y: number): void {
  doc.save().scale(POINTS).lineWidth(0.1).strokeColor(INK).undash();
  for (let i = 0; i <= VERNIER.marks; i += 1) {
    const [over, under] = [x - 42 + i * VERNIER.every, x - 42 + i * VERNIER.against];
    doc
      .moveTo(over, y)
      .lineTo(over, y - 5)
      .stroke();
    doc
      .moveTo(under, y)
      .lineTo(under, y + 5)
      .stroke();
  }
  doc.restore();
}
