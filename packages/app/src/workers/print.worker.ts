/** Writes PDFs away from the screen. pdfkit and the fonts it embeds come with this worker. */
import regular from "@fontsource/source-sans-3/files/source-sans-3-latin-400-normal.woff?url";
import strong from "@fontsource/source-sans-3/files/source-sans-3-latin-600-normal.woff?url";
import { type Display, eachNamed, readSpec, solve, writeSvg } from "@cut-fold/core";
import type { PdfPart } from "@cut-fold/core/pdf";
import { expose } from "comlink";
import { loadFormsOf } from "../needs/forms.ts";

export interface PrintJob {
  readonly spec: unknown;
  readonly title: string;
  readonly display: Display;
  readonly paper: { readonly width: number; readonly height: number };
  readonly parts: readonly PdfPart[];
  readonly colours: { readonly face: string; readonly back: string };
}

const load = async (url: string): Promise<Uint8Array> => {
  const answer = await fetch(url);
  if (!answer.ok) throw new Error("The type for the printed page could not be loaded.");
  return new Uint8Array(await answer.arrayBuffer());
};

const api = {
  /** A draft as SVG, a piece for every name of a list. */
  async svg(spec: unknown, title: string): Promise<string> {
    await loadFormsOf([spec]);
    const read = readSpec(spec);
    if (!read.ok) throw new Error("This draft cannot be read.");
    return writeSvg(eachNamed(solve(read.value)), title);
  },

  /** A draft as PDF bytes: templates at true size, the cut list and the steps, or one of them. */
  async print(job: PrintJob): Promise<Uint8Array> {
    await loadFormsOf([job.spec]);
    const read = readSpec(job.spec);
    if (!read.ok) throw new Error("This draft cannot be read.");
    const { writePdf } = await import("@cut-fold/core/pdf");
    const fonts = { regular: await load(regular), strong: await load(strong) };
    const solution = solve(read.value);
    return await writePdf(solution, {
      each: eachNamed(solution),
      title: job.title,
      display: job.display,
      paper: job.paper,
      fonts,
      date: new Date(),
      colours: job.colours,
      parts: job.parts,
    });
  },
};
export type PrintApi = typeof api;
expose(api);
