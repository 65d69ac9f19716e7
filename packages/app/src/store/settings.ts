/** What the maker prefers, kept in the browser and checked when it is read back. */
import { asRulerReads, type Display, inOneSystem } from "@cut-fold/core";
import { create } from "zustand";
import { db, isOfLaterApp } from "./db.ts";
import { type Settings, settingsSchema } from "./kept.ts";
import { holds, keepRow } from "./keeping.ts";

interface SettingsState {
  readonly settings: Settings;
  readonly load: () => Promise<void>;
  readonly set: (change: Partial<Settings>) => void;
}

/** Where paper is sold in inches: Letter, and rulers in fractions. */
const IN_INCHES = /-(?:US|LR|MM)\b/u;

/** What is set before the maker has set anything: as their country measures. */
function usual(): Settings {
  const { language = "" } = (globalThis as { navigator?: { language?: string } }).navigator ?? {};
  return settingsSchema.parse(IN_INCHES.test(language) ? { paper: "us-letter" } : {});
}

/** Whether the maker's country measures in inches. */
const countryInInches = (): boolean =>
  IN_INCHES.test((globalThis as { navigator?: { language?: string } }).navigator?.language ?? "");

/** Whether lengths are in inches where no ruler is in use: as the maker has said, or as their country measures. */
export const isInInches = ({ unit }: Pick<Settings, "unit">): boolean =>
  unit === "ruler" ? countryInInches() : unit.startsWith("in");

const KEY = "settings";

export const useSettings = create<SettingsState>()((set, get) => ({
  settings: usual(),
  load: async () => {
    try {
      if (await isOfLaterApp()) return;
      const kept = await db.kept.get(KEY);
      const read = settingsSchema.safeParse(kept?.value);
      if (read.success) set({ settings: read.data });
    } catch {
      // a blocked store is told by the drafts' banner; the defaults serve
    }
  },
  set: (change) => {
    const settings = { ...get().settings, ...change };
    set({ settings });
    void keepRow(KEY, settings);
  },
}));

holds(KEY, () => db.kept.put({ key: KEY, value: useSettings.getState().settings }));

/** The ruler of the draft that is open: mm between two of its marks; none in the drawer. */
const useInUse = create<{ readonly grid: number | undefined }>()(() => ({ grid: undefined }));

/** Lengths are shown as this ruler reads from now on, where the maker has not said otherwise; undefined when no draft is open. */
export function takeRuler(grid: number | undefined): void {
  if (useInUse.getState().grid !== grid) useInUse.setState({ grid });
}

const DISPLAYS = new Map<string, Display>();

/** One display for one choice: the same object each time, so that memoised parts keep still. */
function displayFor({ unit, fraction }: Settings, inUse: number | undefined, grid: number | undefined): Display {
  const inches = isInInches({ unit });
  const key = [unit, fraction, inUse, grid, inches].join("/");
  const known = DISPLAYS.get(key);
  if (known) return known;
  const usualDisplay: Display = { unit: inches ? "in" : "mm", fraction };
  const chosen: Display =
    unit !== "ruler"
      ? { unit, fraction }
      : inUse === undefined
        ? usualDisplay
        : (asRulerReads(inUse, fraction) ?? usualDisplay);
  const display = grid === undefined ? chosen : inOneSystem(chosen, grid);
  DISPLAYS.set(key, display);
  return display;
}

/**
 * How lengths are shown now: in the unit the maker has chosen for all, or as the ruler of the open draft reads; those on a
 * mark of a ruler of the same system as it has them, where one is given. Two systems never stand on one screen.
 */
export function useDisplay(grid?: number): Display {
  const settings = useSettings((s) => s.settings);
  const inUse = useInUse((s) => s.grid);
  return displayFor(settings, inUse, grid);
}

/** The same, once, for what is no component. */
export const displayNow = (grid?: number): Display =>
  displayFor(useSettings.getState().settings, useInUse.getState().grid, grid);
