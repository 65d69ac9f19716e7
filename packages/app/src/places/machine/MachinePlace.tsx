/** At the machine: one sheet after another, from loading to peeling, with what was really cut over what was drawn. */
import { QueryClientProvider } from "@tanstack/react-query";
import Button from "@mui/material/Button";
import { useEffect, useState } from "react";
import { Link } from "react-router";
import { tellTrouble } from "../../parts/tell.tsx";
import { useAwake } from "../../parts/useAwake.ts";
import { usePageTitle } from "../../parts/usePageTitle.ts";
import { dropSent, jobIn, type SentSheet, useSent } from "../../store/atMachine.ts";
import { actOn, type CutterJob, CutterTrouble, sendJob, useCut, useCutter } from "../../store/cutter.ts";
import { queries } from "../../store/queries.ts";
import { AtBed } from "./AtBed.tsx";
import { BedPicture } from "./BedPicture.tsx";
import { isOver, sayTime, TRUE_PACE } from "./saying.ts";
import "./machine.css";

export function MachinePlace() {
  return (
    <QueryClientProvider client={queries}>
      <Machine />
    </QueryClientProvider>
  );
}

/** The sheet that is looked at: the one on the bed, else the first that waits, else the last that was made. */
function shownOf(jobs: readonly CutterJob[]): CutterJob | undefined {
  const onBed = jobs.find((job) => !isOver(job) && job.state !== "queued");
  return onBed ?? jobs.find(({ state }) => state === "queued") ?? jobs.at(-1);
}

function Machine() {
  usePageTitle("At the machine");
  const sent = useSent((s) => s.entries);
  const load = useSent((s) => s.load);
  useEffect(() => void load(), [load]);
  const { jobs, trouble, setAside } = useCutter();
  const [chosen, setChosen] = useState<string>();
  if (sent === undefined || (jobs === undefined && trouble === undefined))
    return (
      <main className="empty" aria-busy="true">
        <p>One moment …</p>
      </main>
    );
  const known = (jobs ?? []).filter(({ id }) => sent.some((one) => one.id === id));
  const job = known.find(({ id }) => id === chosen) ?? shownOf(known);
  const own = sent.find(({ id }) => id === job?.id);
  const lost = sent.filter(({ id }) => jobs?.every((one) => one.id !== id) === true);
  return (
    <main className="machine">
      <h1 className="unseen">At the machine</h1>
      {trouble === undefined ? null : <Trouble why={trouble} />}
      {setAside === undefined ? null : (
        <p className="finding warning" role="alert">
          What the machine had kept was damaged. It is set aside as {setAside}; sheets that were sent can be put on it
          again.
        </p>
      )}
      {(jobs ?? [])
        .filter((one) => isOnBed(one) && !known.includes(one))
        .map((one) => (
          <FromElsewhere key={one.id} job={one} />
        ))}
      {job && own ? (
        <Sheet
          key={job.id}
          job={job}
          sent={own}
          isFree={!(jobs ?? []).some((one) => one.id !== job.id && isOnBed(one))}
        />
      ) : null}
      {!job && trouble === undefined ? <Nothing /> : null}
      {known.length + lost.length > 1 || lost.length > 0 ? (
        <Queue jobs={known} lost={lost} shown={job?.id} onShow={setChosen} />
      ) : null}
    </main>
  );
}

const isOnBed = (job: CutterJob): boolean => !isOver(job) && job.state !== "queued";

const Trouble = ({ why }: { readonly why: string }) => (
  <p className="finding warning" role="alert">
    {why === "no server"
      ? "The machine's server does not answer: start Cut Fold again and it goes on where it was. Drafts, steps and files need no server."
      : `The machine is not to be had: ${why}.`}
  </p>
);

/** What another browser has put on the bed: it is known by its name alone, and can be taken off. */
const FromElsewhere = ({ job }: { readonly job: CutterJob }) => (
  <p className="finding warning" role="alert">
    {job.name} is on the bed, sent from another browser.{" "}
    <Button
      size="small"
      className="remedy"
      onClick={() => {
        actOn(job, "cancel").catch(() => tellTrouble("It could not be taken off: it has gone on meanwhile."));
      }}
    >
      Take it off
    </Button>
  </p>
);

const Nothing = () => (
  <div className="empty">
    <h2>Nothing is on the machine</h2>
    <p>
      Lay out a run, or the sheets of a draft, choose the machine they are cut on, and put them on it. Here you are led
      through loading, tools and peeling, and see what was cut before you spend real paper.
    </p>
    <Button variant="contained" component={Link} to="/runs">
      To the runs
    </Button>
  </div>
);

interface SheetProps {
  readonly job: CutterJob;
  readonly sent: SentSheet;
  /** nothing else lies on the bed */
  readonly isFree: boolean;
}

function Sheet({ job, sent, isFree }: SheetProps) {
  useAwake();
  const cut = useCut(job, sent.errs);
  const operation = sent.operations[job.at];
  // until it is turned the other face is up
  const before = sent.operations[job.at - 1];
  const face = (job.state === "wants-turn" ? before?.face : operation?.face) ?? "front";
  return (
    <>
      <div className="machine-bed">
        <BedPicture
          {...{ sent, cut, face }}
          at={job.at}
          label={`${sent.name} on the ${sent.mat.title.toLowerCase()}`}
        />
      </div>
      <div className="machine-words">
        <p className="machine-of">{sent.name}</p>
        <AtBed {...{ job, sent, cut, isFree }} />
      </div>
    </>
  );
}

const SAID: Readonly<Record<CutterJob["state"], string>> = {
  queued: "waits",
  "wants-sheet": "to be loaded",
  "wants-turn": "to be turned",
  "wants-tool": "wants a tool",
  cutting: "is being made",
  paused: "paused",
  "wants-look": "to be looked at",
  "wants-unload": "to be unloaded",
  fault: "stopped by a fault",
  stopped: "stopped",
  done: "made",
  cancelled: "taken off",
};

interface QueueProps {
  readonly jobs: readonly CutterJob[];
  /** sent, and not known to the machine any more */
  readonly lost: readonly SentSheet[];
  readonly shown: string | undefined;
  readonly onShow: (id: string) => void;
}

function Queue({ jobs, lost, shown, onShow }: QueueProps) {
  const sent = useSent((s) => s.entries) ?? [];
  const over = jobs.filter(isOver);
  return (
    <section className="machine-queue" aria-label="Sheets at the machine">
      <ol>
        {jobs.map((job) => {
          const own = sent.find(({ id }) => id === job.id);
          return (
            <li key={job.id}>
              <button type="button" aria-current={job.id === shown ? "true" : undefined} onClick={() => onShow(job.id)}>
                <strong>{job.name}</strong>
                <span>
                  {SAID[job.state]}
                  {job.state === "queued" && own ? `, ${sayTime(own.time)}` : ""}
                </span>
              </button>
            </li>
          );
        })}
        {lost.map((one) => (
          <li key={one.id}>
            <span className="machine-lost">
              <strong>{one.name}</strong>
              <span>not known to the machine any more</span>
              <Button
                size="small"
                onClick={() => {
                  sendJob(jobIn(one, TRUE_PACE)).catch((error: unknown) => {
                    tellTrouble(
                      `The machine did not take it: ${error instanceof CutterTrouble ? error.message : "no answer"}.`,
                    );
                  });
                }}
              >
                Put it on again
              </Button>
              <Button size="small" onClick={() => dropSent(one)}>
                Leave it
              </Button>
            </span>
          </li>
        ))}
      </ol>
      {over.length > 0 ? (
        <Button
          size="small"
          onClick={() => {
            for (const one of sent.filter(({ id }) => over.some((job) => job.id === id))) dropSent(one);
          }}
        >
          Clear what is made
        </Button>
      ) : null}
    </section>
  );
}
