/** What is done along lines while a sheet lies flat and whole: printed, drawn, foiled, scored, perforated, each face of its own. */
import type { Part } from "../fittings/laid.ts";
import type { Whole } from "../fittings/whole.ts";
import { flatten, holds, pointAt } from "../geometry/path.ts";
import type { Piece, Stroke } from "../model/piece.ts";
import { callings } from "./callings.ts";
import { deeds, idIn, type StepSaid } from "./method.ts";
import { flatOnTable, listed } from "./scene.ts";

/** What is printed before what is drawn, what is torn along last. */
const ALONG_LINES = [
  { role: "print", kind: "pen", code: "print-lines" },
  { role: "pen", kind: "pen", code: "draw-lines" },
  { role: "foil", kind: "foil", code: "foil-lines" },
  { role: "score", kind: "score", code: "score-lines" },
  { role: "perforate", kind: "slit", code: "perforate-lines" },
] as const;

/** The steps that draw on a piece; `done` grows by them. @param roles what of it is drawn: all, unless said */
export function alongLines(
  making: Whole,
  part: Part,
  piece: Piece,
  done: string[],
  roles: readonly Stroke["role"][] = ALONG_LINES.map(({ role }) => role),
): StepSaid[] {
  const { outside } = part;
  const main = piece.id === part.main && piece.folds.length > 0;
  return ALONG_LINES.filter(({ role }) => roles.includes(role)).flatMap(({ role, kind, code }) =>
    (["front", "back"] as const).flatMap((face): StepSaid[] => {
      const strokes = (piece.strokes ?? []).filter(
        (s) => s.role === role && (s.face ?? "front") === face && s.foots === undefined,
      );
      if (strokes.length === 0) return [];
      const on = piece.panels.filter((panel) =>
        strokes.some(({ path }) => path[0] && holds(flatten(panel.outline), pointAt(path[0], 0.5))),
      );
      const ids = strokes.map((s) => s.id);
      const facts = {
        count: strokes.length,
        what:
          part.kind?.inPieces && face === "back"
            ? "the numbers of the pieces"
            : callings(making, strokes, ["the line", "lines"]),
        // what is flat has no inside: it has an upper side and a back
        face: main ? (face === outside ? "outside" : "inside") : face === "front" ? "front" : "back",
        panels: listed((on.length > 0 ? on : [piece]).map((p) => p.name.toLowerCase())),
      };
      const now = ids.map((id) => idIn(piece, id));
      const step: StepSaid = {
        ...{ kind, code, facts },
        does: deeds(role, piece, ids, face),
        scene: flatOnTable(piece, [...done], now),
      };
      done.push(...now);
      return [step];
    }),
  );
}
