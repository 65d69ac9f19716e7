/** What could be made of a recipe: every form drawn for what is inside, grouped by what it is for, the most sensible first. */
import { type Picture, closedPicture } from "./folding/picture.ts";
import { loadedForms } from "./forms/index.ts";
import { mainPiece, type Finding, type Reason, type Solution } from "./model/solution.ts";
import type { Purpose, Spec } from "./model/spec.ts";
import { changed } from "./recipe/change.ts";
import { rank } from "./rank.ts";
import { solve } from "./solve.ts";

/** A form as it would come out, as plain data: a worker can hand it over. */
export interface Offer {
  readonly form: string;
  readonly title: string;
  readonly purpose: Purpose;
  readonly about: string;
  readonly spec: Spec;
  readonly blank: { readonly width: number; readonly height: number };
  readonly reasons: readonly Reason[];
  /** what would keep it from being made */
  readonly trouble?: Finding;
  readonly picture: Picture;
}

/** Every form that has been loaded: those that hold the contents ranked, then cards and parts in their own order. */
export function offersFor(spec: Spec): readonly Offer[] {
  const ranked = rank(spec);
  const others = loadedForms()
    .filter((form) => !ranked.some((r) => r.form === form.id))
    .flatMap((form) => {
      const read = form.id === spec.form ? { ok: true as const, value: spec } : changed(spec, { form: form.id });
      return read.ok ? [{ form: form.id, solution: solve(read.value), reasons: [] }] : [];
    });
  return [...ranked, ...others].flatMap(({ form, solution, reasons }) => offered(form, solution, reasons));
}

function offered(id: string, solution: Solution, reasons: readonly Reason[]): Offer[] {
  const form = loadedForms().find((f) => f.id === id);
  const blank = mainPiece(solution)?.blank;
  const trouble = solution.findings.find((f) => f.severity === "error");
  if (!form || !blank) return [];
  const { title, purpose, about } = form;
  const { spec } = solution;
  return [
    {
      form: id,
      title,
      purpose,
      about,
      spec,
      blank,
      reasons,
      ...(trouble && { trouble }),
      picture: closedPicture(solution),
    },
  ];
}
