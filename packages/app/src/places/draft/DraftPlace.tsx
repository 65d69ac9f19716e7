import { type Draft, type Solution, type StrokeRole } from "@cut-fold/core";
import Button from "@mui/material/Button";
import Menu from "@mui/material/Menu";
import MenuItem from "@mui/material/MenuItem";
import Tab from "@mui/material/Tab";
import Tabs from "@mui/material/Tabs";
import { Columns2 } from "lucide-react";
import { useSnackbar } from "notistack";
import { memo, useCallback, useEffect, useState } from "react";
import { Link, useNavigate, useParams, useSearchParams } from "react-router";
import { coloursOf } from "../../drawing/colours.ts";
import { FlatView } from "../../drawing/FlatView.tsx";
import { ROLE_WORDS, strokeOf } from "../../drawing/language.ts";
import { useDrafts, versionsOf } from "../../store/drafts.ts";
import { printPdf, savePdf, saveProject, saveSvg } from "../../store/files.ts";
import { openDraft, redo, undo, useOpenDraft } from "../../store/openDraft.ts";
import { solutionOf } from "../../store/solutions.ts";
import { useSettings } from "../../store/settings.ts";
import { colour } from "../../theme/theme.ts";
import { FoldedPanel } from "./FoldedPanel.tsx";
import { NumbersRail } from "./NumbersRail.tsx";
import { SheetsPanel } from "./SheetsPanel.tsx";
import { STAGES, StagesRail, type Stage } from "./StagesRail.tsx";
import { StepsPanel } from "./StepsPanel.tsx";

const VIEWS = ["flat", "folded", "sheets", "steps"] as const;
type View = (typeof VIEWS)[number];
const VIEW_TITLES: Readonly<Record<View, string>> = {
  flat: "Flat",
  folded: "Folded",
  sheets: "Sheets",
  steps: "Steps",
};

export function DraftPlace() {
  const { id = "", view: asked } = useParams();
  const [search, setSearch] = useSearchParams();
  const loading = useDrafts((s) => s.loading);
  const known = useDrafts((s) => s.drafts.get(id));
  const draft = useOpenDraft((s) => s.draft);
  const view: View = VIEWS.find((v) => v === asked) ?? "flat";
  const stage: Stage = STAGES.find((s) => s === search.get("stage")) ?? "inside";

  const onOpen = useCallback(
    (next: Stage): void => {
      setSearch({ stage: next }, { replace: true });
    },
    [setSearch],
  );

  useEffect(() => {
    if (known && useOpenDraft.getState().draft?.id !== known.id) openDraft(known);
  }, [known]);

  useEffect(() => {
    const onKey = (event: KeyboardEvent): void => {
      if (!(event.ctrlKey || event.metaKey) || event.key.toLowerCase() !== "z") return;
      // a field that holds unfinished text keeps the browser's own undo
      if (event.target instanceof HTMLInputElement && event.target.getAttribute("aria-invalid") === "true") return;
      event.preventDefault();
      if (event.target instanceof HTMLElement) event.target.blur();
      if (event.shiftKey) redo();
      else undo();
    };
    window.addEventListener("keydown", onKey);
    return () => {
      window.removeEventListener("keydown", onKey);
    };
  }, []);

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
  if (draft?.id !== id)
    return (
      <main className="empty" aria-busy="true">
        <p>Laying out the paper …</p>
      </main>
    );
  const solution = solutionOf(draft.spec);
  const colours = coloursOf(draft.spec);
  return (
    <main className={`draft view-${view}`}>
      {view === "steps" ? null : <StagesRail draft={draft} solution={solution} open={stage} onOpen={onOpen} />}
      <div className="board">
        <div className="board-bar">
          <ViewTabs id={id} view={view} stage={stage} />
          <div style={{ flex: 1 }} />
          <VersionsLink id={id} />
          <Keep />
        </div>
        <div className="sheet" role="tabpanel" aria-label={VIEW_TITLES[view]}>
          {view === "flat" ? <Flat solution={solution} colours={colours} /> : null}
          {view === "folded" ? <FoldedPanel solution={solution} colours={colours} /> : null}
          {view === "sheets" ? <SheetsPanel id={id} solution={solution} colours={colours} /> : null}
          {view === "steps" ? <StepsPanel solution={solution} colours={colours} at={draft.step} /> : null}
        </div>
      </div>
      {view === "steps" ? null : <NumbersRail solution={solution} />}
    </main>
  );
}

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
  readonly view: View;
  readonly stage: Stage;
}

/** Kept apart from what changes while a figure is dragged: tabs measure themselves whenever they are drawn. */
const ViewTabs = memo(function ViewTabs({ id, view, stage }: ViewTabsProps) {
  const navigate = useNavigate();
  return (
    <Tabs
      value={view}
      onChange={(_, next: View) => {
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

function Flat({
  solution,
  colours,
}: {
  readonly solution: Solution;
  readonly colours: { readonly face: string; readonly back: string };
}) {
  const measured = useSettings((s) => s.settings.pixelsPerMm);
  const [trueSize, setTrueSize] = useState(false);
  return (
    <div style={{ position: "absolute", inset: 0, display: "flex", flexDirection: "column" }}>
      <div style={{ position: "relative", flex: 1, minHeight: 0 }}>
        <FlatView solution={solution} colours={colours} trueSize={trueSize ? measured : undefined} />
      </div>
      <div className="legend">
        <Legend {...rolesOn(solution)} />
        <span style={{ flex: 1 }} />
        <TrueSize measured={measured !== undefined} on={trueSize} onChange={setTrueSize} />
      </div>
    </div>
  );
}

interface TrueSizeProps {
  readonly measured: boolean;
  readonly on: boolean;
  readonly onChange: (on: boolean) => void;
}

const TrueSize = memo(function TrueSize({ measured, on, onChange }: TrueSizeProps) {
  if (!measured) {
    return (
      <Button size="small" component={Link} to="/settings#true-size">
        Show it at true size …
      </Button>
    );
  }
  return (
    <Button
      size="small"
      aria-pressed={on}
      onClick={() => {
        onChange(!on);
      }}
    >
      {on ? "Fit the window" : "True size"}
    </Button>
  );
});

/** The kinds of line on the page, as one text so that the legend stands still while they stay the same. */
function rolesOn({ pieces }: Solution): LegendProps {
  const strokes = pieces.flatMap((piece) =>
    piece.lines.map((l) => (l.role === "score" ? (l.fold ?? "valley") : l.role)),
  );
  return {
    roles: [...new Set<StrokeRole>(["cut", ...strokes])].join(" "),
    glued: pieces.some((p) => p.glue.some((g) => g.face === "front")),
  };
}

interface LegendProps {
  /** stroke roles, parted by spaces */
  readonly roles: string;
  readonly glued: boolean;
}

/** Only what is on the page. */
const Legend = memo(function Legend({ roles, glued }: LegendProps) {
  return (
    <>
      {(roles.split(" ") as StrokeRole[]).map((role) => (
        <span key={role} className="legend-item">
          <svg width={34} height={10} aria-hidden>
            <line x1={1} y1={5} x2={33} y2={5} {...strokeOf(role)} />
          </svg>
          {ROLE_WORDS[role]}
        </span>
      ))}
      {glued ? (
        <span className="legend-item">
          <svg width={26} height={12} aria-hidden>
            <rect width={26} height={12} fill="url(#flat-glue)" opacity={0.6} />
          </svg>
          glue
        </span>
      ) : null}
      <span className="legend-item" style={{ color: colour.slate, textDecoration: "underline dotted" }}>
        type or drag
      </span>
    </>
  );
});

/** The draft as it is when a command is chosen: what prints and saves need not follow every change. */
function draftNow(): Draft {
  const { draft } = useOpenDraft.getState();
  if (!draft) throw new Error("No draft is open.");
  return draft;
}

/** Printing and saving. */
const Keep = memo(function Keep() {
  const { enqueueSnackbar } = useSnackbar();
  const [anchor, setAnchor] = useState<HTMLElement>();
  const [busy, setBusy] = useState(false);
  const doing = (work: () => Promise<unknown>, done: string | undefined) => () => {
    setAnchor(undefined);
    setBusy(true);
    work()
      .then((result) => {
        if (result !== false && done) enqueueSnackbar(done);
      })
      .catch((error: unknown) => {
        enqueueSnackbar(
          `${error instanceof Error ? error.message : "That did not work."} Nothing was changed; try again.`,
          { variant: "error" },
        );
      })
      .finally(() => {
        setBusy(false);
      });
  };
  const openPrint = async (): Promise<void> => {
    const url = URL.createObjectURL(await printPdf(draftNow()));
    if (!window.open(url, "_blank"))
      throw new Error("The browser kept the page from opening: allow windows for this address, or save the PDF.");
  };
  return (
    <>
      <Button
        variant="outlined"
        aria-haspopup="menu"
        aria-expanded={anchor !== undefined}
        disabled={busy}
        onClick={(event) => {
          setAnchor(event.currentTarget);
        }}
      >
        {busy ? "Writing …" : "Print and save"}
      </Button>
      <Menu
        anchorEl={anchor}
        open={anchor !== undefined}
        onClose={() => {
          setAnchor(undefined);
        }}
      >
        <MenuItem onClick={doing(openPrint, undefined)}>Open to print, at true size</MenuItem>
        <MenuItem onClick={doing(() => savePdf(draftNow()), "PDF saved: print it at 100 %.")}>
          Save PDF: template and steps
        </MenuItem>
        <MenuItem onClick={doing(() => saveSvg(draftNow()), "SVG saved, in true millimetres.")}>
          Save SVG: the outline, in true mm
        </MenuItem>
        <MenuItem onClick={doing(() => saveProject([draftNow()], draftNow().name), "Draft saved as a file.")}>
          Save draft as a file
        </MenuItem>
      </Menu>
    </>
  );
});
