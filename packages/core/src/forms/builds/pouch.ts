/** What both builds of a tapered pouch share: what the maker sets, and the sizes that follow. */
import { z } from "zod";
import { choice, autoMm, mm, paperOf } from "../../model/setting.ts";
import type { Rectangle } from "../../paper/panel.ts";
import type { Sheet } from "../../paper/sheet.ts";
import type { Laid, Said } from "../../paper/said.ts";
import { arched, type EdgeCut } from "../../paper/shape.ts";
import { roundUp } from "../../units/ruler.ts";
import { type InputOf, unlessSet } from "../form.ts";
import { betweenWalls, flatPocket } from "../shared/clearance.ts";
import { roomToSpare, sideTab } from "../shared/pocket.ts";
import { HAND } from "./pouchHandles.ts";

/** The settings, mm. */
export const pouchSettings = z.strictObject({
  build: choice(
    "Made of",
    { two: "Two papers, flat", one: "One sheet, with walls" },
    "two",
    "Walls give room for what is thick or loose.",
  ),
  play: roomToSpare(20),
  flare: mm("Wider above", 12, [2, 40], "How far each side leans out, from the foot to the mouth."),
  mouth: mm("Oval mouth", 12, [0, 40], "How far the front's upper edge dips."),
  front: autoMm("Front", [20, 500], "How high the front stands; its mouth dips to what is inside unless set.", {
    follows: "height",
  }),
  tall: mm("Above what is inside", 15, [0, 80], "How far the back stands above it."),
  tab: sideTab,
  handle: choice(
    "Handle",
    { none: "None", arch: "An arched strip, glued behind", hand: "A hole for the hand" },
    "arch",
    "What it is carried by.",
  ),
  handleHigh: mm("Handle's height", 50, [25, 150], "How far it stands above the back."),
  handleWide: mm("Handle's strip", 14, [8, 40], "How wide its paper is."),
  handlePaper: paperOf("Handle's paper", "What its strip is cut from."),
  handOff: mm("Hole from the edge", 15, [3, 60], "Paper above the hole for the hand."),
});

/** What its builds look at. */
export type Pouch = InputOf<typeof pouchSettings>;

/** Least height of a front beside its mouth, mm. */
const BESIDE_MOUTH = 15;

/** Both faces and what goes in, mm: they lean out by the same slope. */
export function sizesOf({ contents, stock, settings: set, setup: { grid } }: Pouch) {
  const { width, height, thickness } = contents;
  const walled = set.build === "one";
  const foot = roundUp(
    walled ? betweenWalls(width, stock.caliper, set.play) : flatPocket(width, thickness, set.play),
    grid,
  );
  const deep = roundUp(betweenWalls(thickness, stock.caliper, set.play), grid);
  // half the room below what is inside, and what bulges there or stands there of the base
  const below = (set.play + (walled ? stock.caliper : thickness)) / 2;
  const dip = Math.min(set.mouth, height / 2, width / 3);
  // its mouth dips to the upper end of what is inside
  const front = Math.max(roundUp(unlessSet(set.front, below + height + dip), grid), dip + BESIDE_MOUTH);
  const hand = set.handle === "hand" ? set.handOff + HAND.high + HAND.clear : 0;
  const high = roundUp(Math.max(front, below + height) + Math.max(set.tall, hand), grid);
  const wide = foot + 2 * set.flare;
  return { foot, deep, below, dip, front, high, slope: set.flare / high, walled, wide, mouth: mouthOf(dip) };
}

const mouthOf = (dip: number): EdgeCut | undefined => (dip > 0 ? arched(-dip) : undefined);

/** What a build comes to. */
export interface Built {
  readonly sheets: readonly [Sheet, ...Sheet[]];
  readonly joins?: readonly Laid[];
  readonly glue: NonNullable<Said["glue"]>;
  /** the panel what is inside lies on */
  readonly on: Rectangle;
  readonly figures: NonNullable<Said["figures"]>;
}
