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
import { above } from "../geometry/above.ts";
import { boundsOf, flatten, placePath } from "../geometry/path.ts";
import { HERE, place, type Point } from "../geometry/point.ts";
import { autoMm, choice, mm } from "../model/setting.ts";
import { across as acrossHole, depthOf, past } from "../paper/figure.ts";
import { hole, rimNeeds, slit } from "../paper/hole.ts";
import type { Said } from "../paper/said.ts";
import { TAPE_MARGIN } from "../paper/seam.ts";
import { rounded, tapered } from "../paper/shape.ts";
import { type Edge, flap, outlined, panel, sheet, twin } from "../paper/sheet.ts";
import { roundUp } from "../units/ruler.ts";
import { betweenWalls } from "./shared/clearance.ts";
import { type Room, smallestOutline, type Standing, turnedOn } from "./shared/foldedOutline.ts";
import { defineForm, type DraftInput } from "./form.ts";
import { foldedIn, outlineChoice, outlinesOf, ownOutline } from "./shared/outlines.ts";

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

type Input = DraftInput<z.output<typeof settings>>;

/** Holes stand apart by the stick and so much more (geometry notes). */
const BESIDE_STICK = 2;
/** Round the stick in the base, mm across. */
const STICK_SLACK = 1;
/** A tag on the stick, mm, and the slits it is threaded by. */
const TAG = { width: 40, height: 24, corner: 4, slit: 5 } as const;
/** A seal band's ends, mm. */
const FLAG = { long: 35, wide: 15 } as const;
/** Paper on either side of the stick's hole in the base. */
const BASE_RIM = 3;

/** Sizes between the faces, mm: what they stand on, and what of them must be paper. */
function sizesOf({ contents, stock, settings: set, setup: { grid } }: Input) {
  const { width, height, thickness } = contents;
  const deep = roundUp(betweenWalls(thickness, 0, set.play) + stock.caliper, grid);
  const least = set.points === "down" ? set.stick + STICK_SLACK + 2 * BASE_RIM : 0;
  const wide = roundUp(Math.max(set.base === "auto" ? width * 0.8 : set.base, least), grid);
  const hole = Math.max(set.holes, 3);
  // the holes lie above the treat, each with its paper round it
  const head = hole + 2 * rimNeeds(hole);
  return { deep, wide, hole, width: width + 2 * Math.max(set.border, set.play / 2), tall: height + set.border, head };
}

function draft(input: Input): Said {
  const { contents, settings: set, setup } = input;
  const { grid } = setup;
  const { preset, refused } = foldedIn(OUTLINES, set, "round", "bottom");
  const { deep, wide, hole: across, width, tall, head } = sizesOf(input);
  const apart = set.stick + BESIDE_STICK + across;
  const covered = (at: Standing): Room => ({
    left: (at.width - width) / 2,
    right: (at.width + width) / 2,
    low: 0.5,
    high: contents.height,
  });
  const at = smallestOutline(preset, {
    ...{ hinge: "bottom", touch: wide, grid, tall: tall + head },
    room: covered,
    more: (stands) => ({
      left: stands.width / 2 - apart / 2 - across / 2 - rimNeeds(across),
      right: stands.width / 2 + apart / 2 + across / 2 + rimNeeds(across),
      low: 0.5,
      high: contents.height + head,
    }),
  });
  const path = above(turnedOn(preset, at.size, "bottom"), at.level);
  const points = flatten(path);
  const { left, right } = boundsOf(points);
  const onFold = points.filter(([, y]) => Math.abs(y) < 1e-6).map(([x]) => x);
  const [near, far] = [Math.min(...onFold), Math.max(...onFold)];
  const back = outlined("back", "Back", at, path);
  // the strip stands in the middle of what the outline has of straight edge
  const middle = (near + far) / 2;
  const held = Math.min(wide, far - near);
  const foot: Edge = { panel: "back", from: [middle - held / 2, 0], to: [middle + held / 2, 0] };
  const base = flap("base", "Base", foot, tapered({ deep }), { order: 1, angle: 90 });
  // the other face is this one mirrored half way down the base
  const low = { ...HERE, y: -deep };
  const shifted = {
    ...back,
    id: base.id,
    path: placePath(path, low),
    reach: back.reach.map((p) => place(p, low)),
  };
  const front = twin("front", "Front", shifted, base.tip, { order: 2, angle: 90 });

  const up = contents.height + head / 2;
  const spots = [-1, 1].map((side): Point => [at.width / 2 + (side * apart) / 2, up]);
  const strings = spots.flatMap(([x, y], i) => [
    hole(`string-back-${String(i)}`, back, [x, y], across, { across: "holes" }),
    hole(`string-front-${String(i)}`, front, [x, -deep - y], across, { across: "holes" }),
  ]);
  const opening = set.points === "down" ? [hole("stick", base, [middle, -deep / 2], set.stick + STICK_SLACK)] : [];
  const tag = panel("tag", "Tag", TAG.width, TAG.height, { corners: rounded(TAG.corner) });
  const slits = [-1, 1].map((side) => {
    const x = TAG.width / 2 + side * TAG.slit;
    const half = set.stick / 2 + STICK_SLACK;
    return slit(side < 0 ? "left-slit" : "right-slit", tag, [x, TAG.height / 2 - half], [x, TAG.height / 2 + half]);
  });
  // a band round the stick: two ends that meet as a flag, and between them what goes round it, scored on both sides
  const round = roundUp(Math.PI * set.stick, grid);
  const end = panel("flag-end", "Flag", roundUp(FLAG.long, grid), roundUp(FLAG.wide, grid));
  const spine = flap("flag-spine", "Round the stick", end.right, tapered({ deep: round }), { order: 1, angle: 90 });
  const other = flap("flag-other", "Other end", spine.tip, tapered({ deep: end.width }), { order: 1, angle: 90 });
  return {
    refused,
    sheets: [
      sheet("holder", "Stick holder", [back, base, front], { grid, cuts: [...strings, ...opening] }),
      ...(set.topper === "tag" ? [sheet("tag", "Tag", [tag], { cuts: slits })] : []),
      ...(set.topper === "flag" ? [sheet("flag", "Seal band", [end, spine, other])] : []),
    ],
    holds: {
      on: back,
      across: at.width,
      up: at.height,
      depth: deep,
      at: [at.width / 2, contents.height / 2],
      open: "one",
      asks: "play",
      loose: true,
      gap: { width: right - left - contents.width, height: 0, depth: deep - contents.thickness },
    },
    finish:
      set.topper === "flag"
        ? { kind: "close", code: "tie-and-flag", held: { run: end.width, wide: end.height - 2 * TAPE_MARGIN } }
        : { kind: "close", code: "tie-round-stick" },
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
  title: "Stick holder",
  purpose: "treat",
  about: "Two faces that stand on a strip and are tied round the stick of what is between them.",
  settings,
  outside: "back",
  grounds: () => [
    { panel: "front", name: "Front", sides: { outside: 180 } },
    { panel: "back", name: "Back", sides: { outside: 0 } },
  ],
  heaviest: 300,
  usualStock: "cover-250",
  draft,
});
