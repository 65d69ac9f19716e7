/** An outline drawn as paper: its holes open, true to its proportions. */
import { memo } from "react";
import { colour } from "../theme/theme.ts";

interface OutlineDrawingProps {
  readonly drawn: string;
  readonly width: number;
  readonly height: number;
  /** what it shows, for those who do not see it; empty where the words beside it say it */
  readonly label: string;
}

export const OutlineDrawing = memo(function OutlineDrawing({ drawn, width, height, label }: OutlineDrawingProps) {
  const margin = Math.max(width, height) * 0.03;
  const box = [-margin, -height - margin, width + 2 * margin, height + 2 * margin];
  return (
    <svg
      {...(label === "" ? { "aria-hidden": true } : { role: "img", "aria-label": label })}
      width="100%"
      height="100%"
      viewBox={box.map((v) => v.toFixed(3)).join(" ")}
    >
      <path
        d={drawn}
        transform="scale(1 -1)"
        fill={colour.sheet}
        fillRule="evenodd"
        stroke={colour.ink}
        strokeWidth={1.5}
        vectorEffect="non-scaling-stroke"
      />
    </svg>
  );
});
