/**
 * Envelopes that follow the card they hold. `holds` names the card's draft; from then on the envelope takes its size and
 * thickness from that card, lying whichever way the maker laid it, until somebody sets its size by hand.
 */
import { asContents, changed, type Draft, formById, type Spec, type PartsChange } from "@cut-fold/core";
import { stamp } from "./drafting.ts";
import { solutionOf } from "./solutions.ts";

type ContentsSize = Pick<Spec["contents"], "width" | "height" | "thickness">;

/** The same thing, perhaps turned: turning a card is no other card. */
export const isSameThing = (a: ContentsSize, b: ContentsSize): boolean =>
  a.thickness === b.thickness &&
  Math.min(a.width, a.height) === Math.min(b.width, b.height) &&
  Math.max(a.width, a.height) === Math.max(b.width, b.height);

/** What a card makes of an envelope's contents, lying as the envelope's contents lie now. Undefined for what is no card. */
export function contentsFrom(card: Draft, now: ContentsSize): PartsChange["contents"] {
  const contents = asContents(solutionOf(card.spec));
  if (contents?.width === undefined || contents.height === undefined) return undefined;
  const { width, height } = contents;
  return width >= height === now.width >= now.height ? contents : { ...contents, width: height, height: width };
}

/** Drafts that another can follow: cards. */
export const cardsIn = (drafts: ReadonlyMap<string, Draft>): Draft[] =>
  [...drafts.values()]
    .filter((d) => formById(d.spec.form)?.purpose === "card")
    .sort((a, b) => a.name.localeCompare(b.name));

/** The drafts that follow a card. */
export const followersOf = (card: string, drafts: ReadonlyMap<string, Draft>): Draft[] =>
  [...drafts.values()].filter((d) => d.holds === card);

/** Followers of these cards that are no longer of their card's size, made to be. */
export function following(cards: readonly Draft[], all: ReadonlyMap<string, Draft>): Draft[] {
  return cards.flatMap((card) =>
    followersOf(card.id, all)
      .filter((draft) => !cards.some((c) => c.id === draft.id))
      .flatMap((draft): Draft[] => {
        const was = draft.spec.contents;
        const contents = contentsFrom(card, was);
        const read = contents && changed(draft.spec, { contents });
        return read?.ok && !isSameThing(read.value.contents, was)
          ? [{ ...draft, spec: read.value, changed: stamp() }]
          : [];
      }),
  );
}
