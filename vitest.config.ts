import { readdirSync, readFileSync } from "node:fs";
import path from "node:path";
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

const IN_APP = path.join(import.meta.dirname, "packages/app");
const app = project("app");
const inApp = { ...app.test, setupFiles: ["src/test/setup.ts"] };
/** What puts a module in another's place must come before all who load it: what an earlier file has begun to load would not know. */
const alone = readdirSync(path.join(IN_APP, "src"), { recursive: true, encoding: "utf8" })
  .map((file) => path.join("src", file))
  .filter((file) => file.endsWith(".test.ts") && readFileSync(path.join(IN_APP, file), "utf8").includes("vi.mock("));

export default defineConfig({
  test: {
    // left to itself the runner leaves one core idle, which on two is half of them
    maxWorkers: 2,
    projects: [
      { test: { ...project("core").test, ...shared, setupFiles: ["src/test/setup.ts"] } },
      ...["cli", "server"].map(project),
      // the browser's store has to be there before anything asks for it; a page is set up anew for each file that opens one
      { test: { ...inApp, name: "app", include: ["src/**/*.test.tsx", ...alone] } },
      { test: { ...inApp, ...shared, name: "app without its pages", include: ["src/**/*.test.ts"], exclude: alone } },
    ],
  },
});
