import {
  type EdgeReadings,
  type PieceReadings,
  readingsByPiece,
  sayByTemplate,
  sayRow,
  type Drawing,
  type Solution,
} from "@cut-fold/core";
import { useDisplay } from "../../../store/settings.ts";

interface ScoresProps {
  readonly solution: Drawing;
  /** nothing until they are worked out */
  readonly steps: Solution["steps"] | undefined;
}

/** Said in words, for a paragraph has no name; it is as tall as what comes. */
export const WorkingOut = () => (
  <p className="figure-score" aria-busy>
    <span className="unseen">Working out the scores</span>
  </p>
);

/** Where the scores of each piece go, where several pieces are scored. */
export function Scores({ solution: { pieces, grid }, steps }: ScoresProps) {
  if (!steps) return null;
  const all = readingsByPiece({ pieces, steps });
  return all.length < 2 ? null : (
    <section aria-label="Scores by piece">
      {all.map((of) => (
        <div key={of.piece.id} className="readings">
          <h3 className="readings-of">{of.piece.name}</h3>
          <PieceScores of={of} grid={grid} />
        </div>
      ))}
    </section>
  );
}

/** The scores of one piece: one measure on a punch board, every reading on a scoring board, edge by edge. */
export function PieceScores({
  of: { readings, byTemplate },
  grid,
}: {
  readonly of: PieceReadings;
  readonly grid: number;
}) {
  const display = useDisplay(grid);
  const isPunched = readings[0]?.edge === "punch";
  return (
    <>
      {readings.map((reading, i) => (
        <div key={reading.edge}>
          <h3>{headOf(reading, i)}</h3>
          <p className={reading.measures.length > 1 || i > 0 ? "figure-score several" : "figure-score"}>
            {sayRow(reading.measures, display)}
          </p>
          {i > 0 ? null : (
            <p className="figure-note">
              {isPunched
                ? reading.measures.length > 1
                  ? "a quarter turn to the left after each"
                  : "then turn, last score on the guide, three times"
                : "outside up, the edge at the stop"}
            </p>
          )}
          {reading.inPart.length === 0 ? null : (
            <p className="figure-note">
              {sayRow(reading.inPart, display)}: not from edge to edge, its step says from where to where
            </p>
          )}
        </div>
      ))}
      {byTemplate === 0 ? null : <p className="figure-note">{sayByTemplate(byTemplate)}</p>}
    </>
  );
}

const headOf = ({ edge }: EdgeReadings, i: number): string =>
  edge === "punch"
    ? "Punch and score at"
    : i === 0
      ? `Score from the ${edge} edge at`
      : `Turn, and from the ${edge} edge at`;
