import type { Spec } from "@cut-fold/core";
import { wrap } from "comlink";
import { useEffect, useRef, useState } from "react";

/** What a worker answers to a recipe. */
interface Answering<A> {
  run(spec: Spec): Promise<A>;
}

/** The last answer, the recipe it is the answer to, and whether asking failed since. */
export interface Answered<A> {
  readonly answer: A | undefined;
  readonly of: Spec | undefined;
  readonly failed: boolean;
}

/**
 * Asks a worker that lives as long as it is looked at, each time the recipe changes; nothing while there is none to ask
 * about. The last answer stays while the next one is worked out. `make` must be the same function each time.
 */
export function useAsked<A>(make: () => Worker, spec: Spec | undefined): Answered<A> {
  const api = useRef<Answering<A>>(undefined);
  const [kept, setKept] = useState<Answered<A>>({ answer: undefined, of: undefined, failed: false });
  const wanted = spec !== undefined;
  useEffect(() => {
    if (!wanted) return undefined;
    const worker = make();
    worker.addEventListener("error", () => {
      setKept((was) => ({ ...was, failed: true }));
    });
    api.current = wrap<Answering<A>>(worker) as unknown as Answering<A>;
    return () => {
      worker.terminate();
    };
  }, [make, wanted]);
  useEffect(() => {
    let late = false;
    if (spec)
      api.current?.run(spec).then(
        (answer) => {
          if (!late) setKept({ answer, of: spec, failed: false });
        },
        () => {
          if (!late) setKept((was) => ({ ...was, failed: true }));
        },
      );
    return () => {
      late = true;
    };
  }, [spec]);
  return kept;
}
