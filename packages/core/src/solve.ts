/** The road itself: what the maker says → panels and folds → everything else. */
import { checks } from "./checks/index.ts";
import { formById } from "./forms/index.ts";
import { materialsOf } from "./methods/materials.ts";
import { withLayers } from "./forms/layers.ts";
import { packOf, thingsIn } from "./forms/pack.ts";
import { methodOf } from "./methods/index.ts";
import type { Dimension } from "./model/piece.ts";
import type { Solution } from "./model/solution.ts";
import type { Spec } from "./model/spec.ts";
import { derivePiece } from "./paper/derive.ts";
import { setupOf } from "./forms/readSpec.ts";

/** A figure that something larger in the same holder decides is not the card's to set. */
const ownFigure = (d: Dimension, { contents }: Spec): Dimension =>
  contents.also &&
  ((d.sets === "contents.width" && d.value > contents.width) ||
    (d.sets === "contents.height" && d.value > contents.height))
    ? { ...d, sets: undefined }
    : d;

/**
 * Solves a recipe that has been read. Pure: the same recipe gives the same solution.
 * @throws when the recipe names a form that does not exist; `readSpec` never gives such a one
 */
export function solve(spec: Spec): Solution {
  const form = formById(spec.form);
  if (!form) throw new Error(`there is no form '${spec.form}'`);
  const setup = setupOf(spec);
  const { stock, settings, sheet, layers = [] } = spec;
  const contents = packOf(spec.contents);
  const drafted = withLayers(form.draft({ contents, stock, settings, setup, sheet }), layers, setup.grid);
  const pieces = drafted.pieces.map(derivePiece);
  const made = { spec, form, setup, drafted, pieces };
  return {
    spec,
    form: form.id,
    inside: drafted.inside,
    gap: drafted.gap,
    grid: setup.grid,
    pieces,
    joins: drafted.joins,
    contents: spec.contents.also
      ? drafted.contents.map((whole) => ({ ...whole, things: thingsIn(spec.contents) }))
      : drafted.contents,
    ...(drafted.finished && { finished: drafted.finished }),
    dimensions: drafted.dimensions.map((d) => ownFigure(d, spec)),
    findings: checks.flatMap((check) => check.run(made)),
    materials: materialsOf(pieces, drafted.joins, spec),
    steps: methodOf(spec.method.kind)
      .steps(made)
      .map((step, i) => ({ n: i + 1, ...step })),
  };
}
