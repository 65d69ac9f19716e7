/**
 * A solution as the contract prints it: plain JSON, mm, y up; outlines and strokes as SVG path data in the piece's own
 * coordinates (true arcs), panels as points at most 0.05 mm off their curves, findings and steps with their sentences.
 */
import { flatten, pathData } from "../geometry/path.ts";
import { paperNeed } from "../layout/paperNeed.ts";
import { travelOf } from "../paper/motion.ts";
import type { Remedy, Solution } from "../model/solution.ts";
import { type Display, onRuler } from "../units/format.ts";
import { sayFinding, sayStep, stepHeading } from "../words/en.ts";

/** Drops the last bits' noise: a millionth of a mm is nobody's measure. */
const clean = (value: unknown): unknown => {
  if (typeof value === "number") return Math.round(value * 1e6) / 1e6 + 0;
  if (Array.isArray(value)) return value.map(clean);
  if (typeof value === "object" && value !== null)
    return Object.fromEntries(Object.entries(value).map(([k, v]) => [k, clean(v)]));
  return value;
};

/** A remedy's changes of the recipe's own parts as an object to merge, beside the paths: `{ "settings": { "tab": 15 } }`. */
function asParts({ changes }: Remedy): Readonly<Record<string, unknown>> {
  const parts: Record<string, unknown> = {};
  for (const { at, value } of changes) {
    const [part = "", key, deeper] = at;
    if (deeper !== undefined) continue;
    parts[part] = key === undefined ? value : { ...(parts[part] as object | undefined), [key]: value };
  }
  return parts;
}

/** A solution as the contract gives it out: mm and degrees, findings in words as well as by code. */
export function solutionJson(solution: Solution, display: Display): unknown {
  const stock = solution.spec.stock.title ?? `${String(solution.spec.stock.weight)} g/m²`;
  return clean({
    form: solution.form,
    units: "mm",
    recipe: solution.spec,
    grid: solution.grid,
    inside: solution.inside,
    gap: solution.gap,
    pieces: solution.pieces.map((piece) => ({
      id: piece.id,
      name: piece.name,
      quantity: piece.quantity * solution.spec.quantity,
      stock: piece.stock?.title ?? stock,
      ...(piece.fitting !== undefined && { fitting: piece.fitting }),
      blank: piece.blank,
      outline: piece.outline.map(pathData).join(""),
      lines: piece.lines.map((l) => ({
        id: l.id,
        role: l.role,
        ...(l.fold && { fold: l.fold }),
        ...(l.face && { face: l.face }),
        ...(l.fitting !== undefined && { fitting: l.fitting }),
        path: pathData(l.path),
      })),
      root: piece.root,
      panels: piece.panels.map((p) => ({ id: p.id, name: p.name, polygon: flatten(p.outline) })),
      folds: piece.folds.map((f) => ({ ...f, ...(f.path && { path: pathData(f.path) }) })),
      glue: piece.glue,
    })),
    joins: solution.joins,
    motions: solution.motions.map((m) => ({ id: m.id, title: m.title, ...travelOf(m) })),
    contents: solution.contents,
    ...(solution.finished && { finished: solution.finished }),
    dimensions: solution.dimensions,
    fittings: solution.fittings.map(({ id, ground, width, height, corner, turn, rests }) => {
      const { piece, panel, face } = ground;
      return { id, on: { piece, panel, face }, rests, x: corner[0], y: corner[1], width, height, turn };
    }),
    findings: solution.findings.map((f) => ({
      ...f,
      message: sayFinding(f, display),
      ...(f.remedy && { remedy: { ...f.remedy, ...asParts(f.remedy) } }),
    })),
    materials: [...solution.materials, ...paperNeed(solution)],
    steps: solution.steps.map((s) => ({
      ...s,
      heading: stepHeading(solution, s),
      text: sayStep(s, onRuler(display, solution.grid)),
    })),
  });
}
