/**
 * The folding proof: every panel is turned about its score to where it ends, and what a form claims is measured on the
 * folded panels. Nothing here reads a form's formula: only panels, folds, glue and contents as they stand in the
 * solution.
 */
import { sharedArea } from "../geometry/clipper.ts";
import { areaOf, flatten, polygon } from "../geometry/path.ts";
import { direction, distance, type Point, turn } from "../geometry/point.ts";
import { LANDING_MM, SAME_POINT_MM, TOUCHING_MM2 } from "../geometry/tolerance.ts";
import type { Piece } from "../model/piece.ts";
import type { Extent, Solution } from "../model/solution.ts";
import { assembled, caliperOf, foldedPanels, lastOrder, move, type Point3, type Rigid, undo } from "./pose.ts";

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

/** Plies that may lie over contents too small to reach under the flaps: there the cavity is that much deeper. */
const PLIES_ABOVE = 3;
/** The reported gap may differ from the measured one by no more than this (mm): what is printed is what is there. */
const GAP_MM = 0.01;
/** mm² by which an outline may differ from its panels: rounding of sums only */
const AREA_MM2 = 0.01;

const panelOf = (piece: Piece, id: string) => piece.panels.find((p) => p.id === id);

/** Proves a solution by folding it up. */
export function prove(solution: Solution): Proof {
  const caliper = solution.spec.stock.caliper;
  const filled = solution.contents[0]?.thickness ?? 0;
  const pieces = assembled(solution);
  const poses = foldedPanels(solution, { progress: lastOrder(solution), caliper, filled });
  const at = (piece: string, panel: string): Rigid => {
    const pose = poses.get(`${piece}/${panel}`);
    if (!pose) throw new Error(`proof: there is no panel '${panel}' in piece '${piece}'`);
    return pose;
  };

  const landings = pieces.flatMap((piece) => piece.glue.map((glue) => land(solution, piece, glue, at, caliper)));
  const sheets = pieces.flatMap((piece) =>
    piece.panels.map((panel): Sheet => ({
      piece: piece.id,
      panel: panel.id,
      pose: at(piece.id, panel.id),
      points: flatten(panel.outline),
      caliper: caliperOf(piece, caliper),
    })),
  );
  const contents = measureContents(solution, sheets, at, caliper);
  const crossings = [...flatCrossings(solution), ...foldedCrossings(sheets)];
  const area = solution.pieces.map((piece) => ({
    piece: piece.id,
    outline: piece.outline.reduce((sum, loop) => sum + areaOf(loop), 0),
    panels: piece.panels.reduce((sum, panel) => sum + areaOf(panel.outline), 0),
  }));

  const gapTrue =
    contents.gap === undefined ||
    ((["width", "height"] as const).every((axis) => (contents.gap?.[axis] ?? 0) > 0) &&
      (["width", "height", "depth"] as const).every((axis) => {
        const more = (contents.gap?.[axis] ?? 0) - solution.gap[axis];
        return more >= -GAP_MM && more <= GAP_MM + (axis === "depth" ? PLIES_ABOVE * caliper : 0);
      }));
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
  const half = (sheet: Piece, face: "front" | "back"): number =>
    (face === "front" ? caliperOf(sheet, caliper) : -caliperOf(sheet, caliper)) / 2;
  // foam fills the distance it is bought for
  const foam = solution.joins.find((j) => j.piece === piece.id)?.raised ?? 0;
  const landed = glue.polygon.map(([x, y]): Point3 => move(home, move(source, [x, y, half(piece, glue.face)])));
  const distance = Math.max(...landed.map((p) => Math.abs(Math.abs(p[2] - half(target, glue.onto.face)) - foam)));
  const zone = landed.map((p): Point => [p[0], p[1]]);
  const size = Math.abs(areaOf(polygon(zone)));
  const missed = size - sharedArea(zone, flatten(panel.outline));
  const overhang = Math.abs(areaOf(polygon(glue.polygon))) - sharedArea(glue.polygon, flatten(own.outline));
  return { glue: glue.id, onto, distance, outside: Math.max(0, missed) + Math.max(0, overhang) };
}

/** A panel where it is in space. */
interface Sheet {
  readonly piece: string;
  readonly panel: string;
  readonly pose: Rigid;
  readonly points: readonly Point[];
  /** mm its paper is thick */
  readonly caliper: number;
}

/** The least and the greatest of each coordinate. */
function extent(points: readonly Point3[]): readonly (readonly [number, number])[] {
  return ([0, 1, 2] as const).map((i) => {
    const values = points.map((p) => p[i]);
    return [Math.min(...values), Math.max(...values)] as const;
  });
}

/** Closer to a plane than this (mm) is in it: rounding of a few turns in space. */
const IN_PLANE_MM = 1e-6;

/**
 * Room round the contents: from each of their sides to what closes the holder there, and upwards. A wall that stands
 * there is met where it stands. A crease of a flat pocket must also reach round half the thickness on each side (girth:
 * 2W ≥ 2(w + t)).
 */
function measureContents(solution: Solution, sheets: readonly Sheet[], at: At, caliper: number): Proof["contents"] {
  const lying = solution.contents[0];
  const piece = lying && solution.pieces.find((p) => p.id === lying.on.piece);
  if (!lying || !piece) return { gap: undefined, crossing: 0 };
  const [c, s] = turn(lying.rotation);
  const local = ([x, y, z]: Point3): Point3 => [
    c * (x - lying.x) + s * (y - lying.y),
    -s * (x - lying.x) + c * (y - lying.y),
    z,
  ];
  const [a, b] = [lying.width / 2, lying.height / 2];
  // nearest on each of the four sides, in the contents' own axes: half a thickness is taken off where it is a crease
  const sides = { right: Infinity, left: Infinity, up: Infinity, down: Infinity };
  const meet = (side: keyof typeof sides, room: number): void => {
    sides[side] = Math.min(sides[side], room);
  };
  for (const fold of piece.folds) {
    if (fold.panels[0] !== lying.on.panel || Math.abs(fold.angle) < 179) continue;
    const [from, to] = [local([...fold.from, 0]), local([...fold.to, 0])];
    const upright = Math.abs(from[0] - to[0]) < Math.abs(from[1] - to[1]);
    const [i, j, half] = upright ? ([0, 1, b] as const) : ([1, 0, a] as const);
    if (Math.max(from[j], to[j]) < -half || Math.min(from[j], to[j]) > half) continue;
    const near = (from[i] + to[i]) / 2;
    meet(
      upright ? (near > 0 ? "right" : "left") : near > 0 ? "up" : "down",
      Math.abs(near) - (upright ? a : b) - lying.thickness / 2,
    );
  }
  const home = undo(at(piece.id, lying.on.panel));
  const others = sheets
    .filter((sheet) => sheet.piece !== piece.id || sheet.panel !== lying.on.panel)
    .map((sheet) => sheet.points.map(([x, y]) => local(move(home, move(sheet.pose, [x, y, 0])))));
  let ceiling = Infinity;
  for (const placed of others) {
    const [x, y, z] = extent(placed) as [[number, number], [number, number], [number, number]];
    const beside = z[1] > caliper && z[0] < lying.thickness;
    if (x[1] - x[0] < IN_PLANE_MM && beside && y[1] > -b && y[0] < b)
      meet(x[0] > 0 ? "right" : "left", Math.abs(x[0]) - a);
    else if (y[1] - y[0] < IN_PLANE_MM && beside && x[1] > -a && x[0] < a)
      meet(y[0] > 0 ? "up" : "down", Math.abs(y[0]) - b);
    else if (z[1] - z[0] < IN_PLANE_MM && z[0] > caliper && x[1] > -a && x[0] < a && y[1] > -b && y[0] < b)
      ceiling = Math.min(ceiling, z[0]);
  }
  // a flat pocket is as deep as what is in it
  const walled = solution.inside.depth > 0;
  const gap = {
    width: sides.left + sides.right,
    height: sides.up + sides.down,
    depth: walled ? ceiling - lying.thickness : 0,
  };
  // a panel that lies within the contents' thickness over their area runs through them
  let crossing = Math.max(0, -gap.width, -gap.height, -gap.depth);
  const box: Point[] = [
    [-a, -b],
    [a, -b],
    [a, b],
    [-a, b],
  ];
  for (const placed of others) {
    const [low, high] = extent(placed)[2] as [number, number];
    if (high <= caliper * 0.999 || low >= lying.thickness + caliper * 0.999) continue;
    crossing += sharedArea(
      placed.map((p): Point => [p[0], p[1]]),
      box,
    );
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

/**
 * Panels in the same place once folded: in parallel planes less than a caliper apart and sharing paper, or one standing
 * right through the other.
 */
function foldedCrossings(sheets: readonly Sheet[]): Crossing[] {
  return pairs(sheets).flatMap(([a, b]): Crossing[] => {
    const caliper = (a.caliper + b.caliper) / 2;
    const home = undo(a.pose);
    const placed = b.points.map(([x, y]) => move(home, move(b.pose, [x, y, 0])));
    const z = placed.map((p) => p[2]);
    const parallel = Math.max(...z) - Math.min(...z) < IN_PLANE_MM;
    if (parallel && Math.abs(z[0] as number) >= caliper * 0.999) return [];
    const area = parallel
      ? sharedArea(
          placed.map((p): Point => [p[0], p[1]]),
          a.points,
        )
      : through(a.points, placed, caliper);
    return area > TOUCHING_MM2
      ? [{ panels: [`${a.piece}/${a.panel}`, `${b.piece}/${b.panel}`], when: "folded", area }]
      : [];
  });
}

/** mm² of paper where a panel (`placed`, in the other's frame) stands through another: the length it does so, a caliper wide. */
function through(flat: readonly Point[], placed: readonly Point3[], caliper: number): number {
  const z = placed.map((p) => p[2]);
  // a panel that only rests on the other, or ends in its thickness, does not go through it
  if (Math.min(...z) > -caliper || Math.max(...z) < caliper) return 0;
  const cuts: Point[] = [];
  placed.forEach((p, i) => {
    const q = placed[(i + 1) % placed.length] as Point3;
    if (p[2] > 0 === q[2] > 0) return;
    const t = p[2] / (p[2] - q[2]);
    cuts.push([p[0] + (q[0] - p[0]) * t, p[1] + (q[1] - p[1]) * t]);
  });
  const [one, two] = [cuts[0], cuts.at(-1)];
  if (!one || !two || distance(one, two) < SAME_POINT_MM) return 0;
  // half the paper's width on either side of the cut: an edge that only touches has the other panel on one side alone
  const ahead = direction(one, two);
  const half = caliper / 2;
  const beside = (by: number): Point[] => {
    const off = (p: Point): Point => [p[0] - ahead[1] * by, p[1] + ahead[0] * by];
    return [one, two, off(two), off(one)];
  };
  return 2 * Math.min(sharedArea(beside(half), flat), sharedArea(beside(-half), flat));
}

const pairs = <T>(items: readonly T[]): (readonly [T, T])[] =>
  items.flatMap((a, i) => items.slice(i + 1).map((b) => [a, b] as const));
