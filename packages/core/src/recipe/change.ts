/**
 * Changing a recipe: what a screen sends when something is typed, dragged or pressed, and what a remedy means. Every
 * change is read by the same reader as any file, so nothing can be set that could not be written.
 */
import { catalogue } from "../catalogue/index.ts";
import { type Form, settingsOf } from "../forms/form.ts";
import { formById } from "../forms/index.ts";
import { settingMeta } from "../model/setting.ts";
import type { ChangePath } from "../model/piece.ts";
import type { PathChange, Drawing } from "../model/solution.ts";
import type { Fitting, Spec } from "../model/spec.ts";
import { methodFor, rulerOf } from "./readMethod.ts";
import { isUsual, usualSettings } from "./usual.ts";
import { record } from "./reader.ts";
import { type Read, readSpec } from "./readSpec.ts";

/** A change of the recipe; any part may be left out. Keys set to undefined are taken away. */
export interface PartsChange {
  readonly form?: string;
  readonly contents?: Partial<Spec["contents"]>;
  readonly stock?: Partial<Spec["stock"]>;
  readonly settings?: Partial<Spec["settings"]>;
  readonly method?: Partial<Spec["method"]>;
  readonly sheet?: Partial<NonNullable<Spec["sheet"]>> | null;
  readonly quantity?: number;
  readonly tape?: number | null;
  readonly fittings?: readonly Fitting[];
  readonly net?: NonNullable<Spec["net"]>;
}

/** Parts that are merged, or one or more places by path, in order. */
export type SpecChange = PartsChange | PathChange | readonly PathChange[];

const merge = (was: object | undefined, change: object | undefined): object =>
  Object.fromEntries(Object.entries({ ...was, ...change }).filter(([, v]) => v !== undefined));

/** Settings the maker has set and the other form has too, by their name or as kin, as far as it allows them. */
function sharedSettings(spec: Spec, form: Form): Record<string, unknown> {
  const was = formById(spec.form);
  const set = (was ? settingsOf(was) : []).flatMap(([name, schema]) => {
    const value = spec.settings[name];
    return value === undefined || isUsual(schema, value) ? [] : [{ name, value, kin: settingMeta(schema).kin }];
  });
  return Object.fromEntries(
    settingsOf(form).flatMap(([name, schema]) => {
      const { kin } = settingMeta(schema);
      const same = set.filter((s) => s.name === name);
      const [first, ...rest] = same.length > 0 ? same : set.filter((s) => kin !== undefined && s.kin === kin);
      if (!first) return [];
      // room that differed on the two axes: the wider holds both
      const value = rest.reduce((most, s) => (Number(s.value) > Number(most) ? s.value : most), first.value);
      return schema.safeParse(value).success ? [[name, value]] : [];
    }),
  );
}

/** The recipe with another form: what both have is kept, and of the fittings those that it has panels for. */
function reformed(spec: Spec, form: Form, method: Partial<Spec["method"]> | undefined): Record<string, unknown> {
  const grounds = form.grounds?.(form.settings.parse({})) ?? [];
  // a net is drawn by its own form alone
  const { fittings = [], net: _, ...rest } = spec;
  const kept: Fitting[] = [];
  for (const row of fittings) {
    const { on } = row;
    const holds =
      on.fitting === undefined
        ? grounds.some((g) => g.panel === on.panel && on.side in g.sides)
        : kept.some((under) => under.id === on.fitting);
    if (holds) kept.push(row);
  }
  const own = methodFor(spec.method, form);
  return {
    ...rest,
    ...(kept.length > 0 && { fittings: kept }),
    form: form.id,
    settings: { ...(own && usualSettings(form, own)), ...sharedSettings(spec, form) },
    method: method ?? own,
  };
}

/** The tools with a change made: from a board to a machine and back nothing but what is measured with is kept. */
function otherTool(was: Spec["method"], change: Partial<Spec["method"]>): object {
  const { kind = was.kind } = change;
  if ((kind === "machine") === (was.kind === "machine")) return merge(was, change);
  // keys that are taken away are said of what was there: the other tool may not even know them
  return merge(kind === "machine" ? { ruler: rulerOf(was).id } : undefined, change);
}

/** The recipe with a change made; problems where it cannot be. */
export function changed(spec: Spec, change: SpecChange): Read<Spec> {
  if (isList(change)) return changedAt(spec, change);
  if ("at" in change) return changedAt(spec, [change]);
  const form = change.form === undefined || change.form === spec.form ? undefined : formById(change.form);
  const next: Record<string, unknown> = form
    ? reformed(spec, form, change.method)
    : { ...spec, form: change.form ?? spec.form };
  if (change.contents) next["contents"] = renamed(spec.contents, merge(spec.contents, change.contents));
  if (change.stock) next["stock"] = merge(spec.stock, change.stock);
  if (change.settings) next["settings"] = merge(form ? (next["settings"] as object) : spec.settings, change.settings);
  if (change.method && !form) next["method"] = otherTool(spec.method, change.method);
  if (change.quantity !== undefined) next["quantity"] = change.quantity;
  if (change.fittings) next["fittings"] = change.fittings.length > 0 ? change.fittings : undefined;
  if (change.net) next["net"] = change.net;
  for (const key of ["sheet", "tape"] as const) {
    const value = change[key];
    if (value === null) next[key] = undefined;
    else if (value !== undefined) next[key] = typeof value === "object" ? merge(spec.sheet, value) : value;
  }
  return readSpec(disowned(spec, next), spec);
}

/** What makes each part of a recipe the one of the shelf that it says it is. */
const OWN_IN: Readonly<Partial<Record<keyof Spec, readonly string[]>>> = {
  contents: ["preset", "thickness", "pile", "shape", "amount"],
  stock: ["preset", "title", "caliper", "weight", "face", "back", "grain"],
  sheet: ["preset"],
  method: ["kind", "board", "notch", "offset", "machine", "width", "length"],
};

/** Its two sides, whichever way it lies. */
const sidesOf = ({ width, height }: Record<string, unknown>): string =>
  [width, height]
    .map((side) => (typeof side === "number" ? side.toFixed(3) : ""))
    .sort()
    .join(" × ");

/** The recipe, each part of which is the shelf's only as long as it is as the shelf has it: what was changed of it is the draft's own. */
function disowned(was: Spec, next: unknown): unknown {
  if (!record(next)) return next;
  const parts = Object.entries(OWN_IN).flatMap(([part, keys]) => {
    const [before, after]: readonly unknown[] = [was[part as keyof Spec], next[part]];
    if (!record(before) || !record(after) || after["own"] === undefined || after["own"] !== before["own"]) return [];
    if (keys.every((key) => after[key] === before[key]) && sidesOf(after) === sidesOf(before)) return [];
    return [[part, merge(after, { own: undefined })]];
  });
  return parts.length === 0 ? next : { ...next, ...(Object.fromEntries(parts) as object) };
}

/** What goes in under its own name; a name that only told the old card's size goes with that size. */
function renamed(was: Spec["contents"], now: object): object {
  const { width, height, preset, name } = now as Partial<Spec["contents"]>;
  const isTitle = name === was.name && catalogue.contents.some((c) => c.title === name);
  const turned = width === was.height && height === was.width;
  if (preset !== undefined || !isTitle || turned || (width === was.width && height === was.height)) return now;
  return merge(now, { name: undefined });
}

const isList = (change: SpecChange): change is readonly PathChange[] => Array.isArray(change);

/** The recipe with places changed by path. */
function changedAt(spec: Spec, changes: readonly PathChange[]): Read<Spec> {
  let next: unknown = spec;
  for (const { at, value } of changes) {
    const form = at.length === 1 && at[0] === "form" && value !== spec.form ? formById(String(value)) : undefined;
    next = form ? reformed(next as Spec, form, undefined) : withValue(next, at, value);
  }
  return readSpec(disowned(spec, next), spec);
}

/**
 * A copy with the value at a path; all that does not lie on the path is the same object. Rows of a list are found by
 * their id: a row that is not there is added at the end, and one that is set to undefined is taken away. An empty list
 * is none.
 */
function withValue(whole: unknown, [key, ...rest]: ChangePath, value: unknown): unknown {
  if (key === undefined) return value;
  if (Array.isArray(whole) || (whole === undefined && rest.length === 0 && record(value) && value["id"] === key)) {
    const rows = (whole ?? []) as readonly unknown[];
    const at = rows.findIndex((row) => record(row) && row["id"] === key);
    const row = withValue(rows[at], rest, value);
    const next = at < 0 ? [...rows, row] : rows.with(at, row);
    const kept = next.filter((r) => r !== undefined);
    return kept.length > 0 ? kept : undefined;
  }
  const was = record(whole) ? whole : {};
  return merge(was, { [key]: withValue(was[key], rest, value) });
}

/** What stands at a path; rows of a list are found by their id. Undefined where nothing does. */
export function valueAt(whole: unknown, path: ChangePath): unknown {
  return path.reduce<unknown>((at, key) => {
    if (Array.isArray(at)) return at.find((row) => record(row) && row["id"] === key);
    return record(at) ? at[key] : undefined;
  }, whole);
}

/**
 * The same fittings in another order, or without some: what lay on one that is gone lies on what that lay on.
 */
export function withoutFitting(fittings: readonly Fitting[], id: string): readonly Fitting[] {
  const gone = fittings.find((f) => f.id === id);
  return fittings.flatMap((f) => {
    if (f === gone) return [];
    return gone && f.on.fitting === id ? [{ ...f, on: { ...gone.on } }] : [f];
  });
}

/** Whether every row lies on the panel or on an earlier row. */
export const inOrder = (fittings: readonly Fitting[]): boolean =>
  fittings.every((f, i) => f.on.fitting === undefined || fittings.slice(0, i).some((g) => g.id === f.on.fitting));

/** What a finished card makes of the contents of the envelope that holds it. */
export const asContents = ({ spec, finished }: Pick<Drawing, "spec" | "finished">): PartsChange["contents"] =>
  finished && {
    width: finished.width,
    height: finished.height,
    thickness: Math.round(finished.thickness * 1e4) / 1e4,
    name: spec.contents.name,
    preset: undefined,
    pile: undefined,
  };
