/**
 * A small true map of the net, both faces, with what lies on them. A panel is pressed here or on the drawing, and what lies
 * on it is listed. The face that is not drawn is mirrored, as one sees it when the sheet is turned over.
 */
import {
  formById,
  type Ground,
  lyingOnFlat,
  mainPiece,
  type OnFlat,
  type PaperColours,
  pathData,
  type Path,
  type Piece,
  placePath,
  type Side,
  type Drawing,
} from "@cut-fold/core";
import { memo, useMemo } from "react";
import { coloursOf } from "../../../../theme/colours.ts";
import { colour } from "../../../../theme/theme.ts";
import { type FormFace, ownPieceWith, SIDE_WORDS } from "./faces.ts";
import "./panels.css";

interface PanelMapProps {
  readonly solution: Drawing;
  readonly grounds: readonly Ground[];
  readonly face: Pick<FormFace, "panel" | "side">;
  readonly onFace: (face: FormFace) => void;
}

export const PanelMap = memo(function PanelMap({ solution, grounds, face, onFace }: PanelMapProps) {
  const main = mainPiece(solution);
  const laid = useMemo(() => lyingOnFlat(solution), [solution]);
  const drawn: Side = formById(solution.form)?.outside === "front" ? "outside" : "inside";
  if (!main) return null;
  // the main piece, then others that have a face of their own to lay something on: what rises, what is pulled
  const pieces = [main, ...solution.pieces.filter((p) => p !== main)].filter((p) =>
    grounds.some((g) => ownPieceWith(solution.pieces, g.panel) === p),
  );
  return (
    <div className="panels-map" role="group" aria-label="The panels, both faces">
      {pieces.flatMap((piece) => {
        const own = grounds.filter((g) => ownPieceWith(solution.pieces, g.panel) === piece);
        const sides = (["outside", "inside"] as const).filter((side) => own.some((g) => side in g.sides));
        return sides.map((side) => (
          <figure key={`${piece.id} ${side}`}>
            <MapSide
              piece={piece}
              laid={piece === main ? laid.filter((l) => (l.side === "front") === (side === drawn)) : NOTHING_LAID}
              colours={coloursOf(solution.spec)}
              isDrawn={side === drawn}
              grounds={own.filter((g) => side in g.sides)}
              chosen={face.side === side ? face.panel : undefined}
              onPanel={({ panel, name }) => {
                onFace({ panel, side, name });
              }}
              side={side}
            />
            <figcaption>{piece === main ? SIDE_WORDS[side] : piece.name.toLowerCase()}</figcaption>
          </figure>
        ));
      })}
    </div>
  );
});

const NOTHING_LAID: readonly OnFlat[] = [];

interface MapSideProps {
  readonly piece: Piece;
  readonly laid: readonly OnFlat[];
  readonly colours: PaperColours;
  readonly isDrawn: boolean;
  readonly grounds: readonly Ground[];
  readonly chosen: string | undefined;
  readonly onPanel: (ground: Ground) => void;
  readonly side: Side;
}

function MapSide({ piece, laid, colours, isDrawn, grounds, chosen, onPanel, side }: MapSideProps) {
  const { width, height } = piece.blank;
  // y up in the paper, down on the screen; the other face is seen mirrored
  const seen = (path: Path): string => {
    const turned = placePath(path, { x: isDrawn ? 0 : width, y: 0, rotation: 0, flip: !isDrawn });
    return pathData(turned);
  };
  const ownFace = isDrawn ? colours.face : colours.back;
  return (
    <svg viewBox={`-2 ${String(-height - 2)} ${String(width + 4)} ${String(height + 4)}`}>
      <g transform="scale(1 -1)" strokeLinejoin="round">
        {piece.outline.map((loop, i) => (
          <path
            key={i}
            d={seen(loop)}
            fill={ownFace}
            stroke={colour.ink}
            strokeWidth={1.4}
            vectorEffect="non-scaling-stroke"
          />
        ))}
        {piece.lines.map((l) => (
          <path
            key={l.id}
            d={seen(l.path)}
            fill="none"
            stroke={colour.soft}
            strokeWidth={1}
            strokeDasharray="3 2.4"
            vectorEffect="non-scaling-stroke"
          />
        ))}
        {laid.map(({ shape }) => (
          <path
            key={shape.of}
            d={[shape.path, ...(shape.holes ?? [])].map(seen).join("")}
            fillRule="evenodd"
            fill={(shape.paper ?? colours).face}
            stroke={colour.soft}
            strokeWidth={0.8}
            vectorEffect="non-scaling-stroke"
            pointerEvents="none"
          />
        ))}
        {grounds.map((ground) => {
          const panel = piece.panels.find((p) => p.id === ground.panel);
          if (!panel) return null;
          const isChosen = chosen === ground.panel;
          return (
            <path
              key={ground.panel}
              role="button"
              tabIndex={0}
              aria-pressed={isChosen}
              aria-label={`${ground.name}, ${SIDE_WORDS[side]}`}
              className="panels-face"
              d={seen(panel.outline)}
              fill="transparent"
              stroke={isChosen ? colour.rust : "transparent"}
              strokeWidth={2.6}
              vectorEffect="non-scaling-stroke"
              onClick={() => {
                onPanel(ground);
              }}
              onKeyDown={(event) => {
                if (event.key !== "Enter" && event.key !== " ") return;
                event.preventDefault();
                onPanel(ground);
              }}
            />
          );
        })}
      </g>
    </svg>
  );
}
