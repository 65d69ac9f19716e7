/** All that is said of a drawing: what the checks find and what mends it, steps, materials. */
import type { Check } from "./checks/check.ts";
import { checks } from "./checks/index.ts";
import { stepsOf } from "./methods/index.ts";
import { materialsOf } from "./methods/materials.ts";
import type { Finding, Remedy, Solution } from "./model/solution.ts";
import type { Spec } from "./model/spec.ts";
import { checkedOf, drawingOf, madeOf, type MadeOf } from "./draw.ts";
import { changed } from "./recipe/change.ts";

/**
 * Solves a recipe that has been read. Pure: the same recipe gives the same solution.
 * @throws when the recipe names a form that is not there; `readSpec` never gives such a one
 */
export function solve(spec: Spec): Solution {
  const made = madeOf(spec);
  const { pieces, whole } = made;
  // what is read of a solution at rest is worked out when it is first asked for: a drag asks for the drawing only
  return atWish(drawingOf(made), {
    findings: () => foundIn(made).map((found, _, all) => tried(spec, found, all)),
    materials: () => materialsOf(pieces, whole.joins, whole.parts, whole.contents, spec),
    steps: () => stepsOf(checkedOf(made)).map((step, i) => ({ n: i + 1, ...step })),
  });
}

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
