/** A net of the maker's own, as a recipe keeps it: what was read and what was answered. Its panels are found again at each solve. */
import { z } from "zod";

/** mm within which ends were meant to meet. */
export const NET_NEAR_MM = { min: 0.01, max: 1, usual: 0.1 } as const;
/** Lines of a net, and how long the path data of one may be. */
export const MOST_NET_LINES = 2000;
const MOST_SIGNS = 20_000;
const panelId = z
  .string()
  .max(20)
  .regex(/^panel-\d{1,4}$/u);
const foldId = z
  .string()
  .max(20)
  .regex(/^fold-\d{1,4}$/u);

/** How far a fold ends up turned, degrees, and when it is folded. */
export const netFoldSchema = z.strictObject({
  angle: z.number().min(-180).max(180),
  order: z.number().int().min(1).max(60),
});

/** mm that a piece may be moved on what it is glued onto. */
export const NET_OFF_MM = 2000;

/**
 * A panel glued onto another. Between two pieces it is a join as well, the first time: the piece of the panel is laid on the
 * other, middle on middle but for `x` to the right and `y` up (mm), turned anticlockwise, and face down where that is said.
 */
export const netGlueSchema = z.strictObject({
  panel: panelId,
  onto: panelId,
  face: z.enum(["front", "back"]).optional(),
  x: z.number().min(-NET_OFF_MM).max(NET_OFF_MM).optional(),
  y: z.number().min(-NET_OFF_MM).max(NET_OFF_MM).optional(),
  turn: z.number().min(-180).max(180).optional(),
  flip: z.boolean().optional(),
});
export type NetGlue = z.infer<typeof netGlueSchema>;

export const netSchema = z.strictObject({
  lines: z
    .array(
      z.strictObject({
        role: z.enum(["cut", "score"]),
        fold: z.enum(["valley", "mountain"]).optional(),
        /** path data in absolute M, L, C, A (of circles) and Z; mm, y up */
        d: z.string().min(1).max(MOST_SIGNS),
      }),
    )
    .min(1)
    .max(MOST_NET_LINES),
  near: z.number().min(NET_NEAR_MM.min).max(NET_NEAR_MM.max),
  /** the panel that stays while the others fold; the largest unless said */
  root: panelId.optional(),
  folds: z.record(foldId, netFoldSchema).optional(),
  /** panels that are waste */
  waste: z.array(panelId).max(500).optional(),
  glued: z.array(netGlueSchema).max(200).optional(),
  /** what panels are called, where it is not their number */
  names: z.record(panelId, z.string().trim().min(1).max(40)).optional(),
  /** the panel that contents lie on */
  holds: panelId.optional(),
});
export type OwnNet = z.infer<typeof netSchema>;
