import { type OnFlat, type PaperColours, pathData } from "@cut-fold/core";
import { memo } from "react";
import { chooseFitting, useChosen } from "../store/chosen.ts";
import { useOpenDraft } from "../store/openDraft.ts";
import { colour } from "../theme/theme.ts";
import { light, useLit } from "./lit.ts";
import { useThingDrag } from "./useThingDrag.ts";
import { inMm, type View } from "./view.ts";

const STILL = { cursor: "default" } as const;
const MOVED = { cursor: "move", touchAction: "none" } as const;

interface LaidLayersProps {
  readonly laid: readonly OnFlat[];
  readonly view: View;
  readonly colours: PaperColours;
  readonly onHold: (held: boolean) => void;
}

/** Takes a thing in hand where it is pressed on the drawing. */
export function choose(fitting: string): void {
  const row = useOpenDraft.getState().draft?.spec.fittings?.find((f) => f.id === fitting);
  if (row) chooseFitting(row.id, row.on);
}

/** Things as they lie on the main piece, folded as they will be: those inside as they show through, in outline. */
export const LaidLayers = memo(function LaidLayers({ laid, view, colours, onHold }: LaidLayersProps) {
  const drag = useThingDrag(view, onHold, choose);
  const lit = useLit((s) => s.ids);
  const chosen = useChosen((s) => s.fitting);
  return (
    <g transform={inMm(view)}>
      {laid.map(({ fitting, side, shape }, i) => {
        const inside = side === "back";
        const isLit =
          (fitting !== undefined && fitting === chosen) ||
          lit.some((id) => id === shape.of || (fitting !== undefined && id === `${fitting}/`));
        const fill = shape.paper ?? colours;
        return (
          <path
            // what is bent comes in several parts
            key={`${shape.of ?? ""} ${String(i)}`}
            d={[shape.path, ...(shape.holes ?? [])].map(pathData).join("")}
            vectorEffect="non-scaling-stroke"
            data-fitting={fitting}
            fillRule="evenodd"
            fill={inside ? "transparent" : shape.fill === "back" ? fill.back : fill.face}
            stroke={isLit ? colour.rust : colour.soft}
            strokeWidth={isLit ? 2.4 : 1.1}
            {...(inside && { strokeDasharray: "2 4" })}
            style={fitting === undefined ? STILL : MOVED}
            onPointerEnter={() => {
              light(fitting === undefined ? [] : [`${fitting}/`]);
            }}
            onPointerLeave={() => {
              light([]);
            }}
            {...(fitting !== undefined && {
              onPointerDown: (event) => {
                drag.onPointerDown(fitting, event);
              },
              onPointerMove: drag.onPointerMove,
              onPointerUp: drag.onPointerUp,
              onPointerCancel: drag.onPointerCancel,
            })}
          />
        );
      })}
    </g>
  );
});
