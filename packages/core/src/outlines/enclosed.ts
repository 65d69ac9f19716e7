/**
 * What the closed lines of a file go round, as one outline. A line that crosses itself is parted by its winding (a bow tie is
 * two wings, a figure of eight two rings), lines that cross one another become one, and those that lie in others are holes.
 * What crosses nothing stays as it was drawn, to the last digit.
 */
import { combined, oriented, wound } from "../geometry/curves.ts";
import { depthsOf } from "../geometry/nest.ts";
import { areaOf, flatten, type Path } from "../geometry/path.ts";
import { nth } from "../units/nth.ts";
import { OutlineError } from "./drawn.ts";
import {
  type KeptOutline,
  keptOrWhy,
  type Loops,
  MOST_DRAWN,
  MOST_LOOPS,
  MOST_SIDE_MM,
  type OutlineFile,
  type Unkept,
} from "./outline.ts";

/** An outline that encloses less than this (mm²) is a speck. */
const LEAST_MM2 = 1;
/** Two areas are one where they differ by less than this part: what chords and curves differ by. */
const SAME_PART = 1e-3;
/** Of what lies in another, this part at least does. */
const INSIDE_PART = 0.999;

const sizeOf = (loop: Path): number => Math.abs(areaOf(loop));
const sumOf = (loops: Loops): number => loops.reduce((sum, loop) => sum + areaOf(loop), 0);
const isSame = (a: Loops, b: Loops): boolean =>
  a.length === b.length && Math.abs(sumOf(a) - sumOf(b)) <= SAME_PART * Math.max(sumOf(a), LEAST_MM2);

/** A closed line as lines that do not cross themselves. */
function parted(loop: Path): Loops {
  const parts = wound([loop]);
  return parts.length === 1 && Math.abs(sizeOf(nth(parts, 0)) - sizeOf(loop)) <= SAME_PART * sizeOf(loop)
    ? [loop]
    : parts;
}

/** Whether one lies in the other, though their edges may touch: what only overlaps it does not. */
const isIn = (one: Path, other: Path): boolean =>
  Math.abs(sumOf(combined("common", [one], [other]))) >= INSIDE_PART * sizeOf(one);

/** Lines that cross others, put together with them; the largest first. */
function together(loops: Loops): Loops {
  const depths = depthsOf(loops.map((loop) => flatten(loop)));
  // what a point of its inside says lies in others may only overlap them
  const [deep, flat] = [loops.filter((_, i) => nth(depths, i) > 0), loops.filter((_, i) => nth(depths, i) === 0)];
  const within = deep.filter((loop) => flat.some((other) => other !== loop && isIn(loop, other)));
  const over = deep.filter((loop) => !within.includes(loop));
  const turned = [...oriented([...flat, ...within]), ...over.map((loop) => nth(oriented([loop]), 0))];
  const whole = wound(turned);
  return isSame(turned, whole) ? loops : whole;
}

/** Loops as a recipe keeps them. @throws OutlineError with what is wrong with them, and what is allowed */
export function keptOfLoops(loops: Loops): KeptOutline {
  const kept = keptOrWhy(loops);
  if ("why" in kept) throw new OutlineError(sayUnkept(kept));
  return kept;
}

/**
 * The closed outlines of a file as one that a recipe keeps, the largest first, with its holes or as silhouettes.
 * @throws OutlineError where there is none, or none that can be kept
 */
export function keptOf(
  { outlines }: Pick<OutlineFile, "outlines">,
  { holes = true }: { readonly holes?: boolean } = {},
): KeptOutline {
  const closed = outlines.filter((o) => o.closed).flatMap(({ path }) => parted(path));
  const loops = together(closed.filter((loop) => sizeOf(loop) >= LEAST_MM2));
  const depths = depthsOf(loops.map((loop) => flatten(loop)));
  const kept = loops.filter((_, i) => holes || nth(depths, i) === 0);
  return keptOfLoops([...kept].sort((a, b) => sizeOf(b) - sizeOf(a)));
}

const thousands = (n: number): string => n.toLocaleString("en");

function sayUnkept(unkept: Unkept): string {
  switch (unkept.why) {
    case "nothing":
      return "there is no closed line in it that can be cut: one that ends where it began, of 1 mm² or more";
    case "many":
      return `it has ${thousands(unkept.lines)} closed lines, and an outline is kept with up to ${thousands(MOST_LOOPS)}: take some away, or its holes`;
    case "large":
      return `it is ${thousands(Math.round(unkept.width))} × ${thousands(Math.round(unkept.height))} mm, and an outline may be ${thousands(MOST_SIDE_MM)} mm a side at most: save it smaller, it can be made larger or smaller here`;
    case "long":
      return `its line is ${thousands(unkept.signs)} signs long, and up to ${thousands(MOST_DRAWN)} are kept: a smoother line is shorter`;
    case "torn":
      return "its lines do not hang together";
  }
}
