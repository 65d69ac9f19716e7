/** A run: several drafts laid out together by paper, what has to be bought for it, and what is made today. */
import {
  catalogue,
  type Draft,
  find,
  inHandFor,
  type Layout,
  type Placement,
  putBack,
  type Run,
  type Size,
  type Spec,
  takesPaper,
} from "@cut-fold/core";
import Button from "@mui/material/Button";
import ToggleButton from "@mui/material/ToggleButton";
import ToggleButtonGroup from "@mui/material/ToggleButtonGroup";
import { useEffect, useMemo, useState } from "react";
import { useNavigate, useParams, useSearchParams } from "react-router";
import { NameField } from "../../parts/NameField.tsx";
import { tellDone } from "../../parts/tell.tsx";
import { usePageTitle } from "../../parts/usePageTitle.ts";
import { loadFormsOf } from "../../needs/forms.ts";
import { useDrafts } from "../../store/drafts.ts";
import type { KeptRun } from "../../store/kept.ts";
import { useLaying } from "../../store/laying.ts";
import { changeRun, dropRun, keepRun, noteMade, todayOf, useRuns } from "../../store/runs.ts";
import { isInInches, useSettings } from "../../store/settings.ts";
import { useShelf } from "../../store/shelf.ts";
import { solutionOf } from "../../store/solutions.ts";
import { coloursOf, pieceColours } from "../../theme/colours.ts";
import { CutOn, machineIn, matOf } from "../laid/CutOn.tsx";
import { useTook } from "../laid/FromShelf.tsx";
import { LaidRun } from "../laid/LaidRun.tsx";
import { RunItems } from "./RunItems.tsx";
import { ToBuy } from "./ToBuy.tsx";
import "./run.css";

export function RunPlace() {
  const { id = "" } = useParams();
  const runs = useRuns((s) => s.entries);
  const load = useRuns((s) => s.load);
  const loading = useDrafts((s) => s.loading);
  useEffect(() => void load(), [load]);
  const run = runs?.find((one) => one.id === id);
  usePageTitle(run?.name ?? "Run");
  if (runs === undefined || loading)
    return (
      <main className="empty" aria-busy="true">
        <p>One moment …</p>
      </main>
    );
  if (!run)
    return (
      <main className="empty">
        <h1>This run is not here</h1>
        <p>It was taken away, or it was made in another browser.</p>
        <Button variant="contained" href="/runs">
          All runs
        </Button>
      </main>
    );
  return <OneRun run={run} />;
}

/** The drafts of a run that are there, with their forms loaded; undefined until they are. */
function useRunDrafts(run: KeptRun): ReadonlyMap<string, Draft> | undefined {
  const drafts = useDrafts((s) => s.drafts);
  const [ready, setReady] = useState<ReadonlyMap<string, Draft>>();
  const ids = run.items.map(({ draft }) => draft).join(" ");
  useEffect(() => {
    let isOver = false;
    const these = ids.split(" ").flatMap((id) => drafts.get(id) ?? []);
    void loadFormsOf(these.map(({ spec }) => spec)).then(() => {
      if (!isOver) setReady(new Map(these.map((draft) => [draft.id, draft])));
    });
    return () => {
      isOver = true;
    };
  }, [ids, drafts]);
  return ready;
}

/** mm between two marks where a run has no ruler of its own: rests are measured down to one. */
const MARK_MM = { inches: 25.4 / 16, metric: 1 } as const;

function OneRun({ run }: { readonly run: KeptRun }) {
  const navigate = useNavigate();
  const drafts = useRunDrafts(run);
  const made = run.items.reduce((sum, item) => sum + todayOf(item), 0);
  const gone = drafts ? run.items.filter(({ draft }) => !drafts.has(draft)) : [];
  return (
    <main className="run">
      <div className="run-side">
        <NameField label="Run" name={run.name} onChange={(name) => changeRun(run.id, { name })} />
        <RunItems run={run} drafts={drafts} />
        {gone.length > 0 ? (
          <p className="finding warning" role="alert">
            {gone.length === 1 ? "One draft of this run is" : `${String(gone.length)} drafts of this run are`} not in
            the drawer any more, and left out.
          </p>
        ) : null}
        <div className="run-buttons">
          <Button
            variant="outlined"
            disabled={made === 0}
            onClick={() => {
              const was = noteMade(run.id);
              if (was) tellDone(`Made: ${String(made)}.`, "Not yet", () => keepRun(was));
            }}
          >
            Today&apos;s are made
          </Button>
          <Button
            onClick={() => {
              dropRun(run);
              void navigate("/runs");
              tellDone(`${run.name}: taken away. Its drafts stay.`, "Put it back", () => keepRun(run));
            }}
          >
            Take the run away
          </Button>
        </div>
      </div>
      <div className="run-sheets">
        {drafts ? <RunSheets run={run} drafts={drafts} /> : <p aria-busy="true">One moment …</p>}
      </div>
    </main>
  );
}

interface RunSheetsProps {
  readonly run: KeptRun;
  readonly drafts: ReadonlyMap<string, Draft>;
}

/** What each piece of a draft takes. */
const blanksOf = (spec: Spec): readonly Size[] =>
  solutionOf(spec)
    .pieces.filter(takesPaper)
    .map(({ blank }) => blank);

function RunSheets({ run, drafts }: RunSheetsProps) {
  const [search, setSearch] = useSearchParams();
  const shelf = useShelf();
  const took = useTook(run.id);
  const settings = useSettings((s) => s.settings);
  const laying = useLaying((s) => (s.laying?.id === run.id ? s.laying : undefined));
  const isStraight = search.get("cut") === "straight";
  const mat = search.get("mat") ?? "none";
  const change = (name: string, value: string | undefined): void => {
    const next = new URLSearchParams(search);
    if (value === undefined) next.delete(name);
    else next.set(name, value);
    setSearch(next, { replace: true });
  };
  const items = useMemo(() => itemsOf(run, drafts), [run, drafts]);
  const laid = useMemo((): Run => {
    const usual = find(catalogue.sheets, settings.paper) ?? { width: 210, height: 297 };
    const specs = items.map(({ spec }) => spec);
    // only a machine has mats to choose among
    const blanks = machineIn(mat, shelf) === undefined ? [] : specs.flatMap(blanksOf);
    const inHand = inHandFor(specs, shelf, { width: usual.width, height: usual.height });
    return { items, inHand, mat: matOf(mat, shelf, blanks) };
  }, [items, shelf, mat, settings.paper]);
  const faceOf = useFaces(items);
  const chosen = machineIn(mat, shelf);
  if (items.length === 0)
    return (
      <div className="empty">
        <h2>{run.items.length === 0 ? "What is made together?" : "Nothing is to be made today"}</h2>
        <p>
          {run.items.length === 0
            ? "Add drafts at the side: their pieces are laid out by paper, on what your shelf has."
            : "All of it is made, or none is wanted today."}
        </p>
      </div>
    );
  // what had to be bought for it is asked of the shelf as it was before it was taken
  const before = took ? putBack(shelf, took) : shelf;
  const layout: Layout | undefined = isStraight ? (laying?.trim ?? took?.layout) : (laying?.nest ?? took?.layout);
  return (
    <>
      <div className="run-how">
        <ToggleButtonGroup
          exclusive
          size="small"
          value={isStraight ? "straight" : "free"}
          aria-label="How the sheets are cut"
          onChange={(_, next: string | null) => {
            if (next !== null) change("cut", next === "straight" ? "straight" : undefined);
          }}
        >
          <ToggleButton value="straight">Straight cuts</ToggleButton>
          <ToggleButton value="free">Cut free</ToggleButton>
        </ToggleButtonGroup>
        <Button
          onClick={() => {
            window.print();
          }}
        >
          Print the sheets
        </Button>
        <CutOn mat={mat} onMat={(next) => change("mat", next === "none" ? undefined : next)} />
      </div>
      <LaidRun
        id={run.id}
        run={laid}
        isStraight={isStraight}
        faceOf={faceOf}
        machine={chosen === undefined ? undefined : { chosen, name: run.name }}
        grid={isInInches(settings) ? MARK_MM.inches : MARK_MM.metric}
      >
        {layout ? <ToBuy layout={layout} shelf={before} inHand={laid.inHand} /> : null}
      </LaidRun>
    </>
  );
}

/** What is laid out: so many of each draft as are made today. */
const itemsOf = (run: KeptRun, drafts: ReadonlyMap<string, Draft>): Run["items"] =>
  run.items.flatMap((item) => {
    const draft = drafts.get(item.draft);
    const quantity = todayOf(item);
    return draft && quantity > 0 ? [{ id: draft.id, spec: draft.spec, quantity, name: draft.name }] : [];
  });

/** What each piece of each draft looks like. */
function useFaces(items: Run["items"]): (placement: Pick<Placement, "item" | "piece">) => string {
  const all = useMemo(
    () => items.map(({ spec }) => ({ pieces: solutionOf(spec).pieces, own: coloursOf(spec) })),
    [items],
  );
  return ({ item, piece }) => {
    const of = all[item];
    const made = of?.pieces.find((p) => p.id === piece || piece.startsWith(`${p.id}-`));
    return of && made ? pieceColours(made, of.own).face : (of?.own.face ?? "#ffffff");
  };
}
