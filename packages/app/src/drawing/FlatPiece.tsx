import type { OnFlat, PaperColours } from "@cut-fold/core";
import { memo } from "react";
import { pieceColours } from "../theme/colours.ts";
import { Figures } from "./Figures.tsx";
import { FlatContents } from "./FlatContents.tsx";
import { FlatPaper } from "./FlatPaper.tsx";
import { LaidLayers } from "./LaidLayers.tsx";
import { LaidMarks, type OnPaper } from "./LaidMarks.tsx";
import type { OfPiece } from "./ofPiece.ts";
import type { Room } from "./placing.ts";
import type { View } from "./view.ts";

interface FlatPieceProps {
  readonly of: OfPiece;
  readonly grid: number;
  readonly view: View;
  readonly room: Room | undefined;
  readonly colours: PaperColours;
  /** what lies on it */
  readonly laid: readonly OnFlat[];
  /** what is done to it, to be taken in hand */
  readonly on?: OnPaper | undefined;
  readonly isHeld: boolean;
  readonly onHold: (held: boolean) => void;
  /** a panel was pressed */
  readonly onPanel?: ((panel: string) => void) | undefined;
}

/** A piece of the blank with all that is drawn on it. */
export const FlatPiece = memo(function FlatPiece(props: FlatPieceProps) {
  const { of, grid, view, room, colours, laid, on, isHeld, onHold, onPanel } = props;
  return (
    <>
      <FlatPaper piece={of.piece} view={view} face={pieceColours(of.piece, colours).face} onPanel={onPanel} />
      {laid.length > 0 ? <LaidLayers laid={laid} view={view} colours={colours} onHold={onHold} /> : null}
      {on && on.areas.length + on.lines.length > 0 ? <LaidMarks on={on} view={view} onHold={onHold} /> : null}
      {of.contents.map((c) => (
        <FlatContents key={c.name} contents={c} view={view} />
      ))}
      <Figures
        {...{ of, grid, view, room, laid, isHeld, onHold }}
        // names of panels stand on the paper's own colour
        face={pieceColours(of.piece, colours).face}
      />
    </>
  );
});
