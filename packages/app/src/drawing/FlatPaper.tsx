/** A piece as paper: its shadow, its face, what is glued, its outline and every line to cut or score. */
import { openingsOf, type Path, type Piece, type StrokeRole } from "@cut-fold/core";
import { memo, useMemo } from "react";
import { useChosen } from "../store/chosen.ts";
import { colour } from "../theme/theme.ts";
import { Artwork } from "./Artwork.tsx";
import { dataOf } from "./dataOf.ts";
import { strokeOf } from "./language.ts";
import { lineRows } from "./lineRows.ts";
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
  const inHand = useChosen((c) => (onPanel ? c.on?.panel : undefined));
  const { outline, openings, panels } = useMemo(
    () => ({
      outline: piece.outline.map(dataOf).join(""),
      openings: openingsOf(piece.cuts).map(dataOf).join(""),
      panels: piece.panels.map((panel) => dataOf(panel.outline)),
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
          // one that can be pressed is found under a thing that is let go of
          data-panel={onPanel ? panel.id : undefined}
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
      {piece.panels.map((panel, i) =>
        // the panel that something more is laid on
        panel.id === inHand ? (
          <path
            key={panel.id}
            className="flat-face"
            d={panels[i]}
            vectorEffect="non-scaling-stroke"
            pointerEvents="none"
          />
        ) : null,
      )}
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
      {piece.lines.map(({ id, art, face: side, path }) =>
        art ? <Artwork key={id} art={art} path={path} isBehind={side === "back"} /> : null,
      )}
      {lineRows(piece).map(({ ids, path, stroke: { id, role, fold, face: side, filled, colour: ink, art } }) => (
        <PaperLine
          key={id}
          of={`${piece.id}/${id}`}
          path={path}
          role={role === "score" ? (fold ?? "valley") : role}
          isBehind={side === "back"}
          isFilled={filled === true}
          ink={art ? "none" : ink}
          isLit={lit.length > 0 && ids.some((one) => lit.includes(`${piece.id}/${one}`))}
          face={face}
        />
      ))}
    </g>
  );
});

interface PaperLineProps {
  readonly of: string;
  readonly path: Path;
  readonly role: StrokeRole;
  readonly isBehind: boolean;
  readonly isFilled: boolean;
  /** what it is printed in, where that is not ink's own */
  readonly ink: string | undefined;
  readonly isLit: boolean;
  readonly face: string;
}

/** One line of it: drawn again when that line has changed, while others are dragged it stands. */
const PaperLine = memo(function PaperLine({ of, path, role, isBehind, isFilled, ink, isLit, face }: PaperLineProps) {
  const d = dataOf(path);
  return (
    <g
      onPointerEnter={() => {
        light([of]);
      }}
      onPointerLeave={() => {
        light([]);
      }}
    >
      <path d={d} fill="none" stroke="transparent" strokeWidth={14} vectorEffect="non-scaling-stroke" />
      <path
        d={d}
        fill={isFilled ? (ink ?? colour.ink) : "none"}
        vectorEffect="non-scaling-stroke"
        {...strokeOf(role)}
        {...(ink && { stroke: ink })}
        {...(isLit && { stroke: colour.rust, strokeWidth: 3.4 })}
        {...(isBehind && { strokeOpacity: 0.4 })}
      />
      {role === "foil" ? (
        // foil is a double thin line: the paper shows between
        <path d={d} fill="none" stroke={face} strokeWidth={2} vectorEffect="non-scaling-stroke" />
      ) : null}
    </g>
  );
});
