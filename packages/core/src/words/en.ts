/**
 * The sentences. Findings, steps, problems and dimensions are data with codes; in this folder each code gets its words,
 * with lengths in the unit on show. Used by the screens, the command line and the printed sheets, so it stands in core:
 * one table, or the three would drift apart.
 */
import { sayFinding } from "./findings.ts";
import type { Problem } from "../recipe/reader.ts";
import type { Display } from "../units/format.ts";
import type { Reason, Cannot } from "../model/solution.ts";
import { type Facts, num, sayer, str } from "./saying.ts";

export * from "./findings.ts";
export * from "./measures.ts";
export { cap } from "./saying.ts";
export * from "./steps.ts";
export * from "./terms.ts";

/** Why a form stands where it does in the ranking. */
export const reasonWords: Readonly<Record<Reason["code"], (facts: Facts) => string>> = {
  "fits-sheet": (facts) =>
    num(facts, "sheets") === 1 ? "One sheet is enough for all" : `Takes ${str(facts, "sheets")} of the sheets in hand`,
  "too-large-for-sheet": () => "Larger than the sheet in hand",
  "least-paper": () => "Takes the least paper",
  "fewest-steps": (facts) => `Fewest steps, ${str(facts, "steps")}`,
  "has-error": () => "Something stands in the way",
  "has-warning": () => "Something to look at",
};

/** What could not follow into another size. */
export function sayCannot(cannot: Cannot, display: Display): string {
  const mm = sayer(display);
  switch (cannot.code) {
    case "bound":
      return `${cannot.label} would come to ${mm(cannot.wanted)}, and ${mm(cannot.made)} is as far as it goes.`;
    case "thing":
      return `${cannot.label} keeps its ${cannot.axis} of ${mm(cannot.size)}, more than the card: it decides how large the inside is.`;
    case "finding":
      return sayFinding(cannot.finding, display);
  }
}

/** The sentence of a problem in what was given: what is wrong and what is allowed. */
export function sayProblem({ code, facts }: Problem, display: Display): string {
  const mm = sayer(display);
  const given = str(facts, "given");
  switch (code) {
    case "missing":
      return `missing: give ${str(facts, "allowed")}`;
    case "unknown-key":
      return `is not a word this understands; allowed here: ${str(facts, "allowed")}`;
    case "not-a-length":
      return given === ""
        ? "is empty: give a length, such as 4 1/4 in or 108 mm"
        : `'${given}' is not a length: write it like 4 1/4 in, 4.25in, 10.8 cm or 108`;
    case "unknown-unit":
      return `'${given}' has a unit this does not know: use mm, cm, m or in`;
    case "too-small":
      return facts["minCount"] === undefined
        ? `${mm(num(facts, "given"))} is too small: ${mm.least(num(facts, "min"))} to ${mm.most(num(facts, "max"))} is allowed`
        : `${given} is too small: ${str(facts, "minCount")} to ${str(facts, "maxCount")} is allowed`;
    case "too-large":
      return facts["minCount"] === undefined
        ? `${mm(num(facts, "given"))} is too large: ${mm.least(num(facts, "min"))} to ${mm.most(num(facts, "max"))} is allowed`
        : `${given} is too large: ${str(facts, "minCount")} to ${str(facts, "maxCount")} is allowed`;
    case "not-allowed":
      return `'${given}' is not one of: ${str(facts, "allowed")}`;
    case "unknown-preset":
      return `'${given}' is not in the catalogue; known: ${str(facts, "allowed")}`;
    case "wrong-type":
      return `must be ${str(facts, "wants")}`;
    case "no-fittings":
      return `${str(facts, "form")} has no room for anything on it: lay it on a card base`;
    case "not-there":
      return `'${given}' is none of the fittings before it: ${str(facts, "allowed") || "there are none"}`;
    case "twice":
      return `'${given}' names another fitting already: give each a name of its own`;
    case "no-tool-for":
      return `it has no tool for a line of the kind '${str(facts, "role")}' in ${str(facts, "stock")}: another machine, or a draft without such lines, is allowed`;
    case "past-reach":
      return `something lies ${mm(num(facts, "max"))} past what the machine reaches: places within ${mm.most(num(facts, "width"))} × ${mm.most(num(facts, "height"))} are allowed`;
    case "not-made-this-way":
      return `${str(facts, "form")} cannot be made with '${given}'; it can with: ${str(facts, "allowed")}`;
  }
}
