/** What is said at the machine. */
import type { CutterJob } from "../../store/cutter.ts";

export const isOver = ({ state }: CutterJob): boolean => state === "done" || state === "cancelled";

/** Minutes as they are said: no machine is waited for to the second. */
export function sayTime(seconds: number): string {
  const minutes = Math.max(1, Math.round(seconds / 60));
  if (minutes < 60) return minutes === 1 ? "about a minute" : `about ${String(minutes)} minutes`;
  const [hours, rest] = [Math.floor(minutes / 60), minutes % 60];
  return `about ${String(hours)} h ${String(rest)} min`;
}

/** As fast as the machine itself, and how much faster it may be shown. */
export const TRUE_PACE = 1;
export const PACES = [
  { value: "1", text: "as fast as it is" },
  { value: "20", text: "20 times as fast" },
  { value: "200", text: "200 times as fast" },
] as const;

/** What a fault is, and what mends it. */
export const FAULTS: Readonly<Record<string, string>> = {
  "wrong-mat": "This is another mat than the sheet was laid out for. Take the right one and load again.",
  "sheet-too-small": "The sheet is smaller than what is laid on it. Take one that is large enough and load again.",
  "wrong-tool": "Another tool is in the holder. Put in the one that is asked for.",
  jam: "Paper has caught under the head. Lift it, smooth the sheet down, see that its corner is still on the mat's, and go on: it goes on with the stroke it stopped before.",
};
export const FAULT_HEADS: Readonly<Record<string, string>> = {
  ...{
    "wrong-mat": "Another mat",
    "sheet-too-small": "Too small a sheet",
    "wrong-tool": "Another tool",
    jam: "It has jammed",
  },
};
