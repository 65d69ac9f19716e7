/** Drafts out to files and in again. */
import {
  catalogue,
  type Display,
  type Draft,
  find,
  type ReadProject,
  sayProjectProblem,
  writeOutlineSvg,
  writeProject,
} from "@cut-fold/core";
import { fileOpen, fileSave } from "browser-fs-access";
import { type Remote, wrap } from "comlink";
import { create } from "zustand";
import { coloursOf } from "../theme/colours.ts";
import type { ImportApi } from "../workers/import.worker.ts";
import type { PrintApi, PrintJob } from "../workers/print.worker.ts";
import { everythingIn } from "./db.ts";
import { type Adopted, useDrafts } from "./drafts.ts";
import type { ShelfOutline } from "./outlines.ts";
import { loadFormsOf } from "../needs/forms.ts";
import { useSettings } from "./settings.ts";

/** What was done, in a sentence, and how to take it back. */
export interface Told {
  readonly text: string;
  readonly back?: () => void;
}

const EXTENSION = ".cutfold.json";
/** A file that takes longer than this to read is not one of ours. */
const IMPORT_MS = 30_000;

const fileName = (name: string): string =>
  name
    .normalize("NFKD")
    .replace(/[^\w\s-]/gu, "")
    .trim()
    .replace(/\s+/gu, "-")
    .toLowerCase() || "draft";
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

export const saveSvg = async (draft: Draft): Promise<boolean> => {
  const svg = await asked((api) => api.svg(draft.spec, draft.name));
  return await save(new Blob([svg], { type: "image/svg+xml" }), fileName(draft.name), ".svg");
};

/** An outline of the shelf as SVG, in true millimetres. */
export const saveOutline = (outline: ShelfOutline): Promise<boolean> =>
  save(new Blob([writeOutlineSvg(outline, outline.name)], { type: "image/svg+xml" }), fileName(outline.name), ".svg");

/** Asks the printing worker, which lives for this one answer. */
async function asked<A>(ask: (api: Remote<PrintApi>) => Promise<A>): Promise<A> {
  const worker = new Worker(new URL("../workers/print.worker.ts", import.meta.url), { type: "module" });
  try {
    const failed = new Promise<never>((_, reject) => {
      worker.addEventListener("error", () => {
        reject(new Error("The printing part could not be loaded."));
      });
    });
    return await Promise.race([ask(wrap<PrintApi>(worker)), failed]);
  } finally {
    worker.terminate();
  }
}

/** A draft as a PDF, whole or a part of it. */
export async function printPdf(draft: Draft, parts: PrintJob["parts"]): Promise<Blob> {
  const { unit, fraction, paper: paperId } = useSettings.getState().settings;
  const paper = find(catalogue.sheets, paperId) ?? { width: 210, height: 297 };
  const display: Display = { unit, fraction };
  const bytes = await asked((api) =>
    api.print({
      spec: draft.spec,
      title: draft.name,
      display,
      paper: { width: paper.width, height: paper.height },
      colours: coloursOf(draft.spec),
      parts,
    }),
  );
  return new Blob([bytes as Uint8Array<ArrayBuffer>], { type: "application/pdf" });
}

export const savePdf = async (draft: Draft): Promise<boolean> =>
  save(await printPdf(draft, ["template", "steps"]), fileName(draft.name), ".pdf");

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
