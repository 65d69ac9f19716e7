/** JSON: all the numbers of a draft for other programs, just as the command line prints them. */
import type { Format } from "./format.ts";
import { solutionJson } from "./solutionJson.ts";

/** The solution. */
export const numbers: Format = {
  id: "solution",
  title: "JSON",
  about: "all the numbers, for other programs",
  extension: ".json",
  mime: "application/json",
  lacks: [],
  of: ["draft"],
  reads: "whole",
  write: ({ whole }, { display }) => `${JSON.stringify(solutionJson(whole().solution, display), undefined, 1)}\n`,
};
