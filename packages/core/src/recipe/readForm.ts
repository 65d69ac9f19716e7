/** Reads which form it is, and that form's settings. */
import { type Form, settingsOf } from "../forms/form.ts";
import { formById, formIds } from "../forms/index.ts";
import type { Spec } from "../model/spec.ts";
import { type Reader, told } from "./reader.ts";
import { readSettings } from "./readSettings.ts";

/** The form a field names. */
export function readForm(value: unknown, reader: Reader, field: string): Form | undefined {
  const form = typeof value === "string" ? formById(value) : undefined;
  if (form) return form;
  const allowed = formIds.join(", ");
  return value === undefined
    ? reader.report(field, "missing", { allowed })
    : reader.report(field, "unknown-preset", { given: told(value), allowed });
}

/** A form's settings as a field holds them. */
export function readFormSettings(
  value: unknown,
  form: Form,
  reader: Reader,
  field: string,
): Spec["settings"] | undefined {
  const entries = settingsOf(form);
  const raw = reader.object(
    value ?? {},
    field,
    entries.map(([name]) => name),
  );
  const settings = raw && readSettings(raw, entries, reader, field);
  // forms are asked with all of their settings or not at all
  return settings && entries.every(([name]) => name in settings) ? settings : undefined;
}
