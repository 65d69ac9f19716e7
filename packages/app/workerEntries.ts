import path from "node:path";
import type { Plugin } from "vite";

/** As Vite wants workers written; the address is the first thing caught. */
const ADDRESS = /new URL\(\s*"([^"]+\.worker\.ts)",\s*import\.meta\.url\s*\)/g;

/**
 * Builds workers as entries of the app's own build, so that what a worker and the app both use (the core, Zod) stands in one
 * file that both load. Vite's own way is a build of its own for each worker, with all it uses copied into each.
 */
export function workerEntries(): Plugin {
  return {
    name: "worker-entries",
    apply: "build",
    enforce: "pre",
    transform(code, id) {
      if (!code.includes(".worker.ts")) return undefined;
      return code.replaceAll(ADDRESS, (_all, file: string) => {
        const worker = path.resolve(path.dirname(id), file);
        const name = path.basename(file, ".ts");
        return `import.meta.ROLLUP_FILE_URL_${this.emitFile({ type: "chunk", id: worker, name })}`;
      });
    },
  };
}
