/** How large a picture says it is, before it is unpacked: a small file may unfold to more than a machine holds. */

/** Points of a picture that are unpacked; more is refused. */
export const MOST_POINTS = 40_000_000;
/** A picture is traced with its longer side no more than this, in points. */
export const MOST_SIDE = 900;

/** What a PNG (W3C PNG) or JPEG (ITU-T T.81) says of its size; undefined for what is neither, or breaks off. */
export function pictureSize(bytes: Uint8Array): { readonly width: number; readonly height: number } | undefined {
  const word = (i: number): number => ((bytes[i] ?? 0) << 8) | (bytes[i + 1] ?? 0);
  const isPng = [0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a].every((v, i) => bytes[i] === v);
  if (isPng && bytes.length >= 24) {
    const long = (i: number): number => word(i) * 65_536 + word(i + 2);
    return long(16) > 0 && long(20) > 0 ? { width: long(16), height: long(20) } : undefined;
  }
  if (word(0) !== 0xffd8) return undefined;
  for (let i = 2; i + 9 < bytes.length;) {
    if (bytes[i] !== 0xff) return undefined;
    const marker = bytes[i + 1] ?? 0;
    // fill bytes, and markers that stand alone
    if (marker === 0xff) i += 1;
    else if (marker === 0x01 || (marker >= 0xd0 && marker <= 0xd8)) i += 2;
    // frames of every kind; tables of codes among them are none
    else if (marker >= 0xc0 && marker <= 0xcf && ![0xc4, 0xc8, 0xcc].includes(marker))
      return word(i + 5) > 0 && word(i + 7) > 0 ? { width: word(i + 7), height: word(i + 5) } : undefined;
    else i += 2 + Math.max(2, word(i + 2));
  }
  return undefined;
}
