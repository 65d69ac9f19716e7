/**
 * What runs into what while something moves, as it is told. The walk that finds it is the proof's (`clashesIn`): far more
 * than a check may take, so it is a worker's, and what it found is put beside the findings.
 */
import type { Finding, Drawing } from "../model/solution.ts";
import { stepsIn, travelOf } from "../paper/motion.ts";
import { both } from "../units/nth.ts";

/** Two things that run into one another while something moves: from where to where of the way, 0 to 1. */
export interface Clash {
  readonly motion: string;
  /** `piece/panel`, or `contents/` and their place in the list */
  readonly between: readonly [string, string];
  readonly from: number;
  readonly to: number;
  /** mm² of both in the same place, at the worst moment */
  readonly area: number;
}

/** How one of the two is called: a card's panels each by their own name, any other piece as one. */
function calledIn({ pieces, contents, main }: Drawing, id: string): string {
  const [piece, panel] = [id.slice(0, id.lastIndexOf("/")), id.slice(id.lastIndexOf("/") + 1)];
  if (piece === "contents") return contents[Number(panel)]?.name ?? "what is inside";
  const found = pieces.find((p) => p.id === piece);
  return (piece === main && found?.panels.find((p) => p.id === panel)?.name) || (found?.name ?? piece);
}

/** A gap of so much of the way is none that a hand would find. */
const ONE_STRETCH = 0.02;
const follows = (a: Clash, b: Clash): boolean => a.from <= b.to + ONE_STRETCH && b.from <= a.to + ONE_STRETCH;

/** Each two that meet told once for a stretch of the way, the largest first. */
export function clashFindings(solution: Drawing, clashes: readonly Clash[]): readonly Finding[] {
  const told = new Map<string, Clash>();
  for (const clash of [...clashes].sort((a, b) => a.from - b.from)) {
    const pair = clash.between.map((id) => calledIn(solution, id)).sort();
    const key = [clash.motion, ...pair].join("/");
    const was = told.get(key);
    if (!was || !follows(was, clash)) told.set(was ? `${key}/${String(clash.from)}` : key, clash);
    else told.set(key, { ...was, to: Math.max(was.to, clash.to), area: Math.max(was.area, clash.area) });
  }
  return [...told.values()]
    .sort((a, b) => b.area - a.area)
    .flatMap(({ motion: id, between, from, to }): Finding[] => {
      const motion = solution.motions.find((m) => m.id === id);
      if (!motion) return [];
      const { travel, unit } = travelOf(motion);
      const [one, other] = both(between, (side) => calledIn(solution, side));
      const at = between.find((side) => !side.startsWith("contents/")) ?? "";
      return [
        {
          check: "motion",
          code: "in-the-way",
          severity: "error",
          piece: at.slice(0, at.lastIndexOf("/")),
          panel: at.slice(at.lastIndexOf("/") + 1),
          figure: from * travel,
          limit: to * travel,
          facts: { title: motion.title, one, other, unit },
        },
      ];
    });
}

/** What runs into what when the motions have gone so far: what is told and lit while it happens. */
export const clashesNow = (
  { motions }: Drawing,
  clashes: readonly Clash[],
  gone: Readonly<Record<string, number>>,
): readonly Clash[] =>
  clashes.filter(({ motion: id, from, to }) => {
    const motion = motions.find((m) => m.id === id);
    const at = gone[id] ?? 0;
    // between two steps of the walk nothing is known: what met at one of them is said as far as half way to the next
    const half = motion ? 0.5 / stepsIn(motion) : 0;
    return at >= from - half && at <= to + half;
  });
