import { type Check, remedy } from "./check.ts";

/** What was asked for and could not be made: said, never left out in silence. */
export const refused: Check = {
  id: "refused",
  codes: [
    "no-tab",
    "low-wall",
    "tab-trim",
    "no-slits",
    "no-string",
    "no-pocket-string",
    "no-mouth-tab",
    "no-seal",
    "no-back",
    "carrier-long",
    "no-window",
    "no-straight-side",
    "no-fold-edge",
    "no-front-outline",
  ],
  run: ({ parts }) =>
    parts.flatMap((part) =>
      part.refused.map(({ setting, instead, code }) => {
        const { width, height, depth } = part.contents[0]?.inside ?? part.inside;
        return {
          check: "refused",
          code,
          severity: "warning",
          piece: part.main,
          figure: typeof instead === "number" ? instead : depth > 0 ? depth : Math.min(width, height),
          limit: 0,
          ...remedy(`instead-${code}`, [...part.settings, setting], instead, { mm: Number(instead) }),
        };
      }),
    ),
};
