/**
 * The sentences. Findings, steps, problems and dimensions are data with codes; here each code gets its words, with
 * lengths in the unit on show. Used by the screens, the command line and the printed sheets, so it stands in core:
 * one table, or the three would drift apart.
 */
import type { Dimension } from "../model/piece.ts";
import type { Cannot, Finding, Reason, Remedy, Step } from "../model/solution.ts";
import type { Problem } from "../forms/readSpec.ts";
import type { TrimCut } from "../layout/trimPlan.ts";
import { type Display, formatLength, formatSize } from "../units/format.ts";

type Facts = Readonly<Record<string, number | string>>;
type Say = (mm: (value: number) => string) => string;

const sayer =
  (display: Display) =>
  (mm: number): string =>
    formatLength(mm, display);
const num = (facts: Facts | undefined, key: string): number => Number(facts?.[key] ?? 0);
const str = (facts: Facts | undefined, key: string): string => String(facts?.[key] ?? "");
const axisWord = (facts: Facts | undefined): string =>
  str(facts, "axis") === "width" ? "Across the width" : "Across the height";
const cap = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);

/** One sentence for each finding, by `check.code`. */
export const findingWords: Readonly<Record<string, (f: Finding) => Say>> = {
  "gap.tight": (f) => () => `${axisWord(f.facts)} there is no room left. Ask for 1.5 mm to spare.`,
  "gap.loose": (f) => (mm) =>
    `${axisWord(f.facts)} ${mm(f.figure)} is left: the contents will slide about. A finer ruler or less room to spare closes it.`,
  "overlap.short": (f) => (mm) =>
    `The closing flaps share ${mm(Math.max(0, f.figure))}, and a seam needs ${mm(f.limit)}. Take less off their tips.`,
  "overlap.past-fold": (f) => (mm) =>
    `The ${str({ panel: f.panel ?? "flap" }, "panel")} flap runs ${mm(f.figure)} too far to lie flat. Trim its tip ${mm(num(f.facts, "trim"))}.`,
  "overlap.shallow": (f) => (mm) =>
    `The top flap overlaps the front by ${mm(Math.max(0, f.figure))}, and ${mm(f.limit)} keeps it shut. Make it deeper.`,
  "overlap.too-deep": (f) => (mm) =>
    `The ${str({ panel: f.panel ?? "top" }, "panel")} flap reaches ${mm(f.figure)} too far to lie flat inside the envelope. Make it shallower.`,
  "board.past-ruler": (f) => (mm) =>
    `The first score lies at ${mm(f.figure)}, and the ruler of this board ends at ${mm(f.limit)}. Turn the card the other way, or score by hand.`,
  "board.too-small": (f) => (mm) =>
    `A square of ${mm(f.figure)} is too small to hold on the board, which needs ${mm(f.limit)}. Give more room, or another form.`,
  "board.too-long": (f) => (mm) =>
    `The sheet is ${mm(f.figure)} long and the board ${mm(f.limit)}: measure the score with a ruler instead.`,
  "sheet.too-small": (f) => (mm) =>
    `The blank does not fit the sheet in hand. ${str(f.facts, "sheet")} is large enough${reverse(f, mm)}.`,
  "sheet.none": (f) => (mm) => `The blank needs ${mm(f.figure)}, more than any sheet on the shelf${reverse(f, mm)}.`,
  "seam.short": (f) => (mm) =>
    `Only ${mm(f.figure)} of seam can be glued on this low envelope, and ${mm(f.limit)} holds. A narrower strip runs further; or glue to the very edge.`,
  "seam.tape": (f) => (mm) => `Your tape is ${mm(f.figure)}, and this strip takes ${mm(f.limit)} at most.`,
  "refused.closure": () => () => "There is no room here for a tab and its slit, so it simply folds over.",
  "hole.near-edge": (f) => (mm) =>
    `Only ${mm(Math.max(0, f.figure))} of paper stands round the hole, and ${mm(f.limit)} keeps a string from tearing it out.`,
  "refused.corners": (f) => (mm) =>
    `A wall of ${mm(f.figure)} has no room to glue a web by, so the corners are cut away.`,
  "layer.thin": (f) => (mm) =>
    `${str(f.facts, "name")}: a border of ${mm(f.figure)} is too thin to lay straight by hand; from ${mm(f.limit)} on the eye forgives.`,
  "layer.uneven": (f) => (mm) =>
    `${str(f.facts, "name")}: the border comes out ${mm(f.figure)} at the sides and ${mm(f.limit)} above and below on this ruler.`,
  "layer.sticks-out": (f) => () =>
    `${str(f.facts, "name")}: its square corners stand out past the rounded ones beneath. Give it more border.`,
  "layer.nothing": (f) => (mm) =>
    `${str(f.facts, "name")}: a border of ${mm(f.figure)} leaves nothing of it. Make the border narrower.`,
  "stock.heavy": (f) => () =>
    `${grams(f.figure)} is heavy here: folds crack and seams stand open above ${grams(f.limit)}.`,
  "stock.score-first": (f) => () =>
    `${grams(f.figure)} must be scored before it is folded. Fold along the grain where you can.`,
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

/** What a remedy's button says. */
export function remedyWords(finding: Finding, display: Display): string {
  const remedy = finding.remedy as Remedy;
  const mm = sayer(display);
  const { settings = {} } = remedy;
  if (typeof settings["glueStrip"] === "number") {
    return `${finding.code === "tape" ? "Widen" : "Narrow"} the strip to ${mm(settings["glueStrip"])}`;
  }
  if (remedy.layer) return `Make the border ${mm(remedy.layer.border)}`;
  if (remedy.form) return "Give it walls: deep envelope";
  if (settings["closing"]) return "Cut the flap as a piece of its own";
  if (settings["corners"] === "cut") return "Cut the corners away";
  if (settings["holeFrom"] === "auto") return "Move it off the edge";
  if (typeof settings["hole"] === "number") return `Make the hole ${mm(settings["hole"])}`;
  if (settings["topFlap"] === "auto") return "Let it follow the height";
  if (settings["tipTrim"] === "auto") {
    return finding.code === "past-fold" ? `Trim the tip ${mm(num(finding.facts, "trim"))}` : "Trim only what is needed";
  }
  if (typeof settings["cornerRadius"] === "number") return `Round the tips ${mm(settings["cornerRadius"])}`;
  if (settings["closure"] === "none") return "Fold it over";
  const play = settings["play"] ?? settings["playWidth"] ?? settings["playHeight"];
  if (typeof play === "number") return `Ask for ${mm(play)}`;
  if (remedy.contents?.width !== undefined)
    return `Make the card ${formatSize(remedy.contents.width, remedy.contents.height ?? 0, display)}`;
  if (remedy.sheet) return `Take ${str(finding.facts, "sheet")}`;
  if (remedy.stock) return `Use ${str(finding.facts, "lighter") || "a heavier text paper"}`;
  if (remedy.tape) return `Use tape of ${mm(Number(remedy.tape))}`;
  return "Mend this";
}

const ordinal = (n: number): string => ["", "first", "second", "third", "fourth"][n] ?? `${String(n)}th`;

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
  "round-corners": (s) => (mm) => `Round the four corners, radius ${mm(s.measure ?? 0)}.`,
  "cut-slit": (s) => (mm) =>
    `Cut a slit ${mm(num(s.facts, "long"))} long in the bottom flap, ${mm(s.measure ?? 0)} from its score, in the middle.`,
  "score-from-left": (s) => (mm) => `Outside up, left edge at the stop. Score at ${mm(s.measure ?? 0)}.`,
  "score-on": (s) => (mm) => `The same edge stays at the stop. Score at ${mm(s.measure ?? 0)}.`,
  "turn-left": () => () => "Give the sheet a quarter turn to the left, so that its top edge comes to the stop.",
  "score-from-top": (s) => (mm) => `Top edge at the stop, outside up. Score at ${mm(s.measure ?? 0)}.`,
  "cut-corners": () => () => "Cut along the outline: corners out, flaps tapered, ends shaped.",
  "crease-all": (s) => () =>
    num(s.facts, "folds") === 1
      ? "Fold along the score, away from the groove, so that the ridge lies inside. Burnish."
      : `Fold all ${String(num(s.facts, "folds"))} scores away from the groove, so that the ridge lies inside. Burnish and open again.`,
  "cut-part": (s) => (mm) =>
    `Cut the ${str(s.facts, "part").toLowerCase()} from the offcut, ${mm(num(s.facts, "width"))} × ${mm(num(s.facts, "height"))}, and round one end.`,
  "glue-part": (s) => () =>
    `Glue its square end inside the tip of the ${str(s.facts, "onto")}; the round end stands out.`,
  "punch-hole": (s) => (mm) =>
    `Punch a hole ${mm(s.measure ?? 0)} across, its middle ${mm(num(s.facts, "from"))} from the head.`,
  "cut-window": (s) => (mm) =>
    `Cut the window out in one piece, ${mm(num(s.facts, "width"))} × ${mm(num(s.facts, "height"))}. What drops out is the opposite: keep it.`,
  "fit-tab": () => () =>
    "Glue the back behind the closed envelope, score on its edge, and bring the front over the flap.",
  "fit-liner": () => () =>
    "Slide it into the envelope until the score lies on the flap's fold, and glue the flap part alone: the rest lies free.",
  "cut-layer": (s) => (mm) => `Cut ${layerOf(s)}, ${mm(num(s.facts, "width"))} × ${mm(num(s.facts, "height"))}.`,
  "cut-frame": (s) => (mm) =>
    `Cut ${layerOf(s)}, ${mm(num(s.facts, "width"))} × ${mm(num(s.facts, "height"))}, and out of it an opening ${mm(num(s.facts, "openWidth"))} × ${mm(num(s.facts, "openHeight"))}.`,
  "lay-on": (s) => (mm) =>
    `Glue the ${str(s.facts, "part").toLowerCase()} on the ${str(s.facts, "onto")}${num(s.facts, "raised") > 0 ? `, on foam ${mm(num(s.facts, "raised"))} thick` : ""}: ${freeWords(
      num(s.facts, "side"),
      num(s.facts, "top"),
      mm,
    )}.`,
  "glue-strip": (s) => (mm) =>
    `Tape the strip of the ${str(s.facts, "part").toLowerCase()} behind the ${str(s.facts, "onto")}, along its upper edge, score on the edge: tape no wider than ${mm(num(s.facts, "tape"))}.`,
  "glue-web": (s) => (mm) =>
    `Glue the outside of the ${str(s.facts, "flap")}: tape no wider than ${mm(num(s.facts, "tape"))}. They go inside the bottom wall.`,
  spacer: (s) => (mm) =>
    `Lay a spacer ${mm(s.measure ?? 0)} thick in the lower corners, board or folded card, to hold the walls square: they stand ${mm(num(s.facts, "depth"))} high.`,
  "cut-shape": () => () => "Cut along the outline.",
  "stand-up": (s) => () => `Stand the ${str(s.facts, "flaps")} up at a right angle.`,
  "fold-on": (s) => () => `Fold the ${str(s.facts, "flaps")} a quarter turn further, in.`,
  "glue-flap": (s) => (mm) =>
    `Tape or glue the ${str(s.facts, "flap")} along its side edges: tape no wider than ${mm(num(s.facts, "tape"))}.`,
  "fold-in": (s) => () =>
    num(s.facts, "valley") ? `Fold the ${str(s.facts, "flaps")} in.` : `Fold the ${str(s.facts, "flaps")} behind.`,
  "fold-press": (s) => () => `Fold the ${str(s.facts, "flaps")} up over them and press down.`,
  fill: (s) => () => `Slide in: ${str(s.facts, "contents")}.`,
  close: (s) => () => `Close the ${str(s.facts, "flaps")}.`,
  "close-tab": (s) => () => `Close the ${str(s.facts, "flaps")} and tuck the tab into the slit.`,
};

/** What a layer leaves free: nothing, the same all round, or so much on each side. */
function freeWords(side: number, top: number, mm: (value: number) => string): string {
  if (Math.max(side, top) < 0.05) return "edge to edge";
  if (Math.abs(side - top) < 0.05) return `${mm(side)} free all round`;
  return `${mm(side)} free on the left, ${mm(top)} above`;
}

const layerOf = (s: Step): string =>
  `the ${str(s.facts, "part").toLowerCase()}${str(s.facts, "paper") ? ` from ${str(s.facts, "paper")}` : ""}`;

/** What each figure on the drawing measures. */
export const dimensionWords: Readonly<Record<string, string>> = {
  blank: "Side of the square",
  "blank-width": "Sheet across",
  "blank-height": "Sheet down",
  "first-score": "First score",
  "contents-width": "Card width",
  "contents-height": "Card height",
  "tip-radius": "Rounding of the tips",
  "glue-strip": "Glue strip",
  "corner-radius": "Rounding of the corners",
  "second-score": "First score from the top edge",
  "finished-width": "Width",
  "finished-height": "Height",
  "hole-from": "Hole from the head",
  hole: "Across the hole",
  "tab-width": "Width of the tab",
  "tab-reach": "Reach on the front",
  border: "Border",
  "window-width": "Window across",
  "window-height": "Window down",
  "liner-deep": "Into the pocket",
  wall: "Wall, between its two scores",
  "side-flap": "Side flaps",
  "top-flap": "Top flap",
  throat: "Throat, below the mouth",
  "flap-radius": "Rounding of the top flap",
  "trim-bottom": "Trimmed off the bottom tip",
  "trim-top": "Trimmed off the top tip",
};

/** Why a form stands where it does in the ranking. */
export const reasonWords: Readonly<Record<Reason["code"], (facts: Facts) => string>> = {
  "fits-sheet": (facts) =>
    num(facts, "sheets") === 1 ? "One sheet does for all" : `${str(facts, "sheets")} sheets in hand do`,
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
export function sayCut({ along, measure, times }: TrimCut, display: Display): string {
  const often = times === 1 ? "" : times === 2 ? ", twice" : `, ${String(times)} times`;
  return `${formatLength(measure, display)} ${along === "width" ? "across" : "down"}${often}`;
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
export const sayDimension = (dimension: Dimension): string => said(dimensionWords, dimension.id);

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
        ? `${mm(num(facts, "given"))} is too small: ${mm(num(facts, "min"))} to ${mm(num(facts, "max"))} is allowed`
        : `${given} is too small: ${str(facts, "minCount")} to ${str(facts, "maxCount")} is allowed`;
    case "too-large":
      return facts["minCount"] === undefined
        ? `${mm(num(facts, "given"))} is too large: ${mm(num(facts, "min"))} to ${mm(num(facts, "max"))} is allowed`
        : `${given} is too large: ${str(facts, "minCount")} to ${str(facts, "maxCount")} is allowed`;
    case "not-allowed":
      return `'${given}' is not one of: ${str(facts, "allowed")}`;
    case "unknown-preset":
      return `'${given}' is not in the catalogue; known: ${str(facts, "allowed")}`;
    case "wrong-type":
      return `must be ${str(facts, "wants")}`;
    case "no-layers":
      return `${str(facts, "form")} takes no layers: lay them on a card base`;
    case "not-made-this-way":
      return `${str(facts, "form")} cannot be made with '${given}'; it can with: ${str(facts, "allowed")}`;
  }
}
