/** The craft's own words, explained. */

/** Words of the craft and what they mean, for whoever meets them first here. */
const TERMS: Readonly<Record<string, string>> = {
  fence: "the raised edge along the top of the board, which the paper is pushed against",
  stop: "the raised edge at the left of the board: zero on its ruler",
  groove: "the channel that the scoring tool runs down",
  "guide line": "the line on the board that an earlier score is laid on, so that nothing is measured twice",
  score: "a line pressed into the paper, so that it folds there and does not crack",
  web: "the corner piece between two walls, folded in to keep the corner closed",
  burnish: "to press a fold flat with something smooth and hard",
  relief: "a hair of paper left out where two flaps would touch",
  spacer: "something as thick as the contents that holds the walls apart while glue sets",
  throat: "how far the front stays below the mouth, so that fingers can reach in",
  shoulder: "the upright part of a flap's edge, before it slants",
  "gum line": "the edge of the flap that is left free, where it is glued shut",
};

/** The words of the craft in a sentence that want explaining, in the order they stand. */
export function termsIn(sentence: string): { readonly word: string; readonly means: string }[] {
  const text = sentence.toLowerCase();
  return Object.entries(TERMS)
    .map(([word, means]) => ({ word, means, at: text.search(new RegExp(`\\b${word}s?\\b`, "u")) }))
    .filter(({ at }) => at >= 0)
    .sort((a, b) => a.at - b.at)
    .map(({ word, means }) => ({ word, means }));
}
