/**
 * What the maker says: the recipe that is saved, sent to the command line and solved. This file has the shape of a
 * recipe whose lengths have been read (mm); `readSpec.ts` reads the lengths and fills in what presets give.
 */
import { z } from "zod";

/** Bounds of anything that is held in the hands: mm. */
export const SIZE_MM = { min: 20, max: 600 } as const;
export const THICKNESS_MM = { min: 0.05, max: 60 } as const;
export const CALIPER_MM = { min: 0.02, max: 2 } as const;
export const WEIGHT_GSM = { min: 20, max: 800 } as const;
export const SHEET_MM = { min: 50, max: 2000 } as const;
export const QUANTITY = { min: 1, max: 5000 } as const;

const bounded = ({ min, max }: { min: number; max: number }) => z.number().min(min).max(max);
const presetId = z.string().max(60);

export const contentsSchema = z.strictObject({
  preset: presetId.optional(),
  name: z.string().trim().max(80).optional(),
  width: bounded(SIZE_MM),
  height: bounded(SIZE_MM),
  thickness: bounded(THICKNESS_MM),
});

export const stockSchema = z.strictObject({
  preset: presetId.optional(),
  title: z.string().trim().max(80).optional(),
  caliper: bounded(CALIPER_MM),
  weight: bounded(WEIGHT_GSM),
});

export const sheetSchema = z.strictObject({
  preset: presetId.optional(),
  width: bounded(SHEET_MM),
  height: bounded(SHEET_MM),
});

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
});

export type Spec = z.infer<typeof specSchema>;
export type Contents = Spec["contents"];
export type Stock = Spec["stock"];
export type Sheet = NonNullable<Spec["sheet"]>;
