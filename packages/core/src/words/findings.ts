/** What is found wrong, and what the button beside it does: a sentence for each code. */
import type { Finding } from "../model/solution.ts";
import { formatSize, type Display } from "../units/format.ts";
import { axisWord, num, said, type Say, sayer, str, type Facts } from "./saying.ts";

/** What a tool does to a line, by its role. */
const ROLE_WORDS: Readonly<Record<string, string>> = {
  ...{ score: "scores", perforate: "perforates", pen: "draws", foil: "foils", cut: "cuts" },
};

/** One sentence for each finding, by `check.code`. */
export const findingWords: Readonly<Record<string, (f: Finding) => Say>> = {
  "gap.tight": (f) => () => `${axisWord(f.facts)} there is no room left. Ask for some to spare.`,
  "gap.snug": (f) => (mm) =>
    `${axisWord(f.facts)} only ${mm(f.figure)} is left: paper swells and cards are cut by eye. From ${mm.least(f.limit)} on it goes in without pushing.`,
  "gap.loose": (f) => (mm) =>
    `${axisWord(f.facts)} ${mm(f.figure)} is left: the contents will slide about. A finer ruler or less room to spare closes it.`,
  "gap.stiff": (f) => (mm) =>
    `The band has only ${mm(f.figure)} of room and will not slide on. From ${mm.least(f.limit)} on it goes with a light hand.`,
  "gap.slips": (f) => (mm) =>
    `The band has ${mm(f.figure)} of room and slips off; up to ${mm.most(f.limit)} it holds by itself.`,
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
  "mat.past-mat": (f) => (mm) =>
    `The ${str(f.facts, "part").toLowerCase()} is ${mm(num(f.facts, "width"))} × ${mm(num(f.facts, "height"))}, and on this mat ${mm.most(num(f.facts, "across"))} × ${mm.most(num(f.facts, "along"))} can be reached.`,
  "mat.no-tool": (f) => () =>
    `The ${str(f.facts, "machine").toLowerCase()} has no tool that ${ROLE_WORDS[str(f.facts, "role")] ?? "makes"} this: do that by hand, or leave it out.`,
  "sheet.too-small": (f) => (mm) =>
    `The blank does not fit the sheet in hand. ${str(f.facts, "sheet")} is large enough${reverse(f, mm)}.`,
  "sheet.none": (f) => (mm) => `The blank needs ${mm(f.figure)}, more than any sheet on the shelf${reverse(f, mm)}.`,
  "seam.short": (f) => (mm) =>
    `Only ${mm(f.figure)} of seam can be glued here, and ${mm.least(f.limit)} holds. Glue to the very edge, or make it higher there.`,
  "seam.tape": (f) => (mm) => `Your tape is ${mm(f.figure)}, and this strip takes ${mm.most(f.limit)} at most.`,
  "hole.past-panel": (f) => (mm) =>
    `${str(f.facts, "kind") === "slit" ? "A slit" : "An opening"} ${mm(num(f.facts, "wide"))} ${str(f.facts, "kind") === "slit" ? "long" : "across"} runs ${mm(f.figure)} out of the panel it is cut in: the paper there falls apart.`,
  "honoured.cut-back": (f) => (mm) =>
    `${str(f.facts, "label")}: ${mm(num(f.facts, "asked"))} was asked for, and ${mm(f.figure)} is what it can be here.`,
  "seam.thin": (f) => (mm) =>
    `Only ${mm(f.figure)} of the strip can be glued: narrower than ${mm.least(f.limit)} nothing holds.`,
  "gaping.gapes": (f) => (mm) =>
    `Folded as it is told, the edge between ${str(f.facts, "one")} and ${str(f.facts, "other")} stays ${mm(f.figure)} apart: paper would tear there. Turn the folds round its corner so that they meet, or cut along it.`,
  "gaping.unglued": (f) => () =>
    `Folded as it is told, ${str(f.facts, "one")} does not come to lie on ${str(f.facts, "other")}: nothing is glued there. Turn the folds between them until it does.`,
  "covering.tips-out": (f) => (mm) =>
    `The high side covers ${mm(f.figure)}: what is inside tips out. From ${mm.least(f.limit)} on it stays.`,
  "covering.pocket-low": (f) => (mm) =>
    `The pocket covers ${mm(f.figure)}: what is inside tips out. From ${mm.least(f.limit)} on it stays.`,
  "covering.notch-deep": (f) => (mm) =>
    `The thumb cut leaves ${mm(f.figure)} of paper, and ${mm.least(f.limit)} keeps it from tearing.`,
  "covering.corner-out": (f) => (mm) =>
    `The low side covers ${mm(f.figure)}: the lower corner slips out there. From ${mm.least(f.limit)} on it stays.`,
  "covering.rises-past": (f) => (mm) =>
    `Closed, what rises ends ${f.figure >= 0 ? `${mm(f.figure)} before the card's edge` : `${mm(-f.figure)} past the card's edge`}, and ${mm.least(f.limit)} hides it.`,
  "covering.carrier-seen": (f) => (mm) =>
    `The figure is ${mm(f.figure)} and the carrier beneath it ${mm(f.limit)}: it would be seen, and the figure slip out of its slit.`,
  "covering.figure-past": (f) => (mm) =>
    `Beside the figure ${f.figure >= 0 ? `${mm(f.figure)} is left` : `nothing is left: it stands ${mm(-f.figure)} past the card`}, and ${mm.least(f.limit)} keeps it on the card.`,
  "covering.topper-low": (f) => (mm) =>
    `Below the hole ${mm(Math.max(0, f.figure))} holds the bag, and ${mm.least(f.limit)} takes two staples.`,
  "covering.handle-torn": (f) => (mm) =>
    `Above the hole for the hand stands ${mm(f.figure)} of paper: it tears when it is carried. From ${mm.least(f.limit)} on it holds.`,
  "covering.stands-out": (f) => (mm) =>
    `The mouth's lowest place is ${mm(f.figure)} up, and what is inside ${mm(f.limit)}: it stands out above the mouth.`,
  "fitting.stretched": (f) => (mm) =>
    `${str(f.facts, "name")} is ${mm(f.figure)} high; in its own proportions it would be ${mm(f.limit)}.`,
  "fitting.blurred": (f) => () =>
    `${str(f.facts, "name")} has ${String(f.figure)} dots an inch here; ${String(f.limit)} print sharply.`,
  "covering.falls-back": (f) => (mm) =>
    `The leg's foot stands ${mm(f.figure)} behind the card's, and the card's weight lies over ${mm(f.limit)}: it falls back.`,
  "refused.carrier-long": (f) => (mm) =>
    `A carrier as long would leave the slit hardly any way: it is made ${mm(f.figure)}.`,
  "refused.no-window": () => () => "Between the slits there is no room for a window, so none is cut.",
  "refused.no-string": () => () => "There is no room here for two holes and a string, so it simply folds over.",
  "refused.no-mouth-tab": () => () =>
    "No tab goes over this mouth: what is inside stands out there, or the front is too low for a slit. It stays open.",
  "refused.no-seal": () => () => "The front ends too low for a seal to hold on both, so the pocket stays open.",
  "refused.no-back": () => () => "Without a back of its own there is nothing to close it by, so it stays open.",
  "refused.no-pocket-string": () => () =>
    "There is no paper above what is inside for two holes and a string, so the pocket stays open.",
  "refused.no-straight-side": () => () => "This outline has no straight left side to fold at, so the tag has one leaf.",
  "refused.no-fold-edge": () => () =>
    "This outline cannot be cut off straight for a fold, so another is used: it needs one side without gaps.",
  "refused.no-front-outline": () => () => "There is no room on the front for the outline, so the band is straight.",
  "refused.no-slits": () => () => "The band is too narrow for two slits that lock, so its ends are glued.",
  "refused.no-tab": () => () => "There is no room here for a tab and its slit, so it simply folds over.",
  "refused.tab-trim": (f) => (mm) =>
    `The top flap is trimmed ${mm(f.figure)}, more than was set: the tab below its tip must stay off the bottom fold.`,
  "hole.near-edge": (f) => (mm) =>
    `Only ${mm(Math.max(0, f.figure))} of paper stands round the hole, and ${mm.least(f.limit)} keeps a string from tearing it out.`,
  "refused.low-wall": (f) => (mm) =>
    `A wall of ${mm(f.figure)} has no room to glue a web by, so the corners are cut away.`,
  "cuts.near-edge": (f) => (mm) =>
    `${str(f.facts, "name")} leaves ${mm(f.figure)} of paper to the edge, and ${mm.least(f.limit)} does not tear.`,
  "cuts.past-edge": (f) => (mm) => `${str(f.facts, "name")} is cut ${mm(f.figure)} past the edge of the paper.`,
  "cuts.close": (f) => (mm) => {
    const over = str(f.facts, "over");
    const what = over === "" ? "they stand" : `${over} stands`;
    return `${str(f.facts, "name")}: ${what} ${mm(f.figure)} away, and ${mm.least(f.limit)} of paper between does not tear.`;
  },
  "cuts.over-score": (f) => () => `${str(f.facts, "name")} is cut across a score: the fold is weak there.`,
  "cuts.drawn-over": (f) => () =>
    `${str(f.facts, "name")} runs over a score: what is printed or drawn there cracks when it is folded.`,
  "cuts.in-glue": (f) => () =>
    `${str(f.facts, "name")} is cut where it is glued: glue comes through, or what lies beneath shows.`,
  "fine.doubled": (f) => (mm) => {
    const over = str(f.facts, "over");
    return `${str(f.facts, "name")}: ${over === "" ? "two of its lines run" : `it and ${over} run`} side by side, less than ${mm(f.limit)} apart: the same line is cut twice.`;
  },
  "fine.thin-bridge": (f) => (mm) =>
    `${str(f.facts, "name")}: a bridge of ${mm(f.figure)} is left between openings, and ${mm.least(f.limit)} holds.`,
  "fine.too-fine": (f) => (mm) =>
    `${str(f.facts, "name")}: an opening is ${mm(f.figure)} wide, finer than this paper can be cut: ${mm.least(f.limit)} can.`,
  "fine.into-cut": (f) => () => {
    const over = str(f.facts, "over");
    return `${str(f.facts, "name")} runs into ${over === "" ? "an opening" : over}: what is written there is cut off.`;
  },
  "fitting.folded-edge": (f) => () =>
    `${str(f.facts, "name")}: that side is a fold and has no edge to cut. Choose another.`,
  "fitting.deep-edge": (f) => (mm) =>
    `${str(f.facts, "name")}: cut ${mm(f.figure)} deep it would run through the paper. It is cut ${mm(f.limit)} deep.`,
  "fitting.no-letter": (f) => () =>
    `${str(f.facts, "name")}: this typeface has no ${str(f.facts, "signs")}. It is left out; another typeface or another word has it.`,
  "fitting.drops-out": (f) => () =>
    `${str(f.facts, "name")}: the insides of ${f.figure === 1 ? "a letter drop" : `${String(f.figure)} letters drop`} out when it is cut.`,
  "fitting.insides-drop": (f) => () =>
    `${str(f.facts, "name")}: what is inside it drops out with it, in ${f.figure === 1 ? "one piece" : `${String(f.figure)} pieces`}.`,
  "fitting.name-wide": (f) => (mm) =>
    `${str(f.facts, "name")}: too wide for the paper beside it: ${str(f.facts, "signs")}. The widest takes ${mm(f.figure)}; there is room for ${mm(f.limit)}.`,
  "fitting.name-count": (f) => () =>
    `${str(f.facts, "name")}: there are ${String(f.limit)} names, and ${String(f.figure)} to make.`,
  "fitting.grown": (f) => (mm) =>
    `${str(f.facts, "name")}: every letter is grown ${mm(f.figure)} all round so that all hold together. Letters nearer to one another need less.`,
  "fitting.partly": (f) => () =>
    `${str(f.facts, "name")} would be cut through the edge of ${str(f.facts, "other")}, which is left whole.`,
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
  "fitting.nowhere": (f) => () =>
    `${str(f.facts, "name")} goes across a fold, and this face has none that closes on it: lay it inside, beside the fold.`,
  "fitting.hides": (f) => () => `${str(f.facts, "name")} cannot be seen: ${str(f.facts, "over")} lies over all of it.`,
  "fitting.crosses": (f) => () =>
    `${str(f.facts, "over")} lies over a part of ${str(f.facts, "name")}. Lay it on first if it should be the one beneath.`,
  "fitting.covers": (f) => (mm) =>
    `${str(f.facts, "name")} lies over the ${str(f.facts, "cut")} beneath it, ${mm(f.figure)} across, and closes it.`,
  "closed.sticks-out": (f) => (mm) =>
    `Closed, the ${str(f.facts, "part").toLowerCase()} sticks out of the card by ${mm(f.figure)}.`,
  "motion.stops": (f) => () =>
    `${str(f.facts, "title")}: it stops at ${Math.round(f.figure).toString()} of ${Math.round(f.limit).toString()}. What it pulls along is too short.`,
  "motion.in-the-way": (f) => (mm) => {
    const far = (way: number): string => (f.facts?.["unit"] === "deg" ? `${String(Math.round(way))}°` : mm(way));
    const where =
      f.limit === 0
        ? "closed,"
        : f.limit === f.figure
          ? `at ${far(f.figure)}`
          : `from ${far(f.figure)} to ${far(f.limit)}`;
    return `${str(f.facts, "title")}: ${where} ${str(f.facts, "one")} and ${str(f.facts, "other")} are in one another's way.`;
  },
  "motion.loose": (f) => () =>
    `The ${str(f.facts, "part").toLowerCase()} is glued on one side only: it does not rise when the card opens.`,
  "stock.heavy": (f) => () =>
    `${grams(f.figure)} is heavy here: folds crack and seams stand open above ${grams(f.limit)}.`,
  "stock.both-layers": (f) => () =>
    `${grams(f.figure)} is too thick to cut through both layers at once, and both must match: up to ${grams(f.limit)} it cuts cleanly.`,
  "stock.score-first": (f) => () =>
    `${grams(f.figure)} cracks where it is folded without a score first. Let the folds run along the grain where you can.`,
  "stock.flimsy": (f) => () => `${grams(f.figure)} lets the contents show through and tears at the seam.`,
  "thickness.bulky": (f) => (mm) =>
    `At ${mm(f.figure)} thick the contents push a flat envelope out of shape; from ${mm(f.limit)} on use one with walls.`,
  "size.rounded": (f) => (mm) =>
    `${f.facts?.["axis"] === "width" ? "The width" : "The height"} comes out at ${mm(f.figure)}, ${isMark(f) ? `and ${mm(f.limit)} was asked for` : `the last mark of this ruler before ${mm(f.limit)}`}.`,
};

/** Whether what was asked for is a mark of the ruler itself: it was not rounding that took something off. */
const isMark = ({ limit, facts }: Finding): boolean => {
  const grid = num(facts, "grid");
  return grid > 0 && Math.abs(limit / grid - Math.round(limit / grid)) < 1e-4;
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
  "only-one": () => () => "Make it one",
  "spread-out": () => () => "Spread them out evenly",
  bridges: () => () => "Keep them with bridges",
  "one-line": () => () => "Keep one of the two lines",
  "made-larger": () => () => "Make it larger",
  "made-smaller": () => () => "Make it smaller",
  "other-in-middle": (f) => () => `Lay ${str(f, "name")} in the middle`,
  "through-all": () => () => "Cut through every layer",
  "smaller-picture": (f) => (mm) => `Print it ${mm(num(f, "mm"))} wide`,
  "smaller-words": (f) => (mm) => `Make capitals ${mm(num(f, "mm"))} high`,
  "as-many": (f) => () => `Make ${String(num(f, "count"))}`,
  "this-paper-only": () => () => "Cut this paper only",
  "smaller-hole": (f) => (mm) => `Make the hole ${mm(num(f, "mm"))}`,
  "in-middle": () => () => "Lay it in the middle",
  "at-foot": () => () => "Lay it at the foot",
  "at-head": () => () => "Lay it at the head",
  "at-left": () => () => "Lay it at the left",
  "at-right": () => () => "Lay it at the right",
  "smaller-notch": (f) => (mm) =>
    num(f, "mm") === 0 ? "Leave the thumb cut out" : `Make the thumb cut ${mm(num(f, "mm"))}`,
  "cover-more": (f) => (mm) => `Let it reach ${mm(num(f, "mm"))}`,
  "hole-lower": (f) => (mm) => `Leave ${mm(num(f, "mm"))} above it`,
  "make-higher": (f) => (mm) => `Make it ${mm(num(f, "mm"))} high`,
  "figure-larger": (f) => (mm) => `Make the figure ${mm(num(f, "mm"))}`,
  "figure-smaller": (f) => (mm) => `Make the figure ${mm(num(f, "mm"))}`,
  "hinge-higher": (f) => (mm) => `Hinge it ${mm(num(f, "mm"))} up`,
  "keep-shape": (f) => (mm) => `Make it ${mm(num(f, "mm"))} high`,
  "reach-less": (f) => (mm) => `Let it reach ${mm(num(f, "mm"))}`,
  "instead-carrier-long": (f) => (mm) => `Make the carrier ${mm(num(f, "mm"))}`,
  "instead-no-window": () => () => "Leave the window out",
  "instead-no-string": () => () => "Fold it over",
  "instead-no-mouth-tab": () => () => "Leave it open",
  "instead-no-seal": () => () => "Leave it open",
  "instead-no-back": () => () => "Leave it open",
  "instead-no-pocket-string": () => () => "Leave it open",
  "instead-no-straight-side": () => () => "Make it of one leaf",
  "instead-no-fold-edge": () => () => "Keep that other outline",
  "instead-no-front-outline": () => () => "Make it straight",
  "instead-no-slits": () => () => "Glue the ends",
  "instead-no-tab": () => () => "Fold it over",
  "instead-low-wall": () => () => "Cut the corners away",
  "instead-tab-trim": (f) => (mm) => `Set the trim to ${mm(num(f, "mm"))}`,
  "set-made": (f) => (mm) => `Set it to ${mm(num(f, "mm"))}`,
  glue: () => () => "Use wet glue",
  ruler: (f) => () => `Mark it with a ruler of ${str(f, "ruler")}`,
  stock: (f) => () => `Use ${str(f, "stock")}`,
  heavier: () => () => "Use a heavier text paper",
  walls: () => () => "Give it walls",
  split: () => () => "Cut the flap as a piece of its own",
  sheet: (f) => () => `Take ${str(f, "sheet")}`,
  "other-mat": (f) => () => `Take the ${str(f, "mat").toLowerCase()}`,
  "other-machine": (f) => () => `Make it on the ${str(f, "machine").toLowerCase()}`,
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

/** The sentence of a finding. @throws when the table lacks its code: a mistake of ours that a test catches */
export const sayFinding = (finding: Finding, display: Display): string =>
  said(findingWords, `${finding.check}.${finding.code}`)(finding)(sayer(display));
