/** Pictures for the browser: a table with a card and a thing on it, as PNG files. */
import { deflateSync } from "node:zlib";
import { type Camera, CARD, coloured, type Laid, picture } from "@cut-fold/core/photos";

const TABLE_CRC = Array.from({ length: 256 }, (_, n) => {
  let c = n;
  for (let k = 0; k < 8; k += 1) c = c & 1 ? 0xedb88320 ^ (c >>> 1) : c >>> 1;
  return c >>> 0;
});
function chunk(kind: string, data: Buffer): Buffer {
  const body = Buffer.concat([Buffer.from(kind, "latin1"), data]);
  let crc = 0xffffffff;
  for (const byte of body) crc = (TABLE_CRC[(crc ^ byte) & 255] ?? 0) ^ (crc >>> 8);
  const out = Buffer.alloc(12 + data.length);
  out.writeUInt32BE(data.length, 0);
  body.copy(out, 4);
  out.writeUInt32BE((crc ^ 0xffffffff) >>> 0, 8 + data.length);
  return out;
}

/** A PNG file (RGBA, 8 bits). */
export function png({ width, height, data }: ReturnType<typeof coloured>): Buffer {
  const head = Buffer.alloc(13);
  head.writeUInt32BE(width, 0);
  head.writeUInt32BE(height, 4);
  head.set([8, 6, 0, 0, 0], 8);
  const rows = Buffer.alloc(height * (4 * width + 1));
  for (let y = 0; y < height; y += 1)
    for (let i = 0; i < 4 * width; i += 1) rows[y * (4 * width + 1) + 1 + i] = data[y * 4 * width + i] ?? 0;
  const signature = Buffer.from([137, 80, 78, 71, 13, 10, 26, 10]);
  return Buffer.concat([
    signature,
    chunk("IHDR", head),
    chunk("IDAT", deflateSync(rows)),
    chunk("IEND", Buffer.alloc(0)),
  ]);
}

/** An odd box's lid beside a shop card, from an angle. @param width of the lid, mm @param height of it */
export function tablePicture(width: number, height: number): Buffer {
  const camera: Camera = {
    ...{ wide: 1200, tall: 900, focal: 1010, away: 330, tilt: 0.42, round: 1.9, roll: 0.12, barrel: 0.012 },
  };
  const thing: Laid = { at: [40, -4], turn: 0.16, width, height, radius: 0, shade: 226, lift: 0.3 };
  const card: Laid = { ...CARD, lift: 0.76, at: [-84, 14], turn: -0.3 };
  return png(coloured(picture(camera, [card, thing], 2.5, 5, true)));
}
