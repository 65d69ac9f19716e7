/** Keys for the thing in hand: arrows move it by marks of the ruler, Delete takes it away, Escape lets go of it. */
import { invert, movedPlace, place, withoutFitting } from "@cut-fold/core";
import { type KeyboardEvent, useRef } from "react";
import { chooseFitting, useChosen } from "../store/chosen.ts";
import { drawingNow } from "../store/heavy.ts";
import { beginGesture, change, endGesture, useOpenDraft } from "../store/openDraft.ts";

/** How many marks of the ruler a step is with the shift key held. */
const LONG_STEP = 5;

const WAYS: Readonly<Record<string, readonly [number, number]>> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, 1],
  ArrowDown: [0, -1],
};

/** The way along an axis of its ground that is nearest to a way on the screen: a face may be drawn upside down, or aslant. */
function onGround(id: string, way: readonly [number, number]): readonly [number, number] {
  const spec = useOpenDraft.getState().draft?.spec;
  const lies = spec && drawingNow(spec).fittings.find((f) => f.id === id);
  if (!lies) return way;
  const [u, v] = place(way, { ...invert(lies.onBase), x: 0, y: 0 });
  return Math.abs(u) >= Math.abs(v) ? [Math.sign(u), 0] : [0, Math.sign(v)];
}

/**
 * @param grid mm between two marks of the ruler
 * @returns `onKeyDown` says whether the key was for the thing; a key that is held is one step of undo
 */
export function useThingKeys(grid: number) {
  const moving = useRef(false);
  const onKeyDown = (event: KeyboardEvent<HTMLElement>): boolean => {
    const id = useChosen.getState().fitting;
    const all = useOpenDraft.getState().draft?.spec.fittings ?? [];
    const row = all.find((f) => f.id === id);
    if (!row || event.target !== event.currentTarget || event.altKey || event.ctrlKey || event.metaKey) return false;
    const way = WAYS[event.key];
    if (way) {
      event.preventDefault();
      if (!moving.current) beginGesture();
      moving.current = true;
      const step = grid * (event.shiftKey ? LONG_STEP : 1);
      const [u, v] = onGround(row.id, way);
      change({ at: ["fittings", row.id, "at"], value: movedPlace(row.at, u * step, v * step) });
      return true;
    }
    if (event.key === "Delete" || event.key === "Backspace") {
      event.preventDefault();
      chooseFitting(undefined);
      change({ fittings: withoutFitting(all, row.id) });
      return true;
    }
    if (event.key === "Escape") chooseFitting(undefined);
    return event.key === "Escape";
  };
  const onKeyUp = (): void => {
    if (moving.current) endGesture();
    moving.current = false;
  };
  return { onKeyDown, onKeyUp };
}
