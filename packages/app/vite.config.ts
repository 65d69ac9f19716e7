import react from "@vitejs/plugin-react";
import { defineConfig } from "vite";

export default defineConfig({
  root: import.meta.dirname,
  plugins: [react()],
  worker: { format: "es" },
  server: { host: "127.0.0.1", proxy: { "/api": "http://127.0.0.1:4173" } },
  build: { target: "baseline-widely-available", outDir: "dist", emptyOutDir: true, chunkSizeWarningLimit: 1300 },
});
