/** A drawing of any kind that is known, by what is in it: SVG, DXF or HPGL. */
import { chained } from "./drawn.ts";
import type { OutlineFile } from "./outline.ts";
import { readDxf } from "./readDxf.ts";
import { isHpgl, readHpgl } from "./readHpgl.ts";
import { readSvg } from "./readSvg.ts";

/** What a drawing is read as. */
export const DRAWINGS = { svg: "SVG", dxf: "DXF", hpgl: "HPGL" } as const;

/**
 * Reads a drawing. @param bytes the file as it is
 * @param chain how lines that meet are joined: any with any unless said
 * @throws OutlineError with a sentence where it is refused
 */
export function readDrawing(
  bytes: Uint8Array,
  chain: typeof chained = chained,
): OutlineFile & { readonly of: keyof typeof DRAWINGS } {
  const text = new TextDecoder().decode(bytes);
  if (text.trimStart().startsWith("<")) return { ...readSvg(text, chain), of: "svg" };
  // the packed form uses all eight bits
  const plain = new TextDecoder("latin1").decode(bytes);
  if (isHpgl(plain)) return { ...readHpgl(plain, chain), of: "hpgl" };
  return { ...readDxf(text, chain), of: "dxf" };
}
