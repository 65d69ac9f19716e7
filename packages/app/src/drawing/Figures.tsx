import { type Dimension, formatLength, type OnFlat, standingPast } from "@cut-fold/core";
import { memo, useLayoutEffect, useMemo, useRef, useState } from "react";
import { useChosen } from "../store/chosen.ts";
import { useDisplay } from "../store/settings.ts";
import { DimensionFigure } from "./DimensionFigure.tsx";
import { useLit } from "./lit.ts";
import { loopsOf, PanelNames } from "./PanelNames.tsx";
import type { OfPiece } from "./ofPiece.ts";
import { type Choice, placeFigures, type Room, type StandingName, withoutEchoes } from "./placing.ts";
import { toScreen, type View } from "./view.ts";

interface FiguresProps {
  readonly of: OfPiece;
  /** mm between two marks of the ruler */
  readonly grid: number;
  readonly view: View;
  /** px round the blank that figures may stand in */
  readonly room: Room | undefined;
  /** what lies on the piece, and the colour of its paper */
  readonly laid: readonly OnFlat[];
  readonly face: string;
  readonly isHeld: boolean;
  readonly onHold: (held: boolean) => void;
}

/** Whether a figure is shown: those of a thing on a panel only while it is in hand, but for the size it is cut to. */
const isShown = ({ fitting, outside, code }: Dimension, chosen: string | undefined): boolean =>
  fitting === undefined || fitting === chosen || (outside === true && code.startsWith("blank"));

/** px a letter of a name takes */
const LETTER = 8;

/** The figures of a piece that are shown, with what is in hand. */
export const shownOn = (dimensions: OfPiece["dimensions"], chosen: string | undefined): readonly Dimension[] =>
  withoutEchoes(dimensions.filter((d) => isShown(d, chosen)));

/** The names of what lies on the piece, each in its middle. */
export const namesOf = (contents: OfPiece["contents"], view: View): StandingName[] =>
  contents.map(({ x, y, name, rotation }) => ({
    ...{ at: toScreen(view, [x, y]), wide: name.length * LETTER, turned: rotation },
  }));

/** The figures of one piece, each where it is clear. What they all share is asked for once. */
export const Figures = memo(function Figures({ of, grid, view, room, laid, face, isHeld, onHold }: FiguresProps) {
  const display = useDisplay();
  const ruled = useDisplay(grid);
  const lit = useLit((s) => s.ids);
  const chosen = useChosen((s) => s.fitting);
  const [held, setHeld] = useState<ReadonlyMap<string, Choice>>();
  const { piece, dimensions, contents } = of;
  const shown = useMemo(
    () =>
      shownOn(dimensions, chosen).map((dimension) => ({
        dimension,
        text: formatLength(dimension.value, dimension.ruled ? ruled : display),
      })),
    [dimensions, chosen, display, ruled],
  );
  const edges = useMemo(() => laid.flatMap(loopsOf), [laid]);
  const placed = useMemo(() => {
    const past = standingPast([piece], contents).get(piece.id);
    const names = namesOf(contents, view);
    return placeFigures(piece, shown, view, { held: isHeld ? held : undefined, names, past, laid: edges, room });
  }, [piece, shown, view, held, isHeld, contents, edges, room]);
  const now = useRef(placed);
  useLayoutEffect(() => {
    now.current = placed;
  });
  // while anything is dragged every figure stays on the side where it is
  useLayoutEffect(() => {
    setHeld(isHeld ? new Map([...now.current].map(([id, { choice }]) => [id, choice])) : undefined);
  }, [isHeld]);
  const figures = shown.map(({ dimension }) => {
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
  return (
    <>
      <PanelNames of={of} view={view} laid={edges} face={face} figures={placed} />
      {figures}
    </>
  );
});
