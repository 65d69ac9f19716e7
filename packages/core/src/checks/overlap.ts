import { flatten } from "../geometry/path.ts";
import { offLine } from "../geometry/point.ts";
import type { Part } from "../fittings/laid.ts";
import type { ChangePath, Piece } from "../model/piece.ts";
import type { Finding } from "../model/solution.ts";
import { valueAt } from "../recipe/change.ts";
import { roundDown, roundUp, rulers } from "../units/ruler.ts";
import { type Check, panelName, remedy } from "./check.ts";
import type { Whole } from "../fittings/whole.ts";
import { draftedWith } from "./trial.ts";

/** A figure smaller than the ruler shows is arithmetic, not paper. */
const SEEN_MM = 0.05;

type FoldedPiece = Pick<Piece, "folds" | "panels">;

/** How far a flap's outline stands off the fold it hangs on, mm, in the pieces of its own part. */
function reachOf(own: readonly FoldedPiece[], panel: string) {
  const fold = own.flatMap((p) => p.folds).find((f) => f.panels[1] === panel);
  const outline = own.flatMap((p) => p.panels).find((p) => p.id === panel)?.outline;
  if (!fold || !outline) throw new Error(`overlap: no piece has a hinged panel '${panel}'`);
  return { fold, reach: Math.max(...flatten(outline).map((p) => Math.abs(offLine(p, fold.from, fold.to)))) };
}

/** Tips are rounded to halves of a mm: finer no corner cutter is. */
const HALF_MM = 0.5;
/** What rounding a right-angled tip takes off it, in parts of the radius. */
const LOST = Math.SQRT2 - 1;

/** Where nothing is trimmed it is the rounding of the two tips that takes too much: so much less, and they overlap. */
function sharper({ spec }: Whole, at: ChangePath, missing: number): Pick<Finding, "remedy"> {
  const radius = roundDown(Number(valueAt(spec, at)) - missing / 2 / LOST, HALF_MM);
  return radius >= 0 ? remedy("rounding", at, radius, { mm: radius }) : {};
}

/** mm that two flaps of a part share, folded: a part drafted by itself need not say whose its pieces are. */
function sharedIn(own: readonly FoldedPiece[], over: Part["overlaps"][number]) {
  const [a, b] = [reachOf(own, over.panels[0]), reachOf(own, over.panels[1])];
  const across = over.apart ?? Math.abs(offLine(a.fold.from, b.fold.from, b.fold.to));
  return { a, b, across, shared: a.reach + b.reach - across };
}

/** The coarsest ruler on which what should meet does: of the same unit where there is one. */
function finer(checked: Whole, part: Part, over: Part["overlaps"][number]): Pick<Finding, "remedy"> {
  const unit = rulers.find((r) => r.step === part.setup.grid)?.unit;
  const tried = rulers
    .filter((r) => r.step < part.setup.grid)
    .sort((r, s) => Number(s.unit === unit) - Number(r.unit === unit) || s.step - r.step);
  for (const { id, title } of tried) {
    const drafted = draftedWith(checked, part, ["method", "ruler"], id);
    if (!drafted || sharedIn(drafted.pieces, over).shared < over.least - SEEN_MM) continue;
    return remedy("ruler", ["method", "ruler"], id, { ruler: title });
  }
  return {};
}

/** Flaps that close over one another: they share enough paper, and neither runs past the fold across. */
export const overlap: Check = {
  id: "overlap",
  codes: ["short", "past-fold", "shallow", "too-deep", "apart"],
  run: (checked) => checked.parts.flatMap((part) => part.overlaps.flatMap((over) => overlapped(checked, part, over))),
};

function overlapped(checked: Whole, part: Part, over: Part["overlaps"][number]): Finding[] {
  const { pieces, spec } = checked;
  const { piece: id, panels, least, clear, trims, depth, rounds } = over;
  const { a, b, across, shared } = sharedIn(
    pieces.filter((p) => p.fitting === part.fitting),
    over,
  );
  const at = { check: "overlap", severity: "error", piece: id } as const;
  const setting = trims ?? depth;
  const path = (name: string): ChangePath => [...part.settings, name];
  const free = (code: string, facts?: Readonly<Record<string, number>>): Pick<Finding, "remedy"> =>
    setting === undefined ? {} : remedy(code, path(setting), "auto", facts);
  if (shared < least - SEEN_MM && least < 0)
    return [
      { ...at, severity: "warning", code: "apart", figure: -shared, limit: -least, ...finer(checked, part, over) },
    ];
  if (shared < least - SEEN_MM) {
    const short = { ...at, panel: panels[1], figure: shared, limit: least } as const;
    if (trims === undefined) return [{ ...short, code: "shallow", ...free("follow") }];
    const worked = valueAt(spec, path(trims)) === "auto";
    return [
      {
        ...short,
        code: "short",
        ...(worked
          ? rounds === undefined
            ? {}
            : sharper(checked, path(rounds), least - shared)
          : free("trim-needed")),
      },
    ];
  }
  const trimmed = trims === undefined ? undefined : valueAt(spec, path(trims));
  return panels.flatMap((panel, i): Finding[] => {
    const past = (i === 0 ? a.reach : b.reach) - (across - clear);
    if (past < SEEN_MM) return [];
    const trim = roundUp((typeof trimmed === "number" ? trimmed : 0) + past, part.setup.grid);
    const facts = { trim, flap: panelName(pieces, id, panel) };
    const found = { ...at, panel, figure: past, limit: clear, facts } as const;
    return [
      trims
        ? { ...found, code: "past-fold", ...free("trim", { mm: trim }) }
        : { ...found, code: "too-deep", ...free("follow") },
    ];
  });
}
