import path from "node:path";
import react from "@vitejs/plugin-react";
import { defineConfig } from "vite";
import { KEEPER, keptFiles, notices } from "./keptFiles.ts";
import { workerEntries as workersAsEntries } from "./workerEntries.ts";

const here = (file: string): string => path.join(import.meta.dirname, file);

const { plugin: workerEntries, isAtOnce } = workersAsEntries();

/** What the page and a worker both reach without waiting: the core, its reader, their messages, the loader of forms, addresses of type. */
const isShared = (id: string): boolean =>
  id.includes("vite/preload-helper") ||
  (isAtOnce(id) &&
    [
      /packages\/core\//,
      /node_modules\/(?:zod|comlink|flatbush|flatqueue)\//,
      /needs\/forms\.ts|store\/kept\.ts/,
      /\.woff\?url/,
    ].some((part) => part.test(id)));

export default defineConfig({
  root: import.meta.dirname,
  plugins: [react(), workerEntries, notices(), keptFiles()],
  worker: { format: "es" },
  server: { host: "127.0.0.1", proxy: { "/api": "http://127.0.0.1:4173" } },
  build: {
    target: "baseline-widely-available",
    outDir: "dist",
    emptyOutDir: true,
    chunkSizeWarningLimit: 1300,
    // fetching ahead is done with the page's links: only the page and what stands on it does it, for a worker has none
    modulePreload: {
      resolveDependencies: (_file, deps, { hostId, hostType }) =>
        hostType === "html" || /\/(?:first|index|\w+Place)-/.test(hostId) ? deps : [],
    },
    rolldownOptions: {
      input: { index: here("index.html"), [KEEPER]: here("keeper/keeper.ts") },
      output: {
        // the keeper's address is its name: a browser looks there for a newer one
        entryFileNames: ({ name }) => (name === KEEPER ? "[name].js" : "assets/[name]-[hash].js"),
        // all that the first screen needs comes as one file, thirty small ones take longer than their bytes; but for what
        // the workers use as well, which is a file of its own, so that none of them loads the screen
        codeSplitting: {
          groups: [
            {
              name: "shared",
              tags: ["$initial"],
              test: isShared,
              priority: 1,
              includeDependenciesRecursively: false,
            },
            {
              name: "first",
              includeDependenciesRecursively: false,
              tags: ["$initial"],
              test: isAtOnce,
            },
          ],
        },
      },
    },
  },
});
