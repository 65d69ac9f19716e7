/** Coming nearer to a drawing that is fitted to its window, and moving about in it. */
import type { Point, Size } from "@cut-fold/core";
import type { View } from "./view.ts";

/** How much nearer than fitted, and px by which the window's middle is moved. */
export interface Camera {
  readonly zoom: number;
  readonly x: number;
  readonly y: number;
}

export const FITTED: Camera = { zoom: 1, x: 0, y: 0 };
/** Nearer than this a ruler shows nothing more. */
export const NEAREST = 12;

/** Held so that paper stays in the window. */
const held = ({ zoom, x, y }: Camera, { width, height }: Size): Camera => {
  const [across, up] = [((zoom - 1) * width) / 2, ((zoom - 1) * height) / 2];
  return { zoom, x: Math.min(across, Math.max(-across, x)), y: Math.min(up, Math.max(-up, y)) };
};

/** So many times as near, what is under a place of the window (px) staying there. */
export function zoomedAt({ zoom, x, y }: Camera, by: number, [px, py]: Point, size: Size): Camera {
  const next = Math.min(NEAREST, Math.max(1, zoom * by));
  const part = next / zoom;
  const [ax, ay] = [px - size.width / 2, py - size.height / 2];
  return held({ zoom: next, x: ax - (ax - x) * part, y: ay - (ay - y) * part }, size);
}

/** Moved by so many px. */
export const movedBy = (camera: Camera, dx: number, dy: number, size: Size): Camera =>
  held({ ...camera, x: camera.x + dx, y: camera.y + dy }, size);

/** The fitted view as the camera sees it. */
export const seenBy = ({ k, x0, y0 }: View, { zoom, x, y }: Camera, { width, height }: Size): View => ({
  k: k * zoom,
  x0: width / 2 + (x0 - width / 2) * zoom + x,
  y0: height / 2 + (y0 - height / 2) * zoom + y,
});

/** What carries a drawing that stands as one camera saw it to where another sees it, until it is drawn anew: scale, right, down. */
export function between(was: Camera, now: Camera, { width, height }: Size): readonly [number, number, number] {
  const part = now.zoom / was.zoom;
  return [part, width / 2 + now.x - part * (width / 2 + was.x), height / 2 + now.y - part * (height / 2 + was.y)];
}
