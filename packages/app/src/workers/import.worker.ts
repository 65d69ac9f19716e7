/** Reads files of unknown origin away from the screen: whatever is in them, the page goes on. */
import { PROJECT_MAX_BYTES, readProject, type ReadProject } from "@cut-fold/core";
import { expose } from "comlink";
import { loadAllForms } from "../needs/forms.ts";

const api = {
  async read(file: Blob): Promise<ReadProject> {
    if (file.size > PROJECT_MAX_BYTES) return { ok: false, problem: { code: "too-large", where: "" } };
    await loadAllForms();
    return readProject(await file.text());
  },
};
export type ImportApi = typeof api;
expose(api);
