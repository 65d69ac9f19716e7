/**
 * The same again in another size: the contents change, lengths that belong to the size follow in proportion, and what is
 * cut, glued or held by hand keeps: borders, glue strips, notches, radii, holes. What cannot follow is named.
 */
import { formById } from "./forms/index.ts";
import { thingsIn } from "./forms/pack.ts";
import { setupOf } from "./forms/readSpec.ts";
import { changed, type SpecChange } from "./forms/change.ts";
import { settingsOf } from "./model/form.ts";
import { settingMeta } from "./model/setting.ts";
import type { Cannot, Finding } from "./model/solution.ts";
import { LAYER_MM, type Layer, type Spec } from "./model/spec.ts";
import type { Problem } from "./forms/reader.ts";
import { solve } from "./solve.ts";
import { roundNear } from "./units/ruler.ts";

/** A length of the recipe: a setting by its label, or a layer's by the layer's name. */
export interface Said {
  readonly label: string;
  readonly from: number;
  readonly to: number;
}

export type Resized =
  | {
      readonly ok: true;
      readonly spec: Spec;
      readonly keeps: readonly Said[];
      readonly follows: readonly Said[];
      readonly cannot: readonly Cannot[];
    }
  | { readonly ok: false; readonly problems: readonly Problem[] };

interface To {
  readonly width: number;
  readonly height: number;
  readonly preset?: string | undefined;
}

/** Collects what becomes of every length. */
class Lengths {
  readonly keeps: Said[] = [];
  readonly follows: Said[] = [];
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
}

/** A draft's recipe for contents of another size. */
export function resize(spec: Spec, { width, height, preset }: To): Resized {
  const form = formById(spec.form);
  if (!form) throw new Error(`there is no form '${spec.form}'`);
  const by = { width: width / spec.contents.width, height: height / spec.contents.height };
  const lengths = new Lengths(setupOf(spec).grid);

  const settings: Record<string, number> = {};
  for (const [name, schema] of settingsOf(form)) {
    const { label, follows, min = 0, max = Infinity } = settingMeta(schema);
    const said = spec.settings[name];
    if (typeof said !== "number") continue;
    if (follows) settings[name] = lengths.follow(label, said, by[follows], { min, max });
    else lengths.keep(label, said);
  }
  const layers = spec.layers?.map((layer) => resizedLayer(layer, by, lengths));
  const change: SpecChange = { contents: { width, height, preset }, settings, ...(layers && { layers }) };
  const read = changed(spec, change);
  if (!read.ok) return read;
  const cannot = [...lengths.cannot, ...things(read.value), ...news(spec, read.value)];
  return { ok: true, spec: read.value, keeps: lengths.keeps, follows: lengths.follows, cannot };
}

/** Mats and frames follow through the panel they lie on, and their borders keep; a strip's width and place are the size's. */
function resizedLayer(layer: Layer, by: { readonly width: number; readonly height: number }, lengths: Lengths): Layer {
  const label = (what: string): string => `${layer.name}, ${what}`;
  if (layer.border > 0) lengths.keep(label("border"), layer.border);
  if (layer.kind === "mat") return layer;
  if (layer.kind === "frame") {
    lengths.keep(label("bars"), layer.width);
    return layer;
  }
  const across = by[layer.runs === "across" ? "height" : "width"];
  const width = lengths.follow(label("width"), layer.width, across, LAYER_MM.width);
  const at = layer.at === 0 ? 0 : lengths.follow(label("from the edge"), layer.at, across, { min: 0, max: 400 });
  return { ...layer, width, at };
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

/** What the checks say now and did not say before. */
function news(before: Spec, after: Spec): Cannot[] {
  const key = (f: Finding): string => `${f.check}.${f.code}.${f.panel ?? f.piece ?? ""}`;
  const old = new Set(solve(before).findings.map(key));
  return solve(after)
    .findings.filter((f) => f.severity !== "advice" && !old.has(key(f)))
    .map((finding): Cannot => ({ code: "finding", finding }));
}
