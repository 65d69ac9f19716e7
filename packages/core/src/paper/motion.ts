/**
 * Words for what moves in the finished thing: a card that is opened, a carrier that runs in a slit. How far it goes
 * follows from the paper: from the slit and what runs in it, from the loops that a fold pulls along.
 */
import { distance, place, type Point, type Pose, scale, subtract } from "../geometry/point.ts";
import type { Cut, Motion } from "../model/piece.ts";
import { type Joined, lastOrder, swungBy } from "./pose.ts";
import type { Flap } from "./panel.ts";
import type { Sheet } from "./sheet.ts";
import { endsOf } from "../geometry/path.ts";

/** A motion as a form says it, in the drawing's own frame. */
export interface Moving {
  readonly id: string;
  readonly title: string;
  readonly after?: string;
  readonly of: (sheets: readonly Sheet[]) => Motion["move"];
}

const holding = (panel: string, sheets: readonly Sheet[]): Sheet => {
  const found = sheets.find((s) => s.panels.some((p) => p.id === panel));
  if (!found) throw new Error(`motion: no sheet has a panel '${panel}'`);
  return found;
};

/** What hangs on a fold is opened again, right round unless said. */
export const opens = (id: string, title: string, { fold }: Flap, degrees = Math.abs(fold.angle)): Moving => ({
  id,
  title,
  of: (sheets) => ({ kind: "open", piece: holding(fold.panels[1], sheets).id, fold: fold.id, degrees }),
});

/** A flap that goes through a slit and runs in it, from where the slit begins: its fold is as long as it is wide. */
export const runsIn = (id: string, title: string, carrier: Flap, { id: through, panel, path }: Cut): Moving => ({
  id,
  title,
  of: (sheets) => {
    const wide = distance(carrier.fold.from, carrier.fold.to);
    const [from, to] = endsOf(path);
    const { laid } = holding(panel, sheets);
    const by = scale(subtract(to, from), Math.max(0, 1 - wide / distance(from, to)));
    return { kind: "slide", piece: holding(carrier.id, sheets).id, by: directed(by, laid), through };
  },
});

/** A joined sheet slides so far over what it lies on. */
export const slides = (id: string, title: string, sheet: Sheet, on: Sheet, by: Point): Moving => ({
  id,
  title,
  of: () => ({ kind: "slide", piece: sheet.id, by: directed(by, on.laid) }),
});

const directed = (by: Point, laid: Pose): Point => place(by, { ...laid, x: 0, y: 0 });

/** mm or degrees from one end of a motion to the other. */
export const travelOf = ({ move: m }: Motion): { readonly travel: number; readonly unit: "mm" | "deg" } =>
  m.kind === "slide" ? { travel: Math.hypot(...m.by), unit: "mm" } : { travel: Math.abs(m.degrees), unit: "deg" };

/** No coarser than this: a sheet that moves by less cannot have been on both sides of another without being seen in it. */
const WALK_STEP = { mm: 1, deg: 2 } as const;

/** In how many steps a motion is walked. */
export function stepsIn(motion: Motion): number {
  const { travel, unit } = travelOf(motion);
  return Math.max(1, Math.ceil(travel / WALK_STEP[unit]));
}

/** The motions, each as far as the paper lets it go: what opens is stopped by a strip that is too short. */
export const asFarAsTheyGo = (joined: Joined, caliper: number): readonly Motion[] =>
  (joined.motions ?? []).map((motion): Motion => {
    if (motion.move.kind !== "open") return motion;
    const state = { progress: lastOrder(joined), caliper, motion: { [motion.id]: 1 } };
    const { reached } = swungBy(joined, state);
    return { ...motion, move: { ...motion.move, degrees: motion.move.degrees * reached } };
  });
