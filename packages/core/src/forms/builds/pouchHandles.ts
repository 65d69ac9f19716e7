/**
 * What a tapered pouch is carried by: an arched handle of its own paper, or a hole for the hand.
 *
 *        ╭────────╮
 *      ╭─╯        ╰─╮ handle: legs that are glued down, no arch more than a half round
 *    ┌─┴────────────┴─┐
 *     ╲     (==)     ╱  hole for the hand
 */
import type { Cut } from "../../model/piece.ts";
import { extentOf } from "../../geometry/extent.ts";
import { roundCorners } from "../../geometry/path.ts";
import type { Point } from "../../geometry/point.ts";
import type { Stock } from "../../model/spec.ts";
import { windowIn } from "../../paper/hole.ts";
import { glued } from "../../paper/seam.ts";
import { arched, type Corner, cornered, outward } from "../../paper/shape.ts";
import { outlined, type Rectangle } from "../../paper/panel.ts";
import { sheet } from "../../paper/sheet.ts";

/** A handle's ends are glued so far down the back, mm. */
export const GLUED = 22;
/** A hole for the hand, mm; the paper above it that does not tear; and how far it stays off what is inside. */
export const HAND = { wide: 60, high: 18, least: 12, clear: 4 } as const;
/** Its ends stand so far from the back's sides. */
export const FROM_SIDE = 6;
/** An arch that rises by this part of its span is as good as a half round. */
const HALF_ROUND = 0.48;

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
  readonly stock?: Stock;
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
  const path = cornered(corners);
  const { top } = extentOf(path);
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
