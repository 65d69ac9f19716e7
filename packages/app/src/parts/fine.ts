import { type Display, MM_PER } from "@cut-fold/core";

/** mm or inches, finer than a ruler has them: what is measured is told as it was found. */
export const fine = (mm: number, { unit }: Pick<Display, "unit">): string =>
  unit.startsWith("in") ? `${(mm / MM_PER.in).toFixed(3)} in` : `${mm.toFixed(2)} mm`;
