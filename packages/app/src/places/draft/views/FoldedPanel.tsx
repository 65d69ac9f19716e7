import { type Clash, type Drawing, stagesOf, travelOf } from "@cut-fold/core";
import Button from "@mui/material/Button";
import IconButton from "@mui/material/IconButton";
import Slider from "@mui/material/Slider";
import ToggleButton from "@mui/material/ToggleButton";
import ToggleButtonGroup from "@mui/material/ToggleButtonGroup";
import { Camera, Clapperboard } from "lucide-react";
import { type RefObject, useCallback, useEffect, useMemo, useRef, useState } from "react";
import type { LookFrom } from "../../../drawing/framing.ts";
import { tellTrouble, toldSaved } from "../../../parts/tell.tsx";
import { saveLoop, savePicture } from "../../../store/files.ts";
import { filmFolding } from "../../../store/loop.ts";
import { useReading } from "../../../store/reading.ts";
import { useDisplay } from "../../../store/settings.ts";
import { colour } from "../../../theme/theme.ts";
import { type Look, NO_TROUBLE, saying, troubleAt, viewsOf } from "./folded.ts";
import { InSpace } from "./InSpace.tsx";
import { type Playing, usePlaying } from "./usePlaying.ts";
import "./folded.css";

interface FoldedPanelProps {
  readonly name: string;
  readonly solution: Drawing;
  readonly colours: { readonly face: string; readonly back: string };
  readonly clashes: readonly Clash[];
}

/** Where it stands first: what there is to see of the folding, and not the end of it. */
const BEGINS = 0.62;

export function FoldedPanel({ name, solution, colours, clashes }: FoldedPanelProps) {
  const end = Math.max(1, stagesOf(solution).end);
  const playing = usePlaying(end, BEGINS);
  const { progress } = playing;
  const views = useMemo(() => viewsOf(solution), [solution]);
  const [chosen, setSide] = useState<LookFrom>();
  const side = chosen ?? views[0]?.value ?? "closing";
  const [set, setSet] = useState<Readonly<Record<string, number>>>({});
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
  const { reading } = useReading(solution.spec);
  const { sentence, met } = useMemo(
    () => (isDone ? troubleAt(solution, reading?.findings ?? [], clashes, set, display) : NO_TROUBLE),
    [isDone, solution, reading, clashes, set, display],
  );
  const box = useRef<HTMLDivElement>(null);
  return (
    <div className="view">
      <div className="view-picture">
        <div ref={box} className="folded-space" role="img" aria-label={`Folded view: ${saying(solution, progress)}`}>
          <InSpace {...{ solution, colours, progress, side, met }} motion={set} onMotion={move} />
        </div>
        <Pictures name={name} box={box} end={end} goTo={playing.goTo} />
      </div>
      <p className="in-the-way" role="status">
        {sentence}
      </p>
      <div className="folded-bar">
        <Folding {...playing} solution={solution} end={end} />
        <Opening solution={solution} end={end} {...playing} />
        {isDone ? <Motions motions={solution.motions} set={set} onMotion={move} clashes={clashes} /> : null}
        <SeenFrom views={views} side={side} onSide={setSide} />
      </div>
    </div>
  );
}

interface PicturesProps extends Pick<Playing, "goTo"> {
  readonly name: string;
  readonly box: RefObject<HTMLDivElement | null>;
  readonly end: number;
}

/** A still picture of it as it stands, or a loop of it folding, for a shop or a friend. */
function Pictures({ name, box, end, goTo }: PicturesProps) {
  const [filmed, setFilmed] = useState<number>();
  const called = useRef<AbortController>(undefined);
  useEffect(() => () => called.current?.abort(), []);
  const seen = (): HTMLCanvasElement | undefined => {
    const canvas = box.current?.querySelector("canvas");
    if (!canvas) tellTrouble("There is no picture in space to save here: Print and save has one of the flat drawing.");
    return canvas ?? undefined;
  };
  const film = async (): Promise<void> => {
    const canvas = seen();
    if (!canvas) return;
    const control = new AbortController();
    called.current = control;
    setFilmed(0);
    try {
      const { signal } = control;
      const loop = await filmFolding({ canvas, end, ground: colour.table, goTo, onFilmed: setFilmed, signal });
      if (loop) await toldSaved(saveLoop(loop, name), "Saved as a loop: any browser and most phones show it moving.");
    } catch {
      tellTrouble("The loop could not be made: this browser cannot make pictures aside. A still picture can be saved.");
    } finally {
      setFilmed(undefined);
    }
  };
  if (filmed !== undefined)
    return (
      <div className="folded-save filming" role="status">
        Filming it, {Math.round(filmed * 100)} %
        <Button size="small" onClick={() => called.current?.abort()}>
          Stop
        </Button>
      </div>
    );
  return (
    <div className="folded-save">
      <IconButton
        aria-label="Save as a picture"
        title="Save as a picture"
        onClick={() => {
          const canvas = seen();
          if (canvas) void toldSaved(savePicture(canvas, colour.table, name), "Saved as a picture.");
        }}
      >
        <Camera size={20} />
      </IconButton>
      <IconButton aria-label="Save a loop of it folding" title="Save a loop of it folding" onClick={() => void film()}>
        <Clapperboard size={20} />
      </IconButton>
    </div>
  );
}

/** Opens what is closed as far as it was when it was filled, and closes it again. */
function Opening({ solution, end, progress, runTo }: Playing & { readonly solution: Drawing; readonly end: number }) {
  const filled = useMemo(() => stagesOf(solution).run.findLastIndex((stage) => stage.kind === "fill") + 1, [solution]);
  // a card that opens has a motion for it
  const opens = solution.motions.some((m) => m.move.kind === "open");
  if (opens || filled === 0 || filled >= end || progress < filled) return null;
  const isOpen = progress < end;
  return (
    <Button variant="outlined" className="folded-play" onClick={() => runTo(isOpen ? end : filled)}>
      {isOpen ? "Close it" : "Open it"}
    </Button>
  );
}

interface FoldingProps extends Playing {
  readonly solution: Drawing;
  readonly end: number;
}

/** Runs the folding, or is moved through it by hand. */
function Folding({ solution, end, progress, playing, play, goTo }: FoldingProps) {
  return (
    <>
      <Button variant="outlined" onClick={play} className="folded-play">
        {playing ? "Hold" : progress >= end ? "Again" : "Fold"}
      </Button>
      <div className="folded-run">
        <div className="folded-said" aria-hidden>
          {saying(solution, progress)}
        </div>
        <Slider
          aria-label="Folding"
          min={0}
          max={end}
          step={0.02}
          value={progress}
          onChange={(_, value) => {
            goTo(value);
          }}
          getAriaValueText={(value) => saying(solution, value)}
          marks={Array.from({ length: end + 1 }, (_, i) => ({ value: i }))}
        />
      </div>
    </>
  );
}

interface SeenFromProps {
  readonly views: readonly Look[];
  readonly side: LookFrom;
  readonly onSide: (side: LookFrom) => void;
}

const SeenFrom = ({ views, side, onSide }: SeenFromProps) => (
  <ToggleButtonGroup
    exclusive
    value={side}
    onChange={(_, value: LookFrom | null) => {
      if (value) onSide(value);
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
);

interface MotionsProps {
  readonly motions: Drawing["motions"];
  readonly set: Readonly<Record<string, number>>;
  readonly onMotion: (id: string, value: number) => void;
  readonly clashes: readonly Clash[];
}

/** What moves in the finished thing, each by its own slider. */
function Motions({ motions, set, onMotion, clashes }: MotionsProps) {
  return motions.map((motion) => (
    <div key={motion.id} className="folded-motion">
      <div className="folded-said" aria-hidden>
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
