/** What the hand does: a sentence for each step, and the words they share. */
import { listed, listedOnce } from "../methods/scene.ts";
import { flapLetters, SEEN_MM } from "../methods/flapCuts.ts";
import type { FlapCut, Drawing, Step } from "../model/solution.ts";
import type { Display } from "../units/format.ts";
import { freeWords, saySlant } from "./measures.ts";
import { machineWords } from "./machine.ts";
import { cap, num, sayer, str, type Say, type Sayer, said } from "./saying.ts";

const ordinal = (n: number): string => ["", "first", "second", "third", "fourth"][n] ?? `${String(n)}th`;

const scoreFrom = (s: Step): Say => {
  const edge = str(s.facts, "edge");
  return (mm) => `Outside up, ${edge} edge at the stop. Score at ${mm(s.measure ?? 0)}${endWords(s, mm)}.`;
};

/** From where to where a stroke runs that must not run from edge to edge. */
function endWords({ facts }: Step, mm: Sayer): string {
  if (facts?.["whole"] === undefined) return "";
  const whole = num(facts, "whole");
  const run = (from: number, to: number): string =>
    from < SEEN_MM
      ? `from the fence down to ${mm(to)}`
      : to > whole - SEEN_MM
        ? `from ${mm(from)} below the fence down to the edge`
        : `from ${mm(from)} to ${mm(to)} below the fence`;
  const second = facts["from2"] === undefined ? "" : ` and ${run(num(facts, "from2"), num(facts, "to2"))}`;
  return `, only ${run(num(facts, "from"), num(facts, "to"))}${second}`;
}

/** A piece that comes out of the sheet in hand only across its corner. */
const slantWords = ({ facts }: Step): string =>
  facts?.["turned"] === undefined ? "" : `, turned ${saySlant(num(facts, "turned"))} on the sheet in hand`;

/** By its place on the sheet, or by the template where the ruler has no mark for it. */
const placeWords = (s: Step, mm: Sayer, what: string): string =>
  num(s.facts, "template") === 1
    ? "where the printed template has it"
    : `${what} ${mm(num(s.facts, "x"))} right and ${mm(num(s.facts, "y"))} up of the sheet's lower left corner, as it is drawn`;

/** A window: its size and where it is; the template where it has a shape. */
const windowWords = (s: Step, mm: Sayer, more = ""): string =>
  `Cut the window out of the ${str(s.facts, "flap")} in one piece, ${mm(num(s.facts, "width"))} × ${mm(num(s.facts, "height"))}${more}, ${placeWords(s, mm, "its lower left corner")}.${opposite(s)}`;

/** Clauses of what is folded, joined into a sentence. */
function foldWords({ facts }: Step): string {
  const of = (key: string): string => str(facts, key);
  const clauses = [
    of("up") && `stand ${of("up")} up at a right angle`,
    of("square") && `fold ${of("square")} in at a right angle`,
    of("in") && `fold ${of("in")} in`,
    of("over") && `fold ${of("over")} over`,
    of("behind") && `fold ${of("behind")} round behind`,
    of("leaning") && `bend ${of("leaning")} up by ${of("degrees")}° off the flat`,
    of("curved") && `press ${of("curved")} in along the curved scores`,
  ].filter(Boolean);
  return cap(`${clauses.join(", then ")}${pressWords(facts)}.`);
}

const pressWords = (facts: Step["facts"]): string =>
  str(facts, "press") === ""
    ? ""
    : num(facts, "same") === 1
      ? ` and press it down on ${str(facts, "onto")}`
      : `, and press ${str(facts, "press")} on ${str(facts, "onto")}`;

const EDGES_GLUED: Readonly<Record<string, string>> = {
  left: "the left edge",
  right: "the right edge",
  top: "the upper edge",
  bottom: "the lower edge",
};

/** The edges that glue runs along. */
function edgeWords(along: string): string {
  const edges = along.split(" ");
  const [left, right] = [edges.includes("left"), edges.includes("right")];
  const both = left && right ? ["both side edges"] : [];
  const rest = edges.filter((e) => !(left && right && (e === "left" || e === "right")));
  return listed([...both, ...rest.map((e) => EDGES_GLUED[e] ?? e)]);
}

/** What is folded in before the last flap closes. */
const firstWords = ({ facts }: Step): string => (str(facts, "first") === "" ? "" : `Fold ${str(facts, "first")} in. `);

/** Where along a fold, or an edge, something is put: in its middle, or so far from the nearer end. */
function alongWords({ facts }: Step, mm: Sayer, axis: "across" | "down"): string {
  const [low, high, names] =
    axis === "across"
      ? [num(facts, "side"), num(facts, "right"), ["left", "right"] as const]
      : [num(facts, "bottom"), num(facts, "top"), ["lower", "upper"] as const];
  if (Math.abs(low - high) < SEEN_MM) return "in the middle";
  const [near, edge] = low <= high ? [low, names[0]] : [high, names[1]];
  return near < -SEEN_MM
    ? `standing ${mm(-near)} past the ${edge} edge`
    : near < SEEN_MM
      ? `level with the ${edge} edge`
      : `${mm(near)} from the ${edge} edge`;
}

/** The axis a fold runs along, for what lies against it: the other one than that on which it touches. */
const foldAxis = ({ facts }: Step): "across" | "down" =>
  Math.min(Math.abs(num(facts, "side")), Math.abs(num(facts, "right"))) < SEEN_MM ? "down" : "across";

const insideOf = (s: Step): string => (num(s.facts, "inside") === 1 ? "inside of the " : "") + str(s.facts, "onto");

/** One sentence for each step, by code. */
export const stepWords: Readonly<Record<string, (s: Step) => Say>> = {
  ...machineWords,
  "cut-square": (s) => (mm) => `Cut a square, ${mm(s.measure ?? 0)} each way.`,
  "cut-sheet": (s) => (mm) =>
    `Cut the sheet to ${mm(num(s.facts, "width"))} across and ${mm(num(s.facts, "height"))} down${slantWords(s)}.`,
  "open-bought": (s) => (mm) => {
    const [x, y] = [num(s.facts, "x"), num(s.facts, "y")];
    const on =
      x > 0 || y > 0 ? `, its lower left corner ${mm(x)} from the mat's left and ${mm(y)} above its lower edge` : "";
    return `Open the card and lay it flat, its outside up${on}: it measures ${mm(num(s.facts, "width"))} × ${mm(num(s.facts, "height"))} opened.`;
  },
  "cut-second": (s) => (mm) =>
    `Cut a sheet for ${layerOf(s)}, ${mm(num(s.facts, "width"))} across and ${mm(num(s.facts, "height"))} down${slantWords(s)}.`,
  "punch-first": (s) => (mm) =>
    `Outside up, edge against the fence. Set the left corner to ${mm(s.measure ?? 0)} on the ruler and punch.`,
  "punch-measured": (s) => (mm) =>
    `Set the left corner to ${mm(s.measure ?? 0)} on the ruler and punch the ${ordinal(num(s.facts, "count"))} notch.`,
  "punch-again": (s) => () => `Hold it there and punch the ${ordinal(num(s.facts, "count"))} notch.`,
  "score-groove": (s) => () =>
    num(s.facts, "count") === 1
      ? "Without moving it, score down the groove from the notch to the far edge."
      : `Score down the groove: the ${ordinal(num(s.facts, "count"))} score.`,
  "turn-to-guide": () => () =>
    "Turn the paper a quarter turn to the left. Edge against the fence, last score on the guide line. No measuring.",
  "turn-to-measure": () => () => "Turn the paper a quarter turn to the left. Edge against the fence.",
  "pad-stop": (s) => (mm) => {
    const [layers, further] = [num(s.facts, "layers"), num(s.facts, "further")];
    const paper = layers > 1 ? `${String(layers)} layers` : "one layer";
    const why = further > 0 ? `the measures here are ${mm(further)} more than they would be` : "";
    return `Lay a strip ${mm(s.measure ?? 0)} thick along the stop, ${paper} of this paper, and the sheet against it: your board's marks are not where they say${why && `, and ${why}`}.`;
  },
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
  "score-on": (s) => (mm) => `The same edge stays at the stop. Score at ${mm(s.measure ?? 0)}${endWords(s, mm)}.`,
  "turn-left": (s) => () =>
    `Give the sheet a quarter turn to the left, so that its ${str(s.facts, "edge")} edge comes to the stop.`,
  "turn-right": (s) => () =>
    `Give the sheet a quarter turn to the right, so that its ${str(s.facts, "edge")} edge comes to the stop.`,
  "turn-half": (s) => () =>
    `Turn the sheet end for end, the same side up: the next score is out of the board's reach from this edge, so it is read from the ${str(s.facts, "edge")} edge.`,
  "draw-lines": (s) => () =>
    `With a pen, draw ${str(s.facts, "what")} on the ${str(s.facts, "face")} of the ${str(s.facts, "panels")}, as the printed template has it.`,
  "foil-lines": (s) => () =>
    `Foil ${str(s.facts, "what")} on the ${str(s.facts, "face")} of the ${str(s.facts, "panels")}, as the printed template has it, while the sheet lies flat.`,
  "print-lines": (s) => () =>
    `Print ${str(s.facts, "what")} on the ${str(s.facts, "face")} of the ${str(s.facts, "panels")}, as the template has it, while the sheet lies flat.`,
  "score-lines": (s) => () =>
    `Score ${str(s.facts, "what")} on the ${str(s.facts, "face")} of the ${str(s.facts, "panels")}, as the printed template has it.`,
  "perforate-lines": (s) => () =>
    `Perforate along ${str(s.facts, "what")} on the ${str(s.facts, "panels")}, as the printed template has it, so that it tears there.`,
  "cut-row": (s) => (mm) => {
    const count = String(num(s.facts, "count"));
    const flap = str(s.facts, "flap");
    const kind = str(s.facts, "kind");
    const long = s.measure === undefined ? "" : ` ${mm(s.measure)} long`;
    if (kind === "hole")
      return `Punch ${count} holes ${mm(s.measure ?? 0)} across in the ${flap}, where the printed template has them.`;
    if (kind === "slit") return `Cut ${count} slits${long} in the ${flap}, where the printed template has them.`;
    if (kind === "standing")
      return `Cut round the ${count} shapes in the ${flap}, where the printed template has them, score their feet and raise them.`;
    return `Cut ${count} openings in the ${flap}, where the printed template has them.`;
  },
  "cut-standing": (s) => (mm) =>
    `Cut round the shape in the ${str(s.facts, "flap")}, ${mm(num(s.facts, "width"))} across, where the printed template has it; score its foot and raise it there.`,
  "cut-slit-shaped": (s) => (mm) =>
    `Cut the slit in the ${str(s.facts, "flap")} along its line, ${mm(num(s.facts, "width"))} × ${mm(num(s.facts, "height"))} over all, where the printed template has it.`,
  "cut-pieces": (s) => () =>
    `Cut the ${partOf(s)} into its pieces along all its lines, where the printed template has them.`,
  "cut-words": (s) => () =>
    `Cut ${str(s.facts, "what")} out of the ${str(s.facts, "flap")}, letter by letter, where the printed template has them.`,
  "keep-opposite": (s) => (mm) =>
    `Keep what dropped out: it is the opposite, ${mm(num(s.facts, "width"))} × ${mm(num(s.facts, "height"))} over all.`,
  "stick-on": (s) => () =>
    `Stick ${str(s.facts, "contents")} on the ${partOf(s)}, level with its foot: it is pulled out by what stands above.`,
  "cut-folded": () => () =>
    "Fold it along the score, the inside in, press the fold flat, cut the outline of one half through both plies at once by the printed template, and open it again.",
  "cut-corners": (s) => (mm) => {
    const flaps = flapWords(s.flaps ?? [], mm);
    const rest = num(s.facts, "template") === 1 && !flaps.some((f) => f.includes("template"));
    const plain = flaps.length === 0 && !rest;
    const along = plain ? "Cut along the outline, square from the ends of the scores." : "Cut along the outline.";
    return [along, ...flaps, ...(rest ? ["Take the shape from the printed template."] : [])].join(" ");
  },
  "crease-all": (s) => () => {
    const count = num(s.facts, "folds");
    const along = count === 1 ? "the score" : count === 2 ? "both scores" : `all ${String(count)} scores`;
    return `Fold along ${along} with the dent outside and the ridge inside, press ${count === 1 ? "the fold" : "each fold"} flat and open it again.`;
  },
  "crease-curved": (s) => () => {
    const count = num(s.facts, "folds");
    const along = count === 1 ? "the curved score" : `all ${String(count)} curved scores`;
    return `Work along ${along} between your fingers, bending a little at a time. Do not press it flat: it stays a curve.`;
  },
  "glue-part": (s) => (mm) =>
    `Glue the square end of the ${partOf(s)} inside the tip of the ${str(s.facts, "onto")}, in the middle: the round end stands ${mm(-num(s.facts, "top"))} out past the tip.`,
  "punch-hole": (s) => (mm) =>
    `Punch a hole ${mm(s.measure ?? 0)} across, its middle ${mm(num(s.facts, "from"))} from the head.`,
  "cut-window": (s) => (mm) => windowWords(s, mm),
  "cut-window-round": (s) => (mm) => windowWords(s, mm, `, its corners rounded ${mm(num(s.facts, "radius"))}`),
  "cut-window-shaped": (s) => (mm) => windowWords(s, mm, " at its widest"),
  "fit-tab": () => () =>
    "Glue the back behind the closed envelope, score on its edge, and bring the front over the flap.",
  "glue-by-tabs": () => () =>
    "Put tape or glue on its tabs alone and press it on the panel it belongs on: that panel is its back.",
  "glue-strut": (s) => (mm) =>
    `Glue the short part on the card's back, in the middle across, its score ${mm(s.measure ?? 0)} above the card's lower edge, the leg hanging down. Bend the leg ${String(num(s.facts, "degrees"))}° off the back: the card then leans back ${String(num(s.facts, "lean"))}°.`,
  "fit-liner": (s) => (mm) =>
    `Slide it into the envelope until the score lies on the flap's fold, ${mm(num(s.facts, "sides"))} free on either side and ${mm(num(s.facts, "gum"))} of the flap's edge left to gum, and glue the flap part alone: the rest lies free.`,
  "lay-on": (s) => (mm) => {
    const part = `the ${partOf(s)}`;
    const on = num(s.facts, "tabs") === 1 ? `the tabs of ${part} alone` : `the back of ${part}`;
    const gum = num(s.facts, "raised") > 0 ? `foam ${mm(num(s.facts, "raised"))} thick` : gumWords(s, mm);
    const where = `${freeWords(s.facts, mm)}${turnWords(num(s.facts, "turn"))}`;
    return `Put ${gum} on ${on} and lay it on the ${str(s.facts, "onto")}: ${where}.`;
  },
  "lay-puzzle": (s) => (mm) =>
    `Put the ${partOf(s)} together${num(s.facts, "numbered") === 1 ? " by the numbers on the backs" : ""} and glue it piece by piece on ${num(s.facts, "marked") === 1 ? "its place on " : ""}the ${str(s.facts, "onto")}: ${freeWords(s.facts, mm)}${turnWords(num(s.facts, "turn"))}.`,
  "glue-strip": (s) => (mm) =>
    `Put ${gumWords(s, mm)} on the strip of the ${partOf(s)} and stick it behind the ${str(s.facts, "onto")}, along the upper edge, its score on the edge.`,
  "glue-piece": (s) => (mm) =>
    `Put ${gumWords(s, mm)} on the back of the ${partOf(s)} and stick it on the ${insideOf(s)}: ${freeWords(s.facts, mm)}.`,
  "glue-mouth-tab": (s) => (mm) =>
    `Put ${gumWords(s, mm)} inside the short end of the ${partOf(s)} and stick it behind the ${str(s.facts, "onto")}, its score on the upper edge, in the middle.`,
  "glue-base": (s) => (mm) =>
    `Put ${gumWords(s, mm)} on the first part of the ${partOf(s)} and stick it on the inside of the ${str(s.facts, "onto")}, its edge in the card's fold, ${alongWords(s, mm, foldAxis(s))}.`,
  "glue-across": (s) => (mm) =>
    `Put ${gumWords(s, mm)} on the end of the ${partOf(s)} that lies uppermost: it sticks to the inside of the ${str(s.facts, "onto")} when that is closed on it.`,
  "glue-riser": (s) => (mm) =>
    num(s.facts, "also") === 1
      ? `Put ${gumWords(s, mm)} on the outsides of both risers and stick the ${partOf(s)} there, its edge on the crease by the card, in the middle between them.`
      : `Put ${gumWords(s, mm)} on the outside of the ${str(s.facts, "onto")} and stick the ${partOf(s)} there, its edge on the crease by the card, ${alongWords(s, mm, foldAxis(s))}.`,
  "through-slit": (s) => () =>
    `Put one half of the ${partOf(s)} through the slit from behind and fold it flat. It must run up and down freely.`,
  "glue-carrier": (s) => (mm) =>
    `Slide the carrier to the lower end of the slit, put ${gumWords(s, mm)} on the ${str(s.facts, "onto")}, and stick the ${partOf(s)} on it, seen on the ${str(s.facts, "over")}: ${freeWords(s.facts, mm)}. Keep glue off the slit, and try it before the glue sets.`,
  "glue-cover": (s) => (mm) =>
    `Glue the ${partOf(s)} on the outside of the ${str(s.facts, "onto")}: ${freeWords(s.facts, mm)}.`,
  "tuck-corners": (s) => () =>
    `Lay the ${partOf(s)} on the ${insideOf(s)} and tuck each corner through its slit. No glue: it can be changed.`,
  "glue-handle": (s) => (mm) =>
    `Put ${gumWords(s, mm)} on both ends of the ${partOf(s)} and stick them behind the ${str(s.facts, "onto")}, ${alongWords(s, mm, "across")}: the ends reach ${mm(num(s.facts, "reach"))} down from its upper edge.`,
  "glue-tabs-on": (s) => (mm) =>
    `Put ${gumWords(s, mm)} on the tabs of the ${partOf(s)} alone and press it on the ${str(s.facts, "onto")}, foot on foot.`,
  "slide-in": (s) => () => `Slide the ${partOf(s)} in with what is in it: it goes with a light push.`,
  staple: (s) => () =>
    `Fold it over the mouth of what it closes (${str(s.facts, "contents")}) and staple through all layers, once near each side.`,
  "tie-and-flag": () => () =>
    "Run a string through both holes and round the stick, and tie it in front. Lay the seal band round the stick above the faces and glue its two ends face to face: it is torn to open it.",
  "tie-and-tag": () => () =>
    "Run a string through both holes and round the stick, and tie it in front. Thread the tag on the stick by its two slits, above the faces.",
  "tie-round-stick": () => () => "Run a string through both holes and round the stick, and tie it in front.",
  "glue-web": (s) => (mm) =>
    `Put ${gumWords(s, mm)} on the ${str(s.facts, "face")} of ${str(s.facts, "flap")}. They go inside ${str(s.facts, "onto")}.`,
  spacer: (s) => (mm) =>
    `Lay a spacer ${mm(s.measure ?? 0)} thick in the lower corners, board or folded card, to hold the walls square: they stand ${mm(num(s.facts, "depth"))} high.`,
  "cut-shape": () => () => "Cut along the outline, by the printed template.",
  "cut-slit-inside": (s) => (mm) =>
    num(s.facts, "template") === 1
      ? `Cut a slit ${mm(s.measure ?? 0)} long straight through the ${str(s.facts, "flap")}, where the printed template has it.`
      : `Cut a slit ${mm(s.measure ?? 0)} long straight through the ${str(s.facts, "flap")}: from ${mm(num(s.facts, "x"))} right and ${mm(num(s.facts, "y"))} up of the sheet's lower left corner, as it is drawn, to ${mm(num(s.facts, "toX"))} and ${mm(num(s.facts, "toY"))}.`,
  "punch-in-flap": (s) => (mm) =>
    `Punch a hole ${mm(s.measure ?? 0)} across in the ${str(s.facts, "flap")}, its middle ${mm(num(s.facts, "from"))} from its score, in the middle.`,
  "punch-at": (s) => (mm) =>
    `Punch a hole ${mm(s.measure ?? 0)} across in the ${str(s.facts, "flap")}, ${placeWords(s, mm, "its middle")}.`,
  "score-by-template": (s) => () =>
    `A board's grooves are straight: score the ${num(s.facts, "count") === 1 ? "curved line" : `${String(num(s.facts, "count"))} curved lines`} by hand, along a template cut from the printed sheet.`,
  "score-by-ruler": (s) => () =>
    `Score the ${num(s.facts, "count") === 1 ? "slanted line" : `${String(num(s.facts, "count"))} lines`} along a ruler, from end to end as the printed template has them: they run to no edge of the board.`,
  "cut-outline": (s) => (mm) =>
    `Cut ${layerOf(s)} out along its outline by the printed template, ${mm(num(s.facts, "width"))} × ${mm(num(s.facts, "height"))} over all${slantWords(s)}.`,
  "glue-flap": (s) => (mm) =>
    `Put ${gumWords(s, mm)} on the ${str(s.facts, "face")} of ${str(s.facts, "flap")}, along ${edgeWords(str(s.facts, "along"))}.`,
  fill: (s) => () =>
    str(s.facts, "carrier") === ""
      ? `Slide in: ${str(s.facts, "contents")}.`
      : `Slide in: ${str(s.facts, "contents")} on the ${str(s.facts, "carrier").toLowerCase()}.`,
  close: (s) => () => `${firstWords(s)}Close ${str(s.facts, "flaps")}.`,
  "lock-slits": () => () => "Slip the two slits into one another, one end from above and one from below.",
  "glue-tabs": (s) => (mm) => `Put ${gumWords(s, mm)} on the ${str(s.facts, "face")} of ${str(s.facts, "flap")}.`,
  "glue-where": (s) => (mm) =>
    `Put ${gumWords(s, mm)} on the ${str(s.facts, "face")} of ${str(s.facts, "flap")}, where it comes to lie on ${str(s.facts, "onto")}.`,
  fold: (s) => () => foldWords(s),
  "fold-round": (s) => () => `Bring ${str(s.facts, "flaps")} round, each at a right angle${pressWords(s.facts)}.`,
  "close-curved": (s) => () =>
    `Close it: press ${str(s.facts, "flaps")} in along the curved scores, one after the other.`,
  "fill-loose": (s) => () => `Fill in: ${str(s.facts, "contents")}.`,
  "tie-string": () => () => "Run a string through both holes and tie it.",
  "stick-seal": () => () => "Stick the seal half on the top flap and half on the front below it.",
  "stick-seal-mouth": () => () => "Stick the seal over the mouth, half on the back and half on the front.",
  "lay-band": (s) => () =>
    `Lay the band round the closed height${str(s.facts, "over") === "" ? "" : `, over ${str(s.facts, "over")}`}, crease it at both edges and glue its end on itself: it slides off again.`,
  "tuck-in": (s) => () => `${firstWords(s)}Tuck ${str(s.facts, "flaps")} in behind the front.`,
  "tuck-over": () => () => "Bring the tab over the mouth and tuck its end into the slit.",
  "bring-round": (s) => () =>
    `Bring ${str(s.facts, "first")} and then ${str(s.facts, "flaps")} round: ${str(s.facts, "contents")}. The last comes to lie on top.`,
  "slide-on": (s) => () => `Slide the band over: ${str(s.facts, "contents")}.`,
  "lay-inside": (s) => () => `Lay it on the inside of the front, in the middle: ${str(s.facts, "contents")}.`,
  "close-tab": (s) => () => `${firstWords(s)}Close ${str(s.facts, "flaps")} and tuck the tab into the slit.`,
};

/** What holds: glue, or a tape that fits. */
const gumWords = (s: Step, mm: Sayer): string =>
  num(s.facts, "wet") === 1 ? "a thin line of glue" : `tape no wider than ${mm.most(num(s.facts, "tape"))}`;

/** How each group of flaps is cut, with the letters that its picture has. */
function flapWords(flaps: readonly FlapCut[], mm: Sayer): string[] {
  const letters = flapLetters(flaps);
  return flaps.flatMap(({ names, relief, taper, over, shaped }, i) => {
    const letter = (of: "start" | "side"): string => {
      const found = letters.find((l) => l.group === i && l.of === of);
      return found ? ` (${found.letter})` : "";
    };
    const said = [
      relief < SEEN_MM ? "" : `begin ${mm(relief)}${letter("start")} in from the ends of the score`,
      Math.abs(taper) < SEEN_MM
        ? ""
        : `sides run ${taper > 0 ? "in" : "out"} ${mm(Math.abs(taper))}${letter("side")} ${over === undefined ? "by the free edge" : `over the first ${mm(over)}`}`,
      shaped ? "take the shape from the printed template" : "",
    ].filter(Boolean);
    const flaps = listedOnce(names.map((n) => n.toLowerCase()));
    return said.length === 0 ? [] : [`${cap(flaps)}: ${said.join("; ")}.`];
  });
}

const turnWords = (degrees: number): string =>
  degrees === 0
    ? ""
    : `, then turned ${String(Math.abs(degrees))}° ${degrees > 0 ? "to the left" : "to the right"} about its middle`;

/** A piece inside a sentence: what belongs to something laid is called by that, `strip of the pop-up cradle`. */
function partOf({ facts }: Step): string {
  const [whole = "", part] = str(facts, "part").toLowerCase().split(": ");
  return part === undefined ? whole : `${part} of the ${whole}`;
}

const layerOf = (s: Step): string => `the ${partOf(s)}${str(s.facts, "paper") ? ` from ${str(s.facts, "paper")}` : ""}`;

/** What drops out of a mask is used too; out of a maker's own window it is waste. */
const opposite = (s: Step): string => (s.facts?.["keep"] === 0 ? "" : " What drops out is the opposite: keep it.");

/** A short head for the step's picture. */
export const stepHeads: Readonly<Record<Step["kind"], string>> = {
  pen: "Draw",
  foil: "Foil",
  load: "Load",
  unload: "Unload",
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

/** What a step is done on, where a draft has several pieces: `Piece 3 of 8: Mat`. Empty where there is one. */
export function stepHeading({ pieces, main }: Pick<Drawing, "pieces" | "main">, { of, phase }: Step): string {
  if (pieces.length < 2) return "";
  if (phase === "together" && of === main) return "Put together";
  const n = pieces.findIndex((p) => p.id === of);
  const piece = `Piece ${String(n + 1)} of ${String(pieces.length)}: ${pieces[n]?.name ?? ""}`;
  return phase === "together" ? `${piece}, to its place` : piece;
}

/** The sentence of a step. */
export const sayStep = (step: Step, display: Display): string => cap(said(stepWords, step.code)(step)(sayer(display)));
