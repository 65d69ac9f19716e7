/** Dragging a figure by the end of its line: how far its setting moves with the hand is measured when the drag begins. */
import { type Dimension, gainOf, type Point } from "@cut-fold/core";
import { type PointerEvent, useRef } from "react";
import { beginDrag, endGesture, useOpenDraft } from "../store/openDraft.ts";
import { setDimension } from "../store/setDimension.ts";
import { solutionOf } from "../store/solutions.ts";
import type { View } from "./view.ts";

/** Marks of the ruler by which a setting is tried, so that rounding does not hide what it moves. */
const TRIED_MARKS = 4;

interface DraggedFigure {
  readonly start: Point;
  readonly value: number;
  /** the way the line ran then, on the screen: past nothing it turns round, and the hand does not */
  readonly along: Point;
  readonly gain: number;
}

/** The gain of a figure in the open draft. */
function gainNow(dimension: Dimension, [x, y]: Point, grid: number): number {
  const { draft } = useOpenDraft.getState();
  return draft ? gainOf(solutionOf(draft.spec), dimension, grid * TRIED_MARKS, [x, -y]) : 1;
}

/** Handlers for the grip of a figure whose line runs along a unit vector on the screen. */
export function useFigureDrag(
  dimension: Dimension,
  along: Point,
  view: View,
  grid: number,
  onHold: (held: boolean) => void,
) {
  const drag = useRef<DraggedFigure | undefined>(undefined);
  const waiting = useRef<number | undefined>(undefined);
  const onPointerDown = (event: PointerEvent<SVGElement>): void => {
    if (!dimension.sets) return;
    event.preventDefault();
    event.stopPropagation();
    event.currentTarget.setPointerCapture(event.pointerId);
    drag.current = {
      start: [event.clientX, event.clientY],
      value: dimension.value,
      along,
      gain: gainNow(dimension, along, grid),
    };
    beginDrag();
    onHold(true);
  };
  const onPointerMove = (event: PointerEvent<SVGElement>): void => {
    const held = drag.current;
    if (!held) return;
    const moved = (event.clientX - held.start[0]) * held.along[0] + (event.clientY - held.start[1]) * held.along[1];
    const wanted = held.value + (moved / view.k) * held.gain;
    // one solve a frame, however many events the pointer sends
    if (waiting.current !== undefined) cancelAnimationFrame(waiting.current);
    waiting.current = requestAnimationFrame(() => {
      waiting.current = undefined;
      setDimension(dimension, Math.round(wanted / grid) * grid);
    });
  };
  const onPointerUp = (): void => {
    if (!drag.current) return;
    drag.current = undefined;
    endGesture();
    onHold(false);
  };
  return { onPointerDown, onPointerMove, onPointerUp, onPointerCancel: onPointerUp };
}
