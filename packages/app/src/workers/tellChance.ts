/** How likely a draft fits when a hand makes it, away from the screen: what its worker answers. */
import { readSpec, solve, type Spec } from "@cut-fold/core";
import {
  type Around,
  type Asked,
  cardFit,
  type Fit,
  type Hand,
  leastFit,
  measuredEach,
  type NoFit,
  roomForSure,
  type Spread,
  spreadOf,
  SURE,
  type Surer,
  WORTH,
} from "@cut-fold/core/chance";
import { loadFormsOf } from "../needs/forms.ts";

/** A chance with its picture, and what it is told of. */
export type ChanceTold =
  | { readonly ok: true; readonly fit: Fit; readonly spread: Spread; readonly name: string; readonly isRough: boolean }
  | { readonly ok: false; readonly why: NoFit };

/** What would make it surer: more room, and each notch by a measure of its own. */
export interface Advice {
  readonly room: Surer;
  /** the chance when each notch is measured; undefined where there is none, or they are already */
  readonly each: number | undefined;
}

const read = async (given: unknown): Promise<Spec> => {
  await loadFormsOf([given]);
  const spec = readSpec(given);
  if (!spec.ok) throw new Error("no recipe");
  return spec.value;
};
/** the same draft and hand always give the same figures */
const SEED = 1;

export const chanceApi = {
  /** @throws for a recipe that cannot be read: the screen never sends one */
  async tell(given: unknown, hand: Hand, asked: Omit<Asked, "seed">): Promise<ChanceTold> {
    const answer = leastFit(solve(await read(given)), hand, { ...asked, seed: SEED });
    if (!answer.ok) return answer;
    const { fit, gaps, lying } = answer;
    return { ok: true, fit, spread: spreadOf(gaps), name: lying.name, isRough: asked.by === "straight" };
  },

  /** A card, and what is there already that it is to go into. */
  async card(given: unknown, around: Around, hand: Hand, runs: number): Promise<Fit> {
    return cardFit(solve(await read(given)), around, hand, { runs, seed: SEED }).fit;
  },

  /** What would make it surer, where anything can. @param chance as it was found */
  async advise(given: unknown, hand: Hand, runs: number, chance: number): Promise<Advice> {
    const spec = await read(given);
    const asked = { runs, seed: SEED };
    const apart = chance + WORTH < 1 ? measuredEach(spec) : undefined;
    const each = apart && leastFit(solve(apart), hand, asked);
    return {
      room: chance >= SURE ? { ok: true, changes: [], chance, by: 0 } : roomForSure(spec, hand, asked),
      each: each?.ok ? each.fit.chance : undefined,
    };
  },
};
export type ChanceApi = typeof chanceApi;
