import { flatten, type OnFlat, type Point } from "@cut-fold/core";
import { memo } from "react";
import { inkOn } from "../theme/ink.ts";
import type { OfPiece } from "./ofPiece.ts";
import { panelNames } from "./panelNames.ts";
import type { View } from "./view.ts";

interface PanelNamesProps {
  readonly of: OfPiece;
  readonly view: View;
  readonly laid: readonly OnFlat[];
  /** the colour of the paper they stand on */
  readonly face: string;
}

/** The names of a piece's panels, where there is room for them. */
export const PanelNames = memo(function PanelNames({ of, view, laid, face }: PanelNamesProps) {
  const { piece, contents, dimensions } = of;
  return (
    <g {...inkOn(face)} fontSize={14} textAnchor="middle" pointerEvents="none">
      {panelNames(piece, view, { contents, dimensions, laid: laid.flatMap(loopsOf) }).map(({ id, name, at }) => (
        <text key={id} x={at[0]} y={at[1]}>
          {name}
        </text>
      ))}
    </g>
  );
});

/** The edges of something that lies on the paper. */
const loopsOf = ({ shape }: OnFlat): readonly (readonly Point[])[] =>
  [shape.path, ...(shape.holes ?? [])].map((loop) => flatten(loop));
