import type { Check } from "./check.ts";

/** The board in use can hold the blank and set its measure. */
export const board: Check = {
  id: "board",
  codes: ["past-ruler", "too-small", "too-long"],
  run: ({ pieces, setup, drafted }) => {
    const { board: tool } = setup;
    const blank = pieces[0]?.blank;
    if (!blank) return [];
    const first = drafted.dimensions.find((d) => d.id === "first-score")?.value ?? 0;
    const at = { check: "board", severity: "error", piece: pieces[0]?.id ?? "" } as const;
    if (first > tool.reach + 1e-6)
      return [{ ...at, code: "past-ruler", figure: first, limit: tool.reach, facts: { board: tool.title } }];
    if (tool.kind === "punch-board" && Math.min(blank.width, blank.height) < tool.smallest) {
      return [
        {
          ...at,
          code: "too-small",
          figure: Math.min(blank.width, blank.height),
          limit: tool.smallest,
          facts: { board: tool.title },
        },
      ];
    }
    if (tool.kind === "scoring-board" && Math.max(blank.width, blank.height) > tool.reach) {
      return [
        {
          ...at,
          severity: "warning",
          code: "too-long",
          figure: Math.max(blank.width, blank.height),
          limit: tool.reach,
          facts: { board: tool.title },
        },
      ];
    }
    return [];
  },
};
