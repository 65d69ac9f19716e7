/** What every envelope keeps to, whatever its build: trade custom, mm. */
import type { Placement } from "../model/piece.ts";
import { length } from "../model/setting.ts";
import type { Contents } from "../model/spec.ts";

/** Tape keeps this far from the paper's edge, on both sides of its strip. */
export const TAPE_MARGIN = 1.5;
/** A closing flap stays this far short of the fold across, so that it lies flat. */
export const SHORT_OF_FOLD = 3;
/** Least overlap of closing flaps: a seam that holds. */
export const SEAM = 10;
/** A closing flap's part of the height, when the maker has not set it (30 to 45 %). */
export const TOP_PART = 0.4;

/** How far below the mouth the front stops, so that what is inside can be gripped. */
export const throat = length("Throat", {
  default: 12,
  min: 4,
  max: 60,
  about: "How far below the mouth the front stops.",
  handle: "throat",
});

/** What goes inside, lying on the envelope's body: its middle at (x, y) of the blank, turned by `rotation` degrees. */
export const lyingOnBody = (contents: Contents, x: number, y: number, rotation: number): Placement => ({
  name: contents.name ?? "Card",
  width: contents.width,
  height: contents.height,
  thickness: contents.thickness,
  on: { piece: "envelope", panel: "body" },
  x,
  y,
  rotation,
});
