import { layerId } from "../forms/layers.ts";
import { areaOf, clipConvex, flatten, polygon } from "../geometry/path.ts";
import { place } from "../geometry/point.ts";
import type { Join, Piece } from "../model/piece.ts";
import type { Finding } from "../model/solution.ts";
import { marginsOf } from "../paper/margin.ts";
import type { Check } from "./check.ts";

/** A border narrower than this (mm, about 1/16 in) shows every hair it is laid askew. */
const LEAST_BORDER_MM = 1.5;
/** What a remedy asks for: wide enough to lay by eye. */
const EASY_BORDER_MM = 3;
/** Borders that differ by more than this (mm) are seen to differ. */
const SEEN_MM = 0.25;

/** A square corner stays inside a rounding of radius r from a border of r(1 − 1/√2) on. */
const INSIDE_ROUNDING = 1 - Math.SQRT1_2;
/** Paper (mm²) over an edge that anybody sees. */
const SEEN_MM2 = 0.2;

/** mm² of a layer that lie past what is beneath it: a panel, rounded perhaps, or a mat. Both are convex. */
function overhang(pieces: readonly Piece[], join: Join): number {
  const outlineOf = (piece: string, panel: string) =>
    flatten(pieces.find((p) => p.id === piece)?.panels.find((p) => p.id === panel)?.outline ?? []);
  const lying = outlineOf(join.piece, join.panel).map((p) => place(p, join));
  const kept = clipConvex(lying, outlineOf(join.onto.piece, join.onto.panel));
  return Math.abs(areaOf(polygon(lying))) - Math.abs(areaOf(polygon(kept)));
}

/** Layers lie within what is beneath them, and their borders can be laid by hand and are even. */
export const layer: Check = {
  id: "layer",
  codes: ["thin", "uneven", "nothing", "sticks-out"],
  run: ({ spec, pieces, drafted }) =>
    (spec.layers ?? []).flatMap((said, index): Finding[] => {
      const join = drafted.joins.find((j) => j.piece === layerId(index));
      const margins = join && marginsOf(pieces, join);
      if (!join || !margins) return [];
      const at = { check: "layer", piece: join.piece, facts: { name: said.name } } as const;
      const sides = (margins.left + margins.right) / 2;
      const ends = (margins.top + margins.bottom) / 2;
      const least = Math.min(sides, ends);
      const remedy = { layer: { index, border: EASY_BORDER_MM } };
      const room = said.kind === "strip" ? (said.runs === "across" ? sides : ends) : least;
      if (room < said.border - SEEN_MM)
        return [{ ...at, code: "nothing", severity: "error", figure: said.border, limit: 0, remedy }];
      const over = overhang(pieces, join);
      if (over > SEEN_MM2) {
        const corner = Number(spec.settings["cornerRadius"] ?? 0) * INSIDE_ROUNDING;
        const border = Math.max(EASY_BORDER_MM, Math.ceil(corner));
        return [
          {
            ...at,
            code: "sticks-out",
            severity: "warning",
            figure: over,
            limit: 0,
            remedy: { layer: { index, border } },
          },
        ];
      }
      if (said.kind === "strip") return [];
      const found: Finding[] = [];
      if (said.border > 0 && least < LEAST_BORDER_MM)
        found.push({ ...at, code: "thin", severity: "advice", figure: least, limit: LEAST_BORDER_MM, remedy });
      if (Math.abs(sides - ends) > SEEN_MM)
        found.push({ ...at, code: "uneven", severity: "advice", figure: sides, limit: ends });
      return found;
    }),
};
