/**
 * APNG: pictures of one size, one after the other, in a file that shows the first where it cannot show them all. Written
 * from whole PNG files by their chunks (PNG third edition, W3C 2025: acTL, fcTL, fdAT), so that nothing is packed anew.
 */
import { crcOf } from "./png.ts";

/** One picture of a loop: a PNG file, and for how many ms it stands. */
export interface Frame {
  readonly png: Uint8Array;
  readonly ms: number;
}

interface Chunk {
  readonly type: string;
  readonly data: Uint8Array;
}

/** Length, type and checksum of a chunk stand round its data. */
const AROUND = 12;
const SIGNATURE = [137, 80, 78, 71, 13, 10, 26, 10] as const;

/** The chunks of a PNG file. @throws RangeError for what is none, or is cut off */
function chunksOf(png: Uint8Array): Chunk[] {
  if (SIGNATURE.some((byte, i) => png[i] !== byte)) throw new RangeError("a picture of the loop is no PNG file");
  const view = new DataView(png.buffer, png.byteOffset, png.byteLength);
  const chunks: Chunk[] = [];
  for (let at: number = SIGNATURE.length; at < png.length;) {
    if (at + AROUND > png.length) throw new RangeError("a picture of the loop is cut off");
    const long = view.getUint32(at);
    if (at + AROUND + long > png.length) throw new RangeError("a picture of the loop is cut off");
    const type = String.fromCharCode(...png.subarray(at + 4, at + 8));
    chunks.push({ type, data: png.subarray(at + 8, at + 8 + long) });
    at += AROUND + long;
  }
  return chunks;
}

function chunk(type: string, ...parts: readonly Uint8Array[]): Uint8Array {
  const long = parts.reduce((sum, part) => sum + part.length, 0);
  const whole = new Uint8Array(AROUND + long);
  const view = new DataView(whole.buffer);
  view.setUint32(0, long);
  whole.set(new TextEncoder().encode(type), 4);
  let at = 8;
  for (const part of parts) {
    whole.set(part, at);
    at += part.length;
  }
  view.setUint32(at, crcOf(whole.subarray(4, at)));
  return whole;
}

/** Numbers of four and of two bytes, the highest first. */
const u32 = (...values: readonly number[]): Uint8Array => {
  const bytes = new Uint8Array(values.length * 4);
  values.forEach((value, i) => new DataView(bytes.buffer).setUint32(i * 4, value));
  return bytes;
};
const u16 = (...values: readonly number[]): Uint8Array => {
  const bytes = new Uint8Array(values.length * 2);
  values.forEach((value, i) => new DataView(bytes.buffer).setUint16(i * 2, value));
  return bytes;
};

/**
 * Frames as one file that runs over and over.
 * @throws RangeError for no frames, for one that is no PNG file, or is of another size or kind than the first
 */
export function writeApng(frames: readonly Frame[]): Uint8Array {
  const [first, ...rest] = frames.map(({ png, ms }) => ({ chunks: chunksOf(png), ms }));
  const head = first?.chunks.find(({ type }) => type === "IHDR")?.data;
  if (!first || !head) throw new RangeError("a loop needs a picture");
  const view = new DataView(head.buffer, head.byteOffset, head.byteLength);
  const [width, height] = [view.getUint32(0), view.getUint32(4)];
  let order = 0;
  const control = (ms: number): Uint8Array =>
    // it fills the whole picture, and takes the place of what was there
    chunk("fcTL", u32(order++, width, height, 0, 0), u16(Math.round(ms), 1000), new Uint8Array([0, 0]));
  const dataOf = (chunks: readonly Chunk[]): Uint8Array[] =>
    chunks.filter(({ type }) => type === "IDAT").map(({ data }) => data);
  const parts: Uint8Array[] = [
    new Uint8Array(SIGNATURE),
    chunk("IHDR", head),
    // how many there are, and that they run for ever
    chunk("acTL", u32(frames.length, 0)),
    control(first.ms),
    ...dataOf(first.chunks).map((data) => chunk("IDAT", data)),
  ];
  for (const { chunks, ms } of rest) {
    const own = chunks.find(({ type }) => type === "IHDR")?.data;
    if (own?.some((byte, i) => byte !== head[i]) !== false)
      throw new RangeError("the pictures of a loop are of one size and kind");
    parts.push(control(ms), ...dataOf(chunks).map((data) => chunk("fdAT", u32(order++), data)));
  }
  parts.push(chunk("IEND"));
  const whole = new Uint8Array(parts.reduce((sum, part) => sum + part.length, 0));
  let at = 0;
  for (const part of parts) {
    whole.set(part, at);
    at += part.length;
  }
  return whole;
}
