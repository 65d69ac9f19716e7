/** Ink that stands off a paper. */
import { getContrastRatio } from "@mui/material/styles";
import { colour } from "./theme.ts";

/** On a paper this dark the ink of names would be hard to read: they are set in nearly black. */
const ENOUGH = 7;
const DARK_INK = "#0a1120";

/** What names are written in on a paper, so that they stand off it by 4.5 to 1 at least (WCAG 2.2, AA). */
export const inkOn = (face: string): { readonly fill: string; readonly fillOpacity: number } =>
  getContrastRatio(colour.ink, face) >= ENOUGH
    ? { fill: colour.ink, fillOpacity: 0.85 }
    : { fill: DARK_INK, fillOpacity: 1 };
