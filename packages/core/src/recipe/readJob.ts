/**
 * Reads a job as people and programs write it: what is made, and on what it is laid. Lengths with units, presets, unknown keys
 * refused by name; every problem is told with its place.
 */
import { catalogue } from "../catalogue/index.ts";
import {
  type FixedPlace,
  type InHand,
  type JobItem,
  LAYOUT_KINDS,
  type LayoutJob,
  type Obstacle,
  type Together,
  TURNS,
} from "../model/layout.ts";
import { GRAINS, QUANTITY, SHEET_MM } from "../model/spec.ts";
import { type Problem, type Read, readList, Reader, record } from "./reader.ts";
import { readSpec } from "./readSpec.ts";

const JOB_KEYS = [
  "units",
  "items",
  "inHand",
  "sheet",
  "sheets",
  "offcuts",
  "mat",
  "stock",
  "gap",
  "margin",
  "turn",
  "grain",
  "fixed",
  "obstacles",
  "groups",
  "kind",
  "seed",
  "effort",
  "time",
] as const;

/** Bounds of a job: entries of its lists, mm between pieces and to the edge, looks, ms. */
const MOST_ITEMS = 200;
const MOST_ENTRIES = 1000;
const GAP_MM = { min: 0, max: 50 } as const;
const MARGIN_MM = { min: 0, max: 100 } as const;
const PLACE_MM = { min: -5000, max: 5000 } as const;
const SIDE_MM = { min: 1, max: SHEET_MM.max } as const;
const SEED = { min: 0, max: 2 ** 31 - 1 } as const;
const EFFORT = { min: 1, max: 1e9 } as const;
const TIME_MS = { min: 1, max: 600_000 } as const;
const SHEETS = { min: 0, max: QUANTITY.max } as const;
const TURN_DEG = { min: -360, max: 360 } as const;

/** Looks where neither they nor a time are said: half a second to two of them, and the same answer every time. */
const USUAL_EFFORT = 3_000_000;

/** Sheets in hand where nobody has said how many: as many as are wanted. */
export const AS_MANY = QUANTITY.max;

class JobReader {
  readonly reader: Reader;
  private readonly units: unknown;
  constructor(units: unknown) {
    this.units = units;
    const known = (["mm", "cm", "in"] as const).find((unit) => unit === units);
    this.reader = new Reader(known ?? "mm");
    if (!known) this.reader.report("units", "not-allowed", { given: String(units), allowed: "mm, cm, in" });
  }

  private optional<T>(value: unknown, read: (value: unknown) => T | undefined): T | undefined {
    return value === undefined ? undefined : read(value);
  }
  private whole(
    value: unknown,
    field: string,
    bounds: { min: number; max: number },
    usual: number,
  ): number | undefined {
    return value === undefined ? usual : this.reader.count(value, field, bounds, true);
  }
  private length(value: unknown, field: string, bounds: { min: number; max: number }, usual: number) {
    return value === undefined ? usual : this.reader.length(value, field, bounds);
  }
  private degrees(value: unknown, field: string): number | undefined {
    return value === undefined ? 0 : this.reader.count(value, field, TURN_DEG);
  }
  private flag(value: unknown, field: string): boolean | undefined {
    return typeof value === "boolean" ? value : this.reader.report(field, "wrong-type", { wants: "true or false" });
  }

  item(given: unknown, field: string): JobItem | undefined {
    const raw = this.reader.object(given, field, ["id", "spec", "quantity", "turn", "grain"]);
    if (!raw) return undefined;
    const spec = raw["spec"];
    const read = readSpec(record(spec) && spec["units"] === undefined ? { units: this.units, ...spec } : spec);
    if (!read.ok) {
      const at = (p: Problem): string => (p.field ? `${field}.spec.${p.field}` : `${field}.spec`);
      for (const p of read.problems) this.reader.problems.push({ ...p, field: at(p) });
      return undefined;
    }
    const id = this.reader.name(raw["id"], `${field}.id`, field.replace("items.", "item-"));
    const quantity = this.whole(raw["quantity"], `${field}.quantity`, QUANTITY, read.value.quantity);
    const turn = this.optional(raw["turn"], (v) => this.reader.oneOf(v, `${field}.turn`, TURNS, "any"));
    const grain = this.optional(raw["grain"], (v) => this.flag(v, `${field}.grain`));
    if (id === undefined || quantity === undefined) return undefined;
    return { id, spec: read.value, quantity, turn, grain };
  }

  /** The two sides of a sheet: its preset's, or its own. */
  private sides(raw: Record<string, unknown>, field: string) {
    const { reader } = this;
    const preset = reader.preset(raw["preset"], `${field}.preset`, [...catalogue.sheets, ...catalogue.mats]);
    const side = (key: "width" | "height"): number | undefined =>
      raw[key] === undefined
        ? (preset?.[key] ?? reader.report(`${field}.${key}`, "missing", { allowed: "a length" }))
        : reader.length(raw[key], `${field}.${key}`, SIDE_MM);
    const [width, height] = [side("width"), side("height")];
    return width === undefined || height === undefined ? undefined : { width, height, preset: preset?.id };
  }

  inHand(given: unknown, field: string, offcut = false): InHand | undefined {
    const { reader } = this;
    const keys = ["id", "preset", "width", "height", "stock", "count", "grain", "margin", "offcut"];
    const raw = reader.object(given, field, keys);
    const sides = raw && this.sides(raw, field);
    if (!raw || !sides) return undefined;
    const isOffcut = raw["offcut"] === undefined ? offcut : this.flag(raw["offcut"], `${field}.offcut`);
    const { preset, ...size } = sides;
    const id = reader.name(raw["id"], `${field}.id`, preset ?? field.replace(".", "-"));
    const count = this.whole(raw["count"], `${field}.count`, SHEETS, isOffcut === true ? 1 : AS_MANY);
    const stock = this.optional(raw["stock"], (v) => reader.text(v, `${field}.stock`));
    const grain = this.optional(raw["grain"], (v) => reader.oneOf(v, `${field}.grain`, GRAINS, "height"));
    const margin = this.optional(raw["margin"], (v) => reader.length(v, `${field}.margin`, MARGIN_MM));
    if (id === undefined || count === undefined || isOffcut === undefined) return undefined;
    return { id, ...size, stock, count, grain, margin, offcut: isOffcut };
  }

  /** What is in hand: offcuts first, each list in its own order. */
  allInHand(raw: Record<string, unknown>): readonly InHand[] {
    const { reader } = this;
    const listed = readList(raw["inHand"], "inHand", MOST_ENTRIES, reader, (v, f) => this.inHand(v, f)) ?? [];
    const offcuts = readList(raw["offcuts"], "offcuts", MOST_ENTRIES, reader, (v, f) => this.inHand(v, f, true)) ?? [];
    const sheet = raw["sheet"];
    const given = typeof sheet === "string" ? { preset: sheet } : sheet;
    const count = raw["sheets"];
    const one = this.optional(given, (v) =>
      this.inHand(record(v) && count !== undefined ? { ...v, count } : v, "sheet"),
    );
    const all = [...listed, ...offcuts, ...(one ? [one] : [])];
    return [...all.filter((s) => s.offcut), ...all.filter((s) => !s.offcut)];
  }

  fixed(given: unknown, field: string): FixedPlace | undefined {
    const { reader } = this;
    const raw = reader.object(given, field, ["item", "piece", "copy", "sheet", "x", "y", "rotation", "at"]);
    if (!raw) return undefined;
    const item = this.whole(raw["item"], `${field}.item`, { min: 0, max: MOST_ITEMS - 1 }, 0);
    const piece = reader.text(raw["piece"], `${field}.piece`);
    const copy = this.whole(raw["copy"], `${field}.copy`, { min: 1, max: 1e6 }, 1);
    const place = this.place(raw, field);
    const at = reader.oneOf(raw["at"], `${field}.at`, ["origin", "corner"], "origin");
    if (item === undefined || piece === undefined || copy === undefined || !place || !at) return undefined;
    return { item, piece, copy, isByBox: at === "corner", ...place };
  }

  private place(raw: Record<string, unknown>, field: string) {
    const sheet = this.whole(raw["sheet"], `${field}.sheet`, SHEETS, 0);
    const [x, y] = (["x", "y"] as const).map((axis) => this.length(raw[axis], `${field}.${axis}`, PLACE_MM, 0));
    const rotation = this.degrees(raw["rotation"], `${field}.rotation`);
    return sheet === undefined || x === undefined || y === undefined || rotation === undefined
      ? undefined
      : { sheet, x, y, rotation };
  }

  obstacle(given: unknown, field: string): Obstacle | undefined {
    const raw = this.reader.object(given, field, ["width", "height", "sheet", "x", "y", "rotation"]);
    if (!raw) return undefined;
    const [width, height] = (["width", "height"] as const).map((side) =>
      this.reader.length(raw[side], `${field}.${side}`, SIDE_MM),
    );
    const place = this.place(raw, field);
    return width === undefined || height === undefined || !place ? undefined : { width, height, ...place };
  }

  group(given: unknown, field: string, items: number): Together | undefined {
    const { reader } = this;
    const raw = reader.object(given, field, ["items", "keep"]);
    if (!raw) return undefined;
    const keep = reader.oneOf(raw["keep"], `${field}.keep`, ["sheet", "beside"], "sheet");
    const one = (v: unknown, f: string): number | undefined => reader.count(v, f, { min: 0, max: items - 1 }, true);
    const listed = readList(raw["items"], `${field}.items`, MOST_ITEMS, reader, one);
    if (!listed)
      return reader.problems.length > 0
        ? undefined
        : reader.report(`${field}.items`, "missing", { allowed: "numbers of items" });
    return keep && { items: [...new Set(listed)], isBeside: keep === "beside" };
  }

  read(raw: Record<string, unknown>): LayoutJob | undefined {
    const { reader } = this;
    const items = readList(raw["items"], "items", MOST_ITEMS, reader, (v, f) => this.item(v, f));
    if (!items && reader.problems.length === 0) reader.report("items", "missing", { allowed: "what is to be made" });
    const inHand = this.allInHand(raw);
    const mat = reader.preset(raw["mat"], "mat", catalogue.mats);
    const margin = this.length(raw["margin"], "margin", MARGIN_MM, 0);
    const turn = reader.oneOf(raw["turn"], "turn", TURNS, "any");
    const kind = reader.oneOf(raw["kind"], "kind", LAYOUT_KINDS, "nest");
    const seed = this.whole(raw["seed"], "seed", SEED, 1);
    const gap = this.optional(raw["gap"], (v) => reader.length(v, "gap", GAP_MM));
    const stock = this.optional(raw["stock"], (v) => reader.text(v, "stock"));
    const grain = raw["grain"] === undefined ? false : this.flag(raw["grain"], "grain");
    const effort = this.optional(raw["effort"], (v) => reader.count(v, "effort", EFFORT, true));
    const time = this.optional(raw["time"], (v) => reader.count(v, "time", TIME_MS));
    const list = <T>(key: string, read: (v: unknown, f: string) => T | undefined): readonly T[] =>
      readList(raw[key], key, MOST_ENTRIES, reader, read) ?? [];
    const fixed = list("fixed", (v, f) => this.fixed(v, f));
    const obstacles = list("obstacles", (v, f) => this.obstacle(v, f));
    const groups = list("groups", (v, f) => this.group(v, f, items?.length ?? 0));
    fixed.forEach(({ item }, i) => {
      if (items && item >= items.length)
        reader.report(`fixed.${String(i)}.item`, "too-large", { minCount: 0, maxCount: items.length - 1, given: item });
    });
    if (kind === "trim" && fixed.length + obstacles.length + groups.length > 0)
      reader.report("kind", "not-allowed", {
        given: kind,
        allowed: "nest or both, where something is put, kept free or kept together",
      });
    if (inHand.length === 0 && !mat && reader.problems.length === 0)
      reader.report("sheet", "missing", { allowed: "a sheet, what is in hand, or a mat" });
    if (reader.problems.length > 0 || !items || !turn || !kind) return undefined;
    const onMat: InHand[] = mat
      ? [{ id: mat.id, width: mat.width, height: mat.height, count: AS_MANY, offcut: false }]
      : [];
    return {
      units: reader.unit,
      items,
      inHand: inHand.length > 0 ? inHand : onMat,
      ...(mat && { mat: { id: mat.id, width: mat.width, height: mat.height } }),
      stock,
      gap,
      margin: margin ?? 0,
      turn,
      grain: grain ?? false,
      fixed,
      obstacles,
      groups,
      kind,
      seed: seed ?? 1,
      effort: effort ?? (time === undefined ? USUAL_EFFORT : undefined),
      time,
    };
  }
}

/** Reads a job. Never throws on what it is given. */
export function readJob(given: unknown): Read<LayoutJob> {
  const read = new JobReader(record(given) ? (given["units"] ?? "mm") : "mm");
  const raw = read.reader.object(given, "", JOB_KEYS);
  const value = raw && read.read(raw);
  return value ? { ok: true, value } : { ok: false, problems: read.reader.problems };
}
