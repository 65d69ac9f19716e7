/**
 * Deep envelope: every side carries two scores, a wall g apart, so that thick contents lie in a shallow box.
 *
 *                   ╭────────────────╮
 *                   │      top       │ topFlap                across = w + room, up = h + room
 *                   ├────────────────┤                        g      = t + room on the depth + one ply
 *                   │    top wall    │ g                      (all rounded up to the ruler)
 *     ╱┌──────┬─────┼────────────────┼─────┬──────┐╲
 *    │ │ left │left │      body      │right│ right│ │         Scores from the left edge: side, + g, + across, + g.
 *    │ │ flap │wall │                │wall │ flap │ │ up      From the top edge: topFlap, + g, + up, + g.
 *     ╲└──────┴─────┼────────────────┼─────┴──────┘╱
 *       side    │web│  bottom wall   │web│    g              The drawn face is the inside. The four corner squares
 *               └───┼────────────────┼───┘                   are cut away; at the bottom they may stay as webs, tabs
 *                   │     front      │ up, less the throat   on the side walls that are glued inside the bottom wall.
 *                   └────────────────┘
 *
 * The front lies one ply over the side flaps and the closing flap one ply over the front: the walls' free room counts
 * that. Where the whole does not come out of the sheet in hand, the closing flap is a piece of its own:
 *
 *     ├── top ──┤ closing flap      The strip is glued outside the body along its upper edge,
 *     ├─ wall ──┤ g                 so that nothing inside catches the contents.
 *     └─ strip ─┘ 16 mm
 */
import { z } from "zod";
import { autoMm, choice, mm } from "../model/setting.ts";
import { depthOf, past, roundingOf } from "../paper/figure.ts";
import type { Said } from "../paper/said.ts";
import { glued } from "../paper/seam.ts";
import { tapered } from "../paper/shape.ts";
import { flap, panel } from "../paper/panel.ts";
import { closingOf, papersOf, sidesOf, wall } from "./builds/deepWalls.ts";
import { defineForm, type InputOf } from "./form.ts";
import { ROOM } from "./shared/body.ts";
import { closedWith, closures } from "./shared/closure.ts";
import { envelopeGrounds, SEAM, SHORT_OF_FOLD, throat, WALLED } from "./shared/custom.ts";
import { deepBlank } from "./shared/deepBlank.ts";
import { FORM_TITLES } from "./titles.ts";

const settings = z.strictObject({
  playWidth: mm("Room on the width", 3, [0, 20], "Free room between the side walls, beyond the contents.", {
    kin: "room",
  }),
  playHeight: mm(
    "Room on the height",
    3,
    [0, 20],
    "Free room between the bottom and the top wall, beyond the contents.",
    { kin: "room" },
  ),
  playDepth: mm("Room on the depth", 0.5, [0.5, 10], "Free room above the contents; the paper is counted as well."),
  sideFlap: mm(
    "Side flaps",
    18,
    [12, 40],
    "How far the side flaps reach in over the contents; the front is glued to them.",
  ),
  topFlap: autoMm("Top flap", [15, 300], "How far the top flap reaches; 40 % of the height unless set.", {
    follows: "height",
  }),
  throat,
  corners: choice(
    "Lower corners",
    { auto: "Webs where the wall is high enough", cut: "Cut away", web: "Webs, glued inside" },
    "auto",
    "A web keeps the corner square and closed.",
  ),
  closing: choice(
    "Top flap from",
    { auto: "The same sheet if it fits", one: "The same sheet", own: "A piece of its own" },
    "auto",
    "A sheet too small for the whole may do for two pieces.",
  ),
  closure: closures("none", "tab", "string", "seal", "band"),
  cornerRadius: mm("Round the corners", 6, [0, 20], "The two free corners of the top flap."),
});

/** The walls that are there however it closes. */
const WALLS = ["left-wall", "right-wall", "bottom-wall"];

function draft(input: InputOf<typeof settings>): Said {
  const f = deepBlank(input);
  const { settings: set, contents, stock, setup } = input;
  const { across, up, g, relief, own } = f;
  const body = panel("body", "Front", across, up);
  const { leftWall, rightWall, left, right, webs } = sidesOf(body, f);
  const bottomWall = wall("bottom-wall", "Bottom wall", body.bottom, g, 3, f.inset);
  const hung = { order: 4, angle: 90, lift: -1 };
  const front = flap("front", "Front", bottomWall.tip, tapered({ deep: f.front, relief }), hung);

  const { strip, topWall, top } = closingOf(set, f, body);
  const flaps = { body, top, bottom: front, wall: g, contents, stock, setup, ...(own && { head: f.strip }) };
  const { cuts, sheets, glue, joins, refused, ...shut } = closedWith(set.closure, flaps);

  const most = [body, leftWall, rightWall, left, right, ...webs, bottomWall, front] as const;
  const papers = papersOf(f, most, [strip, topWall, top], { rounding: set.cornerRadius, cuts });
  return {
    ...shut,
    sheets: [...papers.sheets, ...sheets],
    joins: [...papers.joins, ...joins],
    holds: {
      ...{ on: body, ...f.faces, turned: f.turned, asks: ROOM },
      at: [across / 2, up / 2 + f.webPly / 2],
      closes: [topWall, top],
    },
    glue: [
      ...[left, right].map((side) => glued(front, side, { widens: "sideFlap" })),
      ...webs.map((w) => glued(w, bottomWall, { web: true })),
      ...papers.glue,
      ...glue,
    ],
    overlaps: [{ flaps: [front, top], least: SEAM, clear: SHORT_OF_FOLD, apart: up, depth: "topFlap" }],
    figures: {
      sideFlap: depthOf(left, 0.7, { lights: ["left", "right"] }),
      topFlap: depthOf(top),
      throat: past(front.tip, up - f.front, 0.25),
      cornerRadius: roundingOf(top),
    },
    measured: { wall: depthOf(leftWall, 0.5, { lights: [...WALLS, ...(own ? [] : ["top-wall"])] }) },
    refused: [
      ...refused,
      ...(set.corners === "web" && !f.web ? [{ setting: "corners", instead: "cut", code: "low-wall" }] : []),
    ],
  };
}

/** An envelope with walls, for what is thick. */
export const deepEnvelope = defineForm({
  id: WALLED,
  title: FORM_TITLES["deep-envelope"],
  purpose: "envelope",
  about: "Two scores on every side make walls, for cards with layers, bows or anything thick.",
  settings,
  outside: "back",
  grounds: envelopeGrounds,
  split: { setting: "closing", one: "one", two: "own", auto: "auto" },
  heaviest: 250,
  draft,
});
