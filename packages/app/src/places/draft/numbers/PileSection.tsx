import { cardPile, insidePile, type Drawing } from "@cut-fold/core";
import { memo } from "react";
import { PileView } from "../../../drawing/PileView.tsx";

/** What lies on what, where more than one thing does. */
export const PileSection = memo(function PileSection({ solution }: { readonly solution: Drawing }) {
  const { contents } = solution.spec;
  const layers = solution.finished !== undefined && solution.fittings.length > 0;
  const pile = layers
    ? cardPile(solution)
    : solution.contents.some((c) => c.fitting === undefined) && (contents.pile ?? contents.also)
      ? insidePile(solution.spec)
      : undefined;
  return pile ? (
    <section>
      <h3>{layers ? "The card from the side" : "Inside, from the side"}</h3>
      <PileView pile={pile} />
    </section>
  ) : null;
});
