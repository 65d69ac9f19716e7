/**
 * Room round the contents: from each of their sides to what closes the holder there, and upwards. A wall that stands
 * there is met at its face, half its paper off the score. A crease of a flat pocket must also reach round half the thickness on each side (girth:
 * 2W ≥ 2(w + t)).
 *
 *            up                  What closes a holder: a fold beside them, the end of the panel they lie on, paper that is
 *        ┌────────┐              glued down next to them, and whatever stands or lies over them.
 *   left │contents│ right
 *        └────────┘
 *           down
 */
import { sharedArea } from "../geometry/clipper.ts";
import { flatten } from "../geometry/path.ts";
import { type Point, turn } from "../geometry/point.ts";
import { SAME_POINT_MM } from "../geometry/tolerance.ts";
import type { Piece, Contained } from "../model/piece.ts";
import type { Extent, Drawing } from "../model/solution.ts";
import { caliperOf, move, type Point3, type Rigid, undo } from "../paper/pose.ts";
import { type At, extent, IN_PLANE_MM, type ProofFacet } from "./inSpace.ts";

/** A panel that ends at this angle or more stands in the way of what lies beside its fold; from `FLAT_DEG` on it is a crease. */
const CLOSES_DEG = 45;
const FLAT_DEG = 179;
/** Nearest on each of the four sides so far, mm, in the contents' own axes. */
type Nearest = Record<"right" | "left" | "up" | "down", number>;

/** What is measured round: contents on a panel, and everything else in their own axes, x and y from their middle. */
interface RoomRound {
  readonly lying: Contained;
  readonly piece: Piece;
  readonly at: At;
  /** mm of the paper they lie on */
  readonly caliper: number;
  readonly local: (p: Point3) => Point3;
  /** from space to the panel they lie on */
  readonly home: Rigid;
  /** half their width and height */
  readonly a: number;
  readonly b: number;
  readonly meet: (side: keyof Nearest, room: number) => void;
}

/** Paper in the contents' own axes, with how far off the panel they lie on it is when it touches. */
interface Other {
  readonly placed: readonly Point3[];
  readonly ply: number;
  /** mm that it stands off its own middle */
  readonly half: number;
}

/** mm free on each axis, and mm² where paper is in their way. */
export function measureContents(
  solution: Drawing,
  lying: Contained,
  sheets: readonly ProofFacet[],
  at: At,
  caliper: number,
): { readonly gap: Extent; readonly crossing: number } {
  const piece = solution.pieces.find((p) => p.id === lying.on.piece);
  if (!piece) return { gap: lying.gap, crossing: Infinity };
  const sides: Nearest = { right: Infinity, left: Infinity, up: Infinity, down: Infinity };
  const round: RoomRound = {
    ...{
      lying,
      piece,
      at,
      caliper: caliperOf(piece, caliper),
      local: ownAxes(lying),
      home: undo(at(piece.id, lying.on.panel)),
    },
    ...{ a: lying.width / 2, b: lying.height / 2 },
    meet: (side, room) => {
      sides[side] = Math.min(sides[side], room);
    },
  };
  byFolds(round);
  byPanelEnds(round);
  byGlue(round);
  const others = othersOf(round, sheets, caliper);
  const ceiling = byPaperOver(round, others);
  const gap = gapOf(lying, sides, ceiling);
  return { gap, crossing: crossingOf(round, gap, others) };
}

/** From the flat coordinates of the panel they lie on to the contents' own. */
function ownAxes({ rotation, x: left, y: low }: Contained): RoomRound["local"] {
  const [c, s] = turn(rotation);
  return ([x, y, z]) => [c * (x - left) + s * (y - low), -s * (x - left) + c * (y - low), z];
}

/** Folds beside them: half a thickness is taken off where one is a crease. */
function byFolds({ piece, lying, caliper, local, a, b, meet }: RoomRound): void {
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
    // a crease must reach round half the thickness; a wall stands half its own paper into the room
    const round = Math.abs(fold.angle) > FLAT_DEG ? lying.thickness / 2 : caliper / 2;
    meet(
      upright ? (near > 0 ? "right" : "left") : near > 0 ? "up" : "down",
      Math.abs(near) - (upright ? a : b) - round,
    );
  }
}

/** Where nothing closes the holder, at its mouth, the panel they lie on is as far as the room goes. */
function byPanelEnds({ piece, lying, local, a, b, meet }: RoomRound): void {
  const beneath = piece.panels.find((p) => p.id === lying.on.panel);
  const [wide, high] = extent(flatten(beneath?.outline ?? []).map(([x, y]) => local([x, y, 0])));
  if (!wide || !high) return;
  if (lying.open?.axis !== "width") {
    meet("left", -wide[0] - a);
    meet("right", wide[1] - a);
  }
  if (lying.open?.axis !== "height") {
    meet("down", -high[0] - b);
    meet("up", high[1] - b);
  }
}

/** Paper glued on the very face they lie on closes the pocket there, as a crease does: they lie beside it. */
function byGlue({ piece, lying, at, local, home, a, b, meet }: RoomRound): void {
  const half = lying.thickness / 2;
  const near = (range: readonly [number, number]): number => Math.min(Math.abs(range[0]), Math.abs(range[1]));
  for (const glue of piece.glue) {
    if (glue.onto.piece !== piece.id || glue.onto.panel !== lying.on.panel || glue.onto.face !== "front") continue;
    const carried = (points: readonly Point[]) =>
      extent(points.map(([x, y]) => local(move(home, move(at(piece.id, glue.panel), [x, y, 0])))));
    const over = ([x, y]: ReturnType<typeof extent>): boolean =>
      x !== undefined && y !== undefined && x[1] > -a && x[0] < a && y[1] > -b && y[0] < b;
    // a tab is met at its own edge; of a front that lies over them only the glue is in their way
    const tab = carried(flatten(piece.panels.find((p) => p.id === glue.panel)?.outline ?? []));
    const [x, y] = over(tab) ? carried(glue.polygon) : tab;
    if (!x || !y) continue;
    if (x[0] >= a || x[1] <= -a) {
      if (y[1] > -b && y[0] < b) meet(x[0] > 0 ? "right" : "left", near(x) - a - half);
    } else if (x[1] > -a && x[0] < a) meet(y[0] > 0 ? "up" : "down", near(y) - b - half);
  }
}

/** All other paper, in the contents' axes. */
function othersOf(
  { piece, lying, local, home }: RoomRound,
  sheets: readonly ProofFacet[],
  caliper: number,
): readonly Other[] {
  const own = caliperOf(piece, caliper);
  return sheets
    .filter((sheet) => sheet.piece !== piece.id || sheet.panel !== lying.on.panel)
    .map((sheet) => ({
      placed: sheet.points.map(([x, y]) => local(move(home, move(sheet.pose, [x, y, 0])))),
      // from the middle of the paper they lie on to the middle of a sheet that touches it
      ply: (own + sheet.caliper) / 2,
      half: sheet.caliper / 2,
    }));
}

/** What stands beside them closes a side; what lies over them is the ceiling, mm between the faces of the two. */
function byPaperOver({ lying, a, b, meet }: RoomRound, others: readonly Other[]): number {
  // what ends where they end lies beside them: double arithmetic alone must not push it over
  const overWidth = ([low, high]: readonly [number, number]): boolean =>
    high > -a + SAME_POINT_MM && low < a - SAME_POINT_MM;
  const overHeight = ([low, high]: readonly [number, number]): boolean =>
    high > -b + SAME_POINT_MM && low < b - SAME_POINT_MM;
  let ceiling = Infinity;
  for (const { placed, ply, half } of others) {
    const [x, y, z] = extent(placed) as [[number, number], [number, number], [number, number]];
    const beside = z[1] > ply && z[0] < lying.thickness;
    if (x[1] - x[0] < IN_PLANE_MM && beside && overHeight(y))
      meet(x[0] > 0 ? "right" : "left", Math.abs(x[0]) - half - a);
    else if (y[1] - y[0] < IN_PLANE_MM && beside && overWidth(x))
      meet(y[0] > 0 ? "up" : "down", Math.abs(y[0]) - half - b);
    else if (z[1] - z[0] < IN_PLANE_MM && z[0] > ply && overWidth(x) && overHeight(y))
      ceiling = Math.min(ceiling, z[0] - ply);
  }
  return ceiling;
}

/** What is left on each axis: a flat pocket is as deep as what is in it. */
function gapOf(lying: Contained, sides: Nearest, ceiling: number): Extent {
  // an open end has nothing to measure to; whatever stands in its way all the same is a gap of less than nothing
  const across = (axis: "width" | "height", [one, other]: readonly [number, number]): number =>
    axis === lying.open?.axis ? Math.min(0, one, other) : one + other;
  return {
    width: across("width", [sides.left, sides.right]),
    height: across("height", [sides.up, sides.down]),
    depth: lying.inside.depth > 0 ? ceiling - lying.thickness : 0,
  };
}

/** A panel that lies within the contents' thickness over their area runs through them. */
function crossingOf({ lying, a, b }: RoomRound, gap: Extent, others: readonly Other[]): number {
  const box: Point[] = [
    [-a, -b],
    [a, -b],
    [a, b],
    [-a, b],
  ];
  const through = others.map(({ placed, ply }) => {
    const [low, high] = extent(placed)[2] as [number, number];
    if (high <= ply * 0.999 || low >= lying.thickness + ply * 0.999) return 0;
    return sharedArea(
      placed.map((p): Point => [p[0], p[1]]),
      box,
    );
  });
  return through.reduce((sum, area) => sum + area, Math.max(0, -gap.width, -gap.height, -gap.depth));
}
