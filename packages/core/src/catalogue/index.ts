/** The things makers buy by name: every figure with where it comes from. */
import { shapes } from "./shapes.ts";
import { rulers } from "../units/ruler.ts";
import { boards } from "./tools.ts";
import { contents } from "./contents.ts";
import { envelopes } from "./envelopes.ts";
import { machines } from "./machines.ts";
import { mats, sheets, stocks, tapes } from "./papers.ts";

/** All that is known beforehand: things, envelopes, papers, sheets, tools. */
export const catalogue = {
  contents,
  envelopes,
  stocks,
  sheets,
  mats,
  boards,
  machines,
  tapes,
  rulers,
  shapes,
} as const;
