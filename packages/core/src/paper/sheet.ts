/**
 * A piece of paper: panels as drawn, cuts and lines, and how the whole lies on its blank. Its drawing's own frame is the first
 * panel's, upright, its lower left at the origin.
 */
import { boundsOf, line, type Path, placePath, type Segment } from "../geometry/path.ts";
import { distance, offLine, place, type Point, type Pose, type Size } from "../geometry/point.ts";
import { SAME_POINT_MM } from "../geometry/tolerance.ts";
import type { Cut, PieceDraft, Stroke } from "../model/piece.ts";
import type { Stock } from "../model/spec.ts";
import { roundUp } from "../units/ruler.ts";
import type { Drawn } from "./panel.ts";
import { type Corner, cornered, spotOf } from "./shape.ts";
import { nth } from "../units/nth.ts";

/** A piece, and how what was drawn came to lie on its blank. What it is cut from is known at once; it is drawn when asked. */
export interface Sheet {
  readonly id: string;
  readonly panels: readonly Drawn[];
  readonly blank: Size;
  readonly laid: Pose;
  readonly piece: PieceDraft;
}

interface SheetOptions {
  /** radius of every corner of the whole sheet's edge: those of panels that lie on no fold */
  readonly round?: number;
  /** the radius a corner rounder is set to, where one is used; `round` unless said */
  readonly rounding?: number;
  /** a question where they take long to find: it is asked when the piece is drawn */
  readonly cuts?: readonly Cut[] | (() => readonly Cut[]);
  /** lines drawn or foiled on it, in the drawing's own frame */
  readonly strokes?: readonly Stroke[];
  readonly cutFolded?: true;
  readonly carries?: true;
  /** where the first panel's lower left comes to lie and how it is turned, on a blank that is given */
  readonly laid?: Pose;
  readonly blank?: Size;
  /** mm between two marks of the ruler: the drawing's origin comes to lie on one, and so does every edge of the blank */
  readonly grid?: number;
  readonly stock?: Stock;
  /** the piece whose waste it is cut from */
  readonly within?: string;
  /** it is there already, see `PieceDraft.bought` */
  readonly bought?: PieceDraft["bought"];
}

/** Those of some places that lie on a line between its ends, in its order. */
function between(a: Point, b: Point, places: readonly Point[]): Point[] {
  const long = distance(a, b);
  if (long <= SAME_POINT_MM) return [];
  const along = (p: Point): number => distance(a, p);
  return places
    .filter(
      (p) =>
        Math.abs(offLine(p, a, b)) < SAME_POINT_MM &&
        along(p) > SAME_POINT_MM &&
        distance(p, b) > SAME_POINT_MM &&
        along(p) < long &&
        distance(p, b) < long,
    )
    .sort((p, q) => along(p) - along(q));
}

/** A panel's corners with the ends of the folds that hang on its edges among them. */
const withFeet = (corners: readonly Corner[], feet: readonly Point[]): Corner[] =>
  corners.flatMap((corner, i) => {
    const [x, y] = nth(corners, i + 1);
    return [corner, ...between(spotOf(corner), [x, y], feet)];
  });

/** An outline whose straight edges are divided where folds on them begin and end. */
const footed = (path: Path, feet: readonly Point[]): Path =>
  path.flatMap((s): readonly Segment[] => {
    if (s.kind !== "line") return [s];
    const stops = [s.from, ...between(s.from, s.to, feet), s.to];
    return stops.slice(1).map((to, n) => line(nth(stops, n), to));
  });

/** Free of the last bit's noise, so that a sheet of 191 mm is one. */
const whole = (mm: number): number => Math.round(mm * 1e9) / 1e9;

/** The sheet: panels joined up, lying on their blank. The first panel stays when the others fold. */
export function sheet(id: string, name: string, panels: readonly Drawn[], options: SheetOptions = {}): Sheet {
  const bounds = boundsOf(panels.flatMap((p) => p.reach));
  const { grid } = options;
  const upTo = (mm: number): number => (grid === undefined ? mm : roundUp(mm, grid));
  const laid = options.laid ?? { x: upTo(-bounds.left), y: upTo(-bounds.bottom), rotation: 0, flip: false };
  const blank = options.blank ?? {
    width: whole(upTo(laid.x + bounds.right)),
    height: whole(upTo(laid.y + bounds.top)),
  };
  let piece: PieceDraft | undefined;
  return {
    id,
    panels,
    blank,
    laid,
    get piece() {
      // searches ask for thousands of blanks and never for a drawing
      piece ??= pieceOf({ id, name, panels, blank, laid, ...options });
      return piece;
    },
  };
}

/** What a piece is drawn from: all that was said of its sheet, and how that came to lie. */
type DrawnSheet = SheetOptions & Pick<Sheet, "id" | "panels" | "blank" | "laid"> & { readonly name: string };

function pieceOf({ id, name, panels, blank, laid, ...options }: DrawnSheet): PieceDraft {
  const {
    round = 0,
    rounding = round,
    cuts: said = [],
    strokes = [],
    stock,
    within,
    cutFolded,
    carries,
    bought,
  } = options;
  const cuts = typeof said === "function" ? said() : said;
  const folds = panels.flatMap((p) => (p.fold ? [p.fold] : []));
  const ends = folds.flatMap((f) => [f.from, f.to]);
  const outlineOf = (drawn: Drawn): Path => {
    const hung = folds.filter((f) => f.panels[0] === drawn.id).flatMap((f) => [f.from, f.to]);
    const corners = withFeet(drawn.corners, hung);
    const free = ([x, y]: Corner): boolean => ends.every((p) => distance(p, [x, y]) > SAME_POINT_MM);
    // a corner that says nothing of itself is rounded as the whole sheet is
    return cornered(corners.map((corner) => [corner[0], corner[1], corner[2] || (free(corner) ? round : 0)]));
  };
  const moved = (path: Path): Path => placePath(path, laid);
  return {
    id,
    name,
    quantity: 1,
    blank,
    ...(stock && { stock }),
    ...(within !== undefined && { within }),
    ...(rounding > 0 && { rounding }),
    laid,
    root: panels[0]?.id ?? id,
    panels: panels.map((p) => ({
      id: p.id,
      name: p.name,
      outline: moved(p.path ? footed(p.path, ends) : outlineOf(p)),
    })),
    folds: folds.map((fold) => {
      const [from, to] = [place(fold.from, laid), place(fold.to, laid)];
      return { ...fold, from, to, ...(fold.path && { path: moved(fold.path) }) };
    }),
    // of the cuts that were said of several sheets those in it
    cuts: cuts
      .filter((cut) => panels.some((p) => p.id === cut.panel))
      .map((cut) => ({ ...cut, path: moved(cut.path) })),
    ...(strokes.length > 0 && { strokes: strokes.map((s) => ({ ...s, path: moved(s.path) })) }),
    ...(cutFolded && { cutFolded }),
    ...(carries && { carries }),
    ...(bought && { bought }),
    glue: [],
  };
}
