/**
 * Line: along an outline of the catalogue or straight, to be drawn, foiled, printed, scored, perforated or cut.
 *
 *      ╭─ ─ ─ ─ ─╮
 *      ╎         ╎  height        ─────────────
 *      ╰─ ─ ─ ─ ─╯                 straight: as long as its width
 *         width
 */
import { z } from "zod";
import { line as segment, type Path } from "../geometry/path.ts";
import type { Cut, Role, Stroke } from "../model/piece.ts";
import { choice, colour, INK_COLOUR } from "../model/setting.ts";
import { heightOf, widthOf } from "../paper/figure.ts";
import { panel } from "../paper/panel.ts";
import { sheet } from "../paper/sheet.ts";
import {
  apartOf,
  inProportion,
  isRound,
  loopsIn,
  movedTo,
  outlineSettings,
  spread,
  spreadOut,
  THIN,
} from "./inPaper.ts";
import { defineKind } from "./kind.ts";
import { ownSize, usualSize } from "./panel.ts";

/** What may be done along a line. */
export const ROLES = {
  pen: "Drawn with a pen",
  foil: "Foiled",
  print: "Printed",
  score: "Scored",
  perforate: "Perforated",
  cut: "Cut",
} as const satisfies Partial<Record<Role, string>>;

/** What it is printed in, where that is not ink's own colour. */
export const inkOf = ({ role, ink }: { readonly role: string; readonly ink: string }): { readonly colour?: string } =>
  role === "print" && ink !== INK_COLOUR ? { colour: ink } : {};

/** A line, straight or along an outline. */
export const line = defineKind({
  id: "line",
  title: "Line",
  about: "Drawn, foiled, printed or scored; straight or along an outline.",
  asks: [],
  // rows of it are spread over what it lies on
  fits: true,
  inPaper: true,
  settings: z.object({
    ...outlineSettings("straight", { straight: "Straight" }),
    ...ownSize,
    role: choice("Made how", ROLES, "pen", "What is done along it."),
    ink: colour("Printed in", INK_COLOUR, "The colour of a printed line."),
    ...spread,
  }),
  follows: inProportion,
  usual: (ground, grid) => usualSize(ground, grid, 0.6),
  draft({ name, ground, set }) {
    const isStraight = set.outline === "straight";
    const { width } = set;
    const height = isStraight ? THIN : isRound(set) ? width : set.height;
    const own = { width, height };
    const path: Path = isStraight ? [segment([0, THIN / 2], [width, THIN / 2])] : loopsIn(set, width, height).flat();
    const { size, places } = spreadOut(ground, own, set);
    const body = panel("line", name, size.width, size.height);
    const made = places.map((by, i) => ({ id: String(i + 1), path: movedTo(path, by) }));
    const cuts = set.role === "cut" ? made.map((m): Cut => ({ ...m, panel: body.id, kind: "slit" })) : [];
    const { role } = set;
    const strokes = role === "cut" ? [] : made.map((m): Stroke => ({ ...m, role, ...inkOf(set) }));
    const one = { ...body, ...own };
    return {
      said: {
        sheets: [sheet("line", name, [body], { cuts, strokes })],
        figures: {
          width: widthOf(one),
          ...(!isStraight && !isRound(set) && { height: heightOf(one) }),
          apart: apartOf("line", own, places),
        },
      },
    };
  },
});
