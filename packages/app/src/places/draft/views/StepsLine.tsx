/** All steps on one line, those of a piece together: where one is, and a way to any of them. */
import { type Drawing, type Solution, stepHeading, stepHeads } from "@cut-fold/core";
import { useMemo } from "react";
import { standAt } from "../../../store/openDraft.ts";

interface StepsLineProps {
  readonly solution: Drawing;
  readonly steps: Solution["steps"];
  /** the step that is shown, from 1 */
  readonly n: number;
}

export function StepsLine({ solution, steps, n }: StepsLineProps) {
  const headings = useMemo(() => steps.map((step) => stepHeading(solution, step)), [solution, steps]);
  const told = (at: number): string => {
    const step = steps[at - 1];
    return step ? [`Step ${String(at)}, ${stepHeads[step.kind]}`, headings[at - 1]].filter(Boolean).join(", ") : "";
  };
  if (steps.length < 2) return null;
  return (
    <div className="steps-line">
      <div className="steps-marks" aria-hidden>
        {steps.map((step, i) => (
          <span
            key={step.n}
            // a gap where the next piece begins
            data-begins={i > 0 && headings[i] !== headings[i - 1]}
            data-at={step.n === n ? "now" : step.n < n ? "done" : "later"}
          />
        ))}
      </div>
      <input
        type="range"
        aria-label="All steps"
        aria-valuetext={told(n)}
        title={told(n)}
        min={1}
        max={steps.length}
        step={1}
        value={n}
        onChange={(event) => standAt(Number(event.target.value))}
      />
    </div>
  );
}
