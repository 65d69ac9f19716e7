import { mkdirSync, mkdtempSync, rmSync, writeFileSync } from "node:fs";
import http from "node:http";
import type { AddressInfo } from "node:net";
import { tmpdir } from "node:os";
import path from "node:path";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { createApp } from "./app.ts";

describe("the server", () => {
  // a folder whose path starts with a dot somewhere, as many homes have
  const root = path.join(mkdtempSync(path.join(tmpdir(), ".cut-fold-")), "dist");
  let server: http.Server;
  let base = "";

  beforeAll(async () => {
    mkdirSync(path.join(root, "assets"), { recursive: true });
    writeFileSync(path.join(root, "index.html"), "<!doctype html>the page");
    writeFileSync(path.join(root, "assets/app.js"), "1;");
    writeFileSync(path.join(root, ".secret"), "secret");
    writeFileSync(path.join(root, "../outside.txt"), "outside");
    await new Promise<void>((resolve) => {
      server = createApp(root).listen(0, "127.0.0.1", () => {
        resolve();
      });
    });
    base = `http://127.0.0.1:${String((server.address() as AddressInfo).port)}`;
  });
  afterAll(() => {
    server.close();
    rmSync(path.dirname(root), { recursive: true });
  });

  /** A request whose path is sent as it is: fetch would tidy the dots away. */
  const raw = (target: string): Promise<{ status: number; body: string }> =>
    new Promise((resolve, reject) => {
      http
        .get({ host: "127.0.0.1", port: (server.address() as AddressInfo).port, path: target }, (answer) => {
          let body = "";
          answer.on("data", (part: Buffer) => (body += part.toString()));
          answer.on("end", () => {
            resolve({ status: answer.statusCode ?? 0, body });
          });
        })
        .on("error", reject);
    });

  it("serves the page for every place, and files as files", async () => {
    for (const place of ["/", "/drafts", "/draft/abc/flat", "/size-chart?form=x"])
      expect(await (await fetch(base + place)).text()).toContain("the page");
    expect((await fetch(`${base}/assets/app.js`)).headers.get("content-type")).toContain("javascript");
  });

  it("answers a missing part with 404 and never with the page", async () => {
    const answer = await fetch(`${base}/assets/gone.js`);
    expect(answer.status).toBe(404);
    expect(await answer.text()).not.toContain("the page");
    expect((await fetch(`${base}/api/nothing`)).status).toBe(404);
  });

  it("sends a strict policy with everything", async () => {
    for (const place of ["/", "/assets/app.js", "/api/health", "/assets/gone.js"]) {
      const { headers } = await fetch(base + place);
      const policy = headers.get("content-security-policy") ?? "";
      expect(policy).toContain("default-src 'none'");
      expect(policy).toContain("script-src 'self'");
      expect(policy).not.toContain("unsafe-eval");
      expect(headers.get("x-content-type-options")).toBe("nosniff");
      expect(headers.get("x-powered-by")).toBeNull();
    }
  });

  it.each([
    "/../outside.txt",
    "/assets/../../outside.txt",
    "/%2e%2e/outside.txt",
    "/assets/..%2f..%2foutside.txt",
    "/.secret",
    "/assets/%00",
  ])("gives nothing away at %s", async (target) => {
    const { body } = await raw(target);
    expect(body).not.toContain("outside");
    expect(body).not.toContain("secret");
  });

  it("refuses a body that is too large, and says nothing of its insides", async () => {
    const answer = await fetch(`${base}/api/health`, {
      method: "POST",
      headers: { "content-type": "application/json" },
      body: JSON.stringify("x".repeat(2_000_000)),
    });
    expect(answer.status).toBe(413);
    expect(await answer.text()).not.toMatch(/at .*\.ts|node_modules/u);
  });

  it("says what is missing when the app was not built", () => {
    expect(() => createApp(path.join(root, "nowhere"))).toThrow(/has not been built/u);
  });
});
