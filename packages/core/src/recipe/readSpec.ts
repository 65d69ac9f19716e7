/**
 * Reads a recipe as people and programs write it: lengths with units, presets with overrides, unknown keys refused by
 * name. Gives either a complete recipe in mm or every problem found, each with its field and what is allowed.
 */
import { z } from "zod";
import { catalogue } from "../catalogue/index.ts";
import type { Form } from "../forms/form.ts";
import { NET_NEAR_MM, netSchema } from "../model/net.ts";
import { QUANTITY, SHEET_MM, type Spec } from "../model/spec.ts";
import { readContents } from "./readContents.ts";
import { layersAsFittings, readFittings } from "./readFittings.ts";
import { readMethod } from "./readMethod.ts";
import { type Read, Reader, record, told } from "./reader.ts";
import { readForm, readFormSettings } from "./readForm.ts";
import { packOf } from "./pack.ts";
import { readStock, USUAL_STOCK } from "./readStock.ts";

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
  "fittings",
  // what recipes of the first version had in place of fittings
  "layers",
  "net",
] as const;

const unitsSchema = z.enum(["mm", "cm", "in"]);

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

  const form = readForm(raw["form"], reader, "form");
  /** A part as it was where it is the very same; settings and method are read by their form, so that too. */
  const part = <K extends "contents" | "stock" | "sheet" | "method" | "settings">(
    key: K,
    read: (value: unknown) => Spec[K] | undefined,
  ): Spec[K] | undefined =>
    was && raw[key] === was[key] && raw["form"] === was.form && units === was.units ? was[key] : read(raw[key]);
  const net = readNet(raw["net"], form, reader, was);
  const contents = part("contents", (v) => readContents(v ?? (net && form?.ofNet?.(net).contents), reader));
  const stock = part("stock", (v) => readStock(v ?? { preset: form?.usualStock ?? USUAL_STOCK }, reader));
  const method = form && part("method", (v) => readMethod(v, form, reader));
  const sheet = part("sheet", (v) => (v === undefined ? undefined : readSheet(v, reader)));
  // what depends on what is asked for is settled once, and from then on it is the recipe's own
  const usual = form?.usual && contents ? form.usual({ contents: packOf(contents), sheet }) : {};
  const settings =
    form &&
    part("settings", (v) =>
      readFormSettings(v === undefined || record(v) ? { ...usual, ...v } : v, form, reader, "settings"),
    );
  const quantity = raw["quantity"] === undefined ? 1 : reader.count(raw["quantity"], "quantity", QUANTITY, true);
  const tape = raw["tape"] === undefined ? undefined : reader.length(raw["tape"], "tape", { min: 1, max: 50 });
  const fittings =
    form && settings && method
      ? readFittings(
          raw["layers"] === undefined
            ? raw["fittings"]
            : layersAsFittings(raw["layers"], raw["fittings"], form, settings),
          { form, settings, method, reader },
          was?.form === form.id && units === was.units ? was : undefined,
        )
      : undefined;

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
    ...(fittings && { fittings }),
    ...(net && { net }),
  };
  return { ok: true, value: spec };
}

/** A net, for the form that is drawn from one: it has a piece, and what is said of its panels and folds is there. */
function readNet(value: unknown, form: Form | undefined, reader: Reader, was: Spec | undefined): Spec["net"] {
  const wants = form?.id === "own-net";
  if (value === undefined)
    return wants
      ? reader.report("net", "missing", { allowed: "the lines of a net, as import --as net has them" })
      : undefined;
  if (was?.net === value && wants) return was.net;
  if (!wants) return reader.report("net", "not-allowed", { given: "net", allowed: "the form own-net" });
  const given = record(value) && value["near"] === undefined ? { ...value, near: NET_NEAR_MM.usual } : value;
  const read = netSchema.safeParse(given);
  if (!read.success) {
    for (const { path, message } of read.error.issues.slice(0, 8))
      reader.report(["net", ...path.map(String)].join("."), "wrong-type", { wants: message });
    return undefined;
  }
  const wrong = form.ofNet?.(read.data).wrong;
  return wrong ? reader.report(wrong.field, "wrong-type", { wants: wrong.wants }) : read.data;
}

function readSheet(value: unknown, reader: Reader): Spec["sheet"] | undefined {
  const raw = reader.object(value, "sheet", ["own", "preset", "width", "height"]);
  if (!raw) return undefined;
  const own = reader.own(raw["own"], "sheet.own");
  const preset = reader.preset(raw["preset"], "sheet.preset", [...catalogue.sheets, ...catalogue.mats]);
  const side = (key: "width" | "height"): number | undefined =>
    raw[key] === undefined
      ? (preset?.[key] ?? reader.report(`sheet.${key}`, "missing", { allowed: "a length" }))
      : reader.length(raw[key], `sheet.${key}`, SHEET_MM);
  const width = side("width");
  const height = side("height");
  return width === undefined || height === undefined
    ? undefined
    : { ...(own !== undefined && { own }), ...(preset && { preset: preset.id }), width, height };
}
