/** What a format is written with and from, in tests. */
import { readFileSync } from "node:fs";
import { createRequire } from "node:module";
import { createCanvas, Path2D } from "@napi-rs/canvas";
import { eachNamed } from "../asks/each.ts";
import type { Canvas, WriteOptions, Written } from "../formats/format.ts";
import { solve } from "../solve.ts";
import { specOf } from "./randomSpec.ts";

const { resolve } = createRequire(import.meta.url);
/** The shop's own type as the PDF embeds it. */
export const font = (weight: number) =>
  new Uint8Array(
    readFileSync(resolve(`@fontsource/source-sans-3/files/source-sans-3-latin-${String(weight)}-normal.woff`)),
  );
/** How a test writes: always the same. */
export const how: WriteOptions = {
  display: { unit: "mm" },
  date: new Date("2026-09-20T09:00:00Z"),
  paper: { width: 297, height: 420 },
  colours: { face: "#ffeedd", back: "#aabbcc" },
  fonts: () => Promise.resolve({ regular: font(400), strong: font(600) }),
  canvas: (width, height) => {
    const made = createCanvas(width, height);
    return Promise.resolve({
      brush: made.getContext("2d"),
      path: (data: string) => new Path2D(data),
      png: async () => new Uint8Array(await made.encode("png")),
    } as Canvas);
  },
};

/** A recipe as a format is given it. */
export function written(given: object, title = "Apple crisp"): Written {
  const spec = specOf(given);
  const solution = solve(spec);
  const each = eachNamed(solution);
  const now = how.date.toISOString();
  const draft = { id: "draft-1", name: title, tags: ["open day"], note: "", made: now, changed: now, step: 1, spec };
  return { title, draft, pieces: each.pieces, whole: () => ({ solution, each }) };
}
