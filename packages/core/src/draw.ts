/** The road itself: what the maker says → panels and folds → pieces, figures, motions. */
import type { Part } from "./fittings/laid.ts";
import { layFittings } from "./fittings/lay.ts";
import { type Form, labelOf } from "./forms/form.ts";
import { formById } from "./forms/index.ts";
import type { Drawing } from "./model/solution.ts";
import type { Spec } from "./model/spec.ts";
import { type Assembly, joinedUp } from "./paper/assembly.ts";
import { derivePiece } from "./paper/derive.ts";
import { asFarAsTheyGo } from "./paper/motion.ts";
import { filledWith, foldedPanels, heightsOf, lastOrder } from "./paper/pose.ts";
import { draftOf } from "./paper/drafted.ts";
import { withGlue } from "./paper/seam.ts";
import { packOf } from "./recipe/pack.ts";
import { rowOf } from "./recipe/readFittings.ts";
import { setupOf } from "./recipe/readMethod.ts";
import { freeFigures, thingsLying } from "./recipe/things.ts";

/**
 * Draws a recipe that has been read. Pure: the same recipe gives the same drawing.
 * @throws when the recipe names a form that is not there; `readSpec` never gives such a one
 */
export const draw = (spec: Spec): Drawing => drawingOf(madeOf(spec));

/** A recipe as it is drawn, of what has been made of it. */
export function drawingOf(made: MadeOf): Drawing {
  const { spec, form, setup, whole, pieces, motions, poses, state } = made;
  const isBent = pieces.some((p) => p.folds.some((f) => f.path));
  const [own] = whole.parts as readonly [Part, ...Part[]];
  return {
    spec,
    form: form.id,
    inside: own.inside,
    gap: own.gap,
    grid: setup.grid,
    main: whole.main,
    pieces,
    joins: whole.joins,
    motions,
    contents: thingsLying(spec, whole.contents),
    ...(own.finished && {
      finished: finishedOf(own.finished, whole, () =>
        heightsOf(whole, state, whole.contents, isBent ? undefined : poses),
      ),
    }),
    dimensions: freeFigures(spec, whole.dimensions),
    ...(own.firstScore !== undefined && { firstScore: own.firstScore }),
    fittings: whole.parts.flatMap((part) => part.lies ?? []),
  };
}

/** All that follows from folding the paper up once: where glue goes and how thick a card is both read that. */
export function madeOf(spec: Spec) {
  const { form, setup, whole } = drafted(spec);
  const { caliper } = spec.stock;
  const state = { progress: lastOrder(whole), caliper };
  const poses = foldedPanels(whole, { ...state, filled: filledWith(whole.contents), unbent: true });
  const pieces = withGlue(whole, whole.seams, caliper, poses).map(derivePiece);
  const motions = asFarAsTheyGo({ ...whole, pieces }, caliper);
  return { spec, form, setup, whole, pieces, motions, poses, state };
}
export type MadeOf = ReturnType<typeof madeOf>;

/** What checks and methods look at. */
export const checkedOf = ({ spec, form, setup, whole, pieces, motions }: MadeOf) => ({
  ...whole,
  ...{ spec, form, setup, pieces, motions },
  asked: whole.motions,
});

/** The form and its fittings, drafted and joined up: everything but what follows from folding the paper. */
function drafted(spec: Spec) {
  const form = formById(spec.form);
  if (!form) throw new Error(`there is no form '${spec.form}'`);
  const { own, setup } = ownOf(spec, form);
  const { fittings = [] } = spec;
  return {
    form,
    setup,
    whole: joinedUp(
      layFittings(
        own,
        fittings.map((f) => rowOf(f, spec)),
      ),
    ),
  };
}

interface Own {
  readonly of: Pick<Spec, "form" | "stock" | "settings" | "method" | "sheet" | "net">;
  readonly setup: ReturnType<typeof setupOf>;
  readonly own: Part;
}
const owns = new WeakMap<Spec["contents"], Own>();

/** The form itself, drafted anew only where something of it has changed: what lies on it is dragged far more often. */
function ownOf(spec: Spec, form: Form): Own {
  const was = owns.get(spec.contents);
  const parts = ["form", "stock", "settings", "method", "sheet", "net"] as const;
  if (was?.own.form === form && parts.every((part) => was.of[part] === spec[part])) return was;
  const setup = setupOf(spec);
  const { stock, settings, sheet, net } = spec;
  const contents = packOf(spec.contents);
  const label = (setting: string): string | undefined => labelOf(form, setting);
  const said = form.draft({ contents, stock, settings, setup, sheet, net });
  const { outside, grounds } = form;
  const own: Part = {
    ...draftOf(said, { contents, label }),
    ...{ form, setup, stock, outside },
    grounds: grounds?.(settings) ?? [],
  };
  const made = { of: spec, setup, own };
  owns.set(spec.contents, made);
  return made;
}

/**
 * The figures of the form alone, drafted anew by a ruler of so fine a mark (mm): what a recipe says may be changed by less than any
 * ruler shows. Nothing of it is kept.
 */
export function draftAgain(spec: Spec, grid: number): Part["dimensions"] {
  const form = formById(spec.form);
  if (!form) throw new Error(`there is no form '${spec.form}'`);
  const { stock, settings, sheet, net } = spec;
  const contents = packOf(spec.contents);
  const said = form.draft({ contents, stock, settings, setup: { ...setupOf(spec), grid }, sheet, net });
  return draftOf(said, { contents, label: (setting) => labelOf(form, setting) }).dimensions;
}

/** A card's finished size: as thick as it is folded, with all that lies on it and in it. */
function finishedOf(
  said: NonNullable<Drawing["finished"]>,
  { parts }: Assembly,
  heights: () => ReturnType<typeof heightsOf>,
) {
  if (parts.length === 1) return said;
  const { low, high } = heights();
  return { ...said, thickness: Math.round((high - low) * 1e9) / 1e9 };
}
