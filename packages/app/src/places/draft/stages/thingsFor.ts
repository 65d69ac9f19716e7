/** Things found by a word of their name, or by the length of a side. */
import { readLength } from "@cut-fold/core";

export interface Thing {
  /** by what it is chosen */
  readonly value: string;
  readonly title: string;
  /** mm */
  readonly width: number;
  readonly height: number;
}

/** mm within which a length that was typed is that of a side */
const NEAR_MM = 2;

/** Those whose name has what was typed, or one of whose sides is so long: "gift", "85", "3 1/2 in". */
export function thingsFor(all: readonly Thing[], typed: string, inInches: boolean): readonly Thing[] {
  const words = typed.trim().toLocaleLowerCase("en");
  if (words === "") return all;
  const read = readLength(words, inInches ? "in" : "mm");
  const mm = read.ok ? read.mm : undefined;
  const isNear = (side: number): boolean => mm !== undefined && Math.abs(side - mm) <= NEAR_MM;
  return all.filter(
    ({ title, width, height }) => title.toLocaleLowerCase("en").includes(words) || isNear(width) || isNear(height),
  );
}
