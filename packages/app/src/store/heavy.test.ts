// @vitest-environment jsdom
/** What would hold the screen is drawn away from it: the newest alone, and what was drawn last stands meanwhile. */
import { cleanup, renderHook, waitFor } from "@testing-library/react";
import { afterEach, beforeEach, expect, it, vi } from "vitest";
import { draw, readSpec, type Spec } from "@cut-fold/core";
import { workerOf } from "../test/overChannel.ts";
import { loadAllForms } from "../needs/forms.ts";
import { drawerApi } from "../workers/drawDraft.ts";
import { guessedMs, useSolution } from "./heavy.ts";

/** what the worker was asked, by the contents' width */
const asked: number[] = [];
/** what it does before it answers */
let before: () => Promise<unknown> = () => Promise.resolve();

beforeEach(async () => {
  await loadAllForms();
  asked.length = 0;
  before = () => Promise.resolve();
  vi.stubGlobal("Worker", function Worker() {
    return workerOf({
      whole: async (spec: Spec) => {
        asked.push(spec.contents.width);
        await before();
        return drawerApi.whole(spec);
      },
    });
  });
});
afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});

/** A card with so many holes in a row of rows. */
function holed(width: number, rows: number): Spec {
  const read = readSpec({
    ...{ form: "card-base", contents: { width, height: 200, thickness: 1 }, method: { board: "scoring-millimetre" } },
    fittings: [
      { id: "h", kind: "hole", on: { panel: "front", side: "outside" }, across: 1, columns: 40, rows, apart: 3 },
    ],
  });
  if (!read.ok) throw new Error(JSON.stringify(read.problems));
  return read.value;
}

it("is the same drawing as on the screen's own thread", async () => {
  const spec = holed(201, 50);
  const { result } = renderHook(() => useSolution(spec));
  expect(result.current).toBeUndefined();
  await waitFor(() => expect(result.current).toBeDefined());
  // as plain data: what was kept as a getter has been read on the way
  expect(JSON.parse(JSON.stringify(result.current))).toEqual(JSON.parse(JSON.stringify(draw(spec))));
});

it("never leaves the screen for what is drawn in a moment", () => {
  const spec = holed(202, 1);
  expect(renderHook(() => useSolution(spec)).result.current?.pieces).toHaveLength(1);
  expect(asked).toEqual([]);
});

it("shows the last drawing while the next is made, and asks for the newest alone", async () => {
  const { result, rerender } = renderHook(({ spec }) => useSolution(spec), { initialProps: { spec: holed(203, 50) } });
  await waitFor(() => expect(result.current?.finished?.width).toBe(203));
  let go = (): void => undefined;
  before = () => new Promise<void>((resolve) => (go = resolve));
  rerender({ spec: holed(204, 50) });
  await waitFor(() => expect(asked).toEqual([203, 204]));
  for (const width of [205, 206, 207]) rerender({ spec: holed(width, 50) });
  expect(result.current?.finished?.width).toBe(203);
  before = () => Promise.resolve();
  go();
  await waitFor(() => expect(result.current?.finished?.width).toBe(207));
  expect(asked).toEqual([203, 204, 207]);
});

it("is drawn on the screen's thread where the worker fails", async () => {
  before = () => Promise.reject(new Error("no worker"));
  const spec = holed(208, 50);
  const { result } = renderHook(() => useSolution(spec));
  await waitFor(() => expect(result.current?.finished?.width).toBe(208));
});

it("guesses by what a recipe holds, more for more of it", () => {
  expect(guessedMs(holed(209, 10))).toBeLessThan(guessedMs(holed(209, 50)));
  const read = readSpec({ form: "card-base", contents: { preset: "iso-a6" } });
  expect(read.ok && guessedMs(read.value)).toBe(0);
});
