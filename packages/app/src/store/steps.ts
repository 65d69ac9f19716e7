/** The steps of undo of each draft, kept beside it in the browser, so that they outlive a reload. */
import { type Draft, readDraft } from "@cut-fold/core";
import { besideKey, db } from "./db.ts";
import { useKeeping } from "./keeping.ts";
import { loadFormsOf } from "../needs/forms.ts";

/** How many steps can be undone, and are kept. */
export const KEPT_STEPS = 100;

interface Steps {
  /** the state they lead away from: of any other they say nothing */
  readonly changed: string;
  readonly past: readonly Draft[];
  readonly future: readonly Draft[];
}
const NONE: Pick<Steps, "past" | "future"> = { past: [], future: [] };

const keyOf = (id: string): string => besideKey("steps", id);

/** Keeps the steps of a draft that is being saved. */
export function keepSteps({ id, changed }: Draft, past: readonly Draft[], future: readonly Draft[]): void {
  if (!useKeeping.getState().isRead) return;
  const value: Steps = { changed, past: past.slice(-KEPT_STEPS), future: future.slice(-KEPT_STEPS) };
  // a step that cannot be kept is no reason to trouble anyone: the draft itself is told about
  db.kept.put({ key: keyOf(id), value }).catch(() => undefined);
}

/** The steps that were kept with a draft as it is now; none where it was changed elsewhere since. */
export async function recallSteps({ id, changed }: Draft): Promise<Pick<Steps, "past" | "future">> {
  if (!useKeeping.getState().isRead) return NONE;
  try {
    const kept = (await db.kept.get(keyOf(id)))?.value as Steps | undefined;
    if (kept?.changed !== changed) return NONE;
    await loadFormsOf([...kept.past, ...kept.future].map((d) => d.spec));
    const read = (drafts: readonly Draft[]): Draft[] =>
      drafts.flatMap((given) => {
        const one = readDraft(given);
        return one.ok && one.draft.id === id ? [one.draft] : [];
      });
    return { past: read(kept.past), future: read(kept.future) };
  } catch {
    return NONE;
  }
}
