/** Drawings made away from the screen: small ones for the drawer, and whole ones that would hold it. */
import { closedPicture, draw, type Drawing, flatPicture, inPaths, mainPiece, readSpec } from "@cut-fold/core";
import { loadFormsOf } from "../needs/forms.ts";
import type { Small } from "../store/smalls.ts";
import { coloursOf } from "../theme/colours.ts";

export const drawerApi = {
  /** A recipe drawn. @throws for one that cannot be read: the screen never sends one */
  async whole(given: unknown): Promise<Drawing> {
    await loadFormsOf([given]);
    const read = readSpec(given);
    if (!read.ok) throw new Error("no recipe");
    return draw(read.value);
  },

  /** A recipe flat and closed, with the size it is cut to; undefined for one that cannot be read. */
  async small(given: unknown): Promise<Small | undefined> {
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
