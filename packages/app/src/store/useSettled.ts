import { useEffect, useState } from "react";

/** The value once it has stood still for so many ms: for what need not follow every frame of a drag. */
export function useSettled<T>(value: T, ms: number): T {
  const [settled, setSettled] = useState(value);
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
