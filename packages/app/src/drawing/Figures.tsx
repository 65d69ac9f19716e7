import { type Dimension, formatLength, standingPast } from "@cut-fold/core";
import { memo, useLayoutEffect, useMemo, useRef, useState } from "react";
import { useChosen } from "../store/chosen.ts";
import { useDisplay } from "../store/settings.ts";
import { DimensionFigure } from "./DimensionFigure.tsx";
import { useLit } from "./lit.ts";
import type { OfPiece } from "./ofPiece.ts";
import { type Choice, placeFigures, type StandingName, withoutEchoes } from "./placing.ts";
import { toScreen, type View } from "./view.ts";

interface FiguresProps {
  readonly of: OfPiece;
  /** mm between two marks of the ruler */
  readonly grid: number;
  readonly view: View;
  readonly isHeld: boolean;
  readonly onHold: (held: boolean) => void;
}

/** Whether a figure is shown: those of a thing on a panel only while it is in hand, but for the size it is cut to. */
const isShown = ({ fitting, outside, code }: Dimension, chosen: string | undefined): boolean =>
  fitting === undefined || fitting === chosen || (outside === true && code.startsWith("blank"));

/** px a letter of a name takes */
const LETTER = 8;

/** The names of what lies on the piece, each in its middle. */
const namesOf = (contents: OfPiece["contents"], view: View): StandingName[] =>
  contents.map(({ x, y, name }) => ({ at: toScreen(view, [x, y]), wide: name.length * LETTER }));

/** The figures of one piece, each where it is clear. What they all share is asked for once. */
export const Figures = memo(function Figures({ of, grid, view, isHeld, onHold }: FiguresProps) {
  const display = useDisplay();
  const ruled = useDisplay(grid);
  const lit = useLit((s) => s.ids);
  const chosen = useChosen((s) => s.fitting);
  const [held, setHeld] = useState<ReadonlyMap<string, Choice>>();
  const { piece, dimensions, contents } = of;
  const shown = useMemo(
    () =>
      withoutEchoes(dimensions.filter((d) => isShown(d, chosen))).map((dimension) => ({
        dimension,
        text: formatLength(dimension.value, dimension.ruled ? ruled : display),
      })),
    [dimensions, chosen, display, ruled],
  );
  const placed = useMemo(() => {
    const past = standingPast([piece], contents).get(piece.id);
    return placeFigures(piece, shown, view, { held: isHeld ? held : undefined, names: namesOf(contents, view), past });
  }, [piece, shown, view, held, isHeld, contents]);
  const now = useRef(placed);
  useLayoutEffect(() => {
    now.current = placed;
  });
  // while anything is dragged every figure stays on the side where it is
  useLayoutEffect(() => {
    setHeld(isHeld ? new Map([...now.current].map(([id, { choice }]) => [id, choice])) : undefined);
  }, [isHeld]);
  return shown.map(({ dimension }) => {
    const at = placed.get(dimension.id);
    const isLit = lit.some((id) => id === dimension.id || (!id.endsWith("/outline") && dimension.lights.includes(id)));
    return at ? (
      <DimensionFigure
        key={dimension.id}
        dimension={dimension}
        placed={at}
        view={view}
        display={dimension.ruled ? ruled : display}
        isLit={isLit}
        grid={grid}
        onHold={onHold}
      />
    ) : null;
  });
});
