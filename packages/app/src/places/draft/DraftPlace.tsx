import { type Draft, setupOf, type Drawing } from "@cut-fold/core";
import Button from "@mui/material/Button";
import { useStaged } from "../../parts/usePainted.ts";
import { usePageTitle } from "../../parts/usePageTitle.ts";
import Tab from "@mui/material/Tab";
import Tabs from "@mui/material/Tabs";
import { Columns2 } from "lucide-react";
import { lazy, memo, Suspense, useCallback, useEffect, useLayoutEffect, useMemo, useRef } from "react";
import { Link, useNavigate, useParams, useSearchParams } from "react-router";
import { coloursOf } from "../../theme/colours.ts";
import { askFigure } from "../../store/asked.ts";
import { chooseNothing, useChosen } from "../../store/chosen.ts";
import { useDrafts } from "../../store/drafts.ts";
import { versionsOf } from "../../store/drafting.ts";
import { endEntry, endGesture, meet, openDraft, redo, undo, useOpenDraft } from "../../store/openDraft.ts";
import { takeRuler } from "../../store/settings.ts";
import { loadFormsOf } from "../../needs/forms.ts";
import { tellTrouble } from "../../parts/tell.tsx";
import { useWords } from "../../needs/useWords.ts";
import { useSolution } from "../../store/heavy.ts";
import { useClashes } from "../../store/useClashes.ts";
import { FlatPanel } from "./views/FlatPanel.tsx";
import { HoldersView } from "./holders/HoldersView.tsx";
import { Keep } from "./Keep.tsx";
import { FoldedPanel } from "./views/FoldedPanel.tsx";
import { AllNumbersButton, CutStrip } from "./numbers/CutStrip.tsx";
import { NumbersRail } from "./NumbersRail.tsx";
import { SheetsPanel } from "./views/SheetsPanel.tsx";
import { STAGES, StagesRail, type Stage } from "./StagesRail.tsx";
import { StepsPanel } from "./views/StepsPanel.tsx";
import "./draft.css";

// looked at now and then, and with what asks the server
const PagesView = lazy(async () => ({ default: (await import("./PagesView.tsx")).PagesView }));

const VIEWS = ["flat", "folded", "sheets", "steps"] as const;
type ViewName = (typeof VIEWS)[number];
const VIEW_TITLES: Readonly<Record<ViewName, string>> = {
  flat: "Flat",
  folded: "Folded",
  sheets: "Sheets",
  steps: "Steps",
};

/** While a draft is open its ruler says how lengths are shown, before anything of it is drawn. */
function useRuler(draft: Draft | undefined): void {
  const grid = draft && setupOf(draft.spec).grid;
  useLayoutEffect(() => {
    takeRuler(grid);
  }, [grid]);
  useLayoutEffect(
    () => () => {
      takeRuler(undefined);
    },
    [],
  );
}

export function DraftPlace() {
  const { id = "", view: asked } = useParams();
  const [search, setSearch] = useSearchParams();
  const loading = useDrafts((s) => s.loading);
  const known = useDrafts((s) => s.drafts.get(id));
  const want = useDrafts((s) => s.want);
  const draft = useOpenDraft((s) => s.draft);
  const view: ViewName = VIEWS.find((v) => v === asked) ?? "flat";
  const stage: Stage = STAGES.find((s) => s === search.get("stage")) ?? "inside";

  const onOpen = useCallback(
    (next: Stage): void => {
      setSearch({ stage: next }, { replace: true });
    },
    [setSearch],
  );

  const isMissing = loading && !known;
  useEffect(() => {
    // what cannot be read is told by what reads all of it
    if (isMissing) want(id).catch(() => undefined);
  }, [isMissing, want, id]);

  useEffect(() => {
    if (!known) return;
    if (useOpenDraft.getState().draft?.id === known.id) meet(known);
    else {
      openDraft(known);
      chooseNothing();
      askFigure(undefined);
    }
  }, [known]);
  useMovedOn(id, draft?.id);
  useRuler(draft?.id === id ? draft : undefined);

  const specs = useMemo(() => (known ? [known.spec] : []), [known]);
  const hasItsWords = useWords(specs);
  useEffect(() => {
    // whoever sets words tries one typeface after the other: the rest of them come once this draft stands
    if (hasItsWords)
      loadFormsOf(specs).catch(() => {
        tellTrouble("What its words are set in could not be loaded, so they are not drawn. Is the server running?");
      });
  }, [hasItsWords, specs]);

  useUndoKeys();
  useSavedOnLeaving();

  if (!loading && !known) {
    return (
      <main className="empty">
        <h1>This draft is not here</h1>
        <p>
          It may have been deleted, or it belongs to another browser. Its file, if you saved one, can be taken in again.
        </p>
        <Button variant="contained" component={Link} to="/drafts">
          All drafts
        </Button>
      </main>
    );
  }
  if (draft?.id !== id || !hasItsWords) return <LayingOut />;
  if (asked === "holders")
    return (
      <main className="draft view-holders">
        <Heading name={draft.name} view="what could hold it" />
        <HoldersView id={id} spec={draft.spec} follows={draft.holds} />
      </main>
    );
  if (asked === "pages")
    return (
      <main className="draft view-holders">
        <Heading name={draft.name} view="on the printer's paper" />
        <Suspense fallback={null}>
          <PagesView draft={draft} />
        </Suspense>
      </main>
    );
  return <Drawn key={id} draft={draft} view={view} stage={stage} onOpen={onOpen} />;
}

/** The draft once it is drawn. */
function Drawn({ draft, ...rest }: Omit<DraftingProps, "solution" | "colours">) {
  const solution = useSolution(draft.spec);
  if (!solution) return <LayingOut />;
  return <Drafting draft={draft} solution={solution} colours={coloursOf(draft.spec)} {...rest} />;
}

const LayingOut = () => (
  <main className="empty" aria-busy="true">
    <p>Laying out the paper …</p>
  </main>
);

interface DraftingProps {
  readonly draft: Draft;
  readonly solution: Drawing;
  readonly colours: ReturnType<typeof coloursOf>;
  readonly view: ViewName;
  readonly stage: Stage;
  readonly onOpen: (next: Stage) => void;
}

/** The paper, the stages, the numbers. */
const PARTS = 3;

/** The draft itself: what is said on the left, the paper in the middle, the numbers on the right. */
function Drafting({ draft, solution, colours, view, stage, onOpen }: DraftingProps) {
  const { id } = draft;
  const clashes = useClashes(solution);
  useDetailsOf(stage, onOpen);
  // the paper first, then what is said of it
  const shown = useStaged(PARTS);
  return (
    <main className={`draft view-${view}`} aria-busy={shown < PARTS}>
      <Heading name={draft.name} view={VIEW_TITLES[view].toLowerCase()} />
      {view === "steps" ? null : shown > 1 ? (
        <StagesRail draft={draft} solution={solution} open={stage} onOpen={onOpen} />
      ) : (
        <div />
      )}
      <div className="board">
        <div className="board-bar">
          <ViewTabs id={id} view={view} stage={stage} />
          <span className="spring" />
          {view === "steps" ? null : <AllNumbersButton isRun={view === "sheets"} />}
          <VersionsLink id={id} />
          <Keep />
        </div>
        {view === "steps" ? null : <CutStrip solution={solution} clashes={clashes} isRun={view === "sheets"} />}
        <div className="sheet" role="tabpanel" aria-label={VIEW_TITLES[view]}>
          {shown > 0 && view === "flat" ? <FlatPanel solution={solution} colours={colours} /> : null}
          {shown > 0 && view === "folded" ? (
            <FoldedPanel name={draft.name} solution={solution} colours={colours} clashes={clashes} />
          ) : null}
          {shown > 0 && view === "sheets" ? <SheetsPanel {...{ id, solution, colours }} name={draft.name} /> : null}
          {shown > 0 && view === "steps" ? (
            <StepsPanel id={id} name={draft.name} solution={solution} colours={colours} at={draft.step} />
          ) : null}
        </div>
      </div>
      {view === "steps" || shown < PARTS ? null : (
        <NumbersRail solution={solution} clashes={clashes} isRun={view === "sheets"} />
      )}
    </main>
  );
}

/** What is taken in hand on the paper, a thing or a panel, has its settings beside it; another stage that is opened then stays. */
function useDetailsOf(stage: Stage, onOpen: (next: Stage) => void): void {
  const { fitting, on } = useChosen();
  const was = useRef({ fitting, on });
  useEffect(() => {
    const isNew = fitting === undefined ? on !== was.current.on : fitting !== was.current.fitting;
    was.current = { fitting, on };
    if (isNew && (fitting ?? on) !== undefined && stage !== "details") onOpen("details");
  }, [fitting, on, stage, onOpen]);
}

/** What is open, for the tab and for those who hear the page; the name itself is a field. */
const Heading = memo(function Heading({ name, view }: { readonly name: string; readonly view: string }) {
  usePageTitle(`${name}, ${view}`);
  return (
    <h1 className="unseen">
      {name}, {view}
    </h1>
  );
});

const VersionsLink = memo(function VersionsLink({ id }: { readonly id: string }) {
  const versions = useDrafts((s) => {
    const known = s.drafts.get(id);
    return known ? versionsOf(known, s.drafts).length : 1;
  });
  return (
    <Button startIcon={<Columns2 size={18} />} component={Link} to={`/compare/${id}`}>
      {versions > 1 ? `${String(versions)} versions` : "Versions"}
    </Button>
  );
});

interface ViewTabsProps {
  readonly id: string;
  readonly view: ViewName;
  readonly stage: Stage;
}

/** Kept apart from what changes while a figure is dragged: tabs measure themselves whenever they are drawn. */
const ViewTabs = memo(function ViewTabs({ id, view, stage }: ViewTabsProps) {
  const navigate = useNavigate();
  return (
    <Tabs
      value={view}
      onChange={(_, next: ViewName) => {
        void navigate(`/draft/${id}/${next}?stage=${stage}`);
      }}
      aria-label="Views of the draft"
    >
      {VIEWS.map((v) => (
        <Tab key={v} value={v} label={VIEW_TITLES[v]} />
      ))}
    </Tabs>
  );
});

/** Where the open draft has become another (two windows clashed, and ours stands beside theirs), the address follows. */
function useMovedOn(id: string, open: string | undefined): void {
  const navigate = useNavigate();
  const was = useRef(open);
  useEffect(() => {
    if (was.current === id && open !== undefined && open !== id)
      void navigate(`/draft/${open}/flat`, { replace: true });
    was.current = open;
  }, [id, open, navigate]);
}

/** Saves what was typed last when the place is left, the window closes, or another comes before it. */
function useSavedOnLeaving(): void {
  useEffect(() => {
    const onHidden = (): void => {
      if (document.visibilityState === "hidden") endEntry();
    };
    window.addEventListener("pagehide", endEntry);
    document.addEventListener("visibilitychange", onHidden);
    return () => {
      window.removeEventListener("pagehide", endEntry);
      document.removeEventListener("visibilitychange", onHidden);
      endGesture();
    };
  }, []);
}

/** Ctrl Z, Ctrl Shift Z and Ctrl Y, wherever the focus is. */
function useUndoKeys(): void {
  useEffect(() => {
    const onKey = (event: KeyboardEvent): void => {
      const key = event.key.toLowerCase();
      if (!(event.ctrlKey || event.metaKey) || (key !== "z" && key !== "y")) return;
      // a field that holds unfinished text keeps the browser's own undo
      if (event.target instanceof HTMLInputElement && event.target.getAttribute("aria-invalid") === "true") return;
      event.preventDefault();
      if (event.target instanceof HTMLElement) event.target.blur();
      if (event.shiftKey || key === "y") redo();
      else undo();
    };
    window.addEventListener("keydown", onKey);
    return () => {
      window.removeEventListener("keydown", onKey);
    };
  }, []);
}
