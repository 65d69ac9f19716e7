import type { Clash, Drawing } from "@cut-fold/core";
import { useSettled } from "./useSettled.ts";
import { useAsked } from "./useAsked.ts";

const worker = (): Worker => new Worker(new URL("../workers/moving.worker.ts", import.meta.url), { type: "module" });
/** ms a recipe stands still before what moves in it is walked. */
const REST_MS = 250;
const NONE: readonly Clash[] = [];

/** What runs into what while something in it moves, from a worker; none until it is known. */
export function useClashes({ spec, motions }: Drawing): readonly Clash[] {
  const rested = useSettled(spec, REST_MS);
  const { answer, of } = useAsked<readonly Clash[]>(worker, motions.length > 0 ? rested : undefined);
  return of === spec && answer ? answer : NONE;
}
