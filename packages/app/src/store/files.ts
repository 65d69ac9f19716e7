/** Drafts out to files and in again. */
import {
  setupOf,
  catalogue,
  type Draft,
  eachNamed,
  fileName,
  find,
  type Format,
  formatById,
  namesIn,
  type PdfPart,
  sayProjectProblem,
  SHELF_MOST,
  type ShelfEntry,
  writeEverything,
  writeOutlineSvg,
  writeProject,
  frameFile,
  type Measured,
  ofKind,
  printedCutSvgs,
  type Size,
  solve,
  zipped,
} from "@cut-fold/core";
import { fileOpen, fileSave } from "browser-fs-access";
import { wrap } from "comlink";
import { coloursOf } from "../theme/colours.ts";
import { type ReadFile, useTaking } from "./taking.ts";
import type { ImportApi, ReadWhole } from "../workers/import.worker.ts";
import type { TestPageJob, WriteApi, WriteJob } from "../workers/write.worker.ts";
import { everythingIn } from "./db.ts";
import type { Adopted } from "./adopt.ts";
import { useDrafts } from "./drafts.ts";
import { binRows, emptyBin, putInBin } from "./bin.ts";
import { keep } from "./keeping.ts";
import { type Beside, type Binned, type KeptRun, type Settings, settingsSchema, type ShelfOutline } from "./kept.ts";
import { dropOutline, keepOutline, unknownOutlines, useOutlines } from "./outlines.ts";
import { dropRun, keepRun, runsNow, useRuns } from "./runs.ts";
import { holdPictures, keepPictures, picturesOf } from "./pictures.ts";
import { loadFormsOf } from "../needs/forms.ts";
import { displayNow, useSettings } from "./settings.ts";
import { putShelf, shelfNow, unknownEntries, useShelfStore } from "./shelf.ts";
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

export const saveProject = async (drafts: readonly Draft[], name: string): Promise<boolean> =>
  saveText(writeProject(drafts, [], await picturesOf(drafts.map(({ spec }) => spec))), name);

/** Everything in one file: drafts, the bin, outlines, the shelf and settings, with what of it could not be read. */
export async function saveAll(): Promise<boolean> {
  const { drafts, aside } = useDrafts.getState();
  await useOutlines.getState().load();
  await useShelfStore.getState().load();
  await useRuns.getState().load();
  const { outlines = [], aside: unread } = useOutlines.getState();
  const beside: Beside = {
    // a bin that cannot be read is no reason to save nothing
    bin: await binRows().catch(() => []),
    outlines: [...outlines, ...unread],
    shelf: [...shelfNow(), ...useShelfStore.getState().aside],
    runs: [...runsNow(), ...useRuns.getState().aside],
    settings: useSettings.getState().settings,
  };
  const pictures = await picturesOf([...drafts.values()].map(({ spec }) => spec));
  return saveText(writeEverything([...drafts.values(), ...aside], { ...beside }, pictures), "everything");
}

/** The shelf alone, to be taken in elsewhere. */
export async function saveShelf(): Promise<boolean> {
  await useShelfStore.getState().load();
  return saveText(writeEverything([], { shelf: shelfNow() }), "shelf");
}

/** All that the browser's store holds, as it is, for whoever can read it. */
export const saveStore = async (): Promise<boolean> => {
  const all = { kind: "cut-fold store", ...(await everythingIn()) };
  return save(new Blob([JSON.stringify(all, undefined, 1)], { type: "application/json" }), "cut-fold-store", ".json");
};

/** An outline of the shelf as SVG, in true millimetres. */
export const saveOutline = (outline: ShelfOutline): Promise<boolean> =>
  save(new Blob([writeOutlineSvg(outline, outline.name)], { type: "image/svg+xml" }), fileName(outline.name), ".svg");

const asks = (job: WriteJob | TestPageJob): job is TestPageJob => "testPage" in job;

/** mm of the paper that is set. */
function paperNow(): { readonly width: number; readonly height: number } {
  const { width, height } = find(catalogue.sheets, useSettings.getState().settings.paper) ?? {
    width: 210,
    height: 297,
  };
  return { width, height };
}

/** What has been found of the printer that such paper lies in: the one of the shelf that was measured last. */
function printerNow(): readonly Measured[] | undefined {
  const { paper } = useSettings.getState().settings;
  return ofKind(shelfNow(), "printer")
    .filter(({ sheet, measured = [] }) => sheet === paper && measured.length > 0)
    .map(({ measured }) => measured)
    .sort((a, b) => (b?.[0]?.measured ?? "").localeCompare(a?.[0]?.measured ?? ""))[0];
}

/** Asks the writing worker, which lives for this one answer. */
async function written(job: WriteJob | TestPageJob): Promise<string | Uint8Array> {
  const worker = new Worker(new URL("../workers/write.worker.ts", import.meta.url), { type: "module" });
  try {
    const failed = new Promise<never>((_, reject) => {
      worker.addEventListener("error", () => {
        reject(new Error("The part that writes files could not be loaded."));
      });
    });
    const api = wrap<WriteApi>(worker);
    return await Promise.race([asks(job) ? api.testPage(job) : api.write(job), failed]);
  } finally {
    worker.terminate();
  }
}

/** A draft in a format, whole or a part of it, as the settings have units and paper. */
async function fileOf(
  draft: Draft,
  format: Format,
  parts?: readonly PdfPart[],
  people?: readonly string[],
): Promise<Blob> {
  await useShelfStore.getState().load();
  const printer = printerNow();
  const pictures = await picturesOf([draft.spec]);
  const bytes = await written({
    ...{ format: format.id, draft, display: displayNow(setupOf(draft.spec).grid), paper: paperNow() },
    ...(printer && { printer }),
    ...(pictures.length > 0 && { pictures }),
    flip: useSettings.getState().settings.flip,
    colours: coloursOf(draft.spec),
    // with a list of names there is a piece for each, which the screen has not drawn
    pieces: format.reads === "pieces" && namesIn(draft.spec).length === 0 ? solutionOf(draft.spec).pieces : undefined,
    ...(parts && { parts }),
    ...(people && { people }),
  });
  return new Blob([bytes as string | Uint8Array<ArrayBuffer>], { type: format.mime });
}

/** A draft as a page to print, whole or a part of it. */
export const printPdf = (draft: Draft, parts: readonly PdfPart[], people?: readonly string[]): Promise<Blob> => {
  const pdf = formatById("pdf");
  if (!pdf) throw new Error("there is nothing to print with");
  return fileOf(draft, pdf, parts, people);
};

/** The pages that a printer is measured by. @param paper that lies in it, mm, upright */
export async function printTestPage(paper: Size): Promise<Blob> {
  const bytes = await written({ testPage: paper });
  return new Blob([bytes as Uint8Array<ArrayBuffer>], { type: "application/pdf" });
}

/** Saves the frame that a machine is measured by. False when the maker called it off. */
export const saveFrame = (across: number, up: number, as: "svg" | "hpgl"): Promise<boolean> =>
  save(
    new Blob([frameFile(across, up, as)], { type: as === "svg" ? "image/svg+xml" : "application/vnd.hp-hpgl" }),
    "frame",
    `.${as}`,
  );

/**
 * Saves what is cut round what a draft has printed, with each page's corner marks: a file, or as many as there are sheets in one.
 * Throws where nothing is printed or fits.
 */
export async function savePrintedCut(draft: Draft): Promise<boolean> {
  await Promise.all([loadFormsOf([draft.spec]), useShelfStore.getState().load()]);
  const svgs = printedCutSvgs(eachNamed(solve(draft.spec)), paperNow(), draft.name, printerNow());
  const [only] = svgs;
  if (only === undefined)
    throw new Error("Nothing is printed on any of its pieces that fits on the paper in the printer.");
  const name = fileName(draft.name);
  if (svgs.length === 1) return save(new Blob([only], { type: "image/svg+xml" }), name, ".printed.svg");
  const named = svgs.map((svg, i) => [`${name}.${String(i + 1)}.printed.svg`, svg] as const);
  const bytes = await zipped(named, new Date());
  return save(new Blob([bytes as Uint8Array<ArrayBuffer>], { type: "application/zip" }), name, ".printed.zip");
}

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

/** Saves a loop of something folding. */
export const saveLoop = (loop: Blob, name: string): Promise<boolean> =>
  save(loop, fileName(`${name}, folding`), ".png");

/** Reads a file in a worker with a limit on its size and its time. */
async function readInWorker(file: Blob): Promise<ReadWhole> {
  const worker = new Worker(new URL("../workers/import.worker.ts", import.meta.url), { type: "module" });
  try {
    const late = new Promise<ReadWhole>((resolve) =>
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

/** Reads what somebody sent, and asks how to take it in. @throws with a sentence when it is refused */
export async function offerDrafts(file: Blob): Promise<void> {
  const read = await readInWorker(file);
  if (!read.ok) throw new Error(sayProjectProblem(read.problem));
  await loadFormsOf([...read.drafts, ...read.beside.bin.map((b) => b.draft)].map((d) => d.spec));
  await Promise.all([useOutlines.getState().load(), useShelfStore.getState().load(), useRuns.getState().load()]);
  holdPictures(read.pictures ?? []);
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

/** What a file brings beside its drafts that is not here yet. */
export interface Bringing {
  readonly bin: readonly Binned[];
  readonly outlines: readonly ShelfOutline[];
  readonly shelf: readonly ShelfEntry[];
  readonly runs: readonly KeptRun[];
  /** settings that differ from ours, where the maker wants them */
  readonly settings: Settings | undefined;
}

/** What of it is not here. Deleted drafts that stand in the drawer, here or in the file, are not brought. */
export function bringing({ drafts, beside }: ReadFile): Bringing {
  const here = useDrafts.getState().drafts;
  const inFile = new Set(drafts.map((d) => d.id));
  const { settings } = useSettings.getState();
  // as they are read, so that the order in which they were set tells nothing
  const differs = beside.settings && JSON.stringify(beside.settings) !== JSON.stringify(settingsSchema.parse(settings));
  return {
    bin: beside.bin.filter(({ draft }) => !here.has(draft.id) && !inFile.has(draft.id)),
    outlines: unknownOutlines(beside.outlines),
    shelf: unknownEntries(beside.shelf),
    runs: beside.runs.filter(({ id }) => !runsNow().some((run) => run.id === id)),
    settings: differs ? beside.settings : undefined,
  };
}

/** Takes in what was read. Gives what to say, and how to take it back. */
export function takeIn({ fresh, replaced }: Adopted, brought?: Bringing): Told {
  const { put, remove } = useDrafts.getState();
  if (fresh.length > 0) put(fresh);
  keepPictures(fresh.map(({ spec }) => spec));
  const backBeside = brought && takeBeside(brought);
  const [first] = fresh;
  const drafts = fresh.length === 1 && first ? first.name : many(fresh.length);
  const texts = [...(fresh.length > 0 || !brought ? [drafts] : []), ...(brought ? sayBeside(brought) : [])];
  return {
    text: fresh.length === 1 && texts.length === 1 ? `Taken in: ${drafts}.` : `${texts.join(", ")} taken in.`,
    back: () => {
      const ours = new Set(replaced.map((d) => d.id));
      for (const { id } of fresh) if (!ours.has(id)) remove(id);
      if (replaced.length > 0) put(replaced);
      backBeside?.();
    },
  };
}

const counted = (count: number, one: string, more: string): string[] =>
  count === 0 ? [] : [count === 1 ? `1 ${one}` : `${String(count)} ${more}`];

/** What comes beside the drafts, in words. */
export const sayBeside = ({ bin, outlines, shelf, runs, settings }: Bringing): string[] => [
  ...counted(outlines.length, "outline", "outlines"),
  ...counted(shelf.length, "thing of the shelf", "things of the shelf"),
  ...counted(runs.length, "run", "runs"),
  ...counted(bin.length, "deleted draft, into the bin", "deleted drafts, into the bin"),
  ...(settings ? ["the settings"] : []),
];

/** What a maker may not have set. */
const UNSET = { notch: undefined, pixelsPerMm: undefined };

function takeBeside({ bin, outlines, shelf, runs, settings }: Bringing): () => void {
  const before = { settings: useSettings.getState().settings };
  for (const one of outlines) keepOutline(one);
  if (shelf.length > 0) putShelf([...shelfNow(), ...shelf].slice(0, SHELF_MOST));
  for (const one of runs) keepRun(one);
  if (settings) useSettings.getState().set({ ...UNSET, ...settings });
  if (bin.length > 0) void keep("bin", () => putInBin(bin));
  return () => {
    for (const one of outlines) dropOutline(one);
    for (const one of runs) dropRun(one);
    const brought = new Set(shelf.map(({ id }) => id));
    if (shelf.length > 0) putShelf(shelfNow().filter(({ id }) => !brought.has(id)));
    if (settings) useSettings.getState().set({ ...UNSET, ...before.settings });
    const ids = bin.map(({ draft }) => draft.id);
    if (ids.length > 0) void keep("bin", () => emptyBin(ids, true));
  };
}
