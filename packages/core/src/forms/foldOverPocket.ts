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
import { above } from "../geometry/above.ts";
import { flatten, line, placePath } from "../geometry/path.ts";
import type { Point } from "../geometry/point.ts";
import type { Stroke } from "../model/piece.ts";
import { autoMm, choice, mm } from "../model/setting.ts";
import { past, stripOf } from "../paper/figure.ts";
import type { Said } from "../paper/said.ts";
import { glued, TAPE_MARGIN } from "../paper/seam.ts";
import { type Edge, outlined, sheet, twin } from "../paper/sheet.ts";
import { roundUp } from "../units/ruler.ts";
import { flatPocket } from "./shared/clearance.ts";
import { closures } from "./shared/closure.ts";
import { type Room, smallestOutline, type Standing, turnedOn } from "./shared/foldedOutline.ts";
import { pastOf, type Pocket, roomOn, stripsOf, tapeEdge } from "./shared/foldedPocket.ts";
import { defineForm, type DraftInput } from "./form.ts";
import { foldedIn, outlineChoice, outlinesOf, ownOutline } from "./shared/outlines.ts";
import { FRONT_PART, roomToSpare } from "./shared/pocket.ts";
import { closedTwins } from "./shared/pocketClosure.ts";

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

type Input = DraftInput<z.output<typeof settings>>;

/** The room between the tapes, and from the closed end to the mouth. */
function pocketOf({ contents, settings: { play, hinge, opens }, setup: { grid } }: Input) {
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

function draft(input: Input): Said {
  const { contents, settings: set, setup } = input;
  const { grid } = setup;
  const { preset, refused } = foldedIn(OUTLINES, set, "arch", set.hinge);
  const { across, up, pocket } = pocketOf(input);
  const { hinge, touch, taped: side } = set;
  const bottom = hinge === "bottom";
  const upper = set.opens === "upper";
  const room = (stands: Standing): Room => roomOn(stands, { pocket, side, hinge });
  const at = smallestOutline(preset, { hinge, touch, grid, tall: upper ? up : 0, room });
  // as it is drawn: upright, its fold at the bottom or at the left
  const stood = above(turnedOn(preset, at.size, hinge), at.level);
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

  // the pocket lies in the middle of its fold with its tapes
  const beside = pastOf(pocket, side);
  const [wide, high] = [pocket.wide + beside.left + beside.right, pocket.high + beside.bottom + beside.top];
  const [x, y] = [
    (bottom ? (size.width - wide) / 2 : 0) + beside.left,
    (bottom ? 0 : (size.height - high) / 2) + beside.bottom,
  ];
  const outer = {
    left: x - beside.left,
    right: x + pocket.wide + beside.right,
    bottom: y - beside.bottom,
    top: y + pocket.high + beside.top,
  };
  const strips = stripsOf(hinge, outer, pocket.taped).map((along) => ({ along, wide: side + TAPE_MARGIN }));
  // half the room and half the thickness off the closed end, in the middle between closed sides
  const off = (contents.thickness + set.play) / 2;
  const lie: Point = upper
    ? [x + across / 2, y + off + contents.height / 2]
    : [x + off + contents.width / 2, y + up / 2];
  const mirror = ([u, v]: Point): Point => (bottom ? [u, -v] : [-u, v]);
  const head = topAbove(points, x + pocket.wide / 2);
  // the hole lies in the closed sides' way where the mouth is at the side
  const filled = upper ? lie[1] + contents.height / 2 : Infinity;
  const twins = { ...{ back, front, mirror, top: head, filled }, ...{ contents, stock: input.stock, setup } };
  const { cuts, sheets: more, glue: stuck, ...shut } = closedTwins(set.closure, twins);
  const lines: Stroke[] =
    set.writing === "lines" ? toAndFrom([x + pocket.wide / 2, y], Math.min(across, pocket.wide), pocket.high) : [];
  return {
    ...shut,
    refused: [...refused, ...shut.refused],
    sheets: [sheet("pocket", "Pocket", [back, front], { grid, cutFolded: true, strokes: lines, cuts }), ...more],
    holds: { on: back, across, up, at: lie, from: upper ? "up" : "right", open: "one", asks: "play" },
    glue: [...strips.map((s) => glued(front, back, { strip: s, widens: "taped" })), ...stuck],
    figures: {
      touch: past({ panel: "back", from: edge.from, to: edge.to }, 0, 0.5, { value: far - near }),
      taped: stripOf(tapeEdge(outer, pocket.taped, mirror), side, 0.5),
    },
  };
}

/** The highest place of an outline above a place on its foot. */
function topAbove(points: readonly Point[], x: number): Point {
  const heights = points.flatMap((a, i) => {
    const b = points[(i + 1) % points.length] as Point;
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
  title: "Fold-over pocket",
  purpose: "pocket",
  about: "Two faces of one outline that share a fold, cut out together.",
  settings,
  outside: "back",
  grounds: () => [
    { panel: "front", name: "Front", sides: { outside: 180 } },
    { panel: "back", name: "Back", sides: { outside: 0 } },
  ],
  heaviest: 200,
  draft,
});
