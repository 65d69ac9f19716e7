/** Makes a loop of pictures away from the screen: each is made smaller and packed as it comes, and put together in the end. */
import { type Frame, writeApng } from "@cut-fold/core";
import { expose } from "comlink";

const frames: Frame[] = [];

const api = {
  /** The next picture of the loop, and for how many ms it stands. */
  async add(picture: ImageBitmap, ms: number, width: number, height: number, ground: string): Promise<void> {
    const canvas = new OffscreenCanvas(width, height);
    const pen = canvas.getContext("2d");
    if (!pen) throw new Error("This browser cannot make pictures aside.");
    pen.fillStyle = ground;
    pen.fillRect(0, 0, width, height);
    pen.drawImage(picture, 0, 0, width, height);
    picture.close();
    const blob = await canvas.convertToBlob({ type: "image/png" });
    frames.push({ png: new Uint8Array(await blob.arrayBuffer()), ms });
  },
  /** All of it as one file. */
  file(): Blob {
    return new Blob([writeApng(frames) as BlobPart], { type: "image/apng" });
  },
};
export type LoopApi = typeof api;
expose(api);
