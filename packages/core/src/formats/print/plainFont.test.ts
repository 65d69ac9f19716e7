/** Type unpacked: the same page is printed with it as with the packed file; sums by their own rule. */
import PDFDocument from "pdfkit";
import { toBytes } from "pdfkit/output";
import { describe, expect, it } from "vitest";
import { font } from "../../test/writing.ts";
import { plainFont } from "./plainFont.ts";

/** A table's sum: its bytes as words of 32 bits, added up (OpenType 1.9, "Calculating checksums"). */
function sumOf(table: Uint8Array): number {
  const padded = new Uint8Array(Math.ceil(table.length / 4) * 4);
  padded.set(table);
  const words = new DataView(padded.buffer);
  let sum = 0;
  for (let i = 0; i < padded.length; i += 4) sum = (sum + words.getUint32(i)) >>> 0;
  return sum;
}

/** Words on a page in a typeface. */
async function page(file: Uint8Array): Promise<Uint8Array> {
  const info = { CreationDate: new Date("2026-05-02T00:00:00Z") };
  const doc = new PDFDocument({ font: null as unknown as string, autoFirstPage: false, info });
  const bytes = toBytes(doc);
  doc.registerFont("one", file);
  doc.addPage().font("one").fontSize(12).text("Fold A to B: 3⁄8 in × 12½. Schön, Ærø.");
  doc.end();
  return await bytes;
}

describe("a packed typeface", () => {
  const packed = font(400);
  const plain = plainFont(packed);

  it("prints the same page, byte for byte, when it is unpacked", async () => {
    const [before, after] = await Promise.all([packed, plain].map(page));
    expect(before?.length).toBeGreaterThan(2000);
    expect(after).toEqual(before);
  });

  it("has every table where it says, with its own sum", () => {
    const view = new DataView(plain.buffer, plain.byteOffset);
    const count = view.getUint16(4);
    expect(count).toBeGreaterThan(8);
    for (let i = 0; i < count; i += 1) {
      const at = 12 + 16 * i;
      const tag = String.fromCharCode(...plain.subarray(at, at + 4));
      const [sum, offset, length] = [view.getUint32(at + 4), view.getUint32(at + 8), view.getUint32(at + 12)];
      expect(offset % 4).toBe(0);
      expect(offset + length).toBeLessThanOrEqual(plain.length);
      const table = plain.slice(offset, offset + length);
      // the head's own is reckoned with its adjustment left out
      if (tag === "head") table.fill(0, 8, 12);
      expect([tag, sumOf(table)]).toEqual([tag, sum]);
    }
  });

  it("is unpacked once, and what is none or is damaged comes back as it was", () => {
    expect(plainFont(packed)).toBe(plain);
    expect(plainFont(plain)).toBe(plain);
    for (const broken of [packed.slice(0, 900), packed.slice(0, 3), new Uint8Array(0), packed.slice().fill(7, 44, 400)])
      expect(plainFont(broken)).toBe(broken);
  });
});
