import { editLength } from "../units/format.ts";
import type { Unit } from "../units/length.ts";
import { roundNear } from "../units/ruler.ts";
import { type Entry, inches, ISO_216 } from "./entry.ts";

/** A paper by weight and thickness, with the colour it is drawn in. */
export interface StockPreset extends Entry {
  /** g/m² */
  readonly weight: number;
  /** how the trade in pounds calls it: by the weight of 500 sheets of 25 × 38 in (text) or 20 × 26 in (cover) */
  readonly grade: "text" | "cover";
  /** mm */
  readonly caliper: number;
  /** CSS colours of the two sides */
  readonly face: string;
  readonly back: string;
}

/** Bulk of uncoated paper and card, cm³/g: caliper in µm = weight × bulk. ISO 534 defines it; 1.25 is the middle of the uncoated range. */
const UNCOATED_BULK = 1.25;
/** Translucent parchment is calendered dense. */
const TRANSLUCENT_BULK = 0.85;

/** Heavier than this (g/m²) paper is sold as cover. */
const COVER_FROM = 150;
/** g/m² in a pound of a grade: 453.592 g over 500 sheets of its basis size, inches. */
const gramsInPound = (width: number, height: number): number =>
  453.592 / ((500 * inches(width) * inches(height)) / 1e6);
const GRAMS_IN_POUND = { text: gramsInPound(25, 38), cover: gramsInPound(20, 26) } as const;

/** A stock's weight in the pounds it is sold by, to the next five: 120 g/m² is about 80 lb text. */
export const poundsOf = ({ weight, grade }: Pick<StockPreset, "weight" | "grade">): string =>
  `${String(5 * Math.round(weight / GRAMS_IN_POUND[grade] / 5))} lb ${grade}`;

/** What paper looks like that is not in the catalogue: plain card. */
const PLAIN = { face: "#f1e8d4", back: "#e6d9bc" } as const;

/** The two colours a paper is drawn in, as CSS colours. */
export type PaperColours = Pick<StockPreset, "face" | "back">;

interface PaperSaid {
  readonly preset?: string | undefined;
  readonly face?: string | undefined;
  readonly back?: string | undefined;
}

/** What a paper looks like: as is said of it, else as its preset does; plain card for one the catalogue does not know. */
export function paperColours({ preset, face, back }: PaperSaid): PaperColours {
  const usual = stocks.find(({ id }) => id === preset) ?? PLAIN;
  return face === undefined && back === undefined ? usual : { face: face ?? usual.face, back: back ?? usual.back };
}

const stock = (
  id: string,
  title: string,
  weight: number,
  face: string,
  back: string,
  bulk = UNCOATED_BULK,
): StockPreset => ({
  id,
  title,
  weight,
  grade: weight < COVER_FROM ? "text" : "cover",
  caliper: Math.round(weight * bulk) / 1000,
  face,
  back,
  source: `caliper from weight × bulk ${String(bulk)} cm³/g (bulk as defined by ISO 534)`,
});

/** Papers by weight (g/m²) with their caliper, mm: weight times the bulk of their kind. */
export const stocks: readonly StockPreset[] = [
  stock("text-90", "Text 90 g/m², chalk", 90, "#f6f1e4", "#efe8d6"),
  stock("text-120", "Text 120 g/m², oat", 120, "#e9d9bb", "#f1e6d0"),
  stock("text-120-plum", "Text 120 g/m², plum", 120, "#a9788c", "#d9bdc6"),
  stock("kraft-120", "Wrapping brown 120 g/m²", 120, "#c9a577", "#d4b48b"),
  stock("translucent-112", "Translucent 112 g/m²", 112, "#eceae4", "#eceae4", TRANSLUCENT_BULK),
  stock("cover-160", "Card 160 g/m², russet", 160, "#c98a63", "#e6cdb9"),
  stock("cover-200", "Card 200 g/m², pear", 200, "#d9cf96", "#ece7cb"),
  stock("cover-250", "Card 250 g/m², chalk", 250, "#f7f3e8", "#f1ebdc"),
  stock("cover-300", "Card 300 g/m², slate", 300, "#8d9aa6", "#c3cad1"),
];

/** A sheet as bought, mm, width ≤ height except for long mats. */
export interface SheetPreset extends Entry {
  readonly width: number;
  readonly height: number;
}

const sheet = (id: string, title: string, width: number, height: number, source: string): SheetPreset => ({
  id,
  title,
  width,
  height,
  source,
});

/** Sheets as they are sold, mm, upright or square. */
export const sheets: readonly SheetPreset[] = [
  sheet("us-letter", "Letter", inches(8.5), inches(11), "ANSI/ASME Y14.1, size A"),
  sheet("us-legal", "Legal", inches(8.5), inches(14), "US paper trade size, stated in inches"),
  sheet("us-tabloid", "Tabloid", inches(11), inches(17), "ANSI/ASME Y14.1, size B"),
  sheet("iso-a4", "A4", 210, 297, ISO_216),
  sheet("iso-a3", "A3", 297, 420, ISO_216),
  sheet("square-12in", "Square 12 in", inches(12), inches(12), "craft paper trade size, stated in inches"),
  sheet("square-6in", "Square 6 in", inches(6), inches(6), "craft paper trade size, stated in inches"),
];

/** Square sheets are sold in inches everywhere; of the others a maker's shop keeps those of its own system. */
const isMetric = ({ id }: SheetPreset): boolean => id.startsWith("iso-");
const isInch = ({ id }: SheetPreset): boolean => id.startsWith("us-");

/**
 * The smallest sheet that serves, of the system the maker's ruler is marked in; of any where none of that does.
 * @param unit what the ruler is marked in
 */
export function smallestSheet(serves: (sheet: SheetPreset) => boolean, unit: Unit): SheetPreset | undefined {
  const strange = (sheet: SheetPreset): boolean => (unit === "in" ? isMetric(sheet) : isInch(sheet));
  return [...sheets]
    .sort((a, b) => Number(strange(a)) - Number(strange(b)) || a.width * a.height - b.width * b.height)
    .find(serves);
}

/** A cutting mat by the area a machine can cut on it, mm. */
export interface MatPreset extends Entry {
  readonly width: number;
  readonly height: number;
}

/** What the rollers and the head leave uncut of a 12 in mat: 304.8 − 290 mm, both ways. */
const MAT_MARGIN = inches(12) - 290;
const mat = (id: string, title: string, width: number, height: number): MatPreset => ({
  id,
  title,
  width: inches(width) - MAT_MARGIN,
  height: inches(height) - MAT_MARGIN,
  source: "nominal size in inches less the border a machine cannot reach",
});

/** Cutting mats of small machines: the largest a piece may be, mm. */
export const mats: readonly MatPreset[] = [
  mat("mat-12x12", "Mat 12 × 12 in", 12, 12),
  mat("mat-12x24", "Mat 12 × 24 in", 12, 24),
  mat("mat-4.5x12", "Mat 4 1/2 × 12 in", 4.5, 12),
];

/** Double-sided tape on a roll, mm wide. */
export interface TapePreset extends Entry {
  readonly width: number;
}

/** The width in inches as the trade sells it, to an eighth. */
const inEighths = (mm: number): string => editLength(roundNear(mm, inches(1 / 8)), { unit: "in", fraction: 8 });

const tape = (width: number): TapePreset => ({
  id: `tape-${String(width)}mm`,
  title: `Double-sided tape ${String(width)} mm (${inEighths(width)})`,
  width,
  source: "craft trade width, stated in mm",
});

/** Widths of double-sided tape on the shelf, mm, the narrowest first. */
export const tapes: readonly TapePreset[] = [3, 6, 9, 12].map(tape);
