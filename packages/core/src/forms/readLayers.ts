/** Reads what is built up: the plies of a pile, further things in the holder, layers on a card. */
import { catalogue } from "../catalogue/index.ts";
import type { Form } from "../model/form.ts";
import {
  LAYER_MM,
  type Layer,
  MOST_PARTS,
  PLY_MM,
  SIZE_MM,
  type Spec,
  STRIP_EDGES,
  THICKNESS_MM,
} from "../model/spec.ts";
import { readStock } from "./readStock.ts";
import { type Reader, told } from "./reader.ts";

/** Each entry of a list by its own reader; undefined where the list is absent, empty or wrong. */
function readList<T>(
  value: unknown,
  field: string,
  reader: Reader,
  read: (entry: unknown, field: string) => T | undefined,
): T[] | undefined {
  if (value === undefined) return undefined;
  if (!Array.isArray(value) || value.length > MOST_PARTS)
    return reader.report(field, "wrong-type", { wants: `a list of up to ${String(MOST_PARTS)}` });
  const entries = value.map((entry, i) => read(entry, `${field}.${String(i)}`));
  const right = entries.filter((e) => e !== undefined);
  return entries.length === 0 || right.length < entries.length ? undefined : right;
}

export const readPile = (value: unknown, reader: Reader): Spec["contents"]["pile"] =>
  readList(value, "contents.pile", reader, (entry, field) => {
    const raw = reader.object(entry, field, ["name", "thickness", "count"]);
    if (!raw) return undefined;
    const name = reader.name(raw["name"], `${field}.name`, "Ply");
    const thickness = reader.length(raw["thickness"], `${field}.thickness`, PLY_MM);
    const count =
      raw["count"] === undefined ? 1 : reader.count(raw["count"], `${field}.count`, { min: 1, max: 40 }, true);
    return name === undefined || thickness === undefined || count === undefined
      ? undefined
      : { name, thickness, count };
  });

export const readAlso = (value: unknown, reader: Reader): Spec["contents"]["also"] =>
  readList(value, "contents.also", reader, (entry, field) => {
    const raw = reader.object(entry, field, ["preset", "name", "width", "height", "thickness"]);
    if (!raw) return undefined;
    const preset = reader.preset(raw["preset"], `${field}.preset`, catalogue.contents);
    const side = (key: "width" | "height"): number | undefined =>
      raw[key] === undefined && preset ? preset[key] : reader.length(raw[key], `${field}.${key}`, SIZE_MM);
    const [width, height] = [side("width"), side("height")];
    const thickness =
      raw["thickness"] === undefined
        ? (preset?.thickness ?? 1)
        : reader.length(raw["thickness"], `${field}.thickness`, THICKNESS_MM);
    const name = reader.name(raw["name"], `${field}.name`, preset?.title ?? "Thing");
    if (width === undefined || height === undefined || thickness === undefined || name === undefined) return undefined;
    return { ...(preset && { preset: preset.id }), name, width, height, thickness };
  });

const KINDS = ["mat", "frame", "strip"] as const;
const COMMON = ["kind", "name", "panel", "side", "border", "stock", "raised"];
const KEYS: Readonly<Record<Layer["kind"], readonly string[]>> = {
  mat: COMMON,
  frame: [...COMMON, "width"],
  strip: [...COMMON, "width", "runs", "from", "at"],
};
const NAMES: Readonly<Record<Layer["kind"], string>> = { mat: "Mat", frame: "Frame", strip: "Strip" };

/** Layers of a card; a form that takes none says so. */
export function readLayers(
  value: unknown,
  form: Form,
  settings: Spec["settings"],
  reader: Reader,
): Layer[] | undefined {
  if (value === undefined) return undefined;
  const faces = form.faces?.(settings).map((face) => face.id) ?? [];
  if (faces.length === 0) {
    if (Array.isArray(value) && value.length === 0) return undefined;
    return reader.report("layers", "no-layers", { form: form.title });
  }
  const oneOf = <const T extends string>(
    given: unknown,
    field: string,
    allowed: readonly T[],
    usual: T,
  ): T | undefined => {
    if (given === undefined) return usual;
    const found = allowed.find((a) => a === given);
    return found ?? reader.report(field, "not-allowed", { given: told(given), allowed: allowed.join(", ") });
  };
  return readList(value, "layers", reader, (entry, field): Layer | undefined => {
    const given = typeof entry === "object" && entry !== null ? (entry as { kind?: unknown }).kind : undefined;
    const kind = oneOf(given, `${field}.kind`, KINDS, "mat");
    const raw = kind && reader.object(entry, field, KEYS[kind]);
    if (!raw) return undefined;
    const length = (key: string, usual: number, bounds: { min: number; max: number }): number | undefined =>
      raw[key] === undefined ? usual : reader.length(raw[key], `${field}.${key}`, bounds);
    const name = reader.name(raw["name"], `${field}.name`, NAMES[kind]);
    const panel = oneOf(
      raw["panel"],
      `${field}.panel`,
      faces,
      faces.includes("front") ? "front" : (faces[0] as string),
    );
    const side = oneOf(raw["side"], `${field}.side`, ["outside", "inside"], "outside");
    const border = length("border", kind === "strip" ? 0 : 5, LAYER_MM.border);
    const raised = length("raised", 0, LAYER_MM.raised);
    const stock = readStock(raw["stock"], reader, `${field}.stock`);
    if (name === undefined || !panel || !side || border === undefined || raised === undefined || !stock)
      return undefined;
    const common = { name, panel, side, border, raised, stock };
    if (kind === "mat") return { ...common, kind };
    const width = length("width", kind === "frame" ? 8 : 20, LAYER_MM.width);
    if (width === undefined) return undefined;
    if (kind === "frame") return { ...common, kind, width };
    const runs = oneOf(raw["runs"], `${field}.runs`, ["across", "down"], "across");
    const from = oneOf(raw["from"], `${field}.from`, STRIP_EDGES, "centre");
    const at = length("at", 0, { min: 0, max: 400 });
    return runs && from && at !== undefined ? { ...common, kind, width, runs, from, at } : undefined;
  });
}
