/** Reads files of unknown origin away from the screen: whatever is in them, the page goes on. */
import { PROJECT_MAX_BYTES, readProject, type ReadProject } from "@cut-fold/core";
import "@cut-fold/core/forms";
import { expose } from "comlink";

const api = {
  async read(file: Blob): Promise<ReadProject> {
    if (file.size > PROJECT_MAX_BYTES) return { ok: false, problem: { code: "too-large", where: "" } };
    return readProject(await file.text());
  },
};
export type ImportApi = typeof api;
expose(api);
