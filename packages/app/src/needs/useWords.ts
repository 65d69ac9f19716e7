import type { Spec } from "@cut-fold/core";
import { useEffect, useReducer, useState } from "react";
import { hasWords, loadWords } from "./forms.ts";

/**
 * Whether some recipes can be drawn with their words; what those are set in is fetched where it has not come. Where that cannot
 * be fetched they are drawn without: a draft opens all the same. The recipes keep their array.
 */
export function useWords(specs: readonly Spec[]): boolean {
  const [, again] = useReducer((n: number) => n + 1, 0);
  const [without, setWithout] = useState<readonly Spec[]>();
  const isHere = specs.every(hasWords);
  useEffect(() => {
    if (isHere) return undefined;
    let isLate = false;
    loadWords(specs).then(
      () => {
        if (!isLate) again();
      },
      () => {
        if (!isLate) setWithout(specs);
      },
    );
    return () => {
      isLate = true;
    };
  }, [specs, isHere]);
  return isHere || without === specs;
}
