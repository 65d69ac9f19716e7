/**
 * What is cut inside a piece: holes punched, slits and windows cut, each with the place where the hand measures it. On a
 * flap that is from its score, which lies in the paper already; elsewhere from two edges of the sheet.
 *
 *        ╭────────╮
 *        │   o    │  from the score, in the middle         ┌──────────────┐
 *      ──┴╌╌╌╌╌╌╌╌┴──  score                               │   │ slit      │  from the left edge and the lower one,
 *                                                          └──────────────┘  end by end
 */
import { boundsOf, flatten, holds, type Path, pointAt, type Segment } from "../geometry/path.ts";
import { between, cross, direction, distance, offLine, type Point } from "../geometry/point.ts";
import { SAME_POINT_MM } from "../geometry/tolerance.ts";
import type { Cut, Face, Piece, Stroke } from "../model/piece.ts";
import { flatOnTable, listed, nameOf } from "./scene.ts";
import { idIn, type StepDraft } from "./method.ts";

/** Corners rounded by less (mm) are square to any eye and any tool. */
const SEEN_ROUND_MM = 0.5;

/** The radius of a rectangle's corners, mm: 0 where they are square, undefined for what is no such rectangle. */
function roundingIn(path: Path): number | undefined {
  const isStraight = (edge: Segment): boolean =>
    edge.kind === "line" &&
    (Math.abs(edge.from[0] - edge.to[0]) < SAME_POINT_MM || Math.abs(edge.from[1] - edge.to[1]) < SAME_POINT_MM);
  const radii = path.map((edge) =>
    edge.kind === "arc" ? distance(edge.centre, edge.from) : isStraight(edge) ? 0 : NaN,
  );
  const radius = Math.max(0, ...radii);
  const same = radii.every((r) => r === 0 || Math.abs(r - radius) < SAME_POINT_MM);
  return same && path.filter(isStraight).length === 4 && path.length <= 8 ? radius : undefined;
}

/** A place off the middle of a score by less (mm) is in its middle; a slit that leans by less (sine) runs along it. */
const IN_MIDDLE_MM = 0.05;
const ALONG = 1e-6;

/** mm from the score that a panel hangs on, for what lies in the score's middle; undefined for all else. */
function offScore({ folds }: Piece, { panel, path, kind }: Cut, centre: Point): number | undefined {
  const hinge = folds.find((f) => f.panels[1] === panel && !f.path && !f.slack);
  const [from, to] = [path[0]?.from, path.at(-1)?.to];
  if (!hinge || !from || !to) return undefined;
  const way = direction(hinge.from, hinge.to);
  const middle = between(hinge.from, hinge.to, 0.5);
  const aside = (centre[0] - middle[0]) * way[0] + (centre[1] - middle[1]) * way[1];
  const isAlong = kind !== "slit" || Math.abs(cross(way, direction(from, to))) < ALONG;
  return isAlong && Math.abs(aside) < IN_MIDDLE_MM ? Math.abs(offLine(centre, hinge.from, hinge.to)) : undefined;
}

/** Cuts that one row of the recipe makes in one panel, told together; all others each by itself. */
function inRows(cuts: readonly Cut[]): readonly (readonly [Cut, ...Cut[]])[] {
  const rows = new Map<string, [Cut, ...Cut[]]>();
  for (const cut of cuts) {
    const key = cut.fitting === undefined ? cut.id : `${cut.fitting} ${cut.panel} ${cut.kind}`;
    const row = rows.get(key);
    if (row) row.push(cut);
    else rows.set(key, [cut]);
  }
  return [...rows.values()];
}

/**
 * The steps that cut inside a piece.
 * @param cuts those of it that are told here: windows of a layer are told where it is cut out
 * @param done what of the piece is cut and scored by then
 */
export const insideCuts = (piece: Piece, cuts: readonly Cut[], done: readonly string[]): StepDraft[] =>
  inRows(cuts).map(([cut, ...more]): StepDraft => {
    const step = insideCut(piece, cut, done);
    if (more.length === 0) return step;
    const now = [cut, ...more].map((c) => idIn(piece, c.id));
    const facts = {
      count: more.length + 1,
      flap: nameOf(piece, cut.panel),
      kind: step.code === "cut-standing" ? "standing" : cut.kind,
    };
    return {
      kind: step.kind,
      code: "cut-row",
      ...(step.measure !== undefined && { measure: step.measure }),
      facts,
      scene: { ...step.scene, now },
    };
  });

/** Whether a cut is one straight line. */
const isStraight = (path: Path): boolean => path.length === 1 && path[0]?.kind === "line";

function insideCut(piece: Piece, cut: Cut, done: readonly string[]): StepDraft {
  const { left, right, bottom, top } = boundsOf(flatten(cut.path));
  const scene = flatOnTable(piece, [...done], [idIn(piece, cut.id)]);
  const centre: Point = [(left + right) / 2, (bottom + top) / 2];
  const [wide, high] = [right - left, top - bottom];
  const up = offScore(piece, cut, centre);
  const flap = nameOf(piece, cut.panel);
  if (cut.kind === "slit" && !isStraight(cut.path))
    return { kind: "cut", code: "cut-standing", measure: wide, facts: { width: wide, height: high, flap }, scene };
  if (cut.kind === "slit") {
    const [from, to] = [cut.path[0]?.from ?? centre, cut.path.at(-1)?.to ?? centre];
    const long = distance(from, to);
    return up === undefined
      ? {
          ...{ kind: "cut", code: "cut-slit-inside", measure: long, scene },
          facts: { flap, x: from[0], y: from[1], toX: to[0], toY: to[1] },
        }
      : { kind: "slit", code: "cut-slit", measure: up, facts: { long, flap }, scene };
  }
  if (cut.kind === "hole") {
    if (up !== undefined)
      return { kind: "cut", code: "punch-in-flap", measure: wide, facts: { from: up, flap }, scene };
    // across the middle of a piece without a score only its distance from the head is to be measured
    const isMiddle = piece.folds.length === 0 && Math.abs(centre[0] - piece.blank.width / 2) < IN_MIDDLE_MM;
    const facts = { from: piece.blank.height - centre[1], x: centre[0], y: centre[1], flap };
    return { kind: "cut", code: isMiddle ? "punch-hole" : "punch-at", measure: wide, facts, scene };
  }
  const corners = roundingIn(cut.path);
  const code =
    corners === undefined ? "cut-window-shaped" : corners > SEEN_ROUND_MM ? "cut-window-round" : "cut-window";
  return {
    kind: "cut",
    code,
    measure: wide,
    facts: { width: wide, height: high, radius: corners ?? 0, keep: cut.fitting === undefined ? 1 : 0 },
    scene,
  };
}

/** The score at the foot of something that is cut round and raised is told with that cut. */
const isFoot = ({ cuts }: Piece, { role, fitting }: Stroke): boolean =>
  role === "score" && cuts.some((c) => fitting !== undefined && c.fitting === fitting);

/** What is done along lines while the sheet lies flat: what is printed before what is drawn, what is torn along last. */
const ALONG_LINES = [
  { role: "print", kind: "pen", code: "print-lines" },
  { role: "pen", kind: "pen", code: "draw-lines" },
  { role: "foil", kind: "foil", code: "foil-lines" },
  { role: "score", kind: "score", code: "score-lines" },
  { role: "perforate", kind: "slit", code: "perforate-lines" },
] as const;

/** Lines drawn, foiled, printed and perforated, each face of its own, while the sheet still lies flat and whole. `done` grows by them. */
export function alongLines(piece: Piece, done: string[], outside: Face): StepDraft[] {
  return ALONG_LINES.flatMap(({ role, kind, code }) =>
    (["front", "back"] as const).flatMap((face): StepDraft[] => {
      const strokes = (piece.strokes ?? []).filter(
        (s) => s.role === role && (s.face ?? "front") === face && !isFoot(piece, s),
      );
      if (strokes.length === 0) return [];
      const on = piece.panels.filter((panel) =>
        strokes.some(({ path }) => path[0] && holds(flatten(panel.outline), pointAt(path[0], 0.5))),
      );
      const ids = strokes.map((s) => idIn(piece, s.id));
      const facts = {
        count: strokes.length,
        face: face === outside ? "outside" : "inside",
        panels: listed(on.map((p) => p.name.toLowerCase())),
      };
      const step: StepDraft = { kind, code, facts, scene: flatOnTable(piece, [...done], ids) };
      done.push(...ids);
      return [step];
    }),
  );
}
