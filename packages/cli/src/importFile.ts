/** The command `import`: outlines out of a file of any kind that is known, as the contract has them. */
import { flatten, mapPath, pathData } from "@cut-fold/core";
import {
  FILE_LIMITS,
  MOST_POINTS,
  MOST_SIDE,
  OutlineError,
  type Pixels,
  pictureSize,
  readDrawing,
  safeWidth,
  trace,
  type Tracing,
} from "@cut-fold/core/outlines";
import jpeg from "jpeg-js";
import { PNG } from "pngjs";
import { BadInput } from "./badInput.ts";

/** What reading a picture may take, MB: `MOST_POINTS` of four bytes, and what a JPEG needs beside them. */
const MOST_MB = 1024;

/** The points of a picture. @throws OutlineError where it is too large or damaged */
function unpacked(bytes: Uint8Array): Pixels {
  const size = pictureSize(bytes);
  if (!size) throw new OutlineError("it is neither SVG, DXF, HPGL, PNG nor JPEG, or it is damaged");
  if (size.width * size.height > MOST_POINTS)
    throw new OutlineError(`it unfolds to ${String(size.width)} × ${String(size.height)} points: save it smaller`);
  try {
    if (bytes[0] === 0xff) return jpeg.decode(bytes, { useTArray: true, maxMemoryUsageInMB: MOST_MB });
    return PNG.sync.read(Buffer.from(bytes));
  } catch (error) {
    throw new OutlineError(`it cannot be unpacked: ${error instanceof Error ? error.message : "it is damaged"}`);
  }
}

/** The mean of the points that come together where a picture is made smaller by a whole number. */
function smaller({ width, height, data }: Pixels, by: number): Pixels {
  const [w, h] = [Math.max(1, Math.floor(width / by)), Math.max(1, Math.floor(height / by))];
  const out = new Uint8Array(4 * w * h);
  for (let y = 0; y < h; y += 1)
    for (let x = 0; x < w; x += 1)
      for (let c = 0; c < 4; c += 1) {
        let sum = 0;
        for (let v = 0; v < by; v += 1)
          for (let u = 0; u < by; u += 1) sum += data[4 * ((y * by + v) * width + x * by + u) + c] ?? 0;
        out[4 * (y * w + x) + c] = sum / by ** 2;
      }
  return { width: w, height: h, data: out };
}

/** One shape, its outer line and its holes, in points of the picture as it was given; y down. */
function traced(bytes: Uint8Array, mode: NonNullable<Tracing["mode"]>): unknown {
  const picture = unpacked(bytes);
  const { width, height } = picture;
  const by = Math.max(1, Math.ceil(Math.max(width, height) / MOST_SIDE));
  const found = trace(by > 1 ? smaller(picture, by) : picture, { mode });
  const [outer] = found?.rings ?? [];
  if (!found || !outer) throw new OutlineError("nothing in it stands out from its paper");
  const rings = found.rings.map((ring) => mapPath(ring, ([x, y]) => [x * by, y * by]));
  const points = rings.map((ring) => flatten(ring));
  const across = Math.max(...flatten(outer).map(([x]) => x)) - Math.min(...flatten(outer).map(([x]) => x));
  return {
    ...{ units: "px", width, height, yUp: false },
    outlines: [
      {
        ...{ id: "traced", closed: true, path: rings.map((ring) => pathData(ring)).join("") },
        ...{ rings: points, nodes: rings.reduce((sum, ring) => sum + ring.length, 0) },
      },
    ],
    warnings: [
      ...(found.isNoisy ? ["The picture is noisy: its line is smoothed."] : []),
      `Traced at ${String(Math.round(across))} points across: up to ${safeWidth(across).toFixed(0)} mm wide no steps are seen.`,
    ],
  };
}

/** Lines of a drawing, mm, y up. */
function drawn(bytes: Uint8Array): unknown {
  const { width, height, outlines, warnings } = readDrawing(bytes);
  return {
    ...{ units: "mm", width, height, yUp: true },
    outlines: outlines.map(({ id, closed, path, group, colour, dash }) => ({
      ...{ id, closed, path: pathData(path), rings: [flatten(path)], nodes: path.length },
      ...(group !== undefined && { group }),
      ...(colour !== undefined && { colour }),
      ...(dash !== undefined && { dash }),
    })),
    warnings,
  };
}

/** Reads a file by what is in it, whatever it is called. @throws BadInput with a sentence */
export function importFile(bytes: Uint8Array, mode: NonNullable<Tracing["mode"]>): unknown {
  try {
    if (bytes.length > FILE_LIMITS.bytes) throw new OutlineError("it is larger than 10 MB");
    // pictures begin with bytes that no text has
    if (bytes[0] === 0x89 || bytes[0] === 0xff) return traced(bytes, mode);
    return drawn(bytes);
  } catch (error) {
    if (error instanceof OutlineError) throw new BadInput([`file: ${error.message}`]);
    throw error;
  }
}
