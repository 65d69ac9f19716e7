/** A piece as paper: its shadow, its face, what is glued, its outline and every line to cut or score. */
import { openingsOf, pathData, type Piece } from "@cut-fold/core";
import { memo, useMemo } from "react";
import { colour } from "../theme/theme.ts";
import { strokeOf } from "./language.ts";
import { light, useLit } from "./lit.ts";
import { inMm, type View } from "./view.ts";

/**
 * The paper's shadow, as broad pale strokes under its lower edge: a blurred filter looks the same and costs a machine
 * that draws without a graphics card a third of each frame of a drag.
 */
const SHADOWS = [
  { width: 11, opacity: 0.05 },
  { width: 5, opacity: 0.1 },
] as const;
const SHADOW_DOWN_PX = 2.5;

interface FlatPaperProps {
  readonly piece: Piece;
  readonly view: View;
  readonly face: string;
  /** a panel was pressed */
  readonly onPanel?: ((panel: string) => void) | undefined;
}

export const FlatPaper = memo(function FlatPaper({ piece, view, face, onPanel }: FlatPaperProps) {
  const lit = useLit((s) => s.ids);
  const { outline, openings, panels, lines } = useMemo(
    () => ({
      outline: piece.outline.map(pathData).join(""),
      openings: openingsOf(piece.cuts).map(pathData).join(""),
      panels: piece.panels.map((panel) => pathData(panel.outline)),
      lines: piece.lines.map((stroke) => pathData(stroke.path)),
    }),
    [piece],
  );
  return (
    <g transform={inMm(view)} strokeLinejoin="round" strokeLinecap="round">
      {SHADOWS.map(({ width, opacity }) => (
        <path
          key={width}
          d={outline}
          transform={`translate(0 ${String(-SHADOW_DOWN_PX / view.k)})`}
          fill="none"
          stroke={colour.shade}
          strokeWidth={width}
          strokeOpacity={opacity}
          vectorEffect="non-scaling-stroke"
          pointerEvents="none"
        />
      ))}
      <path d={outline + openings} fill={face} fillRule="evenodd" />
      {piece.panels.map((panel, i) => (
        <path
          key={panel.id}
          d={panels[i]}
          fill={lit.includes(`${piece.id}/${panel.id}`) ? colour.rustWash : "transparent"}
          fillOpacity={0.85}
          onPointerEnter={() => {
            light([`${piece.id}/${panel.id}`]);
          }}
          onPointerLeave={() => {
            light([]);
          }}
          onClick={() => {
            onPanel?.(panel.id);
          }}
        />
      ))}
      {piece.glue
        .filter((g) => g.face === "front")
        .map((g) => (
          <path
            key={g.id}
            d={`M${g.polygon.map((p) => p.join(" ")).join("L")}Z`}
            fill="url(#flat-glue)"
            fillOpacity={0.55}
            pointerEvents="none"
          />
        ))}
      <path
        d={outline}
        fill="none"
        vectorEffect="non-scaling-stroke"
        {...strokeOf("cut")}
        {...(lit.includes(`${piece.id}/outline`) && { stroke: colour.rust, strokeWidth: 3 })}
        pointerEvents="none"
      />
      {piece.lines.map((stroke, i) => (
        <g
          key={stroke.id}
          onPointerEnter={() => {
            light([`${piece.id}/${stroke.id}`]);
          }}
          onPointerLeave={() => {
            light([]);
          }}
        >
          <path d={lines[i]} fill="none" stroke="transparent" strokeWidth={14} vectorEffect="non-scaling-stroke" />
          <path
            d={lines[i]}
            fill={stroke.filled ? colour.ink : "none"}
            vectorEffect="non-scaling-stroke"
            {...strokeOf(stroke.role === "score" ? (stroke.fold ?? "valley") : stroke.role)}
            {...(lit.includes(`${piece.id}/${stroke.id}`) && { stroke: colour.rust, strokeWidth: 3.4 })}
            {...(stroke.face === "back" && { strokeOpacity: 0.4 })}
          />
          {stroke.role === "foil" ? (
            // foil is a double thin line: the paper shows between
            <path d={lines[i]} fill="none" stroke={face} strokeWidth={2} vectorEffect="non-scaling-stroke" />
          ) : null}
        </g>
      ))}
    </g>
  );
});
