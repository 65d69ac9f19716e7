/**
 * Fold-over pocket: any outline laid with one edge on a fold and cut through both plies at once, so that two faces of one
 * shape hang together there. Its sides are taped, its upper end stays open.
 *
 *         ╭──╮  ╭──╮            fold at the bottom: taped on      fold at the side: taped along
 *       ╭─╯  ╰──╯  ╰─╮          both sides                        the bottom and the other side
 *       │▒          ▒│
 *       │▒ what is  ▒│                 ▒ mouth ▒                        ¦ mouth ▒
 *       │▒ inside   ▒│                 ▒       ▒                        ¦       ▒
 *       ╰─╮        ╭─╯                 ╌╌╌╌╌╌╌╌╌                        ¦▒▒▒▒▒▒▒▒
 *         └╌╌╌╌╌╌╌╌┘ fold
 *          on the fold
 *
 * Drawn is the back with the front below or beside it, both from their inside.
 */
import { z } from "zod";
import { find } from "../catalogue/entry.ts";
import { shapes } from "../catalogue/shapes.ts";
import { above } from "../geometry/above.ts";
import { flatten, line, placePath } from "../geometry/path.ts";
import { HERE, type Point } from "../geometry/point.ts";
import type { Stroke } from "../model/piece.ts";
import { autoMm, choice, mm } from "../model/setting.ts";
import { past, stripOf } from "../paper/figure.ts";
import type { Said } from "../paper/said.ts";
import { glued, TAPE_MARGIN } from "../paper/seam.ts";
import { type Edge, outlined, sheet, twin } from "../paper/sheet.ts";
import { roundUp } from "../units/ruler.ts";
import { flatPocket } from "./clearance.ts";
import { type Hinge, type Room, smallestOutline, type Standing, turnedOn } from "./foldedOutline.ts";
import { defineForm, type DraftInput } from "./form.ts";
import { FRONT_PART, roomToSpare } from "./pocket.ts";

/** Outlines that have an edge to lay on a fold, and a straight enough middle to hold something. */
const OUTLINES = shapes.filter(({ id }) =>
  ["arch", "scalloped", "jar", "apple", "leaf", "round", "rectangle"].includes(id),
);

const settings = z.strictObject({
  cutTo: choice(
    "Outline",
    Object.fromEntries(OUTLINES.map(({ id, title }) => [id, title])),
    "arch",
    "The shape of both faces.",
  ),
  hinge: choice("Fold", { bottom: "At the bottom", side: "At the side" }, "bottom", "The edge the two faces share."),
  touch: autoMm(
    "On the fold",
    [25, 300],
    "How long the two faces hang together: at least as long as what stands on it.",
  ),
  play: roomToSpare(),
  taped: mm("Taped sides", 9, [6, 30], "How far the paper stands past what is inside, for tape or glue."),
  writing: choice("On the back", { none: "Nothing", lines: "Lines for to and from" }, "none", "Drawn with a pen."),
});

type Input = DraftInput<z.output<typeof settings>>;

/** What must lie between and under the tape, on an outline as it stands on its fold. */
function roomOn(at: Standing, input: Input, hinge: Hinge): Room {
  const { across, up } = pocketOf(input);
  const { taped: side } = input.settings;
  const held = up * FRONT_PART;
  if (hinge === "bottom") {
    const middle = at.width / 2;
    return { left: middle - across / 2 - side, right: middle + across / 2 + side, low: 0.5, high: held };
  }
  // turned: the outline's foot is to the right, its width goes up
  const foot = at.width / 2 - held / 2;
  return { left: at.width - (foot + held), right: at.width - (foot - side), low: 0.5, high: across + side };
}

/** The room between the tapes, and from the foot to the upper end. */
function pocketOf({ contents: { width, height, thickness }, settings: { play }, setup: { grid } }: Input) {
  return {
    across: roundUp(flatPocket(width, thickness, play), grid),
    up: roundUp(flatPocket(height, thickness / 2, play), grid),
  };
}

function draft(input: Input): Said {
  const { contents, settings: set, setup } = input;
  const { grid } = setup;
  const preset = find(OUTLINES, set.cutTo);
  if (!preset) throw new Error(`there is no outline '${set.cutTo}'`);
  const { across, up } = pocketOf(input);
  const { hinge, touch } = set;
  const at = smallestOutline(preset, { hinge, touch, grid, tall: up, room: (stands) => roomOn(stands, input, hinge) });
  const bottom = set.hinge === "bottom";
  // as it is drawn: upright, its fold at the bottom or at the left
  const stood = above(turnedOn(preset, at.size, set.hinge), at.level);
  const path = bottom ? stood : placePath(stood, { x: 0, y: at.width, rotation: -90, flip: false });
  const size = bottom ? { width: at.width, height: at.height } : { width: at.height, height: at.width };
  const points = flatten(path);
  const onFold = points.filter(([x, y]) => Math.abs(bottom ? y : x) < 1e-6).map(([x, y]) => (bottom ? x : y));
  const [near, far] = [Math.min(...onFold), Math.max(...onFold)];
  const back = outlined("back", "Back", size, path);
  const edge: Edge = bottom
    ? { panel: "back", from: [near, 0], to: [far, 0] }
    : { panel: "back", from: [0, far], to: [0, near] };
  const front = twin("front", "Front", back, edge, { order: 1 });

  const held = up * FRONT_PART;
  const half = contents.thickness / 2;
  const foot = bottom ? 0 : (size.height - held) / 2;
  const middle = bottom ? size.width / 2 : across / 2;
  // straight strips beside what is inside, on the front as it is drawn: below the back, or to its left
  const strip = (from: Point, to: Point) => ({
    along: { panel: "front", from, to },
    wide: set.taped + TAPE_MARGIN,
  });
  const [low, high] = [middle - across / 2 - set.taped, middle + across / 2 + set.taped];
  const strips = bottom
    ? [strip([low, 0], [low, -size.height]), strip([high, -size.height], [high, 0])]
    : [
        strip([-across - set.taped, size.height], [-across - set.taped, 0]),
        strip([-size.width, foot - set.taped], [0, foot - set.taped]),
      ];
  const lines: Stroke[] = set.writing === "lines" ? toAndFrom(middle, across, bottom ? held : foot + held) : [];
  // the fold lies on a mark of the ruler: what is over is cut off with the outline
  const [wide, tall] = [roundUp(size.width, grid), roundUp(size.height, grid)];
  const lying = bottom
    ? { laid: { ...HERE, y: tall }, blank: { width: wide, height: 2 * tall } }
    : { laid: { ...HERE, x: wide }, blank: { width: 2 * wide, height: tall } };
  return {
    sheets: [sheet("pocket", "Pocket", [back, front], { ...lying, cutFolded: true, strokes: lines })],
    holds: {
      on: back,
      across,
      up,
      at: [middle, foot + half + set.play / 2 + contents.height / 2],
      open: "one",
      asks: "play",
    },
    glue: strips.map((s) => glued(front, back, { strip: s, widens: "taped" })),

    figures: {
      touch: past({ panel: "back", from: edge.from, to: edge.to }, 0, 0.5, { value: far - near }),
      taped: stripOf(
        bottom
          ? { panel: "back", from: [middle - across / 2 - set.taped, held], to: [middle - across / 2 - set.taped, 0] }
          : { panel: "back", from: [across + set.taped, foot], to: [across + set.taped, foot + held] },
        set.taped,
        0.5,
      ),
    },
  };
}

/** Two lines to write on, on the outside of the back. */
function toAndFrom(middle: number, across: number, up: number): Stroke[] {
  const half = Math.min(across * 0.4, 45);
  return [0.45, 0.25].map((part, i): Stroke => ({
    id: i === 0 ? "to" : "from",
    role: "pen",
    face: "back",
    path: [line([middle - half, up * part], [middle + half, up * part])],
  }));
}

/** A pocket of two faces of one outline. */
export const foldOverPocket = defineForm({
  id: "fold-over-pocket",
  title: "Fold-over pocket",
  purpose: "pocket",
  about: "Two faces of one outline that share a fold, cut out together.",
  methods: ["scoring-board"],
  settings,
  outside: "back",
  grounds: () => [
    { panel: "front", name: "Front", sides: { outside: 180 } },
    { panel: "back", name: "Back", sides: { outside: 0 } },
  ],
  heaviest: 200,
  draft,
});
