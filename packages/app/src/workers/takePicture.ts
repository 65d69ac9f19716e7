/** A picture of unknown origin made fit to be printed and kept, away from the screen: what its worker answers. */
import { type KeptPicture, PICTURE_POINTS } from "@cut-fold/core";
import { pictureSize } from "@cut-fold/core/outlines";

/** A picture with its points, or why it cannot be taken. */
export type PictureTaken =
  | { readonly ok: true; readonly picture: KeptPicture; readonly width: number; readonly height: number }
  | { readonly ok: false; readonly why: string };

const MOST_BYTES = 40_000_000;
const MOST_POINTS = 120_000_000;
const HEAD_BYTES = 1 << 20;
/** How well it is kept: a printer shows no difference, and a page is written at once. */
const QUALITY = 0.95;
const ID_LETTERS = 32;

async function idOf(bytes: Uint8Array<ArrayBuffer>): Promise<string> {
  const digest = new Uint8Array(await crypto.subtle.digest("SHA-256", bytes));
  return [...digest]
    .map((byte) => byte.toString(16).padStart(2, "0"))
    .join("")
    .slice(0, ID_LETTERS);
}

export const pictureApi = {
  async take(file: Blob, name: string): Promise<PictureTaken> {
    if (file.size > MOST_BYTES) return { ok: false, why: "The picture is larger than 40 MB." };
    try {
      const head = new Uint8Array(await file.slice(0, HEAD_BYTES).arrayBuffer());
      const size = pictureSize(head);
      if (!size) return { ok: false, why: "This is no PNG, JPEG or SVG picture, or it is damaged." };
      if (size.width * size.height > MOST_POINTS)
        return { ok: false, why: "The picture has more than 120 million points. Save it smaller." };
      const whole = await createImageBitmap(file, { imageOrientation: "from-image" });
      const k = Math.min(1, PICTURE_POINTS.max / Math.max(whole.width, whole.height));
      const [width, height] = [Math.max(1, Math.round(whole.width * k)), Math.max(1, Math.round(whole.height * k))];
      if (Math.min(width, height) < PICTURE_POINTS.min)
        return { ok: false, why: `The picture is smaller than ${String(PICTURE_POINTS.min)} points across.` };
      const canvas = new OffscreenCanvas(width, height);
      const pen = canvas.getContext("2d");
      if (!pen) throw new Error("no canvas");
      // where nothing is to be seen no ink is printed: that is white, and the paper shows
      pen.fillStyle = "#ffffff";
      pen.fillRect(0, 0, width, height);
      pen.imageSmoothingQuality = "high";
      pen.drawImage(whole, 0, 0, width, height);
      const made = await canvas.convertToBlob({ type: "image/jpeg", quality: QUALITY });
      whole.close();
      const bytes = new Uint8Array(await made.arrayBuffer());
      const picture = { id: await idOf(bytes), name: name.slice(0, 120), type: "image/jpeg", bytes } as const;
      return { ok: true, picture, width, height };
    } catch {
      return { ok: false, why: "The browser cannot read this picture: it is damaged, or only called one." };
    }
  },
};
export type PictureApi = typeof pictureApi;
