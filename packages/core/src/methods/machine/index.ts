/**
 * A cutting machine: a sheet is laid on its mat once, and each tool makes its lines in turn, the back face first, cuts last.
 *
 *     load → (tool → run)… on the back → turn → (tool → run)… → unload → crease, fold, glue as for a hand
 *
 * Pieces of one paper are made together; the steps of the first of them make them all.
 */
import { find } from "../../catalogue/entry.ts";
import { mats } from "../../catalogue/papers.ts";
import type { Part } from "../../fittings/laid.ts";
import type { Whole } from "../../fittings/whole.ts";
import { toolFor } from "../../machine/effort.ts";
import { isMade, MADE, type Made } from "../../model/job.ts";
import type { Face, Piece, Stroke } from "../../model/piece.ts";
import type { Deed, Scene, StepKind } from "../../model/solution.ts";
import { machineOf, type MachineSetup } from "../../recipe/readMethod.ts";
import { alongLines } from "../lines.ts";
import { idIn, type Method, type StepSaid } from "../method.ts";
import { creaseSteps, flatPiece } from "../prepare.ts";
import { listedOnce } from "../scene.ts";
import { shapingOf } from "../shaping.ts";
import { type Load, loadsOf } from "./loads.ts";

const KINDS: Readonly<Record<Made, StepKind>> = {
  ...{ score: "score", perforate: "slit", pen: "pen", foil: "foil", cut: "cut" },
};

/** One line of a piece that a tool makes, and on which face. */
interface Line {
  readonly piece: Piece;
  readonly role: Made;
  readonly face: Face;
  readonly id: string;
  readonly deeds: readonly Deed[];
}

/** What a line of a piece is when it is done: a fold's score, a cut, or what is drawn on a face. */
function deedOf(piece: Piece, stroke: Stroke, role: Made): Deed {
  const isDrawn =
    stroke.foots === undefined &&
    !piece.folds.some(({ id }) => id === stroke.id) &&
    !piece.cuts.some(({ id }) => id === stroke.id);
  return { act: role, id: idIn(piece, stroke.id), ...(isDrawn && { face: stroke.face ?? "front" }) };
}

/** The edge of a piece: its sheet is not cut before, and what a corner rounder makes by hand is cut with it. */
function edgeLine(piece: Piece): Line {
  const id = idIn(piece, "outline");
  const does: Deed[] = [
    { act: "cut", id: idIn(piece, "blank") },
    { act: "cut", id },
    ...(shapingOf(piece).rounded ? [{ act: "round" as const, id }] : []),
  ];
  return { piece, role: "cut", face: "front", id, deeds: does };
}

/** All that tools make of a load, each piece once. */
function linesOf({ pieces, isBought }: Load): Line[] {
  const once = [...new Set(pieces.map(({ piece }) => piece))];
  return once.flatMap((piece) => {
    const scores = new Set(isBought ? piece.folds.map(({ id }) => id) : []);
    const own = piece.lines.flatMap((stroke): Line[] => {
      const { role, id, face = "front" } = stroke;
      if (!isMade(role) || scores.has(id)) return [];
      return [{ piece, role, face, id: idIn(piece, id), deeds: [deedOf(piece, stroke, role)] }];
    });
    return isBought ? own : [...own, edgeLine(piece)];
  });
}

/** The face that comes up, as the maker sees it: by the pattern of the paper where it has one, by the finished thing's outside else. */
function upWords(face: Face, { outside }: Part, { stock: { pattern } }: Load): string {
  const isOutside = face === outside;
  if (pattern !== undefined)
    return (pattern === "outside") === isOutside ? "the patterned side up" : "the plain side up";
  return "";
}

/** How a load lies, with so much of it done. */
function sceneOn({ reach, pieces, isBought }: Load, { mat }: MachineSetup, face: Face) {
  return (done: readonly string[], now: readonly string[]): Scene => ({
    on: "mat",
    piece: pieces[0]?.piece.id ?? "",
    pose: face === "front" ? HERE_ON_MAT : { x: reach.width, y: 0, rotation: 0, flip: true },
    done: [...done],
    now,
    folded: 0,
    pieces: [...new Set(pieces.map(({ piece }) => piece.id))],
    bed: {
      mat: { width: mat.width, height: mat.height },
      ...(!isBought && { sheet: reach }),
      laid: pieces.map(({ piece, pose }) => ({ piece: piece.id, ...pose })),
    },
  });
}
const HERE_ON_MAT = { x: 0, y: 0, rotation: 0, flip: false } as const;

/** The steps of one load. */
function loadSteps(making: Whole, part: Part, load: Load, setup: MachineSetup): StepSaid[] {
  const { machine, mat } = setup;
  const { stock, isBought, pieces } = load;
  const lines = linesOf(load);
  if (lines.length === 0) return [];
  const done: string[] = isBought
    ? pieces.flatMap(({ piece }) => [idIn(piece, "outline"), ...piece.folds.map((f) => idIn(piece, f.id))])
    : [];
  const steps: StepSaid[] = [];
  const faces = (["back", "front"] as const).filter((face) => lines.some((line) => line.face === face));
  const first = faces[0] ?? "front";
  const matTitle = find(mats, mat.id)?.title ?? "";
  const [bought] = isBought ? pieces : [];
  steps.push({
    kind: "load",
    code: bought ? "load-bought" : matTitle === "" ? "load-sheet" : "load-mat",
    facts: {
      ...{ mat: matTitle, paper: stock.title ?? "", count: pieces.length, up: upWords(first, part, load) },
      ...(bought
        ? {
            x: bought.pose.x,
            y: bought.pose.y,
            ...bought.piece.blank,
            face: first === part.outside ? "outside" : "inside",
          }
        : load.reach),
      what: listedOnce(pieces.map(({ piece }) => piece.name.toLowerCase())),
    },
    does: [],
    scene: sceneOn(load, setup, first)(done, []),
  });
  let tool = "";
  for (const face of faces) {
    const scene = sceneOn(load, setup, face);
    if (face !== first)
      steps.push({
        kind: "turn",
        code: "turn-sheet",
        facts: { up: upWords(face, part, load) },
        does: [],
        scene: scene(done, []),
      });
    for (const role of MADE) {
      const made = lines.filter((line) => line.face === face && line.role === role);
      if (made.length === 0) continue;
      const found = toolFor(
        machine.tools,
        role,
        stock,
        making.spec.method.kind === "machine" ? making.spec.method.fixes : [],
      );
      const now = made.map(({ id }) => id);
      const title = found?.tool.title ?? "";
      steps.push({
        kind: KINDS[role],
        code: `run-${role}`,
        facts: {
          ...{ count: now.length, tool: title, isIn: title === tool ? 1 : 0 },
          ...(found ? { ...found.way } : { passes: 0, pressure: 0, speed: 0 }),
          ...(role === "cut" && {
            keeps: keptOf(
              making,
              pieces.map(({ piece }) => piece),
            ),
          }),
        },
        does: made.flatMap(({ deeds: does }) => does),
        scene: scene(done, now),
      });
      done.push(...now);
      tool = title;
    }
  }
  const scene = sceneOn(load, setup, "front")(done, []);
  steps.push({ kind: "unload", code: matTitle === "" ? "unload-sheet" : "unload-mat", facts: {}, does: [], scene });
  return steps;
}

/** What drops out of these pieces and is kept: it is a piece too. */
const keptOf = ({ pieces }: Pick<Whole, "pieces">, made: readonly Piece[]): string =>
  pieces
    .filter(({ within }) => within !== undefined && made.some(({ id }) => id === within))
    .map(({ name }) => name.toLowerCase())
    .join(", ");

/** Steps of a machine: the first piece of a paper makes all of them, then each is creased by hand. */
export const machine: Method = {
  kind: "machine",
  steps(making, part, piece) {
    if (piece.within !== undefined) return flatPiece(making, part, piece);
    const { method } = making.spec;
    if (method.kind !== "machine") return [];
    const setup = machineOf(method);
    const own = loadsOf(making, setup).filter((load) => isMadeWith(making, load, piece));
    // what is printed lies on the sheet before it comes to the machine
    const printed = own.flatMap((load) =>
      [...new Set(load.pieces.map((on) => on.piece))].flatMap((one) => alongLines(making, part, one, [], ["print"])),
    );
    return [...printed, ...own.flatMap((load) => loadSteps(making, part, load, setup)), ...creaseSteps(piece, true)];
  },
};

/** Whether a load is made when this piece's turn comes: it is the first of its paper. */
function isMadeWith({ pieces }: Pick<Whole, "pieces">, load: Load, piece: Piece): boolean {
  const on = (id: string): boolean => load.pieces.some((lying) => lying.piece.id === id);
  return pieces.find(({ id }) => on(id))?.id === piece.id;
}
