import Button from "@mui/material/Button";
import CssBaseline from "@mui/material/CssBaseline";
import IconButton from "@mui/material/IconButton";
import ToggleButton from "@mui/material/ToggleButton";
import ToggleButtonGroup from "@mui/material/ToggleButtonGroup";
import { ThemeProvider } from "@mui/material/styles";
import useMediaQuery from "@mui/material/useMediaQuery";
import { Redo2, Ruler, Undo2 } from "lucide-react";
import { lazy, type ReactNode, Suspense, useEffect, useRef } from "react";
import { ErrorBoundary } from "react-error-boundary";
import { BrowserRouter, Navigate, Outlet, Route, Routes, useLocation } from "react-router";
import { useStore } from "zustand";
import { DraftsPlace } from "./places/drafts/DraftsPlace.tsx";
import { useDrafts } from "./store/drafts.ts";
import { useKeeping } from "./store/keeping.ts";
import { useTaking } from "./store/taking.ts";
import { loadAllForms } from "./needs/forms.ts";
import { Banners } from "./parts/Banners.tsx";
import { useKeptFocus } from "./parts/useKeptFocus.ts";
import { Places } from "./parts/Places.tsx";
import { Notes } from "./parts/tell.tsx";
import { Tore } from "./parts/Tore.tsx";
import { redo, undo, useOpenDraft } from "./store/openDraft.ts";
import type { Settings } from "./store/kept.ts";
import { useSettings } from "./store/settings.ts";
import { theme } from "./theme/theme.ts";

// the drawer shows first; the table is fetched while the eye is on it
const loadDraft = async () => ({ default: (await import("./places/draft/DraftPlace.tsx")).DraftPlace });
const DraftPlace = lazy(loadDraft);
const ChartPlace = lazy(async () => {
  await loadAllForms();
  return { default: (await import("./places/chart/ChartPlace.tsx")).ChartPlace };
});
const ComparePlace = lazy(async () => {
  await loadAllForms();
  return { default: (await import("./places/compare/ComparePlace.tsx")).ComparePlace };
});
const BackPlace = lazy(async () => {
  await loadAllForms();
  return { default: (await import("./places/back/BackPlace.tsx")).BackPlace };
});
const OutlinesPlace = lazy(async () => ({
  default: (await import("./places/outlines/OutlinesPlace.tsx")).OutlinesPlace,
}));
const ShelfPlace = lazy(async () => ({ default: (await import("./places/shelf/ShelfPlace.tsx")).ShelfPlace }));
const PhotoPlace = lazy(async () => ({ default: (await import("./places/photo/PhotoPlace.tsx")).PhotoPlace }));
const MeasurePlace = lazy(async () => ({ default: (await import("./places/measure/MeasurePlace.tsx")).MeasurePlace }));
const RunsPlace = lazy(async () => ({ default: (await import("./places/run/RunsPlace.tsx")).RunsPlace }));
const RunPlace = lazy(async () => ({ default: (await import("./places/run/RunPlace.tsx")).RunPlace }));
const MachinePlace = lazy(async () => ({ default: (await import("./places/machine/MachinePlace.tsx")).MachinePlace }));
const NetPlace = lazy(async () => ({ default: (await import("./places/net/NetPlace.tsx")).NetPlace }));
const SettingsPlace = lazy(async () => ({
  default: (await import("./places/settings/SettingsPlace.tsx")).SettingsPlace,
}));

const TakePlace = lazy(async () => ({ default: (await import("./places/drafts/TakePlace.tsx")).TakePlace }));
const TakeInDialog = lazy(() => import("./parts/TakeInDialog.tsx"));

/** What a file or a link would bring, while it waits for the maker's word. */
function Taking() {
  const read = useTaking((s) => s.read);
  return read ? (
    <Suspense>
      <TakeInDialog read={read} />
    </Suspense>
  ) : null;
}

const AHEAD_MS = 700;

/** Says what became of the last change. */
function Saved() {
  const trouble = useKeeping((s) => s.trouble);
  const isWriting = useKeeping((s) => s.writing > 0 || s.isOwing);
  const isWaiting = useDrafts((s) => s.waiting);
  return (
    // what goes well is seen and not read out with every key; what does not is told at once
    <span className="saved" {...(trouble && { role: "alert" })}>
      {trouble ? "Not saved" : isWriting || isWaiting ? "Saving …" : "Saved"}
    </span>
  );
}

function UndoRedo() {
  const past = useStore(useOpenDraft.temporal, (s) => s.pastStates.length);
  const future = useStore(useOpenDraft.temporal, (s) => s.futureStates.length);
  return (
    <>
      <IconButton
        aria-label="Undo"
        title="Undo (Ctrl Z)"
        aria-disabled={past === 0}
        onClick={past === 0 ? undefined : undo}
      >
        <Undo2 size={20} />
      </IconButton>
      <IconButton
        aria-label="Redo"
        title="Redo (Ctrl Shift Z or Ctrl Y)"
        aria-disabled={future === 0}
        onClick={future === 0 ? undefined : redo}
      >
        <Redo2 size={20} />
      </IconButton>
    </>
  );
}

const UNITS: readonly { readonly unit: Settings["unit"]; readonly short: ReactNode; readonly told: string }[] = [
  { unit: "ruler", short: <Ruler size={17} aria-hidden />, told: "As the ruler in use reads" },
  { unit: "in", short: "in", told: "in" },
  { unit: "mm", short: "mm", told: "mm" },
];

/** How lengths are shown: three to choose from, or where there is no room for three, one that goes on to the next. */
function Units() {
  const { settings, set } = useSettings();
  const isNarrow = useMediaQuery("(max-width: 44em)");
  const at = UNITS.findIndex(({ unit }) => unit === settings.unit);
  const [now, next] = [UNITS[at], UNITS[(at + 1) % UNITS.length]];
  if (isNarrow && now && next) {
    return (
      <Button
        className="units"
        aria-label={`Lengths are shown: ${now.told}. Press for: ${next.told}`}
        onClick={() => set({ unit: next.unit })}
      >
        {now.short}
      </Button>
    );
  }
  return (
    <ToggleButtonGroup
      exclusive
      size="small"
      aria-label="Show lengths in"
      value={settings.unit}
      onChange={(_, unit: Settings["unit"] | null) => {
        if (unit) set({ unit });
      }}
    >
      {UNITS.map(({ unit, short, told }) => (
        <ToggleButton key={unit} value={unit} {...(told !== short && { "aria-label": told })}>
          {short}
        </ToggleButton>
      ))}
    </ToggleButtonGroup>
  );
}

/** Fetches the draft's place ahead of the first click; should it fail, the page says so where it is wanted. */
function useAhead(): void {
  useEffect(() => {
    const waiting = setTimeout(() => {
      loadDraft().catch(() => undefined);
    }, AHEAD_MS);
    return () => {
      clearTimeout(waiting);
    };
  }, []);
}

/** After a way inside the app the focus is in the place it led to, not on a button that is gone. */
function Arrival() {
  const place = useLocation().pathname.split("/").slice(1, 3).join("/");
  const before = useRef(place);
  useEffect(() => {
    if (before.current === place) return;
    before.current = place;
    const main = document.querySelector("main");
    if (!main || main.contains(document.activeElement)) return;
    main.tabIndex = -1;
    main.focus({ preventScroll: true });
  }, [place]);
  return <Outlet />;
}

function Frame() {
  useAhead();
  useKeptFocus();
  const { pathname } = useLocation();
  const inDraft = pathname.startsWith("/draft/");
  return (
    <div className="frame">
      <header>
        <span className="brand">
          <img src="/icon.svg" alt="" width={30} height={30} />
          <span>Cut Fold</span>
        </span>
        <Places />
        <span className="spring" />
        {inDraft ? <UndoRedo /> : null}
        <Saved />
        <Units />
      </header>
      <Banners />
      <ErrorBoundary
        fallbackRender={({ error, resetErrorBoundary }) => <Tore error={error} onAgain={resetErrorBoundary} />}
      >
        <Suspense
          fallback={
            <main className="empty" aria-busy="true">
              <p>One moment …</p>
            </main>
          }
        >
          <Arrival />
        </Suspense>
      </ErrorBoundary>
    </div>
  );
}

export function App() {
  return (
    <ThemeProvider theme={theme}>
      <CssBaseline />
      <BrowserRouter>
        <Routes>
          <Route element={<Frame />}>
            <Route path="/drafts" element={<DraftsPlace />} />
            <Route path="/take" element={<TakePlace />} />
            <Route path="/draft/:id/:view?" element={<DraftPlace />} />
            <Route path="/compare/:id" element={<ComparePlace />} />
            <Route path="/from-envelope" element={<BackPlace />} />
            <Route path="/outlines" element={<OutlinesPlace />} />
            <Route path="/runs" element={<RunsPlace />} />
            <Route path="/run/:id" element={<RunPlace />} />
            <Route path="/net" element={<NetPlace />} />
            <Route path="/machine" element={<MachinePlace />} />
            <Route path="/shelf" element={<ShelfPlace />} />
            <Route path="/picture" element={<PhotoPlace />} />
            <Route path="/measure" element={<MeasurePlace />} />
            <Route path="/size-chart" element={<ChartPlace />} />
            <Route path="/settings" element={<SettingsPlace />} />
            <Route path="*" element={<Navigate to="/drafts" replace />} />
          </Route>
        </Routes>
        <Taking />
      </BrowserRouter>
      <Notes />
    </ThemeProvider>
  );
}
