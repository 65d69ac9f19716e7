/** What is to be done at the machine now: a sentence, what it needs, and the button that says it is done. */
import { catalogue, type Display, find, formatSize, sayStop, type Stop } from "@cut-fold/core";
import Button from "@mui/material/Button";
import LinearProgress from "@mui/material/LinearProgress";
import { useEffect, useState } from "react";
import { Choice } from "../../parts/Choice.tsx";
import { tellTrouble } from "../../parts/tell.tsx";
import type { SentSheet } from "../../store/atMachine.ts";
import { type Act, actOn, type CutterJob, CutterTrouble, type CutSoFar } from "../../store/cutter.ts";
import { offBy } from "../../store/plans.ts";
import { useDisplay } from "../../store/settings.ts";
import { TestCut } from "./TestCut.tsx";
import { FAULT_HEADS, FAULTS, isOver, PACES } from "./saying.ts";

interface AtBedProps {
  readonly job: CutterJob;
  readonly sent: SentSheet;
  readonly cut: CutSoFar | undefined;
  readonly isFree: boolean;
}

/** What is asked of the machine; where another window was quicker, what is so now is shown and nothing told. */
function useAct(job: CutterJob) {
  const [busy, setBusy] = useState(false);
  const act = (name: Act, said?: Readonly<Record<string, unknown>>): void => {
    setBusy(true);
    actOn(job, name, said)
      .catch((error: unknown) => {
        const why = error instanceof CutterTrouble ? error.message : "no answer";
        tellTrouble(why === "no server" ? "The machine's server does not answer." : `Not done: ${why}.`);
      })
      .finally(() => setBusy(false));
  };
  return { act, busy };
}

const stopOf = (sent: SentSheet, at: number, kind: Stop["kind"]): Stop | undefined =>
  sent.stops.find((stop) => stop.before === at && stop.kind === kind);

export function AtBed(props: AtBedProps) {
  const { job, sent, cut } = props;
  const display = useDisplay();
  const { act, busy } = useAct(job);
  return (
    <>
      <Now {...props} display={display} act={act} busy={busy} />
      <Making job={job} sent={sent} />
      <Off job={job} sent={sent} cut={cut} />
      <span className="spring" />
      {isOver(job) ? null : (
        <div className="machine-less">
          {job.state === "cutting" ? (
            <Button size="small" onClick={() => act("jam")}>
              It has jammed
            </Button>
          ) : null}
          <Choice
            label="Shown"
            value={PACES.some(({ value }) => value === String(job.pace)) ? String(job.pace) : "20"}
            options={PACES}
            onChange={(value) => act("pace", { pace: Number(value) })}
          />
          <Button size="small" onClick={() => act("cancel")}>
            Take the sheet off
          </Button>
        </div>
      )}
    </>
  );
}

interface NowProps extends AtBedProps {
  readonly display: Display;
  readonly act: (name: Act, said?: Readonly<Record<string, unknown>>) => void;
  readonly busy: boolean;
}

const Head = ({ head, said }: { readonly head: string; readonly said?: string | undefined }) => (
  <div aria-live="polite">
    <h2 className="steps-head">{head}</h2>
    {said === undefined ? null : <p className="steps-sentence">{said}</p>}
  </div>
);

interface DoneProps {
  readonly busy: boolean;
  readonly onClick: () => void;
  readonly children: string;
}
const Done = ({ busy, onClick, children }: DoneProps) => (
  <Button variant="contained" size="large" disabled={busy} onClick={onClick}>
    {children}
  </Button>
);

/** What comes next, by the state the job is in. */
function Now(props: NowProps) {
  const { job, sent, display, act, busy, isFree } = props;
  const said = (at: number, kind: Stop["kind"]): string | undefined => {
    const stop = stopOf(sent, at, kind);
    return stop && sayStop(stop, display);
  };
  switch (job.state) {
    case "queued":
      return (
        <>
          <Head
            head="Waits"
            said={
              isFree
                ? `${sent.paper.title === "" ? "A sheet" : sent.paper.title}, ${formatSize(sent.sheet.width, sent.sheet.height, display)}.`
                : "Another sheet is on the bed: finish it, or take it off."
            }
          />
          <Done busy={busy || !isFree} onClick={() => act("start")}>
            Begin with this sheet
          </Done>
        </>
      );
    case "wants-sheet":
      return <Loading {...props} said={said(0, "load")} />;
    case "wants-turn":
      return (
        <>
          <Head head="Turn" said={said(job.at, "turn")} />
          <Done busy={busy} onClick={() => act("turned")}>
            It is turned
          </Done>
        </>
      );
    case "wants-tool":
      return (
        <Tooling
          key={job.at}
          {...props}
          said={[said(job.at, "tool"), said(job.at, "foil")].filter(Boolean).join(" ")}
        />
      );
    case "cutting":
      return (
        <>
          <Head head={`${sent.operations[job.at]?.title ?? "Tool"} at work`} />
          <Done busy={busy} onClick={() => act("pause")}>
            Pause
          </Done>
        </>
      );
    case "paused":
      return (
        <>
          <Head head="Paused" said="The sheet stays where it is." />
          <Done busy={busy} onClick={() => act("resume")}>
            Go on
          </Done>
        </>
      );
    case "stopped":
      return (
        <>
          <Head
            head="Stopped"
            said={
              job.why === "not-kept"
                ? "The machine could not keep how far it came: is the disk full? Make room, and go on."
                : "The server was started anew while this was cut. It goes on with the last stroke that was kept: a few may be cut twice."
            }
          />
          <Done busy={busy} onClick={() => act("resume")}>
            Go on
          </Done>
        </>
      );
    case "wants-look":
      return <TestCut {...{ job, sent, act, busy }} />;
    case "wants-unload":
      return (
        <>
          <Head head="Unload" said={said(sent.operations.length, "unload")} />
          <div className="machine-answers">
            <Done busy={busy} onClick={() => act("unloaded")}>
              It is unloaded
            </Done>
            <Button variant="outlined" size="large" disabled={busy} onClick={() => act("again")}>
              A cut hangs on: cut once more
            </Button>
          </div>
        </>
      );
    case "fault":
      return (
        <>
          <Head head={FAULT_HEADS[job.fault ?? ""] ?? "Something is wrong"} said={FAULTS[job.fault ?? ""]} />
          <Done busy={busy} onClick={() => act("clear")}>
            It is put right
          </Done>
        </>
      );
    case "done":
      return <Head head="Made" said="Crease, fold and glue as its steps say." />;
    case "cancelled":
      return <Head head="Taken off" said="What was cut of it until then is drawn." />;
  }
}

/** Which mat is on it, and how large the sheet is: the machine looks at both. */
function Loading({ sent, act, busy, said, display }: NowProps & { readonly said: string | undefined }) {
  const [mat, setMat] = useState(sent.mat.id);
  const [size, setSize] = useState("right");
  const { width, height } = sent.sheet;
  const mats = sent.machine.mats.flatMap((id) => find(catalogue.mats, id) ?? []);
  return (
    <>
      <Head head="Load" said={said} />
      <div className="machine-said">
        {mats.length > 1 ? (
          <Choice
            label="The mat that is on it"
            value={mat}
            options={mats.map(({ id, title }) => ({ value: id, text: title }))}
            onChange={setMat}
          />
        ) : null}
        <Choice
          label="The sheet"
          value={size}
          options={[
            { value: "right", text: `${formatSize(width, height, display)} or larger` },
            { value: "small", text: "smaller than that" },
          ]}
          onChange={setSize}
        />
      </div>
      <Done
        busy={busy}
        onClick={() => {
          const smaller = Math.max(10, Math.min(width, height) - 10);
          act("loaded", { mat, sheet: size === "right" ? { width, height } : { width: smaller, height: smaller } });
        }}
      >
        It is loaded
      </Done>
    </>
  );
}

/** Which tool is in the holder. */
function Tooling({ job, sent, act, busy, said }: NowProps & { readonly said: string }) {
  const wanted = sent.operations[job.at]?.title ?? "";
  const [tool, setTool] = useState(wanted);
  const tools = [...new Set(catalogue.machines.flatMap((machine) => machine.tools.map(({ title }) => title)))];
  return (
    <>
      <Head head="Tool" said={said} />
      <div className="machine-said">
        <Choice
          label="In the holder"
          value={tool}
          options={tools.map((title) => ({ value: title, text: title }))}
          onChange={setTool}
        />
      </div>
      <Done busy={busy} onClick={() => act("tool-in", { tool })}>
        It is in: run
      </Done>
    </>
  );
}

const ROLE_SAID: Readonly<Record<string, readonly [one: string, many: string]>> = {
  score: ["score", "scores"],
  perforate: ["dash", "dashes"],
  pen: ["line drawn", "lines drawn"],
  foil: ["line foiled", "lines foiled"],
  cut: ["cut", "cuts"],
};
const sayLines = (role: string, count: number): string =>
  `${String(count)} ${ROLE_SAID[role]?.[count === 1 ? 0 : 1] ?? role}`;

/** All that is made of the sheet, one line a tool, with how far it has come. */
function Making({ job, sent }: Pick<AtBedProps, "job" | "sent">) {
  return (
    <ol className="machine-making" aria-label="Made of this sheet">
      {sent.operations.map(({ title, role, lines, passes, strokes, face, trial }, i) => {
        const share = i < job.at || job.state === "done" ? 1 : i === job.at ? job.done / Math.max(1, strokes) : 0;
        return (
          <li key={i} aria-current={i === job.at ? "step" : undefined}>
            <span>
              {title}: {trial ? "test cut" : sayLines(role, lines)}
              {passes > 1 ? `, each ${String(passes)} times` : ""}
              {face === "back" ? ", on the back" : ""}
            </span>
            <LinearProgress
              variant="determinate"
              value={100 * share}
              aria-label={`${title}, ${trial ? "test cut" : sayLines(role, lines)}`}
            />
          </li>
        );
      })}
    </ol>
  );
}

/** How far what was cut stands off what was drawn, at most. */
function Off({ job, sent, cut }: Pick<AtBedProps, "job" | "sent" | "cut">) {
  const display = useDisplay();
  const [off, setOff] = useState<number>();
  // what is fetched comes after what is told
  const all = sent.operations.reduce((sum, { strokes }) => sum + strokes, 0);
  const isWhole = (job.state === "done" || job.state === "wants-unload") && cut?.paths.length === all;
  const isStill = job.state !== "cutting";
  useEffect(() => {
    if (!cut || !isStill) return undefined;
    let isGone = false;
    // a test cut is no part of the design, nor is the stroke that settles a knife
    const made = cut.paths.flatMap(({ operation, points }) => {
      const of = sent.operations[operation];
      return of && !of.trial ? [{ face: of.face, points }] : [];
    });
    if (made.length === 0) return undefined;
    void offBy(sent.design, made, sent.sheet.width, isWhole)
      .then((mm) => {
        if (!isGone) setOff(mm);
      })
      .catch(() => undefined);
    return () => {
      isGone = true;
    };
  }, [cut, isStill, isWhole, sent]);
  if (off === undefined || !cut || cut.paths.length === 0) return null;
  return (
    <p className="machine-off">
      The cutter read the file by itself: what it {isWhole ? "made" : "has made so far"} stands{" "}
      <strong>{sayOff(off, display)}</strong> off the drawing at most.
    </p>
  );
}

/** Hundredths of a mm, or thousandths of an inch: no ruler reads them. */
const sayOff = (mm: number, { unit }: Display): string =>
  unit === "in" || unit === "in-decimal" ? `${(mm / 25.4).toFixed(4)} in` : `${mm.toFixed(3)} mm`;
