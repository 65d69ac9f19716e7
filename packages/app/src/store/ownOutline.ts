/** An outline out of a file of the maker's, for a row of the recipe: read in a worker with a limit on its time. */
import type { Tracing } from "@cut-fold/core/outlines";
import { fileOpen } from "browser-fs-access";
import { wrap } from "comlink";
import type { OutlineApi, OutlineRead, PictureRead } from "../workers/readOutline.ts";
import { change } from "./openDraft.ts";

/** A file that takes longer than this (ms) is given up. */
const READ_MS = 15_000;

/** Asks a worker that lives for this one answer. */
async function asked<A>(
  ask: (api: ReturnType<typeof wrap<OutlineApi>>) => Promise<A>,
): Promise<A | { readonly ok: false; readonly why: string }> {
  const worker = new Worker(new URL("../workers/outline.worker.ts", import.meta.url), { type: "module" });
  try {
    const late = new Promise<{ ok: false; why: string }>((resolve) =>
      setTimeout(() => {
        resolve({ ok: false, why: "This file takes too long to read. A smaller one would do." });
      }, READ_MS),
    );
    const failed = new Promise<{ ok: false; why: string }>((resolve) => {
      worker.addEventListener("error", () => {
        resolve({ ok: false, why: "The reading part could not be loaded. Is the server running?" });
      });
    });
    return await Promise.race([ask(wrap<OutlineApi>(worker)), late, failed]);
  } finally {
    worker.terminate();
  }
}

/** The outline round what a picture shows. */
export const tracePicture = (file: Blob, tracing: Tracing): Promise<PictureRead> =>
  asked<PictureRead>((api) => api.trace(file, tracing));

/** Puts an outline in a row; in a size where one is given that can be had. */
export function putOutline(
  fitting: string,
  drawn: string,
  size: { readonly width: number; readonly height: number },
): void {
  const at = (setting: string): readonly string[] => ["fittings", fitting, setting];
  const line = [
    { at: at("drawn"), value: drawn },
    { at: at("outline"), value: "own" },
  ];
  const sized = [
    ...line,
    { at: at("width"), value: round(size.width) },
    { at: at("height"), value: round(size.height) },
  ];
  // one that is too large or too small for the paper keeps the size that is there
  if (change(sized).length > 0) change(line);
}

/** Puts the outline of a file in a row, as large as the file has it. @returns what is to be told */
export async function takeOutline(fitting: string, file: Blob): Promise<readonly string[]> {
  const read = await asked<OutlineRead>((api) => api.read(file));
  if (!read.ok) return [read.why];
  putOutline(fitting, read.outline.drawn, read.outline);
  return read.warnings;
}

/** To a hundredth of a mm. */
const round = (mm: number): number => Math.round(mm * 100) / 100;

/** A file that the maker chooses; undefined where they called it off. */
export async function chooseOutlineFile(): Promise<File | undefined> {
  try {
    return await fileOpen({ description: "Outlines and pictures", extensions: [".svg", ".png", ".jpg", ".jpeg"] });
  } catch (error) {
    if (error instanceof DOMException && error.name === "AbortError") return undefined;
    throw error;
  }
}
