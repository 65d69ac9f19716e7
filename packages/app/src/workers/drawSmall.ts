/** Small drawings for the drawer, made away from the screen: what its worker answers. */
import { closedPicture, draw, flatPicture, inPaths, mainPiece, readSpec } from "@cut-fold/core";
import { loadFormsOf } from "../needs/forms.ts";
import type { Small } from "../store/smalls.ts";
import { coloursOf } from "../theme/colours.ts";

export const drawerApi = {
  /** A recipe flat and closed, with the size it is cut to; undefined for one that cannot be read. */
  async draw(given: unknown): Promise<Small | undefined> {
    await loadFormsOf([given]);
    const read = readSpec(given);
    if (!read.ok) return undefined;
    const drawing = draw(read.value);
    const { width = 0, height = 0 } = mainPiece(drawing)?.blank ?? {};
    return {
      pictures: [flatPicture(drawing), closedPicture(drawing)].map(inPaths),
      cut: { width, height },
      grid: drawing.grid,
      colours: coloursOf(read.value),
    };
  },
};
export type DrawerApi = typeof drawerApi;
