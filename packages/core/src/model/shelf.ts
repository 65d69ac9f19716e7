/**
 * The maker's shelf: what they have and make with. Each entry stands by itself, under an id of its own; a recipe that uses one
 * names it (`own`) and keeps its own copy, so that a draft outlives what is taken off the shelf. Lengths in mm.
 */
import { z } from "zod";
import { HAND_NAMES } from "./hand.ts";
import { measuredSchema, MOST_MEASURED, READS_WITH, type ReadWith } from "./measured.ts";
import {
  boardKinds,
  CALIPER_MM,
  colourSchema,
  correctionSchema,
  GRAINS,
  MOST_CORRECTIONS,
  NOTCH_MM,
  OFFSET_MM,
  ownId,
  SHEET_MM,
  SIZE_MM,
  TAPE_MM,
  THICKNESS_MM,
  WEIGHT_GSM,
} from "./spec.ts";

/** How long the name of an entry may be: as long as that of a paper in a recipe. */
export const SHELF_TITLE_LONGEST = 80;
/** How many sheets or rests of one kind there may be. */
export const LEFT = { min: 0, max: 9999 } as const;
/** What a sheet may cost, in whatever the maker pays with. */
export const PRICE = { min: 0, max: 100_000 } as const;

const bounded = ({ min, max }: { min: number; max: number }) => z.number().min(min).max(max);
const title = z.string().trim().min(1).max(SHELF_TITLE_LONGEST);
const named = { id: ownId, title };
const left = bounded(LEFT).int();
/** what test pieces have shown of it */
const measured = z.array(measuredSchema).max(MOST_MEASURED).optional();
const sheet = { width: bounded(SHEET_MM), height: bounded(SHEET_MM) };

/** A paper: what it is like, what its sheets measure, how many are left, and what one costs. */
const paperSchema = z.strictObject({
  kind: z.literal("paper"),
  ...named,
  weight: bounded(WEIGHT_GSM),
  caliper: bounded(CALIPER_MM),
  face: colourSchema,
  back: colourSchema,
  /** what is printed on it, in words */
  pattern: z.string().trim().max(SHELF_TITLE_LONGEST).optional(),
  /** along which side of its sheet the fibres run */
  grain: z.enum(GRAINS).optional(),
  width: sheet.width.optional(),
  height: sheet.height.optional(),
  left: left.optional(),
  price: bounded(PRICE).optional(),
});

/** What a run left over: rests of one size of one paper. */
export const shelfOffcutSchema = z.strictObject({
  kind: z.literal("offcut"),
  id: ownId,
  /** what its paper is called */
  paper: z.string().max(SHELF_TITLE_LONGEST),
  /** the paper of this shelf that it is, where it is one */
  own: ownId.optional(),
  ...sheet,
  left: left.min(1),
});

/** A mat: what can be cut on it. */
const matSchema = z.strictObject({ kind: z.literal("mat"), ...named, ...sheet });

/** A machine: how far it reaches, which kind of the catalogue it is, and what test cuts have shown. */
const machineSchema = z.strictObject({
  kind: z.literal("machine"),
  ...named,
  ...sheet,
  like: z.string().max(60).optional(),
  fixes: z.array(correctionSchema).max(MOST_CORRECTIONS).optional(),
  measured,
});

/** A board of the catalogue as the maker's own is: what it is read with, and how deep its punch goes. */
const boardSchema = z.strictObject({
  kind: z.literal("board"),
  ...named,
  method: z.enum(boardKinds),
  board: z.string().max(60),
  ruler: z.string().max(60).optional(),
  notch: bounded(NOTCH_MM).optional(),
  offset: bounded(OFFSET_MM).optional(),
  measured,
});

/** A ruler as it is marked. */
const rulerSchema = z.strictObject({ kind: z.literal("ruler"), ...named, ruler: z.string().max(60) });

/** A tape or glue, by the width it covers. */
const tapeSchema = z.strictObject({ kind: z.literal("tape"), ...named, width: bounded(TAPE_MM) });

/** A printer, by the sheet that lies in it. */
const printerSchema = z.strictObject({
  kind: z.literal("printer"),
  ...named,
  sheet: z.enum(["iso-a4", "us-letter"]),
  measured,
});

const size = { width: bounded(SIZE_MM), height: bounded(SIZE_MM) };
/** Something to go in. */
const contentsSchema = z.strictObject({
  kind: z.literal("contents"),
  ...named,
  ...size,
  thickness: bounded(THICKNESS_MM),
});
/** An envelope that is to be filled, outside. */
const envelopeSchema = z.strictObject({ kind: z.literal("envelope"), ...named, ...size });

/** How a maker works: like one of the hands that are known, and as scores of one setting have shown, mm. */
const handEntrySchema = z.strictObject({
  kind: z.literal("hand"),
  ...named,
  like: z.enum(HAND_NAMES),
  scores: z.array(bounded(SIZE_MM)).max(40).optional(),
  with: z.enum(READS_WITH as [ReadWith, ...ReadWith[]]).optional(),
});

/** An entry of the shelf, as it is kept. */
export const shelfSchema = z.discriminatedUnion("kind", [
  paperSchema,
  shelfOffcutSchema,
  matSchema,
  machineSchema,
  boardSchema,
  rulerSchema,
  tapeSchema,
  printerSchema,
  handEntrySchema,
  contentsSchema,
  envelopeSchema,
]);
/** An entry of the shelf. */
export type ShelfEntry = z.infer<typeof shelfSchema>;
/** What an entry can be. */
export type ShelfKind = ShelfEntry["kind"];
/** Entries of one kind. */
export type OnShelf<K extends ShelfKind> = Extract<ShelfEntry, { kind: K }>;
export type ShelfPaper = OnShelf<"paper">;
export type ShelfOffcut = OnShelf<"offcut">;

/** Every kind, in the order a shelf shows them. */
export const SHELF_KINDS = [
  "paper",
  "offcut",
  "mat",
  "machine",
  "board",
  "ruler",
  "tape",
  "printer",
  "hand",
  "contents",
  "envelope",
] as const satisfies readonly ShelfKind[];

/** No shelf holds more. */
export const SHELF_MOST = 500;

/** What a run has taken off a shelf and put on it: what is undone by putting it back. */
export interface Taking {
  /** sheets of papers, as many as there were */
  readonly sheets: readonly { readonly id: string; readonly count: number }[];
  /** offcuts that are used up, or fewer now, as they were */
  readonly used: readonly { readonly entry: ShelfOffcut; readonly count: number }[];
  /** rests that were put there */
  readonly rests: readonly ShelfOffcut[];
}
