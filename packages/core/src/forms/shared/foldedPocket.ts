/**
 * A pocket on an outline that stands on a fold: the fold closes one side of it, its mouth is another, tapes close the rest.
 *
 *       ┌─────────┐ ─╮          fold at the bottom, open at the top
 *      ▒│         │▒ │ high
 *      ▒│         │▒ │          Tapes are straight strips beside the pocket, `side` mm wide; the paper must stand past
 *      ╌╌╌╌╌╌╌╌╌╌╌╌╌ ─╯         it that far there. The pocket lies with them in the middle of its fold.
 *         wide
 */
import type { Point } from "../../geometry/point.ts";
import type { Edge } from "../../paper/panel.ts";
import { cornersOf, type FoldSide, type StandingOutline } from "./foldedOutline.ts";
import { both } from "../../units/nth.ts";

/** The pocket on the back as it is drawn: how far it holds what is inside, and the sides that tape closes. */
export interface Pocket {
  /** mm from one closed side to the other, and the part of what is inside that is held between foot and mouth */
  readonly wide: number;
  readonly high: number;
  readonly taped: readonly PocketSide[];
}
/** A side of it as it is drawn. */
export type PocketSide = "left" | "right" | "bottom" | "top";
type Sides = Readonly<Record<PocketSide, number>>;

/** How far paper must stand past the pocket on each side, mm: as wide as the tape where there is one. */
export const pastOf = ({ taped }: Pocket, wide: number): Sides => {
  const by = (side: PocketSide): number => (taped.includes(side) ? wide : 0);
  return { left: by("left"), right: by("right"), bottom: by("bottom"), top: by("top") };
};

/** What must lie on an outline as it stands on its fold: the pocket with its tapes, in the middle of the fold. */
export function roomOn(
  at: StandingOutline,
  { pocket, side, hinge }: { pocket: Pocket; side: number; hinge: FoldSide },
): readonly Point[] {
  const past = pastOf(pocket, side);
  const [wide, high] = [pocket.wide + past.left + past.right, pocket.high + past.bottom + past.top];
  // an outline whose fold is at the side is looked at turned: its width goes up
  const [along, off] = hinge === "bottom" ? [wide, high] : [high, wide];
  const middle = at.width / 2;
  return cornersOf({ left: middle - along / 2, right: middle + along / 2, low: 0.5, high: off });
}

/** The tapes on the front as it is drawn, mirrored about its fold: straight strips, each walked with the pocket on its left. */
export function stripsOf(hinge: FoldSide, { left, right, bottom, top }: Sides, taped: readonly PocketSide[]) {
  const far = 2 * Math.max(Math.abs(left), Math.abs(right), Math.abs(bottom), Math.abs(top), 1);
  const down = (x: number, way: 1 | -1): [Point, Point] => [
    [x, way * far],
    [x, -way * far],
  ];
  const walked: Readonly<Record<PocketSide, readonly [Point, Point]>> = {
    left: down(left, 1),
    right: down(right, -1),
    bottom: [
      [-far, bottom],
      [far, bottom],
    ],
    top: [
      [far, top],
      [-far, top],
    ],
  };
  const mirrored = ([x, y]: Point): Point => (hinge === "bottom" ? [x, -y] : [-x, y]);
  return taped.map((side) => {
    // what is mirrored has its other side on the left: it is walked the other way
    const [from, to] = both(walked[side], mirrored);
    return { panel: "front", from: to, to: from };
  });
}

/** The outer edge of a tape on the front as it is drawn, with the pocket on its left: one that stands upright where there is such. */
export function tapeEdge(
  { left, right, bottom, top }: Sides,
  taped: readonly PocketSide[],
  mirror: (p: Point) => Point,
): Edge {
  const ends: readonly [Point, Point] = taped.includes("left")
    ? [
        [left, top],
        [left, bottom],
      ]
    : taped.includes("right")
      ? [
          [right, bottom],
          [right, top],
        ]
      : [
          [right, top],
          [left, top],
        ];
  const [from, to] = [mirror(ends[0]), mirror(ends[1])];
  // what is mirrored has its other side on the left: it is walked the other way
  return { panel: "front", from: to, to: from };
}
