/** What every envelope keeps to, whatever its build: trade custom, mm. */
import { mm } from "../../model/setting.ts";
import type { Ground } from "../form.ts";

/** A closing flap stays this far short of the fold across, so that it lies flat. */
export const SHORT_OF_FOLD = 3;
/** Least overlap of closing flaps: a seam that holds. */
export const SEAM = 10;
/** A closing flap's part of the height, when the maker has not set it (30 to 45 %). */
export const TOP_PART = 0.4;

/** How far below the mouth the front stops, so that what is inside can be gripped. */
export const throat = mm("Throat", 12, [4, 60], "How far below the mouth the front stops.");

/** Where something can be laid on an envelope: the address side, and the closing flap. */
export const envelopeGrounds = ({ closure }: Readonly<Record<string, unknown>> = {}): readonly Ground[] => [
  { panel: "body", name: "Front", sides: { outside: 0 } },
  // closed, its tip points down; tucked in, there is nothing to see of it
  ...(closure === "tuck" ? [] : [{ panel: "top", name: "Top flap", sides: { outside: 180 } } as const]),
];

/** The form that stands up round what is thick. */
export const WALLED = "deep-envelope";
