/**
 * What the maker says: the recipe that is saved, sent to the command line and solved. This file has the shape of a
 * recipe whose lengths have been read (mm); `readSpec.ts` reads the lengths and fills in what presets give.
 */
import { z } from "zod";
import { fittingSchema } from "./fitting.ts";
import { netSchema } from "./net.ts";

/** Bounds of anything that is held in the hands: mm. */
export const SIZE_MM = { min: 20, max: 600 } as const;
/** How thick contents may be, mm. */
export const THICKNESS_MM = { min: 0.05, max: 60 } as const;
/** How thick one ply of them may be, mm. */
export const PLY_MM = { min: 0.02, max: 30 } as const;
/** Plies and further things: more than anybody stacks. */
export const MOST_PARTS = 12;
/** Things on the panels of one draft. */
export const MOST_FITTINGS = 200;
/** How many holes, windows and lines all of their rows may come to. */
export const MOST_IN_ROWS = 2000;
/** How thick a paper may be, mm. */
export const CALIPER_MM = { min: 0.02, max: 2 } as const;
/** How heavy a paper may be, g/m². */
export const WEIGHT_GSM = { min: 20, max: 800 } as const;
/** How large a sheet may be each way, mm. */
export const SHEET_MM = { min: 50, max: 2000 } as const;
/** How wide a tape may be, mm. */
export const TAPE_MM = { min: 1, max: 50 } as const;
/** How deep a punch board's notch may be, mm. */
export const NOTCH_MM = { min: 2, max: 30 } as const;
/** How far the marks of a board may be off what they say, mm. */
export const OFFSET_MM = { min: -5, max: 5 } as const;
/** How many may be made in one run. */
export const QUANTITY = { min: 1, max: 5000 } as const;

const bounded = ({ min, max }: { min: number; max: number }) => z.number().min(min).max(max);
const presetId = z.string().max(60);
const name80 = z.string().max(80);

/** An entry of the maker's shelf: what is said of it in a recipe is the recipe's own copy. */
export const ownId = z
  .string()
  .min(1)
  .max(64)
  .regex(/^[\w-]+$/u);
/** A CSS colour in six hexadecimal digits. */
export const colourSchema = z.string().regex(/^#[\da-f]{6}$/u);
/** Which way the fibres of a sheet run: along its width or its height. */
export const GRAINS = ["width", "height"] as const;
export type Grain = (typeof GRAINS)[number];

/** One kind of ply in a pile: so many sheets of it, or of foam, or of what lies on top. mm each. */
export const plySchema = z.strictObject({
  name: name80,
  thickness: bounded(PLY_MM),
  count: z.number().int().min(1).max(40),
});

/** A further thing in the same holder, lying on the first. */
export const thingSchema = z.strictObject({
  preset: presetId.optional(),
  name: name80,
  width: bounded(SIZE_MM),
  height: bounded(SIZE_MM),
  thickness: bounded(THICKNESS_MM),
});

/** What things look like that are no boxes. */
export const CONTENT_SHAPES = ["ball", "lolly", "loose"] as const;
/** One of them. */
export type ContentShape = (typeof CONTENT_SHAPES)[number];

/** How much of something loose there may be, ml: no heap of it is thicker than contents may be; how many pieces of it, and how large each of them, mm. */
export const VOLUME_ML = { min: 5, max: 800 } as const;
export const PIECES = { min: 1, max: 5000 } as const;
export const PIECE_MM = { min: 2, max: 60 } as const;

/** How much of something loose: as it is measured, or counted out. */
export const amountSchema = z.union([
  z.strictObject({ ml: bounded(VOLUME_ML) }),
  z.strictObject({ count: z.number().int().min(PIECES.min).max(PIECES.max), each: bounded(PIECE_MM) }),
]);

/** What goes in, as it is kept; mm. */
export const contentsSchema = z.strictObject({
  /** the thing of the maker's shelf that it is */
  own: ownId.optional(),
  preset: presetId.optional(),
  name: name80.optional(),
  width: bounded(SIZE_MM),
  height: bounded(SIZE_MM),
  /** of the first thing alone; the sum of its pile where one is given */
  thickness: bounded(THICKNESS_MM),
  /** what it looks like where it is no box: a ball, one on a stick, a loose heap */
  shape: z.enum(CONTENT_SHAPES).optional(),
  /** of a loose heap, which is as large as that takes */
  amount: amountSchema.optional(),
  pile: z.array(plySchema).min(1).max(MOST_PARTS).optional(),
  also: z.array(thingSchema).min(1).max(MOST_PARTS).optional(),
});

/** Where the patterned side of a paper comes to lie. */
export const PATTERNS = ["outside", "inside"] as const;

/** A paper, as it is kept: mm and g/m². */
export const stockSchema = z.strictObject({
  /** where its patterned side comes to lie; not said of paper that is alike on both */
  pattern: z.enum(PATTERNS).optional(),
  /** the paper of the maker's shelf that it is; what stands here is the recipe's own copy */
  own: ownId.optional(),
  preset: presetId.optional(),
  title: name80.optional(),
  caliper: bounded(CALIPER_MM),
  weight: bounded(WEIGHT_GSM),
  /** what its two sides look like; as the preset's where nothing is said */
  face: colourSchema.optional(),
  back: colourSchema.optional(),
  /** along which side of its sheet the fibres run */
  grain: z.enum(GRAINS).optional(),
});

/** The sheet in hand, as it is kept; mm. */
export const sheetSchema = z.strictObject({
  /** the paper or offcut of the maker's shelf whose sheet it is */
  own: ownId.optional(),
  preset: presetId.optional(),
  width: bounded(SHEET_MM),
  height: bounded(SHEET_MM),
});

/** What a form is for: screens group by it. All but cards and parts hold contents. */
export const PURPOSES = ["envelope", "pocket", "band", "treat", "card", "part"] as const;
/** What a form is for: how screens group it and what it is weighed against. */
export type Purpose = (typeof PURPOSES)[number];

/** The boards that a hand scores on. */
export const boardKinds = ["punch-board", "scoring-board"] as const;
export type BoardKind = (typeof boardKinds)[number];
/** The ways of making that steps are written for. */
export const methodKinds = [...boardKinds, "machine"] as const;
/** One of them. */
export type MethodKind = (typeof methodKinds)[number];

/** How far a test cut may correct a tool: steps of pressure, passes, mm/s; and for how many papers and tools. */
export const CORRECTION = { pressure: 60, passes: 5, speed: 200 } as const;
export const MOST_CORRECTIONS = 100;
/** What a test cut has shown for one paper and one tool: added to what is worked out. */
export const correctionSchema = z.strictObject({
  /** the paper: its entry of the shelf, its preset, or its thickness and weight */
  stock: z.string().min(1).max(80),
  tool: presetId,
  pressure: z.number().int().min(-CORRECTION.pressure).max(CORRECTION.pressure),
  passes: z.number().int().min(-CORRECTION.passes).max(CORRECTION.passes),
  speed: z.number().int().min(-CORRECTION.speed).max(CORRECTION.speed),
});
export type Correction = z.infer<typeof correctionSchema>;

/** A cutting machine, as it is kept; mm. */
const machineMethodSchema = z.strictObject({
  kind: z.literal("machine"),
  /** the machine of the maker's shelf that it is */
  own: ownId.optional(),
  /** a machine of the catalogue: what it drives, and how it moves */
  machine: presetId,
  /** how far the maker's own one reaches, where that is not as the catalogue has it */
  width: bounded(SHEET_MM).optional(),
  length: bounded(SHEET_MM).optional(),
  /** the mat that is on it; its first unless said */
  mat: presetId.optional(),
  /** what is measured with beside it, by id: a ruler in millimetres unless said */
  ruler: presetId.optional(),
  fixes: z.array(correctionSchema).min(1).max(MOST_CORRECTIONS).optional(),
});

/** A board and its ruler, as they are kept; mm. */
const boardMethodSchema = z.strictObject({
  kind: z.enum(boardKinds),
  /** the board of the maker's shelf that it is */
  own: ownId.optional(),
  /** a board of the catalogue */
  board: presetId,
  /** a ruler other than the board's own, by id */
  ruler: presetId.optional(),
  /** the punch's notch depth when the board has been calibrated, mm */
  notch: bounded(NOTCH_MM).optional(),
  /** how much further than they say its marks truly are, from the edge, when that has been measured: mm */
  offset: bounded(OFFSET_MM).optional(),
  /** on a punch board every notch is set by a measure of its own, and not by the score before it */
  each: z.literal(true).optional(),
});

/** The tools, as they are kept. */
export const methodSchema = z.discriminatedUnion("kind", [boardMethodSchema, machineMethodSchema]);
export type BoardMethod = z.infer<typeof boardMethodSchema>;
export type MachineMethod = z.infer<typeof machineMethodSchema>;

/** A whole recipe, as it is kept. */
export const specSchema = z.strictObject({
  units: z.literal("mm"),
  form: presetId,
  contents: contentsSchema,
  stock: stockSchema,
  /** checked again by the form's own schema */
  settings: z.record(z.string(), z.union([z.number(), z.string(), z.boolean()])),
  method: methodSchema,
  quantity: z.number().int().min(QUANTITY.min).max(QUANTITY.max),
  /** the sheet in hand; absent when the maker has not said */
  sheet: sheetSchema.optional(),
  /** the tape in hand, mm wide */
  tape: bounded(TAPE_MM).optional(),
  /** the net that a form of the maker's own is drawn from */
  net: netSchema.optional(),
  /** what is placed on the panels, from the paper up; each is checked again by its kind's own schema */
  fittings: z.array(fittingSchema).min(1).max(MOST_FITTINGS).optional(),
});

/** A recipe that has been read: everything is there, in mm and within its bounds. */
export type Spec = z.infer<typeof specSchema>;
/** What goes in, read. */
export type Contents = Spec["contents"];
/** A paper, read. */
export type Stock = Spec["stock"];
/** A sheet, read. */
export type SheetInHand = NonNullable<Spec["sheet"]>;

export type { Fitting, On, Place, Side } from "./fitting.ts";

/** A paper as a setting holds it, which is a text: the recipe's own copy. */
export const stockAsText = (stock: Stock): string => JSON.stringify(stock);

/** The paper that such a text holds; undefined for what is none, an id for one. */
export function stockIn(text: string): Stock | undefined {
  if (!text.startsWith("{")) return undefined;
  try {
    return stockSchema.safeParse(JSON.parse(text)).data;
  } catch {
    return undefined;
  }
}
