// @vitest-environment jsdom
/** What is done to the paper itself, as a maker does it: chosen from its picture, set in its fields, told and mended. */
import { Blob as FileOf } from "node:buffer";
import { areaOf, kindById } from "@cut-fold/core";
import { act, waitFor, within } from "@testing-library/react";
import { describe, expect, it } from "vitest";
import { putOutline } from "../../../../store/ownOutline.ts";
import { undo } from "../../../../store/openDraft.ts";
import { outlineApi } from "../../../../workers/readOutline.ts";
import { draftNow, numbers, retype, solutionNow, stages, tray, visit } from "../../../../test/house.tsx";

const CARD = "/draft/demo-invitation-card/flat?stage=details";
const rows = () => draftNow().spec.fittings ?? [];

describe("something done to the paper", () => {
  it("is added from its picture: words, set as they are typed", async () => {
    const maker = await visit(CARD);
    await maker.click(stages().getByRole("button", { name: "Add something" }));
    await maker.click(await within(tray()).findByRole("button", { name: /^Words ?[\d~]/u }));
    expect(rows()).toMatchObject([{ kind: "words", text: "Thank you", typeface: "script" }]);
    await retype(maker, stages().getByLabelText("Words"), "Hi");
    expect(rows()[0]).toMatchObject({ text: "Hi" });
    const letters = solutionNow().pieces[0]?.strokes ?? [];
    expect(letters.filter((s) => s.filled)).toHaveLength(2);
    await maker.selectOptions(stages().getByLabelText("Typeface"), "slab");
    expect(rows()[0]).toMatchObject({ typeface: "slab" });
    // no paper of its own: nothing is asked of it
    expect(stages().queryByLabelText("How it lies")).toBeNull();
  });

  it("is told what is wrong, and mended by its button; one undo brings it back", async () => {
    const maker = await visit(CARD);
    await maker.click(stages().getByRole("button", { name: "Add something" }));
    await maker.click(await within(tray()).findByRole("button", { name: /^Hole/u }));
    await maker.selectOptions(stages().getByLabelText("Across, from"), "left");
    const before = rows()[0];
    await retype(maker, stages().getByLabelText("Across by"), "1");
    expect(await within(numbers()).findByText(/of paper stands round the hole/u)).toBeDefined();
    await maker.click(await within(numbers()).findByRole("button", { name: "Move it off the edge" }));
    await waitFor(() => expect(within(numbers()).queryByText(/of paper stands round the hole/u)).toBeNull());
    undo();
    undo();
    expect(rows()[0]).toEqual(before);
  });

  it("is cut to an outline out of a file, as large as the file has it; what cannot be read is told why", async () => {
    const maker = await visit(CARD);
    await maker.click(stages().getByRole("button", { name: "Add something" }));
    await maker.click(await within(tray()).findByRole("button", { name: /^Window/u }));
    expect(stages().getByRole("button", { name: "An outline out of a file …" })).toBeDefined();
    // the page's own kind of file does not pass a channel here
    const of = (text: string) => new FileOf([text]) as unknown as Blob;
    const svg =
      '<svg xmlns="http://www.w3.org/2000/svg" width="90mm" height="90mm" viewBox="0 0 90 90"><path d="M10 10H50V40Z"/></svg>';
    await act(async () => {
      const read = await outlineApi.read(of(svg));
      expect(read).toMatchObject({ ok: true, warnings: [] });
      if (read.ok) await putOutline(["fittings", "window"], kindById("window")?.settings.shape ?? {}, read.outline);
    });
    expect(rows()[0]).toMatchObject({ outline: "own", width: 40, height: 30 });
    const [cut] = solutionNow().pieces[0]?.cuts ?? [];
    // a triangle: half its box
    expect(Math.abs(areaOf(cut?.path ?? []))).toBeCloseTo(600, 3);
    const whyNot = async (text: string): Promise<string> => {
      const read = await outlineApi.read(of(text));
      return read.ok ? "" : read.why;
    };
    expect(await whyNot("<html/>")).toMatch(/cannot be read/u);
    expect(await whyNot(svg.replace("Z", ""))).toMatch(/no closed line/u);
  });

  it("comes in rows, through every layer", async () => {
    const maker = await visit(CARD);
    await maker.click(stages().getByRole("button", { name: "Add something" }));
    await maker.click(await within(tray()).findByRole("button", { name: /^Hole/u }));
    await retype(maker, stages().getByLabelText("Side by side"), "4");
    await maker.selectOptions(stages().getByLabelText("Cut through"), "all");
    // the front and the back, four times each
    expect(solutionNow().pieces[0]?.cuts).toHaveLength(8);
  });
});
