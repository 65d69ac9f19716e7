// @vitest-environment jsdom
/** The folded view as it is told: what it says of a moment needs no drawing in space. */
import { stagesOf } from "@cut-fold/core";
import { act, fireEvent, screen, waitFor, within } from "@testing-library/react";
import { describe, expect, it } from "vitest";
import { change } from "../../../store/openDraft.ts";
import { numbers, solutionNow, visit } from "../../../test/house.tsx";

const slider = (name: string): HTMLElement => screen.getByRole("slider", { name });
const slide = (name: string, value: number): void => {
  fireEvent.change(slider(name), { target: { value } });
};
const said = (): string => screen.getByRole("status").textContent;

/** A strip up the fold that lifts something wider than itself. */
const lifting = (id: string, from: number, step: number) => ({
  ...{ id, kind: "cradle", name: id, on: { panel: "back" as const, side: "inside" as const } },
  at: { x: { from: "centre" as const, by: 0 }, y: { from: "bottom" as const, by: from }, turn: 0 },
  ...{ step, wide: 30, reaches: 60, across: 80 },
});

describe("what is in the way", () => {
  it("is told beside the findings, and in the folded view at the moment it happens", async () => {
    await visit("/draft/demo-invitation-card/folded");
    act(
      () => void change({ settings: { fold: "side" }, fittings: [lifting("pear", 10, 15), lifting("plum", 60, 30)] }),
    );
    expect(await within(numbers()).findByText(/pear and plum: strip are in one another's way/u)).toBeDefined();
    expect(said()).toBe("");
    slide("Folding", Number(slider("Folding").getAttribute("max")));
    // closed: the two lifted things lie in one place
    expect(said()).toMatch(/closed, pear and plum/u);
    slide("Open the card", 0.5);
    expect(said()).toMatch(/pear and plum: strip are in one another's way/u);
    slide("Open the card", 1);
    expect(said()).toBe("");
  });

  it("is what sticks out of a closed card, until it is opened", async () => {
    await visit("/draft/demo-pop-up/folded");
    act(() => void change({ settings: { figureLong: 120 } }));
    slide("Folding", Number(slider("Folding").getAttribute("max")));
    await waitFor(() => expect(said()).toMatch(/^Closed, the figure sticks out of the card by/u));
    slide("Open the card", 0.5);
    expect(said()).toBe("");
  });
});

describe("what is closed", () => {
  it("is opened as far as it was when it was filled, and closed again", async () => {
    const maker = await visit("/draft/demo-tea-box/folded");
    const end = Number(slider("Folding").getAttribute("max"));
    slide("Folding", end);
    await maker.click(screen.getByRole("button", { name: "Open it" }));
    const opened = Number(slider("Folding").getAttribute("aria-valuenow"));
    const { run } = stagesOf(solutionNow());
    // all that goes in is in, and nothing that closes over it is folded yet
    expect(opened).toBe(run.findLastIndex(({ kind }) => kind === "fill") + 1);
    expect(opened).toBeLessThan(end);
    await maker.click(screen.getByRole("button", { name: "Close it" }));
    expect(Number(slider("Folding").getAttribute("aria-valuenow"))).toBe(end);
  });

  it("has no button where a motion opens it, nor where nothing closes over what is in it", async () => {
    await visit("/draft/demo-invitation-card/folded");
    slide("Folding", Number(slider("Folding").getAttribute("max")));
    expect(screen.queryByRole("button", { name: "Open it" })).toBeNull();
  });
});
