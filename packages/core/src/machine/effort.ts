/**
 * How hard, how often, how fast. A paper asks for its thickness times how dense it is, with a little to spare; a tool gives
 * that in passes, none near the end of its range. Plain ranges, made up: a test cut says what is right, and is remembered.
 */
import type { MachineTool } from "../catalogue/machines.ts";
import type { Made } from "../model/job.ts";
import type { Correction, Stock } from "../model/spec.ts";

/** How a tool is used. */
export interface Way {
  readonly passes: number;
  readonly pressure: number;
  readonly speed: number;
}

/** g/cm³ of plain paper, and between what the density of one is held. */
const PLAIN = 0.8;
const DENSE = { least: 0.5, most: 1.6 } as const;
/** Hard enough with a little to spare. */
const SPARE = 1.15;
/** More passes rather than the last of the range. */
const MOST_OF_RANGE = 0.85;
export const MOST_PASSES = 6;
/** mm: what is as hard to score as scoring gets, and from where it is scored twice. */
const HARD_SCORE_MM = 0.5;
const SCORED_TWICE_MM = 0.3;
/** The part of its range at which the hardest score is made. */
const HARD_SCORE = 0.9;

const within = (value: number, low: number, high: number): number => Math.min(high, Math.max(low, value));

/** The way before anything is corrected; undefined where the paper takes more passes than hold still. */
function plainWay(tool: MachineTool, role: Made, { caliper, weight }: Stock): Way | undefined {
  const dense = within(weight / caliper / 1000 / PLAIN, DENSE.least, DENSE.most);
  const asks = caliper * dense * SPARE;
  const [slow, fast] = tool.speed;
  if (role === "cut" || role === "perforate") {
    if (tool.bite <= 0) return undefined;
    const passes = Math.ceil(asks / (tool.bite * MOST_OF_RANGE));
    if (passes > MOST_PASSES) return undefined;
    const part = asks / passes / tool.bite;
    return {
      passes,
      pressure: tool.steps * (tool.light + (1 - tool.light) * part),
      speed: fast - (fast - slow) * Math.min(1, part),
    };
  }
  if (role === "score") {
    const heavy = Math.min(1, asks / HARD_SCORE_MM);
    return {
      passes: caliper > SCORED_TWICE_MM ? 2 : 1,
      pressure: tool.steps * (tool.light + (HARD_SCORE - tool.light) * heavy),
      speed: fast - ((fast - slow) * heavy) / 2,
    };
  }
  return { passes: 1, pressure: tool.steps * tool.light, speed: (slow + fast) / 2 };
}

/** By what a paper is known where it is corrected: its own entry of the shelf, its preset, else its thickness and weight. */
export const stockKey = ({ own, preset, caliper, weight }: Stock): string =>
  own ?? preset ?? `${String(caliper)}/${String(weight)}`;

/** How a tool makes such a line in a paper; undefined where it cannot. @param fix what a test cut has shown */
export function wayFor(
  tool: MachineTool,
  role: Made,
  stock: Stock,
  fix?: Pick<Correction, "pressure" | "passes" | "speed">,
): Way | undefined {
  if (!tool.roles.includes(role)) return undefined;
  const plain = plainWay(tool, role, stock);
  if (!plain) return undefined;
  const [slow, fast] = tool.speed;
  return {
    passes: within(plain.passes + (fix?.passes ?? 0), 1, MOST_PASSES),
    pressure: within(Math.round(plain.pressure) + (fix?.pressure ?? 0), 1, tool.steps),
    speed: within(Math.round(plain.speed) + (fix?.speed ?? 0), slow, fast),
  };
}

/** The tool that makes such a line with the fewest passes, the first of them; undefined where none can. */
export function toolFor(
  tools: readonly MachineTool[],
  role: Made,
  stock: Stock,
  fixes: readonly Correction[] = [],
): { readonly tool: MachineTool; readonly way: Way } | undefined {
  const key = stockKey(stock);
  const ways = tools.flatMap((tool) => {
    const way = wayFor(
      tool,
      role,
      stock,
      fixes.find((fix) => fix.tool === tool.id && fix.stock === key),
    );
    return way ? [{ tool, way, plain: plainWay(tool, role, stock)?.passes ?? way.passes }] : [];
  });
  // a correction changes how a tool is used, not which one
  return ways.sort((a, b) => a.plain - b.plain)[0];
}

/** What the maker says of a test cut. */
export const TRIAL_SAID = ["clean", "hangs", "into-mat"] as const;
export type TrialSaid = (typeof TRIAL_SAID)[number];

/** Steps of pressure that a test cut's answer is worth: a tenth of a tool's range. */
const WORTH = 0.1;

/**
 * What is remembered after a test cut: harder where it hangs on, lighter where it went into the mat; a pass more or fewer where
 * the range has no more to give. The same where it was clean.
 * @param way how it was cut, `was` what was remembered before
 */
export function correctedBy(
  said: TrialSaid,
  tool: MachineTool,
  way: Way,
  was: Pick<Correction, "pressure" | "passes" | "speed"> = { pressure: 0, passes: 0, speed: 0 },
): Pick<Correction, "pressure" | "passes" | "speed"> {
  const { pressure, passes, speed } = was;
  if (said === "clean") return { pressure, passes, speed };
  const by = Math.max(1, Math.round(tool.steps * WORTH)) * (said === "hangs" ? 1 : -1);
  if (way.pressure + by > tool.steps)
    return way.passes < MOST_PASSES ? { pressure, passes: passes + 1, speed } : { pressure, passes, speed };
  if (way.pressure + by < 1)
    return way.passes > 1 ? { pressure, passes: passes - 1, speed } : { pressure, passes, speed };
  return { pressure: pressure + by, passes, speed };
}
