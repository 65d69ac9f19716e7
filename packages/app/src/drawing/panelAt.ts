/** Which panel of the flat main piece lies under a place of the window, and where on the piece that is. */
import type { Point } from "@cut-fold/core";

export interface PanelAt {
  readonly panel: string;
  /** mm in the piece's own flat coordinates */
  readonly at: Point;
  /** pixels for a mm */
  readonly k: number;
}

/** Panels that can be pressed say which they are; the browser knows how each stands on the screen. */
export function panelAt(x: number, y: number): PanelAt | undefined {
  for (const element of document.elementsFromPoint(x, y)) {
    const panel = element instanceof SVGGraphicsElement ? element.dataset["panel"] : undefined;
    const matrix = element instanceof SVGGraphicsElement ? element.getScreenCTM() : null;
    if (panel === undefined || !matrix) continue;
    const at = new DOMPoint(x, y).matrixTransform(matrix.inverse());
    return { panel, at: [at.x, at.y], k: Math.hypot(matrix.a, matrix.b) };
  }
  return undefined;
}
