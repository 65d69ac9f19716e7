/** How likely what goes in fits when it is made by hand: the chance, how the room scatters, what spoils it, what makes it surer. */
import { actWords, type Drawing, formatLength, noFitWords, type Spec, type SpecChange } from "@cut-fold/core";
import { SURE, WORTH } from "@cut-fold/core/chance";
import Button from "@mui/material/Button";
import { lazy, memo, Suspense, useCallback } from "react";
import { HandChoice, outOf100 } from "../../../parts/HandChoice.tsx";
import { tellDone } from "../../../parts/tell.tsx";
import { RUNS, useChance } from "../../../store/chance.ts";
import { useHand } from "../../../parts/useHand.ts";
import { change, undo } from "../../../store/openDraft.ts";
import { useDisplay } from "../../../store/settings.ts";
import type { Advice, ChanceTold } from "../../../workers/tellChance.ts";

const ColumnChart = lazy(async () => ({ default: (await import("../../../parts/ColumnChart.tsx")).ColumnChart }));

const isEach = ({ method }: Spec): boolean => method.kind === "punch-board" && method.each === true;

export const ChanceSection = memo(function ChanceSection({ solution }: { readonly solution: Drawing }) {
  const { hand, key } = useHand();
  const { told, isNow, advice, isFailed } = useChance(solution.spec, hand, true);
  return (
    <section className="chance" aria-label="Chance that it fits" aria-busy={!isNow && !isFailed}>
      <h3>Chance that it fits</h3>
      {isFailed ? (
        <p className="figure-note">It could not be worked out. All else goes on; change something to try again.</p>
      ) : told === undefined ? (
        <p className="figure-note">Making {RUNS.folded.toLocaleString("en")} of them …</p>
      ) : told.ok ? (
        <Told told={told} isNow={isNow} />
      ) : (
        <p className="figure-note">It cannot be told: {noFitWords[told.why]}.</p>
      )}
      <HandChoice value={key} />
      {told?.ok && isNow ? <Surer told={told} advice={advice} isEach={isEach(solution.spec)} /> : null}
    </section>
  );
});

type Known = Extract<ChanceTold, { ok: true }>;

function Told({ told: { fit, spread, name, isRough }, isNow }: { readonly told: Known; readonly isNow: boolean }) {
  const display = useDisplay();
  const format = useCallback((mm: number) => formatLength(mm, display), [display]);
  const { p5, p50, p95 } = fit.gap;
  const said = `The ${name.toLowerCase()} goes in: ${outOf100(fit.chance)}. Its room is ${format(p50)}, and in 9 of 10 from ${format(p5)} to ${format(p95)}.`;
  return (
    <>
      <p className="figure-base" aria-live="polite">
        {outOf100(fit.chance)}
      </p>
      <p className="figure-note">
        {isNow
          ? `go in, of ${fit.runs.toLocaleString("en")} made.`
          : isRough
            ? "about, while it changes."
            : "so far; it is being folded anew."}
      </p>
      <Suspense fallback={<div className="chart-room" />}>
        <ColumnChart {...spread} mark={0} format={format} label={said} />
      </Suspense>
      <p className="figure-note">
        Room that is left at the tightest: {format(p50)}, in 9 of 10 from {format(p5)} to {format(p95)}.
      </p>
    </>
  );
}

interface SurerProps {
  readonly told: Known;
  readonly advice: Advice | undefined;
  readonly isEach: boolean;
}

function press(changes: SpecChange, done: string): void {
  if (change(changes).length === 0) tellDone(done, "Undo", undo);
}

interface EachNotchProps {
  readonly chance: number;
  /** what it is when each notch is measured; undefined where that is not known, or is so already */
  readonly each: number | undefined;
}

const isSurer = ({ chance, each }: EachNotchProps): boolean => each !== undefined && each > chance + WORTH;

/** Four measures in place of one and the guide, where that beats it. */
const EachNotch = ({ chance, each }: EachNotchProps) =>
  each !== undefined && isSurer({ chance, each }) ? (
    <Button
      className="remedy"
      size="small"
      onClick={() => press({ at: ["method", "each"], value: true }, "Each notch is set by a measure of its own.")}
    >
      Measure each notch: {outOf100(each)}
    </Button>
  ) : null;

/** Where the paper is turned to the guide, the steps offer the surer way. */
export const EachOffer = memo(function EachOffer({ solution }: { readonly solution: Drawing }) {
  const { hand } = useHand();
  const { told, advice } = useChance(solution.spec, hand, true);
  if (!told?.ok) return null;
  const offer = { chance: told.fit.chance, each: advice?.each };
  return isSurer(offer) ? (
    <div className="steps-offer">
      <p className="figure-note">By the guide {outOf100(offer.chance)} go in.</p>
      <EachNotch {...offer} />
    </div>
  ) : null;
});

/** What spoils it most, and what makes it surer by one press. */
function Surer({ told: { fit }, advice, isEach }: SurerProps) {
  const display = useDisplay();
  const [worst] = fit.blame;
  const room = advice?.room;
  const isSure = fit.chance >= SURE;
  const more = room?.ok && room.changes.length > 0 ? room : undefined;
  const by = formatLength(more?.by ?? 0, display);
  return (
    <>
      {worst && worst.without > fit.chance + WORTH ? (
        <p className="figure-note">
          Step {worst.step} spoils it most: {actWords[worst.act]}, and {outOf100(worst.without)} go in.
        </p>
      ) : null}
      {advice === undefined ? <p className="figure-note">Looking for what makes it surer …</p> : null}
      <EachNotch chance={fit.chance} each={advice?.each} />
      {more && !isSure ? (
        <Button
          className="remedy"
          size="small"
          onClick={() =>
            press(
              more.changes.map(({ at, value }) => ({ at, value })),
              `${by} more room round what goes in.`,
            )
          }
        >
          Give it {by} more room: {outOf100(more.chance)}
        </Button>
      ) : null}
      {advice && !isSure && !more ? <p className="figure-note">More room alone does not make it sure.</p> : null}
      {isEach ? (
        <Button
          size="small"
          onClick={() => press({ at: ["method", "each"], value: undefined }, "The last score is the guide again.")}
        >
          Measure once, then by the guide
        </Button>
      ) : null}
    </>
  );
}

/** The same in a line, for the strip above the paper. */
export const ChanceLine = memo(function ChanceLine({ solution }: { readonly solution: Drawing }) {
  const { hand } = useHand();
  const { told, isNow } = useChance(solution.spec, hand, false);
  return (
    <p className="figure-note" aria-live="polite">
      {told?.ok ? (
        <>
          {isNow ? "" : "about "}
          <strong>{outOf100(told.fit.chance)}</strong> go in, made by hand
        </>
      ) : (
        "\u00a0"
      )}
    </p>
  );
});
