import { type Finding, remedyWords, sayFinding, type Solution } from "@cut-fold/core";
import Button from "@mui/material/Button";
import { memo } from "react";
import { Terms } from "../../../parts/Terms.tsx";
import { light } from "../../../drawing/lit.ts";
import { chooseFitting } from "../../../store/chosen.ts";
import { loadFormsOf } from "../../../needs/forms.ts";
import { change, useOpenDraft } from "../../../store/openDraft.ts";
import { useDisplay } from "../../../store/settings.ts";
import { readingOf } from "../../../store/reading.ts";
import type { Looked } from "./useFindings.ts";

const SEVERITY: Readonly<Record<Finding["severity"], string>> = {
  error: "Will not work",
  warning: "Look here",
  advice: "Worth knowing",
};

const LOOKING: Readonly<Record<Exclude<Looked, "known">, string>> = {
  working: "Looking it over …",
  trying: "Looking for what mends it …",
  failed: "This could not be looked over: the drawing stands, but nothing was checked. A smaller draft can be.",
};

interface FindingsProps extends Pick<Solution, "findings" | "grid"> {
  readonly state: Looked;
  /** the first of them alone, and how many more there are */
  readonly isBrief?: boolean;
}

/** What the checks found, each with the button that mends it. */
export const Findings = memo(function Findings({ findings, grid, state, isBrief = false }: FindingsProps) {
  const display = useDisplay(grid);
  const sentences = findings.map((finding) => sayFinding(finding, display));
  return (
    <section aria-label="Findings" aria-live="polite" aria-busy={state === "working" || state === "trying"}>
      {state === "known" || (state === "trying" && findings.length === 0) ? null : (
        <p className="figure-note looking">{LOOKING[state]}</p>
      )}
      {findings.length === 0 && state === "known" ? (
        <p className="figure-note all-well">Nothing stands in the way: it folds, fits and closes.</p>
      ) : null}
      {findings.slice(0, isBrief ? 1 : undefined).map((finding, i) => (
        <FindingRow
          key={`${finding.check}.${finding.code}.${String(i)}`}
          index={i}
          code={finding.code}
          severity={finding.severity}
          lights={finding.piece && finding.panel ? `${finding.piece}/${finding.panel}` : undefined}
          more={isBrief ? findings.length - 1 : 0}
          sentence={sentences[i] ?? ""}
          remedy={finding.remedy && remedyWords(finding, display)}
        />
      ))}
      {isBrief ? null : <Terms text={sentences.join(" ")} />}
    </section>
  );
});

interface FindingRowProps {
  readonly index: number;
  readonly code: string;
  readonly severity: Finding["severity"];
  /** the panel that lights up with it, `piece/panel` */
  readonly lights: string | undefined;
  readonly sentence: string;
  /** how many more there are, where they are not told */
  readonly more: number;
  readonly remedy: string | undefined;
}

/** Presses the remedy of the finding as it stands now: the row itself only changes with its words. */
async function press(index: number, code: string): Promise<void> {
  const spec = useOpenDraft.getState().draft?.spec;
  const finding = spec && (await readingOf(spec))?.findings?.[index];
  // what was changed meanwhile may have no such finding any more
  if (!finding?.remedy || finding.code !== code || useOpenDraft.getState().draft?.spec !== spec) return;
  const { changes } = finding.remedy;
  await loadFormsOf(changes.filter(({ at }) => at[0] === "form").map(({ value }) => ({ form: value })));
  change(changes);
  const fitting = changes[0]?.at[0] === "fittings" ? changes[0].at[1] : undefined;
  if (fitting !== undefined) chooseFitting(fitting);
}

const FindingRow = memo(function FindingRow({
  index,
  code,
  severity,
  lights,
  sentence,
  more,
  remedy,
}: FindingRowProps) {
  const lit = (): void => {
    if (lights !== undefined) light([lights]);
  };
  const dim = (): void => {
    light([]);
  };
  return (
    <div className={`finding ${severity}`} onPointerEnter={lit} onPointerLeave={dim}>
      <strong>
        {SEVERITY[severity]}
        {more > 0 ? `, and ${String(more)} more` : ""}
      </strong>
      <p>{sentence}</p>
      {remedy === undefined ? null : (
        <Button
          size="small"
          className="remedy"
          onFocus={lit}
          onBlur={dim}
          onClick={() => {
            void press(index, code);
          }}
        >
          {remedy}
        </Button>
      )}
    </div>
  );
});
