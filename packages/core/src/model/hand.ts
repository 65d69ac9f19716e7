/** Hands: how far each thing that one does comes from where it should be. Errors are independent and normal, their mean 0. */
import { z } from "zod";

/**
 * What a hand does that can be off: trimming a side, placing the paper at the stop, reading a ruler, laying the last score on the
 * guide, punching, scoring in a groove, creasing, and standing askew at the stop.
 */
export const ACTS = ["trim", "place", "read", "turn", "punch", "score", "fold", "skew"] as const;
/** One of them. */
export type HandAct = (typeof ACTS)[number];

/** mm a standard deviation of one act may be. */
export const HAND_MM = { min: 0, max: 5 } as const;
const deviation = z.number().min(HAND_MM.min).max(HAND_MM.max);

/** A hand: one standard deviation of each act, mm; of skew, mm over 100. */
export const handSchema = z.strictObject({
  ...{ trim: deviation, place: deviation, read: deviation, turn: deviation },
  ...{ punch: deviation, score: deviation, fold: deviation, skew: deviation },
});
/** One that has been read. */
export type Hand = Readonly<z.infer<typeof handSchema>>;

/**
 * Hands to begin with. Argued, not measured: a mark is read to a fifth of a millimetre, a blade plays by as much and the sheet
 * creeps; a tip plays in its groove by 0.15 to 0.35; a score is half a mm wide where it is laid on a guide.
 */
export const HANDS = {
  steady: { trim: 0.25, place: 0.1, read: 0.15, turn: 0.12, punch: 0.08, score: 0.08, fold: 0.1, skew: 0.03 },
  usual: { trim: 0.4, place: 0.2, read: 0.25, turn: 0.25, punch: 0.12, score: 0.12, fold: 0.2, skew: 0.08 },
  hurried: { trim: 0.8, place: 0.4, read: 0.5, turn: 0.5, punch: 0.2, score: 0.2, fold: 0.4, skew: 0.2 },
} as const satisfies Readonly<Record<string, Hand>>;
/** What they are called. */
export const HAND_NAMES = ["steady", "usual", "hurried"] as const satisfies readonly (keyof typeof HANDS)[];
export type HandName = (typeof HAND_NAMES)[number];
