/** What a file cannot carry, in words: told where it is chosen. */

/** By code, to follow "without". */
export const lackWords = {
  paper: "the papers",
  glue: "the glue",
  order: "the order of folding",
  faces: "the two faces",
  lines: "the lines to cut by",
  sizes: "exact sizes",
  numbers: "the numbers",
  curves: "true curves",
  colours: "the colours",
} as const;
/** One of them. */
export type Lack = keyof typeof lackWords;

/** All that is missing as one phrase; empty where nothing is. */
export function sayLacks(lacks: readonly Lack[]): string {
  const words = lacks.map((lack) => lackWords[lack]);
  const [last, ...before] = words.toReversed();
  return last === undefined ? "" : `without ${before.length > 0 ? `${before.reverse().join(", ")} and ${last}` : last}`;
}
