/** Pictures of unknown origin, by the browser's own reader: in a worker. */

/** A picture unpacked, its longer side no more than so many points, as it was held. @throws where the browser cannot read it */
export async function unpacked(file: Blob, mostSide: number): Promise<ImageData> {
  const whole = await createImageBitmap(file, { imageOrientation: "from-image" });
  const k = Math.min(1, mostSide / Math.max(whole.width, whole.height));
  const [width, height] = [Math.max(1, Math.round(whole.width * k)), Math.max(1, Math.round(whole.height * k))];
  const canvas = new OffscreenCanvas(width, height);
  const context = canvas.getContext("2d");
  if (!context) throw new Error("no canvas");
  context.imageSmoothingQuality = "high";
  context.drawImage(whole, 0, 0, width, height);
  whole.close();
  return context.getImageData(0, 0, width, height);
}
