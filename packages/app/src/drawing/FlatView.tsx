/**
 * The blank, flat and true to scale, with its live dimensions. Paper is drawn in mm under one transform with strokes of
 * constant width; figures stand outside it, in pixels, so that type is never scaled.
 */
import {
  type Dimension,
  flatten,
  formatLength,
  formById,
  lyingOnFlat,
  type OnFlat,
  type Piece,
  type Point,
  type Solution,
} from "@cut-fold/core";
import { memo, useCallback, useEffect, useLayoutEffect, useMemo, useRef, useState } from "react";
import { chooseFace, useChosen } from "../store/chosen.ts";
import { useDisplay } from "../store/settings.ts";
import { colour } from "../theme/theme.ts";
import { arrange, arrangeAt } from "./arrange.ts";
import { pieceColours } from "./colours.ts";
import { DimensionFigure } from "./DimensionFigure.tsx";
import { FlatContents } from "./FlatContents.tsx";
import { FlatPaper } from "./FlatPaper.tsx";
import { LaidLayers } from "./LaidLayers.tsx";
import { light, useLit } from "./lit.ts";
import { panelNames } from "./panelNames.ts";
import { type Choice, placeFigures, withoutEchoes } from "./placing.ts";
import { px, type View } from "./view.ts";

/** Pixels kept free round the paper for the figures. */
const MARGIN = { x: 76, top: 62, bottom: 66 } as const;

const fitView = (wide: number, tall: number, { k, width, height }: ReturnType<typeof arrange>): View => ({
  k,
  x0: (wide - width * k) / 2,
  y0: MARGIN.top + (tall - MARGIN.top - MARGIN.bottom - height * k) / 2 + height * k,
});

const NOTHING_LAID: readonly OnFlat[] = [];

/** Shows what lies on a panel that was pressed: on the face that is drawn, where something can lie there. */
function pressed({ form: id, spec }: Solution, panel: string): void {
  const form = formById(id);
  const ground = form?.grounds?.(spec.settings).find((g) => g.panel === panel);
  if (!form || !ground) return;
  const drawn = form.outside === "front" ? "outside" : "inside";
  const other = drawn === "outside" ? "inside" : "outside";
  chooseFace({ panel, side: drawn in ground.sides ? drawn : other });
}

/** How the drawing stood when a drag began. */
interface Frozen extends View {
  readonly breaks: readonly number[];
  readonly chosen: string | undefined;
}

interface FlatViewProps {
  readonly solution: Solution;
  readonly colours: { readonly face: string; readonly back: string };
  /** pixels for a mm when the drawing is to be as large as the paper; undefined fits it to the window */
  readonly trueSize?: number | undefined;
}

export function FlatView({ solution, colours, trueSize }: FlatViewProps) {
  const box = useRef<HTMLDivElement>(null);
  const [size, setSize] = useState({ width: 0, height: 0 });
  const [frozen, setFrozen] = useState<Frozen>();
  const chosen = useChosen((c) => c.fitting);
  const inHand = frozen ? frozen.chosen : chosen;
  // with a thing in hand the others make room for it: it is drawn beside what it lies on, as large as that allows
  const pieces = useMemo(
    () => solution.pieces.filter((p) => !inHand || p.fitting === undefined || p.fitting === inHand),
    [solution.pieces, inHand],
  );
  useLayoutEffect(() => {
    const element = box.current;
    if (!element) return undefined;
    const measure = (): void => {
      setSize({ width: element.clientWidth, height: element.clientHeight });
    };
    measure();
    const observer = new ResizeObserver(measure);
    observer.observe(element);
    return () => {
      observer.disconnect();
    };
  }, []);
  useEffect(
    () => () => {
      light([]);
    },
    [],
  );
  const row = useMemo(
    () =>
      frozen || trueSize !== undefined
        ? arrangeAt(pieces, frozen?.k ?? trueSize ?? 1, frozen?.breaks)
        : arrange(pieces, size.width - 2 * MARGIN.x, size.height - MARGIN.top - MARGIN.bottom),
    [pieces, size, trueSize, frozen],
  );
  const fitted = useMemo(() => {
    if (trueSize === undefined) return fitView(size.width, size.height, row);
    const wide = Math.max(size.width, row.width * trueSize + 2 * MARGIN.x);
    const tall = Math.max(size.height, row.height * trueSize + MARGIN.top + MARGIN.bottom);
    return { k: trueSize, x0: (wide - row.width * trueSize) / 2, y0: (tall + row.height * trueSize) / 2 };
  }, [size, row, trueSize]);
  // while a figure is dragged the scale holds still, or the paper would run away from the pointer
  const view = frozen ?? fitted;
  const home = useMemo((): View => ({ k: view.k, x0: 0, y0: 0 }), [view.k]);
  const laid = useMemo(() => lyingOnFlat(solution), [solution]);
  const now = useRef<Frozen>({ ...fitted, breaks: row.breaks, chosen: inHand });
  useLayoutEffect(() => {
    now.current = { ...fitted, breaks: row.breaks, chosen: inHand };
  });
  const onHold = useCallback((held: boolean): void => {
    setFrozen(held ? now.current : undefined);
  }, []);
  const large =
    trueSize !== undefined &&
    (view.x0 * 2 + row.width * view.k > size.width + 1 ||
      row.height * view.k + MARGIN.top + MARGIN.bottom > size.height + 1);
  const canvas = large
    ? {
        width: row.width * view.k + view.x0 * 2,
        height: Math.max(size.height, row.height * view.k + MARGIN.top + MARGIN.bottom),
      }
    : size;
  return (
    <div ref={box} style={{ position: "absolute", inset: 0, overflow: large ? "auto" : "hidden" }}>
      {size.width > 0 ? (
        <svg
          width={canvas.width}
          height={canvas.height}
          style={{ display: "block", touchAction: large ? "auto" : "none" }}
          role="group"
          aria-label="The blank, flat"
        >
          <defs>
            <pattern
              id="flat-glue"
              width="2.4"
              height="2.4"
              patternUnits="userSpaceOnUse"
              patternTransform="rotate(30)"
            >
              <line x1="0" y1="0" x2="0" y2="2.4" stroke={colour.rust} strokeWidth="0.6" />
            </pattern>
          </defs>
          {row.placed.map(({ piece, x, y }) => {
            const isMain = piece.id === solution.main;
            // each piece is drawn about its own corner: one that only makes way for others is moved, not drawn again
            return (
              <g key={piece.id} transform={`translate(${px(view.x0 + x * view.k)} ${px(view.y0 - y * view.k)})`}>
                <FlatPaper
                  piece={piece}
                  view={home}
                  face={pieceColours(piece, colours).face}
                  onPanel={
                    isMain
                      ? (panel) => {
                          pressed(solution, panel);
                        }
                      : undefined
                  }
                />
                {isMain ? <LaidLayers laid={laid} view={home} colours={colours} onHold={onHold} /> : null}
                {solution.contents
                  .filter((c) => c.on.piece === piece.id)
                  .map((c) => (
                    <FlatContents key={c.name} contents={c} view={home} />
                  ))}
                <PanelNames piece={piece} view={home} solution={solution} laid={isMain ? laid : NOTHING_LAID} />
                <Figures piece={piece} solution={solution} view={home} isHeld={frozen !== undefined} onHold={onHold} />
              </g>
            );
          })}
        </svg>
      ) : null}
    </div>
  );
}

interface PanelNamesProps {
  readonly piece: Piece;
  readonly view: View;
  readonly solution: Solution;
  readonly laid: readonly OnFlat[];
}

const PanelNames = memo(function PanelNames({ piece, view, solution, laid }: PanelNamesProps) {
  const { contents, dimensions } = solution;
  return (
    <g fill={colour.ink} fillOpacity={0.78} fontSize={14} textAnchor="middle" pointerEvents="none">
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

interface FiguresProps {
  readonly piece: Piece;
  readonly solution: Solution;
  readonly view: View;
  readonly isHeld: boolean;
  readonly onHold: (held: boolean) => void;
}

/** Whether a figure is shown: those of a thing on a panel only while it is in hand, but for the size it is cut to. */
const isShown = ({ fitting, outside, code }: Dimension, chosen: string | undefined): boolean =>
  fitting === undefined || fitting === chosen || (outside === true && code.startsWith("blank"));

/** The figures of one piece, each where it is clear. What they all share is asked for once. */
const Figures = memo(function Figures({ piece, solution, view, isHeld, onHold }: FiguresProps) {
  const display = useDisplay();
  const lit = useLit((s) => s.ids);
  const chosen = useChosen((s) => s.fitting);
  const [held, setHeld] = useState<ReadonlyMap<string, Choice>>();
  const { dimensions } = solution;
  const shown = useMemo(
    () =>
      withoutEchoes(dimensions.filter((d) => d.piece === piece.id && isShown(d, chosen))).map((dimension) => ({
        dimension,
        text: formatLength(dimension.value, display),
      })),
    [dimensions, piece.id, chosen, display],
  );
  const placed = useMemo(
    () => placeFigures(piece, shown, view, { held: isHeld ? held : undefined }),
    [piece, shown, view, held, isHeld],
  );
  const now = useRef(placed);
  useLayoutEffect(() => {
    now.current = placed;
  });
  const hold = useCallback(
    (on: boolean): void => {
      setHeld(on ? new Map([...now.current].map(([id, { choice }]) => [id, choice])) : undefined);
      onHold(on);
    },
    [onHold],
  );
  return shown.map(({ dimension }) => {
    const at = placed.get(dimension.id);
    const isLit = lit.some((id) => id === dimension.id || (!id.endsWith("/outline") && dimension.lights.includes(id)));
    return at ? (
      <DimensionFigure
        key={dimension.id}
        dimension={dimension}
        placed={at}
        view={view}
        display={display}
        isLit={isLit}
        grid={solution.grid}
        onHold={hold}
      />
    ) : null;
  });
});
