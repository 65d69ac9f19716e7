/** The whole app in a page without a screen: for tests of what a maker does that need no browser to be true. */
import { type Draft, offersFor, readSpec, type Solution, solve, type Spec } from "@cut-fold/core";
import { clashesIn } from "@cut-fold/core/proof";
import { workerOf } from "./overChannel.ts";
import { drawerApi } from "../workers/drawDraft.ts";
import { type ChanceApi, chanceApi } from "../workers/tellChance.ts";
import { type LayingApi, layingApi } from "../workers/layOutDraft.ts";
import { readingApi } from "../workers/readDraft.ts";
import { outlineApi } from "../workers/readOutline.ts";
import { act, cleanup, configure, render, screen, waitFor, within } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { afterEach, beforeEach, expect, vi } from "vitest";
import { App } from "../App.tsx";
import { chooseNothing } from "../store/chosen.ts";
import { demoDrafts } from "../store/demo.ts";
import { useDrafts } from "../store/drafts.ts";
import { markBegun, useKeeping } from "../store/keeping.ts";
import { useOpenDraft } from "../store/openDraft.ts";
import type { Settings } from "../store/kept.ts";
import { useSettings } from "../store/settings.ts";
import { solutionOf } from "../store/solutions.ts";

// a failed query names what it looked for; the whole page with it hides that
configure({ getElementError: (message) => new Error(message?.split("\n")[0]) });

/** The drawing measures its window; here everything is as large as the board at 1280 × 800. */
const BOARD_PX = { clientWidth: 684, clientHeight: 617 } as const;

class StillObserver {
  observe(): void {
    // nothing here ever changes its size
  }
  unobserve(): void {
    // as above
  }
  disconnect(): void {
    // as above
  }
}

/** A worker that is let go goes on in this one thread: no search is long here. */
const LAYING_MS = 400;
const LAYING: LayingApi = {
  ...layingApi,
  run: (run, start, ms, onNews) => layingApi.run(run, start, Math.min(ms, LAYING_MS), onNews),
};

/** A twentieth of the runs: a page without a screen has one thread. */
const CHANCE: ChanceApi = {
  tell: (given, hand, asked) => chanceApi.tell(given, hand, { ...asked, runs: asked.runs / 20 }),
  card: (given, around, hand, asked) => chanceApi.card(given, around, hand, asked / 20),
  advise: (given, hand, asked, chance) => chanceApi.advise(given, hand, asked / 20, chance),
};

/** Hundreds of folded runs after every change: told only where a test is about them. */
let isChanceTold = false;
export const withChance = (): void => {
  isChanceTold = true;
};
const never = (): Promise<never> => new Promise(() => undefined);
const UNTOLD: ChanceApi = { tell: never, card: never, advise: never };

/** What each worker answers. */
function apiOf({ pathname }: URL): object | undefined {
  const answers = (answer: (spec: Spec) => unknown): object => ({
    run: (given: unknown): unknown => {
      const read = readSpec(given);
      return read.ok ? answer(read.value) : [];
    },
  });
  if (pathname.includes("offers.worker")) return answers(offersFor);
  if (pathname.includes("outline.worker")) return outlineApi;
  if (pathname.includes("drawer.worker")) return drawerApi;
  if (pathname.includes("laying.worker")) return LAYING;
  if (pathname.includes("chance.worker")) return isChanceTold ? CHANCE : UNTOLD;
  if (pathname.includes("reading.worker")) return readingApi;
  if (pathname.includes("moving.worker"))
    return answers((spec) => {
      const solution = solutionOf(spec);
      return solution.motions.flatMap(({ id }) => clashesIn(solution, id));
    });
  return undefined;
}

beforeEach(async () => {
  isChanceTold = false;
  vi.stubGlobal("Worker", function Worker(address: URL) {
    return workerOf(apiOf(address));
  });
  for (const [name, value] of Object.entries(BOARD_PX))
    Object.defineProperty(HTMLElement.prototype, name, { configurable: true, get: () => value });
  vi.stubGlobal("ResizeObserver", StillObserver);
  vi.stubGlobal("IntersectionObserver", StillObserver);
  vi.stubGlobal("fetch", () => Promise.resolve(new Response("{}")));
  Object.assign(Element.prototype, { setPointerCapture: vi.fn(), scrollIntoView: vi.fn() });
  vi.stubGlobal("matchMedia", (media: string) => ({
    media,
    matches: media.includes("reduce"),
    addEventListener: vi.fn(),
    removeEventListener: vi.fn(),
  }));
  useDrafts.setState({
    drafts: new Map(demoDrafts().map((d) => [d.id, d])),
    aside: [],
    loading: false,
  });
  useKeeping.setState({ trouble: undefined, isRead: true });
  await markBegun();
  useOpenDraft.setState({ draft: undefined });
  chooseNothing();
  useSettings.setState({ settings: useSettings.getInitialState().settings });
});

afterEach(async () => {
  cleanup();
  // writes end before the next test begins, or they would be its own
  await vi.waitFor(() => expect(useKeeping.getState().writing).toBe(0));
  vi.unstubAllGlobals();
  vi.restoreAllMocks();
});

/** Waits until a place stands in all its parts, and what is read of a draft has come. */
export const stands = (): Promise<void> =>
  waitFor(
    () => {
      // by name and by class: a page without a screen looks through all of itself for what is put in other words
      const places = [...document.getElementsByTagName("main"), ...document.getElementsByClassName("draft-grid")];
      expect(places.filter((place) => place.getAttribute("aria-busy") === "true")).toEqual([]);
      expect(document.body.textContent).not.toContain("Looking it over");
    },
    { timeout: 20_000 },
  );

/** Opens the app at an address. */
export async function visit(address: string, settings: Partial<Settings> = {}) {
  useSettings.setState({ settings: { ...useSettings.getState().settings, ...settings } });
  window.history.pushState({}, "", address);
  window.dispatchEvent(new PopStateEvent("popstate"));
  const maker = userEvent.setup();
  render(<App />);
  await act(async () => {
    await vi.dynamicImportSettled();
  });
  await stands();
  return maker;
}

export const draftNow = (): Draft => {
  const { draft } = useOpenDraft.getState();
  if (!draft) throw new Error("no draft is open");
  return draft;
};
export const solutionNow = (): Solution => solve(draftNow().spec);

/** The numbers beside the drawing. */
export const numbers = (): HTMLElement => screen.getByLabelText("The numbers");
/** The tray of what can be laid on a panel. */
export const tray = (): HTMLElement => screen.getByRole("region", { name: "What can be laid on it" });
/** What the piece in hand is cut to. */
export const cutTo = (): string => document.querySelector(".strip .figure-cut")?.textContent ?? "";
export const stages = () => within(screen.getByLabelText("Stages"));

/** Types a text into a field in place of what it holds. */
export async function retype(maker: ReturnType<typeof userEvent.setup>, field: HTMLElement, text: string) {
  await maker.clear(field);
  await maker.type(field, text);
}

/** Text with ordinary spaces: figures keep their unit by a narrow one. */
export const plain = (text: string | null | undefined): string => (text ?? "").replaceAll(/[\u202f\u00a0]/gu, " ");
