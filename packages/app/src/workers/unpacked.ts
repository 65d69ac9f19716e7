/** Pictures of unknown origin, by the browser's own reader: in a worker. */
import { pictureSize } from "@cut-fold/core/outlines";

const MOST_BYTES = 40_000_000;
const MOST_POINTS = 120_000_000;
/** A picture says its size in its first bytes. */
const HEAD_BYTES = 1 << 20;

/** Why a picture is not even unpacked, in a sentence; undefined for one that may be. */
export async function refusedPicture(file: Blob): Promise<string | undefined> {
  if (file.size > MOST_BYTES) return "The picture is larger than 40 MB.";
  const size = pictureSize(new Uint8Array(await file.slice(0, HEAD_BYTES).arrayBuffer()));
  if (!size) return "This is no PNG or JPEG picture, or it is damaged.";
  return size.width * size.height > MOST_POINTS
    ? "The picture has more than 120 million points. Save it smaller."
    : undefined;
}

/** What is told of one that the browser itself gives up. */
export const UNREADABLE = "The browser cannot read this picture: it is damaged, or only called one.";

/**
 * A picture drawn as it was held, its longer side no more than so many points.
 * @param ground what shows where nothing is to be seen @throws where the browser cannot read it
 */
export async function drawnFrom(file: Blob, mostSide: number, ground?: string) {
  const whole = await createImageBitmap(file, { imageOrientation: "from-image" });
  const k = Math.min(1, mostSide / Math.max(whole.width, whole.height));
  const [width, height] = [Math.max(1, Math.round(whole.width * k)), Math.max(1, Math.round(whole.height * k))];
  const canvas = new OffscreenCanvas(width, height);
  const context = canvas.getContext("2d");
  if (!context) throw new Error("no canvas");
  if (ground !== undefined) {
    context.fillStyle = ground;
    context.fillRect(0, 0, width, height);
  }
  context.imageSmoothingQuality = "high";
  context.drawImage(whole, 0, 0, width, height);
  whole.close();
  return { canvas, context };
}

/** The same as its points. @throws where the browser cannot read it */
export async function unpacked(file: Blob, mostSide: number): Promise<ImageData> {
  const { canvas, context } = await drawnFrom(file, mostSide);
  return context.getImageData(0, 0, canvas.width, canvas.height);
}
