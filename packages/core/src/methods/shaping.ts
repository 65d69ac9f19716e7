/**
 * How a piece gets its outline once it is scored: corners and tapers cut away, roundings made; and what of that numbers do
 * not tell, so that the printed template has to.
 *
 *      ┌──┐      square from the ends of the scores: told by the scores themselves
 *    ┌─┘  └─┐
 *   ╱╌      ╌╲   a flap's sides: begin so far in, run in so far
 *   ╲        ╱
 *    └─╮╭───┘    anything else: by the template
 */
import { distance, offLine, type Point } from "../geometry/point.ts";
import type { Line, Path, Segment } from "../geometry/path.ts";
import { SAME_POINT_MM } from "../geometry/tolerance.ts";
import type { Fold, Piece } from "../model/piece.ts";
import { flapCuts } from "./flapCuts.ts";
import { deeds, idIn, type StepSaid } from "./method.ts";
import { flatOnTable } from "./scene.ts";

/** Whether a straight edge is the sheet's own: nothing is cut along it. */
function isOnSheet({ from, to }: Line, { width, height }: Piece["blank"]): boolean {
  const both = (i: 0 | 1, at: number): boolean =>
    Math.abs(from[i] - at) < SAME_POINT_MM && Math.abs(to[i] - at) < SAME_POINT_MM;
  return both(0, 0) || both(0, width) || both(1, 0) || both(1, height);
}

/** Whether what is rounded are the points of flaps, between two slanted edges, or corners; and how many. */
export function roundedIn(
  outline: readonly Path[],
  isRounding: (edge: Segment) => boolean,
): Pick<StepSaid, "code" | "facts"> {
  const isSlanted = (edge: Segment | undefined): boolean =>
    edge?.kind === "line" &&
    Math.min(Math.abs(edge.from[0] - edge.to[0]), Math.abs(edge.from[1] - edge.to[1])) > SAME_POINT_MM;
  const arcs = outline.flatMap((path) =>
    path.flatMap((edge, i) =>
      isRounding(edge) ? [isSlanted(path.at(i - 1)) && isSlanted(path[(i + 1) % path.length])] : [],
    ),
  );
  return { code: arcs.some(Boolean) ? "round-tips" : "round-corners", facts: { count: arcs.length } };
}

/** A piece's edge, by what makes it. */
interface Shaping {
  /** something is cut away besides what the sheet's own edges and a corner rounder make */
  readonly shaped: boolean;
  readonly rounded: boolean;
  readonly isRounding: (edge: Segment) => boolean;
}

/** What makes a piece's edge out of its sheet's. */
export function shapingOf(piece: Piece): Shaping {
  const radius = piece.rounding ?? 0;
  const edges = piece.outline.flat();
  // what a corner rounder does is a step of its own; any other curve, and any edge off the sheet's own, is cut out
  const isRounding = (edge: Segment): boolean =>
    radius > 0 && edge.kind === "arc" && Math.abs(distance(edge.centre, edge.from) - radius) < SAME_POINT_MM;
  return {
    shaped: edges.some((edge) => (edge.kind === "line" ? !isOnSheet(edge, piece.blank) : !isRounding(edge))),
    rounded: edges.some(isRounding),
    isRounding,
  };
}

/** Off a line by less (mm) an edge lies on it. */
const ON_LINE_MM = 0.01;

/** Whether an edge follows from the scores: it lies in line with one, or stands square on the end of one. */
function followsFrom({ from, to }: Line, folds: readonly Fold[]): boolean {
  const near = (p: Point, a: Point, b: Point): boolean => Math.abs(offLine(p, a, b)) < ON_LINE_MM;
  return folds.some((fold) => {
    if (fold.path) return false;
    const inLine = near(from, fold.from, fold.to) && near(to, fold.from, fold.to);
    const [dx, dy] = [fold.to[0] - fold.from[0], fold.to[1] - fold.from[1]];
    const square = [fold.from, fold.to].some(([x, y]) => {
      const across: Point = [x - dy, y + dx];
      return near(from, [x, y], across) && near(to, [x, y], across);
    });
    return inLine || square;
  });
}

/** Whether something of a piece's edge is told by no number: only its template has it. */
export function needsTemplate(piece: Piece): boolean {
  const { isRounding } = shapingOf(piece);
  const cuts = flapCuts(piece);
  const names = (shaped: boolean): ReadonlySet<string> =>
    new Set(cuts.filter((c) => c.shaped === shaped).flatMap((c) => c.names));
  const [told, untold] = [names(false), names(true)];
  if (untold.size > 0) return true;
  const isTold = (edge: Segment): boolean =>
    piece.panels.some(
      ({ name, outline }) =>
        told.has(name) &&
        outline.some((own) => distance(own.from, edge.from) < ON_LINE_MM && distance(own.to, edge.to) < ON_LINE_MM),
    );
  return piece.outline
    .flat()
    .some((edge) =>
      edge.kind === "line"
        ? !isOnSheet(edge, piece.blank) && !followsFrom(edge, piece.folds) && !isTold(edge)
        : !isRounding(edge) && !isTold(edge),
    );
}

/** What is cut once the scores are in: corners and tapers, then roundings. `done` grows by them. */
export function shapingSteps(piece: Piece, done: string[]): StepSaid[] {
  const steps: StepSaid[] = [];
  const here = (id: string): string => idIn(piece, id);
  const scene = flatOnTable(piece, [...done, here("outline")], [here("outline")]);
  const { shaped, rounded, isRounding } = shapingOf(piece);
  const cut = { kind: "trim", does: deeds("cut", piece, ["outline"]), scene } as const;
  const scored = piece.folds.filter((f) => !f.slack);
  if (shaped && piece.cutFolded)
    steps.push({
      ...cut,
      code: "cut-folded",
      does: [...cut.does, ...deeds("crease", piece, scored)],
    });
  else if (shaped && piece.folds.length > 0)
    steps.push({
      ...cut,
      code: "cut-corners",
      facts: { template: needsTemplate(piece) ? 1 : 0 },
      flaps: flapCuts(piece),
    });
  else if (shaped) steps.push({ ...cut, code: "cut-shape" });
  if (rounded)
    steps.push({
      kind: "round",
      ...roundedIn(piece.outline, isRounding),
      ...(piece.rounding !== undefined && { measure: piece.rounding }),
      does: deeds("round", piece, ["outline"]),
      scene,
    });
  done.push(here("outline"));
  return steps;
}
