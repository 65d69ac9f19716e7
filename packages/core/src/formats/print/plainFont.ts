/**
 * Type as it was before it was packed for the web (WOFF 1.0, W3C 2012, section 4): its tables unpacked once, for what reads them
 * unpacks a whole table again for every letter otherwise.
 *
 *   WOFF: head 44 bytes, then for each table: tag, offset, packed length, length, sum     (20 bytes)
 *   SFNT: head 12 bytes, then for each table: tag, sum, offset, length                    (16 bytes)
 */
import { unzlibSync } from "fflate";

const WOFF = { sign: 0x774f4646, head: 44, entry: 20 } as const;
const SFNT = { head: 12, entry: 16 } as const;
/** No typeface that is shipped comes near it. */
const MOST_BYTES = 1 << 24;
const padded = (length: number): number => Math.ceil(length / 4) * 4;

const unpacked = new WeakMap<Uint8Array, Uint8Array>();

/** The file unpacked where it is WOFF; as it is where it is not, or where it is damaged: what reads it says so then. */
export function plainFont(file: Uint8Array): Uint8Array {
  const known = unpacked.get(file);
  if (known) return known;
  let plain = file;
  try {
    plain = plainOf(file);
  } catch {
    // whatever reads it next finds the same, and has a sentence for it
  }
  unpacked.set(file, plain);
  return plain;
}

/** @throws RangeError or what the unpacking throws, for a file that is cut off or damaged */
function plainOf(file: Uint8Array): Uint8Array {
  const from = new DataView(file.buffer, file.byteOffset, file.byteLength);
  if (from.getUint32(0) !== WOFF.sign) return file;
  const count = from.getUint16(12);
  const tables = Array.from({ length: count }, (_, i) => {
    const at = WOFF.head + i * WOFF.entry;
    const [offset, packed, length] = [from.getUint32(at + 4), from.getUint32(at + 8), from.getUint32(at + 12)];
    return { tag: from.getUint32(at), sum: from.getUint32(at + 16), offset, packed, length };
  });
  const whole = tables.reduce((sum, { length }) => sum + padded(length), SFNT.head + count * SFNT.entry);
  if (whole > MOST_BYTES) throw new RangeError("too large for a typeface");
  const plain = new Uint8Array(whole);
  const to = new DataView(plain.buffer);
  // a search of halves begins at the largest power of two
  const halves = Math.floor(Math.log2(Math.max(1, count)));
  to.setUint32(0, from.getUint32(4));
  to.setUint16(4, count);
  to.setUint16(6, 16 << halves);
  to.setUint16(8, halves);
  to.setUint16(10, count * 16 - (16 << halves));
  let end = SFNT.head + count * SFNT.entry;
  tables.forEach(({ tag, sum, offset, packed, length }, i) => {
    const at = SFNT.head + i * SFNT.entry;
    [tag, sum, end, length].forEach((word, k) => to.setUint32(at + 4 * k, word));
    const data = file.subarray(offset, offset + packed);
    plain.set(packed < length ? unzlibSync(data, { out: new Uint8Array(length) }) : data, end);
    end += padded(length);
  });
  return plain;
}
