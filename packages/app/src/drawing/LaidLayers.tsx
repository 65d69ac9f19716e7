import { memo } from "react";
import { colour } from "../theme/theme.ts";
import { paperColours } from "./colours.ts";
import type { Laid } from "./laidOn.ts";
import { useLit } from "./lit.ts";
import { toScreen, type View } from "./view.ts";

interface LaidLayersProps {
  readonly laid: readonly Laid[];
  readonly view: View;
}

/** Layers as they lie on the card: those inside as they show through, in outline. */
export const LaidLayers = memo(function LaidLayers({ laid, view }: LaidLayersProps) {
  const lit = useLit((s) => s.ids);
  return (
    <g pointerEvents="none">
      {laid.map(({ piece, loops, face }) => {
        const inside = face === "back";
        const isLit = lit.includes(piece.id);
        return (
          <path
            key={piece.id}
            d={loops.map((points) => `M${points.map((p) => toScreen(view, p).join(" ")).join("L")}Z`).join("")}
            fillRule="evenodd"
            fill={inside ? "none" : paperColours(piece.stock?.preset).face}
            stroke={isLit ? colour.rust : colour.soft}
            strokeWidth={isLit ? 2.4 : 1.1}
            {...(inside && { strokeDasharray: "2 4" })}
          />
        );
      })}
    </g>
  );
});
