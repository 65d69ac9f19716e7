import { defineConfig } from "vitest/config";

const project = (name: string) => ({
  test: {
    name,
    root: `packages/${name}`,
    include: ["src/**/*.test.{ts,tsx}"],
    environment: "node" as const,
    // nothing here asserts how long anything takes: only what hangs ends here
    testTimeout: 300_000,
  },
});

/** What keeps nothing but the forms it has loaded, or sets its stores itself: files share what was read, which halves their time. */
const shared = { isolate: false, pool: "threads" as const };

const app = project("app");
const inApp = { ...app.test, setupFiles: ["src/test/setup.ts"] };

export default defineConfig({
  test: {
    // left to itself the runner leaves one core idle, which on two is half of them
    maxWorkers: 2,
    projects: [
      { test: { ...project("core").test, ...shared, setupFiles: ["src/test/setup.ts"] } },
      ...["cli", "server"].map(project),
      // the browser's store has to be there before anything asks for it; a page is set up anew for each file that opens one
      { test: { ...inApp, name: "app", include: ["src/**/*.test.tsx"] } },
      { test: { ...inApp, ...shared, name: "app without its pages", include: ["src/**/*.test.ts"] } },
    ],
  },
});
