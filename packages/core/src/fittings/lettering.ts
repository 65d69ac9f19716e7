/**
 * Words cut out: a greeting of its own paper, its letters grown until they hold together, so that it is one piece to be
 * glued on.
 *
 *      ╭╮ ╷            The dots of an i too are reached by the growth, which is the least that does it: it is told.
 *      ╰┴─┴╮thanks
 */
import { z } from "zod";
import { polygon } from "../geometry/path.ts";
import { windowIn } from "../paper/hole.ts";
import { outlined, panel } from "../paper/panel.ts";
import { sheet } from "../paper/sheet.ts";
import { OUTLINED } from "../typefaces/index.ts";
import { roundDown } from "../units/ruler.ts";
import { movedTo } from "./inPaper.ts";
import { defineKind } from "./kind.ts";
import { WORDS_FOLLOW, areaOfWords, figuresOf, namesSet, shown, usualSizeOf, wordingIn, wordsOf } from "./words.ts";

/** It is read from further off than what is printed: so much larger. */
const LARGER = 1.3;

/** A greeting cut out of its own paper. */
export const lettering = defineKind({
  id: "lettering",
  title: "Words cut out",
  about: "Of their own paper, the letters in one piece.",
  asks: ["stock", "raised"],
  setsWords: true,
  settings: z.object(wordingIn(OUTLINED)),
  follows: () => WORDS_FOLLOW,
  usual: (ground, grid) => ({ size: roundDown(usualSizeOf(ground, grid) * LARGER, grid) }),
  draft({ name, set: said, stock }) {
    const names = namesSet(said);
    const set = { ...said, text: shown(said) };
    const found = wordsOf(said);
    const missing = found?.words.missing ?? [];
    if (!found || found.words.letters.length === 0) {
      const blank = panel("lettering", name, set.size * 3, set.size);
      return {
        said: { sheets: [sheet("lettering", name, [blank], { stock })] },
        lettered: { missing, islands: 0, by: 0, names },
      };
    }
    const { words, joining } = found;
    const { rings, by } = areaOfWords(set, found, true);
    const [holes, [outer]] = [rings.filter(joining.isHole), rings.filter((ring) => !joining.isHole(ring))];
    const size = { width: words.width + 2 * by, height: words.height + 2 * by };
    const grownTo = (ring: (typeof rings)[number]) => movedTo(polygon(ring), [by, by]);
    const body = outlined("lettering", name, size, grownTo(outer ?? []));
    const cuts = holes.map((ring, i) => windowIn(`counter-${String(i + 1)}`, body, grownTo(ring)));
    return {
      said: {
        sheets: [sheet("lettering", name, [body], { stock, cuts })],
        figures: figuresOf(
          body,
          set,
          words.feet.map((y) => y + by),
        ),
      },
      lettered: { missing, islands: 0, by, names },
    };
  },
});
