import { type EdgeReadings, readingsByPiece, sayByTemplate, sayRow, type Drawing, type Solution } from "@cut-fold/core";
import { useDisplay } from "../../../store/settings.ts";

interface ScoresProps {
  readonly solution: Drawing;
  /** nothing until they are worked out */
  readonly steps: Solution["steps"] | undefined;
}

/** Said in words, for a paragraph has no name; it is as tall as what comes. */
const WorkingOut = () => (
  <p className="figure-score" aria-busy>
    <span className="unseen">Working out the scores</span>
  </p>
);

/** Where the scores of each piece go: one measure on a punch board, every reading on a scoring board, edge by edge. */
export function Scores({ solution: { pieces, grid }, steps }: ScoresProps) {
  const display = useDisplay(grid);
  if (!steps) return <WorkingOut />;
  const all = readingsByPiece({ pieces, steps });
  const isPunched = all[0]?.readings[0]?.edge === "punch";
  return (
    <>
      {all.map(({ piece, readings, byTemplate, oneOfSeveral }) => (
        <section key={piece.id} className="readings">
          {oneOfSeveral ? <h3 className="readings-of">{piece.name}</h3> : null}
          {readings.map((reading, i) => (
            <div key={reading.edge}>
              <h3>{headOf(reading, i)}</h3>
              <p className={reading.measures.length > 1 || i > 0 ? "figure-score several" : "figure-score"}>
                {sayRow(reading.measures, display)}
              </p>
              {reading.inPart.length === 0 ? null : (
                <p className="figure-note">
                  {sayRow(reading.inPart, display)}: not from edge to edge, its step says from where to where
                </p>
              )}
            </div>
          ))}
          {byTemplate === 0 ? null : <p className="figure-note">{sayByTemplate(byTemplate)}</p>}
        </section>
      ))}
      {all.length === 0 ? null : (
        <p className="figure-note">
          {isPunched ? "then turn, last score on the guide, three times" : "outside up, the edge at the stop"}
        </p>
      )}
    </>
  );
}

const headOf = ({ edge }: EdgeReadings, i: number): string =>
  edge === "punch"
    ? "Punch and score at"
    : i === 0
      ? `Score from the ${edge} edge at`
      : `Turn, and from the ${edge} edge at`;
