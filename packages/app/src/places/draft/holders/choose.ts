/** Taking one of the holders that are offered. */
import {
  changed,
  formById,
  isUsual,
  loadForms,
  type Offer,
  roundNear,
  settingMeta,
  settingsOf,
  setupOf,
  type Spec,
} from "@cut-fold/core";
import { tell, tellDone } from "../../../parts/tell.tsx";
import { chooseNothing } from "../../../store/chosen.ts";
import { makeDraft } from "../../../store/drafting.ts";
import { useDrafts } from "../../../store/drafts.ts";
import { nameFor } from "../../../store/naming.ts";
import { change, undo, useOpenDraft } from "../../../store/openDraft.ts";

/** What the maker had set and the new form does not have: told, with a way back. */
function fellAway(was: Spec, now: Spec): string[] {
  const [before, after] = [formById(was.form), formById(now.form)];
  if (!before || !after) return [];
  const kept = new Set(settingsOf(after).map(([name]) => name));
  const lost = settingsOf(before).flatMap(([name, schema]) =>
    kept.has(name) || isUsual(schema, was.settings[name]) ? [] : [settingMeta(schema).label.toLowerCase()],
  );
  const laid = (was.fittings?.length ?? 0) - (now.fittings?.length ?? 0);
  return laid > 0 ? [...lost, laid === 1 ? "what lay on it" : `${String(laid)} things that lay on it`] : lost;
}

/** A part that holds nothing in the size it is usually made in, and not in that of the card it goes with. */
function ofUsualSize(spec: Spec): Spec {
  const { width, height } = formById(spec.form)?.usualSize ?? {};
  if (width === undefined || height === undefined) return spec;
  const { grid } = setupOf(spec);
  const { name, thickness } = spec.contents;
  const contents = { width: roundNear(width, grid), height: roundNear(height, grid), thickness, name };
  const read = changed(spec, { contents });
  return read.ok ? read.value : spec;
}

/** Takes a form in place of the one there is; what only goes with a holder, a mask or a liner, becomes a draft beside it. */
export async function choose({ form, spec }: Offer, navigate: (to: string) => unknown): Promise<void> {
  await loadForms([form]);
  const { draft } = useOpenDraft.getState();
  const isPart = (id: string): boolean => formById(id)?.purpose === "part";
  if (draft && isPart(form) && !isPart(draft.spec.form)) {
    const beside = makeDraft(nameFor(spec), ofUsualSize(spec), { tags: draft.tags });
    useDrafts.getState().put([beside]);
    tell(`A draft of its own, beside “${draft.name}”.`);
    void navigate(`/draft/${beside.id}/flat?stage=details`);
    return;
  }
  change({ form, method: spec.method, settings: spec.settings });
  chooseNothing();
  if (draft) void navigate(`/draft/${draft.id}/flat?stage=inside`);
  const now = useOpenDraft.getState().draft;
  const lost = draft && now ? fellAway(draft.spec, now.spec) : [];
  if (lost.length > 0) tellDone(`This form has no place for: ${lost.join(", ")}.`, "Take the old form back", undo);
}
