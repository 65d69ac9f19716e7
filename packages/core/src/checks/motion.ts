import type { Finding } from "../model/solution.ts";
import { loopsOf } from "../paper/linkage.ts";
import { travelOf } from "../paper/motion.ts";
import { assembled } from "../paper/pose.ts";
import { type Check } from "./check.ts";
import type { Whole } from "../fittings/whole.ts";

/** A motion that stops so much (degrees or mm) short of where it was meant to go is felt. */
const FELT = 0.5;

/**
 * What is to move goes as far as it was meant to, and a strip that is to rise is glued on both sides of the fold. What runs
 * into something on its way (`in-the-way`) is found by walking it, apart from the rules that are read at rest: `folding/clash.ts`.
 */
export const motion: Check = {
  id: "motion",
  codes: ["stops", "loose", "in-the-way"],
  run: (checked) => [...stopped(checked), ...loose(checked)],
};

const stopped = ({ motions, asked }: Whole): Finding[] =>
  asked.flatMap((wanted): Finding[] => {
    const made = motions.find((m) => m.id === wanted.id);
    const [limit, figure] = [travelOf(wanted).travel, made ? travelOf(made).travel : 0];
    if (figure >= limit - FELT) return [];
    return [
      {
        check: "motion",
        code: "stops",
        severity: "error",
        piece: wanted.move.piece,
        figure,
        limit,
        facts: { title: wanted.title },
      },
    ];
  });

/** Creases that lie open in the closed card rise when it opens; those that no glue pulls along never do. */
function loose({ pieces, joins, main, motions }: Whole): Finding[] {
  const opens = motions.some((m) => m.move.kind === "open");
  if (!opens) return [];
  const pulled = new Set(
    loopsOf({ pieces: assembled({ pieces, joins, main }), joins }).flatMap((l) => l.map((c) => c.fold)),
  );
  return pieces.flatMap((piece): Finding[] => {
    const waiting = piece.folds.filter((f) => f.angle === 0 && (f.lift ?? 0) === 0);
    if (waiting.length === 0 || waiting.some((f) => pulled.has(`${piece.id}/${f.id}`))) return [];
    return [
      {
        check: "motion",
        code: "loose",
        severity: "error",
        piece: piece.id,
        figure: waiting.length,
        limit: 0,
        facts: { part: piece.name },
      },
    ];
  });
}
