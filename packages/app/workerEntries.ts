import path from "node:path";
import type { Plugin } from "vite";

/** As Vite wants workers written; the address is the first thing caught. */
const ADDRESS = /new URL\(\s*"([^"]+\.worker\.ts)",\s*import\.meta\.url\s*\)/g;

const MAIN = "/app/src/main.tsx";
const BARREL = "/core/src/index.ts";

/** The names that a module imports from the core, by the core's own names for them. */
const namesIn = (code: string): string[] =>
  [...code.matchAll(/(?:import|export)\s*\{([^}]*)\}\s*from\s*["']@cut-fold\/core["']/g)].flatMap(([, names = ""]) =>
    names.split(",").map((name) => name.trim().split(/\s+as\s+/)[0] ?? ""),
  );

interface WorkerEntries {
  readonly plugin: Plugin;
  /** whether the page needs a module before it can show anything; to be asked once all of them are known */
  readonly isAtOnce: (id: string) => boolean;
}

/**
 * Builds workers as entries of the app's own build, so that what a worker and the app both use (the core, Zod) stands in one
 * file that both load. Vite's own way is a build of its own for each worker, with all it uses copied into each.
 */
export function workerEntries(): WorkerEntries {
  const workers = new Set<string>();
  const atOnce = new Set<string>();
  const plugin: Plugin = {
    name: "worker-entries",
    apply: "build",
    enforce: "pre",
    transform(code, id) {
      if (!code.includes(".worker.ts")) return undefined;
      return code.replaceAll(ADDRESS, (_all, file: string) => {
        const worker = path.resolve(path.dirname(id), file);
        const name = path.basename(file, ".ts");
        workers.add(name);
        return `new URL(import.meta.ROLLUP_FILE_URL_${this.emitFile({ type: "chunk", id: worker, name })}, import.meta.url)`;
      });
    },
    // what the page loads with its first file: reached from it without waiting
    buildEnd() {
      const barrel = [...this.getModuleIds()].find((id) => id.endsWith(BARREL));
      const handsOn = new Map<string, string>();
      for (const from of (barrel && this.getModuleInfo(barrel)?.importedIds) ?? [])
        for (const name of this.getModuleInfo(from)?.exports ?? []) handsOn.set(name, from);
      const [main] = [...this.getModuleIds()].filter((id) => id.endsWith(MAIN));
      if (main === undefined) return;
      atOnce.add(main);
      for (const id of atOnce) {
        const { importedIds = [], code } = this.getModuleInfo(id) ?? {};
        // of what hands on all of the core only that is reached which is asked for by name
        for (const next of importedIds) if (next !== barrel) atOnce.add(next);
        if (importedIds.includes(barrel ?? ""))
          for (const name of namesIn(code ?? "")) atOnce.add(handsOn.get(name) ?? id);
      }
    },
    // a worker has no page: one that came to load the screen's own file would never start
    generateBundle(_options, bundle) {
      const chunks = Object.values(bundle).filter((file) => file.type === "chunk");
      for (const worker of chunks.filter(({ name }) => workers.has(name))) {
        const reached = new Set([worker.fileName]);
        for (const file of reached)
          for (const next of chunks.find(({ fileName }) => fileName === file)?.imports ?? []) reached.add(next);
        const screen = chunks.find(({ name, fileName }) => name === "first" && reached.has(fileName));
        if (screen) this.error(`${worker.name} would load the screen's own file, ${screen.fileName}`);
      }
    },
  };
  return { plugin, isAtOnce: (id) => atOnce.has(id) };
}
