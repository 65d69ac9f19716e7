/**
 * What the maker says: the recipe that is saved, sent to the command line and solved. This file has the shape of a
 * recipe whose lengths have been read (mm); `readSpec.ts` reads the lengths and fills in what presets give.
 */
import { z } from "zod";

/** Bounds of anything that is held in the hands: mm. */
export const SIZE_MM = { min: 20, max: 600 } as const;
export const THICKNESS_MM = { min: 0.05, max: 60 } as const;
export const PLY_MM = { min: 0.02, max: 30 } as const;
/** Plies, further things, layers: more than anybody stacks. */
export const MOST_PARTS = 12;
export const CALIPER_MM = { min: 0.02, max: 2 } as const;
export const WEIGHT_GSM = { min: 20, max: 800 } as const;
export const SHEET_MM = { min: 50, max: 2000 } as const;
export const QUANTITY = { min: 1, max: 5000 } as const;

const bounded = ({ min, max }: { min: number; max: number }) => z.number().min(min).max(max);
const presetId = z.string().max(60);
const name80 = z.string().max(80);

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

export const contentsSchema = z.strictObject({
  preset: presetId.optional(),
  name: name80.optional(),
  width: bounded(SIZE_MM),
  height: bounded(SIZE_MM),
  /** of the first thing alone; the sum of its pile where one is given */
  thickness: bounded(THICKNESS_MM),
  pile: z.array(plySchema).min(1).max(MOST_PARTS).optional(),
  also: z.array(thingSchema).min(1).max(MOST_PARTS).optional(),
});

export const stockSchema = z.strictObject({
  preset: presetId.optional(),
  title: name80.optional(),
  caliper: bounded(CALIPER_MM),
  weight: bounded(WEIGHT_GSM),
});

export const sheetSchema = z.strictObject({
  preset: presetId.optional(),
  width: bounded(SHEET_MM),
  height: bounded(SHEET_MM),
});

export const LAYER_MM = {
  border: { min: 0, max: 150 },
  width: { min: 1, max: 400 },
  raised: { min: 0, max: 10 },
} as const;

const layered = {
  name: name80,
  /** the panel it goes on, and which face of it */
  panel: presetId,
  side: z.enum(["outside", "inside"]),
  /** mm left free: all round a mat or a frame, at both ends of a strip */
  border: bounded(LAYER_MM.border),
  stock: stockSchema,
  /** mm of foam under it */
  raised: bounded(LAYER_MM.raised),
};

export const STRIP_EDGES = ["centre", "top", "bottom", "left", "right"] as const;

/** Paper laid on a panel. A mat becomes the ground for what is laid on the same face after it. */
export const layerSchema = z.discriminatedUnion("kind", [
  z.strictObject({ ...layered, kind: z.literal("mat") }),
  /** `width` is that of its bars */
  z.strictObject({ ...layered, kind: z.literal("frame"), width: bounded(LAYER_MM.width) }),
  z.strictObject({
    ...layered,
    kind: z.literal("strip"),
    width: bounded(LAYER_MM.width),
    runs: z.enum(["across", "down"]),
    /** the edge it is measured from, and how far its near edge stands off it, mm */
    from: z.enum(STRIP_EDGES),
    at: bounded({ min: 0, max: 400 }),
  }),
]);

export const methodKinds = ["punch-board", "scoring-board"] as const;
export type MethodKind = (typeof methodKinds)[number];

export const methodSchema = z.strictObject({
  kind: z.enum(methodKinds),
  /** a board of the catalogue */
  board: presetId,
  /** a ruler other than the board's own, by id */
  ruler: presetId.optional(),
  /** the punch's notch depth when the board has been calibrated, mm */
  notch: z.number().min(2).max(30).optional(),
});

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
  tape: z.number().min(1).max(50).optional(),
  /** what is laid on the panels of a card, from the paper up */
  layers: z.array(layerSchema).min(1).max(MOST_PARTS).optional(),
});

export type Spec = z.infer<typeof specSchema>;
export type Contents = Spec["contents"];
export type Layer = z.infer<typeof layerSchema>;
export type Stock = Spec["stock"];
export type Sheet = NonNullable<Spec["sheet"]>;
