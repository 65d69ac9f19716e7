/** What holds for every property of core, and is set once. */
import fc from "fast-check";
import { runs } from "./runs.ts";

/** A property that fails is made smaller for so long (ms) and no longer: a slow one would be tried for hours and tell nothing. No property that holds comes near it. */
const LONGEST_MS = 240_000;

/** Every test run asks the same recipes, so what fails was changed and not drawn; the soak draws new ones, and says its seed. */
const SEED = 20_261_130;

// the files of core share one house: the first to come sets it for all
const house = globalThis as { propertiesEnd?: boolean };
if (!house.propertiesEnd) {
  fc.installGlobalPlugin(fc.interruptAfterTimeLimit(Math.max(LONGEST_MS, runs(LONGEST_MS)), { failOnInterrupt: true }));
  if (!(Number(process.env["SOAK"] ?? 1) > 1)) fc.configureGlobal({ seed: SEED });
}
house.propertiesEnd = true;
