/** Reads outlines out of files of unknown origin, away from the screen: whatever is in them, the page goes on. */
import { type KeptOutline, keptOf } from "@cut-fold/core";
import { OutlineError, readSvg, SVG_LIMITS } from "@cut-fold/core/outlines";

/** The outline that was found with what is to be told of it, or why there is none, in a sentence. */
export type OutlineRead =
  | { readonly ok: true; readonly outline: KeptOutline; readonly warnings: readonly string[] }
  | { readonly ok: false; readonly why: string };

/** What the worker answers. */
export const outlineApi = {
  async read(file: Blob): Promise<OutlineRead> {
    if (file.size > SVG_LIMITS.bytes) return { ok: false, why: "The file is larger than 10 MB." };
    try {
      const read = readSvg(await file.text());
      const outline = keptOf(read);
      return outline
        ? { ok: true, outline, warnings: read.warnings }
        : {
            ok: false,
            why: "There is no closed line in it that can be cut: one that ends where it began, of 1 mm² or more.",
          };
    } catch (error) {
      if (error instanceof OutlineError) return { ok: false, why: `This file cannot be read: ${error.message}.` };
      return { ok: false, why: "This file cannot be read: it is no SVG, or it is damaged." };
    }
  },
};
export type OutlineApi = typeof outlineApi;
