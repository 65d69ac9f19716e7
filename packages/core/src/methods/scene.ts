/** What a step shows, and what it calls things: a piece flat on the table, a panel in a sentence. */
import { HERE } from "../geometry/point.ts";
import type { Piece } from "../model/piece.ts";
import type { Scene } from "../model/solution.ts";
import { idIn } from "./method.ts";

/** Everything that is cut and scored on a piece. */
export const strokesOf = (piece: Piece): string[] =>
  ["outline", ...piece.lines.map((l) => l.id)].map((id) => idIn(piece, id));

/** A piece lying on the table, drawn face up, with only so much done to it. */
export const flatOnTable = (piece: Piece, done: readonly string[], now: readonly string[]): Scene => ({
  on: "table",
  piece: piece.id,
  pose: HERE,
  done,
  now,
  folded: 0,
  pieces: [piece.id],
});

/** A panel's name inside a sentence. */
export const nameOf = (piece: Piece, panel: string): string =>
  piece.panels.find((p) => p.id === panel)?.name.toLowerCase() ?? panel;

/** One, two and three, as a sentence lists them. */
export const listed = (names: readonly string[]): string =>
  [names.slice(0, -1).join(", "), names.at(-1)].filter(Boolean).join(" and ");

/** Names as a sentence lists them, with those that several have said once: `the left flap and both dust flaps`. */
export function listedOnce(names: readonly string[]): string {
  const once = [...new Set(names)].map((name) => {
    const times = names.filter((n) => n === name).length;
    return times === 1 ? `the ${name}` : times === 2 ? `both ${name}s` : `all ${String(times)} ${name}s`;
  });
  return listed(once);
}
