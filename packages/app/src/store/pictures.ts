/** Pictures that drafts print: each once in the browser's store, by what it shows; shown by an address of this window. */
import { type KeptPicture, picturesIn, type Spec } from "@cut-fold/core";
import { useEffect } from "react";
import { z } from "zod";
import { create } from "zustand";
import type { PictureApi, PictureTaken } from "../workers/takePicture.ts";
import { db, isOfLaterApp, PICTURE } from "./db.ts";
import { hire } from "./hire.ts";
import { keepRow } from "./keeping.ts";

const schema: z.ZodType<KeptPicture> = z.object({
  id: z.string().regex(/^[\da-f]{16,64}$/u),
  name: z.string().max(120),
  type: z.enum(["image/png", "image/jpeg"]),
  bytes: z.instanceof(Uint8Array),
});

interface Shown {
  /** an address of each that has been looked for; undefined where it is not there */
  readonly urls: ReadonlyMap<string, string | undefined>;
}
const useShown = create<Shown>()(() => ({ urls: new Map() }));
const held = new Map<string, KeptPicture>();
const looked = new Set<string>();

const show = (id: string, url: string | undefined): void => {
  useShown.setState(({ urls }) => ({ urls: new Map(urls).set(id, url) }));
};

/** Holds pictures in this window, out of a file that was read: they are kept when a draft that uses them is. */
export function holdPictures(pictures: readonly KeptPicture[]): void {
  for (const picture of pictures) {
    held.set(picture.id, picture);
    looked.add(picture.id);
    show(picture.id, URL.createObjectURL(new Blob([picture.bytes.slice()], { type: picture.type })));
  }
}

/** A picture by its id; undefined where it is not kept here. */
export async function pictureOf(id: string): Promise<KeptPicture | undefined> {
  const here = held.get(id);
  if (here) return here;
  if (await isOfLaterApp()) return undefined;
  const read = schema.safeParse((await db.kept.get(PICTURE + id).catch(() => undefined))?.value);
  if (read.success) held.set(id, read.data);
  return read.data;
}

/** Those of some recipes that are kept here. */
export async function picturesOf(specs: readonly Pick<Spec, "fittings">[]): Promise<KeptPicture[]> {
  const ids = [...new Set(specs.flatMap(({ fittings }) => picturesIn(fittings)))];
  return (await Promise.all(ids.map(pictureOf))).filter((one) => one !== undefined);
}

/** Writes those of some recipes that are held to the store. */
export function keepPictures(specs: readonly Pick<Spec, "fittings">[]): void {
  for (const id of new Set(specs.flatMap(({ fittings }) => picturesIn(fittings)))) {
    const picture = held.get(id);
    if (picture) void keepRow(PICTURE + id, picture);
  }
}

/** The address of a picture, looked for where it has not been; undefined until it is there, or where it is not. */
export function usePictureUrl(id: string | undefined): string | undefined {
  const url = useShown((s) => (id === undefined ? undefined : s.urls.get(id)));
  useEffect(() => {
    if (id === undefined || looked.has(id)) return;
    looked.add(id);
    void pictureOf(id).then((picture) => {
      if (picture) holdPictures([picture]);
      else show(id, undefined);
    });
  }, [id]);
  return url;
}

const worker = hire<PictureApi>(
  () => new Worker(new URL("../workers/picture.worker.ts", import.meta.url), { type: "module" }),
);
/** An SVG as points: so many on its longer side. */
const SVG_POINTS = 2400;
const SVG_BYTES = 4_000_000;

/** An SVG drawn to points by the browser: as a picture it runs no script and fetches nothing. */
async function drawnSvg(file: File): Promise<Blob | undefined> {
  if (file.size > SVG_BYTES) return undefined;
  const url = URL.createObjectURL(new Blob([await file.arrayBuffer()], { type: "image/svg+xml" }));
  try {
    const image = new Image();
    image.src = url;
    await image.decode();
    const [w, h] = [image.naturalWidth || 4, image.naturalHeight || 3];
    const k = SVG_POINTS / Math.max(w, h);
    const canvas = new OffscreenCanvas(Math.max(1, Math.round(w * k)), Math.max(1, Math.round(h * k)));
    canvas.getContext("2d")?.drawImage(image, 0, 0, canvas.width, canvas.height);
    return await canvas.convertToBlob({ type: "image/png" });
  } catch {
    return undefined;
  } finally {
    URL.revokeObjectURL(url);
  }
}

/** Takes a picture out of a file, and keeps it. */
export async function takePicture(file: File): Promise<PictureTaken> {
  const isSvg = file.type === "image/svg+xml" || /\.svg$/iu.test(file.name);
  const points = isSvg ? await drawnSvg(file) : file;
  if (!points) return { ok: false, why: "This SVG cannot be drawn: it is damaged, or larger than 4 MB." };
  const taken = await worker
    .ask<PictureTaken>(async (api) => await api.take(points, file.name))
    .catch((): PictureTaken => ({ ok: false, why: "The part that reads pictures could not be loaded. Try again." }));
  worker.letGo();
  if (taken.ok) {
    holdPictures([taken.picture]);
    void keepRow(PICTURE + taken.picture.id, taken.picture);
  }
  return taken;
}
