/** Where a figure comes from, in a maker's words. */
import type { Gives, Whence } from "../model/whence.ts";
import { type Display, formatLength } from "../units/format.ts";

const NAMES: Readonly<Record<Exclude<Gives["code"], "setting">, string>> = {
  width: "Width inside",
  height: "Height inside",
  thickness: "Thickness inside",
  caliper: "Thickness of the paper",
};

/** A factor as it is read: whole where it is, else to a hundredth. */
const factorWords = (factor: number): string => {
  const size = Math.abs(factor);
  return Math.abs(size - Math.round(size)) < 5e-4 ? String(Math.round(size)) : size.toFixed(2);
};

/** What a thing is called, and what it gives: "148 mm × 0.71", "105 mm", with a sign where it takes away. */
export function sayGives(
  { code, label, value, factor, gives, isBent }: Gives,
  display: Display,
): { readonly name: string; readonly told: string; readonly gives: string } {
  const times = factorWords(factor);
  const length = (mm: number): string => formatLength(mm, display);
  return {
    name: code === "setting" ? (label ?? "") : NAMES[code],
    told: `${length(value)}${times === "1" ? "" : ` × ${times}`}${isBent ? ", just here" : ""}`,
    gives: `${gives < 0 ? "− " : ""}${length(Math.abs(gives))}`,
  };
}

/** mm of a figure that are not told: nobody sees them. */
const UNSEEN_MM = 0.05;

/** What is there whatever is said; undefined for nothing. */
export const sayAlways = ({ always }: Whence, display: Display): string | undefined =>
  Math.abs(always) < UNSEEN_MM ? undefined : `${always < 0 ? "− " : ""}${formatLength(Math.abs(always), display)}`;

/** What the ruler's marks add or take away; undefined for nothing. */
export const sayRuler = (
  { ruler }: Whence,
  display: Display,
): { readonly name: string; readonly gives: string } | undefined =>
  Math.abs(ruler) < UNSEEN_MM
    ? undefined
    : {
        name: ruler > 0 ? "Up to the ruler's marks" : "Down to the ruler's marks",
        gives: `${ruler < 0 ? "− " : ""}${formatLength(Math.abs(ruler), display)}`,
      };
