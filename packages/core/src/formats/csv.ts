/** CSV: the cut list for a spreadsheet. Fields are parted by commas and lines end as RFC 4180 has it. */
import { paperNeed } from "../layout/paperNeed.ts";
import type { Solution } from "../model/solution.ts";
import { type Display, inOneSystem } from "../units/format.ts";
import { MM_PER } from "../units/length.ts";
import { sayMaterial } from "../words/measures.ts";
import type { Format } from "./format.ts";

/** Spreadsheets take text that begins with one of these for a formula: it is kept from that by a quote. */
const FORMULA = /^[=+\-@\t\r]/u;

const field = (value: string | number): string => {
  if (typeof value === "number") return String(value);
  const text = FORMULA.test(value) ? `'${value}` : value;
  return /[",\r\n]/u.test(text) ? `"${text.replaceAll('"', '""')}"` : text;
};

/** Rows as CSV text, with the mark by which spreadsheets know that it is UTF-8. */
export const writeCsv = (rows: readonly (readonly (string | number)[])[]): string =>
  `\ufeff${rows.map((row) => row.map(field).join(",")).join("\r\n")}\r\n`;

/** Digits after the point, as many as a ruler of that unit can be read to and more. */
const DIGITS = { mm: 2, cm: 3, in: 4 } as const;

/** The cut list: what, how many, its size in figures of the unit on show, and as the maker's ruler reads it. */
export function cutListRows(solution: Solution, display: Display): (readonly (string | number)[])[] {
  const unit = display.unit === "in-decimal" ? "in" : display.unit;
  const figure = (mm: number): number => Number((mm / MM_PER[unit]).toFixed(DIGITS[unit]));
  const ruled = inOneSystem(display, solution.grid);
  const rows = [...solution.materials, ...paperNeed(solution)].map((material) => {
    const { item, amount, note } = sayMaterial(material, ruled);
    return [item, amount, figure(material.size.width), figure(material.size.height), note];
  });
  return [["Item", "How many", `Width, ${unit}`, `Height, ${unit}`, "Note"], ...rows];
}

/** The cut list. */
export const csv: Format = {
  id: "csv",
  title: "CSV",
  about: "the cut list, for a spreadsheet",
  extension: ".csv",
  mime: "text/csv;charset=utf-8",
  lacks: ["lines"],
  of: ["draft"],
  reads: "whole",
  write: ({ whole }, { display }) => writeCsv(cutListRows(whole().solution, display)),
};
