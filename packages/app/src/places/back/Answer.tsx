/** The largest card that goes in: drawn in its envelope, from the side, and what it is cut from. */
import {
  actWords,
  cardPile,
  formatLength,
  formatSize,
  mainPiece,
  solve,
  type Size,
  type WorkedBack,
} from "@cut-fold/core";
import { WORTH } from "@cut-fold/core/chance";
import Button from "@mui/material/Button";
import { useMemo } from "react";
import { PileView } from "../../drawing/PileView.tsx";
import { fine } from "../../parts/fine.ts";
import { HandChoice, outOf100 } from "../../parts/HandChoice.tsx";
import { useHand } from "../../parts/useHand.ts";
import { useCardChance } from "../../store/chance.ts";
import { useDisplay } from "../../store/settings.ts";
import type { InHand } from "./asked.ts";
import { FitPicture } from "./FitPicture.tsx";

/** An envelope as it was found, mm, and how sure that is: one standard deviation. */
interface Truly extends Size {
  readonly spread: Size;
}

interface AnswerProps {
  readonly back: WorkedBack;
  readonly asked: InHand;
  /** where it was measured from a picture, and not typed over since */
  readonly truly: Truly | undefined;
  readonly onDraft: () => void;
}

/** How likely the card goes in when a hand makes it: an envelope is there already, and forgives nothing. */
function CardChance({ back: { spec, inside }, asked, truly }: Pick<AnswerProps, "back" | "asked" | "truly">) {
  const display = useDisplay();
  const { hand, key } = useHand();
  // what was taken off to be safe is given back here: the runs err by what the measuring may be off themselves
  const around = truly
    ? {
        width: inside.width + truly.width - asked.width,
        height: inside.height + truly.height - asked.height,
        spread: truly.spread,
      }
    : inside;
  const fit = useCardChance(spec, around, hand);
  const [worst] = fit?.blame ?? [];
  return (
    <section aria-label="Chance that it goes in" aria-busy={fit === undefined}>
      <h3>Chance that it goes in, made by hand</h3>
      <p className="figure-base" aria-live="polite">
        {fit ? outOf100(fit.chance) : "…"}
      </p>
      {fit ? (
        <p className="figure-note">
          {formatLength(fit.gap.p50, display)} left at the tightest, in 9 of 10 from {formatLength(fit.gap.p5, display)}{" "}
          to {formatLength(fit.gap.p95, display)}.
          {worst && worst.without > fit.chance + WORTH ? ` To gain most, ${actWords[worst.act]}.` : ""}
        </p>
      ) : null}
      {truly ? (
        <p className="figure-note">
          Its envelope as the picture has it: {fine(truly.width, display)} × {fine(truly.height, display)}, ±{" "}
          {fine(truly.spread.width, display)} and ± {fine(truly.spread.height, display)}.
        </p>
      ) : null}
      <HandChoice value={key} />
    </section>
  );
}

export function Answer({ back, asked, truly, onDraft }: AnswerProps) {
  const { card, inside, gap, spec } = back;
  const display = useDisplay();
  const solution = useMemo(() => solve(spec), [spec]);
  const pile = cardPile(solution);
  const base = mainPiece(solution);
  const layers = solution.pieces.filter((p) => p.id !== solution.main);
  const score = solution.steps.filter((s) => s.kind === "score").map((s) => formatLength(s.measure ?? 0, display));
  return (
    <>
      <div>
        <FitPicture asked={asked} inside={inside} card={card} />
        {pile ? (
          <div className="back-pile">
            <h3>The card from the side</h3>
            <PileView pile={pile} />
          </div>
        ) : null}
      </div>
      <div className="back-numbers">
        <div>
          <h3>Largest card</h3>
          <p className="figure-cut">{formatSize(card.width, card.height, display)}</p>
          <p className="figure-note">
            {formatLength(gap.width / 2, display)} free at each end, {formatLength(gap.height / 2, display)} above and
            below
          </p>
        </div>
        <div>
          <h3>Cut its base to</h3>
          <p className="figure-base">{formatSize(base?.blank.width ?? 0, base?.blank.height ?? 0, display)}</p>
          <p className="figure-note">
            score at <strong className="back-score">{score.join(" · ")}</strong>
          </p>
          {layers.map((layer) => (
            <p key={layer.id} className="figure-note">
              {layer.name}: <strong>{formatSize(layer.blank.width, layer.blank.height, display)}</strong>
            </p>
          ))}
        </div>
        <CardChance {...{ back, asked, truly }} />
        <Button variant="contained" onClick={onDraft}>
          Draft this card
        </Button>
      </div>
    </>
  );
}
