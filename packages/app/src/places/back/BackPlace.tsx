/** Working back: an envelope is in hand, and the largest card it takes is wanted, with its base and its layers. */
import { catalogue, find, formatLength, formatSize, sayProblem, SIZE_MM, workBack } from "@cut-fold/core";
import Button from "@mui/material/Button";
import { useMemo, useState } from "react";
import { Link, useLocation, useNavigate } from "react-router";
import { z } from "zod";
import { makeDraft } from "../../store/drafting.ts";
import { useDrafts } from "../../store/drafts.ts";
import { isInInches, useDisplay, useSettings } from "../../store/settings.ts";
import { withSheet } from "../../store/sheetInHand.ts";
import { Answer } from "./Answer.tsx";
import { type InHand, cardOf, firstAsked } from "./asked.ts";
import { CardFields, EnvelopeFields } from "./AskedFields.tsx";
import { usePageTitle } from "../../parts/usePageTitle.ts";
import "./back.css";

/** No measuring that is used is further off. */
const MOST_SPREAD_MM = 10;

/** An envelope that was measured elsewhere, mm: as it is taken, and as it was found with how sure that is. */
const side = z.number().min(SIZE_MM.min).max(SIZE_MM.max);
const sizeSchema = z.object({ width: side, height: side });
const unsure = z.number().min(0).max(MOST_SPREAD_MM);
const measuredSchema = sizeSchema.extend({
  truly: sizeSchema.extend({ spread: z.object({ width: unsure, height: unsure }) }).optional(),
});

export function BackPlace() {
  usePageTitle("From an envelope");
  const display = useDisplay();
  const navigate = useNavigate();
  const inches = useSettings((s) => isInInches(s.settings));
  const measured = measuredSchema.safeParse(useLocation().state).data;
  const [asked, setAsked] = useState<InHand>(() => ({
    ...firstAsked(inches),
    ...(measured && { preset: "", width: measured.width, height: measured.height }),
  }));
  const set = (by: Partial<InHand>): void => {
    setAsked((was) => ({ ...was, ...by }));
  };
  const back = useMemo(
    () =>
      workBack(
        {
          width: asked.width,
          height: asked.height,
          caliper: asked.caliper,
          room: { width: asked.roomWidth, height: asked.roomHeight },
        },
        cardOf(asked, inches),
      ),
    [asked, inches],
  );
  // what is typed over is no longer what was measured
  const isMeasured = measured && asked.width === measured.width && asked.height === measured.height;
  const envelope = find(catalogue.envelopes, asked.preset);
  const begin = (): void => {
    if (!back.ok) return;
    const name = `Card for ${envelope?.title.toLowerCase() ?? `an envelope ${formatSize(asked.width, asked.height, display)}`}`;
    const draft = makeDraft(name, withSheet(back.spec));
    useDrafts.getState().put([draft]);
    void navigate(`/draft/${draft.id}/flat?stage=details`);
  };
  return (
    <main className="place">
      <div className="place-head">
        <h1>From an envelope to its card</h1>
        <Button component={Link} to="/picture">
          Measure it from a picture
        </Button>
      </div>
      <div className="back">
        <section className="fields" aria-label="What is in hand">
          <EnvelopeFields asked={asked} set={set} />
          <CardFields asked={asked} set={set} />
        </section>
        <section className="back-answer" aria-live="polite">
          {back.ok ? (
            <Answer back={back} asked={asked} truly={isMeasured ? measured.truly : undefined} onDraft={begin} />
          ) : null}
          {!back.ok && back.problems.length > 0 ? (
            <p className="finding error" role="alert">
              {back.problems.map((p) => `${p.field}: ${sayProblem(p, display)}`).join(". ")}
            </p>
          ) : null}
          {!back.ok && "thickness" in back ? (
            <p className="finding error" role="alert">
              No card worth making goes in: its layers come to {formatLength(back.thickness, display)}, and too little
              of the envelope is left. Use fewer or thinner layers, or a larger envelope.
            </p>
          ) : null}
        </section>
      </div>
    </main>
  );
}
