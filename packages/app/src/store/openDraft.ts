/** The draft that is open: every change goes through `change`, can be undone, and is saved at once. */
import { changed, type Draft, type Problem, type SpecChange } from "@cut-fold/core";
import { temporal } from "zundo";
import { create } from "zustand";
import { useDrafts } from "./drafts.ts";
import { contentsFrom, isSameThing } from "./following.ts";

interface OpenState {
  readonly draft: Draft | undefined;
}

const UNDO_LIMIT = 300;

export const useOpenDraft = create<OpenState>()(
  temporal((): OpenState => ({ draft: undefined }), { limit: UNDO_LIMIT, equality: (a, b) => a.draft === b.draft }),
);

const history = useOpenDraft.temporal;
/** A drag, or typing in one field, is one step of undo: history records its first change and then waits. */
let gesture = false;
/** A gesture of the hand on the drawing: what is read at rest waits until the hand rests. */
let dragging = false;

/** Opens a draft; history begins anew. */
export function openDraft(draft: Draft): void {
  gesture = false;
  history.getState().resume();
  useOpenDraft.setState({ draft });
  history.getState().clear();
}

export function beginGesture(): void {
  gesture = true;
}

/** A gesture that changes the recipe with every frame. */
export function beginDrag(): void {
  beginGesture();
  dragging = true;
}

export const isDragging = (): boolean => dragging;

export function endGesture(): void {
  dragging = false;
  if (!gesture) return;
  gesture = false;
  history.getState().resume();
  save();
}

function save(): void {
  const { draft } = useOpenDraft.getState();
  if (draft && useDrafts.getState().drafts.get(draft.id) !== draft) useDrafts.getState().put([draft]);
}

function replace(draft: Draft): void {
  useOpenDraft.setState({ draft });
  // while a gesture runs, history keeps its first state only, and the store waits for the end
  if (gesture) history.getState().pause();
  else save();
}

/**
 * Changes the recipe of the open draft. Gives the problems instead when it cannot be. A size set by hand is the maker's
 * own from then on: the draft no longer follows its card.
 * @param holds the card's draft that the change comes from; null lets go of the one it follows, whatever the size
 */
export function change(by: SpecChange, holds?: string | null): readonly Problem[] {
  const { draft } = useOpenDraft.getState();
  if (!draft) return [];
  const read = changed(draft.spec, by);
  if (!read.ok) return read.problems;
  const { holds: held, ...rest } = draft;
  const kept = isSameThing(read.value.contents, draft.spec.contents) ? held : undefined;
  const follows = holds === undefined ? kept : (holds ?? undefined);
  const next = { ...rest, spec: read.value, changed: new Date().toISOString() };
  replace(follows === undefined ? next : { ...next, holds: follows });
  return [];
}

/** Lets the open draft follow a card from now on. */
export function follow(card: Draft): void {
  const { draft } = useOpenDraft.getState();
  const contents = draft && contentsFrom(card, draft.spec.contents);
  if (contents) change({ contents }, card.id);
}

/** Changes what is said about the draft: name, tags, note. */
export function describe(by: Partial<Pick<Draft, "name" | "tags" | "note">>): void {
  const { draft } = useOpenDraft.getState();
  if (draft) replace({ ...draft, ...by, changed: new Date().toISOString() });
}

/** Where the maker stands in the steps: remembered, and no step of undo. */
export function standAt(step: number): void {
  const { draft } = useOpenDraft.getState();
  if (!draft || draft.step === step) return;
  history.getState().pause();
  useOpenDraft.setState({ draft: { ...draft, step } });
  history.getState().resume();
  save();
}

/** `standAt` does not count as a change, so going back keeps the place in the steps. */
function travel(way: "undo" | "redo"): void {
  endGesture();
  const step = useOpenDraft.getState().draft?.step;
  history.getState()[way]();
  const { draft } = useOpenDraft.getState();
  if (draft && step !== undefined && draft.step !== step) {
    history.getState().pause();
    useOpenDraft.setState({ draft: { ...draft, step } });
    history.getState().resume();
  }
  save();
}
export const undo = (): void => {
  travel("undo");
};
export const redo = (): void => {
  travel("redo");
};
