/** A draft as it is kept and exported: a recipe with a name. */
import { z } from "zod";
import type { Spec } from "../model/spec.ts";
import { readSpec } from "../recipe/readSpec.ts";

/** How long a draft's name may be. */
export const NAME_LONGEST = 120;
/** How long a tag may be, and how many a draft may have. */
export const TAG_LONGEST = 40;
export const TAGS_MOST = 20;

const draftId = z
  .string()
  .min(1)
  .max(64)
  .regex(/^[\w-]+$/u);

/** ISO 8601; a clock that runs far ahead writes years of six digits (ECMA-262, 21.4.1.32). */
const time = z.union([z.iso.datetime(), z.string().regex(/^\+\d{6}-\d\d-\d\dT\d\d:\d\d:\d\d(?:\.\d{1,20})?Z$/u)]);

/** A draft as it is kept and exported, its recipe not yet read. */
export const draftSchema = z.strictObject({
  id: draftId,
  /** the draft it is a version of, or the one that was: versions of one thing share it */
  family: draftId.optional(),
  /** the card draft it was made to hold: its size and thickness follow that card */
  holds: draftId.optional(),
  name: z.string().trim().min(1).max(NAME_LONGEST),
  tags: z.array(z.string().trim().min(1).max(TAG_LONGEST)).max(TAGS_MOST),
  note: z.string().max(2000),
  made: time,
  changed: time,
  /** the step the maker stands at */
  step: z.number().int().min(1).max(999),
  spec: z.unknown(),
});

/** A saved draft: a recipe with a name. */
export type Draft = Omit<z.infer<typeof draftSchema>, "spec"> & { readonly spec: Spec };

/**
 * Reads one draft as a browser or a file kept it. What a later version of a form has come to ask for is filled in with what
 * is usual, so that a draft outlives the version it was made with. Gives the field that cannot be read otherwise.
 */
export function readDraft(
  kept: unknown,
): { readonly ok: true; readonly draft: Draft } | { readonly ok: false; readonly where: string } {
  const draft = draftSchema.safeParse(kept);
  if (!draft.success) return { ok: false, where: draft.error.issues[0]?.path.join(".") ?? "" };
  const spec = readSpec(draft.data.spec);
  return spec.ok
    ? { ok: true, draft: { ...draft.data, spec: spec.value } }
    : { ok: false, where: `spec.${spec.problems[0]?.field ?? ""}` };
}
