/**
 * Puzzle: paper cut to an outline and into pieces that fit together, numbered on their backs; the same lines stand on the
 * panel beneath as the place to glue them.
 *
 *      ╭───────┬──╮         ╭╌╌╌╌╌╌╌┬╌╌╮
 *      │   1  (_  2│   on   ╎   1  (_  2╎  drawn or printed
 *      ├──╮╭───┴╮╭─┤        ├╌╌╮╭╌╌╌┴╮╭╌┤
 *      │  ╰╯ 3  ╰╯ │        ╎  ╰╯ 3  ╰╯4╎
 *      ╰───────────╯        ╰╌╌╌╌╌╌╌╌╌╌╌╯
 */
import { z } from "zod";
import { boundsOf, flatten, type Path } from "../geometry/path.ts";
import type { Point } from "../geometry/point.ts";
import type { Cut, Stroke } from "../model/piece.ts";
import { choice, count, toggle } from "../model/setting.ts";
import { mirroredAbout, puzzleOf } from "../outlines/puzzle.ts";
import { heightOf, widthOf } from "../paper/figure.ts";
import { outlined } from "../paper/panel.ts";
import { sheet } from "../paper/sheet.ts";
import { typefaceById } from "../typefaces/index.ts";
import { setWords } from "../typefaces/setting.ts";
import { inProportion, isRound, loopsIn, movedTo, outlineSettings, ownIn } from "./inPaper.ts";
import { defineKind } from "./kind.ts";
import { ROLES } from "./line.ts";
import { ownSize, usualSize } from "./panel.ts";

/** A number is so high, mm, and no more than a part of its piece. */
const NUMBER_MM = 7;
const NUMBER_PART = 0.22;

/** A number in single lines, its middle at a place; nothing while its typeface has not come. */
function numberAt(n: number, [x, y]: Point, room: number): Path {
  const face = typefaceById("line");
  if (!face) return [];
  const size = Math.min(NUMBER_MM, room * NUMBER_PART);
  const set = { text: String(n), size, spacing: 0, lineSpacing: size, align: "centre", arc: 0 } as const;
  const { letters, width, height } = setWords(face, set);
  return movedTo(letters.flat().flat(), [x - width / 2, y - height / 2]);
}

const { print, pen, foil } = ROLES;

/** A picture in pieces. */
export const puzzle = defineKind({
  id: "puzzle",
  title: "Puzzle",
  about: "An outline in pieces that fit together, and the place to glue them.",
  asks: ["stock"],
  inPieces: true,
  setsWords: true,
  settings: z.object({
    ...outlineSettings("rectangle"),
    ...ownSize,
    across: count("Pieces across", 3, [1, 20], "How many stand side by side."),
    up: count("Pieces up", 3, [1, 20], "How many rows there are."),
    edge: choice(
      "Pieces meet in",
      { knobs: "Knobs", waves: "Waves", straight: "Straight lines" },
      "knobs",
      "What their edges look like.",
    ),
    place: choice("Its place", { none: "Not marked", print, pen, foil }, "pen", "The same lines on what it lies on."),
    numbered: toggle("Numbered", true, "On the back of each piece, and where it is to lie."),
  }),
  follows: inProportion,
  usual(ground, grid) {
    const { width, height } = usualSize(ground, grid, 0.7);
    return { width, height, across: Math.max(2, Math.round(width / 30)), up: Math.max(2, Math.round(height / 30)) };
  },
  draft({ name, set, stock }) {
    const { width } = set;
    const height = isRound(set) ? width : set.height;
    const [outline = []] = loopsIn(set, width, height);
    const body = outlined("puzzle", name, { width, height }, outline);
    const { lines, pieces } = puzzleOf(outline, set.across, set.up, set.edge);
    const cuts = lines.map((path, i): Cut => ({ id: `part-${String(i + 1)}`, panel: body.id, kind: "slit", path }));
    const numbers = set.numbered ? pieces.map(({ at, room }, i) => numberAt(i + 1, at, room)) : [];
    const drawn = numbers.filter((path) => path.length > 0);
    const backs = drawn.map((path, i): Stroke => {
      const { left, right } = boundsOf(flatten(path));
      return {
        ...{ id: `number-${String(i + 1)}`, role: "pen", face: "back" },
        path: mirroredAbout(path, (left + right) / 2),
      };
    });
    const { place } = set;
    const leaves =
      place === "none"
        ? []
        : [outline, ...lines, ...drawn].map((path, i): Stroke => ({ id: `place-${String(i + 1)}`, role: place, path }));
    return {
      said: {
        sheets: [sheet("puzzle", name, [body], { stock, cuts, strokes: backs })],
        figures: { width: widthOf(body), ...(!isRound(set) && { height: heightOf(body) }) },
      },
      leaves,
      ...ownIn(set),
    };
  },
});
