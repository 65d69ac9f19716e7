/**
 * The blank, flat and true to scale, with its live dimensions. Paper is drawn in mm under one transform with strokes of
 * constant width; figures stand outside it, in pixels, so that type is never scaled.
 */
import { formById, lyingOnFlat, type OnFlat, type Size, type Drawing, type Spec, standingPast } from "@cut-fold/core";
import { useCallback, useEffect, useLayoutEffect, useMemo, useRef, useState } from "react";
import { chooseFace, useChosen } from "../store/chosen.ts";
import { colour } from "../theme/theme.ts";
import { arrange, arrangeAt, type DrawnPieces } from "./arrange.ts";
import { FlatPiece } from "./FlatPiece.tsx";
import { onPaper } from "./LaidMarks.tsx";
import { light } from "./lit.ts";
import { type OfPiece, ofPieces } from "./ofPiece.ts";
import { useSizeOf } from "./useSizeOf.ts";
import { px, type View } from "./view.ts";
import "./flat.css";

/** Pixels kept free round the paper for the figures. */
const MARGIN = { x: 76, top: 62, bottom: 66 } as const;

const fitView = (wide: number, tall: number, { k, width, height }: ReturnType<typeof arrange>): View => ({
  k,
  x0: (wide - width * k) / 2,
  y0: MARGIN.top + (tall - MARGIN.top - MARGIN.bottom - height * k) / 2 + height * k,
});

const NOTHING_LAID: readonly OnFlat[] = [];

/** Shows what lies on a panel that was pressed: on the face that is drawn, where something can lie there. */
function pressed(id: string, settings: Spec["settings"], panel: string): void {
  const form = formById(id);
  const ground = form?.grounds?.(settings).find((g) => g.panel === panel);
  if (!form || !ground) return;
  const drawn = form.outside === "front" ? "outside" : "inside";
  const other = drawn === "outside" ? "inside" : "outside";
  chooseFace({ panel, side: drawn in ground.sides ? drawn : other });
}

/** Solutions by their pieces, each the same object for as long as nothing of it changes. */
function keepPieces(): (solution: Drawing) => ReadonlyMap<string, OfPiece> {
  let was: ReadonlyMap<string, OfPiece> | undefined;
  return (solution) => (was = ofPieces(solution, was));
}

/** How the drawing stood when a drag began. */
interface Frozen extends View {
  readonly breaks: readonly number[];
  readonly chosen: string | undefined;
}

interface FlatViewProps {
  readonly solution: Drawing;
  readonly colours: { readonly face: string; readonly back: string };
  /** pixels for a mm when the drawing is to be as large as the paper; undefined fits it to the window */
  readonly trueSize?: number | undefined;
}

/** Where everything stands in a window so large: fitted to it, at true size, or held still while something is dragged. */
function useLayout(drawn: DrawnPieces, size: Size, trueSize: number | undefined, frozen: Frozen | undefined) {
  const row = useMemo(
    () =>
      frozen || trueSize !== undefined
        ? arrangeAt(drawn, frozen?.k ?? trueSize ?? 1, frozen?.breaks)
        : arrange(drawn, size.width - 2 * MARGIN.x, size.height - MARGIN.top - MARGIN.bottom),
    [drawn, size, trueSize, frozen],
  );
  const fitted = useMemo(() => {
    if (trueSize === undefined) return fitView(size.width, size.height, row);
    const wide = Math.max(size.width, row.width * trueSize + 2 * MARGIN.x);
    const tall = Math.max(size.height, row.height * trueSize + MARGIN.top + MARGIN.bottom);
    return { k: trueSize, x0: (wide - row.width * trueSize) / 2, y0: (tall + row.height * trueSize) / 2 };
  }, [size, row, trueSize]);
  // while a figure is dragged the scale holds still, or the paper would run away from the pointer
  const view = frozen ?? fitted;
  const wide = row.width * view.k + view.x0 * 2;
  const tall = row.height * view.k + MARGIN.top + MARGIN.bottom;
  const isLarge = trueSize !== undefined && (wide > size.width + 1 || tall > size.height + 1);
  const canvas = isLarge ? { width: wide, height: Math.max(size.height, tall) } : size;
  return { row, fitted, view, isLarge, canvas };
}

export function FlatView({ solution, colours, trueSize }: FlatViewProps) {
  const box = useRef<HTMLDivElement>(null);
  const size = useSizeOf(box);
  const [frozen, setFrozen] = useState<Frozen>();
  const chosen = useChosen((c) => c.fitting);
  const inHand = frozen ? frozen.chosen : chosen;
  // with a thing in hand the others make room for it: it is drawn beside what it lies on, as large as that allows
  const pieces = useMemo(
    () => solution.pieces.filter((p) => !inHand || p.fitting === undefined || p.fitting === inHand),
    [solution.pieces, inHand],
  );
  const laid = useMemo(() => lyingOnFlat(solution), [solution]);
  const on = useMemo(() => onPaper(solution), [solution]);
  const drawn = useMemo(
    () => ({ pieces, past: standingPast(pieces, solution.contents, { main: solution.main, laid }) }),
    [pieces, solution, laid],
  );
  useEffect(
    () => () => {
      light([]);
    },
    [],
  );
  const { row, fitted, view, isLarge, canvas } = useLayout(drawn, size, trueSize, frozen);
  const home = useMemo((): View => ({ k: view.k, x0: 0, y0: 0 }), [view.k]);
  const [keep] = useState(keepPieces);
  const parts = useMemo(() => keep(solution), [keep, solution]);
  const { form, spec } = solution;
  const onPanel = useCallback(
    (panel: string): void => {
      pressed(form, spec.settings, panel);
    },
    [form, spec.settings],
  );
  const now = useRef<Frozen>({ ...fitted, breaks: row.breaks, chosen: inHand });
  useLayoutEffect(() => {
    now.current = { ...fitted, breaks: row.breaks, chosen: inHand };
  });
  const onHold = useCallback((held: boolean): void => {
    setFrozen(held ? now.current : undefined);
  }, []);
  return (
    <div ref={box} className={isLarge ? "flat large" : "flat"}>
      {size.width > 0 ? (
        <svg {...canvas} role="group" aria-label="The blank, flat">
          <GlueHatch />
          {row.placed.map(({ piece, x, y }) => {
            const isMain = piece.id === solution.main;
            const of = parts.get(piece.id);
            // each piece is drawn about its own corner: one that only makes way for others is moved, not drawn again
            return (
              <g key={piece.id} transform={`translate(${px(view.x0 + x * view.k)} ${px(view.y0 - y * view.k)})`}>
                {of ? (
                  <FlatPiece
                    of={of}
                    grid={solution.grid}
                    view={home}
                    colours={colours}
                    laid={isMain ? laid : NOTHING_LAID}
                    on={isMain ? on : undefined}
                    isHeld={frozen !== undefined}
                    onHold={onHold}
                    onPanel={isMain ? onPanel : undefined}
                  />
                ) : null}
              </g>
            );
          })}
        </svg>
      ) : null}
    </div>
  );
}

const GlueHatch = () => (
  <defs>
    <pattern id="flat-glue" width="2.4" height="2.4" patternUnits="userSpaceOnUse" patternTransform="rotate(30)">
      <line x1="0" y1="0" x2="0" y2="2.4" stroke={colour.rust} strokeWidth="0.6" />
    </pattern>
  </defs>
);
