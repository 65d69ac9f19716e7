/** What could be made of a recipe: every form drawn for what is inside, grouped by what it is for, the most sensible first. */
import type { Picture } from "../pictures/shapes.ts";
import { closedPicture } from "../pictures/closed.ts";
import { loadedForms } from "../forms/index.ts";
import { type Form, settingsOf, type Variant } from "../forms/form.ts";
import type { Segment } from "../geometry/path.ts";
import { distance } from "../geometry/point.ts";
import { type Piece, takesPaper } from "../model/piece.ts";
import { mainPiece, type Finding, type Reason, type Solution } from "../model/solution.ts";
import type { Purpose, Spec } from "../model/spec.ts";
import { changed } from "../recipe/change.ts";
import { rank } from "./rank.ts";
import { packOf } from "../recipe/pack.ts";
import { solve } from "../solve.ts";
import { roundNear } from "../units/ruler.ts";

/** What narrows a choice: how it is made, and how it is opened. */
export interface OfferFacts {
  /** nothing is stuck to anything */
  readonly noGlue: boolean;
  /** all of one comes out of one sheet of the paper in hand, or of one blank where none is named */
  readonly oneSheet: boolean;
  /** it opens without tearing: its mouth stays open, its flap is tucked or locked, or it is a card */
  readonly opensWhole: boolean;
  /** no curve is cut: a trimmer and scissors do */
  readonly straight: boolean;
  /** the board in use makes it */
  readonly onBoard: boolean;
}

/** A form as it would come out, as plain data: a worker can hand it over. */
export interface Offer {
  /** tells it from the others: a form may be offered more than once, under each name it goes by */
  readonly key: string;
  readonly facts: OfferFacts;
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
  return [...ranked, ...others].flatMap(({ form: id, solution, reasons }) => {
    const form = loadedForms().find((f) => f.id === id);
    if (!form) return [];
    const variants = (form.variants ?? []).map((variant) => ({ variant, set: settingsFor(variant, solution) }));
    // a draft that is one of them is offered as the plain form too
    const is = variants.find(({ set }) => Object.entries(set).every(([name, v]) => solution.spec.settings[name] === v));
    const plain = is && changed(solution.spec, { settings: plainly(form, Object.keys(is.set)) });
    const own = offered(spec, form, plain?.ok ? solve(plain.value) : solution, reasons);
    const named = variants.flatMap(({ variant, set }) => {
      const read = changed(solution.spec, { settings: set });
      return read.ok ? offered(spec, form, solve(read.value), [], variant) : [];
    });
    return [...own, ...named];
  });
}

/** A variant's settings for these contents, its lengths on marks of the ruler in use. */
const settingsFor = ({ settings }: Variant, { spec, grid }: Solution): Spec["settings"] =>
  Object.fromEntries(
    Object.entries(settings(packOf(spec.contents))).map(([name, value]) => [
      name,
      typeof value === "number" ? roundNear(value, grid) : value,
    ]),
  );

/** Some of a form's settings as they are where nobody has set them. */
const plainly = (form: Form, names: readonly string[]): Spec["settings"] =>
  Object.fromEntries(
    settingsOf(form).flatMap(([name, schema]) =>
      names.includes(name) ? [[name, schema.parse(undefined) as Spec["settings"][string]]] : [],
    ),
  );

function factsOf(asked: Spec, { pieces, contents, motions, spec, findings, steps, materials }: Solution): OfferFacts {
  const closes = contents.some((c) => c.closes.length > 0);
  const slit = pieces.some((p) => p.cuts.some((c) => c.kind === "slit"));
  const curved = pieces.some((p) => p.outline.flat().some((s) => s.kind !== "line" && !isRounding(p, s)));
  return {
    noGlue: steps.every((s) => s.kind !== "glue") && materials.every((m) => m.code !== "tape" && m.code !== "glue"),
    oneSheet: pieces.filter(takesPaper).length === 1 && !findings.some((f) => f.check === "sheet"),
    opensWhole: !closes || slit || motions.length > 0,
    straight: !curved,
    onBoard: spec.method.kind === asked.method.kind,
  };
}

/** A corner that a corner rounder makes is no curve to be cut. */
const isRounding = ({ rounding }: Piece, s: Segment): boolean =>
  s.kind === "arc" && rounding !== undefined && Math.abs(distance(s.centre, s.from) - rounding) < 1e-3;

function offered(
  asked: Spec,
  { id, purpose, ...form }: Form,
  solution: Solution,
  reasons: readonly Reason[],
  { title, about }: Pick<Variant, "title" | "about"> = form,
): Offer[] {
  const blank = mainPiece(solution)?.blank;
  const trouble = solution.findings.find((f) => f.severity === "error");
  if (!blank) return [];
  const { spec } = solution;
  return [
    {
      key: `${id}/${title}`,
      facts: factsOf(asked, solution),
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
