import { readFileSync } from "node:fs";
import path from "node:path";
import { expect, it } from "vitest";
import { VERSION } from "./version.ts";

it("is the version that the package has, and the changelog tells of", () => {
  const root = path.resolve(import.meta.dirname, "../../..");
  const { version } = JSON.parse(readFileSync(path.join(root, "package.json"), "utf8")) as { version: string };
  expect(VERSION).toBe(version);
  expect(readFileSync(path.join(root, "CHANGELOG.md"), "utf8")).toContain(`## ${version}`);
});
