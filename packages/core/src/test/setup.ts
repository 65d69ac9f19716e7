/** A property that fails is made smaller for so long and no longer: a slow one would be tried for hours and tell nothing. */
import fc from "fast-check";
import { runs } from "./runs.ts";

const LONGEST_MS = 50_000;

// the files of core share one house: the first to come sets it for all
const house = globalThis as { propertiesEnd?: boolean };
if (!house.propertiesEnd)
  fc.installGlobalPlugin(fc.interruptAfterTimeLimit(Math.max(LONGEST_MS, runs(LONGEST_MS)), { failOnInterrupt: true }));
house.propertiesEnd = true;
