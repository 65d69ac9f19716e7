/** A draft there and back in an address, and what is no link of ours. */
import { readProject } from "@cut-fold/core";
import { describe, expect, it } from "vitest";
import { demoDrafts } from "./demo.ts";
import { fileInLink, linkOf } from "./link.ts";

describe("a draft as a link", () => {
  it("carries the whole recipe, in the part of the address that goes to no server", async () => {
    for (const draft of demoDrafts()) {
      const link = new URL(await linkOf(draft, "http://localhost"));
      expect(link.pathname).toBe("/take");
      expect(link.search).toBe("");
      const read = readProject(await (await fileInLink(link.hash)).text());
      expect(read.ok && read.drafts[0]?.spec, draft.name).toEqual(draft.spec);
      // an address that mail programs and chats leave whole
      expect(link.href.length).toBeLessThan(2000);
      expect(link.hash).toMatch(/^#[\w-]+$/u);
    }
  });

  it("is not made where it would not open", async () => {
    const [draft] = demoDrafts();
    if (!draft) throw new Error("no demo");
    const names = Array.from(
      { length: 2000 },
      (_, i) => `Guest ${String((i * 7919) % 100_000)} of ${crypto.randomUUID()}`,
    );
    const long = { ...draft, spec: { ...draft.spec, settings: { ...draft.spec.settings, odd: names.join("\n") } } };
    await expect(linkOf(long, "http://localhost")).rejects.toThrow(/too long for a link.*A file of it/u);
  });

  it.each(["", "#", "#%%%", "#abc", "#eyJhIjoxfQ", `#${"A".repeat(5000)}`])(
    "%.20s is refused in a sentence",
    async (hash) => {
      const text = await fileInLink(hash).then(
        (file) => file.text(),
        (error: unknown) => (error as Error).message,
      );
      // broken, or nothing that the reader would take for a file of ours
      expect(text.startsWith("This link") || !readProject(text).ok).toBe(true);
    },
  );

  it("unpacks no more than a draft could be", async () => {
    const zeros = new Blob([new Uint8Array(40 * 1024 * 1024)])
      .stream()
      .pipeThrough(new CompressionStream("deflate-raw"));
    const bytes = new Uint8Array(await new Response(zeros).arrayBuffer());
    const text = Buffer.from(bytes).toString("base64url");
    await expect(fileInLink(`#${text}`)).rejects.toThrow(/far more than a draft/u);
  });
});
