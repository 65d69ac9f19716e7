/** What the things of a recipe are called in a step: words by what they say, all else by its name. */
import { listed } from "./scene.ts";
import type { Whole } from "../fittings/whole.ts";

/** Longer words (letters) are told by their beginning. */
const MOST_LETTERS = 24;

/** How one thing of the recipe is called: `the words “To”`, `the window`. */
function callingOf({ spec, parts }: Pick<Whole, "spec" | "parts">, id: string): string {
  const row = spec.fittings?.find((f) => f.id === id);
  const [text, list] = [row?.["text"], row?.["names"]];
  const said = (typeof text === "string" ? text : "").split("\n")[0] ?? "";
  const names = typeof list === "string" && list !== "";
  const kind = parts.find((p) => p.lies?.id === id)?.kind;
  if (kind?.setsWords && !kind.inPieces && (said !== "" || names)) {
    const most = said.length > MOST_LETTERS ? `${said.slice(0, MOST_LETTERS)}…` : said;
    return names ? "the name" : `the words “${most}”`;
  }
  if (kind?.inPieces) return "the puzzle’s place";
  return `the ${(row?.name ?? id).toLowerCase()}`;
}

/** What is made on a piece, by the rows it comes from; what the form itself says has none and is counted. */
export function callings(
  making: Pick<Whole, "spec" | "parts">,
  made: readonly { readonly fitting?: string | undefined }[],
  own: readonly [one: string, several: string],
): string {
  const bare = made.filter((m) => m.fitting === undefined).length;
  const rows = [...new Set(made.flatMap((m) => m.fitting ?? []))].map((id) => callingOf(making, id));
  const counted = bare === 0 ? [] : [bare === 1 ? own[0] : `the ${String(bare)} ${own[1]}`];
  return listed([...counted, ...rows]);
}
