/** Two windows on one draft: what each has changed since both were the same is put together, part by part. */
import { type Draft, readDraft } from "@cut-fold/core";

type Fields = Readonly<Record<string, unknown>>;

const isFields = (value: unknown): value is Fields =>
  typeof value === "object" && value !== null && !Array.isArray(value);
const same = (a: unknown, b: unknown): boolean => a === b || JSON.stringify(a) === JSON.stringify(b);

/** Marks a place that both have changed, each its own way. */
const CLASH = Symbol("clash");

/** What two changes of one thing come to: the one that was made, field by field where it has fields. */
function together(base: unknown, ours: unknown, theirs: unknown): unknown {
  if (same(ours, theirs) || same(theirs, base)) return ours;
  if (same(ours, base)) return theirs;
  if (!isFields(base) || !isFields(ours) || !isFields(theirs)) return CLASH;
  const made: Record<string, unknown> = {};
  for (const key of new Set([...Object.keys(theirs), ...Object.keys(ours)])) {
    const value = together(base[key], ours[key], theirs[key]);
    if (value === CLASH) return CLASH;
    if (value !== undefined) made[key] = value;
  }
  return made;
}

/** Fields that are different for every change and decide nothing. */
const asides = (draft: Draft): Fields => ({ ...draft, changed: "", step: 1 });

/**
 * The draft with the changes of both; undefined where both have changed one place, or where the two make no recipe together.
 * @param base the draft as both knew it last
 */
export function merged(base: Draft, ours: Draft, theirs: Draft): Draft | undefined {
  const both = together(asides(base), asides(ours), asides(theirs));
  if (!isFields(both)) return undefined;
  const read = readDraft({ ...both, step: ours.step, changed: ours.changed });
  return read.ok ? read.draft : undefined;
}
