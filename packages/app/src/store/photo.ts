/** A picture that is measured: opened and read by a worker that lives as long as it is looked at. */
import type { Known, PhotoFound } from "@cut-fold/core/measure";
import { hire } from "./hire.ts";
import type { Four, PhotoAnswer, PhotoApi, PhotoAsk, PhotoOpened } from "../workers/readPhoto.ts";

const worker = hire<PhotoApi>(
  () => new Worker(new URL("../workers/photo.worker.ts", import.meta.url), { type: "module" }),
);

const LOST = {
  ok: false,
  why: "The part that reads pictures could not be loaded, or broke. Open the picture again.",
} as const;

/** Opens a picture and looks for what lies in it. */
export const openPhoto = (file: Blob, known: Known): Promise<PhotoOpened> =>
  worker.ask<PhotoOpened>(async (api) => await api.open(file, known)).catch(() => LOST);

/** Measures what lies between corners. */
export const measurePhoto = (ask: PhotoAsk): Promise<PhotoAnswer> =>
  worker.ask<PhotoAnswer>(async (api) => await api.measure(ask)).catch(() => LOST);

/** The thing as it lies, in true size. @throws where no picture is open */
export const straightPhoto = (
  found: PhotoFound,
  thing: Four,
  lift: number,
): Promise<{ readonly file: Blob; readonly wide: number }> =>
  worker.ask(async (api) => await api.straight(found, thing, lift));

export const letPhotoGo = worker.letGo;
