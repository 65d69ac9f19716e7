/** Reads what goes inside: a preset or own sizes, the plies of its pile, further things in the same holder. */
import { heapOf, pouredMl } from "../catalogue/contents.ts";
import { catalogue } from "../catalogue/index.ts";
import {
  CONTENT_SHAPES,
  MOST_PARTS,
  PIECE_MM,
  PIECES,
  PLY_MM,
  SIZE_MM,
  type Spec,
  THICKNESS_MM,
  VOLUME_ML,
} from "../model/spec.ts";
import { pileThickness, volumeOf } from "./pack.ts";
import { type Reader, readList } from "./reader.ts";

/** The contents that a field holds; undefined, and reported, where they are missing or wrong. */
export function readContents(value: unknown, reader: Reader, field = "contents"): Spec["contents"] | undefined {
  if (value === undefined)
    return reader.report(field, "missing", { allowed: "a preset, or width, height and thickness" });
  const raw = reader.object(value, field, [
    "own",
    "preset",
    "name",
    "width",
    "height",
    "thickness",
    "shape",
    "amount",
    "pile",
    "also",
  ]);
  if (!raw) return undefined;
  const preset = reader.preset(raw["preset"], `${field}.preset`, catalogue.contents);
  const own = reader.own(raw["own"], `${field}.own`);
  const amount = readAmount(raw["amount"], reader, `${field}.amount`);
  // a heap is as large as what is in it takes: sizes that were said before give way
  const heap =
    raw["amount"] === undefined
      ? undefined
      : heapOf(amount ? volumeOf({ amount, width: 0, height: 0, thickness: 0 }) : VOLUME_ML.min);
  const side = (key: "width" | "height"): number | undefined =>
    heap?.[key] ??
    (raw[key] === undefined
      ? (preset?.[key] ?? reader.report(`${field}.${key}`, "missing", { allowed: "a length" }))
      : reader.length(raw[key], `${field}.${key}`, SIZE_MM));
  const width = side("width");
  const height = side("height");
  const pile = readPile(raw["pile"], reader, `${field}.pile`);
  const also = readAlso(raw["also"], reader, `${field}.also`);
  // a pile says how thick it is: what was said before gives way
  const thickness = pile
    ? reader.within(pileThickness(pile), `${field}.thickness`, THICKNESS_MM)
    : (heap?.thickness ??
      (raw["thickness"] === undefined
        ? (preset?.thickness ?? 1)
        : reader.length(raw["thickness"], `${field}.thickness`, THICKNESS_MM)));
  const name = raw["name"] === undefined ? preset?.title : reader.text(raw["name"], `${field}.name`);
  const shape = amount
    ? "loose"
    : raw["shape"] === undefined
      ? preset?.shape
      : reader.oneOf(raw["shape"], `${field}.shape`, CONTENT_SHAPES, "ball");
  if (width === undefined || height === undefined || thickness === undefined || (heap && !amount)) return undefined;
  return {
    ...(own !== undefined && { own }),
    ...(preset && { preset: preset.id }),
    ...(name !== undefined && { name }),
    width,
    height,
    thickness,
    ...(shape !== undefined && { shape }),
    ...(amount && { amount }),
    ...(pile && { pile }),
    ...(also && { also }),
  };
}

/** How many pieces of that size (mm) come to a volume that is allowed. */
export function piecesOf(each: number): { readonly min: number; readonly max: number } {
  const one = pouredMl(1, each);
  return {
    min: Math.max(PIECES.min, Math.ceil(VOLUME_ML.min / one)),
    max: Math.min(PIECES.max, Math.floor(VOLUME_ML.max / one)),
  };
}

/** How much of something loose: `ml`, or `count` of them and how large `each` is. */
function readAmount(value: unknown, reader: Reader, at: string): Spec["contents"]["amount"] {
  if (value === undefined) return undefined;
  const raw = reader.object(value, at, ["ml", "count", "each"]);
  if (!raw) return undefined;
  if (raw["ml"] !== undefined) {
    const ml = reader.count(raw["ml"], `${at}.ml`, VOLUME_ML);
    return ml === undefined ? undefined : { ml };
  }
  const each = reader.length(raw["each"], `${at}.each`, PIECE_MM);
  const count = reader.count(raw["count"], `${at}.count`, each === undefined ? PIECES : piecesOf(each), true);
  return count === undefined || each === undefined ? undefined : { count, each };
}

const readPile = (value: unknown, reader: Reader, at: string): Spec["contents"]["pile"] =>
  readList(value, at, MOST_PARTS, reader, (entry, field) => {
    const raw = reader.object(entry, field, ["name", "thickness", "count"]);
    if (!raw) return undefined;
    const name = reader.name(raw["name"], `${field}.name`, "Layer");
    const thickness = reader.length(raw["thickness"], `${field}.thickness`, PLY_MM);
    const count =
      raw["count"] === undefined ? 1 : reader.count(raw["count"], `${field}.count`, { min: 1, max: 40 }, true);
    return name === undefined || thickness === undefined || count === undefined
      ? undefined
      : { name, thickness, count };
  });

const readAlso = (value: unknown, reader: Reader, at: string): Spec["contents"]["also"] =>
  readList(value, at, MOST_PARTS, reader, (entry, field) => {
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
