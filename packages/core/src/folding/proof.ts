/**
 * The folding proof: every panel is turned about its score to where it ends, and what a form claims is measured on the
 * folded panels. Nothing here reads a form's formula: only panels, folds, glue and contents as they stand in the
 * solution.
 */
import { sharedArea } from "../geometry/clipper.ts";
import { areaOf, flatten, polygon } from "../geometry/path.ts";
import { type Point, turn } from "../geometry/point.ts";
import { LANDING_MM, SAME_POINT_MM, TOUCHING_MM2 } from "../geometry/tolerance.ts";
import type { Piece } from "../model/piece.ts";
import type { Extent, Solution } from "../model/solution.ts";
import { foldedPanels, lastOrder, move, type Point3, type Rigid, undo } from "./pose.ts";

export interface Landing {
  readonly glue: string;
  readonly onto: string;
  /** mm between the two faces once folded */
  readonly distance: number;
  /** mm² of the glued zone that misses its target or its own flap */
  readonly outside: number;
}
export interface Crossing {
  readonly panels: readonly [string, string];
  readonly when: "flat" | "folded";
  /** mm² of paper in the same place */
  readonly area: number;
}
export interface Proof {
  readonly ok: boolean;
  readonly landings: readonly Landing[];
  /** room measured round the contents, mm, and mm² where they cross a panel; no contents, no gap */
  readonly contents: { readonly gap: Extent | undefined; readonly crossing: number };
  readonly crossings: readonly Crossing[];
  /** mm²: the outline, and what its panels add up to */
  readonly area: readonly { readonly piece: string; readonly outline: number; readonly panels: number }[];
}

/** The reported gap may differ from the measured one by no more than this (mm): what is printed is what is there. */
const GAP_MM = 0.01;
/** mm² by which an outline may differ from its panels: rounding of sums only */
const AREA_MM2 = 0.01;

const panelOf = (piece: Piece, id: string) => piece.panels.find((p) => p.id === id);

/** A rectangle `width × height` centred at a place and turned, as a polygon; grown by `by` on every side. */
function rectangle({ x, y, rotation, width, height }: Solution["contents"][number], by = 0): Point[] {
  const [c, s] = turn(rotation);
  const [a, b] = [width / 2 + by, height / 2 + by];
  return (
    [
      [-a, -b],
      [a, -b],
      [a, b],
      [-a, b],
    ] as const
  ).map(([u, v]): Point => [x + c * u - s * v, y + s * u + c * v]);
}

/** Proves a solution by folding it up. */
export function prove(solution: Solution): Proof {
  const caliper = solution.spec.stock.caliper;
  const filled = solution.contents[0]?.thickness ?? 0;
  const main = solution.pieces[0];
  const progress = main ? lastOrder(main) : 0;
  const poses = foldedPanels(solution, { progress, caliper, filled });
  const at = (piece: string, panel: string): Rigid => {
    const pose = poses.get(`${piece}/${panel}`);
    if (!pose) throw new Error(`proof: there is no panel '${panel}' in piece '${piece}'`);
    return pose;
  };

  const landings = solution.pieces.flatMap((piece) =>
    piece.glue.map((glue) => land(solution, piece, glue, at, caliper)),
  );
  const contents = measureContents(solution, at, caliper);
  const crossings = [...flatCrossings(solution), ...foldedCrossings(solution, at, caliper)];
  const area = solution.pieces.map((piece) => ({
    piece: piece.id,
    outline: piece.outline.reduce((sum, loop) => sum + areaOf(loop), 0),
    panels: piece.panels.reduce((sum, panel) => sum + areaOf(panel.outline), 0),
  }));

  const gapTrue =
    contents.gap === undefined ||
    (["width", "height"] as const).every(
      (axis) => Math.abs((contents.gap?.[axis] ?? 0) - solution.gap[axis]) <= GAP_MM && (contents.gap?.[axis] ?? 0) > 0,
    );
  const ok =
    landings.every((l) => l.distance <= LANDING_MM + SAME_POINT_MM && l.outside <= TOUCHING_MM2) &&
    gapTrue &&
    contents.crossing <= TOUCHING_MM2 &&
    crossings.length === 0 &&
    area.every((a) => Math.abs(a.outline - a.panels) <= AREA_MM2);
  return { ok, landings, contents, crossings, area };
}

type At = (piece: string, panel: string) => Rigid;

/** Where a glued zone comes down: its own points, carried into the target's flat coordinates. */
function land(solution: Solution, piece: Piece, glue: Piece["glue"][number], at: At, caliper: number): Landing {
  const target = solution.pieces.find((p) => p.id === glue.onto.piece);
  const panel = target && panelOf(target, glue.onto.panel);
  const own = panelOf(piece, glue.panel);
  const onto = `${glue.onto.piece}/${glue.onto.panel}`;
  if (!panel || !own) return { glue: glue.id, onto, distance: Infinity, outside: Infinity };
  const source = at(piece.id, glue.panel);
  const home = undo(at(glue.onto.piece, glue.onto.panel));
  const half = (face: "front" | "back"): number => (face === "front" ? caliper / 2 : -caliper / 2);
  const landed = glue.polygon.map(([x, y]): Point3 => move(home, move(source, [x, y, half(glue.face)])));
  const distance = Math.max(...landed.map((p) => Math.abs(p[2] - half(glue.onto.face))));
  const zone = landed.map((p): Point => [p[0], p[1]]);
  const size = Math.abs(areaOf(polygon(zone)));
  const missed = size - sharedArea(zone, flatten(panel.outline));
  const overhang = Math.abs(areaOf(polygon(glue.polygon))) - sharedArea(glue.polygon, flatten(own.outline));
  return { glue: glue.id, onto, distance, outside: Math.max(0, missed) + Math.max(0, overhang) };
}

/**
 * Room round the contents: from each of their sides to the nearest crease that closes the pocket there. A flat pocket
 * must also reach round half the thickness on each side (girth: 2W ≥ 2(w + t)).
 */
function measureContents(solution: Solution, at: At, caliper: number): Proof["contents"] {
  const lying = solution.contents[0];
  const piece = lying && solution.pieces.find((p) => p.id === lying.on.piece);
  if (!lying || !piece) return { gap: undefined, crossing: 0 };
  const [c, s] = turn(lying.rotation);
  const local = ([x, y]: Point): Point => [
    c * (x - lying.x) + s * (y - lying.y),
    -s * (x - lying.x) + c * (y - lying.y),
  ];
  // nearest crease on each of the four sides, in the contents' own axes
  const sides = { right: Infinity, left: Infinity, up: Infinity, down: Infinity };
  for (const fold of piece.folds) {
    if (fold.panels[0] !== lying.on.panel || Math.abs(fold.angle) < 179) continue;
    const [a, b] = [local(fold.from), local(fold.to)];
    const upright = Math.abs(a[0] - b[0]) < Math.abs(a[1] - b[1]);
    const [near, low, high, half] = upright
      ? [(a[0] + b[0]) / 2, Math.min(a[1], b[1]), Math.max(a[1], b[1]), lying.height / 2]
      : [(a[1] + b[1]) / 2, Math.min(a[0], b[0]), Math.max(a[0], b[0]), lying.width / 2];
    if (high < -half || low > half) continue;
    const side = upright ? (near > 0 ? "right" : "left") : near > 0 ? "up" : "down";
    sides[side] = Math.min(sides[side], Math.abs(near));
  }
  const room = (a: number, b: number, size: number): number => a + b - size - lying.thickness;
  const gap = {
    width: room(sides.left, sides.right, lying.width),
    height: room(sides.up, sides.down, lying.height),
    depth: 0,
  };
  // a panel that lies within the contents' thickness over their area runs through them
  let crossing = Math.max(0, -gap.width, -gap.height);
  const home = undo(at(piece.id, lying.on.panel));
  for (const other of solution.pieces) {
    for (const panel of other.panels) {
      if (other.id === piece.id && panel.id === lying.on.panel) continue;
      const placed = flatten(panel.outline).map(([x, y]) => move(home, move(at(other.id, panel.id), [x, y, 0])));
      const z = placed.map((p) => p[2]);
      if (Math.max(...z) <= caliper * 0.999 || Math.min(...z) >= lying.thickness + caliper * 0.999) continue;
      crossing += sharedArea(
        placed.map((p): Point => [p[0], p[1]]),
        rectangle(lying),
      );
    }
  }
  return { gap, crossing };
}

/** Panels of one blank that claim the same paper. */
function flatCrossings(solution: Solution): Crossing[] {
  return solution.pieces.flatMap((piece) =>
    pairs(piece.panels).flatMap(([a, b]): Crossing[] => {
      const area = sharedArea(flatten(a.outline), flatten(b.outline));
      return area > TOUCHING_MM2
        ? [{ panels: [`${piece.id}/${a.id}`, `${piece.id}/${b.id}`], when: "flat", area }]
        : [];
    }),
  );
}

/** Panels that lie in the same place once folded: in parallel planes less than a caliper apart, sharing paper. */
function foldedCrossings(solution: Solution, at: At, caliper: number): Crossing[] {
  const all = solution.pieces.flatMap((piece) =>
    piece.panels.map((panel) => ({
      key: `${piece.id}/${panel.id}`,
      pose: at(piece.id, panel.id),
      points: flatten(panel.outline),
    })),
  );
  return pairs(all).flatMap(([a, b]): Crossing[] => {
    const home = undo(a.pose);
    const placed = b.points.map(([x, y]) => move(home, move(b.pose, [x, y, 0])));
    const z = placed.map((p) => p[2]);
    const parallel = Math.max(...z) - Math.min(...z) < 1e-6;
    if (!parallel || Math.abs(z[0] as number) >= caliper * 0.999) return [];
    const area = sharedArea(
      placed.map((p): Point => [p[0], p[1]]),
      a.points,
    );
    return area > TOUCHING_MM2 ? [{ panels: [a.key, b.key], when: "folded", area }] : [];
  });
}

const pairs = <T>(items: readonly T[]): (readonly [T, T])[] =>
  items.flatMap((a, i) => items.slice(i + 1).map((b) => [a, b] as const));
