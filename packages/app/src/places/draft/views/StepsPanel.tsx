/** The page propped up at the table: one step fills the screen, and it remembers where it was. */
import {
  asRulerReads,
  formatLength,
  partOfRun,
  pictureOf,
  sayOther,
  sayStep,
  type Drawing,
  type Solution,
  stepHeading,
  stepHeads,
} from "@cut-fold/core";
import Button from "@mui/material/Button";
import { lazy, Suspense, useEffect, useMemo, useRef } from "react";
import { ArrowLeft, ArrowRight, Check } from "lucide-react";
import { RulerLens } from "./RulerLens.tsx";
import { graphics } from "../../../drawing/graphics.ts";
import { PictureView } from "../../../drawing/PictureView.tsx";
import { Terms } from "../../../parts/Terms.tsx";
import { useAwake } from "../../../parts/useAwake.ts";
import { recallMade, setMade, useMade } from "../../../store/made.ts";
import { standAt } from "../../../store/openDraft.ts";
import { useReading } from "../../../store/reading.ts";
import { useDisplay } from "../../../store/settings.ts";
import { StepInSpace } from "./StepInSpace.tsx";
import { StepsLine } from "./StepsLine.tsx";
import "./steps.css";

const EachOffer = lazy(async () => ({ default: (await import("../numbers/ChanceSection.tsx")).EachOffer }));

/** px a pointer may move while it presses */
const STILL_PX = 6;

interface StepsPanelProps {
  readonly id: string;
  readonly name: string;
  readonly solution: Drawing;
  readonly colours: { readonly face: string; readonly back: string };
  readonly at: number;
}

/** What takes the arrow keys for itself: fields, tabs, sliders, radio buttons. */
const OWN_ARROWS = "input, select, textarea, [role=slider], [role=tablist], [role=radiogroup], [role=menu]";

/** A short sentence is set as large as the room allows, a long one so that all of it is seen. */
const longOf = ({ length }: string): "short" | "middling" | "long" =>
  length < 70 ? "short" : length < 170 ? "middling" : "long";

/** Space and the arrows turn the page, unless what has the focus wants them. */
function useTurning(n: number, count: number): void {
  useEffect(() => {
    const onKey = (event: KeyboardEvent): void => {
      const on = event.target instanceof HTMLElement ? event.target : undefined;
      if (on?.closest(OWN_ARROWS) || event.ctrlKey || event.metaKey || event.altKey) return;
      const onButton = on?.closest("button, a");
      const goes =
        event.key === "ArrowRight" || event.key === "PageDown" || (event.key === " " && !onButton)
          ? 1
          : event.key === "ArrowLeft" || event.key === "PageUp"
            ? -1
            : 0;
      if (goes === 0) return;
      event.preventDefault();
      standAt(Math.min(count, Math.max(1, n + goes)));
    };
    window.addEventListener("keydown", onKey);
    return () => {
      window.removeEventListener("keydown", onKey);
    };
  }, [n, count]);
}

/** How many are finished, and how they are made: one after the other, or every step for all of them. */
function Progress({ quantity }: { readonly quantity: number }) {
  const { finished, together } = useMade((s) => s.made);
  if (quantity === 1) return null;
  return (
    <div className="steps-progress">
      <span>
        {together ? (
          <>All {quantity} at once</>
        ) : (
          <>
            <span aria-hidden>✓ </span>
            {finished} of {quantity} finished
          </>
        )}
      </span>
      <label>
        <input
          type="checkbox"
          checked={together}
          onChange={(event) => {
            setMade({ together: event.target.checked });
          }}
        />
        Each step for all {quantity}
      </label>
    </div>
  );
}

/** Forward: to the next step, or from the last one to the next copy. */
function Onward({ n, count, quantity }: { readonly n: number; readonly count: number; readonly quantity: number }) {
  const { finished, together } = useMade((s) => s.made);
  const isLast = n === count;
  const left = together ? 0 : quantity - finished - 1;
  const said = !isLast
    ? "Next"
    : left > 0
      ? "Finished: begin the next"
      : finished >= quantity
        ? "All are made: begin again"
        : quantity === 1
          ? "Finished"
          : `All ${String(quantity)} are finished`;
  const onward = (): void => {
    if (!isLast) standAt(n + 1);
    else if (finished >= quantity) {
      setMade({ finished: 0 });
      standAt(1);
    } else {
      setMade({ finished: together ? quantity : finished + 1 });
      if (left > 0) standAt(1);
    }
  };
  return (
    <Button
      variant="contained"
      size="large"
      endIcon={isLast ? <Check size={20} /> : <ArrowRight size={20} />}
      onClick={onward}
      className="steps-on"
    >
      {said}
    </Button>
  );
}

/** Steps come from the worker that reads a draft at rest. */
export function StepsPanel(props: StepsPanelProps) {
  const { reading, isNow, isFailed } = useReading(props.solution.spec);
  if (reading && isNow) return <Stepping {...props} steps={reading.steps} />;
  return (
    <section className="steps" aria-label="Steps" aria-busy={!isFailed}>
      <p className="empty">
        {isFailed
          ? "The steps of this draft could not be worked out. Its drawing and its sheets can be printed all the same."
          : "Working out the steps …"}
      </p>
    </section>
  );
}

function Stepping({ id, name, solution, colours, at, steps }: StepsPanelProps & Pick<Solution, "steps">) {
  const own = useDisplay(solution.grid);
  // a step is set on the ruler it is made with; where that is of the other system, both are said
  const display = asRulerReads(solution.grid, own.fraction) ?? own;
  const count = steps.length;
  const { quantity } = solution.spec;
  const n = Math.min(Math.max(1, at), count);
  const step = steps[n - 1];
  const picture = useMemo(() => (step ? pictureOf({ ...solution, steps }, step) : undefined), [solution, steps, step]);
  const together = useMade((s) => s.made.together);
  useTurning(n, count);
  useAwake();
  useEffect(() => {
    void recallMade(id);
  }, [id]);
  const pressed = useRef<readonly [number, number]>([0, 0]);
  const region = useRef<HTMLElement>(null);
  const part = useMemo(() => (step ? partOfRun(solution, step) : undefined), [solution, step]);
  useEffect(() => {
    // space and arrows turn the page from the first moment, and not the tabs that led here
    region.current?.focus({ preventScroll: true });
  }, []);
  if (!step || !picture) return null;
  const sentence = sayStep(step, display);
  const heading = stepHeading(solution, step);
  const label = `Step ${String(n)}: ${sentence}`;
  const other = step.measure === undefined ? "" : sayOther(step.measure, own, solution.grid);
  return (
    <section ref={region} className="steps" aria-label="Steps" tabIndex={-1}>
      <div
        className="steps-picture"
        onPointerDown={(event) => {
          pressed.current = [event.clientX, event.clientY];
        }}
        onClick={(event) => {
          const [x, y] = pressed.current;
          // what was turned about in space was not pressed
          if (Math.hypot(event.clientX - x, event.clientY - y) > STILL_PX) return;
          const { left, width } = event.currentTarget.getBoundingClientRect();
          standAt(event.clientX - left > width / 3 ? Math.min(count, n + 1) : Math.max(1, n - 1));
        }}
      >
        {part === undefined || graphics() === "none" ? (
          <PictureView picture={picture} label={label} colours={colours} margin={6} weight={1.4} />
        ) : (
          <div className="steps-space" role="img" aria-label={label}>
            <StepInSpace key={n} {...{ solution, colours }} {...part} isTurned={step.scene.pose.flip} />
          </div>
        )}
      </div>
      <div className="steps-words">
        <p className="steps-name">{name}</p>
        <p className="steps-count">
          Step {n} of {count}
        </p>
        {heading === "" ? null : <p className="steps-of">{heading}</p>}
        <h2 className="steps-head">
          {stepHeads[step.kind]}
          {together && quantity > 1 ? `, ${String(quantity)} times` : ""}
        </h2>
        {step.measure === undefined ? null : <p className="steps-measure">{formatLength(step.measure, display)}</p>}
        {other === "" ? null : <p className="figure-note">on the ruler in use: {other} as you measure</p>}
        {step.measure !== undefined && step.scene.on === "board" ? (
          <RulerLens measure={step.measure} grid={solution.grid} toLeft={step.kind === "punch"} />
        ) : null}
        <p aria-live="polite" className="steps-sentence" data-long={longOf(sentence)}>
          {sentence}
        </p>
        <Terms text={sentence} />
        {step.code === "turn-to-guide" ? (
          <Suspense>
            <EachOffer solution={solution} />
          </Suspense>
        ) : null}
        <span className="spring" />
        <Progress quantity={quantity} />
        <StepsLine solution={solution} steps={steps} n={n} />
        <div className="steps-turn">
          <Button
            variant="outlined"
            size="large"
            startIcon={<ArrowLeft size={20} />}
            disabled={n === 1}
            onClick={() => {
              standAt(n - 1);
            }}
            className="steps-back"
          >
            Back
          </Button>
          <Onward n={n} count={count} quantity={quantity} />
        </div>
        <p className="steps-hint">Space or the arrow keys turn the page; so does a tap on the picture.</p>
      </div>
    </section>
  );
}
