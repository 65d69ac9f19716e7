/**
 * What is placed on the panels of a draft: paper laid on, whole forms, and what is done to the paper itself. A row of the
 * recipe says which kind it is, what it lies on, and by which rule; what else its kind asks for stands beside that and is
 * checked by the kind's own schema.
 */
import { z } from "zod";

/** The two faces of a panel, as the finished holder has them. */
export const SIDES = ["outside", "inside"] as const;
/** One of them. */
export type Side = (typeof SIDES)[number];

/** What a rule may measure from, on each axis. */
export const FROM = { x: ["left", "centre", "right"], y: ["bottom", "centre", "top"] } as const;

/** mm a thing may stand off its ground's edge or middle; beyond the edge where negative. */
export const PLACE_MM = { min: -400, max: 400 } as const;
/** Foam under a thing, mm. */
export const RAISED_MM = { min: 0, max: 10 } as const;

const by = z.number().min(PLACE_MM.min).max(PLACE_MM.max);

/**
 * Where a thing lies, as one looks at the face it lies on: each side of it measured from the same side of its ground, or
 * its middle from the ground's middle (right and up are positive); then turned about its own middle, degrees anticlockwise.
 */
export const placeSchema = z.strictObject({
  x: z.strictObject({ from: z.enum(FROM.x), by }),
  y: z.strictObject({ from: z.enum(FROM.y), by }),
  turn: z.number().min(-360).max(360),
});

/** What a thing lies on: a panel's face, or an earlier thing. */
export const onSchema = z.strictObject({
  panel: z.string().max(60),
  side: z.enum(SIDES),
  /** an earlier fitting, where it lies on that: the panel is then one of its own, or the one both lie on */
  fitting: z.string().max(60).optional(),
});

/** A fitting's id: short, and safe in files and addresses. */
export const FITTING_ID = /^[a-z0-9][a-z0-9-]{0,39}$/u;

/** A thing on a panel as it is kept; what its kind asks for stands beside, read by the kind. */
export const fittingSchema = z.looseObject({
  id: z.string().regex(FITTING_ID),
  kind: z.string().max(40),
  name: z.string().max(80),
  on: onSchema,
  at: placeSchema,
});

/** A rule that has been read. */
export type Place = z.infer<typeof placeSchema>;
/** A ground that has been read. */
export type On = z.infer<typeof onSchema>;
/** A thing on a panel, read; lengths in mm. */
export type Fitting = Readonly<z.infer<typeof fittingSchema>>;

/** In the middle, as it comes. */
export const IN_THE_MIDDLE: Place = { x: { from: "centre", by: 0 }, y: { from: "centre", by: 0 }, turn: 0 };
