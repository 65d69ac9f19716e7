/** What the checks found of a draft, and what runs into what, in one list. */
import { type Clash, clashFindings, type Drawing, type Finding } from "@cut-fold/core";
import { useMemo } from "react";
import { useReading } from "../../../store/reading.ts";

/** How far the checks have come: nothing is said of what is not yet known. */
export type Looked = "working" | "trying" | "known" | "failed";

export function useFindings(
  rested: Drawing,
  clashes: readonly Clash[],
): { readonly findings: readonly Finding[]; readonly state: Looked } {
  // what runs into what is known later than the rest, and stands after it
  const { reading, isNow, isFailed } = useReading(rested.spec);
  const found = reading?.findings;
  const findings = useMemo(() => [...(found ?? []), ...clashFindings(rested, clashes)], [found, rested, clashes]);
  return {
    findings,
    state: isFailed ? "failed" : !isNow || !found ? "working" : reading.isTrying ? "trying" : "known",
  };
}
