/** Settings by their own schemas: its labels name the field, its bounds are the ones told. */
import type { z } from "zod";
import { stocks } from "../catalogue/papers.ts";
import { SAME_PAPER, settingMeta } from "../model/setting.ts";
import { type Spec, stockIn } from "../model/spec.ts";
import { loopsOf } from "../outlines/outline.ts";
import { type Reader, told } from "./reader.ts";

/** Settings by name, in mm; `auto`, choices and toggles as they are. */
export type FormSettings = Spec["settings"];

/** What a paper setting may hold. */
const papers: readonly string[] = [SAME_PAPER, ...stocks.map(({ id }) => id)];

/** Reads what was said for each setting of a schema; what was not said is as usual. Keys are checked by whoever asks. */
export function readSettings(
  raw: Readonly<Record<string, unknown>>,
  entries: readonly (readonly [name: string, schema: z.ZodType])[],
  reader: Reader,
  at: string,
): FormSettings {
  const settings: FormSettings = {};
  for (const [key, schema] of entries) {
    const read = readSetting(raw[key], schema, reader, at === "" ? key : `${at}.${key}`);
    if (read !== undefined) settings[key] = read;
  }
  return settings;
}

function readSetting(
  said: unknown,
  schema: z.ZodType,
  reader: Reader,
  field: string,
): FormSettings[string] | undefined {
  const meta = settingMeta(schema);
  if (said === undefined) return schema.parse(undefined) as FormSettings[string];
  if (meta.kind === "length")
    return meta.auto && said === "auto"
      ? "auto"
      : reader.length(said, field, { min: meta.min ?? 0, max: meta.max ?? Infinity });
  if (meta.kind === "number") return reader.count(said, field, { min: meta.min ?? 0, max: meta.max ?? Infinity });
  if (meta.kind === "count") return reader.count(said, field, { min: meta.min ?? 0, max: meta.max ?? Infinity }, true);
  const read = schema.safeParse(said);
  if (!read.success && (meta.kind === "text" || meta.kind === "list"))
    return reader.report(field, "wrong-type", { wants: `a text of up to ${String(meta.max ?? 80)} letters` });
  if (meta.kind === "drawn" && (!read.success || (read.data !== "" && !loopsOf(String(read.data)))))
    return reader.report(field, "wrong-type", {
      wants: "path data of closed lines: M, L, C and Z with plain numbers",
    });
  if (meta.kind === "paper" && read.success && !papers.includes(String(read.data)) && !stockIn(String(read.data)))
    return reader.report(field, "not-allowed", { given: told(said), allowed: papers.join(", ") });
  if (meta.kind === "colour" && !read.success)
    return reader.report(field, "wrong-type", { wants: "a colour in six hexadecimal digits, as #1c2b46" });
  if (meta.kind === "picture" && !read.success)
    return reader.report(field, "wrong-type", {
      wants: "a picture as the app says it: its digest, a colon, and its points, as 1200x800",
    });
  if (read.success) return read.data as FormSettings[string];
  const allowed = meta.options ? Object.keys(meta.options).join(", ") : "true, false";
  return reader.report(field, "not-allowed", { given: told(said), allowed });
}
