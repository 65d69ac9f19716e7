import { defineConfig } from "vitest/config";

const project = (name: string) => ({
  test: {
    name,
    root: `packages/${name}`,
    include: ["src/**/*.test.{ts,tsx}"],
    environment: "node" as const,
    testTimeout: 60_000,
  },
});

export default defineConfig({ test: { projects: ["core", "cli", "server", "app"].map(project) } });
