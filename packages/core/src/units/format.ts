import { MM_PER } from "./length.ts";

/** How lengths are shown: `in` as set fractions of `fraction` parts, the others as decimals. */
export interface Display {
  readonly unit: "in" | "in-decimal" | "mm" | "cm";
  /** smallest part of an inch shown, a power of two; for `in` only */
  readonly fraction?: 8 | 16 | 32;
}

/** What is left away from a length in words. */
export interface FormatOptions {
  /** leave the unit word away (tables, dimensions) */
  readonly bare?: boolean;
  /** leave away the sign that says a figure was rounded */
  readonly plain?: boolean;
}

/** Display figures further than this from the length are marked as rounded; a hand cannot see less (mm). */
const SEEN_MM = 0.051;
/** Off the marks and below a quarter inch a fraction says too little: gaps and thicknesses are shown as decimals (mm). */
const SMALL_MM = MM_PER.in / 4;
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
 * A length (mm) as text in the unit on show. Inches are set as fractions; small lengths off the ruler's marks, such as a
 * gap or a thickness, as decimals to 0.01 in. A figure that had to be rounded by more than a hand can see
 * starts with `~`, so that nobody cuts to it believing it exact.
 */
export function formatLength(mm: number, display: Display, options: FormatOptions = {}): string {
  const inches = mm / MM_PER.in;
  const parts = display.fraction ?? 16;
  let figure: string;
  let shown: number;
  const offMark = Math.abs(inches * parts - Math.round(inches * parts)) > 1e-6;
  if (display.unit === "in" && offMark && Math.abs(mm) < SMALL_MM) {
    figure = trimZeros(inches.toFixed(2)).replace("-", "−");
    shown = mm;
  } else if (display.unit === "in") {
    figure = fractionText(inches, parts);
    shown = (Math.round(inches * parts) / parts) * MM_PER.in;
  } else {
    const per = display.unit === "in-decimal" ? MM_PER.in : MM_PER[display.unit];
    const fixed = (mm / per).toFixed(DECIMALS[display.unit]);
    shown = Number(fixed) * per;
    figure = trimZeros(fixed).replace("-", "−");
    if (figure === "−0") figure = "0";
  }
  const about = !options.plain && Math.abs(shown - mm) > SEEN_MM ? "~" : "";
  return about + figure + (options.bare ? "" : `\u00a0${WORD[display.unit]}`);
}

/** Two lengths as a size: `203 × 203 mm`. */
export function formatSize(width: number, height: number, display: Display, options: FormatOptions = {}): string {
  const first = formatLength(width, display, { ...options, bare: true });
  return `${first} × ${formatLength(height, display, options)}`;
}

/** A long run (tape) in the large unit makers buy it in, rounded up: metres, or feet. */
export function formatRun(mm: number, display: Display): string {
  const metric = display.unit === "mm" || display.unit === "cm";
  const per = metric ? MM_PER.m : MM_PER.in * 12;
  return `${(Math.ceil((mm / per) * 10) / 10).toFixed(1)}\u00a0${metric ? "m" : "ft"}`;
}

/**
 * A length (mm) as text that can be typed again and gives the same length: plain slashes; where the fraction would have
 * to be rounded, millimetres if the length is a round number of them, else decimals.
 */
export function editLength(mm: number, display: Display): string {
  const parts = display.fraction ?? 16;
  const inches = mm / MM_PER.in;
  const onMark = Math.abs(inches * parts - Math.round(inches * parts)) < 1e-6;
  if (display.unit === "in" && onMark) {
    return fractionText(inches, parts).replace("⁄", "/").replace("\u00a0", " ").replace("−", "-") + " in";
  }
  const tenths = mm * 10;
  if (display.unit === "in" && Math.abs(tenths - Math.round(tenths)) < 1e-6) return `${trimZeros(mm.toFixed(1))} mm`;
  const word = WORD[display.unit];
  const per = word === "in" ? MM_PER.in : MM_PER[word];
  return `${trimZeros((mm / per).toFixed(word === "in" ? 4 : 3))} ${word}`;
}
