/**
 * Changing a recipe: what a screen sends when something is typed, dragged or pressed, and what a remedy means. Every
 * change is read by the same reader as any file, so nothing can be set that could not be written.
 */
import { boards } from "../catalogue/boards.ts";
import { find } from "../catalogue/entry.ts";
import type { Form } from "../model/form.ts";
import type { Remedy, Solution } from "../model/solution.ts";
import type { Layer, Spec } from "../model/spec.ts";
import { rulers } from "../units/ruler.ts";
import { formById } from "./index.ts";
import { type Read, readSpec } from "./readSpec.ts";

/** A change of the recipe; any part may be left out. Keys set to undefined are taken away. */
export interface SpecChange {
  readonly form?: string;
  readonly contents?: Partial<Spec["contents"]>;
  readonly stock?: Partial<Spec["stock"]>;
  readonly settings?: Partial<Spec["settings"]>;
  readonly method?: Partial<Spec["method"]>;
  readonly sheet?: Partial<NonNullable<Spec["sheet"]>> | null;
  readonly quantity?: number;
  readonly tape?: number | null;
  readonly layers?: readonly Layer[];
}

const merge = (was: object | undefined, change: object | undefined): object =>
  Object.fromEntries(Object.entries({ ...was, ...change }).filter(([, v]) => v !== undefined));

const unitOf = (board: string): string | undefined => rulers.find((r) => r.id === find(boards, board)?.ruler)?.unit;

/** How another form is made with what the maker has: the same board where it serves, else one read in the same unit. */
function methodFor({ method }: Spec, form: Form): Partial<Spec["method"]> | undefined {
  if (form.methods.includes(method.kind)) return method;
  const board = boards.find(
    (b) => form.methods.includes(b.kind) && unitOf(b.id) === unitOf(method.board) && b.ruler !== "five-millimetre",
  );
  return board && { kind: board.kind, board: board.id };
}

/** The recipe with another form, that form's own settings, and layers only where it has faces for them. */
function reformed(spec: Spec, form: Form, method: SpecChange["method"]): Record<string, unknown> {
  const faces = form.faces?.(form.settings.parse({})) ?? [];
  const keeps = spec.layers?.every((layer) => faces.some((f) => f.id === layer.panel)) ?? true;
  const { layers, ...rest } = spec;
  return {
    ...rest,
    ...(keeps && layers && { layers }),
    form: form.id,
    settings: {},
    method: method ?? methodFor(spec, form),
  };
}

/** The recipe with a change made; problems where it cannot be. */
export function changed(spec: Spec, change: SpecChange): Read<Spec> {
  const form = change.form === undefined || change.form === spec.form ? undefined : formById(change.form);
  const next: Record<string, unknown> = form
    ? reformed(spec, form, change.method)
    : { ...spec, form: change.form ?? spec.form };
  for (const key of ["contents", "stock"] as const) if (change[key]) next[key] = merge(spec[key], change[key]);
  if (change.settings) next["settings"] = merge(form ? {} : spec.settings, change.settings);
  if (change.method && !form) next["method"] = merge(spec.method, change.method);
  if (change.quantity !== undefined) next["quantity"] = change.quantity;
  if (change.layers) next["layers"] = change.layers.length > 0 ? change.layers : undefined;
  for (const key of ["sheet", "tape"] as const) {
    const value = change[key];
    if (value === null) next[key] = undefined;
    else if (value !== undefined) next[key] = typeof value === "object" ? merge(spec.sheet, value) : value;
  }
  return readSpec(next, spec);
}

/** What pressing a remedy changes. */
export function changeFor(remedy: Remedy, { layers = [] }: Spec): SpecChange {
  const { form, settings, contents, sheet, stock, tape, board, layer } = remedy;
  return {
    ...(form && { form }),
    ...(settings && { settings }),
    // a size that is worked out is nobody's preset
    ...(contents && { contents: { ...contents, preset: undefined } }),
    ...(sheet && { sheet: { preset: sheet, width: undefined, height: undefined } }),
    ...(stock && { stock: { preset: stock, caliper: undefined, weight: undefined, title: undefined } }),
    ...(tape && { tape: Number(tape) }),
    ...(board && { method: { board, ruler: undefined } }),
    ...(layer && { layers: layers.map((l, i) => (i === layer.index ? { ...l, border: layer.border } : l)) }),
  };
}

/** What a finished card makes of the contents of the envelope that holds it. */
export const asContents = ({ spec, finished }: Pick<Solution, "spec" | "finished">): SpecChange["contents"] =>
  finished && {
    width: finished.width,
    height: finished.height,
    thickness: Math.round(finished.thickness * 1e4) / 1e4,
    name: spec.contents.name,
    preset: undefined,
    pile: undefined,
  };
