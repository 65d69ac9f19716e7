/** Outlines out of files of the maker's, and into settings: read and made in a worker with a limit on its time. */
import {
  catalogue,
  type ChangePath,
  find,
  keptLoops,
  type KeptOutline,
  loadTypefaces,
  loopsTo,
  settingMeta,
} from "@cut-fold/core";
import type { OutlineMaking, Tracing } from "@cut-fold/core/outlines";
import { fileOpen } from "browser-fs-access";
import { wrap } from "comlink";
import type { z } from "zod";
import type { NetAsked, NetRead, OutlineApi, OutlineRead, OutlinesRead, PictureRead } from "../workers/readOutline.ts";
import { hasHoles } from "../needs/forms.ts";
import { change } from "./openDraft.ts";
import type { ShelfOutline } from "./kept.ts";
import { newOutline } from "./outlines.ts";

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
        resolve({ ok: false, why: "This takes too long to work out. A simpler line or a smaller file would do." });
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

/** The lines of a drawing. */
export const readDrawing = (file: Blob): Promise<OutlineRead> => asked<OutlineRead>((api) => api.read(file));

/** A whole net out of a drawing. */
export const readNet = (file: Blob, net: NetAsked): Promise<NetRead> => asked<NetRead>((api) => api.net(file, net));

/** An outline made of one of the shelf. */
export const makeOutline = (one: KeptOutline, making: OutlineMaking): Promise<OutlineRead> =>
  asked<OutlineRead>((api) => api.make(plain(one), making));

/** The parts of one that do not hang together. */
export const takeApart = (one: KeptOutline): Promise<OutlinesRead> =>
  asked<OutlinesRead>((api) => api.apart(plain(one)));

const plain = ({ drawn, width, height }: KeptOutline): KeptOutline => ({ drawn, width, height });

/** Whether a file is a drawing of lines, by its name; others are taken for pictures. */
export const isDrawing = ({ name }: File): boolean => /\.(?:svg|dxf|hpgl|plt|hpg)$/iu.test(name);

const nameOf = ({ name }: File): string => name.replace(/\.[^.]*$/u, "").slice(0, 80) || "Outline";
const kindOf = ({ name }: File): string => (/\.(\w+)$/u.exec(name)?.[1] ?? "file").toUpperCase();

/** Puts what a drawing holds on the shelf. @returns it, or why there is none; and what is to be told */
export async function shelveDrawing(
  file: File,
): Promise<{ readonly outline: ShelfOutline | undefined; readonly told: readonly string[] }> {
  const read = await readDrawing(file);
  if (!read.ok) return { outline: undefined, told: [read.why] };
  const outline = newOutline({ ...read.outline, name: nameOf(file), from: `${kindOf(file)} file ${file.name}` });
  return { outline, told: outline ? read.warnings : [SHELF_FULL] };
}

/** Puts a traced picture on the shelf, so wide, mm. */
export function shelvePicture(file: File, outline: KeptOutline, wide: number): ShelfOutline | undefined {
  const { drawn, width, height } = outline;
  const kept = keptLoops(loopsTo(drawn, wide, (wide * height) / width) ?? []);
  return kept && newOutline({ ...kept, name: nameOf(file), from: `Traced from ${file.name}` });
}

export const SHELF_FULL = "Your outlines are full. Take some away that you need no more.";

/** One of the catalogue's outlines, to begin with. */
export function ofCatalogue(id: string): Omit<ShelfOutline, "id" | "made"> | undefined {
  const ours = find(catalogue.shapes, id);
  const kept = ours && keptLoops([ours.outline(USUAL_HIGH_MM * ours.usual, USUAL_HIGH_MM)]);
  return kept && { ...kept, name: ours.title, from: "One of ours" };
}
const USUAL_HIGH_MM = 80;

/** The same outline in another size. */
export function resized(outline: ShelfOutline, width: number, height: number): ShelfOutline {
  const kept = keptLoops(loopsTo(outline.drawn, width, height) ?? []);
  return kept ? { ...outline, ...kept } : outline;
}

/** A schema that keeps an outline of the maker's own: its settings by name. */
type OutlineSchema = Readonly<Record<string, unknown>>;
const metaOf = (schema: unknown) => settingMeta(schema as z.ZodType);

/** What else must be said so that an outline of one's own is followed: each choice that has a way to say so. */
export function choicesFor(shape: OutlineSchema): readonly (readonly [name: string, value: string])[] {
  return Object.entries(shape).flatMap(([name, schema]) => {
    const { options = {} } = metaOf(schema);
    const value = ["own", "outline"].find((way) => Object.hasOwn(options, way));
    return value === undefined ? [] : [[name, value] as const];
  });
}

/** Puts an outline in a row of settings; in its size where the row has one and that can be had. */
export async function putOutline(
  at: ChangePath,
  shape: OutlineSchema,
  { drawn, width, height }: KeptOutline,
): Promise<void> {
  if (hasHoles({ drawn })) await loadTypefaces();
  const to = (name: string): ChangePath => [...at, name];
  const drawnAt = Object.keys(shape).find((name) => metaOf(shape[name]).kind === "drawn") ?? "drawn";
  const line = [
    { at: to(drawnAt), value: drawn },
    ...choicesFor(shape).map(([name, value]) => ({ at: to(name), value })),
  ];
  const hasSize = "width" in shape && "height" in shape;
  const size = [
    { at: to("width"), value: round(width) },
    { at: to("height"), value: round(height) },
  ];
  // one that is too large or too small for the paper keeps the size that is there
  if (!hasSize || change([...line, ...size]).length > 0) change(line);
}

/** To a hundredth of a mm. */
const round = (mm: number): number => Math.round(mm * 100) / 100;

/** A file that the maker chooses; undefined where they called it off. */
export async function chooseOutlineFile(): Promise<File | undefined> {
  try {
    return await fileOpen({
      description: "Outlines and pictures",
      extensions: [".svg", ".dxf", ".hpgl", ".plt", ".png", ".jpg", ".jpeg"],
    });
  } catch (error) {
    if (error instanceof DOMException && error.name === "AbortError") return undefined;
    throw error;
  }
}
