/**
 * Words cut out: a greeting of its own paper, its letters grown until they hold together, so that it is one piece to be
 * glued on.
 *
 *      ╭╮ ╷            The dots of an i too are reached by the growth, which is the least that does it: it is told.
 *      ╰┴─┴╮thanks
 */
import { z } from "zod";
import { placePath, polygon } from "../geometry/path.ts";
import { HERE } from "../geometry/point.ts";
import { windowIn } from "../paper/hole.ts";
import { outlined, panel, sheet } from "../paper/sheet.ts";
import { defineKind, type Lettered } from "./kind.ts";
import { areaOfWords, usualWords, wording, wordsOf } from "./words.ts";

/** A greeting cut out of its own paper. */
export const lettering = defineKind({
  id: "lettering",
  title: "Words cut out",
  about: "Of their own paper, the letters in one piece.",
  asks: ["stock", "raised"],
  settings: z.object(wording),
  follows: () => ({ size: "height", lineSpacing: "height" }),
  usual: (ground, grid) => {
    const { size } = usualWords(ground, grid);
    return { size: size * 1.3, lineSpacing: size * 2 };
  },
  draft({ name, set, stock }) {
    const found = set.typeface === "line" ? wordsOf({ ...set, typeface: "plain" }) : wordsOf(set);
    const blank = panel("lettering", name, set.size * 3, set.size);
    const lettered: Lettered = { missing: found?.words.missing ?? [], islands: 0, by: 0 };
    if (!found || found.words.letters.length === 0)
      return { said: { sheets: [sheet("lettering", name, [blank], { stock })] }, lettered };
    const {
      words,
      joining: { isHole },
    } = found;
    const { rings, by } = areaOfWords(
      { ...set, typeface: set.typeface === "line" ? "plain" : set.typeface },
      found,
      true,
    );
    const at = { ...HERE, x: by, y: by };
    const [outer] = rings.filter((ring) => !isHole(ring));
    const size = { width: words.width + 2 * by, height: words.height + 2 * by };
    const body = outlined("lettering", name, size, placePath(polygon(outer ?? []), at));
    const cuts = rings
      .filter(isHole)
      .map((ring, i) => windowIn(`counter-${String(i + 1)}`, body, placePath(polygon(ring), at)));
    return { said: { sheets: [sheet("lettering", name, [body], { stock, cuts })] }, lettered: { ...lettered, by } };
  },
});
