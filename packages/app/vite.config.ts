import path from "node:path";
import react from "@vitejs/plugin-react";
import { defineConfig } from "vite";
import { KEEPER, keptFiles, notices } from "./keptFiles.ts";

const here = (file: string): string => path.join(import.meta.dirname, file);

export default defineConfig({
  root: import.meta.dirname,
  plugins: [react(), notices(), keptFiles()],
  worker: { format: "es" },
  server: { host: "127.0.0.1", proxy: { "/api": "http://127.0.0.1:4173" } },
  build: {
    target: "baseline-widely-available",
    outDir: "dist",
    emptyOutDir: true,
    chunkSizeWarningLimit: 1300,
    rolldownOptions: {
      input: { index: here("index.html"), [KEEPER]: here("keeper/keeper.ts") },
      output: {
        // the keeper's address is its name: a browser looks there for a newer one
        entryFileNames: ({ name }) => (name === KEEPER ? "[name].js" : "assets/[name]-[hash].js"),
        // all that the first screen needs comes as one file: thirty small ones take longer than their bytes
        codeSplitting: { groups: [{ name: "first", tags: ["$initial"], test: (id) => !id.includes("/keeper/") }] },
      },
    },
  },
});
