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
import { type ShapePreset, shapes } from "../catalogue/shapes.ts";
import { above, chordAt } from "../geometry/above.ts";
import { flatten, holds as isIn, line, type Path, placePath } from "../geometry/path.ts";
import { HERE, type Point } from "../geometry/point.ts";
import type { Stroke } from "../model/piece.ts";
import { autoMm, choice, mm } from "../model/setting.ts";
import { past, stripOf } from "../paper/figure.ts";
import type { Said } from "../paper/said.ts";
import { glued, TAPE_MARGIN } from "../paper/seam.ts";
import { type Edge, outlined, sheet, twin } from "../paper/sheet.ts";
import { roundUp } from "../units/ruler.ts";
import { flatPocket } from "./clearance.ts";
import { defineForm, type DraftInput } from "./form.ts";

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
  play: mm(
    "Room to spare",
    1.5,
    [0, 10],
    "Free room asked for between the taped sides, beyond what the thickness takes.",
    {
      kin: "room",
    },
  ),
  taped: mm("Taped sides", 9, [6, 30], "How far the paper stands past what is inside, for tape or glue."),
  writing: choice("On the back", { none: "Nothing", lines: "Lines for to and from" }, "none", "Drawn with a pen."),
});

type Input = DraftInput<z.output<typeof settings>>;

/** So much of what is inside lies between the taped sides; above that the outline may narrow. */
const HELD_PART = 0.65;
/** A fold must hold at least this long (geometry notes). */
const LEAST_TOUCH = 25;
/** Where the maker has not said, the outline meets the fold along so much of its width. */
const TOUCH_PART = 0.7;
/** Levels that are tried for the fold, from the outline's foot to its middle. */
const LEVELS = 40;

/** An outline is looked at in this size (mm), and scaled from there. */
const LOOKED_AT = 200;
/** No pocket is looked for above this height, mm. */
const MOST_MM = 900;

/** An outline as it stands on its fold: cut off straight, its foot on 0. */
interface Standing {
  readonly width: number;
  readonly height: number;
  /** what is cut off its lower end, and how long it meets the fold there, mm */
  readonly level: number;
  readonly long: number;
}

type Hinge = Input["settings"]["hinge"];

/** An outline a mm high as it stands on its fold, with its chords from its foot to its middle: asked thousands of times, drawn once. */
interface Profile {
  readonly width: number;
  readonly height: number;
  readonly points: readonly Point[];
  readonly chords: readonly { readonly level: number; readonly long: number }[];
}

const profiles = new Map<string, Profile>();

/** The outline so high, turned so that its fold is at the bottom: a fold at the side is one at the bottom of it turned. */
function turnedOn({ outline, usual }: ShapePreset, size: number, hinge: Hinge): Path {
  const upright = outline(size * usual, size);
  return hinge === "bottom" ? upright : placePath(upright, { x: size, y: 0, rotation: 90, flip: false });
}

function profileOf(preset: ShapePreset, hinge: Hinge): Profile {
  const key = `${preset.id} ${hinge}`;
  const known = profiles.get(key);
  if (known) return known;
  const path = turnedOn(preset, LOOKED_AT, hinge);
  const [width, height] = hinge === "bottom" ? [preset.usual, 1] : [1, preset.usual];
  const chords = Array.from({ length: LEVELS + 1 }, (_, n) => (height / 2) * (n / LEVELS)).flatMap((level) => {
    const chord = chordAt(path, level * LOOKED_AT);
    return chord ? [{ level, long: (chord[1] - chord[0]) / LOOKED_AT }] : [];
  });
  const points = flatten(path).map(([x, y]): Point => [x / LOOKED_AT, y / LOOKED_AT]);
  const profile = { width, height, points, chords };
  profiles.set(key, profile);
  return profile;
}

/** The outline so large, its lower end cut off where it meets the fold along `touch` mm, or along its usual part. */
function standing({ width, height, chords }: Profile, size: number, touch: number | "auto"): Standing {
  const wide = width * size;
  const wanted = Math.max(LEAST_TOUCH, Math.min(touch === "auto" ? wide * TOUCH_PART : touch, wide * 0.9));
  const chord = chords.find(({ long }) => long * size >= wanted) ?? chords.at(-1);
  const level = (chord?.level ?? 0) * size;
  return { width: wide, height: height * size - level, level, long: (chord?.long ?? 0) * size };
}

interface Room {
  readonly left: number;
  readonly right: number;
  readonly low: number;
  readonly high: number;
}

/** Whether a rectangle lies within an outline: its corners do, and no corner of the outline lies in it. */
function within(points: readonly Point[], { left, right, low, high }: Room): boolean {
  const corners: Point[] = [
    [left, low],
    [right, low],
    [right, high],
    [left, high],
  ];
  const inside = ([x, y]: Point): boolean => x > left && x < right && y > low && y < high;
  return corners.every((p) => isIn(points, p)) && !points.some(inside);
}

/** What must lie between and under the tape, on an outline as it stands on its fold. */
function roomOn(at: Standing, input: Input, hinge: Hinge): Room {
  const { across, up } = pocketOf(input);
  const { taped: side } = input.settings;
  const held = up * HELD_PART;
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

/** The smallest outline of its kind, in marks of the ruler, that leaves the room: its size and how it stands. */
function fitting(preset: ShapePreset, input: Input): Standing & { readonly size: number } {
  const { hinge, touch } = input.settings;
  const { grid } = input.setup;
  const { up } = pocketOf(input);
  const profile = profileOf(preset, hinge);
  const serves = (size: number): boolean => {
    const at = standing(profile, size, touch);
    const tall = hinge === "bottom" ? at.height : at.width;
    if (tall < up || (touch !== "auto" && at.long < touch)) return false;
    const { left, right, low, high } = roomOn(at, input, hinge);
    // looked at a mm high, before its lower end is cut off
    const room = {
      left: left / size,
      right: right / size,
      low: (low + at.level) / size,
      high: (high + at.level) / size,
    };
    return within(profile.points, room);
  };
  let [low, high] = [0, Math.ceil(MOST_MM / grid)];
  while (high - low > 1) {
    const middle = Math.floor((low + high) / 2);
    if (serves(middle * grid)) high = middle;
    else low = middle;
  }
  return { size: high * grid, ...standing(profile, high * grid, touch) };
}

function draft(input: Input): Said {
  const { contents, settings: set, setup } = input;
  const { grid } = setup;
  const preset = find(OUTLINES, set.cutTo);
  if (!preset) throw new Error(`there is no outline '${set.cutTo}'`);
  const at = fitting(preset, input);
  const { across, up } = pocketOf(input);
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

  const held = up * HELD_PART;
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
