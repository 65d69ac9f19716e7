/**
 * The project file: drafts as recipes, never geometry. Versioned, and read back strictly: a file that is not ours, or newer
 * than we are, is refused with the reason. A draft in it that cannot be read is named; the others are taken.
 */
import { z } from "zod";
import { readSpec } from "../recipe/readSpec.ts";
import type { KeptPicture } from "../model/art.ts";
import type { Spec } from "../model/spec.ts";
import type { Format } from "./format.ts";

/** What the first field of every file of ours says. */
export const PROJECT_KIND = "cut-fold project";
/** 1 had layers where 2 has fittings: both are read, the newer is written. */
export const PROJECT_VERSION = 2;
/** A file of everything has more than drafts in it: what read version 2 knows nothing of that, and must not take it for damage. */
const EVERYTHING_VERSION = 3;
/** Pictures came with version 4: a file without any is written as it was before. */
const PICTURES_VERSION = 4;
/** Letters of one picture in base 64, at most: 6 MB of it. */
const PICTURE_MAX = 8 * 1024 * 1024;
/** Larger files are not ours: a draft is about 1 kB, and nobody keeps thirty thousand. */
export const PROJECT_MAX_BYTES = 32 * 1024 * 1024;
/** How long a draft's name may be. */
export const NAME_LONGEST = 120;
/** How long a tag may be, and how many a draft may have. */
export const TAG_LONGEST = 40;
export const TAGS_MOST = 20;

const draftId = z
  .string()
  .min(1)
  .max(64)
  .regex(/^[\w-]+$/u);

/** ISO 8601; a clock that runs far ahead writes years of six digits (ECMA-262, 21.4.1.32). */
const time = z.union([z.iso.datetime(), z.string().regex(/^\+\d{6}-\d\d-\d\dT\d\d:\d\d:\d\d(?:\.\d{1,20})?Z$/u)]);

/** A draft as it is kept and exported, its recipe not yet read. */
export const draftSchema = z.strictObject({
  id: draftId,
  /** the draft it is a version of, or the one that was: versions of one thing share it */
  family: draftId.optional(),
  /** the card draft it was made to hold: its size and thickness follow that card */
  holds: draftId.optional(),
  name: z.string().trim().min(1).max(NAME_LONGEST),
  tags: z.array(z.string().trim().min(1).max(TAG_LONGEST)).max(TAGS_MOST),
  note: z.string().max(2000),
  made: time,
  changed: time,
  /** the step the maker stands at */
  step: z.number().int().min(1).max(999),
  spec: z.unknown(),
});

/** A saved draft: a recipe with a name. */
export type Draft = Omit<z.infer<typeof draftSchema>, "spec"> & { readonly spec: Spec };

const fileSchema = z.strictObject({
  kind: z.literal(PROJECT_KIND),
  version: z.number().int(),
  drafts: z.array(z.unknown()),
  /** pictures that its drafts print, by id: the bytes in base 64 */
  pictures: z
    .record(
      z.string().regex(/^[\da-f]{16,64}$/u),
      z.strictObject({
        name: z.string().max(120),
        type: z.enum(["image/png", "image/jpeg"]),
        data: z.base64().max(PICTURE_MAX),
      }),
    )
    .optional(),
  /** what an app keeps beside drafts, by its own names */
  beside: z.record(z.string(), z.unknown()).optional(),
});

/** Why a file cannot be taken in, and where in it. */
export type ProjectProblem = {
  readonly code: "too-large" | "not-json" | "foreign" | "newer" | "damaged";
  readonly where: string;
};
/** A draft in a file that cannot be read: what it is called, where that can be told, and what in it is wrong. */
export interface Unread {
  readonly name: string;
  readonly where: string;
}
/** The drafts of a file with those that cannot be read, or what is wrong with all of it. */
export type ReadProject =
  | {
      readonly ok: true;
      readonly drafts: readonly Draft[];
      readonly unread: readonly Unread[];
      /** what stands beside the drafts in a file of everything, not yet read */
      readonly beside?: Readonly<Record<string, unknown>>;
      /** what its drafts print */
      readonly pictures?: readonly KeptPicture[];
    }
  | { readonly ok: false; readonly problem: ProjectProblem };

/**
 * Reads one draft as a browser or a file kept it. What a later version of a form has come to ask for is filled in with what
 * is usual, so that a draft outlives the version it was made with. Gives the field that cannot be read otherwise.
 */
export function readDraft(
  kept: unknown,
): { readonly ok: true; readonly draft: Draft } | { readonly ok: false; readonly where: string } {
  const draft = draftSchema.safeParse(kept);
  if (!draft.success) return { ok: false, where: draft.error.issues[0]?.path.join(".") ?? "" };
  const spec = readSpec(draft.data.spec);
  return spec.ok
    ? { ok: true, draft: { ...draft.data, spec: spec.value } }
    : { ok: false, where: `spec.${spec.problems[0]?.field ?? ""}` };
}

/**
 * Drafts as the text of a project file.
 * @param aside what was kept as drafts and could not be read: it goes along as it is, for whoever can
 */
export const writeProject = (
  drafts: readonly Draft[],
  aside: readonly unknown[] = [],
  pictures: readonly KeptPicture[] = [],
): string => {
  const head = { kind: PROJECT_KIND, version: pictures.length > 0 ? PICTURES_VERSION : PROJECT_VERSION };
  const shown = pictures.length > 0 ? { pictures: inWriting(pictures) } : {};
  return `${JSON.stringify({ ...head, drafts: [...drafts, ...aside], ...shown }, undefined, 1)}\n`;
};

/** Pictures as a file holds them. */
export const inWriting = (pictures: readonly KeptPicture[]) =>
  Object.fromEntries(pictures.map(({ id, name, type, bytes }) => [id, { name, type, data: toBase64(bytes) }]));

/** Bytes as text: what both browsers and machines have. */
function toBase64(bytes: Uint8Array): string {
  let text = "";
  for (let i = 0; i < bytes.length; i += 0x8000) text += String.fromCharCode(...bytes.subarray(i, i + 0x8000));
  return btoa(text);
}

/** The text of a file of everything: all drafts, and what is kept beside them by name. */
export const writeEverything = (
  drafts: readonly unknown[],
  beside: Readonly<Record<string, unknown>>,
  pictures: readonly KeptPicture[] = [],
): string => {
  const version = pictures.length > 0 ? PICTURES_VERSION : EVERYTHING_VERSION;
  const shown = pictures.length > 0 ? { pictures: inWriting(pictures) } : {};
  return `${JSON.stringify({ kind: PROJECT_KIND, version, drafts, ...shown, beside }, undefined, 1)}\n`;
};

/** Reads a project file's text. Never throws on what it is given. */
export function readProject(text: string): ReadProject {
  const refuse = (code: ProjectProblem["code"], where = ""): ReadProject => ({ ok: false, problem: { code, where } });
  if (text.length > PROJECT_MAX_BYTES) return refuse("too-large");
  let data: unknown;
  try {
    data = JSON.parse(text);
  } catch {
    return refuse("not-json");
  }
  const head = z.object({ kind: z.literal(PROJECT_KIND), version: z.number() }).safeParse(data);
  if (!head.success) return refuse("foreign");
  if (head.data.version > PICTURES_VERSION) return refuse("newer", String(head.data.version));
  const file = fileSchema.safeParse(data);
  if (!file.success) return refuse("damaged", file.error.issues[0]?.path.join(".") ?? "");
  const drafts: Draft[] = [];
  const unread: Unread[] = [];
  for (const [i, kept] of file.data.drafts.entries()) {
    const read = readDraft(kept);
    if (read.ok) drafts.push(read.draft);
    else unread.push({ name: nameIn(kept), where: `drafts.${String(i)}.${read.where}` });
  }
  const [first] = unread;
  const { beside } = file.data;
  if (first && drafts.length === 0 && !beside) return refuse("damaged", first.where);
  const pictures = Object.entries(file.data.pictures ?? {}).map(([id, { name, type, data: text64 }]): KeptPicture => ({
    ...{ id, name, type },
    bytes: Uint8Array.from(atob(text64), (letter) => letter.charCodeAt(0)),
  }));
  return { ok: true, drafts, unread, ...(beside && { beside }), ...(pictures.length > 0 && { pictures }) };
}

/** What a draft that cannot be read is called, as far as that can be told. */
function nameIn(kept: unknown): string {
  const named = z.object({ name: z.string() }).safeParse(kept);
  return named.success ? named.data.name.trim().slice(0, NAME_LONGEST) : "";
}

/** Why a project file was refused, and what to do. */
export function sayProjectProblem({ code, where }: ProjectProblem): string {
  switch (code) {
    case "too-large":
      return "This file is larger than 32 MB, and a project file never is. Nothing was taken from it.";
    case "not-json":
      return "This file is broken, or it is not a project file of Cut Fold. Nothing was taken from it.";
    case "foreign":
      return "This file was not written by Cut Fold. Choose one that ends in .cutfold.json. Nothing was taken from it.";
    case "newer":
      return `This file was written by a newer Cut Fold (version ${where} of the file). Update this one to open it.`;
    case "damaged":
      return `This project file is damaged${where ? ` at ${where}` : ""}. Nothing was taken from it; the copy it came from may be whole.`;
  }
}

/** The draft itself, to be opened again. */
export const project: Format = {
  // the word that the command line has for it
  id: "json",
  title: "draft file",
  about: "the draft itself, to open again here or elsewhere",
  extension: ".cutfold.json",
  mime: "application/json",
  lacks: [],
  of: ["draft"],
  reads: "pieces",
  write: ({ draft }, { pictures }) => writeProject([draft], [], pictures),
};
