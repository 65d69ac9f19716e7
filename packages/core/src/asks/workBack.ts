/**
 * Working back: from an envelope in hand to the largest card it takes, the card's base and its layers.
 *
 *      ┌──────────────────┐ envelope, outside
 *      │  ┌────────────┐  │     inside = outside − 2 × its paper (a fold stands out by half a caliper on each ply)
 *      │  │    card    │  │     card   = inside − thickness − room, down to the ruler (geometry notes: W ≥ w + t + play)
 *      │  └────────────┘  │
 *      └──────────────────┘
 */
import { flatPocket } from "../forms/shared/clearance.ts";
import { type Problem, type Read, Reader, record } from "../recipe/reader.ts";
import { readSpec } from "../recipe/readSpec.ts";
import { setupOf } from "../recipe/readMethod.ts";
import { envelopes } from "../catalogue/envelopes.ts";
import { CALIPER_MM, SIZE_MM, type Spec } from "../model/spec.ts";
import { solve } from "../solve.ts";
import { roundDown } from "../units/ruler.ts";

/** Paper of a bought envelope, mm: 100 g/m² uncoated at a bulk of 1.25 cm³/g. */
export const BOUGHT_CALIPER_MM = 0.125;
/**
 * Room on each axis, mm: half of what the trade leaves round a card in a hand-scored envelope (6 and 3 mm), since a bought
 * one is cut by a die. Every envelope of the catalogue then takes the card it is sold for.
 */
export const BOUGHT_ROOM_MM = { width: 3, height: 1.5 } as const;

/** An envelope by its outside, mm. */
export interface EnvelopeInHand {
  /** outside size, mm */
  readonly width: number;
  readonly height: number;
  /** mm its paper is thick */
  readonly caliper?: number;
  readonly room?: { readonly width: number; readonly height: number };
}

/** The largest card that goes into it, as a recipe and in numbers. */
export interface WorkedBack {
  /** the card base with its layers, as a recipe */
  readonly spec: Spec;
  /** the envelope's inside, mm */
  readonly inside: { readonly width: number; readonly height: number };
  /** the finished card, mm */
  readonly card: { readonly width: number; readonly height: number; readonly thickness: number };
  /** what is left round it, its thickness taken off, mm */
  readonly gap: { readonly width: number; readonly height: number };
}

/** That card, or why there is none. */
export type WorkBack =
  | ({ readonly ok: true } & WorkedBack)
  | { readonly ok: false; readonly problems: readonly Problem[] }
  /** no card worth making goes in; `thickness` is what the layers came to, mm */
  | { readonly ok: false; readonly problems: readonly []; readonly thickness: number };

/** Sizes of an envelope that anybody holds, mm. */
export const ENVELOPE_MM = { min: 40, max: 600 } as const;
const ROOM_MM = { min: 0, max: 20 } as const;

/** What is asked when working back, read like a recipe: `envelope` (preset, or width and height; caliper, room), `card`. */
export function readBack(
  given: unknown,
): Read<{ readonly envelope: EnvelopeInHand; readonly card: Readonly<Record<string, unknown>> }> {
  const units = record(given) ? given["units"] : undefined;
  const reader = new Reader(units === "in" || units === "cm" ? units : "mm");
  const raw = reader.object(given, "", ["units", "envelope", "card"]);
  const said = raw && reader.object(raw["envelope"], "envelope", ["preset", "width", "height", "caliper", "room"]);
  if (!raw || !said) return { ok: false, problems: reader.problems };
  const preset = reader.preset(said["preset"], "envelope.preset", envelopes);
  const side = (key: "width" | "height"): number | undefined =>
    said[key] === undefined && preset ? preset[key] : reader.length(said[key], `envelope.${key}`, ENVELOPE_MM);
  const [width, height] = [side("width"), side("height")];
  const caliper =
    said["caliper"] === undefined ? undefined : reader.length(said["caliper"], "envelope.caliper", CALIPER_MM);
  const asked =
    said["room"] === undefined ? undefined : reader.object(said["room"], "envelope.room", ["width", "height"]);
  const roomOn = (axis: "width" | "height"): number =>
    asked?.[axis] === undefined
      ? BOUGHT_ROOM_MM[axis]
      : (reader.length(asked[axis], `envelope.room.${axis}`, ROOM_MM) ?? 0);
  const room = { width: roomOn("width"), height: roomOn("height") };
  const card = raw["card"] === undefined ? {} : reader.object(raw["card"], "card", CARD_KEYS);
  if (reader.problems.length > 0 || width === undefined || height === undefined || !card)
    return { ok: false, problems: reader.problems };
  const read = { units: reader.unit, ...card };
  return {
    ok: true,
    value: { envelope: { width, height, room, ...(caliper !== undefined && { caliper }) }, card: read },
  };
}
const CARD_KEYS = ["contents", "stock", "settings", "method", "quantity", "sheet", "tape", "fittings", "layers"];

/**
 * The largest card for an envelope.
 * @param how the card's recipe but for its size: form `card-base`, stock, fold, board, layers
 */
export function workBack(envelope: EnvelopeInHand, how: Readonly<Record<string, unknown>> = {}): WorkBack {
  const { caliper = BOUGHT_CALIPER_MM, room = BOUGHT_ROOM_MM } = envelope;
  const inside = { width: envelope.width - 2 * caliper, height: envelope.height - 2 * caliper };
  const contents = typeof how["contents"] === "object" ? how["contents"] : {};
  const sized = (size: { readonly width: number; readonly height: number }) =>
    readSpec({
      units: "mm",
      form: "card-base",
      ...how,
      contents: { ...contents, width: `${String(size.width)} mm`, height: `${String(size.height)} mm` },
    });
  // thickness comes from plies and layers and not from the size, so any size tells it
  const trial = sized({ width: SIZE_MM.max / 4, height: SIZE_MM.max / 4 });
  if (!trial.ok) return { ok: false, problems: trial.problems };
  const { grid } = setupOf(trial.value);
  const thickness = solve(trial.value).finished?.thickness ?? 0;
  const largest = (axis: "width" | "height"): number =>
    roundDown(inside[axis] - flatPocket(0, thickness, room[axis]), grid);
  const size = { width: largest("width"), height: largest("height") };
  if (Math.min(size.width, size.height) < SIZE_MM.min) return { ok: false, problems: [], thickness };
  const read = sized(size);
  if (!read.ok) return { ok: false, problems: read.problems };
  const gap = {
    width: inside.width - size.width - thickness,
    height: inside.height - size.height - thickness,
  };
  return { ok: true, spec: read.value, inside, card: { ...size, thickness }, gap };
}
