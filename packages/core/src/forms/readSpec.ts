/**
 * Reads a recipe as people and programs write it: lengths with units, presets with overrides, unknown keys refused by
 * name. Gives either a complete recipe in mm or every problem found, each with its field and what is allowed.
 */
import { z } from "zod";
import { catalogue } from "../catalogue/index.ts";
import { find } from "../catalogue/entry.ts";
import { settingsOf, type Form, type Setup } from "../model/form.ts";
import { settingMeta } from "../model/setting.ts";
import {
  CALIPER_MM,
  methodKinds,
  type Spec,
  specSchema,
  THICKNESS_MM,
  SIZE_MM,
  SHEET_MM,
  WEIGHT_GSM,
  QUANTITY,
} from "../model/spec.ts";
import { formById, forms } from "./index.ts";
import { readLength, type Unit } from "../units/length.ts";
import { rulers } from "../units/ruler.ts";

/** One thing wrong with what was given: where, what (a code with its facts), and what is allowed. */
export interface Problem {
  readonly field: string;
  readonly code:
    | "missing"
    | "unknown-key"
    | "not-a-length"
    | "unknown-unit"
    | "too-small"
    | "too-large"
    | "not-allowed"
    | "unknown-preset"
    | "wrong-type"
    | "not-made-this-way";
  readonly facts: Readonly<Record<string, string | number>>;
}

export type Read<T> =
  { readonly ok: true; readonly value: T } | { readonly ok: false; readonly problems: readonly Problem[] };

/** A wrong value as it can be told back: short, whatever it is. */
const told = (value: unknown): string =>
  typeof value === "string"
    ? value.slice(0, 60)
    : ((JSON.stringify(value) as string | undefined) ?? "nothing").slice(0, 60);

const record = (value: unknown): value is Record<string, unknown> =>
  typeof value === "object" && value !== null && !Array.isArray(value);

/** Collects problems while reading, so that one pass tells everything that is wrong. */
class Reader {
  readonly problems: Problem[] = [];
  readonly unit: Unit;
  constructor(unit: Unit) {
    this.unit = unit;
  }

  report(field: string, code: Problem["code"], facts: Problem["facts"] = {}): undefined {
    this.problems.push({ field, code, facts });
    return undefined;
  }

  length(value: unknown, field: string, { min, max }: { min: number; max: number }): number | undefined {
    if (typeof value !== "number" && typeof value !== "string")
      return this.report(field, "not-a-length", { given: told(value) });
    const read = readLength(String(value), this.unit);
    if (!read.ok)
      return this.report(field, read.problem === "unknown-unit" ? "unknown-unit" : "not-a-length", {
        given: told(value),
      });
    return this.within(read.mm, field, { min, max });
  }

  within(value: number, field: string, { min, max }: { min: number; max: number }, bare = false): number | undefined {
    const facts: Problem["facts"] = bare ? { minCount: min, maxCount: max, given: value } : { min, max, given: value };
    if (value < min - 1e-9) return this.report(field, "too-small", facts);
    if (value > max + 1e-9) return this.report(field, "too-large", facts);
    return value;
  }

  count(value: unknown, field: string, bounds: { min: number; max: number }, whole = false): number | undefined {
    if (typeof value !== "number" || !Number.isFinite(value) || (whole && !Number.isInteger(value)))
      return this.report(field, "wrong-type", { wants: whole ? "a whole number" : "a number" });
    return this.within(value, field, bounds, true);
  }

  text(value: unknown, field: string): string | undefined {
    return typeof value === "string" && value.length <= 80
      ? value
      : this.report(field, "wrong-type", { wants: "a text of up to 80 letters" });
  }

  /** An object with no keys but these; undefined (and reported) for anything else. */
  object(value: unknown, field: string, keys: readonly string[]): Record<string, unknown> | undefined {
    if (!record(value)) return this.report(field, "wrong-type", { wants: "an object" });
    for (const key of Object.keys(value)) {
      if (!keys.includes(key))
        this.report(field ? `${field}.${key}` : key, "unknown-key", { allowed: keys.join(", ") });
    }
    return value;
  }

  preset<T extends { id: string; title: string; source: string }>(
    id: unknown,
    field: string,
    entries: readonly T[],
  ): T | undefined {
    if (id === undefined) return undefined;
    const entry = typeof id === "string" ? find(entries, id) : undefined;
    return (
      entry ?? this.report(field, "unknown-preset", { given: told(id), allowed: entries.map((e) => e.id).join(", ") })
    );
  }
}

const SPEC_KEYS = ["units", "form", "contents", "stock", "settings", "method", "quantity", "sheet", "tape"] as const;

/** Reads a recipe. Never throws on what it is given. */
export function readSpec(given: unknown): Read<Spec> {
  const units = record(given) ? (given["units"] ?? "mm") : "mm";
  const known = z.enum(["mm", "cm", "in"]).safeParse(units);
  const reader = new Reader(known.success ? known.data : "mm");
  if (!known.success) reader.report("units", "not-allowed", { given: told(units), allowed: "mm, cm, in" });
  const raw = reader.object(given, "", SPEC_KEYS);
  if (!raw) return { ok: false, problems: reader.problems };

  const form = typeof raw["form"] === "string" ? formById(raw["form"]) : undefined;
  if (!form) {
    const allowed = forms.map((f) => f.id).join(", ");
    if (raw["form"] === undefined) reader.report("form", "missing", { allowed });
    else reader.report("form", "unknown-preset", { given: told(raw["form"]), allowed });
  }
  const contents = readContents(raw["contents"], reader);
  const stock = readStock(raw["stock"], reader);
  const method = form && readMethod(raw["method"], form, reader);
  const settings = form && readSettings(raw["settings"], form, reader);
  const quantity = raw["quantity"] === undefined ? 1 : reader.count(raw["quantity"], "quantity", QUANTITY, true);
  const sheet = raw["sheet"] === undefined ? undefined : readSheet(raw["sheet"], reader);
  const tape = raw["tape"] === undefined ? undefined : reader.length(raw["tape"], "tape", { min: 1, max: 50 });

  if (reader.problems.length > 0 || !form || !contents || !stock || !method || !settings || quantity === undefined) {
    return { ok: false, problems: reader.problems };
  }
  const spec = {
    units: "mm",
    form: form.id,
    contents,
    stock,
    settings,
    method,
    quantity,
    ...(sheet && { sheet }),
    ...(tape !== undefined && { tape }),
  };
  return { ok: true, value: specSchema.parse(spec) };
}

function readContents(value: unknown, reader: Reader): Spec["contents"] | undefined {
  if (value === undefined)
    return reader.report("contents", "missing", { allowed: "a preset, or width, height and thickness" });
  const raw = reader.object(value, "contents", ["preset", "name", "width", "height", "thickness"]);
  if (!raw) return undefined;
  const preset = reader.preset(raw["preset"], "contents.preset", catalogue.contents);
  const side = (key: "width" | "height"): number | undefined =>
    raw[key] === undefined
      ? (preset?.[key] ?? reader.report(`contents.${key}`, "missing", { allowed: "a length" }))
      : reader.length(raw[key], `contents.${key}`, SIZE_MM);
  const width = side("width");
  const height = side("height");
  const thickness =
    raw["thickness"] === undefined
      ? (preset?.thickness ?? 1)
      : reader.length(raw["thickness"], "contents.thickness", THICKNESS_MM);
  const name = raw["name"] === undefined ? preset?.title : reader.text(raw["name"], "contents.name");
  if (width === undefined || height === undefined || thickness === undefined) return undefined;
  return { ...(preset && { preset: preset.id }), ...(name !== undefined && { name }), width, height, thickness };
}

const USUAL_STOCK = "text-120";

function readStock(value: unknown, reader: Reader): Spec["stock"] | undefined {
  const raw =
    value === undefined
      ? { preset: USUAL_STOCK }
      : reader.object(value, "stock", ["preset", "title", "caliper", "weight"]);
  if (!raw) return undefined;
  const preset = reader.preset(raw["preset"], "stock.preset", catalogue.stocks);
  const caliper =
    raw["caliper"] === undefined
      ? (preset?.caliper ?? reader.report("stock.caliper", "missing", { allowed: "a length" }))
      : reader.length(raw["caliper"], "stock.caliper", CALIPER_MM);
  const weight =
    raw["weight"] === undefined
      ? (preset?.weight ?? reader.report("stock.weight", "missing", { allowed: "g/m²" }))
      : reader.count(raw["weight"], "stock.weight", WEIGHT_GSM);
  const title = raw["title"] === undefined ? preset?.title : reader.text(raw["title"], "stock.title");
  if (caliper === undefined || weight === undefined) return undefined;
  return { ...(preset && { preset: preset.id }), ...(title !== undefined && { title }), caliper, weight };
}

function readSheet(value: unknown, reader: Reader): Spec["sheet"] | undefined {
  const raw = reader.object(value, "sheet", ["preset", "width", "height"]);
  if (!raw) return undefined;
  const preset = reader.preset(raw["preset"], "sheet.preset", [...catalogue.sheets, ...catalogue.mats]);
  const side = (key: "width" | "height"): number | undefined =>
    raw[key] === undefined
      ? (preset?.[key] ?? reader.report(`sheet.${key}`, "missing", { allowed: "a length" }))
      : reader.length(raw[key], `sheet.${key}`, SHEET_MM);
  const width = side("width");
  const height = side("height");
  return width === undefined || height === undefined
    ? undefined
    : { ...(preset && { preset: preset.id }), width, height };
}

function readMethod(value: unknown, form: Form, reader: Reader): Spec["method"] | undefined {
  const raw = value === undefined ? {} : reader.object(value, "method", ["kind", "board", "ruler", "notch"]);
  if (!raw) return undefined;
  const kind = z.enum(methodKinds).safeParse(raw["kind"] ?? form.methods[0]);
  if (!kind.success)
    return reader.report("method.kind", "not-allowed", { given: told(raw["kind"]), allowed: methodKinds.join(", ") });
  if (!form.methods.includes(kind.data))
    return reader.report("method.kind", "not-made-this-way", {
      given: kind.data,
      form: form.title,
      allowed: form.methods.join(", "),
    });
  const fitting = catalogue.boards.filter((b) => b.kind === kind.data);
  const board = raw["board"] === undefined ? fitting[0] : reader.preset(raw["board"], "method.board", fitting);
  if (!board) return undefined;
  const ruler = raw["ruler"];
  if (ruler !== undefined && !rulers.some((r) => r.id === ruler))
    return reader.report("method.ruler", "unknown-preset", {
      given: told(ruler),
      allowed: rulers.map((r) => r.id).join(", "),
    });
  const notch =
    raw["notch"] === undefined ? undefined : reader.length(raw["notch"], "method.notch", { min: 2, max: 30 });
  return {
    kind: kind.data,
    board: board.id,
    ...(typeof ruler === "string" && { ruler }),
    ...(notch !== undefined && { notch }),
  };
}

/** Settings by the form's own schema: its labels name the field, its bounds are the ones told. */
function readSettings(value: unknown, form: Form, reader: Reader): Spec["settings"] | undefined {
  const entries = settingsOf(form);
  const raw = reader.object(
    value ?? {},
    "settings",
    entries.map(([name]) => name),
  );
  if (!raw) return undefined;
  const settings: Spec["settings"] = {};
  for (const [key, schema] of entries) {
    const meta = settingMeta(schema);
    const field = `settings.${key}`;
    const said = raw[key];
    if (said === undefined) settings[key] = schema.parse(undefined) as Spec["settings"][string];
    else if (meta.kind === "length") {
      if (meta.auto && said === "auto") settings[key] = "auto";
      else {
        const mm = reader.length(said, field, { min: meta.min ?? 0, max: meta.max ?? Infinity });
        if (mm !== undefined) settings[key] = mm;
      }
    } else {
      const read = schema.safeParse(said);
      if (read.success) settings[key] = read.data as Spec["settings"][string];
      else
        reader.report(field, "not-allowed", {
          given: told(said),
          allowed: meta.options ? Object.keys(meta.options).join(", ") : "true, false",
        });
    }
  }
  return settings;
}

/** The tools a recipe names, with the maker's own calibration. @throws when the recipe was not read by `readSpec` */
export function setupOf({ method }: Spec): Setup {
  const board = find(catalogue.boards, method.board);
  const ruler = rulers.find((r) => r.id === (method.ruler ?? board?.ruler));
  if (!board || !ruler)
    throw new Error(`the recipe names an unknown board or ruler: ${method.board}, ${String(method.ruler)}`);
  const calibrated =
    board.kind === "punch-board" && method.notch !== undefined ? { ...board, notch: method.notch } : board;
  return { kind: method.kind, board: calibrated, grid: ruler.step };
}
