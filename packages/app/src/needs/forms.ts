/** Which forms a recipe needs, and loading them before it is read: a form's file comes when a draft wants it. */
import { formIds, kindById, loadForms, loadTypefaces } from "@cut-fold/core";

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

/** Loads what these recipes need. */
export const loadFormsOf = async (specs: readonly unknown[]): Promise<void> => {
  await Promise.all([
    loadForms(specs.flatMap((spec) => formsIn(spec))),
    specs.some(setsWords) ? loadTypefaces() : undefined,
  ]);
};

const REMEMBERED = "cut-fold-forms";

/** Notes which forms the drawer needs, so that the next start can fetch them before the drawer has answered. */
export function rememberForms(specs: readonly unknown[]): void {
  try {
    localStorage.setItem(REMEMBERED, [...new Set(specs.flatMap((spec) => formsIn(spec)))].join(" "));
  } catch {
    // where nothing may be stored they come a moment later
  }
}

/** Fetches the forms of the last start, or what is wanted on a first one. */
export async function loadRemembered(first: readonly unknown[]): Promise<void> {
  let noted: string | null = null;
  try {
    noted = localStorage.getItem(REMEMBERED);
  } catch {
    // as above
  }
  await (noted === null ? loadFormsOf(first) : loadForms(noted.split(" ")));
}

/**
 * Loads every form: for places that offer them all. Workers await it in what they answer, not while they start: what is
 * sent to a worker that awaits at its top level is lost.
 */
export const loadAllForms = async (): Promise<void> => {
  await loadForms(formIds);
};
