/** Reading what people and programs give, and telling every problem with its field, what is wrong and what is allowed. */
import type { ZodType } from "zod";
import { find } from "../catalogue/entry.ts";
import { ownId } from "../model/spec.ts";
import { readLength, type Unit } from "../units/length.ts";

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
    | "not-made-this-way"
    | "no-fittings"
    | "not-there"
    | "twice"
    | "no-tool-for"
    | "past-reach";
  readonly facts: Readonly<Record<string, string | number>>;
}

/** A value that was read, or everything that is wrong with what was given. */
export type Read<T> =
  | { readonly ok: true; readonly value: T }
  | { readonly ok: false; readonly problems: readonly Problem[] };

/** A wrong value as it can be told back: short, whatever it is. */
export const told = (value: unknown): string =>
  typeof value === "string"
    ? value.slice(0, 60)
    : ((JSON.stringify(value) as string | undefined) ?? "nothing").slice(0, 60);

/** Whether a value is an object with fields. */
export const record = (value: unknown): value is Record<string, unknown> =>
  typeof value === "object" && value !== null && !Array.isArray(value);

/** Collects problems while reading, so that one pass tells everything that is wrong. */
export class Reader {
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
    // asked this way round, what is no number at all is outside as well
    if (!(value >= min - 1e-9)) return this.report(field, "too-small", facts);
    if (!(value <= max + 1e-9)) return this.report(field, "too-large", facts);
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

  /** What a schema says it is, where anything is given. */
  said<T>(value: unknown, field: string, schema: ZodType<T>, wants: string): T | undefined {
    if (value === undefined) return undefined;
    const read = schema.safeParse(value);
    return read.success ? read.data : this.report(field, "wrong-type", { wants });
  }

  /** Which entry of the maker's shelf a part of a recipe is. */
  own(value: unknown, field: string): string | undefined {
    return this.said(value, field, ownId, "the id of an entry of a shelf: letters, digits, - and _, up to 64");
  }

  /** A name; what it is usually called where none, or a blank one, is given. */
  name(value: unknown, field: string, usual: string): string | undefined {
    const text = this.text(value ?? usual, field);
    return text?.trim() === "" ? usual : text;
  }

  /** An object with no keys but these; undefined (and reported) for anything else. */
  object(value: unknown, field: string, keys: readonly string[]): Record<string, unknown> | undefined {
    if (!record(value)) return this.report(field, "wrong-type", { wants: "an object" });
    for (const key of Object.keys(value)) {
      if (!keys.includes(key))
        this.report(field ? `${field}.${told(key)}` : told(key), "unknown-key", { allowed: keys.join(", ") });
    }
    return value;
  }

  /** One of a few words; the usual one where none is given. */
  oneOf<const T extends string>(value: unknown, field: string, allowed: readonly T[], usual: T): T | undefined {
    if (value === undefined) return usual;
    const found = allowed.find((a) => a === value);
    return found ?? this.report(field, "not-allowed", { given: told(value), allowed: allowed.join(", ") });
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

/** Each entry of a list by its own reader; undefined where the list is absent, empty, too long or wrong. */
export function readList<T>(
  value: unknown,
  field: string,
  most: number,
  reader: Reader,
  read: (entry: unknown, field: string) => T | undefined,
): T[] | undefined {
  if (value === undefined) return undefined;
  if (!Array.isArray(value) || value.length > most)
    return reader.report(field, "wrong-type", { wants: `a list of up to ${String(most)}` });
  const entries = value.map((entry, i) => read(entry, `${field}.${String(i)}`));
  const right = entries.filter((e) => e !== undefined);
  return entries.length === 0 || right.length < entries.length ? undefined : right;
}
