/** What a hand does, and what is told of the chance that it fits. */
import type { NoFit } from "../hand/askable.ts";
import type { HandAct } from "../model/hand.ts";

/** What was done truly: "cut the sheet true". */
export const actWords: Readonly<Record<HandAct, string>> = {
  trim: "cut the sheet true",
  place: "hold the paper close to the stop",
  read: "read the measure true",
  turn: "lay the last score true on the guide",
  punch: "seat the paper true in the punch",
  score: "score in the middle of the groove",
  fold: "crease along the middle of the score",
  skew: "hold the edge along all of the stop",
};

/** Why there is no chance to tell. */
export const noFitWords: Readonly<Record<NoFit, string>> = {
  "holds-nothing": "nothing goes into it, so there is nothing to fit",
  bent: "its paper is bent, and the room in bent paper cannot be said",
  loose: "what goes in lies free, and always fits",
};
