/**
 * What a step looks like: the paper as it lies on the board or the table at that moment, as shapes that a screen, a
 * printed sheet or a test can draw. Back to front; mm; x right, y up.
 */
import { boundsOf, type Bounds, flatten, line, type Path, placePath, polygon } from "../geometry/path.ts";
import { add, cross, direction, HERE, offLine, place, type Point, type Pose } from "../geometry/point.ts";
import { formById } from "../forms/index.ts";
import { blanksIn, type Part, trimPlans } from "../layout/trimPlan.ts";
import { flapLetters } from "../methods/flapCuts.ts";
import { idIn } from "../methods/method.ts";
import { notchesOf } from "../methods/punchBoard.ts";
import type { Join, Piece, Placement, Role } from "../model/piece.ts";
import { mainPiece, type Solution, type Step } from "../model/solution.ts";
import { openingsOf } from "../paper/opening.ts";
import { assembledAt, type Moment, openFolds, wayOut } from "./assembled.ts";
import { rulerMarks } from "./rulerMarks.ts";
import { boxOf, foldedPanels, lastOrder, move, type Rigid, STILL } from "./pose.ts";

/** One area or line of a picture, in mm of the picture's plane. */
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

/** What is seen from above, the lowest first, with its bounds in mm. */
export interface Picture {
  readonly shapes: readonly Shape[];
  readonly bounds: Bounds;
  /** words on it, each in the middle above its place, so many mm tall */
  readonly labels?: readonly { readonly at: Point; readonly text: string; readonly tall: number }[];
}

const boundsOfShapes = (shapes: readonly Shape[]): Bounds => boundsOf(shapes.flatMap((s) => flatten(s.path)));

const scoreShapes = (piece: Piece, made: readonly string[], now: readonly string[], pose: Pose): Shape[] =>
  piece.lines
    .filter((l) => [...made, ...now].includes(idIn(piece, l.id)))
    .map((l) => ({
      path: placePath(l.path, pose),
      role: l.role,
      ...(l.fold && { fold: l.fold }),
      now: now.includes(idIn(piece, l.id)),
      of: idIn(piece, l.id),
    }));

const bareSheet = ({ blank: { width, height } }: Piece): Path =>
  polygon([
    [0, 0],
    [width, 0],
    [width, height],
    [0, height],
  ]);

const notchesIn = (piece: Piece): string[] => [1, 2, 3, 4].map((k) => idIn(piece, `notch-${String(k)}`));

/** The square as far as it has been punched: every notch made so far is cut out of its edge. */
function punchedSquare(piece: Piece, made: readonly string[]): Path {
  const sheet = bareSheet(piece);
  const all = notchesIn(piece);
  if (!made.some((id) => all.includes(id))) return sheet;
  const notches = notchesOf(piece);
  return polygon(
    sheet.flatMap(({ from: corner }, k): Point[] => {
      const notch = made.includes(all[k] ?? "") ? notches[k] : undefined;
      return notch ? [corner, notch.before, notch.vertex, notch.after] : [corner];
    }),
  );
}

/** A square whose scores run slantwise lies on a punch board, anything else on a scoring board. */
const isPunched = ({ laid }: Piece): boolean => laid.rotation % 90 !== 0;

/** How much of the board's length stands above its fence in the picture: the ruler with its numbers. */
const RULER_PART = 0.16;

/** The part of the board that is shown: the same for every turn, so that the paper moves and the board does not. */
function boardBounds(piece: Piece): Bounds {
  const { width, height } = piece.blank;
  const size = Math.max(width, height);
  if (!isPunched(piece))
    return { left: -size * 0.05, right: size * 1.05, top: size * RULER_PART, bottom: -size * 1.02 };
  const p = notchesOf(piece)[0]?.vertex[0] ?? 0;
  const reach = Math.max(p, width - p) * 1.06;
  return { left: -reach, right: reach, top: size * RULER_PART, bottom: -size * 1.03 };
}

/** The board's own furniture: fence, edge stop, groove and guide. */
function boardShapes(step: Step, piece: Piece): Shape[] {
  const { left, right, top, bottom } = boardBounds(piece);
  const fence: Shape = { path: [line([left, 0], [right, 0])], role: "fence", now: false };
  if (!isPunched(piece)) {
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

/** The ruler above the fence, and on it the distance that is set: from the paper's corner to the punch, or from the stop to the score. */
function measured({ kind, measure = 0 }: Step, piece: Piece, grid: number): Pick<Picture, "shapes" | "labels"> {
  const size = Math.max(piece.blank.width, piece.blank.height);
  const at = (mm: number): number => (kind === "punch" ? -mm : mm);
  const long = size * 0.045;
  const { strokes, numbers } = rulerMarks(measure, grid, at, { y: 0, long });
  const tip: Point = [at(measure), long * 1.1];
  const pointer = polygon([tip, [tip[0] - long * 0.35, long * 2.2], [tip[0] + long * 0.35, long * 2.2]]);
  // a number beneath the pointer would be hidden: the measure stands in large figures beside the picture
  const clear = numbers.filter((n) => Math.abs(n.at - tip[0]) > long * 0.7);
  return {
    shapes: [
      ...strokes.map((s): Shape => ({ path: [s], role: "measure", now: false })),
      { path: [line([at(measure), 0], tip)], role: "measure", now: true },
      { path: pointer, role: "measure", now: true },
    ],
    labels: clear.map((n) => ({ at: [n.at, long * 1.15], text: n.text, tall: long * 0.8 })),
  };
}

function onBoard(step: Step, piece: Piece, grid: number): Picture {
  const { pose, done, now } = step.scene;
  const made = step.kind === "punch" ? [...done, ...now] : done;
  const paper: Shape = {
    path: placePath(punchedSquare(piece, made), pose),
    fill: pose.flip ? "back" : "face",
    role: "edge",
    now: false,
    of: idIn(piece, "blank"),
  };
  const fresh =
    step.kind === "punch"
      ? notchesOf(piece)
          .filter((_, k) => now.includes(notchesIn(piece)[k] ?? ""))
          .map((n): Shape => ({
            path: placePath([line(n.before, n.vertex), line(n.vertex, n.after)], pose),
            role: "cut",
            now: true,
          }))
      : [];
  const ruler = step.measure === undefined ? { shapes: [] } : measured(step, piece, grid);
  return {
    ...ruler,
    shapes: [paper, ...boardShapes(step, piece), ...scoreShapes(piece, done, now, pose), ...fresh, ...ruler.shapes],
    bounds: boardBounds(piece),
  };
}

/** The paper a piece is cut from, where it has its own. */
export const paperOf = ({ stock }: Piece): Pick<Shape, "stock"> =>
  stock?.preset === undefined ? {} : { stock: stock.preset };

interface Folded extends Moment {
  readonly now: readonly string[];
  readonly pose: Pose;
}

/** Pieces folded so far, panels back to front, contents in their ply or sliding in. */
export function foldedShapes(solution: Solution, { now, pose, ...moment }: Folded): Shape[] {
  const { caliper } = solution.spec.stock;
  const { sheets, contents, poses } = assembledAt(solution, moment);
  const layers: { z: number; shape: Shape }[] = [];
  const pieces = new Set(sheets.map((s) => s.piece));
  const moving = new Set([
    ...now,
    ...[...pieces].flatMap((p) =>
      p.folds.filter((f) => now.includes(`${p.id}/${f.id}`)).map((f) => `${p.id}/${f.panels[1]}`),
    ),
  ]);
  const placed = (points: readonly Point[], rigid: Rigid): Path =>
    polygon(
      points.map(([x, y]) => {
        const [u, v] = move(rigid, [x, y, 0]);
        return place([u, v], pose);
      }),
    );
  for (const { id: of, piece, points, openings, pose: rigid } of sheets) {
    const holes = openings.map((path) => placed(flatten(path), rigid));
    layers.push({
      z: points.reduce((sum, [x, y]) => sum + move(rigid, [x, y, 0])[2], 0) / points.length,
      shape: {
        path: placed(points, rigid),
        fill: rigid.r[8] > 0 !== pose.flip ? "face" : "back",
        role: "edge",
        now: moving.has(of),
        of,
        ...(holes.length > 0 && { holes }),
        ...paperOf(piece),
      },
    });
  }
  for (const piece of pieces)
    for (const glue of piece.glue.filter((g) => now.includes(`${piece.id}/${g.id}`))) {
      const rigid = poses.get(`${piece.id}/${glue.panel}`) ?? STILL;
      const z = glue.polygon[0] ? move(rigid, [...glue.polygon[0], 0])[2] : 0;
      layers.push({
        z: z + (rigid.r[8] > 0 === (glue.face === "front") ? 1 : -1) * (caliper / 4),
        shape: { path: placed(glue.polygon, rigid), fill: "glue", now: true, of: `${piece.id}/${glue.id}` },
      });
    }
  for (const inside of contents) {
    const { lying } = inside;
    const rigid = poses.get(`${lying.on.piece}/${lying.on.panel}`) ?? STILL;
    const of = `${lying.on.piece}/contents`;
    const [x, y] = add([lying.x, lying.y], wayOut(inside));
    const box = boxOf(lying).map((p) => place(p, { x, y, rotation: lying.rotation, flip: false }));
    layers.push({
      z: move(rigid, [lying.x, lying.y, caliper / 2 + lying.thickness / 2])[2],
      shape: { path: placed(box, rigid), fill: "contents", role: "edge", now: now.includes(of), of },
    });
  }
  // turned over, what was lowest is looked at first
  return layers.sort((a, b) => (pose.flip ? b.z - a.z : a.z - b.z)).map((l) => l.shape);
}

/** Something that lies on the main piece while that lies flat: as it is folded, on the face that is drawn or behind it. */
export interface OnFlat {
  readonly fitting: string | undefined;
  readonly piece: string;
  readonly side: "front" | "back";
  readonly shape: Shape;
}

/** What lies on the flat main piece, the lowest first: further pieces of the form, and fittings as they are folded. */
export function lyingOnFlat(solution: Solution): readonly OnFlat[] {
  const moment = { folded: openFolds(solution), now: [], pose: HERE };
  return foldedShapes(solution, moment).flatMap((shape): OnFlat[] => {
    const piece = solution.pieces.find(
      (p) => shape.of?.startsWith(`${p.id}/`) && p.panels.some((q) => shape.of === `${p.id}/${q.id}`),
    );
    if (!piece || piece.id === solution.main) return [];
    // of a further piece of the form that folds later only what is glued down lies there yet
    if (piece.fitting === undefined && piece.folds.length > 0 && shape.of !== `${piece.id}/${piece.root}`) return [];
    const join = rootJoin(solution, piece.id);
    return [{ fitting: piece.fitting, piece: piece.id, side: join?.onto.face ?? "front", shape }];
  });
}

/** The join that lays a piece, or what it lies on, on the main piece. */
function rootJoin({ joins, main }: Pick<Solution, "joins" | "main">, piece: string): Join | undefined {
  const join = joins.find((j) => j.piece === piece);
  return join === undefined || join.onto.piece === main ? join : rootJoin({ joins, main }, join.onto.piece);
}

/** Turns a holder so that its opening is at the top: how one holds it to fold and fill. Flat pieces stay as they are drawn. */
export function uprightPose({ contents, pieces, main }: Pick<Solution, "contents" | "pieces" | "main">): Pose {
  const fitting = pieces.find((p) => p.id === main)?.fitting;
  const own = contents.find((c) => c.fitting === fitting);
  if (!own) return HERE;
  return { x: 0, y: 0, rotation: 90 - (Math.atan2(own.way[1], own.way[0]) * 180) / Math.PI, flip: false };
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
  const here = (id: string): string => idIn(piece, id);
  if (kind === "cut" && scene.now.includes(here("blank")))
    return [{ path: bareSheet(piece), fill: "back", role: "cut", now: true, of: here("blank"), ...paperOf(piece) }];
  if (scene.folded === 0 && scene.pieces?.length === 1 && !["glue", "fill", "close", "fold"].includes(kind))
    return flatShapes(step, piece);
  const out = (lying: Placement): number | undefined =>
    scene.now.includes(`${lying.on.piece}/contents`) ? PARTLY_OUT : filledAt(solution, step, lying) ? 0 : undefined;
  return foldedShapes(solution, {
    main: scene.piece,
    pieces: scene.pieces,
    folded: scene.folded,
    now: scene.now,
    out,
    // turned over where something is laid on the other side
    pose: {
      ...uprightPose({ contents: solution.contents, pieces: solution.pieces, main: scene.piece }),
      flip: scene.pose.flip,
    },
  });
}

/** How far out contents are while they are slid in, of their own length. */
const PARTLY_OUT = 0.55;

/** Whether contents are in by then: filled in an earlier step. */
const filledAt = ({ steps }: Solution, { n }: Step, { on }: Placement): boolean =>
  steps.some((step) => step.n < n && step.kind === "fill" && step.scene.now.includes(`${on.piece}/contents`));

/** A single piece on the table with its scores and cuts as far as they are made. */
function flatShapes({ scene, kind, code }: Step, piece: Piece): Shape[] {
  // what is about to be cut away is shown whole, with the cut across it; everything later shows the finished outline
  const corners = code === "cut-corners" || code === "cut-shape" || code === "cut-folded";
  const paper: readonly Path[] = corners
    ? [bareSheet(piece)]
    : kind === "trim"
      ? [punchedSquare(piece, notchesIn(piece))]
      : piece.outline;
  const arcs = piece.outline.flatMap((path) => path.filter((s) => s.kind === "arc"));
  const tips = piece.panels.filter((p) => scene.now.includes(idIn(piece, p.id))).flatMap((p) => tipCut(piece, p.id));
  const whole = kind === "cut" && scene.now.includes(idIn(piece, "outline"));
  const fresh = corners || whole ? piece.outline.flat() : kind === "trim" ? tips : kind === "round" ? arcs : [];
  return [
    ...paper.map((path): Shape => ({
      path,
      holes: openingsOf(piece.cuts.filter((cut) => scene.done.includes(idIn(piece, cut.id)))),
      fill: "face",
      role: "edge",
      now: false,
      of: idIn(piece, "outline"),
      ...paperOf(piece),
    })),
    ...scoreShapes(piece, scene.done, scene.now, scene.pose),
    ...fresh.map((s): Shape => ({ path: [s], role: "cut", now: true })),
  ];
}

/** The sheet in hand as it is cut for this piece, every cut from edge to edge; none where no sheet was named, or it is too small. */
function cutFromSheet(solution: Solution, piece: Piece): Picture | undefined {
  const plan = trimPlans(solution).find((p) =>
    p.groups.some((g) => blanksIn(g.root).some((b) => b.piece === piece.id)),
  );
  const root = plan?.groups.find((g) => blanksIn(g.root).some((b) => b.piece === piece.id))?.root;
  if (!root || root.slant !== undefined) return undefined;
  const box = ({ x, y, width, height }: Part): Path =>
    polygon([
      [x, y],
      [x + width, y],
      [x + width, y + height],
      [x, y + height],
    ]);
  const cuts = (part: Part): Path =>
    part.cut
      ? [
          part.cut.along === "width"
            ? line([part.cut.rest.x, part.y], [part.cut.rest.x, part.y + part.height])
            : line([part.x, part.cut.rest.y], [part.x + part.width, part.cut.rest.y]),
          ...cuts(part.cut.first),
          ...cuts(part.cut.rest),
        ]
      : [];
  const paper = paperOf(piece);
  const shapes: Shape[] = [
    { path: box(root), fill: "back", role: "edge", now: false, ...paper },
    ...blanksIn(root).map((b): Shape => ({ path: box(b), fill: "face", now: false, ...paper })),
    ...cuts(root).map((cut): Shape => ({ path: [cut], role: "cut", now: true })),
  ];
  return { shapes, bounds: boundsOfShapes(shapes) };
}

/** The picture of a step. */
export function pictureOf(solution: Solution, step: Step): Picture {
  const piece = solution.pieces.find((p) => p.id === step.scene.piece);
  if (!piece)
    throw new Error(`step ${String(step.n)} shows a piece '${step.scene.piece}' that the solution does not have`);
  if (step.scene.on === "board") return onBoard(step, piece, solution.grid);
  const sheet = step.n === 1 && step.kind === "cut" ? cutFromSheet(solution, piece) : undefined;
  if (sheet) return sheet;
  const shapes = onTable(solution, step, piece);
  const letters = lettered(step, piece);
  return {
    shapes: [...shapes, ...letters.shapes],
    labels: letters.labels,
    bounds: withLetters(boundsOfShapes(shapes), letters.labels),
  };
}

/** Room for letters that stand at the edge. */
const withLetters = ({ left, right, top, bottom }: Bounds, labels: Required<Picture>["labels"]): Bounds => ({
  left: Math.min(left, ...labels.map(({ at: [x], tall }) => x - tall)),
  right: Math.max(right, ...labels.map(({ at: [x], tall }) => x + tall)),
  top: Math.max(top, ...labels.map(({ at: [, y], tall }) => y + tall)),
  bottom: Math.min(bottom, ...labels.map(({ at: [, y] }) => y)),
});

/** How tall a letter stands, of the sheet it is on. */
const LETTER_PART = 0.045;

/** Where the flaps are measured before they are cut: a line for each measure with the letter that its sentence has. */
function lettered({ flaps = [] }: Step, { blank }: Piece): Required<Pick<Picture, "shapes" | "labels">> {
  const tall = LETTER_PART * Math.max(blank.width, blank.height);
  const marks = flapLetters(flaps);
  return {
    shapes: marks.map(({ at: [a, b] }) => ({ path: [line(a, b)], role: "measure", now: false })),
    labels: marks.map(({ letter, at: [a, b] }) => ({
      at: [(a[0] + b[0]) / 2, (a[1] + b[1]) / 2 + tall / 3],
      text: letter,
      tall,
    })),
  };
}

/**
 * How the finished thing is looked at: a holder from the side it closes on, with its opening at the top; a card from its
 * front, the way it is read.
 */
function closedPose(solution: Solution): Pose {
  const form = formById(solution.form);
  const main = mainPiece(solution);
  const front =
    form?.outside === "front" && main && main.folds.length > 0 ? form.grounds?.(solution.spec.settings)[0] : undefined;
  const lies =
    front &&
    foldedPanels(solution, { progress: lastOrder(solution), caliper: 0 }).get(`${solution.main}/${front.panel}`);
  if (!lies) return uprightPose(solution);
  const [x, y] = move({ ...lies, t: [0, 0, 0] }, [0, front.sides.outside === 180 ? -1 : 1, 0]);
  const behind = lies.r[8] < 0;
  const up = (Math.atan2(y, behind ? -x : x) * 180) / Math.PI;
  return { x: 0, y: 0, rotation: 90 - up, flip: behind };
}

/** The finished thing, closed: what is in it lies in it. */
export function closedPicture(solution: Solution): Picture {
  const { main } = solution;
  const folded = lastOrder(solution);
  const shapes = foldedShapes(solution, { main, folded, now: [], out: () => 0, pose: closedPose(solution) });
  return { shapes, bounds: boundsOfShapes(shapes) };
}
