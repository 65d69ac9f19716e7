import { flatten, type OnFlat, type Point } from "@cut-fold/core";
import { memo } from "react";
import { inkOn } from "../theme/ink.ts";
import type { OfPiece } from "./ofPiece.ts";
import { panelNames } from "./panelNames.ts";
import { boxOf, type PlacedFigure } from "./placing.ts";
import type { View } from "./view.ts";

interface PanelNamesProps {
  readonly of: OfPiece;
  readonly view: View;
  /** edges of what lies on the paper, mm */
  readonly laid: readonly (readonly Point[])[];
  /** the colour of the paper they stand on */
  readonly face: string;
  /** figures as they stand: a name steps aside for them */
  readonly figures: ReadonlyMap<string, PlacedFigure>;
}

/** The names of a piece's panels, where there is room for them. */
export const PanelNames = memo(function PanelNames({ of, view, laid, face, figures }: PanelNamesProps) {
  const { piece, contents } = of;
  const placed = [...figures.values()];
  const names = panelNames(piece, view, {
    ...{ contents, laid },
    figures: placed.map(boxOf),
    lines: placed.map(({ from, to }) => [from, to]),
  });
  return (
    <g {...inkOn(face)} fontSize={14} textAnchor="middle" pointerEvents="none">
      {names.map(({ id, name, at }) => (
        <text key={id} x={at[0]} y={at[1]}>
          {name}
        </text>
      ))}
    </g>
  );
});

/** The edges of something that lies on the paper. */
export const loopsOf = ({ shape }: OnFlat): readonly (readonly Point[])[] =>
  [shape.path, ...(shape.holes ?? [])].map((loop) => flatten(loop));
