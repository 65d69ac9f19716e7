/** What every table of sentences is written with: facts by name, and lengths in the unit on show. */
import { type Display, formatLength } from "../units/format.ts";

/** What a sentence is about, by name. */
export type Facts = Readonly<Record<string, number | string>>;
/** Says a length; "at most" is rounded down and "at least" up. */
export interface Sayer {
  (value: number): string;
  readonly most: (value: number) => string;
  readonly least: (value: number) => string;
}
/** A sentence that waits for the unit it is said in. */
export type Say = (mm: Sayer) => string;

/** Lengths as a display has them. */
export const sayer = (display: Display): Sayer =>
  Object.assign((mm: number): string => formatLength(mm, display), {
    most: (mm: number): string => formatLength(mm, display, { round: "down" }),
    least: (mm: number): string => formatLength(mm, display, { round: "up" }),
  });
/** A figure of a sentence, 0 where it is not told. */
export const num = (facts: Facts | undefined, key: string): number => Number(facts?.[key] ?? 0);
/** A word of a sentence, none where it is not told. */
export const str = (facts: Facts | undefined, key: string): string => String(facts?.[key] ?? "");
/** How makers call an axis. */
export const axisWord = (facts: Facts | undefined): string =>
  str(facts, "axis") === "width" ? "Across the width" : "Across the height";
/** A sentence begins with a capital. */
export const cap = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);

/** The entry of a table for a code. @throws when it lacks it: a mistake of ours that a test catches */
export function said<T>(table: Readonly<Record<string, T>>, code: string): T {
  const words = table[code];
  if (words === undefined) throw new Error(`no words for '${code}'`);
  return words;
}
