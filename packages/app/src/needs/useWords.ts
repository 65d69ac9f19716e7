import type { Spec } from "@cut-fold/core";
import { useEffect, useReducer } from "react";
import { hasWords, loadWords } from "./forms.ts";

/** Whether the words of some recipes can be drawn; what they are set in is fetched where it has not come. The recipes keep their array. */
export function useWords(specs: readonly Spec[]): boolean {
  const [, again] = useReducer((n: number) => n + 1, 0);
  const isHere = specs.every(hasWords);
  useEffect(() => {
    if (isHere) return undefined;
    let isLate = false;
    // what cannot be fetched is asked for again when it is looked at again; the rest of the drawing stands
    loadWords(specs).then(
      () => {
        if (!isLate) again();
      },
      () => undefined,
    );
    return () => {
      isLate = true;
    };
  }, [specs, isHere]);
  return isHere;
}
