/** A loop of pictures, read back chunk by chunk, with checksums by another hand: zlib's. */
import { crc32, deflateSync, inflateSync } from "node:zlib";
import { describe, expect, it } from "vitest";
import { writeApng } from "./apng.ts";

const chunk = (type: string, data: Buffer): Buffer => {
  const named = Buffer.concat([Buffer.from(type), data]);
  const [long, sum] = [Buffer.alloc(4), Buffer.alloc(4)];
  long.writeUInt32BE(data.length);
  sum.writeUInt32BE(crc32(named));
  return Buffer.concat([long, named, sum]);
};
/** A PNG file of grey dots, in two IDAT chunks. */
function grey(width: number, height: number, value: number): Uint8Array {
  const head = Buffer.alloc(13);
  head.writeUInt32BE(width, 0);
  head.writeUInt32BE(height, 4);
  head.set([8, 0, 0, 0, 0], 8);
  const packed = deflateSync(Buffer.alloc((width + 1) * height, value));
  return Buffer.concat([
    Buffer.from([137, 80, 78, 71, 13, 10, 26, 10]),
    ...[chunk("IHDR", head), chunk("IDAT", packed.subarray(0, 5)), chunk("IDAT", packed.subarray(5))],
    chunk("IEND", Buffer.alloc(0)),
  ]);
}
function read(file: Uint8Array) {
  const bytes = Buffer.from(file);
  const found: { readonly type: string; readonly data: Buffer }[] = [];
  for (let at = 8; at < bytes.length;) {
    const long = bytes.readUInt32BE(at);
    const named = bytes.subarray(at + 4, at + 8 + long);
    expect(bytes.readUInt32BE(at + 8 + long)).toBe(crc32(named));
    found.push({ type: named.toString("latin1", 0, 4), data: named.subarray(4) });
    at += 12 + long;
  }
  return found;
}

describe("a loop", () => {
  const frames = [
    { png: grey(6, 4, 10), ms: 600 },
    { png: grey(6, 4, 20), ms: 80 },
    { png: grey(6, 4, 30), ms: 1600 },
  ];

  it("has its frames in order, each whole, with the time it stands", () => {
    const chunks = read(writeApng(frames));
    expect(chunks.map(({ type }) => type).join(" ")).toBe(
      "IHDR acTL fcTL IDAT IDAT fcTL fdAT fdAT fcTL fdAT fdAT IEND",
    );
    expect([...(chunks[1]?.data ?? [])]).toEqual([0, 0, 0, 3, 0, 0, 0, 0]);
    const controls = chunks.filter(({ type }) => type === "fcTL").map(({ data }) => data);
    expect(controls.map((data) => [data.readUInt32BE(4), data.readUInt32BE(8), data.readUInt16BE(20)])).toEqual([
      [6, 4, 600],
      [6, 4, 80],
      [6, 4, 1600],
    ]);
    // sequence numbers run through controls and data alike
    const numbers = chunks.filter(({ type }) => /^f/u.test(type)).map(({ data }) => data.readUInt32BE(0));
    expect(numbers).toEqual([0, 1, 2, 3, 4, 5, 6]);
    const second = chunks.filter(({ type }) => type === "fdAT").slice(0, 2);
    expect(inflateSync(Buffer.concat(second.map(({ data }) => data.subarray(4))))[3]).toBe(20);
  });

  it("is refused of pictures that are none, are cut off, or differ in size", () => {
    expect(() => writeApng([])).toThrow(/needs a picture/u);
    expect(() => writeApng([{ png: new Uint8Array(40), ms: 1 }])).toThrow(/no PNG/u);
    expect(() => writeApng([{ png: grey(6, 4, 1).subarray(0, 47), ms: 1 }])).toThrow(/cut off/u);
    expect(() => writeApng([...frames, { png: grey(5, 4, 1), ms: 1 }])).toThrow(/one size/u);
  });
});
