/**
 * Reads what is placed on the panels. Each row has what every fitting has (what it lies on, its rule), what its kind asks
 * for beside that, and nothing else. Layers of earlier recipes come in as rows.
 */
import { fittingKinds, kindById } from "../fittings/index.ts";
import type { FittingKind } from "../fittings/kind.ts";
import type { Row } from "../fittings/laid.ts";
import { type Form, type Ground, waysOf } from "../forms/form.ts";
import { formById } from "../forms/index.ts";
import { FITTING_ID, FROM, PLACE_MM, RAISED_MM, SIDES } from "../model/fitting.ts";
import {
  type Contents,
  type Fitting,
  MOST_FITTINGS,
  MOST_IN_ROWS,
  type On,
  type Place,
  type Spec,
  type Stock,
} from "../model/spec.ts";
import { packOf } from "./pack.ts";
import { readContents } from "./readContents.ts";
import { methodFor, setupOf } from "./readMethod.ts";
import { type Reader, readList, record, told } from "./reader.ts";
import { readForm, readFormSettings } from "./readForm.ts";
import { readSettings } from "./readSettings.ts";
import { readStock } from "./readStock.ts";

interface PartReading {
  readonly form: Form;
  readonly settings: Spec["settings"];
  readonly method: Spec["method"];
  readonly reader: Reader;
}

/** Keys of a row by what its kind asks. */
const keysOf = (kind: FittingKind): readonly string[] => [
  ...["id", "kind", "name", "on", "at"],
  ...kind.asks.flatMap((ask) => (ask === "form" ? ["form", "settings", "contents"] : [ask])),
  ...Object.keys(kind.settings.shape),
];

/**
 * The fittings of a recipe; a form that has no room for any says so.
 * @param was the recipe before a change: rows that are the very same, on grounds that are, come back as they are
 */
export function readFittings(value: unknown, reading: PartReading, was?: Spec): Spec["fittings"] {
  const { form, settings, method, reader } = reading;
  if (value === undefined) return undefined;
  const same = was !== undefined && was.settings === settings && was.method === method;
  if (same && value === was.fittings) return was.fittings;
  const grounds = form.grounds?.(settings) ?? [];
  if (grounds.length === 0)
    return Array.isArray(value) && value.length === 0
      ? undefined
      : reader.report("fittings", "no-fittings", { form: form.title });
  const read: Fitting[] = [];
  const rows = readList(value, "fittings", MOST_FITTINGS, reader, (entry, field) => {
    const known = same ? was.fittings?.find((f) => f === entry) : undefined;
    const row = known ?? readRow(entry, field, { ...reading, grounds, before: read });
    if (row) read.push(row);
    return row;
  });
  const inRows = read.reduce((sum, row) => sum + Number(row["columns"] ?? 1) * Number(row["rows"] ?? 1), 0);
  return reader.within(inRows, "fittings", { min: 0, max: MOST_IN_ROWS }, true) === undefined ? undefined : rows;
}

interface RowReading extends PartReading {
  readonly grounds: readonly Ground[];
  readonly before: readonly Fitting[];
}

function readRow(entry: unknown, field: string, reading: RowReading): Fitting | undefined {
  const { reader, before } = reading;
  const ids = fittingKinds.map((k) => k.id);
  const given = record(entry) ? entry["kind"] : undefined;
  const kind = typeof given === "string" ? kindById(given) : undefined;
  if (!kind)
    return record(entry)
      ? reader.report(`${field}.kind`, given === undefined ? "missing" : "not-allowed", {
          given: told(given),
          allowed: ids.join(", "),
        })
      : reader.report(field, "wrong-type", { wants: "an object" });
  const raw = reader.object(entry, field, keysOf(kind));
  if (!raw) return undefined;
  const id = readId(raw["id"] ?? `${kind.id}-${String(before.length + 1)}`, `${field}.id`, before, reader);
  const usual = typeof raw["form"] === "string" ? formById(raw["form"])?.title : undefined;
  const name = reader.name(raw["name"], `${field}.name`, usual ?? kind.title);
  const on = readOn(raw["on"], `${field}.on`, reading);
  const at = readPlace(raw["at"], `${field}.at`, reader);
  const own = readSettings(raw, Object.entries(kind.settings.shape), reader, field);
  const asked = readAsked(raw, field, kind, reading);
  if (id === undefined || name === undefined || !on || !at || !asked) return undefined;
  return { id, kind: kind.id, name, on, at, ...own, ...asked };
}

function readId(value: unknown, field: string, before: readonly Fitting[], reader: Reader): string | undefined {
  if (typeof value !== "string" || !FITTING_ID.test(value))
    return reader.report(field, "wrong-type", { wants: "a short name of small letters, digits and hyphens" });
  return before.some((f) => f.id === value) ? reader.report(field, "twice", { given: value }) : value;
}

/** The panel and face, or the earlier fitting, that a row lies on. */
function readOn(value: unknown, field: string, { grounds, before, reader }: RowReading): On | undefined {
  const raw = reader.object(value ?? {}, field, ["panel", "side", "fitting"]);
  if (!raw) return undefined;
  const { fitting } = raw;
  const under = before.find((f) => f.id === fitting);
  if (fitting !== undefined && !under)
    return reader.report(`${field}.fitting`, "not-there", {
      given: told(fitting),
      allowed: before.map((f) => f.id).join(", "),
    });
  const own = under ? groundsOn(under) : undefined;
  const offered = own && own.length > 0 ? [...own, ...grounds] : grounds;
  const names = offered.map((g) => g.panel);
  const panel = reader.oneOf(raw["panel"], `${field}.panel`, names, names.at(0) ?? "");
  const ground = offered.find((g) => g.panel === panel);
  const sides = under ? SIDES : SIDES.filter((s) => ground && s in ground.sides);
  const side = ground && reader.oneOf(raw["side"], `${field}.side`, sides, sides.at(0) ?? "outside");
  return panel !== undefined && side ? { panel, side, ...(under && { fitting: under.id }) } : undefined;
}

/** Panels of a fitting that something can be laid on. */
export function groundsOn(fitting: Fitting): readonly Ground[] {
  const form = typeof fitting["form"] === "string" ? formById(fitting["form"]) : undefined;
  if (form) return form.grounds?.(fitting["settings"] as Spec["settings"]) ?? [];
  return fitting.kind === "part" ? [] : [{ panel: fitting.kind, name: fitting.name, sides: { outside: 0 } }];
}

/** The rule of place; in the middle and unturned where it is not said. */
export function readPlace(value: unknown, field: string, reader: Reader): Place | undefined {
  const raw = reader.object(value ?? {}, field, ["x", "y", "turn"]);
  if (!raw) return undefined;
  const axis = <const T extends string>(key: "x" | "y", allowed: readonly T[]) => {
    const rule = reader.object(raw[key] ?? {}, `${field}.${key}`, ["from", "by"]);
    const from = rule && reader.oneOf(rule["from"], `${field}.${key}.from`, allowed, "centre" as T);
    const by = rule?.["by"] === undefined ? 0 : reader.length(rule["by"], `${field}.${key}.by`, PLACE_MM);
    return from === undefined || by === undefined ? undefined : { from, by };
  };
  const [x, y] = [axis("x", FROM.x), axis("y", FROM.y)];
  const turn = raw["turn"] === undefined ? 0 : reader.count(raw["turn"], `${field}.turn`, { min: -360, max: 360 });
  return x && y && turn !== undefined ? { x, y, turn } : undefined;
}

/** What a kind asks for beside its settings. */
function readAsked(
  raw: Readonly<Record<string, unknown>>,
  field: string,
  kind: FittingKind,
  { reader, method }: RowReading,
): Record<string, unknown> | undefined {
  const asked: Record<string, unknown> = {};
  const ownForm = kind.asks.includes("form");
  if (kind.asks.includes("stock") && !(ownForm && raw["stock"] === undefined)) {
    asked["stock"] = readStock(raw["stock"], reader, `${field}.stock`);
    if (!asked["stock"]) return undefined;
  }
  if (kind.asks.includes("raised")) {
    const raised = raw["raised"] === undefined ? 0 : reader.length(raw["raised"], `${field}.raised`, RAISED_MM);
    if (raised === undefined) return undefined;
    asked["raised"] = raised;
  }
  if (!ownForm) return asked;
  const form = readForm(raw["form"], reader, `${field}.form`);
  if (!form) return undefined;
  if (!methodFor(method, form))
    return reader.report(`${field}.form`, "not-made-this-way", {
      given: method.kind,
      form: form.title,
      allowed: waysOf(form).join(", "),
    });
  const settings = readFormSettings(raw["settings"], form, reader, `${field}.settings`);
  const contents = readContents(raw["contents"], reader, `${field}.contents`);
  return settings && contents ? { ...asked, form: form.id, settings, contents } : undefined;
}

/** A row of a recipe that has been read, with all that is needed to draft it. */
export function rowOf(fitting: Fitting, { method }: Pick<Spec, "method">): Row {
  const form = typeof fitting["form"] === "string" ? formById(fitting["form"]) : undefined;
  const own = form && methodFor(method, form);
  return {
    fitting,
    set: fitting,
    stock: fitting["stock"] as Stock | undefined,
    raised: Number(fitting["raised"] ?? 0),
    ...(form && own ? { part: partOf(fitting, form, own) } : {}),
  };
}

const partOf = (fitting: Fitting, form: Form, method: Spec["method"]): NonNullable<Row["part"]> => ({
  form,
  settings: fitting["settings"] as Spec["settings"],
  contents: packOf(fitting["contents"] as Contents),
  setup: setupOf({ method }),
});

const EDGES = { left: "right", right: "left", top: "bottom", bottom: "top" } as const;

/**
 * Layers of the first version as rows. There a mat became the ground of what followed it on the same face, strips were
 * placed as the paper is drawn, and every layer lay in the middle of the other axis. What is wrong in them is told by the
 * reader of rows.
 */
export function layersAsFittings(layers: unknown, fittings: unknown, form: Form, settings: Spec["settings"]): unknown {
  if (!Array.isArray(layers)) return layers;
  const grounds = form.grounds?.(settings) ?? [];
  const mats = new Map<string, string>();
  const rows = layers.map((layer: unknown, i): unknown => {
    if (!record(layer)) return layer;
    const { panel: said, side = "outside", kind = "mat", from, at, ...rest } = layer;
    const panel = said ?? grounds[0]?.panel;
    const face = `${told(panel)}/${told(side)}`;
    const id = `layer-${String(i + 1)}`;
    const under = mats.get(face);
    if (kind === "mat") mats.set(face, id);
    const turned = grounds.find((g) => g.panel === panel)?.sides[side === "inside" ? "inside" : "outside"] === 180;
    const place = kind === "strip" ? stripPlace(rest["runs"], from, at, turned) : undefined;
    return {
      id,
      kind,
      ...rest,
      on: { panel, side, ...(under !== undefined && { fitting: under }) },
      ...(place === undefined ? {} : { at: place }),
    };
  });
  return Array.isArray(fittings) ? [...rows, ...(fittings as unknown[])] : rows;
}

/** An edge that runs along the strip placed it; any other meant the middle. */
function stripPlace(runs: unknown, from: unknown, at: unknown, turned: boolean): object | undefined {
  const level = runs !== "down";
  const beside = level ? ["top", "bottom"] : ["left", "right"];
  if (typeof from !== "string" || !beside.includes(from)) return undefined;
  const edge = turned ? EDGES[from as keyof typeof EDGES] : from;
  return { [level ? "y" : "x"]: { from: edge, by: at ?? 0 } };
}
