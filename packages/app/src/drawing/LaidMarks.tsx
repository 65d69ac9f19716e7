/** What is done to the paper by rows of the recipe, to be taken in hand; and the lines on paper that lies on the main piece. */
import { kindById, pathData, place, placePath, type Solution, type Stroke } from "@cut-fold/core";
import { memo } from "react";
import { useChosen } from "../store/chosen.ts";
import { colour } from "../theme/theme.ts";
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

/** Whether a row lies by a rule: a side that is cut to a shape is where it is. */
const isPlaced = ({ fittings = [] }: Solution["spec"], id: string): boolean =>
  kindById(fittings.find((row) => row.id === id)?.kind ?? "")?.aSide !== true;

/** Rows that are done to paper, as areas; and the lines of paper that is laid, where it lies. */
export function onPaper({ fittings, pieces, main, spec }: Solution): OnPaper {
  const areas: (Area & { readonly size: number })[] = [];
  const lines: (Stroke & { readonly at: string })[] = [];
  for (const { id, basePiece, outline, onBase, toBase, width, height } of fittings) {
    const own = pieces.filter((p) => p.fitting === id);
    if (own.length === 0 && basePiece === main && isPlaced(spec, id))
      areas.push({ fitting: id, d: closed(outline.map((p) => place(p, onBase))), size: width * height });
    const [root] = own;
    if (!root || basePiece !== main) continue;
    for (const stroke of root.lines)
      // what is made on the face that lies down is not seen
      if (stroke.role !== "score" && (stroke.face === "back") === toBase.flip)
        lines.push({ ...stroke, path: placePath(stroke.path, toBase), at: `${root.id}/${stroke.id}` });
  }
  // the smaller over the larger: both can be taken hold of
  return { areas: areas.sort((a, b) => b.size - a.size), lines };
}

interface LaidMarksProps {
  readonly on: OnPaper;
  readonly view: View;
  readonly onHold: (held: boolean) => void;
}

export const LaidMarks = memo(function LaidMarks({ on, view, onHold }: LaidMarksProps) {
  const drag = useThingDrag(view, onHold, choose);
  const lit = useLit((s) => s.ids);
  const chosen = useChosen((s) => s.fitting);
  return (
    <g transform={inMm(view)} strokeLinejoin="round" strokeLinecap="round">
      {on.lines.map((stroke) => (
        <path
          key={stroke.at}
          d={pathData(stroke.path)}
          fill={stroke.filled ? colour.ink : "none"}
          vectorEffect="non-scaling-stroke"
          pointerEvents="none"
          {...strokeOf(stroke.role === "score" ? (stroke.fold ?? "valley") : stroke.role)}
        />
      ))}
      {on.areas.map(({ fitting, d }) => {
        const isLit = fitting === chosen || lit.includes(`${fitting}/`);
        return (
          <path
            key={fitting}
            d={d}
            data-fitting={fitting}
            fill={isLit ? colour.rustWash : "transparent"}
            fillOpacity={0.25}
            // a line is taken hold of beside it as well
            stroke={isLit ? colour.rust : "transparent"}
            strokeOpacity={isLit ? 0.5 : 1}
            strokeWidth={isLit ? 2 : 12}
            vectorEffect="non-scaling-stroke"
            style={{ cursor: "move", touchAction: "none" }}
            onPointerEnter={() => {
              light([`${fitting}/`]);
            }}
            onPointerLeave={() => {
              light([]);
            }}
            onPointerDown={(event) => {
              drag.onPointerDown(fitting, event);
            }}
            onPointerMove={drag.onPointerMove}
            onPointerUp={drag.onPointerUp}
            onPointerCancel={drag.onPointerCancel}
          />
        );
      })}
    </g>
  );
});
