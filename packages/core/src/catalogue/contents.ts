import { type Entry, inches, ISO_216, US_STATIONERY } from "./entry.ts";

/** Something that goes inside, finished and lying with its longer side across: width ≥ height, all in mm. */
export interface ContentsPreset extends Entry {
  readonly kind: "card" | "square card" | "plastic card" | "flat paper" | "treat";
  /** what it looks like in its box, where it is none: as large as the sizes say */
  readonly shape?: "ball" | "lolly" | "loose";
  readonly width: number;
  readonly height: number;
  /** as it is usually made; a folded card of light card stock is two plies */
  readonly thickness: number;
}

/** Two plies of 250 g/m² card with a little air: what a plain folded card measures closed. */
const FOLDED_CARD = 1;

const card = (id: string, title: string, width: number, height: number, source: string): ContentsPreset => ({
  id,
  title,
  kind: "card",
  width,
  height,
  thickness: FOLDED_CARD,
  source,
});
const us = (id: string, title: string, width: number, height: number): ContentsPreset =>
  card(id, title, inches(width), inches(height), US_STATIONERY);
const squareInch = (side: number): ContentsPreset => ({
  ...us(`square-${String(side)}in`, `Square ${String(side)} in`, side, side),
  kind: "square card",
});
const squareMetric = (side: number): ContentsPreset => ({
  ...card(`square-${String(side)}mm`, `Square ${String(side)} mm`, side, side, "stationery trade size, stated in mm"),
  kind: "square card",
});

/** A heap of so many ml, mm: half as thick as it is wide and high, twice the narrowest of what it is put in. */
export function heapOf(ml: number): Pick<ContentsPreset, "width" | "height" | "thickness"> {
  const side = Math.round(Math.cbrt(2000 * ml));
  return { width: side, height: side, thickness: Math.ceil((1000 * ml) / (side * side)) };
}

/**
 * Balls that are poured and not shaken down fill this part of their room (random loose packing of spheres, 0.56 to 0.60 in
 * the literature; the lower figure, so that the heap is never taken for smaller than it is).
 */
const POURED = 0.56;

/** ml that so many pieces take when they are poured in, each as large as a ball of `each` mm. */
export const pouredMl = (count: number, each: number): number => (count * (Math.PI / 6) * each ** 3) / POURED / 1000;

/** ml of the measuring cup that recipes in inches go with (US customary cup, 8 fl oz). */
export const CUP_ML = 236.588;

function loose(ml: number): ContentsPreset {
  return {
    id: `loose-${String(ml)}ml`,
    title: `Loose treats, ${String(ml)} ml`,
    kind: "treat",
    shape: "loose",
    ...heapOf(ml),
    source: "a box of that volume, half as thick as it is wide",
  };
}

const treat = (
  id: string,
  title: string,
  [width, height, thickness]: readonly [number, number, number],
  shape?: ContentsPreset["shape"],
): ContentsPreset => ({
  ...{ id, title, kind: "treat", width, height, thickness, source: "measured on the kind that is usual" },
  ...(shape && { shape }),
});

/** Cards and other things that are put into holders, mm; each entry names its source. */
export const contents: readonly ContentsPreset[] = [
  us("us-mini-slimline", "Mini slimline", 6, 3.5),
  us("us-a1", "A1 card", 4.875, 3.5),
  us("us-a2", "A2 card", 5.5, 4.25),
  us("us-a6", "A6 card (US)", 6.25, 4.5),
  us("us-a7", "A7 card (US)", 7, 5),
  us("us-a9", "A9 card", 8.5, 5.5),
  us("us-slimline", "Slimline", 8.5, 3.5),
  ...[3, 4, 5, 6, 7].map(squareInch),
  card("iso-a7", "A7 (ISO)", 105, 74, ISO_216),
  card("iso-a6", "A6 (ISO)", 148, 105, ISO_216),
  card("iso-a5", "A5 (ISO)", 210, 148, ISO_216),
  card("iso-dl", "DL, a third of A4", 210, 99, `${ISO_216}, A4 folded in three`),
  ...[100, 110, 120, 130, 140, 150].map(squareMetric),
  {
    id: "gift-card",
    title: "Gift card",
    kind: "plastic card",
    width: 85.6,
    height: 53.98,
    thickness: 0.76,
    source: "ISO/IEC 7810:2019, ID-1",
  },
  {
    id: "visiting-card-iso",
    title: "Visiting card 85 × 55",
    kind: "flat paper",
    width: 85,
    height: 55,
    thickness: 0.4,
    source: "European stationery trade size",
  },
  {
    id: "visiting-card-us",
    title: "Visiting card 3 1/2 × 2 in",
    kind: "flat paper",
    width: inches(3.5),
    height: inches(2),
    thickness: 0.4,
    source: US_STATIONERY,
  },
  {
    id: "banknote-us",
    title: "Banknote (US), flat",
    kind: "flat paper",
    width: inches(6.14),
    height: inches(2.61),
    thickness: 0.11,
    source: "US banknote, 6.14 × 2.61 in",
  },
  {
    id: "banknote-euro-50",
    title: "Banknote (50 euro), flat",
    kind: "flat paper",
    width: 140,
    height: 77,
    thickness: 0.11,
    source: "euro banknote, Europa series",
  },
  {
    id: "banknotes-us-folded",
    title: "Banknotes (US), folded once",
    kind: "flat paper",
    width: inches(3.07),
    height: inches(2.61),
    thickness: 1,
    source: "US banknote, 6.14 × 2.61 in, folded at its middle; four notes with a little air",
  },
  {
    id: "banknotes-euro-50-folded",
    title: "Banknotes (50 euro), folded once",
    kind: "flat paper",
    width: 77,
    height: 70,
    thickness: 1,
    source: "euro banknote, Europa series, 140 × 77 mm, folded at its middle; four notes with a little air",
  },
  {
    id: "certificate-us",
    title: "Certificate, letter size",
    kind: "flat paper",
    width: inches(11),
    height: inches(8.5),
    thickness: 0.3,
    source: "ANSI/ASME Y14.1, size A",
  },
  {
    id: "certificate-iso-a4",
    title: "Certificate, A4",
    kind: "flat paper",
    width: 297,
    height: 210,
    thickness: 0.3,
    source: ISO_216,
  },
  treat("lolly-30", "Ball on a stick, 30 mm", [30, 30, 30], "lolly"),
  treat("ball-40", "Ball, 40 mm", [40, 40, 40], "ball"),
  treat("bar-150", "Bar, 150 × 75 × 10", [150, 75, 10]),
  treat("seed-packet", "Seed packet, 120 × 82 × 3", [120, 82, 3]),
  loose(50),
  loose(100),
  loose(250),
];

/** What is inside, as it is called where the maker has not said. */
export const calledContents = ({
  name,
  shape,
}: {
  readonly name?: string | undefined;
  readonly shape?: ContentsPreset["shape"] | undefined;
}): string => name ?? (shape === "loose" ? "Treats" : "Card");
