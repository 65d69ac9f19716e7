/**
 * What a step looks like: the paper as it lies on the board or the table at that moment, as shapes that a screen, a
 * printed sheet or a test can draw. Back to front; mm; x right, y up.
 */
import { boundsOf, type Bounds, flatten, line, type Path, placePath, polygon } from "../geometry/path.ts";
import { add, cross, direction, HERE, offLine, place, type Point, type Pose, scale, turn } from "../geometry/point.ts";
import { notchesOf } from "../methods/punchBoard.ts";
import type { Piece, Role } from "../model/piece.ts";
import { openingsOf } from "../paper/opening.ts";
import type { Solution, Step } from "../model/solution.ts";
import { assembled, foldedPanels, lastOrder, move, type Rigid } from "./pose.ts";
import { openingDirection } from "./stages.ts";

export interface Shape {
  readonly path: Path;
  /** openings in what is filled */
  readonly holes?: readonly Path[];
  readonly fill?: "face" | "back" | "contents" | "glue";
  readonly role?: Role | "edge" | "fence" | "groove" | "guide-line" | "stop" | "measure";
  readonly fold?: "valley" | "mountain";
  /** made or moved in this very step */
  readonly now: boolean;
  /** id of the panel, stroke or zone it shows */
  readonly of?: string;
  /** id of the paper it is cut from, where it is not the draft's own */
  readonly stock?: string;
}

export interface Picture {
  readonly shapes: readonly Shape[];
  readonly bounds: Bounds;
}

const boundsOfShapes = (shapes: readonly Shape[]): Bounds => boundsOf(shapes.flatMap((s) => flatten(s.path)));

const scoreShapes = (piece: Piece, made: readonly string[], now: readonly string[], pose: Pose): Shape[] =>
  piece.lines
    .filter((l) => made.includes(l.id) || now.includes(l.id))
    .map((l) => ({
      path: placePath(l.path, pose),
      role: l.role,
      ...(l.fold && { fold: l.fold }),
      now: now.includes(l.id),
      of: l.id,
    }));

const bareSheet = ({ blank: { width, height } }: Piece): Path =>
  polygon([
    [0, 0],
    [width, 0],
    [width, height],
    [0, height],
  ]);

const ALL_NOTCHES = ["notch-1", "notch-2", "notch-3", "notch-4"];

/** The square as far as it has been punched: every notch made so far is cut out of its edge. */
function punchedSquare(piece: Piece, made: readonly string[]): Path {
  const sheet = bareSheet(piece);
  if (!made.some((id) => ALL_NOTCHES.includes(id))) return sheet;
  const notches = notchesOf(piece);
  return polygon(
    sheet.flatMap(({ from: corner }, k): Point[] => {
      const notch = made.includes(`notch-${String(k + 1)}`) ? notches[k] : undefined;
      return notch ? [corner, notch.before, notch.vertex, notch.after] : [corner];
    }),
  );
}

/** The part of the board that is shown: the same for every turn, so that the paper moves and the board does not. */
function boardBounds(solution: Solution, piece: Piece): Bounds {
  const { width, height } = piece.blank;
  const size = Math.max(width, height);
  if (solution.spec.method.kind !== "punch-board")
    return { left: -size * 0.05, right: size * 1.05, top: size * 0.06, bottom: -size * 1.02 };
  const p = notchesOf(piece)[0]?.vertex[0] ?? 0;
  const reach = Math.max(p, width - p) * 1.06;
  return { left: -reach, right: reach, top: size * 0.07, bottom: -size * 1.03 };
}

/** The board's own furniture: fence, edge stop, groove and guide. */
function boardShapes(solution: Solution, step: Step, piece: Piece): Shape[] {
  const { left, right, top, bottom } = boardBounds(solution, piece);
  const fence: Shape = { path: [line([left, 0], [right, 0])], role: "fence", now: false };
  if (solution.spec.method.kind !== "punch-board") {
    return [fence, { path: [line([0, top], [0, bottom])], role: "stop", now: step.kind === "score" }];
  }
  const notch = notchesOf(piece)[0]?.depth ?? 0;
  const fall = Math.min(right, -bottom - notch);
  return [
    fence,
    { path: [line([0, -notch], [fall, -notch - fall])], role: "groove", now: step.kind === "score" },
    { path: [line([0, -notch], [-fall, -notch - fall])], role: "guide-line", now: step.kind === "turn" },
  ];
}

/** The distance that is set on the ruler: above the fence, from the paper's corner to the punch or from the stop to the score. */
function measureShapes({ kind, measure = 0 }: Step, piece: Piece): Shape[] {
  const size = Math.max(piece.blank.width, piece.blank.height);
  const [from, to] = kind === "punch" ? [-measure, 0] : [0, measure];
  const [y, tick] = [size * 0.035, size * 0.014];
  const strokes = [
    line([from, y - tick], [from, y + tick]),
    line([from, y], [to, y]),
    line([to, y - tick], [to, y + tick]),
  ];
  return strokes.map((s): Shape => ({ path: [s], role: "measure", now: true }));
}

function onBoard(solution: Solution, step: Step, piece: Piece): Shape[] {
  const { pose, done, now } = step.scene;
  const made = step.kind === "punch" ? [...done, ...now] : done;
  const paper: Shape = {
    path: placePath(punchedSquare(piece, made), pose),
    fill: pose.flip ? "back" : "face",
    role: "edge",
    now: false,
    of: "blank",
  };
  const fresh =
    step.kind === "punch"
      ? notchesOf(piece)
          .filter((_, k) => now.includes(`notch-${String(k + 1)}`))
          .map((n): Shape => ({
            path: placePath([line(n.before, n.vertex), line(n.vertex, n.after)], pose),
            role: "cut",
            now: true,
          }))
      : [];
  const measure = step.measure === undefined ? [] : measureShapes(step, piece);
  return [paper, ...boardShapes(solution, step, piece), ...scoreShapes(piece, done, now, pose), ...fresh, ...measure];
}

/** The paper a piece is cut from, where it has its own. */
export const paperOf = ({ stock }: Piece): Pick<Shape, "stock"> =>
  stock?.preset === undefined ? {} : { stock: stock.preset };

/** A piece folded so far, its panels back to front, the contents in their ply or sliding in. */
export function foldedShapes(
  solution: Solution,
  folded: number,
  now: readonly string[],
  slide: number | undefined,
  pose: Pose,
): Shape[] {
  const caliper = solution.spec.stock.caliper;
  const lying = slide === undefined ? undefined : solution.contents[0];
  const poses = foldedPanels(solution, { progress: folded, caliper, filled: lying?.thickness ?? 0 });
  const layers: { z: number; shape: Shape }[] = [];
  const moving = new Set([
    ...now,
    ...solution.pieces.flatMap((p) => p.folds.filter((f) => now.includes(f.id)).map((f) => f.panels[1])),
  ]);
  for (const piece of assembled(solution)) {
    for (const panel of piece.panels) {
      const rigid = poses.get(`${piece.id}/${panel.id}`) as Rigid;
      const points = flatten(panel.outline).map(([x, y]) => move(rigid, [x, y, 0]));
      const z = points.reduce((sum, p) => sum + p[2], 0) / points.length;
      const faceUp = rigid.r[8] > 0;
      const holes = openingsOf(piece.cuts, panel.id).map((path) =>
        polygon(
          flatten(path)
            .map(([x, y]) => move(rigid, [x, y, 0]))
            .map((p) => place([p[0], p[1]], pose)),
        ),
      );
      layers.push({
        z,
        shape: {
          path: polygon(points.map((p) => place([p[0], p[1]], pose))),
          fill: faceUp ? "face" : "back",
          role: "edge",
          now: moving.has(panel.id),
          of: panel.id,
          ...(holes.length > 0 && { holes }),
          ...paperOf(piece),
        },
      });
    }
    for (const glue of piece.glue.filter((g) => now.includes(g.id))) {
      const rigid = poses.get(`${piece.id}/${glue.panel}`) as Rigid;
      const points = glue.polygon.map(([x, y]) => move(rigid, [x, y, 0]));
      layers.push({
        z: (points[0]?.[2] ?? 0) + caliper / 4,
        shape: { path: polygon(points.map((p) => place([p[0], p[1]], pose))), fill: "glue", now: true, of: glue.id },
      });
    }
  }
  if (lying) {
    const out = openingDirection(solution);
    const shift = scale(out, (slide ?? 0) * Math.max(lying.width, lying.height));
    const [c, s] = turn(lying.rotation);
    const corners = (
      [
        [-1, -1],
        [1, -1],
        [1, 1],
        [-1, 1],
      ] as const
    ).map(([u, v]): Point => {
      const [x, y] = [(u * lying.width) / 2, (v * lying.height) / 2];
      return place(add([lying.x + c * x - s * y, lying.y + s * x + c * y], shift), pose);
    });
    layers.push({
      z: caliper / 2 + lying.thickness / 2,
      shape: { path: polygon(corners), fill: "contents", role: "edge", now: now.includes("contents"), of: "contents" },
    });
  }
  return layers.sort((a, b) => a.z - b.z).map((l) => l.shape);
}

/** Turns a holder so that its opening is at the top: how one holds it to fold and fill. */
export function uprightPose(solution: Solution): Pose {
  if (solution.contents.length === 0) return HERE;
  const out = openingDirection(solution);
  return { x: 0, y: 0, rotation: 90 - (Math.atan2(out[1], out[0]) * 180) / Math.PI, flip: false };
}

/** The straight cut across a flap's tip: the edge that runs beside its score. */
function tipCut(piece: Piece, panel: string): Path {
  const fold = piece.folds.find((f) => f.panels[1] === panel);
  const outline = piece.panels.find((p) => p.id === panel)?.outline ?? [];
  if (!fold) return [];
  const along = direction(fold.from, fold.to);
  return outline.filter(
    (s) =>
      s.kind === "line" &&
      Math.abs(cross(along, direction(s.from, s.to))) < 1e-9 &&
      Math.abs(offLine(s.from, fold.from, fold.to)) > 1,
  );
}

function onTable(solution: Solution, step: Step, piece: Piece): Shape[] {
  const { scene, kind } = step;
  if (kind === "cut" && scene.now.includes("blank")) {
    return [
      {
        path: bareSheet(piece),
        fill: "back",
        role: "cut",
        now: true,
        of: "blank",
      },
    ];
  }
  if (scene.piece !== solution.pieces[0]?.id) {
    return piece.outline.map((path) => ({
      path,
      holes: openingsOf(piece.cuts),
      fill: "face",
      role: "cut",
      now: true,
      of: "outline",
      ...paperOf(piece),
    }));
  }
  if (scene.folded === 0 && !["glue", "fill", "close"].includes(kind)) {
    // what is about to be cut away is shown whole, with the cut across it; everything later shows the finished outline
    const corners = step.code === "cut-corners" || step.code === "cut-shape";
    const paper: readonly Path[] = corners
      ? [bareSheet(piece)]
      : kind === "trim"
        ? [punchedSquare(piece, ALL_NOTCHES)]
        : piece.outline;
    const arcs = piece.outline.flatMap((path) => path.filter((s) => s.kind === "arc"));
    const tips = scene.now.flatMap((id) => tipCut(piece, id));
    const fresh = corners ? piece.outline.flat() : kind === "trim" ? tips : kind === "round" ? arcs : [];
    return [
      ...paper.map((path): Shape => ({
        path,
        holes: openingsOf(piece.cuts.filter((cut) => scene.done.includes(cut.id))),
        fill: "face",
        role: "edge",
        now: false,
        of: "outline",
      })),
      ...scoreShapes(piece, scene.done, scene.now, scene.pose),
      ...fresh.map((s): Shape => ({ path: [s], role: "cut", now: true })),
    ];
  }
  const slide = kind === "fill" ? 0.55 : kind === "close" ? 0 : undefined;
  return foldedShapes(solution, scene.folded, scene.now, slide, uprightPose(solution));
}

/** The picture of a step. */
export function pictureOf(solution: Solution, step: Step): Picture {
  const piece = solution.pieces.find((p) => p.id === step.scene.piece);
  if (!piece)
    throw new Error(`step ${String(step.n)} shows a piece '${step.scene.piece}' that the solution does not have`);
  if (step.scene.on === "board")
    return { shapes: onBoard(solution, step, piece), bounds: boardBounds(solution, piece) };
  const shapes = onTable(solution, step, piece);
  return { shapes, bounds: boundsOfShapes(shapes) };
}

/** The finished thing, closed and seen from its closing side. */
export function closedPicture(solution: Solution): Picture {
  const shapes = foldedShapes(solution, lastOrder(solution), [], 0, uprightPose(solution));
  return { shapes, bounds: boundsOfShapes(shapes) };
}
