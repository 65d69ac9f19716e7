/**
 * Loops of paper: where a panel is glued to one that it hangs together with already, the folds in between no longer turn
 * as they like. When one of them is opened the others follow. Seen along the folds, which are parallel, in the plane
 * square to them; a strip glued across a card's fold is the usual case:
 *
 *              R          O        the card's fold, which is driven
 *            ╱   ╲        P, R, Q  the strip's three creases, which are free
 *          P       Q
 *            ╲   ╱        A loop has three free creases: what lies between two of them is stiff, and three stiff sides
 *              O          make a triangle. Nothing here knows of strips, of equal lengths or of cards.
 */
import { add, direction, distance, type Point, scale, subtract } from "../geometry/point.ts";
import { creaseOf, type Fold, type Join, type PieceDraft } from "../model/piece.ts";
import type { Point3 } from "./rigid.ts";

/** A fold as a hinge in space, where it is before anything moves. */
export interface Hinge {
  readonly at: Point3;
  /** unit vector about which the moving panel turns towards the drawn face of the other */
  readonly axis: Point3;
  readonly fold: Pick<Fold, "angle">;
}

/** The folds round a loop, `piece/fold`, in order; `way` is −1 where the loop walks from the moving panel to the other. */
export type Loop = readonly { readonly fold: string; readonly way: 1 | -1 }[];

interface GluedPieces {
  readonly pieces: readonly Pick<PieceDraft, "id" | "root" | "folds" | "glue">[];
  readonly joins: readonly Join[];
}

/** Every loop that glue closes in the tree of folds and joins. */
export function loopsOf({ pieces, joins }: GluedPieces): Loop[] {
  const parents = new Map<string, { readonly parent: string; readonly fold?: string }>();
  for (const { id, folds } of pieces)
    for (const fold of folds)
      parents.set(`${id}/${fold.panels[1]}`, { parent: `${id}/${fold.panels[0]}`, fold: `${id}/${fold.id}` });
  for (const { piece, onto } of joins) {
    const root = pieces.find((p) => p.id === piece)?.root;
    if (root !== undefined) parents.set(`${piece}/${root}`, { parent: `${onto.piece}/${onto.panel}` });
  }
  const rising = (panel: string): string[] => {
    const folds: string[] = [];
    for (let at = parents.get(panel); at; at = parents.get(at.parent)) if (at.fold) folds.push(at.fold);
    return folds;
  };
  // a piece glued on two risers that move alike ties them together: each is moved by its own loop, and the proof looks
  const ties = (piece: string, onto: { readonly piece: string; readonly panel: string }): boolean =>
    joins.some((j) => j.piece === piece && j.also?.some((on) => on.piece === onto.piece && on.panel === onto.panel));
  return pieces.flatMap((piece) =>
    piece.glue.flatMap((glue): Loop[] => {
      if (ties(piece.id, glue.onto)) return [];
      const [own, other] = [rising(`${piece.id}/${glue.panel}`), rising(`${glue.onto.piece}/${glue.onto.panel}`)];
      const down = other.filter((f) => !own.includes(f)).reverse();
      const up = own.filter((f) => !other.includes(f));
      const loop = [
        ...down.map((fold) => ({ fold, way: 1 }) as const),
        ...up.map((fold) => ({ fold, way: -1 }) as const),
      ];
      return loop.length > 0 ? [loop] : [];
    }),
  );
}

/** How far each fold has swung from where it ended, degrees, and how much of what was asked for the loops let through. */
export interface Swings {
  readonly by: ReadonlyMap<string, number>;
  readonly reached: number;
}

/** Degrees between two looks at the loops: a crease is near where it was at the last one. */
const STEP = 2;

/**
 * Opens the driven folds by so many degrees, from where the thing is at rest, and lets the loops follow.
 * @param hinges asked for only where a loop moves: it takes folding the paper
 * @param slack mm that the creases of a loop give: thick paper never meets its drawing to the last hair
 */
export function swingsOf(
  loops: readonly Loop[],
  hinges: () => ReadonlyMap<string, Hinge>,
  driven: ReadonlyMap<string, number>,
  slack: number,
): Swings {
  const moved = touchedBy(loops, driven);
  if (moved.length === 0) return { by: driven, reached: 1 };
  const most = Math.max(0, ...[...driven.values()].map(Math.abs));
  const there = hinges();
  const touched = moved.map((loop) => inPlane(loop, there));
  const steps = Math.max(1, Math.ceil(most / STEP));
  let seen: LoopLooked = { by: new Map(), apexes: touched.map(() => undefined) };
  for (let i = 1; i <= steps; i += 1) {
    const next = look(touched, driven, i / steps, seen, slack);
    if (next) {
      seen = next;
      continue;
    }
    // somewhere in this step the loop is stretched straight: as far as it goes, and no further
    let [low, high] = [(i - 1) / steps, i / steps];
    for (let n = 0; n < 12; n += 1) {
      const half = look(touched, driven, (low + high) / 2, seen, slack);
      if (half) [low, seen] = [(low + high) / 2, { by: half.by, apexes: seen.apexes }];
      else high = (low + high) / 2;
    }
    return { by: seen.by, reached: low };
  }
  return { by: seen.by, reached: 1 };
}

/** Loops that move when these folds do: those with one of them, and those with a crease of such a loop. */
function touchedBy(loops: readonly Loop[], driven: ReadonlyMap<string, number>): Loop[] {
  const moving = new Set(driven.keys());
  const found: Loop[] = [];
  for (let more = true; more;) {
    const next = loops.find((l) => !found.includes(l) && l.some((c) => moving.has(c.fold)));
    more = next !== undefined;
    if (next) {
      found.push(next);
      next.forEach((c) => moving.add(c.fold));
    }
  }
  return found;
}

interface Planar {
  readonly fold: string;
  readonly at: Point;
  /** whether the fold's own turn is anticlockwise here, walked that way */
  readonly turn: 1 | -1;
  readonly angle: number;
  readonly valley: boolean;
}

const dot3 = (a: Point3, b: Point3): number => a[0] * b[0] + a[1] * b[1] + a[2] * b[2];

/** A loop in the plane square to its creases; undefined where they are not parallel: then nothing can move. */
function inPlane(loop: Loop, hinges: ReadonlyMap<string, Hinge>): Planar[] | undefined {
  const [first] = loop.map((c) => hinges.get(c.fold));
  if (!first) return undefined;
  const [x, y, z] = first.axis;
  // any vector off the axis makes the first of two that span the plane
  const off: Point3 = Math.abs(z) < 0.9 ? [y, -x, 0] : [0, z, -y];
  const long = Math.hypot(...off);
  const u: Point3 = [off[0] / long, off[1] / long, off[2] / long];
  const v: Point3 = [y * u[2] - z * u[1], z * u[0] - x * u[2], x * u[1] - y * u[0]];
  const flat = loop.map(({ fold, way }): Planar | undefined => {
    const hinge = hinges.get(fold);
    const along = hinge ? dot3(hinge.axis, first.axis) : 0;
    if (!hinge || Math.abs(along) < 1 - 1e-9) return undefined;
    const at: Point = [dot3(hinge.at, u), dot3(hinge.at, v)];
    const { angle } = hinge.fold;
    return { fold, at, turn: along * way > 0 ? 1 : -1, angle, valley: creaseOf(hinge.fold) === "valley" };
  });
  return flat.every((c) => c !== undefined) ? flat : undefined;
}

/** A turn of the plane by an angle, then a shift. */
interface Turn {
  readonly by: number;
  readonly shift: Point;
}
const turned = ([x, y]: Point, by: number): Point => [
  x * Math.cos(by) - y * Math.sin(by),
  x * Math.sin(by) + y * Math.cos(by),
];
const apply = ({ by, shift }: Turn, p: Point): Point => add(turned(p, by), shift);
const then = (b: Turn, a: Turn): Turn => ({ by: a.by + b.by, shift: apply(a, b.shift) });
const back = ({ by, shift }: Turn): Turn => ({ by: -by, shift: turned(scale(shift, -1), -by) });
const about = (p: Point, by: number): Turn => ({ by, shift: subtract(p, turned(p, by)) });
const angleOf = ([x, y]: Point): number => Math.atan2(y, x);

interface LoopLooked {
  readonly by: ReadonlyMap<string, number>;
  /** where each loop's middle crease was */
  readonly apexes: readonly (Point | undefined)[];
}

/** The loops with the driven folds so far open; undefined where one does not reach. */
function look(
  loops: readonly (readonly Planar[] | undefined)[],
  driven: ReadonlyMap<string, number>,
  part: number,
  last: LoopLooked,
  slack: number,
): LoopLooked | undefined {
  const by = new Map([...driven].map(([fold, degrees]) => [fold, degrees * part]));
  const apexes = [...last.apexes];
  const waiting = new Set(loops.keys());
  for (let more = true; more;) {
    more = false;
    for (const i of waiting) {
      const loop = loops[i];
      const free = loop?.filter((c) => !by.has(c.fold)).length ?? 0;
      // with fewer than three free creases it is stiff; with more it waits for a loop that shares some with it
      if (!loop || free < 3) return undefined;
      if (free > 3) continue;
      const apex = close(loop, by, last.apexes[i], slack);
      if (!apex) return undefined;
      apexes[i] = apex;
      waiting.delete(i);
      more = true;
    }
  }
  return { by, apexes };
}

/** Closes a loop with three free creases: sets how far they have swung and gives the place of the middle one. */
function close(
  loop: readonly Planar[],
  by: Map<string, number>,
  seen: Point | undefined,
  slack: number,
): Point | undefined {
  const start = loop.findIndex((c) => !by.has(c.fold));
  const round = [...loop.slice(start), ...loop.slice(0, start)];
  // what the known creases do between two free ones
  const free: Planar[] = [];
  const stiff: Turn[] = [];
  for (const crease of round) {
    const known = by.get(crease.fold);
    if (known === undefined) {
      free.push(crease);
      stiff.push({ by: 0, shift: [0, 0] });
    } else {
      const own = about(crease.at, (known * crease.turn * Math.PI) / 180);
      stiff.push(then(own, stiff.pop() as Turn));
    }
  }
  const [P, R, Q] = free as [Planar, Planar, Planar];
  const [a, b, rest] = stiff as [Turn, Turn, Turn];
  // P's own panel stands still; round the loop the other way, so does what Q turns on
  const q = apply(back(rest), Q.at);
  const [toR, fromQ] = [apply(a, R.at), apply(back(b), R.at)];
  const [near, far] = [distance(P.at, toR), distance(Q.at, fromQ)];
  const apart = distance(P.at, q);
  if (apart > near + far + slack || apart < Math.abs(near - far) - slack) return undefined;
  const along =
    apart < 1e-9 ? near : Math.min(near, Math.max(-near, (near * near - far * far + apart * apart) / (2 * apart)));
  const high = Math.sqrt(Math.max(0, near * near - along * along));
  const last = seen ?? R.at;
  const ahead = apart < 1e-9 ? direction(P.at, last) : direction(P.at, q);
  const answers = [high, -high].map((h) => {
    const apex = add(P.at, add(scale(ahead, along), scale([-ahead[1], ahead[0]], h)));
    const atP = angleOf(subtract(apex, P.at)) - angleOf(subtract(toR, P.at));
    const atQ = angleOf(subtract(fromQ, Q.at)) - angleOf(subtract(apply(rest, apex), Q.at));
    const atR = -atP - atQ - a.by - b.by - rest.by;
    const swings = (
      [
        [P, atP],
        [R, atR],
        [Q, atQ],
      ] as const
    ).map(([c, radians]) => [c, swung(c, radians)] as const);
    // a valley lies between flat and folded over: it never turns the other way
    const wrong = swings.reduce((sum, [c, degrees]) => sum + beyond(c, degrees), 0);
    return { apex, swings, cost: wrong + distance(apex, last) };
  });
  const best = answers.reduce((one, two) => (two.cost < one.cost ? two : one));
  for (const [{ fold }, degrees] of best.swings) by.set(fold, degrees);
  return best.apex;
}

/** Radians in the plane as degrees of the fold, the way that keeps its angle within what a fold can do. */
function swung({ turn, angle, valley }: Planar, radians: number): number {
  const degrees = (radians * turn * 180) / Math.PI;
  const middle = (valley ? 90 : -90) - angle;
  return degrees - 360 * Math.round((degrees - middle) / 360);
}

/** Degrees by which a fold is beyond flat or beyond folded over. */
const beyond = ({ angle, valley }: Planar, swing: number): number =>
  Math.max(0, Math.abs(angle + swing - (valley ? 90 : -90)) - 90);
