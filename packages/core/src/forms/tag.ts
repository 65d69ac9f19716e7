/**
 * Tag: the finished size with a shaped head and a hole for the string.
 *
 *      ╱──────╲        ╱╲         ╭──────╮       ┌───────┐
 *     │   o    │      │ o│       ╱   o    ╲      │   o   │
 *     │        │      │  │      │          │     │       │ height
 *     └────────┘      └──┘      └──────────┘     └───────┘
 *      clipped       pointed       rounded         plain
 *                                   width
 *
 *      ╱──╲  ╱──╲        Of two leaves, folded at the side: the second is the first one mirrored, and the string goes
 *     │ o  ╲╱  o │       through both.
 *     │    ¦     │
 *     └────┴─────┘
 *
 * Or it is cut to an outline all round: a heart, a leaf, one of the maker's own. The hole stands where its rim keeps the
 * paper round it that a string needs, unless the maker sets it.
 */
import { z } from "zod";
import { shapes } from "../catalogue/shapes.ts";
import type { Point } from "../geometry/point.ts";
import { autoMm, choice, mm } from "../model/setting.ts";
import { across, fromEdge, heightOf, roundingOf, widthOf } from "../paper/figure.ts";
import { holePlace, through } from "../paper/hole.ts";
import { opens } from "../paper/motion.ts";
import type { Said } from "../paper/said.ts";
import { sheet } from "../paper/sheet.ts";
import { straightOf, twin } from "../paper/panel.ts";
import { tagBody } from "./builds/tagBody.ts";
import { defineForm, ground, type InputOf } from "./form.ts";
import { cardSize } from "./shared/foldedCard.ts";
import { outlineChoice, ownOutline } from "./shared/outlines.ts";
import { FORM_TITLES } from "./titles.ts";

const settings = z.strictObject({
  head: choice(
    "Head",
    {
      ...{ clipped: "Corners clipped", pointed: "Pointed", rounded: "Rounded", plain: "Plain" },
      outline: "An outline all round",
    },
    "clipped",
    "The end that hangs from the string.",
  ),
  cutTo: outlineChoice("Outline", shapes, "heart", "Where the tag is cut to an outline all round."),
  drawn: ownOutline(),
  hole: mm("Hole", 4, [0, 12], "Across the hole; 0 leaves it out."),
  holeFrom: autoMm("Hole from the head", [2, 60], "From the end to the hole's middle; kept off the edges unless set."),
  leaves: choice(
    "Leaves",
    { one: "One", two: "Two, folded at the side" },
    "one",
    "Two open like a small card; the string goes through both.",
  ),
  cornerRadius: mm("Round the corners", 0, [0, 15], "All corners of the tag."),
});

function draft(input: InputOf<typeof settings>): Said {
  const { stock, settings: set, setup } = input;
  const { w, h } = cardSize(input);
  const body = tagBody(set, w, h);
  const wide = Math.min(set.hole, w / 2);
  const from =
    set.holeFrom === "auto" ? holePlace(body, [w / 2, h], set.hole, h / 2, setup.grid) : Math.min(set.holeFrom, h / 2);
  const centre: Point = [w / 2, h - from];
  // the fold is what the head leaves of the side
  const fold = set.leaves === "two" ? straightOf(body, body.left) : undefined;
  const leaves = fold ? [twin("leaf", "Back leaf", body, fold, { order: 1, angle: -180 })] : [];
  const faces = wide > 0 ? [body, ...leaves] : [];
  const cuts = through((id) => (id === "tag" ? "hole" : `hole-${id}`), faces, centre, wide, {
    ...{ place: "holeFrom", across: "hole" },
  });
  return {
    sheets: [sheet("tag", "Tag", [body, ...leaves], { cuts, rounding: set.cornerRadius })],
    motions: leaves.map((leaf) => opens("open", "Open the tag", leaf)),
    refused: set.leaves === "two" && !fold ? [{ setting: "leaves", instead: "one", code: "no-straight-side" }] : [],
    finished: { width: w, height: h, thickness: (1 + leaves.length) * stock.caliper },
    sized: { width: widthOf(body, 0.22), height: heightOf(body, 0.2) },
    figures: {
      hole: wide > 0 ? across("hole", body, centre, wide) : undefined,
      holeFrom: wide > 0 ? fromEdge(body.top, centre, { lights: ["hole"] }) : undefined,
      cornerRadius: roundingOf(body),
    },
  };
}

/** A shaped label with a hole for string. */
export const tag = defineForm({
  id: "tag",
  title: FORM_TITLES.tag,
  purpose: "part",
  about: "A shaped label with a hole for string, out of an offcut.",
  settings,
  outside: "front",
  grounds: ({ leaves }) => [
    ground("tag", "Tag", 0, 0),
    ...(leaves === "two" ? [ground("leaf", "Back leaf", 0, 0)] : []),
  ],
  usualSize: { width: 50, height: 90 },
  heaviest: 400,
  draft,
});
