/** A picture of unknown origin made fit to be printed and kept, away from the screen: what its worker answers. */
import { type KeptPicture, PICTURE_POINTS } from "@cut-fold/core";
import { drawnFrom, refusedPicture, UNREADABLE } from "./unpacked.ts";

/** A picture with its points, or why it cannot be taken. */
export type PictureTaken =
  | { readonly ok: true; readonly picture: KeptPicture; readonly width: number; readonly height: number }
  | { readonly ok: false; readonly why: string };

/** How well it is kept: a printer shows no difference, and a page is written at once. */
const QUALITY = 0.95;
/** Letters of its digest that name it: no two pictures share so many. */
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
    const refused = await refusedPicture(file);
    if (refused !== undefined) return { ok: false, why: refused };
    try {
      // where nothing is to be seen no ink is printed: that is white, and the paper shows
      const { canvas } = await drawnFrom(file, PICTURE_POINTS.max, "#ffffff");
      const { width, height } = canvas;
      if (Math.min(width, height) < PICTURE_POINTS.min)
        return { ok: false, why: `The picture is smaller than ${String(PICTURE_POINTS.min)} points across.` };
      const made = await canvas.convertToBlob({ type: "image/jpeg", quality: QUALITY });
      const bytes = new Uint8Array(await made.arrayBuffer());
      const picture = { id: await idOf(bytes), name: name.slice(0, 120), type: "image/jpeg", bytes } as const;
      return { ok: true, picture, width, height };
    } catch {
      return { ok: false, why: UNREADABLE };
    }
  },
};
export type PictureApi = typeof pictureApi;
