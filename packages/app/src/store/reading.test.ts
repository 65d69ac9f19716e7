// @vitest-environment jsdom
/** What is read of a draft at rest: as it comes, the newest alone, and never the screen's own work. */
import { cleanup, renderHook, waitFor } from "@testing-library/react";
import { afterEach, beforeEach, expect, it, vi } from "vitest";
import { readSpec, solve, type Spec } from "@cut-fold/core";
import { loadAllForms } from "../needs/forms.ts";
import { workerOf } from "../test/overChannel.ts";
import { readingApi } from "../workers/readDraft.ts";
import { readingOf, useReading } from "./reading.ts";

/** Every worker that was begun, whether it was let go, and what it was asked. */
const workers: { isGone: boolean; readonly asked: string[] }[] = [];
/** what the worker does before it answers */
let before: (what: string) => Promise<unknown> = () => Promise.resolve();

beforeEach(async () => {
  await loadAllForms();
  before = () => Promise.resolve();
  vi.stubGlobal("Worker", function Worker() {
    const one = { isGone: false, asked: [] as string[] };
    workers.push(one);
    const api = {
      read: async (spec: Spec) => {
        one.asked.push(`read ${String(spec.contents.width)}`);
        await before("read");
        return readingApi.read(spec);
      },
      find: async () => {
        await before("find");
        return readingApi.find();
      },
      remedy: async (index: number) => {
        one.asked.push(`remedy ${String(index)}`);
        await before("remedy");
        return readingApi.remedy(index);
      },
    };
    return workerOf(api, () => {
      one.isGone = true;
    });
  });
});
afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});

/** A card whose mat's border is too thin: a finding with a remedy. */
function thin(width: number): Spec {
  const read = readSpec({
    ...{ form: "card-base", contents: { width, height: 100, thickness: 1 }, method: { board: "scoring-millimetre" } },
    fittings: [{ id: "mat", kind: "mat", on: { panel: "front", side: "outside" }, border: 1 }],
  });
  if (!read.ok) throw new Error(JSON.stringify(read.problems));
  return read.value;
}

it("is what solving says, findings first and their remedies as they are tried", async () => {
  const spec = thin(140);
  let letGo = (): void => undefined;
  const held = new Promise<void>((resolve) => {
    letGo = resolve;
  });
  before = (what) => (what === "remedy" ? held : Promise.resolve());
  const { result } = renderHook(() => useReading(spec));
  expect(result.current).toEqual({ reading: undefined, isNow: false, isFailed: false });
  await waitFor(() => expect(result.current.reading?.findings).toBeDefined());
  expect(result.current.reading).toMatchObject({ isTrying: true });
  expect(result.current.reading?.findings?.some((f) => f.remedy)).toBe(false);
  letGo();
  await waitFor(() => expect(result.current.reading?.isTrying).toBe(false));
  const { findings, steps, materials } = solve(spec);
  expect(findings.some((f) => f.remedy)).toBe(true);
  expect(result.current.reading).toEqual({ findings, steps, materials, isTrying: false });
  // what has not changed is not asked again
  const count = workers.flatMap((w) => w.asked).length;
  renderHook(() => useReading(spec));
  expect(await readingOf(spec)).toBe(result.current.reading);
  expect(workers.flatMap((w) => w.asked)).toHaveLength(count);
});

it("is given up where nobody looks any more: the newest is asked next, by a new worker where the old one is long at it", async () => {
  const [old, middle, newest] = [thin(141), thin(142), thin(143)];
  // the worker that is there never answers again
  const there = workers.length;
  before = () => (workers.length === there ? new Promise(() => undefined) : Promise.resolve());
  const { result, rerender } = renderHook(({ spec }) => useReading(spec), { initialProps: { spec: old } });
  rerender({ spec: middle });
  rerender({ spec: newest });
  await waitFor(() => expect(result.current.reading?.isTrying).toBe(false), { timeout: 5000 });
  const asked = workers.flatMap((w) => w.asked).filter((what) => what.startsWith("read"));
  expect(asked).toContain("read 143");
  expect(asked).not.toContain("read 142");
  expect(workers[there - 1]?.isGone).toBe(true);
  // the last that was known stood there meanwhile, and was never taken for this one
  expect(result.current.reading?.findings).toEqual(
    solve(newest).findings.map(({ remedy: _r, ...f }) => expect.objectContaining(f) as unknown),
  );
});
