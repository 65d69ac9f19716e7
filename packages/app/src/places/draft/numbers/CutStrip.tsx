/** What is done next, in one strip above the paper: what the piece in hand is cut to, where it is scored, what room there is. */
import {
  type Clash,
  type Drawing,
  formatLength,
  formatSize,
  hasChance,
  mainPiece,
  type Piece,
  readingsOf,
} from "@cut-fold/core";
import Button from "@mui/material/Button";
import { ListPlus, ListX } from "lucide-react";
import { lazy, memo, Suspense } from "react";
import { useAtRest } from "../../../parts/useAtRest.ts";
import { useChosen } from "../../../store/chosen.ts";
import { useReading } from "../../../store/reading.ts";
import { useDisplay } from "../../../store/settings.ts";
import { showNumbers, useNumbersOpen } from "../../../store/shownNumbers.ts";
import { Findings } from "./Findings.tsx";
import { roomOf } from "./GapPicture.tsx";
import { PieceScores, WorkingOut } from "./Scores.tsx";
import { useFindings } from "./useFindings.ts";

const ChanceLine = lazy(async () => ({ default: (await import("./ChanceSection.tsx")).ChanceLine }));

interface CutStripProps {
  readonly solution: Drawing;
  readonly clashes: readonly Clash[];
  readonly isRun: boolean;
}

export const CutStrip = memo(function CutStrip({ solution, clashes, isRun }: CutStripProps) {
  const { isOpen } = useNumbersOpen(isRun);
  const asked = useChosen((c) => c.piece);
  const main = mainPiece(solution);
  const piece = solution.pieces.find(({ id }) => id === asked) ?? main;
  const rested = useAtRest(solution);
  return (
    <section className="strip" aria-label="What to cut and score" tabIndex={0}>
      <h2 className="unseen">What to cut and score</h2>
      {piece ? <CutTo piece={piece} isMain={piece === main} grid={solution.grid} /> : null}
      {piece ? <ScoresOf solution={rested} id={piece.id} /> : null}
      {isOpen ? null : (
        <>
          <Room solution={solution} />
          <FirstFinding solution={rested} clashes={clashes} />
        </>
      )}
    </section>
  );
});

interface CutToProps {
  readonly piece: Piece;
  readonly isMain: boolean;
  readonly grid: number;
}

/** Opens all numbers beside the paper, where it has not room for both. */
export const AllNumbersButton = memo(function AllNumbersButton({ isRun }: Pick<CutStripProps, "isRun">) {
  const { isOpen, canClose } = useNumbersOpen(isRun);
  return canClose ? (
    <Button
      aria-expanded={isOpen}
      startIcon={isOpen ? <ListX size={18} /> : <ListPlus size={18} />}
      onClick={() => showNumbers(!isOpen)}
    >
      {isOpen ? "Fewer" : "All numbers"}
    </Button>
  ) : null;
});

/** What a piece is cut to. */
function CutTo({ piece: { blank, name, bought }, isMain, grid }: CutToProps) {
  const display = useDisplay(grid);
  const isSquare = Math.abs(blank.width - blank.height) < 0.001;
  const does = bought ? "opened flat" : isSquare ? "cut a square" : "cut to";
  return (
    <div>
      <h3>{isMain ? (bought ? "The card, opened flat" : isSquare ? "Cut a square" : "Cut to") : `${name}, ${does}`}</h3>
      <p className={isSquare ? "figure-cut" : "figure-cut wide-size"}>
        {isSquare ? formatLength(blank.width, display) : formatSize(blank.width, blank.height, display)}
      </p>
      {isSquare ? <p className="figure-note">each way</p> : null}
    </div>
  );
}

/** Where the piece in hand is scored. */
function ScoresOf({ solution, id }: { readonly solution: Drawing; readonly id: string }) {
  const { reading } = useReading(solution.spec);
  const piece = solution.pieces.find((p) => p.id === id);
  if (!reading?.steps) return <WorkingOut />;
  const own = piece && readingsOf(piece, reading.steps);
  return own ? <PieceScores of={own} grid={solution.grid} /> : null;
}

/** A card's finished size; else the room all round what goes in. */
function Room({ solution }: { readonly solution: Drawing }) {
  const display = useDisplay();
  const room = roomOf(solution, display);
  return room ? (
    <div>
      <h3>{room.title}</h3>
      <p className="figure-base">{room.figure}</p>
      <p className="figure-note">{room.note}</p>
      {hasChance(solution) ? (
        // its room is kept before it is known: the paper under it stays where it is
        <Suspense fallback={<p className="figure-note">&nbsp;</p>}>
          <ChanceLine solution={solution} />
        </Suspense>
      ) : null}
    </div>
  ) : null;
}

/** What stands in the way first, with what mends it. */
function FirstFinding({ solution, clashes }: Omit<CutStripProps, "isRun">) {
  const { findings, state } = useFindings(solution, clashes);
  return <Findings findings={findings} grid={solution.grid} state={state} isBrief />;
}
