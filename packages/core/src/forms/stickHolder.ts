/**
 * Stick holder: two faces of one outline that stand on a strip as long as the treat is thick, tied together round its stick.
 *
 *      ╭──────╮
 *     ╱  o  o  ╲      string holes, either side of the stick, through both faces at one place
 *    │   back   │
 *     ╲        ╱
 *      └╌╌╌╌╌╌┘       The outline is cut off straight where it meets the strip.
 *      │ base │ deep
 *      └╌╌╌╌╌╌┘
 *     ╱        ╲      The stick stands up between the faces, or goes down through a hole in the base.
 *    │  front   │
 *     ╲  o  o  ╱
 *      ╰──────╯
 *
 * A small piece with two slits may be threaded on the stick above them. Both faces are drawn from their inside.
 */
import { z } from "zod";
import { boundsOf } from "../geometry/path.ts";
import type { Point } from "../geometry/point.ts";
import { autoMm, choice, mm } from "../model/setting.ts";
import { across as acrossHole, depthOf, past } from "../paper/figure.ts";
import { hole, rimNeeds, through } from "../paper/hole.ts";
import type { Said } from "../paper/said.ts";
import { tapered } from "../paper/shape.ts";
import { type Edge, flap, outlined, twinAcross } from "../paper/panel.ts";
import { sheet } from "../paper/sheet.ts";
import { roundUp } from "../units/ruler.ts";
import { STICK_SLACK, topperFor } from "./builds/stickToppers.ts";
import { defineForm, ground, type InputOf, unlessSet } from "./form.ts";
import { betweenWalls } from "./shared/clearance.ts";
import { cornersOf, stood } from "./shared/foldedOutline.ts";
import { foldedIn, outlineChoice, outlinesOf, ownOutline } from "./shared/outlines.ts";
import { FORM_TITLES } from "./titles.ts";

/** Outlines with a middle broad enough to hold something. */
const OUTLINES = outlinesOf("arch", "scalloped", "jar", "apple", "round", "rectangle", "oval");

const settings = z.strictObject({
  cutTo: outlineChoice("Outline", OUTLINES, "round", "The shape of both faces."),
  drawn: ownOutline(),
  play: mm("Room to spare", 2, [0, 20], "Free room asked for between the faces.", { kin: "room" }),
  base: autoMm("Base", [12, 200], "How wide the strip is they stand on; as the treat is unless set."),
  border: mm("Border", 8, [3, 40], "How far the faces stand out past the treat."),
  stick: mm("Stick", 4, [2, 12], "How thick the stick is."),
  points: choice(
    "Stick points",
    { up: "Up, between the faces", down: "Down, through the base" },
    "up",
    "Where it goes.",
  ),
  holes: mm("String holes", 4, [3, 5], "How wide the two holes in each face are."),
  topper: choice(
    "On the stick",
    { none: "Nothing", tag: "A small tag, threaded", flag: "A seal band, as a flag" },
    "none",
    "A piece above the faces.",
  ),
});

type StickInput = InputOf<typeof settings>;

/** Holes stand apart by the stick and so much more (geometry notes). */
const BESIDE_STICK = 2;
/** Paper on either side of the stick's hole in the base. */
const BASE_RIM = 3;
/** A strip takes so much of the treat's width unless the maker says. */
const BASE_PART = 0.8;
/** What is looked for stands so far above the fold, mm. */
const OFF_FOLD = 0.5;

/** Sizes between the faces, mm: what they stand on, what of them must be paper, and how far apart the holes are. */
function sizesOf({ contents, stock, settings: set, setup: { grid } }: StickInput) {
  const { width, height, thickness } = contents;
  const deep = roundUp(betweenWalls(thickness, stock.caliper, set.play), grid);
  const least = set.points === "down" ? set.stick + STICK_SLACK + 2 * BASE_RIM : 0;
  const wide = roundUp(Math.max(unlessSet(set.base, width * BASE_PART), least), grid);
  const hole = Math.max(set.holes, 3);
  // the holes lie above the treat, each with its paper round it
  const head = hole + 2 * rimNeeds(hole);
  const border = Math.max(set.border, set.play / 2);
  // paper shows round what is inside, or holds the string above it: whichever stands higher
  const tall = height + Math.max(border, head);
  return { deep, wide, hole, border, tall, head, apart: set.stick + BESIDE_STICK + hole };
}

/** A ball is looked at by so many places round it. */
const ROUND = 32;

/** What is inside with the border it is to have, standing on the fold in the middle: round where it is, else less its lower corners. */
function roundContents({ width, height, shape }: StickInput["contents"], border: number): readonly Point[] {
  const [half, out] = [width / 2, width / 2 + border];
  if (shape === "ball" || shape === "lolly")
    return Array.from({ length: ROUND }, (_, i): Point => {
      const angle = (2 * Math.PI * i) / ROUND;
      return [out * Math.cos(angle), height / 2 + (height / 2 + border) * Math.sin(angle)];
    });
  // the strip it stands on is no wider than itself: there the paper may run in
  return [
    [-half, 0],
    [half, 0],
    [out, Math.min(border, height / 2)],
    [out, height],
    [-out, height],
    [-out, Math.min(border, height / 2)],
  ];
}

/** The faces' outline, as small as leaves room for the treat and for the holes above it. */
function faceOf(input: StickInput, { wide, hole, border, tall, head, apart }: ReturnType<typeof sizesOf>) {
  const { contents, settings: set, setup } = input;
  const { preset, refused } = foldedIn(OUTLINES, set, "round", "bottom");
  const beside = (at: { readonly width: number }, wide: number, high: number) =>
    cornersOf({ left: (at.width - wide) / 2, right: (at.width + wide) / 2, low: OFF_FOLD, high });
  const face = stood(preset, {
    ...{ hinge: "bottom", touch: wide, deeper: true, grid: setup.grid, tall },
    room: (at) => roundContents(contents, border).map(([x, y]): Point => [at.width / 2 + x, Math.max(y, OFF_FOLD)]),
    more: (at) => beside(at, apart + hole + 2 * rimNeeds(hole), contents.height + head),
  });
  return { face, refused };
}

function draft(input: StickInput): Said {
  const { contents, stock, settings: set, setup } = input;
  const ply = stock.caliper;
  const sizes = sizesOf(input);
  const { deep, wide, hole: across, head, apart } = sizes;
  const { face, refused } = faceOf(input, sizes);
  const { near, far } = face;
  const back = outlined("back", "Back", face, face.path);
  // the strip stands in the middle of what the outline has of straight edge
  const middle = (near + far) / 2;
  const held = Math.min(wide, far - near);
  const foot: Edge = { panel: "back", from: [middle - held / 2, 0], to: [middle + held / 2, 0] };
  const base = flap("base", "Base", foot, tapered({ deep }), { order: 1, angle: 90 });
  const front = twinAcross("front", "Front", back, base, { order: 2, angle: 90 });

  const spots = [-1, 1].map((side): Point => [(face.width + side * apart) / 2, contents.height + head / 2]);
  const strings = spots.flatMap((spot, i) =>
    through((id) => `string-${id}-${String(i)}`, [back, front], spot, across, { across: "holes" }),
  );
  const opening =
    set.points === "down"
      ? [hole("stick", base, [middle, -deep / 2], set.stick + STICK_SLACK, { widens: "play" })]
      : [];
  const topper = topperFor(set.topper, set.stick, setup.grid);
  const { left, right } = boundsOf(face.points);
  return {
    refused,
    sheets: [
      sheet("holder", "Stick holder", [back, base, front], { grid: setup.grid, cuts: [...strings, ...opening] }),
      ...topper.sheets,
    ],
    holds: {
      ...{ on: back, across: face.width, up: face.height, depth: deep - ply, open: "one", asks: "play", loose: true },
      // it stands on the face of the strip
      at: [face.width / 2, (ply + contents.height) / 2],
      gap: { width: right - left - contents.width, height: 0, depth: deep - ply - contents.thickness },
    },
    finish: topper.finish,
    figures: {
      base: past(foot, -0.001, 0.5, { value: held }),
      holes: acrossHole("string-back-0", back, spots[0] ?? [0, 0], across),
    },
    measured: { deep: depthOf(base) },
  };
}

/** Two faces on a base, tied round a stick. */
export const stickHolder = defineForm({
  id: "stick-holder",
  title: FORM_TITLES["stick-holder"],
  purpose: "treat",
  about: "Two faces that stand on a strip and are tied round the stick of what is between them.",
  settings,
  outside: "back",
  grounds: () => [ground("front", "Front", 180), ground("back", "Back")],
  heaviest: 300,
  usualStock: "cover-250",
  draft,
});
