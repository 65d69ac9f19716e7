/**
 * What envelopes of a body and four flaps have in common: the sheet, how it is shut, and what has to overlap.
 *
 *             ┌─────────┐ top
 *      ┌──────┼─────────┼──────┐
 * left │      │  body   │      │ right      The top flap closes over the bottom one, which is the front.
 *      └──────┼─────────┼──────┘
 *             └─────────┘ bottom
 */
import type { Said } from "../../paper/said.ts";
import type { Glued } from "../../paper/seam.ts";
import type { Flap, Rectangle } from "../../paper/panel.ts";
import { sheet } from "../../paper/sheet.ts";
import type { DraftInput } from "../form.ts";
import { type Closure, closedWith } from "./closure.ts";
import { SEAM, SHORT_OF_FOLD } from "./custom.ts";

/** The paper of an envelope, its flaps hung on its body. */
interface EnvelopePaper {
  readonly body: Rectangle;
  readonly left: Flap;
  readonly right: Flap;
  readonly bottom: Flap;
  readonly top: Flap;
  /** whether the top flap ends in a point */
  readonly pointed?: true;
}

type EnvelopeInput = DraftInput<{
  readonly closure: Exclude<Closure, "open" | "mouth">;
  readonly cornerRadius: number;
}>;

/** An envelope with these flaps and seams, shut as the maker has set it. */
export function envelope(
  { contents, stock, setup, settings: set }: EnvelopeInput,
  flaps: EnvelopePaper,
  seams: readonly Glued[],
): Pick<Said, "sheets" | "joins" | "glue" | "refused" | "finish" | "closing" | "overlaps"> {
  const { body, left, right, bottom, top } = flaps;
  const { cuts, sheets, glue, ...shut } = closedWith(set.closure, { ...flaps, contents, stock, setup });
  const rounding = set.cornerRadius;
  return {
    ...shut,
    sheets: [sheet("envelope", "Envelope", [body, left, right, bottom, top], { rounding, cuts }), ...sheets],
    glue: [...seams, ...glue],
    overlaps: [{ flaps: [bottom, top], least: SEAM, clear: SHORT_OF_FOLD, depth: "topFlap" }],
  };
}
