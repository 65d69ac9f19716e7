import { useEffect, useState } from "react";
import { isDragging } from "../store/openDraft.ts";

/** ms a hand holds still before what is read at rest follows it. */
const REST_MS = 120;

/** A value for what is read at rest: while a hand drags on the drawing it stands as it was, and follows when the hand rests. */
export function useAtRest<T>(value: T): T {
  const [rested, setRested] = useState(value);
  useEffect(() => {
    const late = setTimeout(
      () => {
        setRested(value);
      },
      isDragging() ? REST_MS : 0,
    );
    return () => {
      clearTimeout(late);
    };
  }, [value]);
  return isDragging() ? rested : value;
}
