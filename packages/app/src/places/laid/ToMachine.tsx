/** What a machine makes of the sheets that are laid: its tools, how long it takes, and the way to it. */
import { formatLength, type Layout, machineFor, paperColours, type Run, type SheetJob, stockKey } from "@cut-fold/core";
import Button from "@mui/material/Button";
import { useEffect, useState } from "react";
import { useNavigate } from "react-router";
import { tellTrouble } from "../../parts/tell.tsx";
import { jobIn, keepSent, type SentSheet, sentOf } from "../../store/atMachine.ts";
import { CutterTrouble, sendJob } from "../../store/cutter.ts";
import { letPlansGo, planned } from "../../store/plans.ts";
import { useDisplay } from "../../store/settings.ts";
import { useShelf } from "../../store/shelf.ts";
import type { JobPlanned } from "../../workers/planJob.ts";
import { sayTime } from "../machine/saying.ts";
import { matTitle } from "./matTitle.ts";

/** How many times as fast as the machine a job is begun. */
const USUAL_PACE = 20;

interface ToMachineProps {
  /** the draft or run, and what it is called */
  readonly id: string;
  readonly name: string;
  readonly items: Run["items"];
  readonly layout: Layout;
  /** the machine it is cut on: of the shelf, or of the catalogue */
  readonly chosen: string;
}

const toolsIn = (sheets: readonly SheetJob[]): string[] => [
  ...new Set(sheets.flatMap(({ operations }) => operations.map(({ title }) => title.toLowerCase()))),
];

export function ToMachine({ id, name, items, layout, chosen }: ToMachineProps) {
  const shelf = useShelf();
  const display = useDisplay();
  const navigate = useNavigate();
  const lies = layout.sheets[0]?.from.mat;
  const setup = machineFor(chosen, shelf, lies);
  const [plan, setPlan] = useState<{ readonly of: Layout; readonly made: JobPlanned | undefined }>();
  const [sending, setSending] = useState(false);
  const fixes = JSON.stringify([setup?.fixes ?? [], setup?.machine.errs ?? {}]);
  useEffect(() => {
    const now = machineFor(chosen, shelf, lies);
    if (!now) return undefined;
    let isOver = false;
    const { machine, mat: reach, fixes: known } = now;
    void planned({ items, layout, machine, reach, fixes: known, trials: true, trialsBefore: 0 })
      .catch(() => undefined)
      .then((made) => {
        if (!isOver) setPlan({ of: layout, made });
      });
    return () => {
      isOver = true;
      letPlansGo();
    };
    // the shelf is another object with every change of anything on it
    // oxlint-disable-next-line react/exhaustive-deps
  }, [chosen, items, layout, lies, fixes]);
  if (!setup || layout.sheets.length === 0) return null;
  const made = plan?.of === layout ? plan.made : undefined;
  const { machine, mat, own } = setup;
  const title = own?.title ?? machine.title;
  const send = async (sheets: readonly SheetJob[]): Promise<void> => {
    setSending(true);
    try {
      for (const [i, sheet] of sheets.entries()) {
        const of: Omit<SentSheet, keyof ReturnType<typeof sentOf>> & Parameters<typeof sentOf>[1] = {
          name: sheets.length === 1 ? name : `${name}, sheet ${String(i + 1)} of ${String(sheets.length)}`,
          of: id,
          machine: { id: machine.id, title, chosen, mats: [...machine.mats] },
          mat: { ...mat, title: matTitle(mat.id, title) },
          paper: { key: stockKey(sheet.stock), title: sheet.stock.title ?? "", ...paperColours(sheet.stock) },
          plan: { items, layout, trialsBefore: 0 },
        };
        const sent = sentOf(sheet, of);
        keepSent(sent);
        await sendJob(jobIn(sent, USUAL_PACE));
      }
      void navigate("/machine");
    } catch (error) {
      const why = error instanceof CutterTrouble ? error.message : "";
      tellTrouble(
        why === "no server" || why === ""
          ? "The machine's server does not answer. Start Cut Fold again, or save a file for the machine under Print and save."
          : `The machine did not take it: ${why}.`,
      );
    } finally {
      setSending(false);
    }
  };
  if (!made)
    return (
      <p className="to-machine" role="status" aria-busy={plan?.of !== layout}>
        {plan?.of === layout ? "What the machine does could not be worked out." : "Working out what the machine does …"}
      </p>
    );
  if (!made.ok && made.past !== undefined)
    return (
      <p className="finding warning" role="alert">
        A line runs {formatLength(made.past, display, { round: "up" })} past what the {title.toLowerCase()} reaches:
        move what stands out of its panel, or take a larger mat.
      </p>
    );
  if (!made.ok)
    return (
      <p className="finding warning" role="alert">
        The {title.toLowerCase()} has no tool for {made.roles.map((role) => ROLE_WORDS[role] ?? role).join(" or ")}:
        take another machine, or leave that out.
      </p>
    );
  const { sheets, time, dropped } = made;
  return (
    <div className="to-machine" role="status">
      <span>
        {title}: {toolsIn(sheets).join(", ")}; {sayTime(time)} with loading and changing tools.
        {dropped > 0 ? " Some perforated lines are too short for a tie, and are left out." : ""}
      </span>
      <Button variant="contained" size="small" disabled={sending} onClick={() => void send(sheets)}>
        {sheets.length === 1 ? "Put it on the machine" : `Put ${String(sheets.length)} sheets on the machine`}
      </Button>
    </div>
  );
}

const ROLE_WORDS: Readonly<Record<string, string>> = {
  ...{ score: "scores", perforate: "perforations", pen: "what is drawn", foil: "foil", cut: "cuts" },
};
