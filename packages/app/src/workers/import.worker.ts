/** Reads files of unknown origin away from the screen: whatever is in them, the page goes on. */
import {
  type Draft,
  type KeptPicture,
  PROJECT_MAX_BYTES,
  type ProjectProblem,
  readProject,
  type Unread,
} from "@cut-fold/core";
import { expose } from "comlink";
import { loadAllForms } from "../needs/forms.ts";
import { type ReadBeside, readBeside } from "../store/kept.ts";

/** What a file holds, all of it read; or why nothing is taken from it. */
export type ReadWhole =
  | {
      readonly ok: true;
      readonly drafts: readonly Draft[];
      readonly unread: readonly Unread[];
      readonly beside: ReadBeside;
      /** what its drafts print */
      readonly pictures?: readonly KeptPicture[];
    }
  | { readonly ok: false; readonly problem: ProjectProblem };

const api = {
  async read(file: Blob): Promise<ReadWhole> {
    if (file.size > PROJECT_MAX_BYTES) return { ok: false, problem: { code: "too-large", where: "" } };
    await loadAllForms();
    const read = readProject(await file.text());
    return read.ok ? { ...read, beside: readBeside(read.beside) } : read;
  },
};
export type ImportApi = typeof api;
expose(api);
