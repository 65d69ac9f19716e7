/**
 * The same again in another size: the contents change, lengths that belong to the size follow in proportion, and what is
 * cut, glued or held by hand keeps: borders, glue strips, notches, radii, holes. What cannot follow is named.
 */
import type { z } from "zod";
import { kindById } from "../fittings/index.ts";
import type { Follows } from "../fittings/kind.ts";
import { settingsOf } from "../forms/form.ts";
import { formById } from "../forms/index.ts";
import { PLACE_MM } from "../model/fitting.ts";
import { settingMeta } from "../model/setting.ts";
import type { Cannot } from "../model/solution.ts";
import type { Fitting, Spec } from "../model/spec.ts";
import { roundNear } from "../units/ruler.ts";
import { changed, type SpecChange } from "./change.ts";
import { thingsIn } from "./pack.ts";
import { setupOf } from "./readMethod.ts";
import type { Problem } from "./reader.ts";

/** A length of the recipe: a setting by its label, or a fitting's by its name. */
export interface LengthSaid {
  readonly label: string;
  readonly from: number;
  readonly to: number;
}

/** The recipe in another size with what stays, what follows and what cannot; or why it cannot be at all. */
export type Resized =
  | {
      readonly ok: true;
      readonly spec: Spec;
      readonly keeps: readonly LengthSaid[];
      readonly follows: readonly LengthSaid[];
      readonly cannot: readonly Cannot[];
    }
  | { readonly ok: false; readonly problems: readonly Problem[] };

/** The size that is asked for, mm. */
export interface To {
  readonly width: number;
  readonly height: number;
  readonly preset?: string | undefined;
}

/** Collects what becomes of every length. */
class Lengths {
  readonly keeps: LengthSaid[] = [];
  readonly follows: LengthSaid[] = [];
  readonly cannot: Cannot[] = [];
  private readonly grid: number;
  constructor(grid: number) {
    this.grid = grid;
  }

  keep(label: string, mm: number): void {
    this.keeps.push({ label, from: mm, to: mm });
  }

  /** The length on the new size, on a mark of the ruler and within its bounds. */
  follow(label: string, mm: number, by: number, { min, max }: { readonly min: number; readonly max: number }): number {
    const wanted = Math.max(this.grid, roundNear(mm * by, this.grid));
    const to = Math.min(max, Math.max(min, wanted));
    this.follows.push({ label, from: mm, to });
    if (Math.abs(to - wanted) > 1e-9) this.cannot.push({ code: "bound", label, wanted, made: to });
    return to;
  }

  /** The same for what is set by no ruler, and may be less than nothing: there and back it is the same again. */
  followFinely(
    label: string,
    mm: number,
    by: number,
    { min, max }: { readonly min: number; readonly max: number },
  ): number {
    const to = Math.min(max, Math.max(min, Math.round(mm * by * 1e4) / 1e4));
    this.follows.push({ label, from: mm, to });
    return to;
  }
}

/** By less of its size nobody sees that two sides went different ways. */
const STRETCH = 0.002;

/** A recipe for contents of another size. What its findings would then be is for `resize` to add. */
export function resizedRecipe(spec: Spec, { width, height, preset }: To): Resized {
  const form = formById(spec.form);
  if (!form) throw new Error(`there is no form '${spec.form}'`);
  const each = { width: width / spec.contents.width, height: height / spec.contents.height };
  const by = { ...each, least: Math.min(each.width, each.height) };
  const lengths = new Lengths(setupOf(spec).grid);

  const settings: Record<string, number> = {};
  for (const [name, schema] of settingsOf(form)) {
    const { label, follows, min = 0, max = Infinity } = settingMeta(schema);
    const said = spec.settings[name];
    if (typeof said !== "number") continue;
    if (follows) settings[name] = lengths.follow(label, said, by[follows], { min, max });
    else lengths.keep(label, said);
  }
  // a net is made larger or smaller as a whole: one side decides where the two would stretch it
  const net = spec.net && form.scaled?.(spec.net, by.least);
  const far = (["width", "height"] as const).find((axis) => each[axis] > by.least * (1 + STRETCH));
  if (net && far)
    lengths.cannot.push({
      ...{ code: "bound", label: `The net's ${far}` },
      wanted: spec.contents[far] * each[far],
      made: spec.contents[far] * by.least,
    });
  const fittings = spec.fittings?.map((fitting) => resizedFitting(fitting, by, lengths));
  // a heap that was measured out is as large as that: in another size it is no longer so much
  const change: SpecChange = {
    contents: { width, height, preset, amount: undefined },
    settings,
    ...(fittings && { fittings }),
    ...(net && { net }),
  };
  const read = changed(spec, change);
  if (!read.ok) return read;
  const cannot = [...lengths.cannot, ...things(read.value)];
  return { ok: true, spec: read.value, keeps: lengths.keeps, follows: lengths.follows, cannot };
}

/** What lies on a panel: borders and places off an edge keep, lengths that follow an axis are the size's, whole forms keep. */
function resizedFitting(fitting: Fitting, by: Readonly<Record<Follows, number>>, lengths: Lengths): Fitting {
  const kind = kindById(fitting.kind);
  const label = (what: string): string => `${fitting.name}, ${what}`;
  const own: Record<string, number> = {};
  for (const [name, schema] of Object.entries(kind?.settings.shape ?? {})) {
    const meta = settingMeta(schema as z.ZodType);
    const said = fitting[name];
    const follows = kind?.follows?.(fitting)[name] ?? meta.follows;
    const { min = 0, max = Infinity } = meta;
    if (meta.kind !== "length" || typeof said !== "number" || said === 0) continue;
    // what may be less than nothing has no ruler: it is how letters stand
    if (follows && min < 0)
      own[name] = lengths.followFinely(label(meta.label.toLowerCase()), said, by[follows], { min, max });
    else if (follows) own[name] = lengths.follow(label(meta.label.toLowerCase()), said, by[follows], { min, max });
    else lengths.keep(label(meta.label.toLowerCase()), said);
  }
  const { x, y, turn } = fitting.at;
  // how far a hand measures from an edge stays so in any size; what stands off the middle keeps its part of the whole, off
  // the ruler if need be: back in the first size it is where it was
  const placed = (off: number, from: string, axis: "width" | "height"): number => {
    if (off === 0) return 0;
    if (from === "centre") return lengths.followFinely(label("off the middle"), off, by[axis], PLACE_MM);
    lengths.keep(label(`from the ${from}`), off);
    return off;
  };
  const at = { x: { ...x, by: placed(x.by, x.from, "width") }, y: { ...y, by: placed(y.by, y.from, "height") }, turn };
  return { ...fitting, ...own, at };
}

/** Further things keep their size: where one is larger than the new card it is they that decide. */
const things = ({ contents }: Spec): Cannot[] =>
  thingsIn(contents)
    .slice(1)
    .flatMap((thing) =>
      (["width", "height"] as const)
        .filter((axis) => thing[axis] > contents[axis])
        .map((axis): Cannot => ({ code: "thing", label: thing.name, axis, size: thing[axis] })),
    );
