/** A loop of something folding, filmed frame by frame from its view in space. */
import { transfer, wrap } from "comlink";
import type { LoopApi } from "../workers/loop.worker.ts";

/** px that a loop is wide at most: a phone shows it whole, and it is sent quickly. */
const MOST_PX = 560;
/** frames to a fold; ms each stands, and the first and the last */
const FRAMES_A_FOLD = 9;
const MOST_FRAMES = 70;
const MS = 70;
const FIRST_MS = 700;
const LAST_MS = 1800;

/** A frame is drawn in the next one that the browser shows, and there the one after. */
const drawn = (): Promise<void> =>
  new Promise((resolve) =>
    requestAnimationFrame(() => requestAnimationFrame(() => requestAnimationFrame(() => resolve()))),
  );

interface Filming {
  readonly canvas: HTMLCanvasElement;
  /** folds and fillings there are */
  readonly end: number;
  readonly ground: string;
  readonly goTo: (progress: number) => void;
  /** how far it has come, 0 to 1 */
  readonly onFilmed: (part: number) => void;
  readonly signal: AbortSignal;
}

/** Undefined where it was called off. */
export async function filmFolding(filming: Filming): Promise<Blob | undefined> {
  const { canvas, end, ground, goTo, onFilmed, signal } = filming;
  const worker = new Worker(new URL("../workers/loop.worker.ts", import.meta.url), { type: "module" });
  try {
    const api = wrap<LoopApi>(worker);
    const k = Math.min(1, MOST_PX / canvas.width);
    const [width, height] = [Math.round(canvas.width * k), Math.round(canvas.height * k)];
    const count = Math.min(MOST_FRAMES, Math.ceil(end * FRAMES_A_FOLD)) + 1;
    for (let i = 0; i < count; i += 1) {
      if (signal.aborted) return undefined;
      goTo((end * i) / (count - 1));
      await drawn();
      const picture = await createImageBitmap(canvas);
      const ms = i === 0 ? FIRST_MS : i === count - 1 ? LAST_MS : MS;
      await api.add(transfer(picture, [picture]), ms, width, height, ground);
      onFilmed((i + 1) / count);
    }
    return signal.aborted ? undefined : await api.file();
  } finally {
    worker.terminate();
  }
}
