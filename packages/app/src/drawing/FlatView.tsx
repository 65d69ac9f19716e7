/**
 * The blank, flat and true to scale, with its live dimensions. Paper is drawn in mm under one transform with strokes of
 * constant width; figures stand outside it, in pixels, so that type is never scaled.
 */
import {
  type Drawing,
  formById,
  lyingOnFlat,
  type OnFlat,
  otherFace,
  type Path,
  type Piece,
  type Size,
  type Spec,
  standingPast,
  turnedPath,
} from "@cut-fold/core";
import {
  type RefObject,
  useCallback,
  useEffect,
  useImperativeHandle,
  useLayoutEffect,
  useMemo,
  useRef,
  useState,
} from "react";
import { ALL_PIECES, chooseFace, useChosen } from "../store/chosen.ts";
import { colour } from "../theme/theme.ts";
import { arrange, arrangeAt, type DrawnPieces } from "./arrange.ts";
import { type Camera, seenBy } from "./camera.ts";
import { FlatPiece } from "./FlatPiece.tsx";
import { fitView, freeFor, MARGIN, roomRound } from "./fitView.ts";
import { onPaper, type OnPaper } from "./LaidMarks.tsx";
import { light } from "./lit.ts";
import { type OfPiece, ofPieces } from "./ofPiece.ts";
import { type CameraHandle, useCamera } from "./useCamera.ts";
import { useThingKeys } from "./useThingKeys.ts";
import { useSizeOf } from "./useSizeOf.ts";
import { px, type View } from "./view.ts";
import "./flat.css";

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

/** The pieces that are drawn: one in hand, with the thing that is chosen; or all of them. */
function shownOf({ pieces, main }: Drawing, fitting: string | undefined, piece: string | undefined): readonly Piece[] {
  if (fitting !== undefined) return pieces.filter(({ id, fitting: own }) => id === main || own === fitting);
  if (piece === ALL_PIECES) return pieces;
  const own = pieces.filter(({ id }) => id === (piece ?? main));
  // one that is there no more gives way to the main one
  return own.length > 0 ? own : pieces.filter(({ id }) => id === main);
}

/** A drawing seen from behind: nothing is measured on it, and nothing lies in it. */
const overOf = (solution: Drawing): Drawing => ({
  ...solution,
  ...{ pieces: solution.pieces.map(otherFace), dimensions: [], contents: [] },
});

/** What lies on the main piece, from behind; none of it is taken in hand. */
function laidOver(solution: Drawing): readonly OnFlat[] {
  const width = solution.pieces.find(({ id }) => id === solution.main)?.blank.width ?? 0;
  const over = (path: Path): Path => turnedPath(path, width);
  return lyingOnFlat(solution).map(({ piece, side, shape }): OnFlat => ({
    ...{ fitting: undefined, piece, side: side === "front" ? "back" : "front" },
    shape: { ...shape, path: over(shape.path), ...(shape.holes && { holes: shape.holes.map(over) }) },
  }));
}

/** What stands on the paper, without what is laid aside while working. */
const without = ({ areas, lines }: OnPaper, aside: readonly string[]): OnPaper => ({
  areas: areas.filter(({ fitting }) => !aside.includes(fitting)),
  lines: lines.filter(({ at }) => !aside.some((id) => at.startsWith(`${id}/`))),
});

/** How the drawing stood when a drag began. */
interface Frozen extends View {
  /** the scale at which the gaps between pieces were made */
  readonly gapsAt: number;
  readonly breaks: readonly number[];
  readonly chosen: string | undefined;
}

interface FlatViewProps {
  readonly solution: Drawing;
  /** seen from behind: what is there is read, and nothing is taken in hand */
  readonly isOver?: boolean;
  /** buttons that come nearer ask here */
  readonly camera?: RefObject<CameraHandle | null>;
  readonly colours: { readonly face: string; readonly back: string };
  /** pixels for a mm when the drawing is to be as large as the paper; undefined fits it to the window */
  readonly trueSize?: number | undefined;
}

/** Where everything stands in a window so large: fitted to it, at true size, or held still while something is dragged. */
function useLayout(
  drawn: DrawnPieces,
  size: Size,
  trueSize: number | undefined,
  frozen: Frozen | undefined,
  camera: Camera,
) {
  const row = useMemo(
    () =>
      frozen || trueSize !== undefined
        ? arrangeAt(drawn, frozen?.gapsAt ?? trueSize ?? 1, frozen?.breaks)
        : arrange(drawn, ...freeFor(size)),
    [drawn, size, trueSize, frozen],
  );
  const fitted = useMemo(() => {
    if (trueSize === undefined) return seenBy(fitView(size.width, size.height, row), camera, size);
    const wide = Math.max(size.width, row.width * trueSize + 2 * MARGIN.x);
    const tall = Math.max(size.height, row.height * trueSize + MARGIN.top + MARGIN.bottom);
    return { k: trueSize, x0: (wide - row.width * trueSize) / 2, y0: (tall + row.height * trueSize) / 2 };
  }, [size, row, trueSize, camera]);
  // while a figure is dragged the scale holds still, or the paper would run away from the pointer
  const view = frozen ?? fitted;
  const wide = row.width * view.k + view.x0 * 2;
  const tall = row.height * view.k + MARGIN.top + MARGIN.bottom;
  const isLarge = trueSize !== undefined && (wide > size.width + 1 || tall > size.height + 1);
  const canvas = isLarge ? { width: wide, height: Math.max(size.height, tall) } : size;
  return { row, fitted, view, isLarge, canvas };
}

export function FlatView({ solution, colours, trueSize, isOver = false, camera: asked }: FlatViewProps) {
  const box = useRef<HTMLDivElement>(null);
  const size = useSizeOf(box);
  const [frozen, setFrozen] = useState<Frozen>();
  const chosen = useChosen((c) => c.fitting);
  const inHand = frozen ? frozen.chosen : chosen;
  const piece = useChosen((c) => c.piece);
  // one piece fills the window; with a thing in hand it is drawn beside what it lies on, as large as that allows
  const pieces = useMemo(() => shownOf(solution, inHand, piece), [solution, inHand, piece]);
  const aside = useChosen((c) => c.aside);
  const laid = useMemo(
    () => (isOver ? laidOver(solution) : lyingOnFlat(solution)).filter(({ fitting = "" }) => !aside.includes(fitting)),
    [solution, isOver, aside],
  );
  const on = useMemo(() => (isOver ? undefined : without(onPaper(solution), aside)), [solution, isOver, aside]);
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
  const layer = useRef<SVGGElement>(null);
  const { camera, handle, handlers } = useCamera(box, layer, size, trueSize !== undefined || frozen !== undefined);
  useImperativeHandle(asked, () => handle, [handle]);
  const thingKeys = useThingKeys(solution.grid);
  const { fit } = handle;
  // another piece is looked at whole first
  const shownNow = pieces.map(({ id }) => id).join(" ");
  useEffect(() => fit(), [fit, shownNow, isOver, trueSize]);
  const { row, fitted, view, isLarge, canvas } = useLayout(drawn, size, trueSize, frozen, camera);
  // the same object while nothing but the place of the pieces changes
  const { x: besideIt, top: aboveIt, bottom: belowIt } = roomRound(size, row);
  const room = useMemo(
    () => (trueSize === undefined ? { x: besideIt, top: aboveIt, bottom: belowIt } : undefined),
    [trueSize, besideIt, aboveIt, belowIt],
  );
  const home = useMemo((): View => ({ k: view.k, x0: 0, y0: 0 }), [view.k]);
  const [keep] = useState(keepPieces);
  const parts = useMemo(() => keep(isOver ? overOf(solution) : solution), [keep, solution, isOver]);
  const { form, spec } = solution;
  const onPanel = useCallback(
    (panel: string): void => {
      pressed(form, spec.settings, panel);
    },
    [form, spec.settings],
  );
  const now = useRef<Frozen>({ ...fitted, gapsAt: row.k, breaks: row.breaks, chosen: inHand });
  useLayoutEffect(() => {
    now.current = { ...fitted, gapsAt: row.k, breaks: row.breaks, chosen: inHand };
  });
  const onHold = useCallback((held: boolean): void => {
    setFrozen(held ? now.current : undefined);
  }, []);
  return (
    // keys come nearer and move about in it
    <div
      ref={box}
      className={`flat${isLarge ? " large" : ""}${camera.zoom > 1 ? " near" : ""}`}
      tabIndex={0}
      role="group"
      aria-label={isOver ? "The blank, turned over" : "The blank, flat"}
      {...handlers}
      onKeyUp={thingKeys.onKeyUp}
      onKeyDown={(event) => {
        if (thingKeys.onKeyDown(event)) return;
        handlers.onKeyDown?.(event);
      }}
    >
      {size.width > 0 ? (
        <svg {...canvas}>
          <GlueHatch />
          <g ref={layer}>
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
                      room={room}
                      colours={isOver ? { face: colours.back, back: colours.face } : colours}
                      laid={isMain ? laid : NOTHING_LAID}
                      on={isMain ? on : undefined}
                      isHeld={frozen !== undefined}
                      onHold={onHold}
                      onPanel={isMain && !isOver ? onPanel : undefined}
                    />
                  ) : null}
                </g>
              );
            })}
          </g>
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
