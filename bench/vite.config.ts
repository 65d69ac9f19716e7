import { defineConfig } from "vite";

export default defineConfig({
  root: import.meta.dirname,
  build: { ssr: "solve.ts", outDir: "../.cache/bench", target: "node20", minify: false, emptyOutDir: true },
  ssr: { noExternal: true },
});
