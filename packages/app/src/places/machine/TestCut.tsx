/** The test cut is looked at: what it shows is remembered for this paper and tool, and the sheet planned anew with it. */
import {
  catalogue,
  correctedBy,
  find,
  type MachineTool,
  machineFor,
  ofKind,
  type OnShelf,
  TRIAL_SAID,
  type TrialSaid,
  withCorrection,
} from "@cut-fold/core";
import Button from "@mui/material/Button";
import { useState } from "react";
import { tell, tellTrouble } from "../../parts/tell.tsx";
import { dropSent, jobIn, keepSent, noFix, type SentSheet, sentOf } from "../../store/atMachine.ts";
import { type Act, actOn, type CutterJob, sendJob } from "../../store/cutter.ts";
import { planned } from "../../store/plans.ts";
import { keepEntry, shelfNow } from "../../store/shelf.ts";

interface TestCutProps {
  readonly job: CutterJob;
  readonly sent: SentSheet;
  readonly act: (name: Act) => void;
  readonly busy: boolean;
}

const ANSWERS: Readonly<Record<TrialSaid, string>> = {
  clean: "It comes out clean",
  hangs: "It hangs on",
  "into-mat": "It went into the mat",
};

/** The machine as the maker's own entry of the shelf: one of the catalogue comes there when something of it is remembered. */
function onOwnShelf({ machine }: SentSheet): OnShelf<"machine"> | undefined {
  const shelf = shelfNow();
  const known = ofKind(shelf, "machine").find(({ id }) => id === machine.chosen);
  const kind = find(catalogue.machines, machine.id);
  if (known || !kind) return known;
  return {
    ...{ kind: "machine", id: crypto.randomUUID(), title: machine.title, like: machine.id },
    ...{ width: kind.width, height: kind.length },
  };
}

export function TestCut({ job, sent, act, busy }: TestCutProps) {
  const [working, setWorking] = useState(false);
  const operation = sent.operations[job.at];
  const tool: MachineTool | undefined = find(
    find(catalogue.machines, sent.machine.id)?.tools ?? [],
    operation?.tool ?? "",
  );
  const paper = sent.paper.title === "" ? "this paper" : sent.paper.title;
  if (!operation || !tool) return null;
  const answer = async (said: TrialSaid): Promise<void> => {
    if (said === "clean") {
      act("looked");
      return;
    }
    const own = onOwnShelf(sent);
    if (!own) return;
    const { key } = sent.paper;
    const was = own.fixes?.find((fix) => fix.stock === key && fix.tool === tool.id) ?? noFix(key, tool.id);
    const fix = { ...was, ...correctedBy(said, tool, operation, was) };
    const corrected = withCorrection(own, fix);
    keepEntry(corrected);
    await againWith(job, sent, corrected);
    tell(
      `Remembered for ${paper} on the ${own.title.toLowerCase()}. The sheet stays: the test is made again beside the first.`,
    );
  };
  return (
    <>
      <div aria-live="polite">
        <h2 className="steps-head">Look</h2>
        <p className="steps-sentence">
          The test cut is made: a square and a triangle in a free corner. Lift one with a fingernail. How did the{" "}
          {tool.title.toLowerCase()} cut {paper} with pressure {operation.pressure}?
        </p>
      </div>
      <div className="machine-answers">
        {TRIAL_SAID.map((said) => (
          <Button
            key={said}
            variant={said === "clean" ? "contained" : "outlined"}
            size="large"
            disabled={busy || working}
            onClick={() => {
              setWorking(true);
              answer(said)
                .catch(() => tellTrouble("That could not be planned anew. What was shown is remembered all the same."))
                .finally(() => setWorking(false));
            }}
          >
            {ANSWERS[said]}
          </Button>
        ))}
      </div>
    </>
  );
}

/** The same sheet planned with what is known now: it is on the bed already, and asks for its tool. */
async function againWith(job: CutterJob, sent: SentSheet, own: OnShelf<"machine">): Promise<void> {
  const shelf = shelfNow().map((entry) => (entry.id === own.id ? own : entry));
  const setup = machineFor(own.id, shelf.some(({ id }) => id === own.id) ? shelf : [own, ...shelf], sent.mat.id);
  if (!setup) throw new Error("no machine");
  const trialsBefore = sent.plan.trialsBefore + 1;
  const { items, layout } = sent.plan;
  const made = await planned({
    reach: sent.mat,
    ...{ items, machine: setup.machine, fixes: setup.fixes, trials: true, trialsBefore },
    layout: { ...layout, sheets: layout.sheets.filter(({ id }) => id === sent.laid) },
  });
  const sheet = made.ok ? made.sheets[0] : undefined;
  if (!sheet) throw new Error("not made");
  const next = sentOf(sheet, { ...sent, plan: { items, layout, trialsBefore } });
  keepSent(next);
  await actOn(job, "cancel");
  const added = await sendJob(jobIn(next, job.pace));
  await actOn(await actOn(added, "start"), "loaded");
  dropSent(sent);
}
