/** What the hand does: a sentence for each step, and the words they share. */
import { listed } from "../methods/scene.ts";
import { flapLetters, SEEN_MM } from "../methods/flapCuts.ts";
import type { Step, FlapCut } from "../model/solution.ts";
import type { Display } from "../units/format.ts";
import { freeWords } from "./measures.ts";
import { cap, num, sayer, str, type Say, type Sayer, said } from "./saying.ts";

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
  "open-bought": (s) => (mm) => {
    const [x, y] = [num(s.facts, "x"), num(s.facts, "y")];
    const on =
      x > 0 || y > 0 ? `, its lower left corner ${mm(x)} from the mat's left and ${mm(y)} above its lower edge` : "";
    return `Open the card and lay it flat, its outside up${on}: it measures ${mm(num(s.facts, "width"))} × ${mm(num(s.facts, "height"))} opened.`;
  },
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
  "draw-lines": (s) => () =>
    `Draw ${num(s.facts, "count") === 1 ? "the line" : `the ${String(num(s.facts, "count"))} lines`} on the ${str(s.facts, "face")} of the ${str(s.facts, "panels")} with a pen.`,
  "foil-lines": (s) => () =>
    `Foil ${num(s.facts, "count") === 1 ? "the line" : `the ${String(num(s.facts, "count"))} lines`} on the ${str(s.facts, "face")} of the ${str(s.facts, "panels")}, while the sheet lies flat.`,
  "print-lines": (s) => () =>
    `Print ${num(s.facts, "count") === 1 ? "the outline" : `the ${String(num(s.facts, "count"))} outlines`} on the ${str(s.facts, "face")} of the ${str(s.facts, "panels")}, while the sheet still lies flat.`,
  "score-lines": (s) => () =>
    `Score ${num(s.facts, "count") === 1 ? "the line" : `the ${String(num(s.facts, "count"))} lines`} on the ${str(s.facts, "face")} of the ${str(s.facts, "panels")}, as the template shows.`,
  "perforate-lines": (s) => () =>
    `Perforate ${num(s.facts, "count") === 1 ? "the line" : `the ${String(num(s.facts, "count"))} lines`} on the ${str(s.facts, "panels")}, so that it tears there.`,
  "cut-row": (s) => (mm) => {
    const count = String(num(s.facts, "count"));
    const flap = str(s.facts, "flap");
    const kind = str(s.facts, "kind");
    if (kind === "hole")
      return `Punch ${count} holes ${mm(s.measure ?? 0)} across in the ${flap}, where the template has them.`;
    if (kind === "standing")
      return `Cut round the ${count} shapes in the ${flap}, where the template has them, score their feet and raise them.`;
    return `Cut ${count} ${kind === "window" ? "openings" : "slits"} in the ${flap}, where the template has them.`;
  },
  "cut-standing": (s) => (mm) =>
    `Cut round the shape in the ${str(s.facts, "flap")}, ${mm(num(s.facts, "width"))} across, score its foot and raise it there.`,
  "stick-on": (s) => () =>
    `Stick ${str(s.facts, "contents")} on the ${str(s.facts, "part").toLowerCase()}, level with its foot: it is pulled out by what stands above.`,
  "cut-loose": (s) => (mm) =>
    `Cut the ${str(s.facts, "part").toLowerCase()}, ${mm(num(s.facts, "width"))} across and ${mm(num(s.facts, "height"))} down.`,
  "cut-folded": () => () =>
    "Fold it along the score, the inside in, and cut the outline of one half through both plies at once.",
  "cut-corners": (s) => (mm) => ["Cut along the outline.", ...flapWords(s.flaps ?? [], mm)].join(" "),
  "crease-all": (s) => () => {
    const count = num(s.facts, "folds");
    const along = count === 1 ? "the score" : count === 2 ? "both scores" : `all ${String(count)} scores`;
    return `Fold along ${along} with the dent outside and the ridge inside, press the fold flat${count === 1 ? "" : " and open it again"}.`;
  },
  "glue-part": (s) => () =>
    `Glue the ${str(s.facts, "part").toLowerCase()}'s square end inside the tip of the ${str(s.facts, "onto")}; the round end stands out.`,
  "punch-hole": (s) => (mm) =>
    `Punch a hole ${mm(s.measure ?? 0)} across, its middle ${mm(num(s.facts, "from"))} from the head.`,
  "cut-window": (s) => (mm) =>
    `Cut the window out in one piece, ${mm(num(s.facts, "width"))} × ${mm(num(s.facts, "height"))}.${opposite(s)}`,
  "cut-window-round": (s) => (mm) =>
    `Cut the window out in one piece, ${mm(num(s.facts, "width"))} × ${mm(num(s.facts, "height"))}, its corners rounded ${mm(num(s.facts, "radius"))}.${opposite(s)}`,
  "cut-window-shaped": (s) => (mm) =>
    `Cut the window out in one piece along its line, ${mm(num(s.facts, "width"))} × ${mm(num(s.facts, "height"))} at its widest: print it at true size to cut by.${opposite(s)}`,
  "fit-tab": () => () =>
    "Glue the back behind the closed envelope, score on its edge, and bring the front over the flap.",
  "glue-by-tabs": () => () =>
    "Put tape or glue on its tabs alone and press it on the panel it belongs on: that panel is its back.",
  "glue-strut": () => () =>
    "Glue the short part on the card's back, in the middle, its score at the hinge's height, the leg hanging down. Bend the leg back until the card stands.",
  "fit-liner": () => () =>
    "Slide it into the envelope until the score lies on the flap's fold, and glue the flap part alone: the rest lies free.",
  "cut-layer": (s) => (mm) => `Cut ${layerOf(s)}, ${mm(num(s.facts, "width"))} × ${mm(num(s.facts, "height"))}.`,
  "cut-frame": (s) => (mm) =>
    `Cut ${layerOf(s)}, ${mm(num(s.facts, "width"))} × ${mm(num(s.facts, "height"))}, and out of it an opening ${mm(num(s.facts, "openWidth"))} × ${mm(num(s.facts, "openHeight"))}.`,
  "lay-on": (s) => (mm) =>
    `Glue the ${str(s.facts, "part").toLowerCase()}${num(s.facts, "tabs") === 1 ? ", by its tabs alone," : ""} on the ${str(s.facts, "onto")}${num(s.facts, "raised") > 0 ? `, on foam ${mm(num(s.facts, "raised"))} thick` : ""}: ${freeWords(s.facts, mm)}${turnWords(num(s.facts, "turn"))}.`,
  "glue-strip": (s) => (mm) =>
    `Put ${gumWords(s, mm)} on the strip of the ${str(s.facts, "part").toLowerCase()} and stick it behind the ${str(s.facts, "onto")}, along the upper edge, its score on the edge.`,
  "glue-piece": (s) => (mm) =>
    `Put ${gumWords(s, mm)} on the back of the ${str(s.facts, "part").toLowerCase()} and stick it on the ${str(s.facts, "onto")}.`,
  "glue-mouth-tab": (s) => (mm) =>
    `Put ${gumWords(s, mm)} inside the short end of the ${str(s.facts, "part").toLowerCase()} and stick it behind the ${str(s.facts, "onto")}, its score on the upper edge, in the middle.`,
  "glue-base": (s) => (mm) =>
    `Put ${gumWords(s, mm)} on the first part of the ${str(s.facts, "part").toLowerCase()} and stick it on the inside of the ${str(s.facts, "onto")}, its edge in the card's fold.`,
  "glue-across": (s) => (mm) =>
    `Put ${gumWords(s, mm)} on the end of the ${str(s.facts, "part").toLowerCase()} that lies uppermost, close the card on it and press: it sticks to the inside of the ${str(s.facts, "onto")}.`,
  "glue-riser": (s) => (mm) =>
    `Put ${gumWords(s, mm)} on the outside of the ${str(s.facts, "onto")} and stick the ${str(s.facts, "part").toLowerCase()} there, its edge on the crease by the card.`,
  "through-slit": (s) => () =>
    `Put one half of the ${str(s.facts, "part").toLowerCase()} through the slit from behind and fold it flat. It must run up and down freely.`,
  "glue-carrier": (s) => (mm) =>
    `Put ${gumWords(s, mm)} on the ${str(s.facts, "onto")} and stick the ${str(s.facts, "part").toLowerCase()} on it. Keep glue off the slit, and try it before the glue sets.`,
  "tuck-corners": (s) => () =>
    `Lay the ${str(s.facts, "part").toLowerCase()} on the ${str(s.facts, "onto")} and tuck each corner through its slit. No glue: it can be changed.`,
  "glue-handle": (s) => (mm) =>
    `Put ${gumWords(s, mm)} on both ends of the ${str(s.facts, "part").toLowerCase()} and stick them behind the ${str(s.facts, "onto")}.`,
  "glue-tabs-on": (s) => (mm) =>
    `Put ${gumWords(s, mm)} on the tabs of the ${str(s.facts, "part").toLowerCase()} alone and press it on the ${str(s.facts, "onto")}, foot on foot.`,
  "slide-in": (s) => () => `Slide the ${str(s.facts, "part").toLowerCase()} in: it goes with a light push.`,
  staple: () => () => "Fold it over the bag's mouth and staple through all layers, once near each side.",
  "tie-and-flag": () => () =>
    "Run a string through both holes and round the stick, and tie it in front. Lay the seal band round the stick above the faces and glue its two ends face to face: it is torn to open it.",
  "tie-round-stick": () => () => "Run a string through both holes and round the stick, and tie it in front.",
  "glue-web": (s) => (mm) =>
    `Put ${gumWords(s, mm)} on the ${str(s.facts, "face")} of the ${str(s.facts, "flap")}. They go inside the bottom wall.`,
  spacer: (s) => (mm) =>
    `Lay a spacer ${mm(s.measure ?? 0)} thick in the lower corners, board or folded card, to hold the walls square: they stand ${mm(num(s.facts, "depth"))} high.`,
  "cut-shape": () => () => "Cut along the outline.",
  "cut-slit-inside": (s) => (mm) =>
    `Cut a slit ${mm(s.measure ?? 0)} long straight through: from ${mm(num(s.facts, "x"))} right and ${mm(num(s.facts, "y"))} up of the sheet's lower left corner, as it is drawn, to ${mm(num(s.facts, "toX"))} and ${mm(num(s.facts, "toY"))}.`,
  "punch-in-flap": (s) => (mm) =>
    `Punch a hole ${mm(s.measure ?? 0)} across in the ${str(s.facts, "flap")}, its middle ${mm(num(s.facts, "from"))} from its score, in the middle.`,
  "punch-at": (s) => (mm) =>
    `Punch a hole ${mm(s.measure ?? 0)} across in the ${str(s.facts, "flap")}, its middle ${mm(num(s.facts, "x"))} right and ${mm(num(s.facts, "y"))} up of the sheet's lower left corner, as it is drawn.`,
  "score-by-template": (s) => () =>
    `A board's grooves are straight: score the ${num(s.facts, "count") === 1 ? "curved line" : `${String(num(s.facts, "count"))} curved lines`} by hand, along a template cut from the printed sheet.`,
  "score-by-ruler": (s) => () =>
    `Score the ${num(s.facts, "count") === 1 ? "slanted line" : `${String(num(s.facts, "count"))} slanted lines`} along a ruler, from end to end as the printed sheet has them: they run to no edge of the board.`,
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
  "lock-slits": () => () => "Slip the two slits into one another, one end from above and one from below.",
  "glue-tabs": (s) => (mm) => `Put ${gumWords(s, mm)} on the ${str(s.facts, "face")} of the ${str(s.facts, "flap")}.`,
  "glue-where": (s) => (mm) =>
    `Put ${gumWords(s, mm)} on the ${str(s.facts, "face")} of the ${str(s.facts, "flap")}, where it comes to lie on the ${str(s.facts, "onto")}.`,
  "tie-string": () => () => "Run a string through both holes and tie it.",
  "stick-seal": () => () => "Stick the seal half on the top flap and half on the front below it.",
  "stick-seal-mouth": () => () => "Stick the seal over the mouth, half on the back and half on the front.",
  "lay-band": () => () =>
    "Lay the band round the closed height, over the flap, crease it at both edges and glue its end on itself: it slides off again.",
  "tuck-in": (s) => () => `Tuck the ${str(s.facts, "flaps")} in behind the front.`,
  "tuck-over": () => () => "Bring the tab over the mouth and tuck its end into the slit.",
  "bring-round": (s) => () =>
    `Bring both ends round: ${str(s.facts, "contents")}. The ${str(s.facts, "flaps")} comes to lie on top.`,
  "fold-over": (s) => () => `Fold the ${str(s.facts, "flaps")} over and press down.`,
  "cut-cover": (s) => (mm) =>
    `Cut the ${str(s.facts, "part").toLowerCase()} from the paper you like, ${mm(num(s.facts, "width"))} across and ${mm(num(s.facts, "height"))} down: its shape is on the printed template.`,
  "glue-cover": (s) => () =>
    `Glue the ${str(s.facts, "part").toLowerCase()} on the outside of the ${str(s.facts, "onto")}, with the same border all round.`,
  "slide-on": (s) => () => `Slide the band over: ${str(s.facts, "contents")}.`,
  "lay-inside": (s) => () => `Lay it on the inside of the front, in the middle: ${str(s.facts, "contents")}.`,
  "close-tab": (s) => () => `Close the ${str(s.facts, "flaps")} and tuck the tab into the slit.`,
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
    return said.length === 0 ? [] : [`${cap(listed(names.map((n) => n.toLowerCase())))}: ${said.join("; ")}.`];
  });
}

const turnWords = (degrees: number): string =>
  degrees === 0
    ? ""
    : `, then turned ${String(Math.abs(degrees))}° ${degrees > 0 ? "to the left" : "to the right"} about its middle`;

const layerOf = (s: Step): string =>
  `the ${str(s.facts, "part").toLowerCase()}${str(s.facts, "paper") ? ` from ${str(s.facts, "paper")}` : ""}`;

/** What drops out of a mask is used too; out of a maker's own window it is waste. */
const opposite = (s: Step): string => (s.facts?.["keep"] === 0 ? "" : " What drops out is the opposite: keep it.");

/** A short head for the step's picture. */
export const stepHeads: Readonly<Record<Step["kind"], string>> = {
  pen: "Draw",
  foil: "Foil",
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

/** The sentence of a step. */
export const sayStep = (step: Step, display: Display): string => cap(said(stepWords, step.code)(step)(sayer(display)));
