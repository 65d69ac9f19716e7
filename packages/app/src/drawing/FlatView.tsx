/**
 * The blank, flat and true to scale, with its live dimensions. Paper is drawn in mm under one transform with strokes of
 * constant width; figures stand outside it, in pixels, so that type is never scaled.
 */
import type { Piece, Solution } from "@cut-fold/core";
import { memo, useCallback, useEffect, useLayoutEffect, useMemo, useRef, useState } from "react";
import { useDisplay } from "../store/settings.ts";
import { colour } from "../theme/theme.ts";
import { arrange, arrangeAt } from "./arrange.ts";
import { pieceColours } from "./colours.ts";
import { DimensionFigure } from "./DimensionFigure.tsx";
import { FlatContents } from "./FlatContents.tsx";
import { FlatPaper } from "./FlatPaper.tsx";
import { LaidLayers } from "./LaidLayers.tsx";
import { type Laid, laidOn } from "./laidOn.ts";
import { light, useLit } from "./lit.ts";
import { panelNames } from "./panelNames.ts";
import type { View } from "./view.ts";

/** Pixels kept free round the paper for the figures. */
const MARGIN = { x: 76, top: 62, bottom: 66 } as const;

const fitView = (wide: number, tall: number, { k, width, height }: ReturnType<typeof arrange>): View => ({
  k,
  x0: (wide - width * k) / 2,
  y0: MARGIN.top + (tall - MARGIN.top - MARGIN.bottom - height * k) / 2 + height * k,
});

const NOTHING_LAID: readonly Laid[] = [];

interface FlatViewProps {
  readonly solution: Solution;
  readonly colours: { readonly face: string; readonly back: string };
  /** pixels for a mm when the drawing is to be as large as the paper; undefined fits it to the window */
  readonly trueSize?: number | undefined;
}

export function FlatView({ solution, colours, trueSize }: FlatViewProps) {
  const box = useRef<HTMLDivElement>(null);
  const [size, setSize] = useState({ width: 0, height: 0 });
  const [frozen, setFrozen] = useState<View & { readonly first: number }>();
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
        ? arrangeAt(solution.pieces, frozen?.k ?? trueSize ?? 1, frozen?.first)
        : arrange(solution.pieces, size.width - 2 * MARGIN.x, size.height - MARGIN.top - MARGIN.bottom),
    [solution.pieces, size, trueSize, frozen],
  );
  const fitted = useMemo(() => {
    if (trueSize === undefined) return fitView(size.width, size.height, row);
    const wide = Math.max(size.width, row.width * trueSize + 2 * MARGIN.x);
    const tall = Math.max(size.height, row.height * trueSize + MARGIN.top + MARGIN.bottom);
    return { k: trueSize, x0: (wide - row.width * trueSize) / 2, y0: (tall + row.height * trueSize) / 2 };
  }, [size, row, trueSize]);
  // while a figure is dragged the scale holds still, or the paper would run away from the pointer
  const view = frozen ?? fitted;
  const laid = useMemo(() => laidOn(solution), [solution]);
  const now = useRef({ ...fitted, first: row.first });
  useLayoutEffect(() => {
    now.current = { ...fitted, first: row.first };
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
          {row.placed.map(({ piece, x, y }, i) => {
            const here: View = { k: view.k, x0: view.x0 + x * view.k, y0: view.y0 - y * view.k };
            return (
              <g key={piece.id}>
                <FlatPaper piece={piece} view={here} face={pieceColours(piece, colours).face} />
                {i === 0 ? <LaidLayers laid={laid} view={here} /> : null}
                {solution.contents
                  .filter((c) => c.on.piece === piece.id)
                  .map((c) => (
                    <FlatContents key={c.name} contents={c} view={here} />
                  ))}
                <PanelNames piece={piece} view={here} solution={solution} laid={i === 0 ? laid : NOTHING_LAID} />
                <Figures piece={piece.id} solution={solution} view={here} onHold={onHold} />
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
  readonly laid: readonly Laid[];
}

const PanelNames = memo(function PanelNames({ piece, view, solution, laid }: PanelNamesProps) {
  const { contents, dimensions } = solution;
  return (
    <g fill={colour.ink} fillOpacity={0.78} fontSize={14} textAnchor="middle" pointerEvents="none">
      {panelNames(piece, view, { contents, dimensions, laid: laid.flatMap((l) => l.loops) }).map(({ id, name, at }) => (
        <text key={id} x={at[0]} y={at[1]}>
          {name}
        </text>
      ))}
    </g>
  );
});

interface FiguresProps {
  readonly piece: string;
  readonly solution: Solution;
  readonly view: View;
  readonly onHold: (held: boolean) => void;
}

/** The figures of one piece. What they all share is asked for once. */
const Figures = memo(function Figures({ piece, solution, view, onHold }: FiguresProps) {
  const display = useDisplay();
  const lit = useLit((s) => s.ids);
  return solution.dimensions
    .filter((d) => d.piece === piece)
    .map((d) => (
      <DimensionFigure
        key={d.id}
        dimension={d}
        view={view}
        display={display}
        isLit={lit.length > 0 && lit.some((id) => id === d.id || (id !== "outline" && d.lights.includes(id)))}
        grid={solution.grid}
        onHold={onHold}
      />
    ));
});
