/** Drafts made: new, again, beside another, and as versions of one family. */
import { type Draft, NAME_LONGEST, type Spec } from "@cut-fold/core";

/** An id that no other draft has. */
export const newId = (): string => `draft-${crypto.randomUUID()}`;

/** This window among those of the browser, in six digits. */
const WINDOW = String(Math.floor(Math.random() * 1e6)).padStart(6, "0");
let count = 0;

/**
 * The time of a change (ISO 8601), as no other change has it: windows tell by it what is news, and a clock can be read twice
 * in one thousandth of a second. The digits after those count this window's changes and name the window.
 */
export function stamp(): string {
  count = (count + 1) % 1000;
  return new Date().toISOString().replace("Z", `${String(count).padStart(3, "0")}${WINDOW}Z`);
}

/** A new draft round a recipe. */
export function makeDraft(name: string, spec: Spec, rest: Partial<Pick<Draft, "tags" | "note">> = {}): Draft {
  const now = stamp();
  return {
    id: newId(),
    name: name.slice(0, NAME_LONGEST),
    tags: rest.tags ?? [],
    note: rest.note ?? "",
    made: now,
    changed: now,
    step: 1,
    spec,
  };
}

/** A draft as it is in this window, kept beside what another window has made of it. */
export function besideOf(draft: Draft): Draft {
  const END = ", from this window";
  return { ...draft, id: newId(), name: draft.name.slice(0, NAME_LONGEST - END.length) + END, changed: stamp() };
}

/** The same draft again under a new name. */
export const duplicateDraft = (draft: Draft): Draft => makeDraft(`${draft.name}, again`, draft.spec, draft);

/** The family a draft belongs to: that of its first version. */
export const familyOf = (draft: Draft): string => draft.family ?? draft.id;

/** All versions of a draft, the oldest first. */
export const versionsOf = (draft: Draft, all: ReadonlyMap<string, Draft>): Draft[] =>
  [...all.values()]
    .filter((d) => familyOf(d) === familyOf(draft))
    .sort((a, b) => a.made.localeCompare(b.made) || a.id.localeCompare(b.id));

/** Another version of a draft beside it, named by what is different. */
export function versionOf(draft: Draft, spec: Spec, difference: string): Draft {
  const stem = draft.name.replace(/ · .*$/u, "").slice(0, 80);
  const { tags, note, holds } = draft;
  const version = makeDraft(`${stem} · ${difference}`.slice(0, 120), spec, { tags, note });
  return { ...version, family: familyOf(draft), ...(holds !== undefined && { holds }) };
}
