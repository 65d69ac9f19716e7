/** An outline out of a file of the maker's, for a row of the recipe: read in a worker with a limit on its time. */
import { fileOpen } from "browser-fs-access";
import { wrap } from "comlink";
import type { OutlineApi, OutlineRead } from "../workers/readOutline.ts";
import { change } from "./openDraft.ts";

/** A file that takes longer than this (ms) is given up. */
const READ_MS = 10_000;

async function readIn(file: Blob): Promise<OutlineRead> {
  const worker = new Worker(new URL("../workers/outline.worker.ts", import.meta.url), { type: "module" });
  try {
    const late = new Promise<OutlineRead>((resolve) =>
      setTimeout(() => {
        resolve({ ok: false, why: "This file takes too long to read. Fewer points would do." });
      }, READ_MS),
    );
    const failed = new Promise<OutlineRead>((resolve) => {
      worker.addEventListener("error", () => {
        resolve({ ok: false, why: "The reading part could not be loaded. Is the server running?" });
      });
    });
    return await Promise.race([wrap<OutlineApi>(worker).read(file), late, failed]);
  } finally {
    worker.terminate();
  }
}

/** Puts the outline of a file in a row, as large as the file has it where that can be. @returns what is to be told */
export async function takeOutline(fitting: string, file: Blob): Promise<readonly string[]> {
  const read = await readIn(file);
  if (!read.ok) return [read.why];
  const { drawn, width, height } = read.outline;
  const at = (setting: string): readonly string[] => ["fittings", fitting, setting];
  const line = [
    { at: at("drawn"), value: drawn },
    { at: at("outline"), value: "own" },
  ];
  const sized = [...line, { at: at("width"), value: round(width) }, { at: at("height"), value: round(height) }];
  // one that is too large or too small for the paper keeps the size that is there
  if (change(sized).length > 0) change(line);
  return read.warnings;
}

/** To a hundredth of a mm. */
const round = (mm: number): number => Math.round(mm * 100) / 100;

/** The same from a file that the maker chooses; nothing where they called it off. */
export async function chooseOutline(fitting: string): Promise<readonly string[]> {
  try {
    return await takeOutline(fitting, await fileOpen({ description: "Outlines", extensions: [".svg"] }));
  } catch (error) {
    if (error instanceof DOMException && error.name === "AbortError") return [];
    throw error;
  }
}
