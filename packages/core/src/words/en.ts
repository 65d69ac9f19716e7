/**
 * The sentences. Findings, steps, problems and dimensions are data with codes; here each code gets its words, with
 * lengths in the unit on show. Used by the screens, the command line and the printed sheets, so it stands in core:
 * one table, or the three would drift apart.
 */
import { listed } from "../methods/assembly.ts";
import { flapLetters, SEEN_MM } from "../methods/flapCuts.ts";
import type { EdgeReadings } from "../methods/readings.ts";
import type { Dimension } from "../model/piece.ts";
import type { Cannot, Finding, FlapCut, Lying, Material, Reason, Step } from "../model/solution.ts";
import type { Place } from "../model/spec.ts";
import type { Problem } from "../recipe/reader.ts";
import type { TrimCut } from "../layout/trimPlan.ts";
import { type Display, formatLength, formatRun, formatSize } from "../units/format.ts";
import { MM_PER } from "../units/length.ts";
import { roundNear } from "../units/ruler.ts";

type Facts = Readonly<Record<string, number | string>>;
/** Says a length; "at most" is rounded down and "at least" up. */
interface Sayer {
  (value: number): string;
  readonly most: (value: number) => string;
  readonly least: (value: number) => string;
}
type Say = (mm: Sayer) => string;

const sayer = (display: Display): Sayer =>
  Object.assign((mm: number): string => formatLength(mm, display), {
    most: (mm: number): string => formatLength(mm, display, { round: "down" }),
    least: (mm: number): string => formatLength(mm, display, { round: "up" }),
  });
const num = (facts: Facts | undefined, key: string): number => Number(facts?.[key] ?? 0);
const str = (facts: Facts | undefined, key: string): string => String(facts?.[key] ?? "");
const axisWord = (facts: Facts | undefined): string =>
  str(facts, "axis") === "width" ? "Across the width" : "Across the height";
/** A sentence begins with a capital. */
export const cap = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);

/** One sentence for each finding, by `check.code`. */
export const findingWords: Readonly<Record<string, (f: Finding) => Say>> = {
  "gap.tight": (f) => () => `${axisWord(f.facts)} there is no room left. Ask for some to spare.`,
  "gap.snug": (f) => (mm) =>
    `${axisWord(f.facts)} only ${mm(f.figure)} is left: paper swells and cards are cut by eye. From ${mm.least(f.limit)} on it goes in without pushing.`,
  "gap.loose": (f) => (mm) =>
    `${axisWord(f.facts)} ${mm(f.figure)} is left: the contents will slide about. A finer ruler or less room to spare closes it.`,
  "overlap.short": (f) => (mm) =>
    `The top and bottom flaps share ${mm(Math.max(0, f.figure))}, and a seam needs ${mm.least(f.limit)}. Take less off their tips.`,
  "overlap.past-fold": (f) => (mm) =>
    `The ${str(f.facts, "flap")} runs ${mm(f.figure)} too far to lie flat. Trim its tip ${mm(num(f.facts, "trim"))}.`,
  "overlap.shallow": (f) => (mm) =>
    `The top flap overlaps the front by ${mm(Math.max(0, f.figure))}, and ${mm.least(f.limit)} keeps it shut. Make it deeper.`,
  "overlap.too-deep": (f) => (mm) =>
    `The ${str(f.facts, "flap")} reaches ${mm(f.figure)} too far to lie flat inside the envelope. Make it shallower.`,
  "overlap.apart": (f) => (mm) =>
    `On this ruler the two stay ${mm(f.figure)} apart in front; up to ${mm.most(f.limit)} they look as if they met.`,
  "board.past-ruler": (f) => (mm) =>
    `The first score lies at ${mm(f.figure)}, and the ruler of this board ends at ${mm(f.limit)}. Turn the card the other way, or score by hand.`,
  "board.too-small": (f) => (mm) =>
    `A square of ${mm(f.figure)} is too small to hold on the board, which needs ${mm.least(f.limit)}. Give more room, or another form.`,
  "board.too-long": (f) => (mm) =>
    `A score lies ${mm(f.figure)} from either edge, and this board reaches ${mm(f.limit)}. Mark it with a ruler at both ends and score along a straight edge.`,
  "sheet.too-small": (f) => (mm) =>
    `The blank does not fit the sheet in hand. ${str(f.facts, "sheet")} is large enough${reverse(f, mm)}.`,
  "sheet.none": (f) => (mm) => `The blank needs ${mm(f.figure)}, more than any sheet on the shelf${reverse(f, mm)}.`,
  "seam.short": (f) => (mm) =>
    `Only ${mm(f.figure)} of seam can be glued on this low envelope, and ${mm.least(f.limit)} holds. Glue to the very edge, or give it another form.`,
  "seam.tape": (f) => (mm) => `Your tape is ${mm(f.figure)}, and this strip takes ${mm.most(f.limit)} at most.`,
  "refused.no-tab": () => () => "There is no room here for a tab and its slit, so it simply folds over.",
  "refused.tab-trim": (f) => (mm) =>
    `The top flap is trimmed ${mm(f.figure)}, more than was set: the tab below its tip must stay off the bottom fold.`,
  "hole.near-edge": (f) => (mm) =>
    `Only ${mm(Math.max(0, f.figure))} of paper stands round the hole, and ${mm.least(f.limit)} keeps a string from tearing it out.`,
  "refused.low-wall": (f) => (mm) =>
    `A wall of ${mm(f.figure)} has no room to glue a web by, so the corners are cut away.`,
  "fitting.thin": (f) => (mm) =>
    `${str(f.facts, "name")}: a border of ${mm(f.figure)} is too thin to lay straight by hand; from ${mm.least(f.limit)} on the eye forgives.`,
  "fitting.uneven": (f) => (mm) =>
    `${str(f.facts, "name")}: the border comes out ${mm(f.figure)} at the sides and ${mm(f.limit)} above and below on this ruler.`,
  "fitting.sticks-out": (f) => (mm) =>
    f.remedy?.code === "border"
      ? `${str(f.facts, "name")}: its square corners stand out past the rounded ones beneath. Give it more border.`
      : `${str(f.facts, "name")} reaches ${mm(f.figure)} past the edge of what it lies on.`,
  "fitting.larger": (f) => (mm) =>
    `${str(f.facts, "name")} is larger than what it lies on: as it lies it reaches ${mm(f.figure)} past the edge.`,
  "fitting.nothing": (f) => (mm) =>
    `${str(f.facts, "name")}: a border of ${mm(f.figure)} leaves nothing of it. Make the border narrower.`,
  "fitting.hides": (f) => () => `${str(f.facts, "name")} cannot be seen: ${str(f.facts, "over")} lies over all of it.`,
  "fitting.crosses": (f) => () =>
    `${str(f.facts, "over")} lies over a part of ${str(f.facts, "name")}. Lay it on first if it should be the one beneath.`,
  "fitting.covers": (f) => (mm) =>
    `${str(f.facts, "name")} lies over the ${str(f.facts, "cut")} beneath it, ${mm(f.figure)} across, and closes it.`,
  "closed.sticks-out": (f) => (mm) =>
    `Closed, the ${str(f.facts, "part").toLowerCase()} sticks out of the card by ${mm(f.figure)}.`,
  "motion.stops": (f) => () =>
    `${str(f.facts, "title")}: it stops at ${Math.round(f.figure).toString()} of ${Math.round(f.limit).toString()}. What it pulls along is too short.`,
  "motion.loose": (f) => () =>
    `The ${str(f.facts, "part").toLowerCase()} is glued on one side only: it does not rise when the card opens.`,
  "stock.heavy": (f) => () =>
    `${grams(f.figure)} is heavy here: folds crack and seams stand open above ${grams(f.limit)}.`,
  "stock.score-first": (f) => () =>
    `${grams(f.figure)} cracks where it is folded without a score first. Let the folds run along the grain where you can.`,
  "stock.flimsy": (f) => () => `${grams(f.figure)} lets the contents show through and tears at the seam.`,
  "thickness.bulky": (f) => (mm) =>
    `At ${mm(f.figure)} thick the contents push a flat envelope out of shape; from ${mm(f.limit)} on use one with walls.`,
  "size.rounded": (f) => (mm) =>
    `${f.facts?.["axis"] === "width" ? "The width" : "The height"} comes out at ${mm(f.figure)}, the last mark of this ruler before ${mm(f.limit)}.`,
};

const grams = (weight: number): string => `${String(weight)} g/m²`;
const reverse = (f: Finding, mm: (v: number) => string): string =>
  f.facts?.["cardWidth"] === undefined
    ? ""
    : `; or make the card ${mm(num(f.facts, "cardWidth"))} × ${mm(num(f.facts, "cardHeight"))}`;

type Button = (facts: Facts | undefined) => Say;

/** What a remedy's button says, by code. */
export const remedyTable: Readonly<Record<string, Button>> = {
  room: (f) => (mm) => `Ask for ${mm(num(f, "mm"))}`,
  rounding: (f) => (mm) => `Round the tips ${mm(num(f, "mm"))}`,
  follow: () => () => "Let it follow the height",
  trim: (f) => (mm) => `Trim the tip ${mm(num(f, "mm"))}`,
  "trim-needed": () => () => "Trim only what is needed",
  widen: (f) => (mm) => `Widen it to ${mm(num(f, "mm"))}`,
  tape: (f) => (mm) => `Use tape of ${mm.most(num(f, "mm"))}`,
  "off-edge": () => () => "Move it off the edge",
  "smaller-hole": (f) => (mm) => `Make the hole ${mm(num(f, "mm"))}`,
  "instead-no-tab": () => () => "Fold it over",
  "instead-low-wall": () => () => "Cut the corners away",
  "instead-tab-trim": (f) => (mm) => `Set the trim to ${mm(num(f, "mm"))}`,
  glue: () => () => "Use wet glue",
  ruler: (f) => () => `Mark it with a ruler of ${str(f, "ruler")}`,
  stock: (f) => () => `Use ${str(f, "stock")}`,
  heavier: () => () => "Use a heavier text paper",
  walls: () => () => "Give it walls",
  split: () => () => "Cut the flap as a piece of its own",
  sheet: (f) => () => `Take ${str(f, "sheet")}`,
  card: (f) => (mm) => `Make the card ${mm(num(f, "width"))} × ${mm(num(f, "height"))}`,
  border: (f) => (mm) => `Make the border ${mm(num(f, "mm"))}`,
  "move-in": () => () => "Move it in",
  straight: () => () => "Lay it straight, in the middle",
  "fit-ground": () => () => "Make it as large as what it lies on",
  "take-away": (f) => () => `Take ${str(f, "name")} away`,
};

/** What the button of a finding says. @throws when the table lacks its remedy: a mistake of ours that a test catches */
export function remedyWords({ remedy }: Finding, display: Display): string {
  if (!remedy) return "";
  const { code, facts } = remedy;
  // two sizes share one unit
  if (code === "card") return `Make the card ${formatSize(num(facts, "width"), num(facts, "height"), display)}`;
  return said(remedyTable, code)(facts)(sayer(display));
}

const ordinal = (n: number): string => ["", "first", "second", "third", "fourth"][n] ?? `${String(n)}th`;

const scoreFrom = (s: Step): Say => {
  const edge = str(s.facts, "edge");
  return (mm) => `Outside up, ${edge} edge at the stop. Score at ${mm(s.measure ?? 0)}.`;
};

/** One sentence for each step, by code. */
export const stepWords: Readonly<Record<string, (s: Step) => Say>> = {
  "cut-square": (s) => (mm) => `Cut a square, ${mm(s.measure ?? 0)} each way.`,
  "cut-sheet": (s) => (mm) =>
    `Cut the sheet to ${mm(num(s.facts, "width"))} across and ${mm(num(s.facts, "height"))} down.`,
  "cut-second": (s) => (mm) =>
    `Cut a second sheet for the ${str(s.facts, "part").toLowerCase()}, ${mm(num(s.facts, "width"))} across and ${mm(num(s.facts, "height"))} down.`,
  "punch-first": (s) => (mm) =>
    `Outside up, edge against the fence. Set the left corner to ${mm(s.measure ?? 0)} on the ruler and punch.`,
  "punch-again": (s) => () => `Hold it there and punch the ${ordinal(num(s.facts, "count"))} notch.`,
  "score-groove": (s) => () =>
    num(s.facts, "count") === 1
      ? "Without moving it, score down the groove from the notch to the far edge."
      : `Score down the groove: the ${ordinal(num(s.facts, "count"))} score.`,
  "turn-to-guide": () => () =>
    "Turn the paper a quarter turn to the left. Edge against the fence, last score on the guide line. No measuring.",
  "trim-tip": (s) => (mm) =>
    `Trim the point of the ${str(s.facts, "flaps")} straight across, ${mm(s.measure ?? 0)} from the tip.`,
  "round-tips": (s) => (mm) => `Round the tips, radius ${mm(s.measure ?? 0)}.`,
  "round-corners": (s) => (mm) => {
    const count = num(s.facts, "count");
    const which =
      count === 2 ? "the two free corners" : count === 4 || count === 0 ? "the four corners" : "all corners";
    return `Round ${which}, radius ${mm(s.measure ?? 0)}.`;
  },
  "cut-slit": (s) => (mm) =>
    `Cut a slit ${mm(num(s.facts, "long"))} long in the ${str(s.facts, "flap")}, ${mm(s.measure ?? 0)} from its score, in the middle.`,
  "score-from-left": scoreFrom,
  "score-from-right": scoreFrom,
  "score-from-top": scoreFrom,
  "score-from-bottom": scoreFrom,
  "score-on": (s) => (mm) => `The same edge stays at the stop. Score at ${mm(s.measure ?? 0)}.`,
  "turn-left": (s) => () =>
    `Give the sheet a quarter turn to the left, so that its ${str(s.facts, "edge")} edge comes to the stop.`,
  "turn-right": (s) => () =>
    `Give the sheet a quarter turn to the right, so that its ${str(s.facts, "edge")} edge comes to the stop.`,
  "turn-half": (s) => () =>
    `Turn the sheet end for end, the same side up: the next score is out of the board's reach from this edge, so it is read from the ${str(s.facts, "edge")} edge.`,
  "cut-corners": (s) => (mm) => ["Cut along the outline.", ...flapWords(s.flaps ?? [], mm)].join(" "),
  "crease-all": (s) => () => {
    const count = num(s.facts, "folds");
    const along = count === 1 ? "the score" : count === 2 ? "both scores" : `all ${String(count)} scores`;
    return `Fold along ${along} with the dent outside and the ridge inside, press the fold flat${count === 1 ? "" : " and open it again"}.`;
  },
  "cut-part": (s) => (mm) =>
    `Cut the ${str(s.facts, "part").toLowerCase()} from what is left of the sheet, ${mm(num(s.facts, "width"))} × ${mm(num(s.facts, "height"))}, and round one end.`,
  "glue-part": (s) => () =>
    `Glue its square end inside the tip of the ${str(s.facts, "onto")}; the round end stands out.`,
  "punch-hole": (s) => (mm) =>
    `Punch a hole ${mm(s.measure ?? 0)} across, its middle ${mm(num(s.facts, "from"))} from the head.`,
  "cut-window": (s) => (mm) =>
    `Cut the window out in one piece, ${mm(num(s.facts, "width"))} × ${mm(num(s.facts, "height"))}. What drops out is the opposite: keep it.`,
  "cut-window-round": (s) => (mm) =>
    `Cut the window out in one piece, ${mm(num(s.facts, "width"))} × ${mm(num(s.facts, "height"))}, its corners rounded ${mm(num(s.facts, "radius"))}. What drops out is the opposite: keep it.`,
  "cut-window-shaped": (s) => (mm) =>
    `Cut the window out in one piece along its line, ${mm(num(s.facts, "width"))} × ${mm(num(s.facts, "height"))} at its widest: print it at true size to cut by. What drops out is the opposite: keep it.`,
  "fit-tab": () => () =>
    "Glue the back behind the closed envelope, score on its edge, and bring the front over the flap.",
  "fit-liner": () => () =>
    "Slide it into the envelope until the score lies on the flap's fold, and glue the flap part alone: the rest lies free.",
  "cut-layer": (s) => (mm) => `Cut ${layerOf(s)}, ${mm(num(s.facts, "width"))} × ${mm(num(s.facts, "height"))}.`,
  "cut-frame": (s) => (mm) =>
    `Cut ${layerOf(s)}, ${mm(num(s.facts, "width"))} × ${mm(num(s.facts, "height"))}, and out of it an opening ${mm(num(s.facts, "openWidth"))} × ${mm(num(s.facts, "openHeight"))}.`,
  "lay-on": (s) => (mm) =>
    `Glue the ${str(s.facts, "part").toLowerCase()} on the ${str(s.facts, "onto")}${num(s.facts, "raised") > 0 ? `, on foam ${mm(num(s.facts, "raised"))} thick` : ""}: ${freeWords(s.facts, mm)}${turnWords(num(s.facts, "turn"))}.`,
  "glue-strip": (s) => (mm) =>
    `Put ${gumWords(s, mm)} on the strip of the ${str(s.facts, "part").toLowerCase()} and stick it behind the ${str(s.facts, "onto")}, along the upper edge, its score on the edge.`,
  "glue-web": (s) => (mm) =>
    `Put ${gumWords(s, mm)} on the ${str(s.facts, "face")} of the ${str(s.facts, "flap")}. They go inside the bottom wall.`,
  spacer: (s) => (mm) =>
    `Lay a spacer ${mm(s.measure ?? 0)} thick in the lower corners, board or folded card, to hold the walls square: they stand ${mm(num(s.facts, "depth"))} high.`,
  "cut-shape": () => () => "Cut along the outline.",
  "cut-slit-inside": (s) => (mm) => `Cut the slit, ${mm(s.measure ?? 0)} long, straight through.`,
  "score-by-template": (s) => () =>
    `A board's grooves are straight: score the ${num(s.facts, "count") === 1 ? "curved line" : `${String(num(s.facts, "count"))} curved lines`} by hand, along a template cut from the printed sheet.`,
  "cut-outline": (s) => (mm) =>
    `Cut ${layerOf(s)} out along its outline, ${mm(num(s.facts, "width"))} × ${mm(num(s.facts, "height"))} over all.`,
  "stand-up": (s) => () => `Stand the ${str(s.facts, "flaps")} up at a right angle.`,
  "fold-on": (s) => () => `Fold the ${str(s.facts, "flaps")} a quarter turn further, in.`,
  "glue-flap": (s) => (mm) =>
    `Put ${gumWords(s, mm)} on the ${str(s.facts, "face")} of the ${str(s.facts, "flap")}, along both side edges.`,
  "fold-in": (s) => () =>
    num(s.facts, "valley")
      ? `Fold the ${str(s.facts, "flaps")} in.`
      : `Fold the ${str(s.facts, "flaps")} back, so that the printed side stays outside.`,
  "fold-press": (s) => () => `Fold the ${str(s.facts, "flaps")} up over them and press down.`,
  fill: (s) => () => `Slide in: ${str(s.facts, "contents")}.`,
  close: (s) => () => `Close the ${str(s.facts, "flaps")}.`,
  "close-tab": (s) => () => `Close the ${str(s.facts, "flaps")} and tuck the tab into the slit.`,
};

/** mm within which two margins are the same to a hand. */
const SAME_MARGIN = 0.05;

/** What a thing leaves free of its ground: nothing, the same all round, or so much on each side. */
function freeWords(facts: Facts | undefined, mm: Sayer): string {
  const [side, right, top, bottom] = (["side", "right", "top", "bottom"] as const).map((key) => num(facts, key)) as [
    number,
    number,
    number,
    number,
  ];
  const same = (a: number, b: number): boolean => Math.abs(a - b) < SAME_MARGIN;
  if (Math.max(side, right, top, bottom) < SAME_MARGIN) return "edge to edge";
  if (same(side, right) && same(top, bottom))
    return same(side, top) ? `${mm(side)} free all round` : `${mm(side)} free on the left, ${mm(top)} above`;
  const across = same(side, right)
    ? "in the middle across"
    : side <= right
      ? `${mm(side)} free on the left`
      : `${mm(right)} free on the right`;
  const down = same(top, bottom) ? "in the middle down" : top <= bottom ? `${mm(top)} above` : `${mm(bottom)} below`;
  return `${across}, ${down}`;
}

/** What holds: glue, or a tape that fits. */
const gumWords = (s: Step, mm: Sayer): string =>
  num(s.facts, "wet") === 1 ? "a thin line of glue" : `tape no wider than ${mm.most(num(s.facts, "tape"))}`;

/** How each group of flaps is cut, with the letters that its picture has. */
function flapWords(flaps: readonly FlapCut[], mm: Sayer): string[] {
  const letters = flapLetters(flaps);
  return flaps.flatMap(({ names, relief, taper, over, shaped }, i) => {
    const letter = (of: "relief" | "taper"): string => {
      const found = letters.find((l) => l.group === i && l.of === of);
      return found ? ` (${found.letter})` : "";
    };
    const said = [
      relief < SEEN_MM ? "" : `begin ${mm(relief)}${letter("relief")} in from the ends of the score`,
      Math.abs(taper) < SEEN_MM
        ? ""
        : `sides run ${taper > 0 ? "in" : "out"} ${mm(Math.abs(taper))}${letter("taper")} ${over === undefined ? "by the free edge" : `over the first ${mm(over)}`}`,
      shaped ? "take the shape from the printed template" : "",
    ].filter(Boolean);
    return said.length === 0 ? [] : [`${cap(listed(names.map((n) => n.toLowerCase())))}: ${said.join("; ")}.`];
  });
}

const turnWords = (degrees: number): string =>
  degrees === 0
    ? ""
    : `, then turned ${String(Math.abs(degrees))}° ${degrees > 0 ? "to the left" : "to the right"} about its middle`;

const EDGE_WORDS = { left: "the left", right: "the right", bottom: "the bottom", top: "the top" } as const;

/** The rule by which a thing lies, in words: "4 mm all round", "20 mm from the bottom, centred". */
export function sayPlace(at: Place, lying: Lying | undefined, display: Display): string {
  const mm = sayer(display);
  const centred = at.x.from === "centre" && at.y.from === "centre" && at.x.by === 0 && at.y.by === 0;
  const turned = at.turn === 0 ? "" : `, turned ${String(at.turn)}°`;
  if (centred && lying) {
    const [side, end] = [(lying.ground.width - lying.width) / 2, (lying.ground.height - lying.height) / 2];
    if (Math.abs(side - end) < SAME_MARGIN)
      return `${side < SAME_MARGIN ? "edge to edge" : `${mm(side)} all round`}${turned}`;
  }
  const one = ({ from, by }: Place["x"] | Place["y"], low: string, high: string): string =>
    from === "centre"
      ? by === 0
        ? "centred"
        : `${mm(Math.abs(by))} ${by > 0 ? high : low} of the middle`
      : by === 0
        ? `at ${EDGE_WORDS[from]}`
        : `${mm(by)} from ${EDGE_WORDS[from]}`;
  const across = one(at.x, "left", "right");
  const up = one(at.y, "below", "above").replace("above of the", "above the").replace("below of the", "below the");
  const both = across === "centred" && up === "centred" ? "centred" : `${up}, ${across}`;
  return both + turned;
}

const layerOf = (s: Step): string =>
  `the ${str(s.facts, "part").toLowerCase()}${str(s.facts, "paper") ? ` from ${str(s.facts, "paper")}` : ""}`;

/** What each figure on the drawing measures; one that shows a setting has the setting's own name. */
export const dimensionWords: Readonly<Record<string, string>> = {
  blank: "Side of the square",
  "blank-width": "Sheet across",
  "blank-height": "Sheet down",
  "first-score": "First score",
  "second-score": "First score from the top edge",
  "contents-width": "Card width",
  "contents-height": "Card height",
  "finished-width": "Width",
  "finished-height": "Height",
  "window-width": "Window across",
  "window-height": "Window down",
  wall: "Wall, between its two scores",
  around: "Panel, round the pillow",
  long: "Panel, from end to end",
  "at-left": "From the left",
  "at-right": "From the right",
  "at-bottom": "From the bottom",
  "at-top": "From the top",
  "at-centre": "Off the middle",
};

/** Why a form stands where it does in the ranking. */
export const reasonWords: Readonly<Record<Reason["code"], (facts: Facts) => string>> = {
  "fits-sheet": (facts) =>
    num(facts, "sheets") === 1 ? "One sheet is enough for all" : `Takes ${str(facts, "sheets")} of the sheets in hand`,
  "too-large-for-sheet": () => "Larger than the sheet in hand",
  "least-paper": () => "Takes the least paper",
  "fewest-steps": (facts) => `Fewest steps, ${str(facts, "steps")}`,
  "has-error": () => "Something stands in the way",
  "has-warning": () => "Something to look at",
};

/** What could not follow into another size. */
export function sayCannot(cannot: Cannot, display: Display): string {
  const mm = sayer(display);
  switch (cannot.code) {
    case "bound":
      return `${cannot.label} would come to ${mm(cannot.wanted)}, and ${mm(cannot.made)} is as far as it goes.`;
    case "thing":
      return `${cannot.label} keeps its ${cannot.axis} of ${mm(cannot.size)}, more than the card: it decides how large the inside is.`;
    case "finding":
      return sayFinding(cannot.finding, display);
  }
}

/** A setting of the trimmer: which side gets shorter, and how often. */
export function sayCut({ along, measure, times, of }: TrimCut, display: Display): string {
  const often = times === 1 ? "" : times === 2 ? ", twice" : `, ${String(times)} times`;
  const where = of === "sheet" ? "" : of === "strip" ? ", in the strip cut off" : ", in the piece cut off the strip";
  return `${formatLength(measure, display)} ${along === "width" ? "across" : "down"}${often}${where}`;
}

/** Lengths in a row that share their unit: `5⁄8 · 2 1⁄8 · 6 in`. */
export const sayRow = (values: readonly number[], display: Display): string =>
  values.map((mm, i) => formatLength(mm, display, { bare: i < values.length - 1 })).join(" · ");

/** Where one edge's scores are read: `left edge 18 · 173 mm`. */
export const sayReadings = ({ edge, measures }: EdgeReadings, display: Display): string =>
  `${edge === "punch" ? "punch at" : `${edge} edge`} ${sayRow(measures, display)}`;

/** What a length usually is, mm, in both systems: makers talk in either. Nothing where that is nothing. */
export function sayUsual(mm: number): string {
  const near = roundNear(mm, MM_PER.in / 16);
  if (near === 0) return "";
  const about = Math.abs(near - mm) < 0.01 ? "" : "about ";
  return `Usually ${formatLength(mm, { unit: "mm" })}, ${about}${formatLength(near, { unit: "in", fraction: 16 })}.`;
}

/** An entry of the cut list: what, how much of it, and from what. */
export function sayMaterial(material: Material, display: Display): { item: string; amount: string; note: string } {
  const { item, code, quantity, size, stock } = material;
  const run = formatRun(size.width * quantity, display);
  const sized = formatSize(size.width, size.height, display);
  switch (code) {
    case "tape":
      return { item, amount: run, note: `${formatLength(size.height, display)} wide` };
    case "glue":
      return { item, amount: run, note: "a thin line" };
    case "foam":
      return { item, amount: run, note: `${formatLength(Number(stock), display)} thick` };
    case "within":
      return { item, amount: String(quantity), note: `${sized}, drops out of the other piece` };
    default:
      return { item, amount: String(quantity), note: `${sized}, ${stock}` };
  }
}

/** A short head for the step's picture. */
export const stepHeads: Readonly<Record<Step["kind"], string>> = {
  cut: "Cut",
  punch: "Punch",
  score: "Score",
  turn: "Turn",
  round: "Round",
  trim: "Trim",
  slit: "Slit",
  fold: "Fold",
  glue: "Glue",
  fill: "Fill",
  close: "Close",
};

/** The sentence of a finding. @throws when the table lacks its code: a mistake of ours that a test catches */
export const sayFinding = (finding: Finding, display: Display): string =>
  said(findingWords, `${finding.check}.${finding.code}`)(finding)(sayer(display));
/** The sentence of a step. */
export const sayStep = (step: Step, display: Display): string => cap(said(stepWords, step.code)(step)(sayer(display)));
/** The name of a dimension. */
export const sayDimension = ({ title, code }: Dimension): string => title ?? said(dimensionWords, code);

function said<T>(table: Readonly<Record<string, T>>, code: string): T {
  const words = table[code];
  if (words === undefined) throw new Error(`no words for '${code}'`);
  return words;
}

/** The sentence of a problem in what was given: what is wrong and what is allowed. */
export function sayProblem({ code, facts }: Problem, display: Display): string {
  const mm = sayer(display);
  const given = str(facts, "given");
  switch (code) {
    case "missing":
      return `missing: give ${str(facts, "allowed")}`;
    case "unknown-key":
      return `is not a word this understands; allowed here: ${str(facts, "allowed")}`;
    case "not-a-length":
      return given === ""
        ? "is empty: give a length, such as 4 1/4 in or 108 mm"
        : `'${given}' is not a length: write it like 4 1/4 in, 4.25in, 10.8 cm or 108`;
    case "unknown-unit":
      return `'${given}' has a unit this does not know: use mm, cm, m or in`;
    case "too-small":
      return facts["minCount"] === undefined
        ? `${mm(num(facts, "given"))} is too small: ${mm.least(num(facts, "min"))} to ${mm.most(num(facts, "max"))} is allowed`
        : `${given} is too small: ${str(facts, "minCount")} to ${str(facts, "maxCount")} is allowed`;
    case "too-large":
      return facts["minCount"] === undefined
        ? `${mm(num(facts, "given"))} is too large: ${mm.least(num(facts, "min"))} to ${mm.most(num(facts, "max"))} is allowed`
        : `${given} is too large: ${str(facts, "minCount")} to ${str(facts, "maxCount")} is allowed`;
    case "not-allowed":
      return `'${given}' is not one of: ${str(facts, "allowed")}`;
    case "unknown-preset":
      return `'${given}' is not in the catalogue; known: ${str(facts, "allowed")}`;
    case "wrong-type":
      return `must be ${str(facts, "wants")}`;
    case "no-fittings":
      return `${str(facts, "form")} has no room for anything on it: lay it on a card base`;
    case "not-there":
      return `'${given}' is none of the fittings before it: ${str(facts, "allowed") || "there are none"}`;
    case "twice":
      return `'${given}' names another fitting already: give each a name of its own`;
    case "not-made-this-way":
      return `${str(facts, "form")} cannot be made with '${given}'; it can with: ${str(facts, "allowed")}`;
  }
}

/** Words of the craft and what they mean, for whoever meets them first here. */
const TERMS: Readonly<Record<string, string>> = {
  fence: "the raised edge along the top of the board, which the paper is pushed against",
  stop: "the raised edge at the left of the board: zero on its ruler",
  groove: "the channel that the scoring tool runs down",
  "guide line": "the line on the board that an earlier score is laid on, so that nothing is measured twice",
  score: "a line pressed into the paper, so that it folds there and does not crack",
  web: "the corner piece between two walls, folded in to keep the corner closed",
  burnish: "to press a fold flat with something smooth and hard",
  relief: "a hair of paper left out where two flaps would touch",
  spacer: "something as thick as the contents that holds the walls apart while glue sets",
  throat: "how far the front stays below the mouth, so that fingers can reach in",
  shoulder: "the upright part of a flap's edge, before it slants",
  "gum line": "the edge of the flap that is left free, where it is glued shut",
};

/** The words of the craft in a sentence that want explaining, in the order they stand. */
export function termsIn(sentence: string): { readonly word: string; readonly means: string }[] {
  const text = sentence.toLowerCase();
  return Object.entries(TERMS)
    .map(([word, means]) => ({ word, means, at: text.search(new RegExp(`\\b${word}s?\\b`, "u")) }))
    .filter(({ at }) => at >= 0)
    .sort((a, b) => a.at - b.at)
    .map(({ word, means }) => ({ word, means }));
}
