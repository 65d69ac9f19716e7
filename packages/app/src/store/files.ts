/** Drafts out to files and in again. */
import {
  setupOf,
  catalogue,
  type Draft,
  fileName,
  find,
  type Format,
  formatById,
  namesIn,
  type PdfPart,
  type ReadProject,
  sayProjectProblem,
  writeOutlineSvg,
  writeProject,
} from "@cut-fold/core";
import { fileOpen, fileSave } from "browser-fs-access";
import { wrap } from "comlink";
import { create } from "zustand";
import { coloursOf } from "../theme/colours.ts";
import type { ImportApi } from "../workers/import.worker.ts";
import type { WriteApi, WriteJob } from "../workers/write.worker.ts";
import { everythingIn } from "./db.ts";
import type { Adopted } from "./adopt.ts";
import { useDrafts } from "./drafts.ts";
import type { ShelfOutline } from "./outlines.ts";
import { loadFormsOf } from "../needs/forms.ts";
import { displayNow, useSettings } from "./settings.ts";
import { solutionOf } from "./solutions.ts";

/** What was done, in a sentence, and how to take it back. */
export interface Told {
  readonly text: string;
  readonly back?: () => void;
}

const EXTENSION = ".cutfold.json";
/** A file that takes longer than this to read is not one of ours. */
const IMPORT_MS = 30_000;

const isAbort = (error: unknown): boolean => error instanceof DOMException && error.name === "AbortError";

/** Saves through the browser's own dialog or download. False when the maker called it off. */
async function save(blob: Blob, name: string, extension: string): Promise<boolean> {
  try {
    await fileSave(blob, { fileName: name + extension, extensions: [`.${extension.split(".").pop() ?? ""}`] });
    return true;
  } catch (error) {
    if (isAbort(error)) return false;
    throw error;
  }
}

const saveText = (text: string, name: string): Promise<boolean> =>
  save(new Blob([text], { type: "application/json" }), fileName(name), EXTENSION);

export const saveProject = (drafts: readonly Draft[], name: string): Promise<boolean> =>
  saveText(writeProject(drafts), name);

/** The whole drawer in one file, with what could not be read in it. */
export const saveAll = (): Promise<boolean> => {
  const { drafts, aside } = useDrafts.getState();
  return saveText(writeProject([...drafts.values()], aside), "all-drafts");
};

/** All that the browser's store holds, as it is, for whoever can read it. */
export const saveStore = async (): Promise<boolean> => {
  const all = { kind: "cut-fold store", ...(await everythingIn()) };
  return save(new Blob([JSON.stringify(all, undefined, 1)], { type: "application/json" }), "cut-fold-store", ".json");
};

/** An outline of the shelf as SVG, in true millimetres. */
export const saveOutline = (outline: ShelfOutline): Promise<boolean> =>
  save(new Blob([writeOutlineSvg(outline, outline.name)], { type: "image/svg+xml" }), fileName(outline.name), ".svg");

/** Asks the writing worker, which lives for this one answer. */
async function written(job: WriteJob): Promise<string | Uint8Array> {
  const worker = new Worker(new URL("../workers/write.worker.ts", import.meta.url), { type: "module" });
  try {
    const failed = new Promise<never>((_, reject) => {
      worker.addEventListener("error", () => {
        reject(new Error("The part that writes files could not be loaded."));
      });
    });
    return await Promise.race([wrap<WriteApi>(worker).write(job), failed]);
  } finally {
    worker.terminate();
  }
}

/** A draft in a format, whole or a part of it, as the settings have units and paper. */
async function fileOf(draft: Draft, format: Format, parts?: readonly PdfPart[]): Promise<Blob> {
  const { paper: paperId } = useSettings.getState().settings;
  const { width, height } = find(catalogue.sheets, paperId) ?? { width: 210, height: 297 };
  const bytes = await written({
    ...{ format: format.id, draft, display: displayNow(setupOf(draft.spec).grid), paper: { width, height } },
    colours: coloursOf(draft.spec),
    // with a list of names there is a piece for each, which the screen has not drawn
    pieces: format.reads === "pieces" && namesIn(draft.spec).length === 0 ? solutionOf(draft.spec).pieces : undefined,
    ...(parts && { parts }),
  });
  return new Blob([bytes as string | Uint8Array<ArrayBuffer>], { type: format.mime });
}

/** A draft as a page to print, whole or a part of it. */
export const printPdf = (draft: Draft, parts: readonly PdfPart[]): Promise<Blob> => {
  const pdf = formatById("pdf");
  if (!pdf) throw new Error("there is nothing to print with");
  return fileOf(draft, pdf, parts);
};

/** Saves a draft in a format. False when the maker called it off. */
export const saveAs = async (draft: Draft, format: Format): Promise<boolean> =>
  save(await fileOf(draft, format), fileName(draft.name), format.extension);

/** Saves a picture that stands on the screen as PNG, on a ground of this colour. False when the maker called it off. */
export async function savePicture(picture: HTMLCanvasElement, ground: string, name: string): Promise<boolean> {
  const canvas = new OffscreenCanvas(picture.width, picture.height);
  const pen = canvas.getContext("2d");
  if (!pen) throw new Error("This browser cannot save pictures.");
  pen.fillStyle = ground;
  pen.fillRect(0, 0, canvas.width, canvas.height);
  pen.drawImage(picture, 0, 0);
  return save(await canvas.convertToBlob({ type: "image/png" }), fileName(`${name}, folded`), ".png");
}

/** Reads a file in a worker with a limit on its size and its time. */
async function readInWorker(file: Blob): Promise<ReadProject> {
  const worker = new Worker(new URL("../workers/import.worker.ts", import.meta.url), { type: "module" });
  try {
    const late = new Promise<ReadProject>((resolve) =>
      setTimeout(() => {
        resolve({ ok: false, problem: { code: "not-json", where: "" } });
      }, IMPORT_MS),
    );
    const failed = new Promise<never>((_, reject) => {
      worker.addEventListener("error", () => {
        reject(new Error("The reading part could not be loaded. Is the server running?"));
      });
    });
    return await Promise.race([wrap<ImportApi>(worker).read(file), late, failed]);
  } finally {
    worker.terminate();
  }
}

/** A file that was read: its drafts wait to be taken in. */
export type ReadFile = Extract<ReadProject, { ok: true }>;

/** What waits to be taken in, until the maker says how. */
export const useTaking = create<{ readonly read: ReadFile | undefined }>()(() => ({ read: undefined }));

/** Reads what somebody sent, and asks how to take it in. @throws with a sentence when it is refused */
export async function offerDrafts(file: Blob): Promise<void> {
  const read = await readInWorker(file);
  if (!read.ok) throw new Error(sayProjectProblem(read.problem));
  await loadFormsOf(read.drafts.map((d) => d.spec));
  useTaking.setState({ read });
}

/** Reads a file the maker chooses, and asks how to take it in; nothing happens where they called it off. */
export async function chooseProject(): Promise<undefined> {
  try {
    await offerDrafts(await fileOpen({ description: "Cut Fold drafts", extensions: [".json"] }));
  } catch (error) {
    if (!isAbort(error)) throw error;
  }
}

const many = (count: number): string => (count === 1 ? "1 draft" : `${String(count)} drafts`);

/** Takes in what was read. Gives what to say, and how to take it back. */
export function takeIn({ fresh, replaced }: Adopted): Told {
  const { put, remove } = useDrafts.getState();
  put(fresh);
  const [first] = fresh;
  return {
    text: fresh.length === 1 && first ? `Taken in: ${first.name}.` : `${many(fresh.length)} taken in.`,
    back: () => {
      const ours = new Set(replaced.map((d) => d.id));
      for (const { id } of fresh) if (!ours.has(id)) remove(id);
      if (replaced.length > 0) put(replaced);
    },
  };
}
