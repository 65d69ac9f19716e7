import type { Check } from "./check.ts";

/** What was asked for and could not be made: said, never left out in silence. */
export const refused: Check = {
  id: "refused",
  codes: ["closure", "corners"],
  run: ({ drafted, spec }) =>
    drafted.refused.map(({ setting, instead }) => ({
      check: "refused",
      code: setting,
      severity: "warning",
      figure: drafted.inside.depth > 0 ? drafted.inside.depth : Math.min(drafted.inside.width, drafted.inside.height),
      limit: 0,
      facts: { asked: String(spec.settings[setting]) },
      remedy: { settings: { [setting]: instead } },
    })),
};
