import { defineConfig } from "vite";

export default defineConfig({
  root: import.meta.dirname,
  build: {
    ssr: process.env["BENCH"] ?? "solve.ts",
    outDir: "../.cache/bench",
    target: "node20",
    minify: false,
    emptyOutDir: false,
  },
  ssr: { noExternal: true },
});
