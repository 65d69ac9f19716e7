/** All numbers beside the drawing: the findings with remedies, scores by piece, the gap all round; with the sheets the run. */
import type { Clash, Drawing } from "@cut-fold/core";
import { lazy, memo, Suspense } from "react";
import { useAtRest } from "../../parts/useAtRest.ts";
import { useReading } from "../../store/reading.ts";
import { useNumbersOpen } from "../../store/shownNumbers.ts";
import { CutList } from "./numbers/CutList.tsx";
import { Findings } from "./numbers/Findings.tsx";
import { FinishedSection } from "./numbers/FinishedSection.tsx";
import { GapLine, GapPicture } from "./numbers/GapPicture.tsx";
import { PileSection } from "./numbers/PileSection.tsx";
import { Scores } from "./numbers/Scores.tsx";
import { useFindings } from "./numbers/useFindings.ts";
import { WhenceSection } from "./numbers/WhenceSection.tsx";

const ChanceSection = lazy(async () => ({ default: (await import("./numbers/ChanceSection.tsx")).ChanceSection }));

interface NumbersRailProps {
  readonly solution: Drawing;
  readonly clashes: readonly Clash[];
  /** with the sheets stands what belongs to the run: how many of each, and of what */
  readonly isRun: boolean;
}

/** They stand beside the paper where there is room for both, or while they are asked for. */
export const NumbersRail = memo(function NumbersRail(props: NumbersRailProps) {
  return useNumbersOpen(props.isRun).isOpen ? <AllNumbers {...props} /> : null;
});

function AllNumbers({ solution, clashes, isRun }: NumbersRailProps) {
  const rested = useAtRest(solution);
  const { reading } = useReading(rested.spec);
  const { findings, state } = useFindings(rested, clashes);
  return (
    // it scrolls on low screens, so the keyboard must reach it
    <aside className="rail numbers" aria-label="The numbers" tabIndex={0}>
      <h2 className="unseen">The numbers</h2>
      <Findings findings={findings} grid={rested.grid} state={state} />
      <WhenceSection solution={rested} />
      {solution.contents.map((lying) =>
        lying.fitting === undefined ? (
          <GapPicture key={lying.on.piece} lying={lying} />
        ) : (
          <GapLine key={lying.on.piece} lying={lying} />
        ),
      )}
      {solution.contents.length > 0 ? (
        <Suspense>
          <ChanceSection solution={solution} />
        </Suspense>
      ) : null}
      <FinishedSection solution={solution} />
      <Scores solution={rested} steps={reading?.steps} />
      <PileSection solution={rested} />
      {isRun ? <CutList solution={rested} materials={reading?.materials} /> : null}
    </aside>
  );
}
