/** What a hand does at a machine, and what is said of it before: a sentence for each code. */
import type { Stop } from "../model/job.ts";
import type { Step } from "../model/solution.ts";
import type { Display } from "../units/format.ts";
import { cap, num, sayer, str, type Facts, type Say, type Sayer, said } from "./saying.ts";

const upWords = (facts: Facts | undefined): string => (str(facts, "up") === "" ? "" : `, ${str(facts, "up")}`);
const times = (count: number): string => (count === 1 ? "once" : count === 2 ? "twice" : `${String(count)} times`);
const some = (count: number, one: string, many: string): string =>
  count === 1 ? `one ${one}` : `${String(count)} ${many}`;

/** How a tool is driven: the number to set, and how often it goes. */
const wayWords = (facts: Facts | undefined, mm: Sayer): string =>
  `pressure ${String(num(facts, "pressure"))}, ${mm(num(facts, "speed"))} a second, each line ${times(num(facts, "passes"))}`;

/** Putting a tool in, or leaving the one that is in. */
function toolWords({ facts }: Pick<Step, "facts">, mm: Sayer): string {
  if (str(facts, "tool") === "") return "This machine has no tool for it: do it by hand. ";
  const way = wayWords(facts, mm);
  return num(facts, "isIn") === 1
    ? `Leave the ${str(facts, "tool").toLowerCase()} in: ${way}. `
    : `Put in the ${str(facts, "tool").toLowerCase()}: ${way}. `;
}

const STAYS = "The sheet stays in.";

const run =
  (does: (s: Step) => string, after: (s: Step) => string = () => STAYS) =>
  (s: Step): Say =>
  (mm) =>
    `${toolWords(s, mm)}${does(s)} ${after(s)}`.trim();

const count = ({ facts }: Step): number => num(facts, "count");

/** Steps of a draft at a machine, by code. */
export const machineWords: Readonly<Record<string, (s: Step) => Say>> = {
  "load-mat": (s) => (mm) =>
    `Lay ${str(s.facts, "paper") === "" ? "the sheet" : `a sheet of ${str(s.facts, "paper")}`} on the ${str(s.facts, "mat").toLowerCase()}${upWords(s.facts)}, its lower left corner on the corner of the grid. ${mm.least(num(s.facts, "width"))} × ${mm.least(num(s.facts, "height"))} of it is used. Smooth it down from the middle and load the mat.`,
  "load-sheet": (s) => () =>
    `Put ${str(s.facts, "paper") === "" ? "the sheet" : `a sheet of ${str(s.facts, "paper")}`} into the rollers${upWords(s.facts)}, its left edge against the guide and its lower edge level.`,
  "load-bought": (s) => (mm) => {
    const [x, y] = [num(s.facts, "x"), num(s.facts, "y")];
    const where =
      x > 0 || y > 0
        ? `its lower left corner ${mm(x)} right and ${mm(y)} up of the grid's corner`
        : "its lower left corner on the corner of the grid";
    return `Open the card, lay it flat with its ${str(s.facts, "face")} up, ${where}, and load it: it measures ${mm(num(s.facts, "width"))} × ${mm(num(s.facts, "height"))} opened.`;
  },
  "run-score": run((s) => `It scores ${some(count(s), "line", "lines")}.`),
  "run-perforate": run((s) => `It perforates ${some(count(s), "line", "lines")}, in whole dashes.`),
  "run-pen": run((s) => `It draws ${some(count(s), "line", "lines")}.`),
  "run-foil": run(
    () => "Lay the foil over what is foiled, its shiny side up, and tape it down on all four sides.",
    () => `Then peel the foil off. ${STAYS}`,
  ),
  "run-cut": run(
    (s) => `It cuts ${some(count(s), "line", "lines")}, what lies inside first.`,
    (s) => (str(s.facts, "keeps") === "" ? "" : `Keep what drops out: ${str(s.facts, "keeps")}.`),
  ),
  "turn-sheet": (s) => () =>
    `Take the sheet off and turn it over from left to right${upWords(s.facts)}: its left edge comes to the right, the same corner of the mat takes its lower left corner again.`,
  "unload-mat": () => () =>
    "Look at one cut before you unload: where it hangs on, let it cut once more. Then unload, lay the mat face down and bend it off the paper: the mat is peeled from the paper, not the paper from the mat.",
  "unload-sheet": () => () => "Unload. Small parts hang on by short ties: bend them out, and rub the ties smooth.",
};

/** What a hand does between operations of a job, by code. */
export const stopWords: Readonly<Record<string, (facts: Facts) => Say>> = {
  load: (facts) => (mm) =>
    `Sheet ${String(num(facts, "sheet"))}: lay ${str(facts, "paper") === "" ? "it" : str(facts, "paper")} on ${str(facts, "mat") === "" ? "the guide" : `the ${str(facts, "mat").toLowerCase()}`}, lower left corner on the corner of the grid, ${str(facts, "up") === "back" ? "its back up" : "its drawn face up"}: ${mm(num(facts, "width"))} × ${mm(num(facts, "height"))} is used.`,
  tool: (facts) => (mm) =>
    `${num(facts, "stays") === 1 ? "Do not unload yet. " : ""}${toolWords({ facts }, mm).trim()}`,
  foil: (facts) => (mm) =>
    `Lay foil ${mm.least(num(facts, "width"))} × ${mm.least(num(facts, "height"))} on the sheet, its lower left corner ${mm(num(facts, "x"))} right and ${mm(num(facts, "y"))} up of the grid's corner, shiny side up, and tape it down on all four sides.`,
  turn: () => () =>
    "Do not change the tool yet. Turn the sheet over from left to right: the same corner of the mat takes its lower left corner again.",
  unload: (facts) => () =>
    num(facts, "mat") === 1
      ? "Look at one cut. Then unload, lay the mat face down and bend it off the paper."
      : "Look at one cut. Then unload; bend small parts out of their ties.",
};

/** The sentence of a stop. */
export const sayStop = ({ code, facts }: Pick<Stop, "code" | "facts">, display: Display): string =>
  `${num(facts, "peel") === 1 ? "Peel the foil off. " : ""}${cap(said(stopWords, code)(facts)(sayer(display)))}`;
