// @vitest-environment jsdom
/** What is done to the paper itself, as a maker does it: chosen from its picture, set in its fields, told and mended. */
import { within } from "@testing-library/react";
import { describe, expect, it } from "vitest";
import { undo } from "../../../../store/openDraft.ts";
import { draftNow, numbers, retype, solutionNow, stages, visit } from "../../../../test/house.tsx";

const CARD = "/draft/demo-invitation-card/flat?stage=details";
const rows = () => draftNow().spec.fittings ?? [];

describe("something done to the paper", () => {
  it("is added from its picture: words, set as they are typed", async () => {
    const maker = await visit(CARD);
    await maker.click(stages().getByRole("button", { name: "Add something" }));
    await maker.click(await stages().findByRole("button", { name: /^Words ?[\d~]/u }));
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
    await maker.click(await stages().findByRole("button", { name: /^Hole/u }));
    await maker.selectOptions(stages().getByLabelText("Across, from"), "left");
    const before = rows()[0];
    await retype(maker, stages().getByLabelText("Across by"), "1");
    expect(within(numbers()).getByText(/of paper stands round the hole/u)).toBeDefined();
    await maker.click(within(numbers()).getByRole("button", { name: "Move it off the edge" }));
    expect(within(numbers()).queryByText(/of paper stands round the hole/u)).toBeNull();
    undo();
    undo();
    expect(rows()[0]).toEqual(before);
  });

  it("comes in rows, through every layer", async () => {
    const maker = await visit(CARD);
    await maker.click(stages().getByRole("button", { name: "Add something" }));
    await maker.click(await stages().findByRole("button", { name: /^Hole/u }));
    await retype(maker, stages().getByLabelText("Side by side"), "4");
    await maker.selectOptions(stages().getByLabelText("Cut through"), "all");
    // the front and the back, four times each
    expect(solutionNow().pieces[0]?.cuts).toHaveLength(8);
  });
});
