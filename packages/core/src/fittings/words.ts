/**
 * Words: set in a shipped typeface, printed, drawn, foiled or cut out of the paper they stand on.
 *
 *      ┌───────────────┐
 *      │  Thank you    │ height of capitals
 *      └───────────────┘
 *
 * Outlines that overlap are one; letters may be made to hold together, and counters keep bridges where they would drop out.
 */
import { z } from "zod";
import { flatten, type Path, polygon } from "../geometry/path.ts";
import type { Point } from "../geometry/point.ts";
import type { Cut, Role, Stroke } from "../model/piece.ts";
import { autoMm, choice, colour, INK_COLOUR, linesIn, list, mm, text, toggle } from "../model/setting.ts";
import type { Measured } from "../paper/figure.ts";
import { windowIn } from "../paper/hole.ts";
import { panel, type Rectangle } from "../paper/panel.ts";
import { sheet } from "../paper/sheet.ts";
import { lately } from "../units/lately.ts";
import { roundDown } from "../units/ruler.ts";
import { joiningOf, type Typeface, typefaceById, TYPEFACES } from "../typefaces/index.ts";
import type { Rings } from "../geometry/areas.ts";
import { measureWords, setWords, type SetWords } from "../typefaces/setting.ts";
import { movedTo } from "./inPaper.ts";
import { inkOf, ROLES } from "./line.ts";
import { defineKind, type FittingInput, type GroundSize, type Laying, type Lettered } from "./kind.ts";

/** What all words are set by, in one of some typefaces. */
export const wordingIn = <const K extends string>(typefaces: Readonly<Record<K, string>>) => ({
  text: text("Words", "Thank you", 200, "What it says; a new line begins another."),
  names: list(
    "One for each name",
    4000,
    "A name a line: a piece is made for each, and the widest is shown. Empty, the words above stand on all.",
  ),
  typeface: choice("Typeface", typefaces, "script" as NoInfer<K>, "What the letters look like."),
  size: mm("Height of capitals", 12, [2, 150], "From the foot of a capital to its head."),
  spacing: mm("Letter spacing", 0, [-5, 40], "More between letters, or less where negative."),
  lineSpacing: autoMm(
    "Line to line",
    [2, 250],
    "From one line's foot to the next; half as much again as a capital unless set.",
  ),
  align: choice("Lines", { left: "Left", centre: "In the middle", right: "Right" }, "centre", "How lines stand."),
  arc: mm("Along an arc", 0, [-600, 600], "The radius of it; 0 is straight, less than 0 hangs."),
});

/** In another size words keep their proportions, and stay within what they stand on. */
export const WORDS_FOLLOW = { size: "least", spacing: "least", lineSpacing: "least", arc: "least" } as const;

const { print, pen, foil, cut } = ROLES;
const settings = z.object({
  ...wordingIn(TYPEFACES),
  role: choice("Made how", { print, pen, foil, cut }, "print", "What is done with the letters."),
  ink: colour("Printed in", INK_COLOUR, "The colour of printed letters."),
  joined: toggle("Letters hold together", false, "They are grown, by the least that does it."),
  runs: choice(
    "Run",
    {
      free: "By their rule of place",
      ...{ bottom: "Along the lower edge", top: "Along the upper edge" },
      ...{ left: "Along the left edge", right: "Along the right edge" },
    },
    "free",
    "Along an edge they stand in its middle, and stay there in any size.",
  ),
  off: mm("Off that edge", 6, [0, 200], "From the edge to the nearest of a letter, where they run along one."),
  bridges: toggle("Keep counters", true, "Where letters are cut out, their insides are held by bridges."),
});

type Set = z.output<typeof settings>;
/** What words are set by, said. */
export type Wording = Omit<Set, "role" | "ink" | "joined" | "bridges" | "runs" | "off">;

/** From one line to the next, in heights of a capital, where nobody has set it. */
const LEADING = 1.5;
const lineSpacingOf = ({ lineSpacing, size }: Wording): number =>
  lineSpacing === "auto" ? LEADING * size : lineSpacing;

/** A bridge this wide (mm) holds a counter; no more than a part of small letters. */
const BRIDGE_MM = 1.2;
const BRIDGE_PART = 0.12;

/** Words that were set lately: who drags them, or changes another row, sets none again. */
const setLately = lately<SetWords>(60);
const areaLately = lately<WordArea>(60);
const namesLately = lately<Names>(60);

const keyOf = (what: string, w: Wording): string =>
  JSON.stringify([
    what,
    w.text,
    what === "names" ? w.names : "",
    w.typeface,
    w.size,
    w.spacing,
    w.lineSpacing,
    w.align,
    w.arc,
  ]);

type Joining = NonNullable<ReturnType<typeof joiningOf>>;

/** Words that have been set, and what puts their letters together. */
interface FoundWords {
  readonly face: Typeface;
  readonly joining: Joining;
  readonly words: SetWords;
}

/** Each name of a list with how wide it comes, mm. */
export interface NamedWidth {
  readonly name: string;
  readonly width: number;
}

/** A list of names measured: the widest first, and the signs of any that the typeface has not. */
interface Names {
  readonly widths: readonly NamedWidth[];
  readonly missing: readonly string[];
}
const NO_NAMES: Names = { widths: [], missing: [] };

function measured(w: Wording): Names {
  const names = linesIn(w.names);
  const face = typefaceById(w.typeface);
  // what is measured without its typeface is not kept
  if (names.length === 0 || !face || !joiningOf()) return NO_NAMES;
  return namesLately(keyOf("names", w), () => {
    const letters = new Map<string, readonly Point[]>();
    const all = names.map((name) => ({
      name,
      ...measureWords(face, { ...w, text: name, lineSpacing: lineSpacingOf(w) }, letters),
    }));
    return {
      widths: all.map(({ name, width }) => ({ name, width })).sort((a, b) => b.width - a.width),
      missing: [...new Set(all.flatMap(({ missing }) => missing))],
    };
  });
}

/** How wide each name of the list comes, the widest first; none where there is no list. */
export const namesSet = (w: Wording): readonly NamedWidth[] => measured(w).widths;

/** What is shown: the words, or the widest of a list of names, so that what fits it fits all. */
export const shown = (w: Wording): string => namesSet(w)[0]?.name ?? linesIn(w.names)[0] ?? w.text;

/** The words as they are set; nothing while their typeface has not come. */
export const wordsOf = (w: Wording): FoundWords | undefined => wordsSet({ ...w, text: shown(w) });

function wordsSet(w: Wording): FoundWords | undefined {
  const face = typefaceById(w.typeface);
  const joining = joiningOf();
  return (
    face &&
    joining && {
      face,
      joining,
      words: setLately(keyOf("set", w), () => setWords(face, { ...w, lineSpacing: lineSpacingOf(w) })),
    }
  );
}

/** The letters of words as one area, and by how many mm they were grown. */
interface WordArea {
  readonly rings: Rings;
  readonly by: number;
}

/** Their outlines as one area: what overlaps is one, and grown together where that is asked. */
export function areaOfWords(w: Wording, { words, joining }: FoundWords, together: boolean): WordArea {
  return areaLately(keyOf(together ? "joined" : "union", w), () => {
    const rings = words.letters.flatMap((letter) => letter.map((path) => flatten(path)));
    return together ? joining.joined(rings) : { rings: joining.unionOf(rings), by: 0 };
  });
}

/** How high capitals are on a ground so large, on the ruler. */
export const usualSizeOf = ({ width, height }: GroundSize, grid: number): number =>
  Math.max(4, roundDown(Math.min(width / 9, height / 4, 20), grid));

function draft({ name, set: said }: FittingInput<Set>): Laying {
  const names = namesSet(said);
  const set = { ...said, text: shown(said) };
  const found = wordsSet(set);
  const along = set.runs === "free" ? {} : { along: { side: set.runs, off: set.off } };
  if (!found || found.words.letters.length === 0) {
    const body = panel("words", name, set.size * 3, set.size);
    const lettered: Lettered = { missing: found?.words.missing ?? [], islands: 0, by: 0, names };
    return { said: { sheets: [sheet("words", name, [body])] }, lettered, ...along };
  }
  const { face, words, joining } = found;
  const outlined = set.role === "cut" || set.joined || (set.role !== "print" && set.typeface === "script");
  // single lines have no inside to be grown, cut or filled
  const area = outlined && !face.stroked ? areaOfWords(set, found, set.joined) : undefined;
  const wide = Math.min(BRIDGE_MM, set.size * BRIDGE_PART);
  const rings = area && set.role === "cut" && set.bridges ? joining.bridged(area.rings, wide) : area?.rings;
  const edge = area?.by ?? 0;
  const body = panel("words", name, words.width + 2 * edge, words.height + 2 * edge);
  const figures = figuresOf(
    body,
    set,
    words.feet.map((y) => y + edge),
  );
  const islands = set.role === "cut" ? (rings ?? []).filter(joining.isHole).length : 0;
  const lettered: Lettered = {
    missing: [...new Set([...words.missing, ...measured(said).missing])],
    islands,
    by: edge,
    names,
  };
  const shifted = (path: Path): Path => (edge === 0 ? path : movedTo(path, [edge, edge]));
  if (set.role === "cut") {
    const cuts = rings
      ? rings.map((ring, i): Cut => windowIn(String(i + 1), body, shifted(polygon(ring))))
      : words.letters.flat().map((path, i): Cut => ({ id: String(i + 1), panel: body.id, kind: "slit", path }));
    return { said: { sheets: [sheet("words", name, [body], { cuts })], figures }, lettered, ...along };
  }
  const role: Role = set.role;
  const filled = role === "print" && !face.stroked ? { filled: true as const } : {};
  const ink = inkOf(set);
  const letters = rings
    ? [rings.flatMap((ring) => shifted(polygon(ring)))]
    : words.letters.map((letter) => letter.flat());
  const strokes = letters.map((path, i): Stroke => ({ id: String(i + 1), role, path, ...filled, ...ink }));
  return { said: { sheets: [sheet("words", name, [body], { strokes })], figures }, lettered, ...along };
}

/** How high its capitals are, and from one line to the next where there are two. */
export function figuresOf(body: Rectangle, w: Wording, feet: readonly number[]): Record<string, Measured | undefined> {
  const [first = 0, second] = feet;
  const high: Measured = { on: body.id, from: [0, first], to: [0, first + w.size], slides: [body.width, 0] };
  const apart: Measured | undefined =
    second === undefined ? undefined : { ...high, from: [0, second], to: [0, first], value: lineSpacingOf(w) };
  return { size: { ...high, value: w.size }, lineSpacing: apart };
}

/** Words on the paper itself. */
export const words = defineKind({
  id: "words",
  title: "Words",
  about: "Printed, drawn, foiled or cut, in one of five typefaces.",
  asks: [],
  inPaper: true,
  setsWords: true,
  settings,
  follows: () => WORDS_FOLLOW,
  usual: (ground, grid) => ({ size: usualSizeOf(ground, grid) }),
  draft,
});
