/** What the drawer lists of a draft: known of a row before all of it has been read, which takes its form and the core. */
import { catalogue, type Draft, find } from "@cut-fold/core";
import { db } from "./db.ts";

/** What is listed and looked for of a draft; a draft is one itself. Sides are in mm. */
export interface Listed extends Pick<Draft, "id" | "name" | "tags" | "note" | "changed"> {
  readonly spec: {
    readonly form: string;
    readonly quantity: number;
    readonly contents: Pick<Draft["spec"]["contents"], "width" | "height" | "preset" | "name">;
  };
}

const isText = (value: unknown): value is string => typeof value === "string";
const isSide = (value: unknown): value is number => typeof value === "number" && value > 0;

type Raw = { readonly [K in keyof Listed]?: unknown };
interface RawSpec {
  readonly form?: unknown;
  readonly quantity?: unknown;
  readonly contents?: { readonly [K in keyof Listed["spec"]["contents"]]?: unknown };
}

/** A row as it is listed; undefined for one that is no draft as far as can be seen. */
export function listedOf(row: unknown): Listed | undefined {
  const { id, name, tags, note, changed, spec } = (row ?? {}) as Raw;
  const { form, quantity = 1, contents } = (spec ?? {}) as RawSpec;
  const { preset, name: called } = contents ?? {};
  const usual = isText(preset) ? find(catalogue.contents, preset) : undefined;
  const { width = usual?.width, height = usual?.height } = contents ?? {};
  if (
    ![id, name, note, changed, form].every(isText) ||
    typeof quantity !== "number" ||
    !isSide(width) ||
    !isSide(height)
  )
    return undefined;
  if (!Array.isArray(tags) || !tags.every(isText)) return undefined;
  if (called !== undefined && !isText(called)) return undefined;
  // the recipe stays whole: it is drawn by it
  return {
    id,
    name,
    note,
    changed,
    tags,
    spec: { ...(spec as object), quantity, contents: { ...contents, width, height } },
  } as Listed;
}

/** The drafts that were changed last, as many as are asked for, the newest first. */
export const newestListed = async (most: number): Promise<Listed[]> =>
  (await db.drafts.orderBy("changed").reverse().limit(most).toArray()).flatMap((row) => listedOf(row) ?? []);
