import type { Finding } from "../model/solution.ts";
import { type Check, piecesOf } from "./check.ts";

/** The board in use can hold each blank that is scored on it, and set its measure. */
export const board: Check = {
  id: "board",
  codes: ["past-ruler", "too-small", "too-long"],
  run: ({ pieces, parts }) =>
    parts.flatMap((part): Finding[] => {
      const { board: tool } = part.setup;
      const main = piecesOf(part, pieces).find((p) => p.id === part.main);
      // paper that is only cut needs no board
      if (!main || !part.form) return [];
      const { width, height } = main.blank;
      const first = part.firstScore ?? 0;
      const at = { check: "board", severity: "error", piece: main.id, facts: { board: tool.title } } as const;
      if (first > tool.reach + 1e-6) return [{ ...at, code: "past-ruler", figure: first, limit: tool.reach }];
      const [least, most] = [Math.min(width, height), Math.max(width, height)];
      if (tool.kind === "punch-board" && least < tool.smallest)
        return [{ ...at, code: "too-small", figure: least, limit: tool.smallest }];
      if (tool.kind === "scoring-board" && most > tool.reach)
        return [{ ...at, code: "too-long", severity: "warning", figure: most, limit: tool.reach }];
      return [];
    }),
};
