/**
 * Outlines made of outlines: put together, cut away, shared, grown, framed, mirrored, halved for a fold, taken apart. Curves
 * stay curves. For workers and the command line: the polygon clipper comes with it.
 */
import { combined, type Combining, offset } from "../geometry/curves.ts";
import { areaOf, flatten, holds, type Path, placePath, polygon } from "../geometry/path.ts";
import { HERE } from "../geometry/point.ts";
import { OutlineError } from "./drawn.ts";
import { keptOfLoops } from "./enclosed.ts";
import { keptLoops, type KeptOutline, type Loops, loopsTo } from "./outline.ts";
import { nth } from "../units/nth.ts";

/** An outline in the size it is meant, mm. */
export type Sized = KeptOutline;

/** What is made of one outline. Lengths in mm. */
export type OutlineMaking =
  | { readonly how: "grow"; readonly by: number }
  /** a band so wide along the inside of its edge */
  | { readonly how: "frame"; readonly wide: number }
  | { readonly how: "mirror" }
  /** turned by so many degrees, anticlockwise */
  | { readonly how: "turn"; readonly by: number }
  /** without its holes, and without what lies in them */
  | { readonly how: "silhouette" }
  /** a half of it, cut straight, the straight edge at its left: that lies on a fold, and opened it is whole and even */
  | { readonly how: "half" }
  /** its left half and that mirrored */
  | { readonly how: "even" }
  /** with another one whose middle stands so far right of and above its own */
  | { readonly how: Combining; readonly other: Sized; readonly x: number; readonly y: number };

const sized = ({ drawn, width, height }: Sized): Loops => loopsTo(drawn, width, height) ?? [];
const mirrored = (loops: Loops, about: number): Path[] =>
  loops.map((loop) => placePath(loop, { ...HERE, x: 2 * about, flip: true }));

/** The part of an outline left of a level line upright through its middle. */
function leftHalf(loops: Loops, { width, height }: Sized): Path[] {
  const box = polygon([
    [-1, -1],
    [width / 2, -1],
    [width / 2, height + 1],
    [-1, height + 1],
  ]);
  return combined("common", loops, [box]);
}

function loopsMade(one: Sized, making: OutlineMaking): Loops {
  const loops = sized(one);
  switch (making.how) {
    case "grow":
      return offset(loops, making.by);
    case "frame":
      return combined("cut-away", loops, offset(loops, -making.wide));
    case "mirror":
      return mirrored(loops, one.width / 2);
    case "turn":
      return loops.map((loop) => placePath(loop, { ...HERE, rotation: making.by }));
    case "silhouette":
      return combined(
        "union",
        loops.filter((loop) => areaOf(loop) > 0),
        [],
      );
    case "half":
      // a fold at the side is at the left: there its straight edge lies
      return mirrored(leftHalf(loops, one), one.width / 4);
    case "even": {
      const half = leftHalf(loops, one);
      return combined("union", half, mirrored(half, one.width / 2));
    }
    default: {
      const { other, x, y } = making;
      const by = { ...HERE, x: (one.width - other.width) / 2 + x, y: (one.height - other.height) / 2 + y };
      return combined(
        making.how,
        loops,
        sized(other).map((loop) => placePath(loop, by)),
      );
    }
  }
}

/** An outline made of another. @throws OutlineError where nothing is left of it, or it cannot be kept */
export function outlineMade(one: Sized, making: OutlineMaking): KeptOutline {
  const loops = [...loopsMade(one, making)].sort((a, b) => Math.abs(areaOf(b)) - Math.abs(areaOf(a)));
  if (loops.length === 0) throw new OutlineError("nothing is left of it");
  return keptOfLoops(loops);
}

/** Its parts that do not hang together, each with its holes; the largest first. */
export function outlinesApart(one: Sized): KeptOutline[] {
  const loops = sized(one);
  const outer = loops.filter((loop) => areaOf(loop) > 0).sort((a, b) => areaOf(b) - areaOf(a));
  const rings = outer.map((loop) => flatten(loop));
  /** the smallest that a hole lies in: it is cut in that one */
  const homeOf = (hole: Path): number => {
    const start = nth(flatten(hole), 0);
    return rings.findLastIndex((ring) => holds(ring, start));
  };
  const holes = loops.filter((loop) => areaOf(loop) < 0).map((hole) => ({ hole, home: homeOf(hole) }));
  return outer.flatMap((loop, i) => {
    const kept = keptLoops([loop, ...holes.filter(({ home }) => home === i).map(({ hole }) => hole)]);
    return kept ? [kept] : [];
  });
}
