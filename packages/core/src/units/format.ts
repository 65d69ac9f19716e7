import { MM_PER } from "./length.ts";
import { type Ruler, rulers } from "./ruler.ts";

/** How lengths are shown: `in` as set fractions of `fraction` parts, the others as decimals. */
export interface Display {
  readonly unit: "in" | "in-decimal" | "mm" | "cm";
  /** smallest part of an inch shown, a power of two; for `in` only */
  readonly fraction?: 8 | 16 | 32;
  /** the ruler in use: a length that lies on one of its marks is written as it is read there */
  readonly ruler?: Pick<Ruler, "unit" | "step">;
}

/** The display for what is set and cut: as the ruler in use has it, where the length is on one of its marks. */
export const onRuler = (display: Display, grid: number): Display => {
  const ruler = rulers.find((r) => r.step === grid);
  return ruler ? { ...display, ruler } : display;
};

const isMetric = ({ unit }: Pick<Display, "unit">): boolean => unit === "mm" || unit === "cm";

/** The display for everything else beside a ruler: as the ruler has it where both measure alike, and never two systems on one screen. */
export function inOneSystem(display: Display, grid: number): Display {
  const ruler = rulers.find((r) => r.step === grid);
  return ruler && isMetric(ruler) === isMetric(display) ? { ...display, ruler } : display;
}

/** The display as a ruler reads, whatever else is set: its unit, and fractions at least as fine as its marks. */
export function asRulerReads(grid: number, fraction: NonNullable<Display["fraction"]> = 16): Display | undefined {
  const ruler = rulers.find((r) => r.step === grid);
  if (!ruler) return undefined;
  const parts = ruler.unit === "in" ? Math.max(fraction, Math.round(MM_PER.in / ruler.step)) : fraction;
  return { unit: ruler.unit, fraction: parts as NonNullable<Display["fraction"]>, ruler };
}

/** A length in the maker's own system, beside one that a ruler of the other has to be read for; nothing where both are one. */
export function sayOther(mm: number, display: Display, grid: number): string {
  const ruler = rulers.find((r) => r.step === grid);
  return ruler && isMetric(ruler) !== isMetric(display) ? formatLength(mm, display) : "";
}

/** What is left away from a length in words. */
export interface FormatOptions {
  /** leave the unit word away (tables, dimensions) */
  readonly bare?: boolean;
  /** leave away the sign that says a figure was rounded */
  readonly plain?: boolean;
  /** the safe side: "at most" is rounded down, "at least" up; said so in words, it needs no sign */
  readonly round?: "down" | "up";
}

/** Display figures further than this from the length are marked as rounded; a hand cannot see less (mm). */
const SEEN_MM = 0.051;
/** Off the marks and below a quarter inch (mm) a coarse fraction says too little of a gap: it is told in this many parts. */
const SMALL_MM = MM_PER.in / 4;
const SMALL_PARTS = 32;
/** What is thinner than the smallest of them (mm) is paper, and its thickness a decimal. */
const THINNEST_MM = MM_PER.in / SMALL_PARTS;
/** Below this (mm) a thickness is told with one more figure. */
const THIN_MM = 0.5;
const DECIMALS = { "in-decimal": 3, mm: 1, cm: 2 } as const;
const WORD = { in: "in", "in-decimal": "in", mm: "mm", cm: "cm" } as const;

const trimZeros = (text: string): string => (text.includes(".") ? text.replace(/\.?0+$/u, "") : text);

/** `5 5⁄8` with the fraction slash U+2044 that the shipped type sets as one sign; `0` for nothing. */
function fractionText(inches: number, parts: number): string {
  const count = Math.round(Math.abs(inches) * parts);
  const sign = inches < 0 && count > 0 ? "−" : "";
  const whole = Math.floor(count / parts);
  let above = count % parts;
  let below = parts;
  while (above > 0 && above % 2 === 0) {
    above /= 2;
    below /= 2;
  }
  if (above === 0) return `${sign}${String(whole)}`;
  const part = `${String(above)}⁄${String(below)}`;
  return whole === 0 ? sign + part : `${sign}${String(whole)}\u00a0${part}`;
}

/**
 * A length (mm) as text in the unit on show. Inches are set as fractions, small lengths off the ruler's marks, such as a
 * gap, in 32 parts; what is thinner than those, as paper is, as decimals. A figure that had to be rounded by more than a hand can see
 * starts with `~`, so that nobody cuts to it believing it exact.
 */
export function formatLength(mm: number, display: Display, options: FormatOptions = {}): string {
  const { unit, parts } = scaleFor(mm, display);
  const round = options.round === undefined ? Math.round : ROUND[options.round];
  const inches = mm / MM_PER.in;
  let figure: string;
  let shown: number;
  const offMark = Math.abs(inches * parts - Math.round(inches * parts)) > 1e-6;
  const isThin = offMark && Math.abs(mm) < THINNEST_MM - 1e-6;
  if (unit === "in" && !isThin) {
    const told = offMark && Math.abs(mm) < SMALL_MM ? Math.max(parts, SMALL_PARTS) : parts;
    const count = round(inches * told);
    figure = fractionText(count / told, told);
    shown = (count / told) * MM_PER.in;
  } else {
    const per = unit === "in" || unit === "in-decimal" ? MM_PER.in : MM_PER[unit];
    // paper is thinner than the usual figures tell: 0.006 in is not 0
    const places = unit === "in" ? 2 : DECIMALS[unit];
    const digits = Math.abs(mm) > SEEN_MM && Math.abs(mm) < THIN_MM ? Math.max(places, unit === "mm" ? 2 : 3) : places;
    const tens = 10 ** digits;
    const fixed = (round((mm / per) * tens) / tens).toFixed(digits);
    shown = unit === "in" ? mm : Number(fixed) * per;
    figure = trimZeros(fixed).replace("-", "−");
    if (figure === "−0") figure = "0";
  }
  const about = !options.plain && !options.round && Math.abs(shown - mm) > SEEN_MM ? "~" : "";
  return about + figure + (options.bare ? "" : `\u00a0${WORD[unit]}`);
}

/** Rounded to the safe side, forgiving the noise of arithmetic. */
const ROUND = { down: (n: number) => Math.floor(n + 1e-6), up: (n: number) => Math.ceil(n - 1e-6) } as const;

/** The unit and the smallest part of an inch a length is written in: the ruler's own where it lies on a mark of it. */
function scaleFor(mm: number, { unit, fraction = 16, ruler }: Display) {
  if (ruler && Math.abs(mm / ruler.step - Math.round(mm / ruler.step)) < 1e-6)
    return ruler.unit === "mm"
      ? ({ unit: unit === "cm" ? "cm" : "mm", parts: fraction } as const)
      : ({ unit: unit === "in-decimal" ? unit : "in", parts: Math.round(MM_PER.in / ruler.step) } as const);
  return { unit, parts: fraction };
}

/** The unit a length is written in: what is typed in its place without one means that. */
export function unitShown(mm: number, display: Display): "in" | "mm" | "cm" {
  const { unit } = scaleFor(mm, display);
  return unit === "in-decimal" ? "in" : unit;
}

/** Two lengths as a size: `203 × 203 mm`. */
export function formatSize(width: number, height: number, display: Display, options: FormatOptions = {}): string {
  const first = formatLength(width, display, { ...options, bare: true });
  return `${first} × ${formatLength(height, display, options)}`;
}

/** An area in the large unit of the system on show: `412 cm²`, `64 in²`. */
export function formatArea(mm2: number, { unit }: Display): string {
  const metric = unit === "mm" || unit === "cm";
  const per = metric ? MM_PER.cm : MM_PER.in;
  return `${(mm2 / per ** 2).toFixed(0)}\u00a0${metric ? "cm²" : "in²"}`;
}

/** A long run (tape) in the large unit makers buy it in, rounded up: metres, or feet. */
export function formatRun(mm: number, display: Display): string {
  const metric = display.unit === "mm" || display.unit === "cm";
  const per = metric ? MM_PER.m : MM_PER.in * 12;
  return `${(Math.ceil((mm / per) * 10) / 10).toFixed(1)}\u00a0${metric ? "m" : "ft"}`;
}

/**
 * A length (mm) as text that can be typed again and gives the same length: plain slashes; where the fraction would have
 * to be rounded, decimals of the same unit: a field never shows the other system.
 */
export function editLength(mm: number, display: Display): string {
  const parts = display.fraction ?? 16;
  const inches = mm / MM_PER.in;
  const onMark = Math.abs(inches * parts - Math.round(inches * parts)) < 1e-6;
  if (display.unit === "in" && onMark) {
    return fractionText(inches, parts).replace("⁄", "/").replace("\u00a0", " ").replace("−", "-") + " in";
  }
  const word = WORD[display.unit];
  const per = word === "in" ? MM_PER.in : MM_PER[word];
  return `${trimZeros((mm / per).toFixed(word === "in" ? 4 : 3))} ${word}`;
}
