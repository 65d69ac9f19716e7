/** Pieces as they are folded at a moment, seen from above or from beneath: the lowest first. */
import { flatten, type Path, polygon } from "../geometry/path.ts";
import { add, HERE, place, type Point, type Pose } from "../geometry/point.ts";
import { assembledAt, type Moment, openFolds, wayOut } from "../folding/assembled.ts";
import type { Join } from "../model/piece.ts";
import type { Drawing } from "../model/solution.ts";
import { boxOf, move, type Rigid, STILL } from "../paper/pose.ts";
import { paperOf, type PictureShape } from "./shapes.ts";

interface Folded extends Moment {
  readonly now: readonly string[];
  readonly pose: Pose;
}

/** Pieces folded so far, panels back to front, contents in their ply or sliding in. */
export function foldedShapes(solution: Drawing, { now, pose, ...moment }: Folded): PictureShape[] {
  const { caliper } = solution.spec.stock;
  const { sheets, contents, poses } = assembledAt(solution, moment);
  const layers: { z: number; shape: PictureShape }[] = [];
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
  readonly shape: PictureShape;
}

/** What lies on the flat main piece, the lowest first: further pieces of the form, and fittings as they are folded. */
export function lyingOnFlat(solution: Drawing): readonly OnFlat[] {
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
function rootJoin({ joins, main }: Pick<Drawing, "joins" | "main">, piece: string): Join | undefined {
  const join = joins.find((j) => j.piece === piece);
  return join === undefined || join.onto.piece === main ? join : rootJoin({ joins, main }, join.onto.piece);
}

/** Turns a holder so that its opening is at the top: how one holds it to fold and fill. Flat pieces stay as they are drawn. */
export function uprightPose({ contents, pieces, main }: Pick<Drawing, "contents" | "pieces" | "main">): Pose {
  const fitting = pieces.find((p) => p.id === main)?.fitting;
  const own = contents.find((c) => c.fitting === fitting);
  if (!own) return HERE;
  return { x: 0, y: 0, rotation: 90 - (Math.atan2(own.way[1], own.way[0]) * 180) / Math.PI, flip: false };
}
