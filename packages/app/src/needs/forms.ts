/** Which forms a recipe needs, and loading them before it is read: a form's file comes when a draft wants it. */
import { formIds, hasTypefaces, kindById, loadForms, loadTypefaces, type Spec } from "@cut-fold/core";

const record = (value: unknown): value is Readonly<Record<string, unknown>> =>
  typeof value === "object" && value !== null;

/** The ids of the forms that a recipe names, read or not: its own and those of what lies on it. */
export function formsIn(spec: unknown): string[] {
  if (!record(spec)) return [];
  const { form, fittings } = spec;
  const own = typeof form === "string" ? [form] : [];
  const laid = Array.isArray(fittings) ? fittings.flatMap((row: unknown) => formsIn(row)) : [];
  return [...own, ...laid];
}

/** Whether an outline has holes, which may be held by bridges: what reckons those comes with the typefaces. */
export const hasHoles = ({ drawn }: Readonly<Record<string, unknown>>): boolean =>
  typeof drawn === "string" && drawn.lastIndexOf("M") > 0;

/** Whether a recipe sets words: typefaces come when one does. */
const setsWords = (spec: unknown): boolean =>
  record(spec) &&
  Array.isArray(spec["fittings"]) &&
  spec["fittings"].some(
    (row: unknown) => record(row) && (kindById(String(row["kind"]))?.setsWords === true || hasHoles(row)),
  );

/** Loads the forms that these recipes are of: enough to read them. */
export async function loadFormsIn(specs: readonly unknown[]): Promise<void> {
  await loadForms(specs.flatMap((spec) => formsIn(spec)));
}

/** Loads what these recipes need to be worked out and changed: where one sets words, every typeface. */
export const loadFormsOf = async (specs: readonly unknown[]): Promise<void> => {
  await Promise.all([loadFormsIn(specs), specs.some(setsWords) ? loadTypefaces() : undefined]);
};

/** The typefaces that a recipe's words are set in; none where it only needs what puts letters together; undefined for one without words. */
function typefacesIn(spec: Spec): readonly string[] | undefined {
  if (!setsWords(spec)) return undefined;
  return (spec.fittings ?? []).flatMap((row): string[] => {
    if (kindById(row.kind)?.setsWords !== true) return [];
    const { typeface } = row as { readonly typeface?: unknown };
    // what is numbered has its figures in single lines
    return [typeof typeface === "string" ? typeface : "line"];
  });
}

/** Whether all that a recipe's words are set in has come: before, its drawing has none. */
export function hasWords(spec: Spec): boolean {
  const ids = typefacesIn(spec);
  return ids === undefined || hasTypefaces(ids);
}

/** Loads what the words of these recipes are set in, and no other typeface. */
export async function loadWords(specs: readonly Spec[]): Promise<void> {
  const ids = specs.flatMap((spec) => typefacesIn(spec) ?? []);
  if (specs.some((spec) => !hasWords(spec))) await loadTypefaces([...new Set(ids)]);
}

/**
 * Loads every form: for places that offer them all. Workers await it in what they answer, not while they start: what is
 * sent to a worker that awaits at its top level is lost.
 */
export const loadAllForms = async (): Promise<void> => {
  await loadForms(formIds);
};
