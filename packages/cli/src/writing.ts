/** What writers of files ask for, as this machine has it: type, something to paint on, the paper in the printer. */
import { readFileSync } from "node:fs";
import { createRequire } from "node:module";
import { type Canvas, catalogue, type Display, find, type WriteOptions } from "@cut-fold/core";

const { resolve } = createRequire(import.meta.url);

/** The type that is embedded, in two weights. */
export const fonts: WriteOptions["fonts"] = () => {
  const read = (weight: number): Uint8Array =>
    new Uint8Array(
      readFileSync(resolve(`@fontsource/source-sans-3/files/source-sans-3-latin-${String(weight)}-normal.woff`)),
    );
  return Promise.resolve({ regular: read(400), strong: read(600) });
};

/** A canvas; the program that paints is started for pictures alone. */
export const canvas: WriteOptions["canvas"] = async (width, height) => {
  const { createCanvas, Path2D } = await import("@napi-rs/canvas");
  const made = createCanvas(width, height);
  return {
    brush: made.getContext("2d"),
    path: (data) => new Path2D(data),
    png: async () => new Uint8Array(await made.encode("png")),
  } satisfies Canvas<InstanceType<typeof Path2D>>;
};

/** The paper that lies in printers where lengths are read so. */
export function printerPaper({ unit }: Display): WriteOptions["paper"] {
  const paper = find(catalogue.sheets, unit === "in" ? "us-letter" : "iso-a4");
  if (!paper) throw new Error("the catalogue lacks its own paper");
  return paper;
}
