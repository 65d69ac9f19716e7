import type http from "node:http";
import type { AddressInfo } from "node:net";
import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import path from "node:path";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { createApp } from "../app.ts";

describe("the printer over HTTP", () => {
  const root = mkdtempSync(path.join(tmpdir(), "cut-fold-printer-"));
  let server: http.Server;
  let base = "";
  beforeAll(async () => {
    await new Promise<void>((resolve) => {
      server = createApp(root).listen(0, "127.0.0.1", () => {
        resolve();
      });
    });
    base = `http://127.0.0.1:${String((server.address() as AddressInfo).port)}`;
  });
  afterAll(() => {
    server.close();
    rmSync(root, { recursive: true });
  });

  /** One page of 254 × 254 mm with a square of 203.2 in its middle. */
  const square = (): string => {
    const content = "72 72 m 648 72 l 648 648 l 72 648 l h S";
    const objects = [
      "<< /Pages 2 0 R >>",
      "<< /Kids [3 0 R] /MediaBox [0 0 720 720] >>",
      "<< /Contents 4 0 R >>",
      `<< /Length ${String(content.length)} >>\nstream\n${content}\nendstream`,
    ];
    let text = "%PDF-1.7\n";
    const rows = objects.map((object, i) => {
      const at = String(text.length).padStart(10, "0");
      text += `${String(i + 1)} 0 obj\n${object}\nendobj\n`;
      return `${at} 00000 n \n`;
    });
    const table = String(text.length);
    return `${text}xref\n0 5\n0000000000 65535 f \n${rows.join("")}trailer\n<< /Root 1 0 R >>\nstartxref\n${table}\n%%EOF\n`;
  };
  const send = async (query: string, body: string, type = "application/pdf", more: Record<string, string> = {}) => {
    const headers = { "content-type": type, ...more };
    const answer = await fetch(`${base}/api/pages?${query}`, { method: "POST", body, headers });
    return {
      status: answer.status,
      body: (await answer.json()) as { error?: string; pages?: Record<string, unknown>[] },
    };
  };

  it("lays what is sent, and says how it came out", async () => {
    const { status, body } = await send("printer=shy&fit=yes", square());
    expect(status).toBe(200);
    const [page] = body.pages ?? [];
    const part = (100 * (254 - 6.4 - 17)) / 254;
    expect(page?.["hundred"]).toEqual([expect.closeTo(part, 6), expect.closeTo(part, 6)]);
    expect(page?.["landed"]).toEqual([
      {
        ...{ kind: "line", d: "M25.4 228.6L228.6 228.6L228.6 25.4L25.4 25.4L25.4 228.6" },
        ...{ width: 0.353, dash: [], colour: "#000000", lost: 0 },
      },
    ]);
  });

  it("refuses what is no printer's, no PDF, broken, or from another page, each in a sentence", async () => {
    expect(await send("printer=best", square())).toMatchObject({
      status: 400,
      body: { error: /printer: there is no/u },
    });
    expect((await send("printer=true&fit=perhaps", square())).status).toBe(400);
    expect((await send("printer=true&more=1", square())).status).toBe(400);
    expect(await send("printer=true", "{}", "application/json")).toMatchObject({ status: 415 });
    const broken = await send("printer=true", square().slice(0, 300));
    expect([broken.status, broken.body.error]).toEqual([422, expect.stringMatching(/^this file cannot be printed: /u)]);
    const away = await send("printer=true", square(), undefined, { origin: "http://elsewhere.test" });
    expect([away.status, away.body.error]).toEqual([403, "this printer takes work from its own pages alone"]);
    expect((await send("printer=true", "x".repeat(20_000_001))).status).toBe(413);
  });
});
