/** The page propped up at the table: one step fills the screen, and it remembers where it was. */
import { formatLength, pictureOf, sayStep, type Solution, stepHeads } from "@cut-fold/core";
import Button from "@mui/material/Button";
import { useEffect, useMemo } from "react";
import { ArrowLeft, ArrowRight } from "lucide-react";
import { PictureView } from "../../drawing/PictureView.tsx";
import { standAt } from "../../store/openDraft.ts";
import { useDisplay } from "../../store/settings.ts";
import { colour, SERIF } from "../../theme/theme.ts";
import "./steps.css";

interface StepsPanelProps {
  readonly solution: Solution;
  readonly colours: { readonly face: string; readonly back: string };
  readonly at: number;
}

export function StepsPanel({ solution, colours, at }: StepsPanelProps) {
  const display = useDisplay(solution.grid);
  const count = solution.steps.length;
  const n = Math.min(Math.max(1, at), count);
  const step = solution.steps[n - 1];
  const picture = useMemo(() => (step ? pictureOf(solution, step) : undefined), [solution, step]);
  useEffect(() => {
    const onKey = (event: KeyboardEvent): void => {
      const inField =
        event.target instanceof HTMLElement && event.target.closest("input, select, textarea, [role=slider]");
      if (inField || event.ctrlKey || event.metaKey || event.altKey) return;
      const onButton = event.target instanceof HTMLElement && event.target.closest("button, a");
      if (event.key === "ArrowRight" || event.key === "PageDown" || (event.key === " " && !onButton)) {
        event.preventDefault();
        standAt(Math.min(count, n + 1));
      }
      if (event.key === "ArrowLeft" || event.key === "PageUp") {
        event.preventDefault();
        standAt(Math.max(1, n - 1));
      }
    };
    window.addEventListener("keydown", onKey);
    return () => {
      window.removeEventListener("keydown", onKey);
    };
  }, [n, count]);
  if (!step || !picture) return null;
  const sentence = sayStep(step, display);
  return (
    <section className="steps" aria-label="Steps">
      <div
        className="steps-picture"
        onClick={(event) => {
          const { left, width } = event.currentTarget.getBoundingClientRect();
          standAt(event.clientX - left > width / 3 ? Math.min(count, n + 1) : Math.max(1, n - 1));
        }}
      >
        <PictureView
          picture={picture}
          label={`Step ${String(n)}: ${sentence}`}
          colours={colours}
          margin={6}
          weight={1.4}
        />
      </div>
      <div className="steps-words">
        <p style={{ margin: 0, color: colour.soft, fontSize: 18 }}>
          Step {n} of {count}
        </p>
        <h2 style={{ margin: "4px 0 0", fontFamily: SERIF, fontSize: 34 }}>{stepHeads[step.kind]}</h2>
        {step.measure === undefined ? null : <p className="steps-measure">{formatLength(step.measure, display)}</p>}
        <p aria-live="polite" style={{ fontSize: 24, lineHeight: 1.4, margin: "14px 0 0" }}>
          {sentence}
        </p>
        <div style={{ flex: 1 }} />
        <ol className="steps-dots" aria-label="All steps">
          {solution.steps.map((s) => (
            <li key={s.n}>
              <button
                type="button"
                aria-label={`Step ${String(s.n)}, ${stepHeads[s.kind]}`}
                aria-current={s.n === n ? "step" : undefined}
                data-done={s.n < n}
                onClick={() => {
                  standAt(s.n);
                }}
              />
            </li>
          ))}
        </ol>
        <div style={{ display: "flex", gap: 12 }}>
          <Button
            variant="outlined"
            size="large"
            startIcon={<ArrowLeft size={20} />}
            disabled={n === 1}
            onClick={() => {
              standAt(n - 1);
            }}
            style={{ flex: 1, minHeight: 56 }}
          >
            Back
          </Button>
          <Button
            variant="contained"
            size="large"
            endIcon={<ArrowRight size={20} />}
            disabled={n === count}
            onClick={() => {
              standAt(n + 1);
            }}
            style={{ flex: 2, minHeight: 56 }}
          >
            {n === count ? "Done" : "Next"}
          </Button>
        </div>
        <p style={{ margin: "8px 0 0", fontSize: 14, color: colour.soft }}>
          Space or the arrow keys turn the page; so does a tap on the picture.
        </p>
      </div>
    </section>
  );
}
