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
 * Or it is cut to an outline all round: a heart, a leaf, one of the maker's own.
 *
 * The hole stands where its rim keeps the paper round it that a string needs, unless the maker sets it.
 */
import { z } from "zod";
import { shapes } from "../catalogue/shapes.ts";
import type { Point } from "../geometry/point.ts";
import { autoMm, choice, mm } from "../model/setting.ts";
import { across, fromEdge, heightOf, roundingOf, widthOf } from "../paper/figure.ts";
import { hole, holePlace } from "../paper/hole.ts";
import { opens } from "../paper/motion.ts";
import { clipped, rounded } from "../paper/shape.ts";
import { outlined, panel, sheet, straightOf, twin } from "../paper/sheet.ts";
import { roundDown } from "../units/ruler.ts";
import { defineForm } from "./form.ts";
import { outlineChoice, outlineIn, ownOutline } from "./shared/outlines.ts";

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

/** How much of the width a clipped corner takes from each side. */
const CLIPPED_PART = 0.25;

/** A shaped label with a hole for string. */
export const tag = defineForm({
  id: "tag",
  title: "Tag",
  purpose: "part",
  about: "A shaped label with a hole for string, out of an offcut.",
  settings,
  outside: "front",
  grounds: ({ leaves }) => [
    { panel: "tag", name: "Tag", sides: { outside: 0, inside: 0 } },
    ...(leaves === "two" ? [{ panel: "leaf", name: "Back leaf", sides: { outside: 0, inside: 0 } } as const] : []),
  ],
  heaviest: 400,
  draft({ contents, stock, settings: set, setup }) {
    const [w, h] = [roundDown(contents.width, setup.grid), roundDown(contents.height, setup.grid)];
    const radius = Math.min(set.cornerRadius, w / 4, h / 4);
    const half = Math.min(w / 2, h / 2);
    const [foot, clip] = [rounded(radius), clipped(Math.min(w * CLIPPED_PART, h / 3), radius)];
    const outline = set.head === "outline" ? outlineIn(shapes, set.cutTo, set.drawn, "heart") : undefined;
    const [topRight, topLeft] = {
      clipped: [clip, clip],
      pointed: [clipped(half, radius, w / 2), clipped(w / 2, radius, half)],
      rounded: [rounded(half), rounded(half)],
      plain: [foot, foot],
      outline: [foot, foot],
    }[set.head];
    const body = outline
      ? outlined("tag", "Tag", { width: w, height: h }, outline.outline(w, h))
      : panel("tag", "Tag", w, h, { corners: { bottomLeft: foot, bottomRight: foot, topRight, topLeft } });

    const wide = Math.min(set.hole, w / 2);
    const auto = set.holeFrom === "auto";
    const from = auto
      ? holePlace(body, [w / 2, h], set.hole, h / 2, setup.grid)
      : Math.min(Number(set.holeFrom), h / 2);
    const centre: Point = [w / 2, h - from];
    // the fold is what the head leaves of the side
    const fold = set.leaves === "two" ? straightOf(body, body.left) : undefined;
    const leaf = fold && twin("leaf", "Back leaf", body, fold, { order: 1, angle: -180 });
    const sets = { place: "holeFrom", across: "hole" };
    const cuts =
      wide > 0
        ? [
            hole("hole", body, centre, wide, sets),
            ...(leaf ? [hole("hole-leaf", leaf, [-w / 2, h - from], wide, sets)] : []),
          ]
        : [];
    return {
      sheets: [sheet("tag", "Tag", [body, ...(leaf ? [leaf] : [])], { cuts, rounding: set.cornerRadius })],
      ...(leaf && { motions: [opens("open", "Open the tag", leaf)] }),
      refused: set.leaves === "two" && !leaf ? [{ setting: "leaves", instead: "one", code: "no-straight-side" }] : [],
      finished: { width: w, height: h, thickness: (leaf ? 2 : 1) * stock.caliper },
      sized: { width: widthOf(body, 0.22), height: heightOf(body, 0.2) },
      figures: {
        hole: wide > 0 ? across("hole", body, centre, wide) : undefined,
        holeFrom: wide > 0 ? fromEdge(body.top, centre, { lights: ["hole"] }) : undefined,
        cornerRadius: roundingOf(body),
      },
    };
  },
});
