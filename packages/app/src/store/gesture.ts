/**
 * What the hand is at: nothing, typing, or dragging. A drag, or what is typed in one go, is one step of undo and one write to
 * the store: both wait until the hand rests.
 */

/** ms a hand that types rests before what it typed is one step of undo and is saved. */
export const ENTRY_MS = 500;

let hand: "rests" | "types" | "drags" = "rests";
let entry: ReturnType<typeof setTimeout> | undefined;

export const isAtRest = (): boolean => hand === "rests";
export const isDragging = (): boolean => hand === "drags";

/** The hand takes hold, or lets go. */
export function setHand(to: typeof hand): void {
  hand = to;
}

/** Does something once a hand that types has rested: each new key puts it off. A hand that drags says itself when it is done. */
export function onceItRests(work: () => void): void {
  clearTimeout(entry);
  if (hand === "types") entry = setTimeout(work, ENTRY_MS);
}

/** What waited for the hand to rest is done now, by whoever calls this. */
export function waitNoMore(): void {
  clearTimeout(entry);
  entry = undefined;
}
