import { MM_PER } from "./length.ts";

/** A scale somebody measures with: nothing finer than its step can be set or read. */
export interface Ruler {
  readonly id: string;
  readonly title: string;
  readonly unit: "mm" | "in";
  /** mm between two marks */
  readonly step: number;
}

const inch = (parts: number): number => MM_PER.in / parts;

/** The rulers found on boards, trimmers and tables. */
export const rulers: readonly Ruler[] = [
  { id: "eighth-inch", title: "1/8 in", unit: "in", step: inch(8) },
  { id: "sixteenth-inch", title: "1/16 in", unit: "in", step: inch(16) },
  { id: "thirty-second-inch", title: "1/32 in", unit: "in", step: inch(32) },
  { id: "millimetre", title: "1 mm", unit: "mm", step: 1 },
  { id: "half-millimetre", title: "0.5 mm", unit: "mm", step: 0.5 },
  { id: "five-millimetre", title: "5 mm", unit: "mm", step: 5 },
];

/** Counts the steps in a length, forgiving the noise of arithmetic so that 88.9 mm is 28 eighths and not 28.000…1. */
const steps = (mm: number, step: number): number => {
  const count = mm / step;
  const near = Math.round(count);
  return Math.abs(count - near) < 1e-7 ? near : count;
};

/** A whole number of steps in mm, free of the last bit's noise: 28 eighths are 88.9 mm and not 88.89999999999999. */
const mark = (count: number, step: number): number => Math.round(count * step * 1e9) / 1e9;

/** The next mark at or above `mm`. */
export const roundUp = (mm: number, step: number): number => mark(Math.ceil(steps(mm, step)), step);
/** The next mark at or below `mm`. */
export const roundDown = (mm: number, step: number): number => mark(Math.floor(steps(mm, step)), step);
/** The mark nearest to `mm`: for what is judged by eye and has no safe side. */
export const roundNear = (mm: number, step: number): number => mark(Math.round(mm / step), step);

/** No part of paper is made smaller (mm), however fine the ruler or the machine: what is left would be none. */
export const LEAST_MM = 0.5;
/** The least there is of anything on a ruler: one mark, and never less than paper allows; mm. */
export const leastOn = (step: number): number => Math.max(step, LEAST_MM);
/** The last mark at or below `mm`, and the least there is where that would be less. */
export const someDown = (mm: number, step: number): number => Math.max(leastOn(step), roundDown(mm, step));

/** What a ruler with so many mm between its marks is marked in: mm where none has them. */
export const unitOfMarks = (step: number): "mm" | "in" =>
  rulers.find((ruler) => ruler.step === step)?.unit === "in" ? "in" : "mm";
