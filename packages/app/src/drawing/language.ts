/** The drawing language on screen: the packaging trade's line styles, readable without colour. */
import { dashOf, type StrokeRole } from "@cut-fold/core";
import { colour } from "../theme/theme.ts";

/** Screen pixels for a mm of the printed dash patterns. */
const PX_PER_DASH_MM = 3;

export const strokeOf = (role: StrokeRole): { stroke: string; strokeWidth: number; strokeDasharray?: string } => {
  const dash = dashOf(role);
  return {
    stroke: role === "guide" ? colour.guide : colour.ink,
    strokeWidth: role === "cut" ? 2.2 : role === "foil" ? 4 : 1.5,
    ...(dash && { strokeDasharray: dash.map((d) => d * PX_PER_DASH_MM).join(" ") }),
  };
};

export const ROLE_WORDS: Readonly<Record<StrokeRole, string>> = {
  cut: "cut",
  valley: "valley score",
  mountain: "mountain score",
  perforate: "perforation",
  pen: "pen",
  foil: "foil",
  print: "print",
  guide: "guide",
};
