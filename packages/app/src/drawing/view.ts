import type { Point } from "@cut-fold/core";

/** How a drawing in mm lies on the screen. */
export interface View {
  /** pixels for a mm */
  readonly k: number;
  /** where the drawing's lower left corner stands, px */
  readonly x0: number;
  readonly y0: number;
}

/** A place of the drawing (mm, y up) on the screen (px, y down). */
export const toScreen = ({ k, x0, y0 }: View, [x, y]: Point): Point => [x0 + x * k, y0 - y * k];

/** A place on the screen as the drawing writes it: hundredths of a pixel, so that what stands still stays the same text. */
export const px = (value: number): string => String(Math.round(value * 100) / 100);

/** The transform under which a drawing is in mm, y up. */
export const inMm = ({ k, x0, y0 }: View): string =>
  `matrix(${String(k)} 0 0 ${String(-k)} ${String(x0)} ${String(y0)})`;
