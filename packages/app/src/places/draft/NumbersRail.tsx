/** The numbers beside the drawing: what to cut and score, the findings with remedies, the gap all round; with the sheets the run. */
import { type Clash, clashFindings, formatLength, formatSize, mainPiece, type Drawing } from "@cut-fold/core";
import { memo, useMemo } from "react";
import { useAtRest } from "../../parts/useAtRest.ts";
import { useReading } from "../../store/reading.ts";
import { useDisplay } from "../../store/settings.ts";
import { CutList } from "./numbers/CutList.tsx";
import { Findings } from "./numbers/Findings.tsx";
import { FinishedSection } from "./numbers/FinishedSection.tsx";
import { GapLine, GapPicture } from "./numbers/GapPicture.tsx";
import { PileSection } from "./numbers/PileSection.tsx";
import { WhenceSection } from "./numbers/WhenceSection.tsx";
import { Scores } from "./numbers/Scores.tsx";

interface NumbersRailProps {
  readonly solution: Drawing;
  readonly clashes: readonly Clash[];
  /** with the sheets stands what belongs to the run: how many of each, and of what */
  readonly isRun: boolean;
}

export const NumbersRail = memo(function NumbersRail({ solution, clashes, isRun }: NumbersRailProps) {
  const display = useDisplay(solution.grid);
  const rested = useAtRest(solution);
  // what runs into what is known later than the rest, and stands after it
  const { reading, isNow, isFailed } = useReading(rested.spec);
  const found = reading?.findings;
  const findings = useMemo(() => [...(found ?? []), ...clashFindings(rested, clashes)], [found, rested, clashes]);
  const main = mainPiece(solution);
  const blank = main?.blank ?? { width: 0, height: 0 };
  const square = Math.abs(blank.width - blank.height) < 0.001;
  return (
    // it scrolls on low screens, so the keyboard must reach it
    <aside className="rail numbers" aria-label="The numbers" tabIndex={0}>
      <h2 className="unseen">The numbers</h2>
      <section>
        <h3>{main?.bought ? "The card, opened flat" : square ? "Cut a square" : "Cut to"}</h3>
        <p className={square ? "figure-cut" : "figure-cut wide-size"}>
          {square ? formatLength(blank.width, display) : formatSize(blank.width, blank.height, display)}
        </p>
        {square ? <p className="figure-note">each way</p> : null}
        <Scores solution={rested} steps={reading?.steps} />
      </section>
      <WhenceSection solution={rested} />
      <Findings
        findings={findings}
        grid={rested.grid}
        state={isFailed ? "failed" : !isNow || !found ? "working" : reading.isTrying ? "trying" : "known"}
      />
      {solution.contents.map((lying) =>
        lying.fitting === undefined ? (
          <GapPicture key={lying.on.piece} lying={lying} />
        ) : (
          <GapLine key={lying.on.piece} lying={lying} />
        ),
      )}
      <FinishedSection solution={solution} />
      <PileSection solution={rested} />
      {isRun ? <CutList solution={rested} materials={reading?.materials} /> : null}
    </aside>
  );
});
