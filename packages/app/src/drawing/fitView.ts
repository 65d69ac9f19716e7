/** How an arrangement of pieces is fitted to its window, with room round it for the figures. */
import type { Size } from "@cut-fold/core";
import type { arrange } from "./arrange.ts";
import type { Room } from "./placing.ts";
import type { View } from "./view.ts";

/** Pixels kept free round the paper: a figure stands there on its line. */
export const MARGIN = { x: 64, top: 52, bottom: 56 } as const;

/** Pixels that the paper itself has of a window, across and up. */
export const freeFor = ({ width, height }: Size): [wide: number, tall: number] => [
  width - 2 * MARGIN.x,
  height - MARGIN.top - MARGIN.bottom,
];

/** The arrangement in the middle of its window. */
export const fitView = (wide: number, tall: number, { k, width, height }: ReturnType<typeof arrange>): View => ({
  k,
  x0: (wide - width * k) / 2,
  y0: MARGIN.top + (tall - MARGIN.top - MARGIN.bottom - height * k) / 2 + height * k,
});

/** Pixels beside each of several pieces: a number that stands upright on its line, with the gap to the next. */
const BETWEEN = 48;

/** Pixels free round a blank: what its window leaves of one that stands alone, the margins of those that stand together. */
export const roomRound = (window: Size, { k, width, height, placed }: ReturnType<typeof arrange>): Room =>
  placed.length > 1
    ? { x: BETWEEN, top: MARGIN.top, bottom: MARGIN.bottom }
    : {
        x: Math.max(MARGIN.x, (window.width - width * k) / 2),
        top: MARGIN.top + Math.max(0, window.height - MARGIN.top - MARGIN.bottom - height * k) / 2,
        bottom: MARGIN.bottom + Math.max(0, window.height - MARGIN.top - MARGIN.bottom - height * k) / 2,
      };
