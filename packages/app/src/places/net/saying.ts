/** What is told of a net that was read. */
import type { NetTold } from "@cut-fold/core/nets";

/** How many times as large a drawing is that says no unit. */
export const SIZES = [
  { value: "1", text: "as it was read" },
  { value: "25.4", text: "in inches: 25.4 times that" },
  { value: "10", text: "in centimetres: 10 times that" },
  { value: String(25.4 / 72), text: "in points: about a third of that" },
] as const;

const mm = (figure: number | undefined): string => `${(figure ?? 0).toFixed(2)} mm`;

const WORDS: Readonly<Record<NetTold["code"], (most: number | undefined, count: number) => string>> = {
  doubled: (_, count) => `Lines that lie on one another are taken once (${String(count)}).`,
  joined: (most) => `Ends that missed one another by up to ${mm(most)} are joined.`,
  "open-end": (most, count) =>
    `${count === 1 ? "One end stops" : `${String(count)} ends stop`} short of another line, by up to ${mm(most)}: a larger distance joins them.`,
  "loose-score": (most, count) =>
    `${count === 1 ? "One score ends" : `${String(count)} scores end`} ${mm(most)} beside an edge: what passes it is nothing, what stops short folds nothing.`,
  waste: (_, count) =>
    `${count === 1 ? "One part is" : `${String(count)} parts are`} taken for waste between the panels.`,
  "flap-inside": () => "A flap hangs inside a panel: it is cut, and stands by its own score.",
  "score-ring": () => "A ring of scores lies within a panel: it folds nothing.",
  "vertex-inside": () => "Scores meet within the paper: some folds close by themselves, or not at all.",
  none: () => "",
  "too-many": () => "It has more lines than can be read as a net.",
};

/** A sentence for each kind of thing, with the worst of it. */
export function sayTold(told: readonly NetTold[]): string[] {
  const codes = [...new Set(told.map(({ code }) => code))];
  return codes
    .map((code) => {
      const own = told.filter((one) => one.code === code);
      const most = Math.max(...own.map(({ figure = 0 }) => figure));
      return WORDS[code](most, code === "doubled" ? most : own.length);
    })
    .filter((sentence) => sentence !== "");
}
