/** `fit`: the chance that what goes in fits, when a draft is made by a hand that is off. */
import { readFileSync } from "node:fs";
import { actWords, noFitWords, type Solution, solve } from "@cut-fold/core";
import { ACTS, fit, type Fit, type Hand, HANDS, handSchema, measuredEach } from "@cut-fold/core/chance";
import { BadInput } from "./badInput.ts";

/** Runs: as many as give a whole percent, and as many as anybody waits for. */
const USUAL_RUNS = 2000;
const MOST_RUNS = 100_000;

/** A hand by its name, or out of a file that says its own deviations. @throws BadInput for one that cannot be read */
function handIn(asked = "usual"): Hand {
  if (asked in HANDS) return HANDS[asked as keyof typeof HANDS];
  const allowed = `allowed: ${Object.keys(HANDS).join(", ")}, or a file with ${ACTS.join(", ")}`;
  let text: string;
  try {
    text = readFileSync(asked, "utf8");
  } catch {
    throw new BadInput([`--hand: '${asked}' is not known, and no such file can be read; ${allowed}`]);
  }
  let given: unknown;
  try {
    given = JSON.parse(text);
  } catch {
    throw new BadInput([`--hand: '${asked}' is not JSON; ${allowed}`]);
  }
  const read = handSchema.safeParse(given);
  if (!read.success)
    throw new BadInput(read.error.issues.map((issue) => `--hand: ${issue.path.join(".") || "hand"}: ${issue.message}`));
  return read.data;
}

/** @throws BadInput for what is no whole number within its bounds */
function wholeIn(flags: ReadonlyMap<string, string>, name: string, usual: number, most: number): number {
  const given = flags.get(name);
  if (given === undefined) return usual;
  const value = Number(given);
  if (!Number.isInteger(value) || value < 1 || value > most)
    throw new BadInput([`--${name}: '${given}' is not allowed; from 1 to ${String(most)}`]);
  return value;
}

/** What would help most, the best first: a step done truly, or on a punch board every notch by a reading of its own. */
function adviceFor(found: Fit, each: Fit | undefined): unknown[] {
  const [worst] = found.blame;
  const truly = worst && {
    ...{ code: "do-true", step: worst.step, act: worst.act, chance: worst.without },
    text: `Step ${String(worst.step)}: ${actWords[worst.act]}.`,
  };
  const own = each && {
    ...{ code: "measure-each", chance: each.chance },
    text: "Set each notch by a measure of its own, and not by the last score.",
  };
  return [truly, own]
    .filter((one) => one !== undefined)
    .filter(({ chance }) => chance > found.chance)
    .sort((a, b) => b.chance - a.chance);
}

export function chanceOf(solution: Solution, flags: ReadonlyMap<string, string>): unknown {
  const hand = handIn(flags.get("hand"));
  const asked = {
    runs: wholeIn(flags, "runs", USUAL_RUNS, MOST_RUNS),
    seed: wholeIn(flags, "seed", 1, 2 ** 31 - 1),
  };
  const answer = fit(solution, hand, asked);
  if (!answer.ok) throw new BadInput([`spec: ${noFitWords[answer.why]}`]);
  const apart = measuredEach(solution.spec);
  const each = apart && fit(solve(apart), hand, asked);
  return { ...answer.fit, advice: adviceFor(answer.fit, each?.ok ? each.fit : undefined) };
}
