import type { Part } from "../fittings/laid.ts";
import { furthestScore } from "../paper/scores.ts";
import type { Piece } from "../model/piece.ts";
import type { Finding } from "../model/solution.ts";
import { type Check } from "./check.ts";
import { piecesIn } from "../fittings/whole.ts";

/** A punch board's ruler ends somewhere, and a small square cannot be held on it. */
function onPunchBoard({ setup: { tool }, firstScore = 0 }: Part, { id, blank }: Piece): Finding[] {
  if (tool.kind !== "punch-board") return [];
  const at = { check: "board", severity: "error", piece: id, facts: { board: tool.title } } as const;
  if (firstScore > tool.reach + 1e-6) return [{ ...at, code: "past-ruler", figure: firstScore, limit: tool.reach }];
  const least = Math.min(blank.width, blank.height);
  return least < tool.smallest ? [{ ...at, code: "too-small", figure: least, limit: tool.smallest }] : [];
}

/** The board in use can hold each blank that is scored on it, and set its measure from one edge or the other. */
export const board: Check = {
  id: "board",
  codes: ["past-ruler", "too-small", "too-long"],
  run: ({ pieces, parts }) =>
    parts.flatMap((part): Finding[] => {
      const { tool } = part.setup;
      // paper that is only cut needs no board
      if (!part.form) return [];
      const own = piecesIn(part, { pieces });
      // a machine has no ruler that ends: what it cannot reach is told of its mat
      if (tool.kind === "machine") return [];
      if (tool.kind === "punch-board")
        return own.filter((p) => p.id === part.main).flatMap((p) => onPunchBoard(part, p));
      return own.flatMap((piece): Finding[] => {
        const figure = furthestScore(piece);
        const at = { check: "board", severity: "warning", piece: piece.id, facts: { board: tool.title } } as const;
        return figure > tool.reach + 1e-6 ? [{ ...at, code: "too-long", figure, limit: tool.reach }] : [];
      });
    }),
};
