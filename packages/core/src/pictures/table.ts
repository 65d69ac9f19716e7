/** A step on the table: a piece with what is done to it so far, or pieces folded so far, filled and closed. */
import { type Path } from "../geometry/path.ts";
import { cross, direction, offLine } from "../geometry/point.ts";
import { idIn } from "../methods/method.ts";
import type { Piece, Contained } from "../model/piece.ts";
import type { Step, Stepped } from "../model/solution.ts";
import { openingsOf } from "../paper/opening.ts";
import { notchesIn, punchedSquare } from "./board.ts";
import { foldedShapes, uprightPose } from "./folded.ts";
import { bareSheet, paperOf, scoreShapes, type PictureShape } from "./shapes.ts";

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

/** What lies on the table in a step. */
export function onTable(solution: Stepped, step: Step, piece: Piece): PictureShape[] {
  const { scene, kind } = step;
  const here = (id: string): string => idIn(piece, id);
  if (kind === "cut" && scene.now.includes(here("blank")))
    return [{ path: bareSheet(piece), fill: "back", role: "cut", now: true, of: here("blank"), ...paperOf(piece) }];
  if (scene.folded === 0 && scene.pieces?.length === 1 && !["glue", "fill", "close", "fold"].includes(kind))
    return flatShapes(step, piece);
  const out = (lying: Contained): number | undefined =>
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
const filledAt = ({ steps }: Stepped, { n }: Step, { on }: Contained): boolean =>
  steps.some((step) => step.n < n && step.kind === "fill" && step.scene.now.includes(`${on.piece}/contents`));

/** A single piece on the table with its scores and cuts as far as they are made. */
function flatShapes({ scene, kind, code }: Step, piece: Piece): PictureShape[] {
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
    ...paper.map((path): PictureShape => ({
      path,
      holes: openingsOf(piece.cuts.filter((cut) => scene.done.includes(idIn(piece, cut.id)))),
      fill: "face",
      role: "edge",
      now: false,
      of: idIn(piece, "outline"),
      ...paperOf(piece),
    })),
    ...scoreShapes(piece, scene.done, scene.now, scene.pose),
    ...fresh.map((s): PictureShape => ({ path: [s], role: "cut", now: true })),
  ];
}
