/**
 * PNG: a picture of all pieces flat, for showing. It carries its true size (dots in a metre), so that it prints as large as
 * the paper is; to cut by, a drawing is exact and a picture is not.
 */
import { pathData } from "../geometry/path.ts";
import type { Piece } from "../model/piece.ts";
import { flatPicture } from "../pictures/flat.ts";
import type { Picture, PictureShape } from "../pictures/shapes.ts";
import { MM_PER } from "../units/length.ts";
import type { Brush, Canvas, Format, WriteOptions } from "./format.ts";
import { INK } from "./print/ink.ts";
import { dashOf, type StrokeRole, WEIGHT_MM } from "./strokes.ts";
import { cutByItself } from "./inRow.ts";
import { isBehind, withTurned } from "./turned.ts";

/** Dots in an inch: as sharp as a good printer needs. */
const DPI = 300;
/** No side has more dots: canvases and memory end somewhere above. */
const MOST_DOTS = 7000;
/** mm left free all round. */
const ROUND_MM = 6;
const GROUND = "#ffffff";

/** What is drawn: each piece from its face, and turned over beside it where something is made on its back. */
function pictureFor(pieces: readonly Piece[]): Picture {
  const both = withTurned(pieces.filter(cutByItself));
  const turned = new Set(both.filter((p) => p.isTurned).map((p) => p.piece.id));
  const picture = flatPicture({
    pieces: both.map(({ piece, isTurned }) =>
      isTurned ? piece : { ...piece, lines: piece.lines.filter((line) => !isBehind(line)) },
    ),
  });
  const shapes = picture.shapes.map((s): PictureShape =>
    s.fill === "face" && turned.has(s.of ?? "") ? { ...s, fill: "back" } : s,
  );
  return { ...picture, shapes };
}

const roleOf = ({ role, fold }: PictureShape): StrokeRole =>
  role === "score" ? (fold ?? "valley") : (role as StrokeRole);

/** Paints a picture; the brush is in mm with y up already. */
function paint<P>(
  brush: Brush<P>,
  path: (data: string) => P,
  picture: Picture,
  colours: WriteOptions["colours"],
): void {
  brush.lineCap = "round";
  brush.lineJoin = "round";
  for (const shape of picture.shapes) {
    const drawn = path([shape.path, ...(shape.holes ?? [])].map(pathData).join(""));
    if (shape.fill === "face" || shape.fill === "back") {
      brush.fillStyle = (shape.paper ?? colours)[shape.fill];
      brush.fill(drawn, "evenodd");
    } else if (shape.fill === "ink") {
      brush.fillStyle = INK;
      brush.fill(drawn, "nonzero");
    }
    const role = roleOf(shape);
    brush.strokeStyle = INK;
    brush.lineWidth = WEIGHT_MM[role];
    brush.setLineDash([...(dashOf(role) ?? [])]);
    if (shape.fill !== "ink") brush.stroke(drawn);
  }
}

const CRC = Uint32Array.from({ length: 256 }, (_, n) => {
  let c = n;
  for (let k = 0; k < 8; k += 1) c = c & 1 ? 0xedb88320 ^ (c >>> 1) : c >>> 1;
  return c >>> 0;
});
/** The checksum of a chunk of a PNG file: CRC-32 of its type and data (ISO 3309). */
export const crcOf = (bytes: Uint8Array): number =>
  ~bytes.reduce((c, byte) => (CRC[(c ^ byte) & 255] ?? 0) ^ (c >>> 8), ~0) >>> 0;
/** Signature and header of a PNG file: the first chunk has always the same length. */
const HEAD_BYTES = 33;

/** A PNG file that says how many dots it has in a metre (chunk pHYs, PNG 1.2, 4.2.4.2). */
export function withDots(png: Uint8Array, perMetre: number): Uint8Array {
  const chunk = new Uint8Array(21);
  const view = new DataView(chunk.buffer);
  view.setUint32(0, 9);
  chunk.set(new TextEncoder().encode("pHYs"), 4);
  view.setUint32(8, perMetre);
  view.setUint32(12, perMetre);
  chunk[16] = 1;
  view.setUint32(17, crcOf(chunk.subarray(4, 17)));
  const whole = new Uint8Array(png.length + chunk.length);
  whole.set(png.subarray(0, HEAD_BYTES));
  whole.set(chunk, HEAD_BYTES);
  whole.set(png.subarray(HEAD_BYTES), HEAD_BYTES + chunk.length);
  return whole;
}

/** Writes the picture, as many dots in a mm as its size allows. */
export async function writePng(
  pieces: readonly Piece[],
  { canvas, colours }: Pick<WriteOptions, "canvas" | "colours">,
): Promise<Uint8Array> {
  const picture = pictureFor(pieces);
  const { left, right, top, bottom } = picture.bounds;
  const [width, height] = [right - left + 2 * ROUND_MM, top - bottom + 2 * ROUND_MM];
  const perMm = Math.min(DPI / MM_PER.in, MOST_DOTS / Math.max(width, height));
  const [across, down] = [Math.ceil(width * perMm), Math.ceil(height * perMm)];
  const made: Canvas = await canvas(across, down);
  const { brush } = made;
  brush.setTransform(1, 0, 0, 1, 0, 0);
  brush.fillStyle = GROUND;
  brush.fillRect(0, 0, across, down);
  brush.setTransform(perMm, 0, 0, -perMm, (ROUND_MM - left) * perMm, (ROUND_MM + top) * perMm);
  paint(brush, (data) => made.path(data), picture, colours);
  return withDots(await made.png(), Math.round(perMm * 1000));
}

/** The flat pieces as a picture. */
export const png: Format = {
  id: "png",
  title: "PNG",
  about: "a picture of all pieces flat, for showing",
  extension: ".png",
  mime: "image/png",
  lacks: ["lines"],
  of: ["draft"],
  reads: "pieces",
  write: ({ pieces }, how) => writePng(pieces, how),
};
