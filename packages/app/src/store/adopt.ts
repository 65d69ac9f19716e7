/** Drafts out of a file, taken in beside ours. */
import type { Draft } from "@cut-fold/core";
import { newId } from "./drafting.ts";

/** What taking in drafts comes to. */
export interface Adopted {
  /** drafts to put: what is new, and what differs from ours under an id of its own */
  readonly fresh: readonly Draft[];
  /** how many of them differ from one of ours: they stand beside it, or take its place */
  readonly beside: number;
  /** ours that theirs take the place of, as they were */
  readonly replaced: readonly Draft[];
  /** how many are here already, just the same */
  readonly same: number;
}

/** A draft as a text that is the same for the same draft, wherever the maker stands in it and however its fields are ordered. */
const saying = (draft: Draft): string =>
  JSON.stringify({ ...draft, step: 1 }, (_key, value: unknown) =>
    typeof value === "object" && value !== null && !Array.isArray(value)
      ? Object.fromEntries(Object.entries(value).sort(([a], [b]) => (a < b ? -1 : 1)))
      : value,
  );

/**
 * Drafts from a file as they can stand beside ours: none writes over anything unless that is asked for, none that is here
 * already comes twice, and of several with one id none is lost. What belongs together in the file stays together.
 */
export function adopt(
  drafts: readonly Draft[],
  known: ReadonlyMap<string, Draft>,
  onDifferent: "beside" | "replace" = "beside",
): Adopted {
  const taken = new Set(known.keys());
  const ids = new Map<string, string>();
  const coming: { readonly draft: Draft; readonly id: string }[] = [];
  const replaced: Draft[] = [];
  let [beside, same] = [0, 0];
  for (const draft of drafts) {
    const ours = known.get(draft.id);
    if (ours && saying(ours) === saying(draft)) {
      same += 1;
      continue;
    }
    if (ours) beside += 1;
    const replaces = ours !== undefined && onDifferent === "replace" && !ids.has(draft.id);
    if (replaces) replaced.push(ours);
    const id = taken.has(draft.id) && !replaces ? newId() : draft.id;
    taken.add(id);
    if (!ids.has(draft.id)) ids.set(draft.id, id);
    coming.push({ draft, id });
  }
  const moved = (id: string): string => ids.get(id) ?? id;
  const fresh = coming.map(({ draft, id }): Draft => {
    const { family, holds } = draft;
    return {
      ...draft,
      id,
      ...(family !== undefined && { family: moved(family) }),
      ...(holds !== undefined && { holds: moved(holds) }),
    };
  });
  return { fresh, beside, replaced, same };
}
