/**
 * What a tapered pouch is made of: faces narrower below than above, an arched handle, a hole for the hand.
 *
 *        ╭────────╮
 *      ╭─╯        ╰─╮ handle: legs that are glued down, no arch more than a half round
 *    ┌─┴──╲______╱──┴─┐
 *     ╲     (==)     ╱  hole for the hand
 *      ╲   face     ╱
 *       └──────────┘ foot
 */
import type { Cut } from "../../model/piece.ts";
import { boundsOf, flatten, type Path, roundCorners } from "../../geometry/path.ts";
import type { Point } from "../../geometry/point.ts";
import type { Stock } from "../../model/spec.ts";
import { windowIn } from "../../paper/hole.ts";
import { glued } from "../../paper/seam.ts";
import { arched, type Corner, outward } from "../../paper/shape.ts";
import { type Edge, outlined, type Rectangle, sheet } from "../../paper/sheet.ts";

/** A handle's ends are glued so far down the back, mm. */
export const GLUED = 22;
/** A hole for the hand, mm; the paper above it that does not tear; and how far it stays off what is inside. */
export const HAND = { wide: 60, high: 18, least: 12, clear: 4 } as const;
/** Its ends stand so far from the back's sides. */
export const FROM_SIDE = 6;
/** An arch that rises by this part of its span is as good as a half round. */
const HALF_ROUND = 0.48;

/** A face narrower below, its foot on the x axis from `flare`: the box round it starts at the origin. */
export interface Face {
  readonly foot: number;
  readonly flare: number;
  readonly high: number;
}
/** mm across its upper edge. */
export const wideOf = ({ foot, flare }: Face): number => foot + 2 * flare;

/** Its straight sides, each walked with the face on its left. */
export const sidesOf = ({ foot, flare, high }: Face, panel: string) => {
  const wide = foot + 2 * flare;
  const edge = (from: Point, to: Point): Edge => ({ panel, from, to });
  return {
    left: edge([0, high], [flare, 0]),
    bottom: edge([flare, 0], [flare + foot, 0]),
    right: edge([flare + foot, 0], [wide, high]),
    top: edge([wide, high], [0, high]),
  };
};

const pathOf = (corners: readonly Corner[]): Path =>
  roundCorners(
    corners.map(([x, y]): Point => [x, y]),
    corners.map(([, , r = 0]) => r),
  );

/** The face as a panel, its upper edge dipping in an arc. */
export function faceOf(id: string, name: string, face: Face, dip: number): Rectangle {
  const { foot, flare, high } = face;
  const wide = wideOf(face);
  const top = dip > 0 ? arched(-dip)(wide).map(outward([wide, high], [0, high])) : [];
  const corners: readonly Corner[] = [[flare, 0], [flare + foot, 0], [wide, high], ...top, [0, high]];
  const path = pathOf(corners);
  return {
    ...outlined(id, name, { width: wide, height: high }, path),
    reach: [
      [0, 0],
      [wide, high],
    ],
  };
}

/** An arched strip: two legs that are glued down, and an arch between them. */
export function handleFor({
  wide,
  strip,
  high: asked,
  stock,
}: {
  /** mm across the back's upper edge, of the strip's own paper, and up to the arch */
  readonly wide: number;
  readonly strip: number;
  readonly high: number;
  /** its own paper, where it is not the pouch's */
  readonly stock: Stock | undefined;
}) {
  const span = Math.max(3 * strip, wide - 2 * FROM_SIDE);
  const high = Math.max(asked, strip + 5);
  const inner = span - 2 * strip;
  // no arc is more than a half round: below it the legs go straight up
  const [out, hollow] = [Math.min(high, HALF_ROUND * span), Math.min(high - strip, HALF_ROUND * inner)];
  const [leg, innerLeg] = [GLUED + high - out, GLUED + high - strip - hollow];
  const corners: readonly Corner[] = [
    [0, 0],
    [strip, 0],
    [strip, innerLeg],
    ...arched(-hollow)(inner).map(outward([strip, innerLeg], [span - strip, innerLeg])),
    [span - strip, innerLeg],
    [span - strip, 0],
    [span, 0],
    [span, leg],
    ...arched(out)(span).map(outward([span, leg], [0, leg])),
    [0, leg],
  ];
  const path = pathOf(corners);
  const { top } = boundsOf(flatten(path));
  const handle = outlined("handle", "Handle", { width: span, height: top }, path);
  const legOn = (from: Point, to: Point) =>
    glued(handle, { id: "back" }, { strip: { along: { panel: "handle", from, to }, wide: strip } });
  return {
    span,
    made: sheet("handle", "Handle", [handle], stock ? { stock } : {}),
    legs: [legOn([0, GLUED], [0, 0]), legOn([span, 0], [span, GLUED])],
  };
}

/** A long round-ended hole below the back's upper edge. */
export function handHole({ id, width, height }: Rectangle, wide: number, off: number): Cut {
  const [left, right, top] = [(width - wide) / 2, (width + wide) / 2, height - off];
  const corners: readonly Point[] = [
    [left, top - HAND.high],
    [right, top - HAND.high],
    [right, top],
    [left, top],
  ];
  return windowIn(
    "hand",
    { id },
    roundCorners(
      corners,
      corners.map(() => HAND.high / 2 - 0.5),
    ),
  );
}
