/** What is done to the paper by rows of the recipe, to be taken in hand; and the lines on paper that lies on the main piece. */
import { kindById, type Lying, pathData, place, placePath, type Drawing, type Stroke } from "@cut-fold/core";
import { memo, type RefObject, useEffect, useRef } from "react";
import { useChosen } from "../store/chosen.ts";
import { colour } from "../theme/theme.ts";
import { Artwork } from "./Artwork.tsx";
import { choose } from "./LaidLayers.tsx";
import { strokeOf } from "./language.ts";
import { light, useLit } from "./lit.ts";
import { useThingDrag } from "./useThingDrag.ts";
import { inMm, type View } from "./view.ts";

/** Where something is taken hold of, in the main piece's flat coordinates, and on which of its sides it is. */
interface Area {
  readonly fitting: string;
  readonly d: string;
}

/** What stands on the flat main piece beside paper that lies on it. */
export interface OnPaper {
  readonly areas: readonly Area[];
  readonly lines: readonly (Stroke & { readonly at: string })[];
}

const closed = (points: readonly (readonly [number, number])[]): string =>
  `M${points.map((p) => p.join(" ")).join("L")}Z`;

const areas = new WeakMap<Lying, Area & { readonly size: number }>();

/** Where it is taken hold of; the same object as long as it lies where it lay. */
function areaOf(lies: Lying): Area & { readonly size: number } {
  const known = areas.get(lies);
  if (known) return known;
  const { id, outline, onBase, width, height } = lies;
  const area = { fitting: id, d: closed(outline.map((p) => place(p, onBase))), size: width * height };
  areas.set(lies, area);
  return area;
}

/** Rows that are done to paper, as areas; and the lines of paper that is laid, where it lies. */
export function onPaper({ fittings, pieces, main, spec }: Drawing): OnPaper {
  const held: (Area & { readonly size: number })[] = [];
  const lines: (Stroke & { readonly at: string })[] = [];
  const kinds = new Map((spec.fittings ?? []).map((row) => [row.id, row.kind]));
  for (const lies of fittings) {
    const { id, basePiece, toBase } = lies;
    if (basePiece !== main) continue;
    const root = pieces.find((p) => p.fitting === id);
    // a side that is cut to a shape is where it is: it lies by no rule
    if (!root && kindById(kinds.get(id) ?? "")?.aSide !== true) held.push(areaOf(lies));
    if (!root) continue;
    for (const stroke of root.lines)
      // what is made on the face that lies down is not seen
      if (stroke.role !== "score" && (stroke.face === "back") === toBase.flip)
        lines.push({ ...stroke, path: placePath(stroke.path, toBase), at: `${root.id}/${stroke.id}` });
  }
  // the smaller over the larger: both can be taken hold of
  return { areas: held.sort((a, b) => b.size - a.size), lines };
}

interface LaidMarksProps {
  readonly on: OnPaper;
  readonly view: View;
  readonly onHold: (held: boolean) => void;
}

export const LaidMarks = memo(function LaidMarks({ on, view, onHold }: LaidMarksProps) {
  const drag = useThingDrag(view, onHold, choose);
  const grip = useRef(drag);
  useEffect(() => {
    grip.current = drag;
  });
  const lit = useLit((s) => s.ids);
  const chosen = useChosen((s) => s.fitting);
  return (
    <g transform={inMm(view)} strokeLinejoin="round" strokeLinecap="round">
      {on.lines.map((stroke) =>
        stroke.art ? <Artwork key={`${stroke.at} art`} art={stroke.art} path={stroke.path} /> : null,
      )}
      {on.lines.map((stroke) => (
        <path
          key={stroke.at}
          d={pathData(stroke.path)}
          fill={stroke.filled ? (stroke.colour ?? colour.ink) : "none"}
          vectorEffect="non-scaling-stroke"
          pointerEvents="none"
          {...strokeOf(stroke.role === "score" ? (stroke.fold ?? "valley") : stroke.role)}
          {...(stroke.colour && { stroke: stroke.colour })}
        />
      ))}
      {on.areas.map(({ fitting, d }) => (
        <AreaPath
          key={fitting}
          fitting={fitting}
          d={d}
          isLit={fitting === chosen || lit.includes(`${fitting}/`)}
          grip={grip}
        />
      ))}
    </g>
  );
});

interface AreaPathProps extends Area {
  readonly isLit: boolean;
  /** how it is dragged now: the same object, so that what has not moved need not be drawn again */
  readonly grip: RefObject<ReturnType<typeof useThingDrag>>;
}

const GRIPPED = { cursor: "move", touchAction: "none" } as const;

const AreaPath = memo(function AreaPath({ fitting, d, isLit, grip }: AreaPathProps) {
  return (
    <path
      d={d}
      data-fitting={fitting}
      fill={isLit ? colour.rustWash : "transparent"}
      fillOpacity={0.25}
      // a line is taken hold of beside it as well
      stroke={isLit ? colour.rust : "transparent"}
      strokeOpacity={isLit ? 0.5 : 1}
      strokeWidth={isLit ? 2 : 12}
      vectorEffect="non-scaling-stroke"
      style={GRIPPED}
      onPointerEnter={() => {
        light([`${fitting}/`]);
      }}
      onPointerLeave={() => {
        light([]);
      }}
      onPointerDown={(event) => {
        grip.current.onPointerDown(fitting, event);
      }}
      onPointerMove={(event) => {
        grip.current.onPointerMove(event);
      }}
      onPointerUp={(event) => {
        grip.current.onPointerUp(event);
      }}
      onPointerCancel={() => {
        grip.current.onPointerCancel();
      }}
    />
  );
});
