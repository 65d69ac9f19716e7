/**
 * The project file: drafts as recipes, never geometry. Versioned, and read back strictly: a file that is not ours, or newer
 * than we are, is refused with the reason. A draft in it that cannot be read is named; the others are taken.
 */
import { z } from "zod";
import type { KeptPicture } from "../model/art.ts";
import { type Draft, NAME_LONGEST, readDraft } from "./draft.ts";
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
