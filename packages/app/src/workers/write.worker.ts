/** Writes files away from the screen. What a format needs, its programs and the type it embeds, comes with this worker. */
import regular from "@fontsource/source-sans-3/files/source-sans-3-latin-400-normal.woff?url";
import strong from "@fontsource/source-sans-3/files/source-sans-3-latin-600-normal.woff?url";
import {
  type Canvas,
  type Draft,
  eachNamed,
  formatById,
  type Piece,
  readSpec,
  solve,
  type WriteOptions,
} from "@cut-fold/core";
import { writeTestPage } from "@cut-fold/core/print";
import { expose } from "comlink";
import { loadFormsOf } from "../needs/forms.ts";

/** What is to be written, and how. */
export interface WriteJob extends Omit<WriteOptions, "fonts" | "canvas" | "date"> {
  /** a format's id */
  readonly format: string;
  readonly draft: Draft;
  /** the pieces as the screen has them, where they are all of them: nothing is solved again for a format that reads no more */
  readonly pieces?: readonly Piece[] | undefined;
}

/** The page that a printer is measured by. */
export interface TestPageJob {
  /** the paper in the printer, mm, upright */
  readonly testPage: { readonly width: number; readonly height: number };
}

const load = async (url: string): Promise<Uint8Array> => {
  const answer = await fetch(url);
  if (!answer.ok) throw new Error("The type for the printed page could not be loaded.");
  return new Uint8Array(await answer.arrayBuffer());
};

const fonts: WriteOptions["fonts"] = async () => {
  const [plain, bold] = await Promise.all([load(regular), load(strong)]);
  return { regular: plain, strong: bold };
};

const canvas = (width: number, height: number): Promise<Canvas> => {
  const made = new OffscreenCanvas(width, height);
  const brush = made.getContext("2d");
  if (!brush) throw new Error("This browser cannot draw pictures.");
  return Promise.resolve({
    brush,
    path: (data: string) => new Path2D(data),
    png: async () => new Uint8Array(await (await made.convertToBlob({ type: "image/png" })).arrayBuffer()),
  } satisfies Canvas<Path2D> as Canvas);
};

/** The draft solved, with a piece for every name of a list. @throws when it cannot be read */
function solved({ spec }: Draft) {
  const read = readSpec(spec);
  if (!read.ok) throw new Error("This draft cannot be read.");
  const solution = solve(read.value);
  return { solution, each: eachNamed(solution) };
}

const api = {
  /** The page that a printer is measured by. */
  async testPage({ testPage: paper }: TestPageJob): Promise<Uint8Array> {
    return await writeTestPage({ paper, fonts: await fonts(), date: new Date() });
  },

  /** A draft in one of the formats. */
  async write({ format: id, draft, pieces, ...how }: WriteJob): Promise<string | Uint8Array> {
    const format = formatById(id);
    if (!format) throw new Error(`There is no format '${id}'.`);
    const drawn = format.reads === "pieces" ? pieces : undefined;
    if (!drawn) await loadFormsOf([draft.spec]);
    let known: ReturnType<typeof solved> | undefined;
    const whole = () => (known ??= solved(draft));
    const what = { title: draft.name, draft, whole, pieces: drawn ?? whole().each.pieces };
    return await format.write(what, { ...how, fonts, canvas, date: new Date() });
  },
};
export type WriteApi = typeof api;
expose(api);
