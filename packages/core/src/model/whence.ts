/** What a figure is made of. */
import type { ChangePath } from "./piece.ts";

/** What one thing gives: so many mm of it, times how far the figure follows, are so many mm of the figure. */
export interface Gives {
  /** where it is said in the recipe: pressing it leads to its field */
  readonly at: ChangePath;
  /** the label of a setting; contents and paper go by their code */
  readonly label?: string;
  readonly code: "width" | "height" | "thickness" | "caliper" | "setting";
  readonly value: number;
  /** mm of the figure for a mm of it */
  readonly factor: number;
  readonly gives: number;
  /** it does not go on so: a few mm more or less give something else */
  readonly isBent: boolean;
}

/** A figure with what makes it up. All parts and what is always there add up to what it is before the ruler. */
export interface Whence {
  readonly value: number;
  readonly parts: readonly Gives[];
  /** what the form itself needs, whatever is said */
  readonly always: number;
  /** mm that were added or taken so that it stands on a mark of the ruler */
  readonly ruler: number;
}
