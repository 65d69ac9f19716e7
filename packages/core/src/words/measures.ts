/** Places, figures, cuts and amounts in words. */
import type { TrimCut } from "../layout/trimPlan.ts";
import type { Place } from "../model/spec.ts";
import type { Lying, Material } from "../model/solution.ts";
import type { EdgeReadings, PieceReadings } from "../methods/readings.ts";
import type { Dimension } from "../model/piece.ts";
import { formatLength, formatRun, formatSize, type Display } from "../units/format.ts";
import { type Facts, num, said, type Sayer, sayer } from "./saying.ts";

/** mm within which two margins are the same to a hand. */
const SAME_MARGIN = 0.05;

/** What a thing leaves free of its ground: nothing, the same all round, or so much on each side. */
export function freeWords(facts: Facts | undefined, mm: Sayer): string {
  const [side, right, top, bottom] = (["side", "right", "top", "bottom"] as const).map((key) => num(facts, key)) as [
    number,
    number,
    number,
    number,
  ];
  const same = (a: number, b: number): boolean => Math.abs(a - b) < SAME_MARGIN;
  if ([side, right, top, bottom].every((free) => Math.abs(free) < SAME_MARGIN)) return "edge to edge";
  if (same(side, right) && same(top, bottom) && Math.min(side, top) > -SAME_MARGIN)
    return same(side, top) ? `${mm(side)} free all round` : `${mm(side)} free on the left, ${mm(top)} above`;
  const across = same(side, right)
    ? "in the middle across"
    : side <= right
      ? offEdge(side, "left", mm)
      : offEdge(right, "right", mm);
  const down = same(top, bottom)
    ? "in the middle down"
    : top <= bottom
      ? offEdge(top, "upper", mm)
      : offEdge(bottom, "lower", mm);
  return `${across}, ${down}`;
}

/** How a piece is turned on a sheet: the shorter way round, since end for end it takes the same room. */
export const saySlant = (degrees: number): string =>
  degrees > 90 ? `${String(Math.round(180 - degrees))}° to the right` : `${String(Math.round(degrees))}° to the left`;

/** How far a thing stays off an edge, or stands out past it. */
export const offEdge = (free: number, edge: "left" | "right" | "upper" | "lower", mm: Sayer): string => {
  if (Math.abs(free) < SAME_MARGIN) return `level with the ${edge} edge`;
  if (free < 0) return `standing ${mm(-free)} past the ${edge} edge`;
  const where = { left: "on the left", right: "on the right", upper: "above", lower: "below" }[edge];
  return `${mm(free)} free ${where}`;
};

const EDGE_WORDS = { left: "the left", right: "the right", bottom: "the bottom", top: "the top" } as const;

/** The rule by which a thing lies, in words: "4 mm all round", "20 mm from the bottom, centred". */
export function sayPlace(at: Place, lying: Lying | undefined, display: Display): string {
  const mm = sayer(display);
  const centred = at.x.from === "centre" && at.y.from === "centre" && at.x.by === 0 && at.y.by === 0;
  const turned = at.turn === 0 ? "" : `, turned ${String(at.turn)}°`;
  if (centred && lying) {
    const [side, end] = [(lying.ground.width - lying.width) / 2, (lying.ground.height - lying.height) / 2];
    if (Math.abs(side - end) < SAME_MARGIN)
      return `${side < SAME_MARGIN ? "edge to edge" : `${mm(side)} all round`}${turned}`;
  }
  const one = ({ from, by }: Place["x"] | Place["y"], low: string, high: string): string =>
    from === "centre"
      ? by === 0
        ? "centred"
        : `${mm(Math.abs(by))} ${by > 0 ? high : low} of the middle`
      : by === 0
        ? `at ${EDGE_WORDS[from]}`
        : `${mm(by)} from ${EDGE_WORDS[from]}`;
  const across = one(at.x, "left", "right");
  const up = one(at.y, "below", "above").replace("above of the", "above the").replace("below of the", "below the");
  const both = across === "centred" && up === "centred" ? "centred" : `${up}, ${across}`;
  return both + turned;
}

/** What each figure on the drawing measures; one that shows a setting has the setting's own name. */
export const dimensionWords: Readonly<Record<string, string>> = {
  blank: "Side of the square",
  "blank-width": "Sheet across",
  "blank-height": "Sheet down",
  "first-score": "First score",
  "second-score": "First score from the top edge",
  "contents-width": "Card width",
  "contents-height": "Card height",
  "finished-width": "Width",
  "finished-height": "Height",
  "window-width": "Window across",
  "window-height": "Window down",
  wall: "Wall, between its two scores",
  deep: "Base, from face to face",
  across: "Width",
  travel: "It travels",
  leg: "Leg, from its score to its foot",
  around: "Panel, round the pillow",
  long: "Panel, from end to end",
  "at-left": "From the left",
  "at-right": "From the right",
  "at-bottom": "From the bottom",
  "at-top": "From the top",
  "at-centre": "Off the middle",
};

/** A setting of the trimmer: which side gets shorter, and how often. */
export function sayCut({ along, measure, times, of }: TrimCut, display: Display): string {
  const often = times === 1 ? "" : times === 2 ? ", twice" : `, ${String(times)} times`;
  const where = of === "sheet" ? "" : of === "strip" ? ", in the strip cut off" : ", in the piece cut off the strip";
  return `${formatLength(measure, display)} ${along === "width" ? "across" : "down"}${often}${where}`;
}

/** Lengths in a row that share their unit: `5⁄8 · 2 1⁄8 · 6 in`. */
export const sayRow = (values: readonly number[], display: Display): string =>
  values.map((mm, i) => formatLength(mm, display, { bare: i < values.length - 1 })).join(" · ");

/** Where one edge's scores are read: `left edge 18 · 173 mm`. */
export const sayReadings = ({ edge, measures, inPart }: EdgeReadings, display: Display): string =>
  `${edge === "punch" ? "punch at" : `${edge} edge`} ${sayRow(measures, display)}${sayInPart(inPart, display)}`;

/** Scores that end inside the sheet, told beside the others. */
export const sayInPart = (inPart: readonly number[], display: Display): string =>
  inPart.length === 0 ? "" : ` (${sayRow(inPart, display)} not from edge to edge: see the step)`;

/** Scores that no edge measures. */
export const sayByTemplate = (count: number): string =>
  count === 0 ? "" : count === 1 ? "1 score by the template" : `${String(count)} scores by the template`;

/** One piece's scores in a line: by its name where others are cut beside it. */
export function sayPieceReadings(
  { piece, readings, byTemplate, oneOfSeveral }: PieceReadings,
  display: Display,
): string {
  const said = [...readings.map((r) => sayReadings(r, display)), sayByTemplate(byTemplate)].filter(Boolean).join(", ");
  return oneOfSeveral ? `${piece.name}: ${said}` : said;
}

/** What a length usually is, mm, as the maker measures. Nothing where that is nothing. */
export function sayUsual(mm: number, display: Display): string {
  if (mm < SAME_MARGIN) return "";
  const said = formatLength(mm, display);
  return said.startsWith("~") ? `Usually about ${said.slice(1)}.` : `Usually ${said}.`;
}

/** An entry of the cut list: what, how much of it, and from what. */
export function sayMaterial(material: Material, display: Display): { item: string; amount: string; note: string } {
  const { item, code, quantity, size, stock } = material;
  const run = formatRun(size.width * quantity, display);
  const sized = formatSize(size.width, size.height, display);
  switch (code) {
    case "tape":
      return { item, amount: run, note: `${formatLength(size.height, display)} wide` };
    case "glue":
      return { item, amount: run, note: "a thin line" };
    case "foam":
      return { item, amount: run, note: `${formatLength(Number(stock), display)} thick` };
    case "foil":
      return { item, amount: String(quantity), note: `${sized}, over all that is foiled` };
    case "bought":
      return { item, amount: String(quantity), note: `${sized} opened flat, bought folded` };
    case "goes-in":
      return { item, amount: String(quantity), note: `${sized}, goes in` };
    case "within":
      return { item, amount: String(quantity), note: `${sized}, drops out of the other piece` };
    default:
      return { item, amount: String(quantity), note: `${sized}, ${stock}` };
  }
}

/** The name of a dimension. */
export const sayDimension = ({ title, code }: Dimension): string => title ?? said(dimensionWords, code);
