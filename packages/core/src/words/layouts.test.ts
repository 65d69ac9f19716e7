import { describe, expect, it } from "vitest";
import type { LeftOver } from "../model/layout.ts";
import { sayLeft, sayPapers, saySaving, sayTaking } from "./layouts.ts";

const plain = (text: string): string => text.replace(/\s/gu, " ");
const taken = (sheets: number, left = 0) => ({
  papers: [{ stock: "oat", sheets, bound: 1, proved: 1 }],
  left: Array.from({ length: left }, () => one("no-sheet-left")),
});
const one = (reason: LeftOver["reason"], needs: Partial<LeftOver["needs"]> = {}): LeftOver => ({
  ...{ item: 0, piece: "envelope", copies: 3, reason },
  needs: { width: 200, height: 320, ...needs },
});

describe("words for a layout", () => {
  it("say what is saved against straight cuts, and that nothing is", () => {
    const said = (...given: Parameters<typeof saySaving>) => saySaving(...given).join("");
    expect(said(taken(4), taken(8))).toBe("4 sheets cut free, 8 with straight cuts");
    expect(said(taken(1), taken(1))).toBe("1 sheet cut free, as many as with straight cuts");
    expect(said(taken(5), taken(4))).toBe("5 sheets cut free, 4 with straight cuts");
    expect(said(taken(2), taken(1, 1))).toBe("2 sheets cut free; straight cuts do not give all of it");
    expect(sayPapers(taken(3))).toBeUndefined();
    expect(sayPapers({ papers: [...taken(3).papers, { stock: "plum", sheets: 1, bound: 1, proved: 1 }] })).toBe(
      "3 of oat · 1 of plum",
    );
  });

  it("say what cutting does to the shelf, before and after, and nothing where it does nothing", () => {
    const offcut = (left: number) => ({ kind: "offcut" as const, id: "r", paper: "oat", width: 90, height: 80, left });
    const all = {
      sheets: [{ id: "oat", count: 3 }],
      used: [{ entry: offcut(4), count: 1 }],
      rests: [offcut(2), offcut(4)],
    };
    const none = { sheets: [], used: [], rests: [] };
    expect(sayTaking(all, "to do")).toBe("When it is cut: 3 sheets and 1 offcut come off the shelf, 6 rests go on it.");
    expect(sayTaking(all, "done")).toBe("Taken from the shelf: 3 sheets and 1 offcut. Put there: 6 rests.");
    expect(sayTaking({ ...none, sheets: [{ id: "oat", count: 1 }], rests: [offcut(1)] }, "to do")).toBe(
      "When it is cut: 1 sheet comes off the shelf, 1 rest goes on it.",
    );
    expect(sayTaking({ ...none, rests: [offcut(1)] }, "done")).toBe("Put there: 1 rest.");
    expect(sayTaking(none, "to do")).toBeUndefined();
  });

  it("say why copies are not laid, and what would do, in the unit on show", () => {
    const said = (left: LeftOver) => plain(sayLeft(left, "Envelope", { unit: "mm" }));
    expect(said(one("too-large", { sheet: "iso-a3" }))).toBe(
      "Envelope, 3 of them: too large for what is in hand. A3 would do; the least is 200 × 320 mm.",
    );
    expect(said(one("too-large", { sheet: "iso-a4", angle: 52 }))).toMatch(
      /A4 would do, with the piece turned 52° to the left/u,
    );
    expect(said({ ...one("too-large"), copies: 1 })).toMatch(
      /^Envelope: too large .* larger than any that is sold\.$/u,
    );
    const split = { parts: 2, width: 166, height: 200 };
    expect(said(one("too-large", { split }))).toMatch(
      / Or make it of 2 parts of 166 × 200 mm, each glued 12 mm over the next\.$/u,
    );
    expect(plain(sayLeft(one("too-large"), "Envelope", { unit: "mm" }, "Oat (300 × 400 mm)"))).toMatch(
      /too large for what is in hand\. On your shelf Oat \(300 × 400 mm\) would do\. /u,
    );
    expect(said(one("no-sheet-left"))).toBe("Envelope, 3 of them: no sheet is left.");
    expect(said(one("grain"))).toMatch(/only against the grain\.$/u);
    expect(said(one("only-turned"))).toMatch(/an angle that is not allowed\.$/u);
    expect(said(one("group-too-large"))).toMatch(/too large together/u);
    expect(plain(sayLeft(one("too-large", { sheet: "us-letter" }), "Tag", { unit: "in", fraction: 16 }))).toMatch(
      /Letter would do; the least is 7 7⁄8 × ~12 5⁄8 in\./u,
    );
  });
});
