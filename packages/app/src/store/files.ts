/** Drafts out to files and in again. */
import {
  catalogue,
  type Display,
  type Draft,
  find,
  type ReadProject,
  sayProjectProblem,
  writeProject,
  writeSvg,
} from "@cut-fold/core";
import { fileOpen, fileSave } from "browser-fs-access";
import { wrap } from "comlink";
import { coloursOf } from "../drawing/colours.ts";
import type { ImportApi } from "../workers/import.worker.ts";
import type { PrintApi, PrintJob } from "../workers/print.worker.ts";
import { solutionOf } from "./solutions.ts";
import { everythingIn } from "./db.ts";
import { adopt, useDrafts } from "./drafts.ts";
import { loadFormsOf } from "./forms.ts";
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

export const saveProject = (drafts: readonly Draft[], name: string): Promise<boolean> =>
  save(new Blob([writeProject(drafts)], { type: "application/json" }), fileName(name), EXTENSION);

/** All that the browser's store holds, as it is, for whoever can read it. */
export const saveStore = async (): Promise<boolean> => {
  const all = { kind: "cut-fold store", ...(await everythingIn()) };
  return save(new Blob([JSON.stringify(all, undefined, 1)], { type: "application/json" }), "cut-fold-store", ".json");
};

export const saveSvg = (draft: Draft): Promise<boolean> =>
  save(
    new Blob([writeSvg(solutionOf(draft.spec), draft.name)], { type: "image/svg+xml" }),
    fileName(draft.name),
    ".svg",
  );

/** A draft as a PDF, whole or a part of it. */
export async function printPdf(draft: Draft, parts: PrintJob["parts"]): Promise<Blob> {
  const { unit, fraction, paper: paperId } = useSettings.getState().settings;
  const paper = find(catalogue.sheets, paperId) ?? { width: 210, height: 297 };
  const worker = new Worker(new URL("../workers/print.worker.ts", import.meta.url), { type: "module" });
  try {
    const failed = new Promise<never>((_, reject) => {
      worker.addEventListener("error", () => {
        reject(new Error("The printing part could not be loaded."));
      });
    });
    const display: Display = { unit, fraction };
    const bytes = await Promise.race([
      wrap<PrintApi>(worker).print({
        spec: draft.spec,
        title: draft.name,
        display,
        paper: { width: paper.width, height: paper.height },
        colours: coloursOf(draft.spec),
        parts,
      }),
      failed,
    ]);
    return new Blob([bytes as Uint8Array<ArrayBuffer>], { type: "application/pdf" });
  } finally {
    worker.terminate();
  }
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

/**
 * Takes drafts from a file the maker chooses. Gives what to say, and how to take it back; undefined when they called it off.
 * @throws with a sentence when the file is refused
 */
export async function importProject(): Promise<Told | undefined> {
  let file: Blob;
  try {
    file = await fileOpen({ description: "Cut Fold drafts", extensions: [".json"] });
  } catch (error) {
    if (isAbort(error)) return undefined;
    throw error;
  }
  const read = await readInWorker(file);
  if (!read.ok) throw new Error(sayProjectProblem(read.problem));
  await loadFormsOf(read.drafts.map((d) => d.spec));
  const { drafts, put, remove } = useDrafts.getState();
  const { fresh, beside, same } = adopt(read.drafts, drafts);
  if (fresh.length > 0) put(fresh);
  const [first] = fresh;
  const many = (count: number): string => (count === 1 ? "1 draft" : `${String(count)} drafts`);
  const text = [
    first
      ? fresh.length === 1
        ? `Taken in: ${first.name}.`
        : `${many(fresh.length)} taken in.`
      : "Nothing new in it.",
    beside === 0
      ? ""
      : fresh.length === 1
        ? "It differs from yours, and stands beside it."
        : `${String(beside)} of them ${beside === 1 ? "differs" : "differ"} from yours, and ${beside === 1 ? "stands" : "stand"} beside.`,
    same > 0
      ? same === 1
        ? "1 is here already, just the same."
        : `${String(same)} are here already, just the same.`
      : "",
    read.unread.length > 0 ? `Could not be read: ${read.unread.map((u) => u.name || u.where).join(", ")}.` : "",
  ];
  return {
    text: text.filter(Boolean).join(" "),
    ...(first && {
      back: () => {
        fresh.forEach((d) => {
          remove(d.id);
        });
      },
    }),
  };
}
