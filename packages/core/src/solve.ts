/** The road itself: what the maker says → panels and folds → everything else. */
import type { Check } from "./checks/check.ts";
import { checks } from "./checks/index.ts";
import type { Part } from "./fittings/laid.ts";
import { layFittings } from "./fittings/lay.ts";
import { type Form, labelOf } from "./forms/form.ts";
import { formById } from "./forms/index.ts";
import { stepsOf } from "./methods/index.ts";
import { materialsOf } from "./methods/materials.ts";
import type { Finding, Remedy, Solution } from "./model/solution.ts";
import type { Spec } from "./model/spec.ts";
import { type Assembly, joinedUp } from "./paper/assembly.ts";
import { derivePiece } from "./paper/derive.ts";
import { asFarAsTheyGo } from "./paper/motion.ts";
import { filledWith, foldedPanels, heightsOf, lastOrder } from "./paper/pose.ts";
import { draftOf } from "./paper/drafted.ts";
import { withGlue } from "./paper/seam.ts";
import { changed } from "./recipe/change.ts";
import { packOf } from "./recipe/pack.ts";
import { rowOf } from "./recipe/readFittings.ts";
import { setupOf } from "./recipe/readMethod.ts";
import { freeFigures, thingsLying } from "./recipe/things.ts";

/**
 * Solves a recipe that has been read. Pure: the same recipe gives the same solution.
 * @throws when the recipe names a form that is not there; `readSpec` never gives such a one
 */
export function solve(spec: Spec): Solution {
  const made = madeOf(spec);
  const { form, setup, whole, pieces, motions, poses, state } = made;
  const isBent = pieces.some((p) => p.folds.some((f) => f.path));
  const [own] = whole.parts as readonly [Part, ...Part[]];
  const solution = {
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
  // what is read of a solution at rest is worked out when it is first asked for: a drag asks for the drawing only
  return atWish(solution, {
    findings: () => foundIn(made).map((found, _, all) => tried(spec, found, all)),
    materials: () => materialsOf(pieces, whole.joins, whole.parts, whole.contents, spec),
    steps: () => stepsOf(checkedOf(made)).map((step, i) => ({ n: i + 1, ...step })),
  });
}

/** All that follows from folding the paper up once: where glue goes and how thick a card is both read that. */
function madeOf(spec: Spec) {
  const { form, setup, whole } = drafted(spec);
  const { caliper } = spec.stock;
  const state = { progress: lastOrder(whole), caliper };
  const poses = foldedPanels(whole, { ...state, filled: filledWith(whole.contents), unbent: true });
  const pieces = withGlue(whole, whole.seams, caliper, poses).map(derivePiece);
  const motions = asFarAsTheyGo({ ...whole, pieces }, caliper);
  return { spec, form, setup, whole, pieces, motions, poses, state };
}
type MadeOf = ReturnType<typeof madeOf>;

/** What checks and methods look at. */
const checkedOf = ({ spec, form, setup, whole, pieces, motions }: MadeOf) => ({
  ...whole,
  ...{ spec, form, setup, pieces, motions },
  asked: whole.motions,
});

/** What the checks say, remedies untried. */
function foundIn(made: MadeOf): Finding[] {
  const checked = checkedOf(made);
  return once(checks.flatMap((check) => check.run(checked)));
}

/** What tells one finding from another: two that agree in it are said once. */
const keyOf = ({ check, code, piece = "", panel = "", facts }: Finding): string =>
  [check, code, piece, panel, facts?.["name"], facts?.["axis"], facts?.["fitting"], facts?.["label"]].join("/");

/** What is true of several places of one row is told once, of the first. */
function once(found: readonly Finding[]): Finding[] {
  const said = new Set<string>();
  return found.filter((one) => {
    const key = keyOf(one);
    const isNew = !said.has(key);
    said.add(key);
    return isNew;
  });
}

/** What the checks say of a recipe, each with every remedy it knows: none has been tried yet. */
export const untried = (spec: Spec): readonly Finding[] => foundIn(madeOf(spec));

/** A finding without what might mend it. */
export const bareOf = ({ remedy: _remedy, others: _others, ...bare }: Finding): Finding => bare;

/** A finding keeps the first of its remedies that mends it and breaks nothing else: they are tried before one is offered. */
function tried(spec: Spec, found: Finding, all: readonly Finding[]): Finding {
  const remedy = remedyFor(spec, found, all);
  return { ...bareOf(found), ...(remedy && { remedy }) };
}

/**
 * The first remedy of a finding that mends it and breaks nothing else; undefined where none does.
 * @param found as `untried` gives it, among `all` that it gave of the recipe
 */
export function remedyFor(spec: Spec, found: Finding, all: readonly Finding[]): Remedy | undefined {
  const { remedy: first, others = [] } = found;
  return (first ? [first, ...others] : []).find((one) => mends(spec, one, found, all));
}

function mends(spec: Spec, { changes }: Remedy, found: Finding, all: readonly Finding[]): boolean {
  const read = changed(spec, changes);
  if (!read.ok) return false;
  const checked = checkedOf(madeOf(read.value));
  const said = (check: Check): readonly Finding[] => check.run(checked);
  // its own check first: most remedies that do not help are known by that alone
  const [own, rest] = [checks.filter(({ id }) => id === found.check), checks.filter(({ id }) => id !== found.check)];
  const known = new Set(all.map(keyOf));
  const breaks = (f: Finding): boolean => f.severity === "error" && !known.has(keyOf(f));
  const stands = (f: Finding): boolean => keyOf(f) === keyOf(found);
  return ![own, rest].some((some) => some.flatMap(said).some((f) => stands(f) || breaks(f)));
}

/** An object with further fields, each worked out when it is first read and kept from then on. */
function atWish<T extends object, L extends Readonly<Record<string, () => unknown>>>(
  known: T,
  later: L,
): T & { readonly [K in keyof L]: ReturnType<L[K]> } {
  for (const [name, work] of Object.entries(later)) {
    Object.defineProperty(known, name, {
      enumerable: true,
      configurable: true,
      get() {
        const value = work();
        Object.defineProperty(known, name, { enumerable: true, value });
        return value;
      },
    });
  }
  return known as T & { readonly [K in keyof L]: ReturnType<L[K]> };
}

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
  readonly of: Pick<Spec, "form" | "stock" | "settings" | "method" | "sheet">;
  readonly setup: ReturnType<typeof setupOf>;
  readonly own: Part;
}
const owns = new WeakMap<Spec["contents"], Own>();

/** The form itself, drafted anew only where something of it has changed: what lies on it is dragged far more often. */
function ownOf(spec: Spec, form: Form): Own {
  const was = owns.get(spec.contents);
  const parts = ["form", "stock", "settings", "method", "sheet"] as const;
  if (was?.own.form === form && parts.every((part) => was.of[part] === spec[part])) return was;
  const setup = setupOf(spec);
  const { stock, settings, sheet } = spec;
  const contents = packOf(spec.contents);
  const label = (setting: string): string | undefined => labelOf(form, setting);
  const said = form.draft({ contents, stock, settings, setup, sheet });
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

/** A card's finished size: as thick as it is folded, with all that lies on it and in it. */
function finishedOf(
  said: NonNullable<Solution["finished"]>,
  { parts }: Assembly,
  heights: () => ReturnType<typeof heightsOf>,
) {
  if (parts.length === 1) return said;
  const { low, high } = heights();
  return { ...said, thickness: Math.round((high - low) * 1e9) / 1e9 };
}
