/**
 * The folding proof: every panel is turned about its score to where it ends, and what a form claims is measured on the
 * folded panels. Nothing here reads a form's formula: only panels, folds, glue and contents as they stand in the
 * solution.
 */
import { noiseOf, sharedArea } from "../geometry/clipper.ts";
import { areaOf, clipConvex, flatten, holds, type Path, polygon } from "../geometry/path.ts";
import { between, direction, distance, type Point, turn } from "../geometry/point.ts";
import { LANDING_MM, SAME_POINT_MM, TOUCHING_MM2 } from "../geometry/tolerance.ts";
import type { Piece, Placement } from "../model/piece.ts";
import type { Extent, Solution } from "../model/solution.ts";
import { offOutline } from "../paper/hole.ts";
import { stepsIn } from "../paper/motion.ts";
import type { Clash } from "./clash.ts";
import {
  after,
  assembled,
  caliperOf,
  facetsOf,
  filledWith,
  foldedPanels,
  type FoldState,
  lastOrder,
  lyingMove,
  move,
  type Point3,
  type Rigid,
  STILL,
  undo,
} from "../paper/pose.ts";

/** How a glued zone came down where it is glued. */
export interface Landing {
  readonly glue: string;
  readonly onto: string;
  /** mm between the two faces once folded */
  readonly distance: number;
  /** mm² of the glued zone that misses its target or its own flap */
  readonly outside: number;
}
/** Two papers that stand through one another at a moment; mm². */
export interface Crossing {
  readonly panels: readonly [string, string];
  /** flat, folded, or a motion and how far it has gone */
  readonly when: string;
  /** mm² of paper in the same place */
  readonly area: number;
}
/** What folding the panels found: `ok` when every zone landed, nothing crosses and the contents have their gap. */
export interface Proof {
  readonly ok: boolean;
  readonly landings: readonly Landing[];
  /** room measured round the first of the contents, mm, and mm² where any of them crosses a panel; no contents, no gap */
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
  const filled = filledWith(solution.contents);
  const poses = foldedPanels(solution, { progress: lastOrder(solution), caliper, filled });
  const at = (piece: string, panel: string): Rigid => {
    const pose = poses.get(`${piece}/${panel}`);
    if (!pose) throw new Error(`proof: there is no panel '${panel}' in piece '${piece}'`);
    return pose;
  };

  const sheets = sheetsOf(solution, { progress: lastOrder(solution), caliper, filled });
  // what is slid between two faces that are glued to one another bends them apart: they are glued while it is empty
  const empty = solution.contents.some((c) => c.open)
    ? sheetsOf(solution, { progress: lastOrder(solution), caliper })
    : sheets;
  const landings = landingsOf(solution, ({ onto }, piece) =>
    solution.contents.some((c) => c.on.piece === piece && c.on.panel === onto.panel && onto.face === "front")
      ? empty
      : sheets,
  );
  const bends = solution.pieces.some((p) => p.folds.some((f) => f.path));
  const held = bends ? [] : solution.contents.map((lying) => measureContents(solution, lying, sheets, at, caliper));
  const contents = {
    gap: held[0]?.gap,
    crossing: bends
      ? contentsCrossings(solution, sheets, at, "folded").reduce((sum, one) => sum + one.area, 0)
      : held.reduce((sum, one) => sum + one.crossing, 0),
  };
  const crossings = [...flatCrossings(solution), ...foldedCrossings(sheets, "folded")];
  const area = solution.pieces.map((piece) => ({
    piece: piece.id,
    outline: piece.outline.reduce((sum, loop) => sum + areaOf(loop), 0),
    panels: piece.panels.reduce((sum, panel) => sum + areaOf(panel.outline), 0),
  }));

  const gapTrue = held.every(({ gap }, i) => {
    const claimed = solution.contents[i]?.gap;
    return (
      claimed !== undefined &&
      (["width", "height"] as const).every((axis) => gap[axis] > 0 || axis === solution.contents[i]?.open?.axis) &&
      (["width", "height", "depth"] as const).every((axis) => {
        const more = gap[axis] - claimed[axis];
        return more >= -GAP_MM && more <= GAP_MM + (axis === "depth" ? PLIES_ABOVE * caliper : 0);
      })
    );
  });
  const ok =
    landings.every((l) => l.distance <= LANDING_MM + SAME_POINT_MM && l.outside <= TOUCHING_MM2) &&
    gapTrue &&
    contents.crossing <= TOUCHING_MM2 &&
    crossings.length === 0 &&
    area.every((a) => Math.abs(a.outline - a.panels) <= AREA_MM2);
  return { ok, landings, contents, crossings, area };
}

type At = (piece: string, panel: string) => Rigid;

const landingsOf = (
  solution: Solution,
  sheetsFor: (glue: Piece["glue"][number], piece: string) => readonly Sheet[],
): Landing[] =>
  assembled(solution).flatMap((piece) =>
    piece.glue.map((glue) => land(solution, piece, glue, sheetsFor(glue, piece.id))),
  );

/** Where a glued zone comes down: its own points, carried into the target's flat coordinates. */
function land(solution: Solution, piece: Piece, glue: Piece["glue"][number], sheets: readonly Sheet[]): Landing {
  const onto = `${glue.onto.piece}/${glue.onto.panel}`;
  const of = (id: string, panel: string) => sheets.filter((s) => s.piece === id && s.panel === panel);
  const [own, target] = [of(piece.id, glue.panel), of(glue.onto.piece, glue.onto.panel)];
  if (own.length === 0 || target.length === 0) return { glue: glue.id, onto, distance: Infinity, outside: Infinity };
  const half = ({ caliper }: Sheet, face: "front" | "back"): number => (face === "front" ? caliper : -caliper) / 2;
  // foam fills the distance it is bought for, between one piece and another
  const foam = (glue.onto.piece !== piece.id && solution.joins.find((j) => j.piece === piece.id)?.raised) || 0;
  let [far, landed, kept] = [0, 0, 0];
  for (const sheet of own) {
    const part = own.length === 1 ? glue.polygon : sharedPart(glue.polygon, sheet.points);
    const whole = Math.abs(areaOf(polygon(part)));
    if (whole < TOUCHING_MM2) continue;
    const parts = target.map((below) => {
      const home = after(undo(below.pose), sheet.pose);
      const zone = part.map(([x, y]): Point3 => move(home, [x, y, half(sheet, glue.face)]));
      const off = Math.max(...zone.map((p) => Math.abs(Math.abs(p[2] - half(below, glue.onto.face)) - foam)));
      return {
        off,
        on: sharedArea(
          zone.map((p): Point => [p[0], p[1]]),
          below.points,
        ),
      };
    });
    const best = parts.reduce((a, b) => (b.off + whole - b.on < a.off + whole - a.on ? b : a));
    far = Math.max(far, best.off);
    landed += parts.reduce((sum, { on, off }) => sum + (off < far + LANDING_MM ? on : 0), 0);
    kept += sharedArea(part, sheet.points);
  }
  const size = Math.abs(areaOf(polygon(glue.polygon)));
  const noise = noiseOf(glue.polygon);
  return {
    glue: glue.id,
    onto,
    distance: far,
    outside: Math.max(0, size - landed - noise) + Math.max(0, size - kept - noise),
  };
}

/** A flat bit of paper where it is in space. */
interface Sheet {
  readonly piece: string;
  readonly panel: string;
  readonly pose: Rigid;
  readonly points: readonly Point[];
  /** mm its paper is thick */
  readonly caliper: number;
  /** what is cut in it, in its flat coordinates */
  readonly cuts: readonly Path[];
  /** no panel but the paper between two that stand off one another: it goes through a slit, say */
  readonly step?: true;
}

/** All the paper as it is folded so far: its panels, and the steps between panels that stand off one another. */
function sheetsOf(solution: Solution, state: FoldState): Sheet[] {
  const poses = foldedPanels(solution, state);
  const cutsIn = (piece: Piece | undefined, panel: string): Path[] =>
    (piece?.cuts ?? []).filter((c) => c.panel === panel).map((c) => c.path);
  const sheets = facetsOf(solution, state).map((facet): Sheet => {
    const piece = solution.pieces.find((p) => p.id === facet.piece);
    const caliper = caliperOf(piece, state.caliper);
    return { ...facet, points: facet.flat, caliper, cuts: cutsIn(piece, facet.panel) };
  });
  const steps = assembled(solution).flatMap((piece) =>
    piece.folds.flatMap((fold): Sheet[] => {
      if (fold.angle !== 0) return [];
      const [one, two] = fold.panels.map((id) => poses.get(`${piece.id}/${id}`)) as [Rigid, Rigid];
      const [a, b] = [fold.from, fold.to].map(([x, y]) => move(one, [x, y, 0])) as [Point3, Point3];
      const [c] = [fold.from].map(([x, y]) => move(two, [x, y, 0])) as [Point3];
      const long = distance(fold.from, fold.to);
      const u = b.map((v, i) => (v - (a[i] as number)) / long) as unknown as Point3;
      const high = Math.hypot(c[0] - a[0], c[1] - a[1], c[2] - a[2]);
      if (high < SAME_POINT_MM) return [];
      const v = c.map((w, i) => (w - (a[i] as number)) / high) as unknown as Point3;
      const n = [u[1] * v[2] - u[2] * v[1], u[2] * v[0] - u[0] * v[2], u[0] * v[1] - u[1] * v[0]] as const;
      const pose: Rigid = { r: [u[0], v[0], n[0], u[1], v[1], n[1], u[2], v[2], n[2]], t: a };
      const points: Point[] = [
        [0, 0],
        [long, 0],
        [long, high],
        [0, high],
      ];
      const caliper = caliperOf(piece, state.caliper);
      return [{ piece: piece.id, panel: fold.id, pose, points, caliper, cuts: [], step: true }];
    }),
  );
  return [...sheets, ...steps];
}

/** The part of a convex zone on a facet, in the zone's own flat coordinates. */
const sharedPart = (zone: readonly Point[], facet: readonly Point[]): readonly Point[] => clipConvex(zone, facet);

/** The least and the greatest of each coordinate. */
function extent(points: readonly Point3[]): readonly (readonly [number, number])[] {
  return ([0, 1, 2] as const).map((i) => {
    const values = points.map((p) => p[i]);
    return [Math.min(...values), Math.max(...values)] as const;
  });
}

/** A panel that ends at this angle or more stands in the way of what lies beside its fold; from `FLAT_DEG` on it is a crease. */
const CLOSES_DEG = 45;
const FLAT_DEG = 179;
/** Closer to a plane than this (mm) is in it: rounding of a few turns in space. */
const IN_PLANE_MM = 1e-6;

/**
 * Room round the contents: from each of their sides to what closes the holder there, and upwards. A wall that stands
 * there is met where it stands. A crease of a flat pocket must also reach round half the thickness on each side (girth:
 * 2W ≥ 2(w + t)).
 */
function measureContents(
  solution: Solution,
  lying: Placement,
  sheets: readonly Sheet[],
  at: At,
  caliper: number,
): { readonly gap: Extent; readonly crossing: number } {
  const piece = solution.pieces.find((p) => p.id === lying.on.piece);
  if (!piece) return { gap: lying.gap, crossing: Infinity };
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
    // what only bends there, or lies open, closes nothing
    if (fold.panels[0] !== lying.on.panel || Math.abs(fold.angle) < CLOSES_DEG || fold.path) continue;
    const [from, to] = [local([...fold.from, 0]), local([...fold.to, 0])];
    const upright = Math.abs(from[0] - to[0]) < Math.abs(from[1] - to[1]);
    const [i, j, half] = upright ? ([0, 1, b] as const) : ([1, 0, a] as const);
    if (Math.max(from[j], to[j]) < -half || Math.min(from[j], to[j]) > half) continue;
    // a side that leans is nearest at one end of what lies beside it
    const along = (at: number): number => {
      const t = (Math.min(Math.max(at, -half), half) - from[j]) / (to[j] - from[j]);
      return from[i] + (to[i] - from[i]) * t;
    };
    const ends = [along(-half), along(half)];
    const near = ends.reduce((p, q) => (Math.abs(q) < Math.abs(p) ? q : p));
    // a crease must reach round half the thickness, beside a wall there is none to reach round
    const round = Math.abs(fold.angle) > FLAT_DEG ? lying.thickness / 2 : 0;
    meet(
      upright ? (near > 0 ? "right" : "left") : near > 0 ? "up" : "down",
      Math.abs(near) - (upright ? a : b) - round,
    );
  }
  // where nothing closes the holder, at its mouth, the panel they lie on is as far as the room goes
  const beneath = panelOf(piece, lying.on.panel);
  const [wide, high] = extent(flatten(beneath?.outline ?? []).map(([x, y]) => local([x, y, 0])));
  if (wide && high) {
    if (lying.open?.axis !== "width") {
      meet("left", -wide[0] - a);
      meet("right", wide[1] - a);
    }
    if (lying.open?.axis !== "height") {
      meet("down", -high[0] - b);
      meet("up", high[1] - b);
    }
  }
  const home = undo(at(piece.id, lying.on.panel));
  // paper glued on the very face they lie on closes the pocket there, as a crease does: they lie beside it
  for (const glue of piece.glue) {
    if (glue.onto.piece !== piece.id || glue.onto.panel !== lying.on.panel || glue.onto.face !== "front") continue;
    const carried = (points: readonly Point[]) =>
      extent(points.map(([x, y]) => local(move(home, move(at(piece.id, glue.panel), [x, y, 0])))));
    const over = ([x, y]: ReturnType<typeof extent>): boolean =>
      x !== undefined && y !== undefined && x[1] > -a && x[0] < a && y[1] > -b && y[0] < b;
    // a tab is met at its own edge; of a front that lies over them only the glue is in their way
    const tab = carried(flatten(panelOf(piece, glue.panel)?.outline ?? []));
    const [x, y] = over(tab) ? carried(glue.polygon) : tab;
    if (!x || !y) continue;
    const half = lying.thickness / 2;
    const near = (range: readonly [number, number]): number => Math.min(Math.abs(range[0]), Math.abs(range[1]));
    if (x[0] >= a || x[1] <= -a) {
      if (y[1] > -b && y[0] < b) meet(x[0] > 0 ? "right" : "left", near(x) - a - half);
    } else if (x[1] > -a && x[0] < a) meet(y[0] > 0 ? "up" : "down", near(y) - b - half);
  }
  const own = caliperOf(piece, caliper);
  const others = sheets
    .filter((sheet) => sheet.piece !== piece.id || sheet.panel !== lying.on.panel)
    .map((sheet) => ({
      placed: sheet.points.map(([x, y]) => local(move(home, move(sheet.pose, [x, y, 0])))),
      // from the middle of the paper they lie on to the middle of a sheet that touches it
      ply: (own + sheet.caliper) / 2,
    }));
  // what ends where they end lies beside them: double arithmetic alone must not push it over
  const overWidth = ([low, high]: readonly [number, number]): boolean =>
    high > -a + SAME_POINT_MM && low < a - SAME_POINT_MM;
  const overHeight = ([low, high]: readonly [number, number]): boolean =>
    high > -b + SAME_POINT_MM && low < b - SAME_POINT_MM;
  let ceiling = Infinity;
  for (const { placed, ply } of others) {
    const [x, y, z] = extent(placed) as [[number, number], [number, number], [number, number]];
    const beside = z[1] > ply && z[0] < lying.thickness;
    if (x[1] - x[0] < IN_PLANE_MM && beside && overHeight(y)) meet(x[0] > 0 ? "right" : "left", Math.abs(x[0]) - a);
    else if (y[1] - y[0] < IN_PLANE_MM && beside && overWidth(x)) meet(y[0] > 0 ? "up" : "down", Math.abs(y[0]) - b);
    else if (z[1] - z[0] < IN_PLANE_MM && z[0] > ply && overWidth(x) && overHeight(y))
      ceiling = Math.min(ceiling, z[0]);
  }
  // a flat pocket is as deep as what is in it
  const walled = lying.inside.depth > 0;
  // an open end has nothing to measure to; whatever stands in its way all the same is a gap of less than nothing
  const across = (axis: "width" | "height", [one, other]: readonly [number, number]): number =>
    axis === lying.open?.axis ? Math.min(0, one, other) : one + other;
  const gap = {
    width: across("width", [sides.left, sides.right]),
    height: across("height", [sides.up, sides.down]),
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
  for (const { placed, ply } of others) {
    const [low, high] = extent(placed)[2] as [number, number];
    if (high <= ply * 0.999 || low >= lying.thickness + ply * 0.999) continue;
    crossing += sharedArea(
      placed.map((p): Point => [p[0], p[1]]),
      box,
    );
  }
  return { gap, crossing };
}

/** Paper inside the contents' boxes, whatever way it stands there. */
function contentsCrossings(
  solution: Solution,
  sheets: readonly Sheet[],
  at: At,
  when: Crossing["when"],
): readonly Crossing[] {
  const { caliper } = solution.spec.stock;
  return solution.contents.flatMap((lying, i): Crossing[] => {
    const home = undo(after(at(lying.on.piece, lying.on.panel), lyingMove(solution, lying, caliper)));
    const [a, b, t] = [lying.width / 2, lying.height / 2, lying.thickness];
    const room = [-a, a, -b, b, 0, t];
    return sheets.flatMap((sheet): Crossing[] => {
      const carry = after(home, sheet.pose);
      const kept = room.reduce(
        (points: readonly Point3[], limit, k) => cutBy(points, k >> 1, k % 2 === 0 ? 1 : -1, limit),
        sheet.points.map(([x, y]) => move(carry, [x, y, 0])),
      );
      const area = kept.length < 3 ? 0 : area3(kept);
      const panels = [`contents/${String(i)}`, `${sheet.piece}/${sheet.panel}`] as const;
      return area > TOUCHING_MM2 ? [{ panels, when, area }] : [];
    });
  });
}

/** What of a polygon in space lies beyond a limit on an axis (`way` 1) or before it. */
function cutBy(points: readonly Point3[], axis: number, way: 1 | -1, limit: number): Point3[] {
  const off = (p: Point3): number => way * ((p[axis] as number) - limit);
  return points.flatMap((p, i): Point3[] => {
    const q = points[(i + 1) % points.length] as Point3;
    const [one, two] = [off(p), off(q)];
    const kept = one >= 0 ? [p] : [];
    if (one >= 0 === two >= 0) return kept;
    const t = one / (one - two);
    return [...kept, p.map((v, k) => v + ((q[k] as number) - v) * t) as unknown as Point3];
  });
}

const area3 = (points: readonly Point3[]): number => {
  const sum = points.reduce<Point3>(
    ([x, y, z], p, i) => {
      const q = points[(i + 1) % points.length] as Point3;
      return [x + p[1] * q[2] - p[2] * q[1], y + p[2] * q[0] - p[0] * q[2], z + p[0] * q[1] - p[1] * q[0]];
    },
    [0, 0, 0],
  );
  return Math.hypot(...sum) / 2;
};

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

/** The paper at each step of a motion, and how far it has gone there, 0 to 1. */
function* walked(
  solution: Solution,
  id: string,
): Generator<{ readonly gone: number; readonly sheets: readonly Sheet[]; readonly at: At }> {
  const motion = solution.motions.find((m) => m.id === id);
  if (!motion) throw new Error(`there is no motion '${id}'`);
  const steps = stepsIn(motion);
  const filled = filledWith(solution.contents);
  const state = { progress: lastOrder(solution), caliper: solution.spec.stock.caliper, filled };
  const before = motion.after === undefined ? {} : { [motion.after]: 1 };
  for (let i = 0; i <= steps; i += 1) {
    const moment = { ...state, motion: { ...before, [id]: i / steps } };
    const poses = foldedPanels(solution, moment);
    const at: At = (piece, panel) => poses.get(`${piece}/${panel}`) ?? STILL;
    yield { gone: i / steps, sheets: sheetsOf(solution, moment), at };
  }
}

/** Walks a motion and proves at every step what must hold at rest: glue stays, nothing runs through anything. */
export function proveMotion(solution: Solution, id: string): Pick<Proof, "ok" | "landings" | "crossings"> {
  const seen = [...walked(solution, id)].map(({ gone, sheets }) => ({
    landings: landingsOf(solution, () => sheets),
    crossings: foldedCrossings(sheets, `${id} ${String(gone)}`),
  }));
  const landings = seen.flatMap((s) => s.landings);
  const crossings = seen.flatMap((s) => s.crossings);
  const ok =
    crossings.length === 0 &&
    landings.every((l) => l.distance <= LANDING_MM + SAME_POINT_MM && l.outside <= TOUCHING_MM2);
  return { ok, landings, crossings };
}

/** What runs into what over the whole of a motion, contents as well; moments of one pair that follow on one another are one. */
export function clashesIn(solution: Solution, motion: string): readonly Clash[] {
  const open = new Map<string, Clash>();
  const done: Clash[] = [];
  for (const { gone, sheets, at } of walked(solution, motion)) {
    const all = [...foldedCrossings(sheets, motion), ...contentsCrossings(solution, sheets, at, motion)];
    const now = new Map(all.map((c) => [c.panels.join(" "), c]));
    for (const [pair, clash] of open)
      if (!now.has(pair)) {
        done.push(clash);
        open.delete(pair);
      }
    for (const [pair, { panels, area }] of now) {
      const was = open.get(pair) ?? { motion, between: panels, from: gone, to: gone, area };
      open.set(pair, { ...was, to: gone, area: Math.max(was.area, area) });
    }
  }
  return [...done, ...open.values()];
}

/**
 * Panels in the same place once folded: in parallel planes less than a caliper apart and sharing paper, or one standing
 * right through the other where nothing is cut.
 */
function foldedCrossings(sheets: readonly Sheet[], when: Crossing["when"]): Crossing[] {
  const boxes = new Map(sheets.map((s) => [s, extent(s.points.map(([x, y]) => move(s.pose, [x, y, 0])))]));
  return pairs(sheets).flatMap(([a, b]): Crossing[] => {
    if (a.panel === b.panel && a.piece === b.piece) return [];
    // a step belongs to the two panels it joins
    if ((a.step || b.step) && a.piece === b.piece) return [];
    const caliper = (a.caliper + b.caliper) / 2;
    const [one, two] = [boxes.get(a) ?? [], boxes.get(b) ?? []];
    if (one.some(([low, high], i) => low > (two[i]?.[1] ?? 0) + caliper || high < (two[i]?.[0] ?? 0) - caliper))
      return [];
    const carry = after(undo(a.pose), b.pose);
    const placed = b.points.map(([x, y]) => move(carry, [x, y, 0]));
    const z = placed.map((p) => p[2]);
    const parallel = Math.max(...z) - Math.min(...z) < IN_PLANE_MM;
    if (parallel && Math.abs(z[0] as number) >= caliper * 0.999) return [];
    const back = undo(carry);
    const area = parallel
      ? sharedArea(
          placed.map((p): Point => [p[0], p[1]]),
          a.points,
        )
      : Math.min(
          through(a, placed, caliper),
          through(
            b,
            a.points.map(([x, y]) => move(back, [x, y, 0])),
            caliper,
          ),
        );
    return area > TOUCHING_MM2 ? [{ panels: [`${a.piece}/${a.panel}`, `${b.piece}/${b.panel}`], when, area }] : [];
  });
}

/** mm² of paper where a panel (`placed`, in the other's frame) stands through another: the length it does so, a caliper wide. */
function through({ points: flat, cuts: open }: Sheet, placed: readonly Point3[], caliper: number): number {
  const z = placed.map((p) => p[2]);
  // a panel that only rests on the other, or ends in its thickness, does not go through it
  if (Math.min(...z) > -caliper * 0.999 || Math.max(...z) < caliper * 0.999) return 0;
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
  const area = 2 * Math.min(sharedArea(beside(half), flat), sharedArea(beside(-half), flat));
  return area > 0 && open.length > 0 ? area * (1 - openPart(one, two, open, caliper)) : area;
}

/** How much of a line lies in what is cut: on a slit, or in a hole. */
function openPart(from: Point, to: Point, cuts: readonly Path[], caliper: number): number {
  const samples = Math.max(2, Math.ceil(distance(from, to) * 2));
  const free = Array.from({ length: samples }, (_, i) => between(from, to, (i + 0.5) / samples)).filter((p) =>
    cuts.some((cut) => {
      const points = flatten(cut);
      const closed = distance(cut[0]?.from ?? p, cut.at(-1)?.to ?? p) < SAME_POINT_MM;
      return closed ? holds(points, p) : offOutline(points, p) <= caliper;
    }),
  );
  return free.length / samples;
}

const pairs = <T>(items: readonly T[]): (readonly [T, T])[] =>
  items.flatMap((a, i) => items.slice(i + 1).map((b) => [a, b] as const));
