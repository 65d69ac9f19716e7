/** The draft that is open: every change goes through `change`, can be undone, and is saved at once. */
import { changed, type Draft, type Problem, type SpecChange } from "@cut-fold/core";
import { temporal } from "zundo";
import { create } from "zustand";
import { besideOf, stamp } from "./drafting.ts";
import { useDrafts } from "./drafts.ts";
import { isAtRest, isDragging, onceItRests, setHand, waitNoMore } from "./gesture.ts";
import { contentsFrom, isSameThing } from "./following.ts";
import { merged } from "./merge.ts";
import { renamed } from "./naming.ts";
import { KEPT_STEPS, keepSteps, recallSteps } from "./steps.ts";

interface OpenState {
  readonly draft: Draft | undefined;
}

export const useOpenDraft = create<OpenState>()(
  temporal((): OpenState => ({ draft: undefined }), { limit: KEPT_STEPS, equality: (a, b) => a.draft === b.draft }),
);

const history = useOpenDraft.temporal;
/** The open draft as this window and the store knew it last: what another window has made of it since is told by it. */
let base: Draft | undefined;

/** Opens a draft, with the steps of undo that were kept with it. */
export function openDraft(draft: Draft): void {
  endGesture();
  base = draft;
  useOpenDraft.setState({ draft });
  history.getState().clear();
  void recallSteps(draft).then(({ past, future }) => {
    const { pastStates, futureStates } = history.getState();
    if (useOpenDraft.getState().draft !== draft || pastStates.length + futureStates.length > 0) return;
    const states = (drafts: readonly Draft[]): OpenState[] => drafts.map((d) => ({ draft: d }));
    useOpenDraft.temporal.setState({ pastStates: states(past), futureStates: states(future) });
  });
}

/** A field is typed in from now on. */
export function beginGesture(): void {
  setHand("types");
}

/** A gesture that changes the recipe with every frame: what is read at rest waits until the hand rests. */
export function beginDrag(): void {
  endEntry();
  setHand("drags");
}

/** What was typed so far is a step of its own, and saved; the hand may type on. */
export function endEntry(): void {
  waitNoMore();
  history.getState().resume();
  if (useDrafts.getState().waiting) save();
}

export function endGesture(): void {
  if (isAtRest()) return;
  setHand("rests");
  endEntry();
}

/** Told only when it changes: a drag comes through here with every frame, and all who watch the drafts would look again. */
function setWaiting(waiting: boolean): void {
  if (useDrafts.getState().waiting !== waiting) useDrafts.setState({ waiting });
}

function save(): void {
  const { draft } = useOpenDraft.getState();
  setWaiting(false);
  const there = draft && useDrafts.getState().drafts.get(draft.id);
  if (!draft || there === draft) return;
  const kept = base?.id === draft.id && there && isNews(there) ? withTheirs(base, draft, there) : draft;
  base = kept;
  useDrafts.getState().put([kept]);
  const { pastStates, futureStates } = history.getState();
  const drafts = (states: readonly Partial<OpenState>[]): Draft[] => states.flatMap((s) => s.draft ?? []);
  keepSteps(kept, drafts(pastStates), drafts(futureStates));
}

/** Whether a row is something else than this window knew: every change has its own time. */
const isNews = (row: Draft): boolean => row !== base && row.changed !== base?.changed;

/** The open draft with what another window has changed meanwhile; where the two clash, ours as a draft beside theirs. */
function withTheirs(was: Draft, ours: Draft, theirs: Draft): Draft {
  const both = merged(was, ours, theirs);
  const kept = both ?? besideOf(ours);
  if (!both) useDrafts.setState({ clash: { theirs: theirs.name, ours: kept.name } });
  history.getState().pause();
  useOpenDraft.setState({ draft: kept });
  history.getState().resume();
  return kept;
}

/**
 * Takes over what another window has made of the open draft, as a step that can be undone. While the hand is at work here
 * it waits: the two come together when this window saves.
 */
export function meet(row: Draft): void {
  const { draft } = useOpenDraft.getState();
  if (!draft || draft.id !== row.id || row === draft || !isNews(row)) return;
  if (isDragging() || useDrafts.getState().waiting) return;
  base = row;
  useOpenDraft.setState({ draft: row });
}

function replace(draft: Draft): void {
  useOpenDraft.setState({ draft });
  if (isAtRest()) {
    save();
    return;
  }
  // while the hand is at it, history keeps the first state only, and the store waits for a pause
  history.getState().pause();
  setWaiting(true);
  onceItRests(endEntry);
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
  const next = { ...rest, spec: read.value, changed: stamp() };
  replace(renamed(draft, follows === undefined ? next : { ...next, holds: follows }));
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
  if (draft) replace({ ...draft, ...by, changed: stamp() });
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
