/**
 * Reads a recipe as people and programs write it: lengths with units, presets with overrides, unknown keys refused by
 * name. Gives either a complete recipe in mm or every problem found, each with its field and what is allowed.
 */
import { z } from "zod";
import { catalogue } from "../catalogue/index.ts";
import { find } from "../catalogue/entry.ts";
import { settingsOf, type Form, type Setup } from "../model/form.ts";
import { settingMeta } from "../model/setting.ts";
import { methodKinds, type Spec, THICKNESS_MM, SIZE_MM, SHEET_MM, QUANTITY } from "../model/spec.ts";
import { formById, forms } from "./index.ts";
import { pileThickness } from "./pack.ts";
import { type Read, Reader, record, told } from "./reader.ts";
import { readStock } from "./readStock.ts";
import { readAlso, readLayers, readPile } from "./readLayers.ts";
import { rulers } from "../units/ruler.ts";

export type { Problem, Read } from "./reader.ts";

const SPEC_KEYS = [
  "units",
  "form",
  "contents",
  "stock",
  "settings",
  "method",
  "quantity",
  "sheet",
  "tape",
  "layers",
] as const;

const unitsSchema = z.enum(["mm", "cm", "in"]);
const methodKindSchema = z.enum(methodKinds);

/**
 * Reads a recipe. Never throws on what it is given.
 * @param was a recipe that has been read already: parts of it found in `given` come back as they are, the same objects,
 *   so that whoever shows them can tell that they have not changed
 */
export function readSpec(given: unknown, was?: Spec): Read<Spec> {
  const units = record(given) ? (given["units"] ?? "mm") : "mm";
  const known = unitsSchema.safeParse(units);
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
  /** A part as it was where it is the very same; settings, method and layers are read by their form, so that too. */
  const part = <K extends "contents" | "stock" | "sheet" | "method" | "settings" | "layers">(
    key: K,
    read: (value: unknown) => Spec[K] | undefined,
  ): Spec[K] | undefined =>
    was && raw[key] === was[key] && raw["form"] === was.form && units === was.units ? was[key] : read(raw[key]);
  const contents = part("contents", (v) => readContents(v, reader));
  const stock = part("stock", (v) => readStock(v, reader));
  const method = form && part("method", (v) => readMethod(v, form, reader));
  const settings = form && part("settings", (v) => readSettings(v, form, reader));
  const quantity = raw["quantity"] === undefined ? 1 : reader.count(raw["quantity"], "quantity", QUANTITY, true);
  const sheet = part("sheet", (v) => (v === undefined ? undefined : readSheet(v, reader)));
  const tape = raw["tape"] === undefined ? undefined : reader.length(raw["tape"], "tape", { min: 1, max: 50 });
  const read = form && settings ? { form, settings } : undefined;
  // which panels there are to lay things on depends on the settings
  const layers =
    read &&
    (settings === was?.settings
      ? part("layers", (v) => readLayers(v, read.form, read.settings, reader))
      : readLayers(raw["layers"], read.form, read.settings, reader));

  if (reader.problems.length > 0 || !form || !contents || !stock || !method || !settings || quantity === undefined) {
    return { ok: false, problems: reader.problems };
  }
  // every part has been read by its own reader: nothing is left to parse
  const spec: Spec = {
    units: "mm",
    form: form.id,
    contents,
    stock,
    settings,
    method,
    quantity,
    ...(sheet && { sheet }),
    ...(tape !== undefined && { tape }),
    ...(layers && { layers }),
  };
  return { ok: true, value: spec };
}

function readContents(value: unknown, reader: Reader): Spec["contents"] | undefined {
  if (value === undefined)
    return reader.report("contents", "missing", { allowed: "a preset, or width, height and thickness" });
  const raw = reader.object(value, "contents", ["preset", "name", "width", "height", "thickness", "pile", "also"]);
  if (!raw) return undefined;
  const preset = reader.preset(raw["preset"], "contents.preset", catalogue.contents);
  const side = (key: "width" | "height"): number | undefined =>
    raw[key] === undefined
      ? (preset?.[key] ?? reader.report(`contents.${key}`, "missing", { allowed: "a length" }))
      : reader.length(raw[key], `contents.${key}`, SIZE_MM);
  const width = side("width");
  const height = side("height");
  const pile = readPile(raw["pile"], reader);
  const also = readAlso(raw["also"], reader);
  // a pile says how thick it is: what was said before gives way
  const thickness = pile
    ? reader.within(pileThickness(pile), "contents.thickness", THICKNESS_MM)
    : raw["thickness"] === undefined
      ? (preset?.thickness ?? 1)
      : reader.length(raw["thickness"], "contents.thickness", THICKNESS_MM);
  const name = raw["name"] === undefined ? preset?.title : reader.text(raw["name"], "contents.name");
  if (width === undefined || height === undefined || thickness === undefined) return undefined;
  return {
    ...(preset && { preset: preset.id }),
    ...(name !== undefined && { name }),
    width,
    height,
    thickness,
    ...(pile && { pile }),
    ...(also && { also }),
  };
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
  const kind = methodKindSchema.safeParse(raw["kind"] ?? form.methods[0]);
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
