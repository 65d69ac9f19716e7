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
 * The hole stands where its rim keeps the paper round it that a string needs, unless the maker sets it.
 */
import { z } from "zod";
import { flatten, type Path, roundCorners } from "../geometry/path.ts";
import type { Point } from "../geometry/point.ts";
import { defineForm, type DraftInput } from "../model/form.ts";
import type { Dimension } from "../model/piece.ts";
import { autoLength, choice, length } from "../model/setting.ts";
import { roundDown, roundUp } from "../units/ruler.ts";
import { offOutline, rimNeeds } from "../paper/hole.ts";
import { circle, finishedPiece, finishedSizes, flatPiece, sheetSizes } from "./finishedPiece.ts";

const settings = z.strictObject({
  head: choice(
    "Head",
    { clipped: "Corners clipped", pointed: "Pointed", rounded: "Rounded", plain: "Plain" },
    "clipped",
    "The end that hangs from the string.",
  ),
  hole: length("Hole", {
    default: 4,
    min: 0,
    max: 12,
    about: "Across the hole; 0 leaves it out.",
    handle: "hole",
  }),
  holeFrom: autoLength("Hole from the head", {
    min: 2,
    max: 60,
    about: "From the end to the hole's middle; kept off the edges unless set.",
    handle: "hole-from",
  }),
  cornerRadius: length("Round the corners", {
    default: 0,
    min: 0,
    max: 15,
    about: "All corners of the tag.",
    handle: "corner-radius",
  }),
});

type Input = DraftInput<z.output<typeof settings>>;

/** How much of the width a clipped corner takes from each side. */
const CLIPPED_PART = 0.25;

function outlineFor(head: Input["settings"]["head"], w: number, h: number, radius: number): Path {
  const corner = Math.min(w * CLIPPED_PART, h / 3);
  const low: Point[] = [
    [0, 0],
    [w, 0],
  ];
  const top: Readonly<Record<typeof head, readonly Point[]>> = {
    clipped: [
      [w, h - corner],
      [w - corner, h],
      [corner, h],
      [0, h - corner],
    ],
    pointed: [
      [w, h - Math.min(w / 2, h / 2)],
      [w / 2, h],
      [0, h - Math.min(w / 2, h / 2)],
    ],
    rounded: [
      [w, h],
      [0, h],
    ],
    plain: [
      [w, h],
      [0, h],
    ],
  };
  const points = [...low, ...top[head]];
  const round = head === "rounded" ? Math.min(w / 2, h / 2) : radius;
  return roundCorners(
    points,
    points.map((_, i) => (i < 2 ? radius : round)),
  );
}

/** The nearest the hole may stand to the head so that its rim keeps its paper on every side, on the ruler's grid. */
function holePlace(outline: Path, w: number, h: number, across: number, grid: number): number {
  const points = flatten(outline);
  const needed = across / 2 + rimNeeds(across);
  for (let from = roundUp(needed, grid); from < h / 2; from += grid)
    if (offOutline(points, [w / 2, h - from]) >= needed - 1e-9) return from;
  return h / 2;
}

function draft({ contents, stock, settings: set, setup: { grid } }: Input) {
  const width = roundDown(contents.width, grid);
  const height = roundDown(contents.height, grid);
  const radius = Math.min(set.cornerRadius, width / 4, height / 4);
  const outline = outlineFor(set.head, width, height, radius);
  const from =
    set.holeFrom === "auto" ? holePlace(outline, width, height, set.hole, grid) : Math.min(set.holeFrom, height / 2);
  const centre: Point = [width / 2, height - from];
  const across = Math.min(set.hole, width / 2);
  const cuts = across > 0 ? [{ id: "hole", path: circle(centre, across / 2) }] : [];
  const piece = "tag";
  const dimensions: Dimension[] = [
    ...sheetSizes(piece, { width, height }),
    ...finishedSizes(piece, { width, height }),
    ...(across > 0
      ? ([
          {
            id: "hole-from",
            piece,
            from: [width / 2, height],
            to: centre,
            offset: -1,
            value: from,
            sets: "settings.holeFrom",
            lights: ["hole"],
          },
          {
            id: "hole",
            piece,
            from: [centre[0] - across / 2, centre[1]],
            to: [centre[0] + across / 2, centre[1]],
            offset: 0,
            value: across,
            sets: "settings.hole",
            gain: 2,
            lights: ["hole"],
          },
        ] satisfies Dimension[])
      : []),
    ...(radius > 0
      ? ([
          {
            id: "corner-radius",
            piece,
            from: [radius * (1 - Math.SQRT1_2), radius * (1 - Math.SQRT1_2)],
            to: [radius, radius],
            offset: 0,
            value: radius,
            sets: "settings.cornerRadius",
            lights: ["outline"],
          },
        ] satisfies Dimension[])
      : []),
  ];
  return finishedPiece({ width, height }, [flatPiece("tag", "Tag", outline, { width, height }, cuts)], dimensions, {
    finished: { width, height, thickness: stock.caliper },
  });
}

export const tag = defineForm({
  id: "tag",
  title: "Tag",
  kind: "part",
  about: "A shaped label with a hole for string, out of an offcut.",
  methods: ["scoring-board"],
  settings,
  heaviest: 400,
  draft,
});
