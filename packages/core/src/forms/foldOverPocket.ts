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
 * Opening at the right side it is taped along the sides that neither fold nor mouth close. Drawn is the back with the front
 * below or beside it, both from their inside.
 */
import { z } from "zod";
import { line } from "../geometry/path.ts";
import { place, type Point } from "../geometry/point.ts";
import type { Stroke } from "../model/piece.ts";
import { autoMm, choice, mm } from "../model/setting.ts";
import { past, stripOf } from "../paper/figure.ts";
import type { Said } from "../paper/said.ts";
import { glued, TAPE_MARGIN } from "../paper/seam.ts";
import { type Edge, outlined, twin } from "../paper/panel.ts";
import { sheet } from "../paper/sheet.ts";
import { roundUp } from "../units/ruler.ts";
import { defineForm, ground, type InputOf } from "./form.ts";
import { flatPocket } from "./shared/clearance.ts";
import { closures } from "./shared/closure.ts";
import { stood, type Stood } from "./shared/foldedOutline.ts";
import { pastOf, type Pocket, roomOn, stripsOf, tapeEdge } from "./shared/foldedPocket.ts";
import { foldedIn, outlineChoice, outlinesOf, ownOutline } from "./shared/outlines.ts";
import { FRONT_PART, roomToSpare } from "./shared/pocket.ts";
import { closedTwins } from "./shared/pocketClosure.ts";
import { nth } from "../units/nth.ts";
import { FORM_TITLES } from "./titles.ts";

/** Outlines that have an edge to lay on a fold, and a straight enough middle to hold something. */
const OUTLINES = outlinesOf("arch", "scalloped", "jar", "apple", "leaf", "round", "rectangle");

const settings = z.strictObject({
  cutTo: outlineChoice("Outline", OUTLINES, "arch", "The shape of both faces."),
  drawn: ownOutline(),
  hinge: choice("Fold", { bottom: "At the bottom", side: "At the side" }, "bottom", "The edge the two faces share."),
  opens: choice(
    "Opens at",
    { upper: "The upper end", side: "The right side" },
    "upper",
    "Where what is inside goes in.",
  ),
  touch: autoMm(
    "On the fold",
    [25, 300],
    "How long the two faces hang together: at least as long as what stands on it.",
  ),
  play: roomToSpare(),
  taped: mm("Taped sides", 9, [6, 30], "How far the paper stands past what is inside, for tape or glue."),
  closure: closures("open", "string", "seal", "band"),
  writing: choice("On the back", { none: "Nothing", lines: "Lines for to and from" }, "none", "Drawn with a pen."),
});

type FoldOverInput = InputOf<typeof settings>;

/** The room between the tapes, and from the closed end to the mouth. */
function pocketOf({ contents, settings: { play, hinge, opens }, setup: { grid } }: FoldOverInput) {
  const { width, height, thickness } = contents;
  const up = opens === "upper";
  // at its mouth the paper need not reach round
  const across = roundUp(flatPocket(width, up ? thickness : thickness / 2, play), grid);
  const tall = roundUp(flatPocket(height, up ? thickness / 2 : thickness, play), grid);
  const closed = (["left", "right", "bottom", "top"] as const).filter((side) => side !== (up ? "top" : "right"));
  const pocket: Pocket = {
    wide: up ? across : across * FRONT_PART,
    high: up ? tall * FRONT_PART : tall,
    taped: closed.filter((side) => side !== (hinge === "bottom" ? "bottom" : "left")),
  };
  return { across, up: tall, pocket };
}

/** Where the pocket lies on the back, in the middle of its fold with its tapes, and its outer edges with them. */
function lyingOn(face: Stood, pocket: Pocket, { taped, hinge }: FoldOverInput["settings"]) {
  const beside = pastOf(pocket, taped);
  const [wide, high] = [pocket.wide + beside.left + beside.right, pocket.high + beside.bottom + beside.top];
  const bottom = hinge === "bottom";
  const x = (bottom ? (face.width - wide) / 2 : 0) + beside.left;
  const y = (bottom ? 0 : (face.height - high) / 2) + beside.bottom;
  const outer = {
    left: x - beside.left,
    right: x + pocket.wide + beside.right,
    bottom: y - beside.bottom,
    top: y + pocket.high + beside.top,
  };
  return { x, y, outer };
}

function draft(input: FoldOverInput): Said {
  const { contents, stock, settings: set, setup } = input;
  const { hinge, touch, taped: side } = set;
  const { preset, refused } = foldedIn(OUTLINES, set, "arch", hinge);
  const { across, up, pocket } = pocketOf(input);
  const upper = set.opens === "upper";
  const room = (stands: Parameters<typeof roomOn>[0]) => roomOn(stands, { pocket, side, hinge });
  const face = stood(preset, { hinge, touch, grid: setup.grid, tall: upper ? up : 0, room });
  const back = outlined("back", "Back", face, face.path);
  const edge: Edge =
    hinge === "bottom"
      ? { panel: "back", from: [face.near, 0], to: [face.far, 0] }
      : { panel: "back", from: [0, face.far], to: [0, face.near] };
  const front = twin("front", "Front", back, edge, { order: 1 });

  const { x, y, outer } = lyingOn(face, pocket, set);
  const strips = stripsOf(hinge, outer, pocket.taped).map((along) => ({ along, wide: side + TAPE_MARGIN }));
  // half the room and half the thickness off the closed end, in the middle between closed sides
  const off = (contents.thickness + set.play) / 2;
  const at: Point = upper
    ? [x + across / 2, y + off + contents.height / 2]
    : [x + off + contents.width / 2, y + up / 2];
  const middle = x + pocket.wide / 2;
  // the hole lies in the closed sides' way where the mouth is at the side
  const filled = upper ? at[1] + contents.height / 2 : Infinity;
  const twins = { back, front, top: topAbove(face.points, middle), filled, contents, stock, setup };
  const { cuts, sheets: more, glue: stuck, ...shut } = closedTwins(set.closure, twins);
  const strokes = set.writing === "lines" ? toAndFrom([middle, y], Math.min(across, pocket.wide), pocket.high) : [];
  return {
    ...shut,
    refused: [...refused, ...shut.refused],
    sheets: [sheet("pocket", "Pocket", [back, front], { grid: setup.grid, cutFolded: true, strokes, cuts }), ...more],
    holds: { on: back, across, up, at, from: upper ? "up" : "right", open: "one", asks: "play" },
    glue: [...strips.map((s) => glued(front, back, { strip: s, widens: "taped" })), ...stuck],
    figures: {
      touch: past(edge, 0, 0.5, { value: face.far - face.near }),
      taped: stripOf(
        tapeEdge(outer, pocket.taped, (p) => place(p, front.mirror)),
        side,
        0.5,
      ),
    },
  };
}

/** The highest place of an outline above a place on its foot. */
function topAbove(points: readonly Point[], x: number): Point {
  const heights = points.flatMap((a, i) => {
    const b = nth(points, i + 1);
    if (a[0] > x === b[0] > x) return [];
    return [a[1] + ((x - a[0]) / (b[0] - a[0])) * (b[1] - a[1])];
  });
  return [x, Math.max(0, ...heights)];
}

/** Two lines to write on, on the outside of the back. */
function toAndFrom([middle, foot]: Point, across: number, up: number): Stroke[] {
  const half = Math.min(across * 0.4, 45);
  return [0.45, 0.25].map((part, i): Stroke => ({
    id: i === 0 ? "to" : "from",
    role: "pen",
    face: "back",
    path: [line([middle - half, foot + up * part], [middle + half, foot + up * part])],
  }));
}

/** A pocket of two faces of one outline. */
export const foldOverPocket = defineForm({
  id: "fold-over-pocket",
  title: FORM_TITLES["fold-over-pocket"],
  purpose: "pocket",
  about: "Two faces of one outline that share a fold, cut out together.",
  settings,
  outside: "back",
  // a front that folds up from below is read upside down, one that folds over from the side is not
  grounds: ({ hinge }) => [ground("front", "Front", hinge === "side" ? 0 : 180), ground("back", "Back")],
  heaviest: 200,
  draft,
});
