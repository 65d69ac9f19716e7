/** Sizes out of a picture of unknown origin, away from the screen: what its worker answers. Nothing leaves the machine. */
import type { Point } from "@cut-fold/core";
import {
  alongLong,
  backOf,
  carried,
  type Grey,
  type Known,
  pairIn,
  type PhotoFound,
  type Quad,
  quadByHand,
  quadNear,
  rectangleIn,
  setStraight,
  straightened,
  thingsIn,
} from "@cut-fold/core/measure";
import { shadesOf } from "@cut-fold/core/outlines";
import { refusedPicture, unpacked, UNREADABLE } from "./unpacked.ts";

/** Four corners in points of the picture, one after the other. */
export type Four = readonly Point[];

/** A picture as it was opened, and what lies in it; or why it cannot be, in a sentence. */
export type PhotoOpened =
  | {
      readonly ok: true;
      readonly width: number;
      readonly height: number;
      readonly things: readonly Four[];
      /** which of them is the known one, and which is measured, by their places */
      readonly reference: number | undefined;
      readonly thing: number | undefined;
    }
  | { readonly ok: false; readonly why: string };

/** What is measured, and by what. */
export interface PhotoAsk {
  readonly known: Known;
  readonly reference: Four;
  readonly thing: Four;
  readonly thickness: number;
}

/** What was found, with the corners as they were brought onto the edges; or why nothing was. */
export type PhotoAnswer =
  | {
      readonly ok: true;
      readonly found: PhotoFound;
      readonly reference: Four;
      readonly thing: Four;
      /** no edge was seen at corners that a hand had put there */
      readonly byHand: boolean;
    }
  | { readonly ok: false; readonly why: string };

/** Points of the longer side that are looked at. */
const MOST_SIDE = 2200;
/** How far from a corner that hand or eye has put there an edge may be: part of the picture, and points at least. */
const REACH_PART = 0.011;
const LEAST_REACH = 6;
/** Fewer points across tell nothing. */
const LEAST_SIDE = 200;
/** mm about the thing that are set straight with it. */
const ABOUT_MM = 8;

let open: { readonly pixels: ImageData; readonly grey: Grey } | undefined;

/** Corners onto the edges that are there. */
const onEdges = (grey: Grey, four: Four): Quad | undefined =>
  quadNear(grey, four, Math.max(LEAST_REACH, REACH_PART * Math.max(grey.width, grey.height)));

export const photoApi = {
  async open(file: Blob, known: Known): Promise<PhotoOpened> {
    const why = await refusedPicture(file);
    if (why !== undefined) return { ok: false, why };
    try {
      const pixels = await unpacked(file, MOST_SIDE);
      const { width, height, at } = shadesOf(pixels);
      open = { pixels, grey: { width, height, at } };
    } catch {
      return { ok: false, why: UNREADABLE };
    }
    const { pixels, grey } = open;
    if (Math.min(pixels.width, pixels.height) < LEAST_SIDE)
      return {
        ok: false,
        why: `The picture is too small: fewer than ${String(LEAST_SIDE)} points across tell nothing.`,
      };
    const things = thingsIn(pixels);
    const quads = things.map((four) => onEdges(grey, four));
    const pair = pairIn(quads, known, { width: pixels.width, height: pixels.height });
    return {
      ...{ ok: true, width: pixels.width, height: pixels.height },
      things: quads.map((quad, i) => [...(quad?.corners ?? things[i] ?? [])]),
      ...{ reference: pair?.reference, thing: pair?.thing },
    };
  },

  /** @throws before a picture is open */
  measure({ known, reference, thing, thickness }: PhotoAsk): PhotoAnswer {
    if (!open) throw new Error("no picture is open");
    const { grey } = open;
    // as a hand put them where no edge is seen
    const [ref, own] = [onEdges(grey, reference) ?? quadByHand(reference), onEdges(grey, thing) ?? quadByHand(thing)];
    if (!ref || !own) return { ok: false, why: "Corners of one of the two lie too near each other." };
    const { width, height } = open.pixels;
    const found = rectangleIn({
      ...{ known, reference: alongLong(ref), thing: own, thickness },
      picture: { width, height },
    });
    if (!found || !Number.isFinite(found.widthSpread + found.heightSpread))
      return { ok: false, why: "These two do not look like rectangles on one table. Put the corners right." };
    return {
      ...{ ok: true, found, reference: [...ref.corners], thing: [...own.corners] },
      byHand: ref.byHand !== undefined || own.byHand !== undefined,
    };
  },

  /** The thing and a little about it as it lies, as a picture in true size; and how many mm it is wide. */
  async straight(
    found: PhotoFound,
    thing: Four,
    lift: number,
  ): Promise<{ readonly file: Blob; readonly wide: number }> {
    if (!open) throw new Error("no picture is open");
    const { pixels } = open;
    const back = backOf(found.table);
    const on = thing.map((p) => carried(back, straightened(p, found.lens)));
    const [xs, ys] = [on.map(([x]) => x), on.map(([, y]) => y)];
    const [left, low] = [Math.min(...xs) - ABOUT_MM, Math.min(...ys) - ABOUT_MM];
    const [width, height] = [Math.max(...xs) + ABOUT_MM - left, Math.max(...ys) + ABOUT_MM - low];
    // as fine as the picture is there
    const perMm = Math.hypot(pixels.width, pixels.height) / Math.hypot(width, height) / 2;
    const straight = setStraight(pixels, found, { left, low, width, height }, Math.min(12, Math.max(3, perMm)));
    const canvas = new OffscreenCanvas(straight.width, straight.height);
    const context = canvas.getContext("2d");
    if (!context) throw new Error("no canvas");
    const image = context.createImageData(straight.width, straight.height);
    image.data.set(straight.data);
    context.putImageData(image, 0, 0);
    const file = await canvas.convertToBlob({ type: "image/png" });
    return { file, wide: straight.width * straight.mm * (found.away > 0 ? 1 - lift / found.away : 1) };
  },
};
export type PhotoApi = typeof photoApi;
