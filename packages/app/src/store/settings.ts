/** What the maker prefers, kept in the browser and checked when it is read back. */
import { type Display, onRuler } from "@cut-fold/core";
import { z } from "zod";
import { create } from "zustand";
import { db, isOfLaterApp } from "./db.ts";

const settingsSchema = z.object({
  unit: z.enum(["in", "in-decimal", "mm", "cm"]).default("mm"),
  fraction: z.union([z.literal(8), z.literal(16), z.literal(32)]).default(16),
  /** the paper in the printer, a sheet id */
  paper: z.enum(["iso-a4", "us-letter"]).default("iso-a4"),
  /** the punch's notch depth, mm, when the maker has measured their own board */
  notch: z.number().min(2).max(30).optional(),
  /** screen pixels for a mm, from the maker's own comparison; absent until measured */
  pixelsPerMm: z.number().min(1).max(20).optional(),
});
export type Settings = z.infer<typeof settingsSchema>;

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
  return settingsSchema.parse(IN_INCHES.test(language) ? { unit: "in", paper: "us-letter" } : {});
}

export const useSettings = create<SettingsState>()((set, get) => ({
  settings: usual(),
  load: async () => {
    try {
      if (await isOfLaterApp()) return;
      const kept = await db.kept.get("settings");
      const read = settingsSchema.safeParse(kept?.value);
      if (read.success) set({ settings: read.data });
    } catch {
      // a blocked store is told by the drafts' banner; the defaults serve
    }
  },
  set: (change) => {
    const settings = { ...get().settings, ...change };
    set({ settings });
    void isOfLaterApp()
      .then((later) => (later ? undefined : db.kept.put({ key: "settings", value: settings })))
      .catch(() => undefined);
  },
}));

const DISPLAYS = new Map<string, Display>();

/** How lengths are shown now; those on a mark of a ruler as it has them, where one is given. The same object for the same choice, so that memoised parts keep still. */
export function useDisplay(grid?: number): Display {
  const { unit, fraction } = useSettings((s) => s.settings);
  const key = `${unit}/${String(fraction)}/${String(grid)}`;
  const known = DISPLAYS.get(key);
  if (known) return known;
  const display: Display = grid === undefined ? { unit, fraction } : onRuler({ unit, fraction }, grid);
  DISPLAYS.set(key, display);
  return display;
}
