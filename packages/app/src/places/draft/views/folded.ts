/** What the folded view says: where it is looked at from, what folds now, and what is in the way as it lies. */
import {
  assembled,
  type Clash,
  clashesNow,
  clashFindings,
  type Display,
  type Finding,
  formById,
  sayFinding,
  type Drawing,
  stagesOf,
} from "@cut-fold/core";
import { facesUp, type LookFrom } from "../../../drawing/framing.ts";

/** What stands in the way as it lies now, in a sentence, and the panels it is about. */
export interface Trouble {
  readonly sentence: string | undefined;
  readonly met: readonly string[];
}
export const NO_TROUBLE: Trouble = { sentence: undefined, met: [] };

/** Findings about how it lies when it is closed: what sticks out is seen then, the part itself before its measure. */
const SEEN_CLOSED = ["closed.sticks-out", "covering.rises-past", "covering.figure-past", "covering.stands-out"];

/** What is in the way at a moment: what meets there on its way, or sticks out of what is closed. */
export function troubleAt(
  solution: Drawing,
  findings: readonly Finding[],
  clashes: readonly Clash[],
  set: Readonly<Record<string, number>>,
  display: Display,
): Trouble {
  const now = clashesNow(solution, clashes, set);
  const [meets] = clashFindings(solution, now);
  if (meets) return { sentence: sayFinding(meets, display), met: now.flatMap((c) => c.between) };
  const isClosed = Object.values(set).every((gone) => gone === 0);
  const [out] = isClosed ? SEEN_CLOSED.flatMap((code) => findings.filter((f) => `${f.check}.${f.code}` === code)) : [];
  if (!out) return NO_TROUBLE;
  const of = solution.pieces.filter((p) => p.id === out.piece);
  const met = of.flatMap((p) => p.panels.map((q) => `${p.id}/${q.id}`));
  return { sentence: sayFinding(out, display), met: met.filter((id) => !out.panel || id.endsWith(`/${out.panel}`)) };
}

/** A place to look from, as its button says it. */
export interface Look {
  readonly value: LookFrom;
  readonly text: string;
}

/** Where a holder is looked at from. */
const HOLDER_VIEWS: readonly Look[] = [
  { value: "closing", text: "Closing side" },
  { value: "address", text: "Front" },
  { value: "open", text: "Into the mouth" },
];

const rankOf = ({ value }: Look): number => (value === "address" ? 0 : 1);

/** Whether something lies on the face that is not the closing side. */
const isDecorated = ({ form, spec }: Drawing): boolean => {
  const [front] = formById(form)?.grounds?.(spec.settings) ?? [];
  return (spec.fittings ?? []).some(({ on }) => on.side === "outside" && on.panel === front?.panel);
};

/** Where a card or a part is looked at from: its front folds behind the panel that stays, or is that panel itself. */
export function viewsOf(solution: Drawing): readonly Look[] {
  if (solution.contents.some((c) => c.fitting === undefined))
    // what is decorated is seen from that side first
    return isDecorated(solution) ? HOLDER_VIEWS.toSorted((a, b) => rankOf(a) - rankOf(b)) : HOLDER_VIEWS;
  const [front, back]: readonly [LookFrom, LookFrom] = facesUp(solution)
    ? ["closing", "address"]
    : ["address", "closing"];
  const opens = solution.motions.some((m) => m.move.kind === "open");
  return [
    { value: front, text: "Front" },
    { value: back, text: "Back" },
    { value: "open", text: "From above" },
    ...(opens ? [{ value: "inside", text: "Inside" } as const] : []),
  ];
}

/** What happens at each place of the slider, for people who do not see the picture. */
export function saying(solution: Drawing, progress: number): string {
  const { run, end } = stagesOf(solution);
  if (progress <= 0) return "Flat";
  if (progress >= end) return "Closed";
  const stage = run[Math.ceil(progress) - 1];
  if (stage?.kind === "fill")
    return `${stage.contents.map((i) => solution.contents[i]?.name ?? "Contents").join(" and ")} going in`;
  const names = assembled(solution).flatMap((piece) =>
    piece.folds
      .filter((f) => f.order === stage?.order && !f.closes)
      .map((f) => piece.panels.find((p) => p.id === f.panels[1])?.name.toLowerCase() ?? ""),
  );
  return `Folding the ${names.join(" and ")}`;
}
