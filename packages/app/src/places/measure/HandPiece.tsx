/** A maker's own hand, by scores of one setting: each with the paper placed anew, and measured. */
import { type OnShelf, READ_WITH, READS_WITH, type ReadWith, type ShelfEntry } from "@cut-fold/core";
import { HAND_NAMES, HANDS, ownHand } from "@cut-fold/core/chance";
import { SCORES } from "@cut-fold/core/measure";
import Button from "@mui/material/Button";
import { useState } from "react";
import { Fitted } from "../../drawing/Fitted.tsx";
import { Choice } from "../../parts/Choice.tsx";
import { HANDS_TOLD } from "../../parts/HandChoice.tsx";
import { LengthField } from "../../parts/LengthField.tsx";
import { ownKey } from "../../parts/ownKey.ts";
import { tellDone, tellTrouble } from "../../parts/tell.tsx";
import { isInInches, useDisplay, useSettings } from "../../store/settings.ts";
import { dropEntry, keepEntry } from "../../store/shelf.ts";
import { colour } from "../../theme/theme.ts";
import { freshEntry } from "../shelf/fresh.ts";
import { fine } from "../../parts/fine.ts";

const STRIPS = 5;
/** mm that one setting is scored at */
const SET_MM = 60;

/** Strips beneath one another, each scored at one mark a little elsewhere. */
function Strips({ scores }: { readonly scores: readonly number[] }) {
  const shown = scores.length > 0 ? scores : [60.2, 59.7, 60.1, 59.9, 60.3];
  const mean = shown.reduce((sum, mm) => sum + mm, 0) / shown.length;
  return (
    <Fitted label={`${String(shown.length)} strips, each scored at one mark`} box={[-6, -6, 150, 34 * STRIPS]}>
      {shown.slice(-STRIPS).map((mm, i) => (
        <g key={i} transform={`translate(0 ${String(i * 32)})`}>
          <rect width={130} height={24} fill={colour.kraft} stroke={colour.ink} strokeWidth={0.9} />
          <path
            // what is off is drawn four times as large, so that it is seen
            d={`M${String(SET_MM + (mm - mean) * 4)} 0V24`}
            stroke={colour.rust}
            strokeWidth={1.2}
            strokeDasharray="5 2.5"
          />
        </g>
      ))}
    </Fitted>
  );
}

interface HandPieceProps {
  readonly tool: OnShelf<"hand"> | undefined;
  readonly shelf: readonly ShelfEntry[];
}

export function HandPiece({ tool, shelf }: HandPieceProps) {
  const display = useDisplay();
  const { settings, set } = useSettings();
  const first = tool ?? shelf.find((entry) => entry.kind === "hand");
  const [like, setLike] = useState(first?.like ?? "usual");
  const [by, setBy] = useState<ReadWith>(first?.with ?? "twice");
  const [scores, setScores] = useState<readonly (number | undefined)[]>(() =>
    Array.from({ length: Math.max(SCORES.asked, first?.scores?.length ?? 0) }, (_, i) => first?.scores?.[i]),
  );
  const known = scores.filter((mm) => mm !== undefined);
  const fresh = first ?? (freshEntry("hand", shelf, isInInches(settings)) as OnShelf<"hand">);
  const entry: OnShelf<"hand"> = { ...fresh, like, with: by, scores: known };
  const own = ownHand(entry);
  const keep = (): void => {
    if (!keepEntry(entry)) {
      tellTrouble("The shelf is full; take something off it first.");
      return;
    }
    const { hand } = settings;
    set({ hand: ownKey(entry.id) });
    tellDone("Your own hand: chances are told for it from now on.", "Undo", () => {
      set({ hand });
      if (first) keepEntry(first);
      else dropEntry(entry);
    });
  };
  return (
    <>
      <div className="measure-drawing">
        <Strips scores={known} />
      </div>
      <div className="measure-words">
        <ol>
          <li>Cut ten strips. Score each at one and the same mark, and take it off the board before the next.</li>
          <li>Measure each from the edge that lay at the stop to its score.</li>
        </ol>
        <div className="fields">
          <Choice
            label="Otherwise like"
            value={like}
            options={HANDS_TOLD}
            onChange={(value) => setLike(HAND_NAMES.find((one) => one === value) ?? "usual")}
          />
          <Choice
            label="Read with"
            value={by}
            options={READS_WITH.map((one) => ({ value: one, text: READ_WITH[one].title }))}
            onChange={(value) => setBy(READS_WITH.find((one) => one === value) ?? "ruler")}
          />
          {scores.map((mm, i) => (
            <LengthField
              key={i}
              label={`Strip ${String(i + 1)}`}
              mm={mm}
              bounds={{ min: 20, max: 300 }}
              onChange={(next) => setScores((was) => was.with(i, next))}
              auto={{ shown: "measure it", onAuto: () => setScores((was) => was.with(i, undefined)) }}
            />
          ))}
        </div>
        <section className="measure-found" aria-live="polite">
          <h2>Found</h2>
          {known.length < SCORES.least ? (
            <p>What your hand is like stands here from the second strip on; ten tell it well.</p>
          ) : (
            <p>
              Placing and scoring, your marks scatter by{" "}
              <strong>{fine(Math.hypot(own.place, own.score), display)}</strong>; a usual hand&apos;s by{" "}
              {fine(Math.hypot(HANDS.usual.place, HANDS.usual.score), display)}.{" "}
              {known.length < SCORES.asked ? "With fewer than ten, what is usual counts with them. " : ""}
              What the strips do not tell, trimming, reading and creasing, stays as in the hand it is otherwise like.
            </p>
          )}
          <Button variant="contained" disabled={known.length < SCORES.least} onClick={keep}>
            Keep it, and tell chances for it
          </Button>
        </section>
      </div>
    </>
  );
}
