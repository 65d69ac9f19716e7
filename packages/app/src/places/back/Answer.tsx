/** The largest card that goes in: drawn in its envelope, from the side, and what it is cut from. */
import { actWords, cardPile, formatLength, formatSize, mainPiece, solve, type WorkedBack } from "@cut-fold/core";
import Button from "@mui/material/Button";
import { useMemo } from "react";
import { PileView } from "../../drawing/PileView.tsx";
import { HandChoice, outOf100 } from "../../parts/HandChoice.tsx";
import { useHand } from "../../parts/useHand.ts";
import { useCardChance } from "../../store/chance.ts";
import { useDisplay } from "../../store/settings.ts";
import type { InHand } from "./asked.ts";
import { FitPicture } from "./FitPicture.tsx";

interface AnswerProps {
  readonly back: WorkedBack;
  readonly asked: InHand;
  readonly onDraft: () => void;
}

/** How likely the card goes in when a hand makes it: an envelope is there already, and forgives nothing. */
function CardChance({ spec, inside }: Pick<WorkedBack, "spec" | "inside">) {
  const display = useDisplay();
  const { hand, key } = useHand();
  const fit = useCardChance(spec, inside, hand);
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
          {worst && worst.without > fit.chance + 0.005 ? ` To gain most, ${actWords[worst.act]}.` : ""}
        </p>
      ) : null}
      <HandChoice value={key} />
    </section>
  );
}

export function Answer({ back: { card, inside, gap, spec }, asked, onDraft }: AnswerProps) {
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
        <CardChance spec={spec} inside={inside} />
        <Button variant="contained" onClick={onDraft}>
          Draft this card
        </Button>
      </div>
    </>
  );
}
