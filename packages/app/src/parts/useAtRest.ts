import { isDragging } from "../store/gesture.ts";
import { useSettled } from "../store/useSettled.ts";

/** ms a hand holds still before what is read at rest follows it. */
const REST_MS = 120;

/** A value for what is read at rest: while a hand drags on the drawing it stands as it was, and follows when the hand rests. */
export function useAtRest<T>(value: T): T {
  const dragging = isDragging();
  const rested = useSettled(value, dragging ? REST_MS : 0);
  return dragging ? rested : value;
}
