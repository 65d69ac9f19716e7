import { useEffect, useState } from "react";

/**
 * The value once it has stood still for so many ms: for what need not follow every frame of a drag.
 * @param first what stands until then; the value itself unless given
 */
export function useSettled<T>(value: T, ms: number, first: T = value): T {
  const [settled, setSettled] = useState(first);
  useEffect(() => {
    const waiting = setTimeout(() => {
      setSettled(value);
    }, ms);
    return () => {
      clearTimeout(waiting);
    };
  }, [value, ms]);
  return settled;
}
