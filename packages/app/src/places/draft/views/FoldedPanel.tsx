import {
  assembled,
  type Clash,
  clashesNow,
  clashFindings,
  closedPicture,
  type Display,
  sayFinding,
  type Solution,
  stagesOf,
  travelOf,
} from "@cut-fold/core";
import Button from "@mui/material/Button";
import Slider from "@mui/material/Slider";
import ToggleButton from "@mui/material/ToggleButton";
import ToggleButtonGroup from "@mui/material/ToggleButtonGroup";
import { lazy, Suspense, useCallback, useEffect, useMemo, useRef, useState } from "react";
import { ErrorBoundary } from "react-error-boundary";
import { PictureView } from "../../../drawing/PictureView.tsx";
import { facesUp, type LookFrom } from "../../../drawing/framing.ts";
import { tryAgain } from "../../../parts/tryAgain.ts";
import { useDisplay } from "../../../store/settings.ts";
import { colour } from "../../../theme/theme.ts";

const FoldedView = lazy(() => import("../../../drawing/FoldedView.tsx"));

/** Said over the still picture when the view in space did not come. */
function NotLoaded() {
  const [tried, setTried] = useState(0);
  return (
    <div role="alert" style={{ position: "absolute", insetInline: 0, bottom: 12, textAlign: "center" }}>
      {tried > 0
        ? `The view in space still cannot be loaded (tried ${tried === 1 ? "once" : `${String(tried)} times`} more): is the server running? `
        : "The view in space could not be loaded. "}
      <Button
        onClick={() => {
          void tryAgain().then((found) => {
            if (!found) setTried((n) => n + 1);
          });
        }}
      >
        Try again
      </Button>
    </div>
  );
}

interface FoldedPanelProps {
  readonly solution: Solution;
  readonly colours: { readonly face: string; readonly back: string };
  readonly clashes: readonly Clash[];
}

/** What stands in the way as it lies now, in a sentence, and the panels it is about. */
interface Trouble {
  readonly sentence: string | undefined;
  readonly met: readonly string[];
}
const NO_TROUBLE: Trouble = { sentence: undefined, met: [] };

/** Findings about how it lies when it is closed: what sticks out is seen then, the part itself before its measure. */
const SEEN_CLOSED = ["closed.sticks-out", "covering.rises-past", "covering.figure-past", "covering.stands-out"];

/** What is in the way at a moment: what meets there on its way, or sticks out of what is closed. */
function troubleAt(
  solution: Solution,
  clashes: readonly Clash[],
  set: Readonly<Record<string, number>>,
  display: Display,
): Trouble {
  const now = clashesNow(solution, clashes, set);
  const [meets] = clashFindings(solution, now);
  if (meets) return { sentence: sayFinding(meets, display), met: now.flatMap((c) => c.between) };
  const isClosed = Object.values(set).every((gone) => gone === 0);
  const [out] = isClosed
    ? SEEN_CLOSED.flatMap((code) => solution.findings.filter((f) => `${f.check}.${f.code}` === code))
    : [];
  if (!out) return NO_TROUBLE;
  const of = solution.pieces.filter((p) => p.id === out.piece);
  const met = of.flatMap((p) => p.panels.map((q) => `${p.id}/${q.id}`));
  return { sentence: sayFinding(out, display), met: met.filter((id) => !out.panel || id.endsWith(`/${out.panel}`)) };
}

interface Look {
  readonly value: LookFrom;
  readonly text: string;
}

/** Where a holder is looked at from. */
const HOLDER_VIEWS: readonly Look[] = [
  { value: "closing", text: "Closing side" },
  { value: "address", text: "Front" },
  { value: "open", text: "Into the mouth" },
];

/** Where a card or a part is looked at from: its front folds behind the panel that stays, or is that panel itself. */
function viewsOf(solution: Solution, holds: boolean): readonly Look[] {
  if (holds) return HOLDER_VIEWS;
  const [front, back]: readonly [LookFrom, LookFrom] = facesUp(solution)
    ? ["closing", "address"]
    : ["address", "closing"];
  const opens = solution.motions.some((m) => m.move.kind === "open");
  return [
    { value: front, text: "Front" },
    { value: back, text: "Back" },
    { value: "open", text: "From above" },
    ...(opens ? [{ value: "inside", text: "Inside" } as const] : []),
  ];
}

const SECONDS_A_FOLD = 1.1;

const hasWebGl = (): boolean => {
  try {
    return document.createElement("canvas").getContext("webgl2") !== null;
  } catch {
    return false;
  }
};

/** What happens at each place of the slider, for people who do not see the picture. */
function saying(solution: Solution, progress: number): string {
  const { run, end } = stagesOf(solution);
  if (progress <= 0) return "Flat";
  if (progress >= end) return "Closed";
  const stage = run[Math.ceil(progress) - 1];
  if (stage?.kind === "fill")
    return `${stage.contents.map((i) => solution.contents[i]?.name ?? "Contents").join(" and ")} going in`;
  const names = assembled(solution).flatMap((piece) =>
    piece.folds
      .filter((f) => f.order === stage?.order)
      .map((f) => piece.panels.find((p) => p.id === f.panels[1])?.name.toLowerCase() ?? ""),
  );
  return `Folding the ${names.join(" and ")}`;
}

export function FoldedPanel({ solution, colours, clashes }: FoldedPanelProps) {
  const end = Math.max(1, stagesOf(solution).end);
  const [progress, setProgress] = useState(end * 0.62);
  const holds = solution.contents.some((c) => c.fitting === undefined);
  const views = useMemo(() => viewsOf(solution, holds), [solution, holds]);
  const [chosen, setSide] = useState<LookFrom>();
  const side = chosen ?? views[0]?.value ?? "closing";
  const [set, setSet] = useState<Readonly<Record<string, number>>>({});
  const [playing, setPlaying] = useState(false);
  const [able] = useState(hasWebGl);
  const clock = useRef(0);

  useEffect(() => {
    if (!playing) return undefined;
    let frame = requestAnimationFrame(function tick(now) {
      const passed = clock.current === 0 ? 0 : (now - clock.current) / 1000;
      clock.current = now;
      setProgress((p) => {
        const next = Math.min(end, p + passed / SECONDS_A_FOLD);
        if (next >= end) setPlaying(false);
        return next;
      });
      frame = requestAnimationFrame(tick);
    });
    return () => {
      cancelAnimationFrame(frame);
      clock.current = 0;
    };
  }, [playing, end]);

  const play = (): void => {
    // with reduced motion the paper jumps from fold to fold
    if (matchMedia("(prefers-reduced-motion: reduce)").matches)
      setProgress((p) => (p >= end ? 0 : Math.min(end, Math.floor(p) + 1)));
    else {
      if (progress >= end) setProgress(0);
      setPlaying((on) => !on);
    }
  };

  // what is opened is looked into, unless the maker looks from somewhere else
  const move = useCallback(
    (id: string, value: number): void => {
      setSet((was) => ({ ...was, [id]: value }));
      if (solution.motions.some((m) => m.id === id && m.move.kind === "open")) setSide((was) => was ?? "inside");
    },
    [solution.motions],
  );
  const display = useDisplay(solution.grid);
  const isDone = progress >= end;
  const { sentence, met } = useMemo(
    () => (isDone ? troubleAt(solution, clashes, set, display) : NO_TROUBLE),
    [isDone, solution, clashes, set, display],
  );
  const still = (
    <div style={{ position: "absolute", inset: 40 }}>
      <PictureView picture={closedPicture(solution)} label="The finished piece, closed" colours={colours} />
    </div>
  );
  return (
    <div style={{ position: "absolute", inset: 0, display: "flex", flexDirection: "column" }}>
      <div
        style={{ position: "relative", flex: 1, minHeight: 0 }}
        role="img"
        aria-label={`Folded view: ${saying(solution, progress)}`}
      >
        {able ? (
          <ErrorBoundary
            fallback={
              <>
                {still}
                <NotLoaded />
              </>
            }
          >
            <Suspense
              fallback={<p style={{ textAlign: "center", paddingTop: 80, color: colour.soft }}>Folding the paper …</p>}
            >
              <FoldedView
                solution={solution}
                colours={colours}
                progress={progress}
                side={side}
                motion={set}
                onMotion={move}
                met={met}
              />
            </Suspense>
          </ErrorBoundary>
        ) : (
          <>
            {still}
            <p style={{ position: "absolute", insetInline: 0, bottom: 0, textAlign: "center", color: colour.soft }}>
              This browser cannot draw in space, so here it is closed. Steps shows every fold.
            </p>
          </>
        )}
      </div>
      <p className="in-the-way" role="status">
        {sentence}
      </p>
      <div
        style={{
          display: "flex",
          columnGap: 36,
          rowGap: 12,
          alignItems: "center",
          padding: "4px 24px 14px",
          flexWrap: "wrap",
        }}
      >
        <Button variant="outlined" onClick={play} style={{ minWidth: 92 }}>
          {playing ? "Hold" : progress >= end ? "Again" : "Fold"}
        </Button>
        <div style={{ flex: 1, minWidth: 200 }}>
          <div style={{ fontSize: 14, color: colour.soft, height: 20 }} aria-hidden>
            {saying(solution, progress)}
          </div>
          <Slider
            aria-label="Folding"
            min={0}
            max={end}
            step={0.02}
            value={progress}
            onChange={(_, value) => {
              setPlaying(false);
              setProgress(value);
            }}
            getAriaValueText={(value) => saying(solution, value)}
            marks={Array.from({ length: end + 1 }, (_, i) => ({ value: i }))}
          />
        </div>
        {progress >= end ? <Motions motions={solution.motions} set={set} onMotion={move} clashes={clashes} /> : null}
        <ToggleButtonGroup
          exclusive
          value={side}
          onChange={(_, value: LookFrom | null) => {
            if (value) setSide(value);
          }}
          aria-label="Seen from"
          size="small"
        >
          {views.map(({ value, text }) => (
            <ToggleButton key={value} value={value}>
              {text}
            </ToggleButton>
          ))}
        </ToggleButtonGroup>
      </div>
    </div>
  );
}

interface MotionsProps {
  readonly motions: Solution["motions"];
  readonly set: Readonly<Record<string, number>>;
  readonly onMotion: (id: string, value: number) => void;
  readonly clashes: readonly Clash[];
}

/** What moves in the finished thing, each by its own slider. */
function Motions({ motions, set, onMotion, clashes }: MotionsProps) {
  return motions.map((motion) => (
    <div key={motion.id} style={{ width: 150 }}>
      <div style={{ fontSize: 14, color: colour.soft, height: 20 }} aria-hidden>
        {motion.title}
      </div>
      <Slider
        aria-label={motion.title}
        min={0}
        max={1}
        step={0.01}
        value={set[motion.id] ?? 0}
        // where something comes into the way, and where it is out of it again
        marks={clashes
          .filter((c) => c.motion === motion.id)
          .flatMap(({ from, to }) => [{ value: from }, { value: to }])}
        disabled={motion.after !== undefined && (set[motion.after] ?? 0) < 1}
        onChange={(_, value) => {
          onMotion(motion.id, value);
        }}
        getAriaValueText={(value) => {
          const { travel, unit } = travelOf(motion);
          return `${String(Math.round(travel * value))} ${unit === "deg" ? "degrees" : "mm"}`;
        }}
      />
    </div>
  ));
}
