/**
 * A form's settings, each said once: name, label, unit, default, bounds and what it moves on the drawing
 * stand in the schema, and form fields, handles, command line, docs and saved files read them there.
 */
import { z } from "zod";
import { pictureIn } from "./art.ts";

/** What screens and readers need of a setting beside its type. */
export interface SettingMeta {
  readonly kind:
    | "length"
    | "choice"
    | "toggle"
    | "count"
    | "number"
    | "text"
    | "list"
    | "drawn"
    | "paper"
    | "colour"
    | "picture";
  readonly label: string;
  /** one short sentence for the maker */
  readonly about: string;
  readonly unit?: "mm" | "°" | "in 100";
  /** a length that is worked out unless the maker sets it */
  readonly auto?: boolean;
  /** id of the dimension on the drawing that this setting moves */
  readonly handle?: string;
  /** grows and shrinks with the size on this axis when a draft is made in another size; other lengths keep */
  readonly follows?: "width" | "height";
  /** what it asks for where forms say the same under several names: carried over when the form is changed */
  readonly kin?: "room";
  /** smallest and largest length, mm, or number; the most letters of a text or a list */
  readonly min?: number;
  readonly max?: number;
  /** the words for each choice */
  readonly options?: Readonly<Record<string, string>>;
}

interface LengthOptions {
  readonly default: number;
  readonly min: number;
  readonly max: number;
  readonly about: string;
  readonly handle?: string;
  readonly follows?: "width" | "height";
  readonly kin?: "room";
}

/** A length setting in mm. */
export const length = (label: string, { default: preset, ...rest }: LengthOptions) =>
  z
    .number()
    .min(rest.min)
    .max(rest.max)
    .default(preset)
    .meta({ kind: "length", label, unit: "mm", ...rest } satisfies SettingMeta);

/** A length setting in mm, said in one line: its name, what it is unless set, its bounds, what it is for. */
export const mm = (
  label: string,
  preset: number,
  [min, max]: readonly [number, number],
  about: string,
  rest: Pick<LengthOptions, "follows" | "kin"> = {},
) => length(label, { default: preset, min, max, about, ...rest });

/** The same for a length that is worked out unless the maker sets it. */
export const autoMm = (
  label: string,
  [min, max]: readonly [number, number],
  about: string,
  rest: Pick<LengthOptions, "follows"> = {},
) => autoLength(label, { min, max, about, ...rest });

/** A length in mm, or `"auto"`: worked out by the form. Auto is the default. */
export const autoLength = (label: string, options: Omit<LengthOptions, "default">) =>
  z
    .union([z.literal("auto"), z.number().min(options.min).max(options.max)])
    .default("auto")
    .meta({ kind: "length", label, unit: "mm", auto: true, ...options } satisfies SettingMeta);

/** One of a few named ways. */
export const choice = <const K extends string>(
  label: string,
  options: Readonly<Record<K, string>>,
  preset: NoInfer<K>,
  about: string,
) =>
  z
    .enum(Object.keys(options) as [K, ...K[]])
    .default(preset as never)
    .meta({ kind: "choice", label, about, options } satisfies SettingMeta);

/** Yes or no. */
export const toggle = (label: string, preset: boolean, about: string) =>
  z
    .boolean()
    .default(preset)
    .meta({ kind: "toggle", label, about } satisfies SettingMeta);

/** How many of something. */
export const count = (label: string, preset: number, [min, max]: readonly [number, number], about: string) =>
  z
    .number()
    .int()
    .min(min)
    .max(max)
    .default(preset)
    .meta({ kind: "count", label, about, min, max } satisfies SettingMeta);

/** A number that is no length, whatever lengths are typed in: degrees, or so much for every hundred. */
export const number = (
  label: string,
  preset: number,
  [min, max]: readonly [number, number],
  unit: "°" | "in 100",
  about: string,
) =>
  z
    .number()
    .min(min)
    .max(max)
    .default(preset)
    .meta({ kind: "number", label, about, unit, min, max } satisfies SettingMeta);

/** Words of the maker's own, up to so many letters. */
export const text = (label: string, preset: string, max: number, about: string) =>
  z
    .string()
    .max(max)
    .default(preset)
    .meta({ kind: "text", label, about, max } satisfies SettingMeta);

/** Many words of the maker's own, each on a line, up to so many letters in all. */
export const list = (label: string, max: number, about: string) =>
  z
    .string()
    .max(max)
    .default("")
    .meta({ kind: "list", label, about, max } satisfies SettingMeta);

/** What stands in a list: its lines without those that are empty. */
export const linesIn = (said: string): readonly string[] =>
  said
    .split(/\r?\n/u)
    .map((one) => one.trim())
    .filter((one) => one !== "");

/** A picture of the maker's own, as it is said; empty where none has been chosen. */
export const picture = (label: string, about: string) =>
  z
    .string()
    .max(80)
    .refine((said) => said === "" || pictureIn(said) !== undefined)
    .default("")
    .meta({ kind: "picture", label, about } satisfies SettingMeta);

/** What printing ink is where nobody has said. */
export const INK_COLOUR = "#1c2b46";

/** A colour in six hexadecimal digits. */
export const colour = (label: string, preset: string, about: string) =>
  z
    .string()
    .regex(/^#[\da-f]{6}$/u)
    .default(preset)
    .meta({ kind: "colour", label, about } satisfies SettingMeta);

/** A line of the maker's own, as path data of up to so many signs; it comes from a file, and no field is typed in. */
export const drawn = (label: string, max: number, about: string) =>
  z
    .string()
    .max(max)
    .default("")
    .meta({ kind: "drawn", label, about, max } satisfies SettingMeta);

/** What a paper setting holds where no other paper than the draft's own is meant. */
export const SAME_PAPER = "same";

/** How long a paper's own copy may be where a setting holds one. */
const PAPER_LONGEST = 600;

/**
 * The paper that something is cut from: the draft's own, another by its id, or a paper of the maker's shelf as its own copy
 * (`stockIn`). Which there are is asked where it is read and shown.
 */
export const paperOf = (label: string, about: string) =>
  z
    .string()
    .max(PAPER_LONGEST)
    .default(SAME_PAPER)
    .meta({ kind: "paper", label, about } satisfies SettingMeta);

/** What a setting's schema says of itself. Throws on a schema that was not made by this file. */
export function settingMeta(schema: z.ZodType): SettingMeta {
  const meta = schema.meta() as SettingMeta | undefined;
  if (!meta?.kind) throw new Error("a setting's schema carries no meta: make it with one of its words");
  return meta;
}
