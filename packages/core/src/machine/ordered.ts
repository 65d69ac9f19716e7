/**
 * The order of one tool's walks with the least travel that was found: nearest first, improved, then shaken again and again.
 * Work is counted and not timed: the same job gives the same order anywhere.
 */
import { randomFrom } from "../units/random.ts";
import { Tour, type Travelling } from "./tour.ts";
import type { Walk } from "./walks.ts";

/** Looks one job takes: a fifth to a third of a second on a slow machine. Its parts share them as they have lines. */
export const USUAL_LOOKS = 700_000;
/** A first order may take more than its share before it is as good as its moves make it. */
const FIRST = 3;
/** Shakes of a short list, where looks would never run out; and after how many one begins anew elsewhere. */
const MOST_SHAKES = 4000;
const ANEW_AFTER = 300;
const SEED = 1;

/** An order, and the mm that it travels. */
export interface Ordered {
  readonly order: ReturnType<Tour["planned"]>;
  readonly travel: number;
}

/** @param looks distances looked at before shaking stops */
export function ordered(
  walks: readonly Walk[],
  asked: Travelling,
  looks = USUAL_LOOKS,
  random = randomFrom(SEED),
): Ordered {
  if (walks.length === 0) return { order: [], travel: 0 };
  const tour = new Tour(walks, asked);
  tour.nearest();
  tour.bestWays();
  tour.wakeAll();
  let best = tour.settle(FIRST * looks);
  let kept = tour.save();
  for (let shakes = 1; tour.count > 2 && tour.looks < looks && shakes <= MOST_SHAKES; shakes += 1) {
    if (shakes % ANEW_AFTER === 0) {
      tour.nearest(random);
      tour.bestWays();
      tour.wakeAll();
    } else {
      tour.load(kept);
      tour.shake(random);
    }
    const now = tour.settle(FIRST * looks);
    if (now < best - 1e-9) [best, kept] = [now, tour.save()];
  }
  tour.load(kept);
  return { order: tour.planned(), travel: best };
}
