// @vitest-environment jsdom
/** The chance beside the gap: told at once about, then folded, with what makes it surer by one press. */
import { act, screen, waitFor, within } from "@testing-library/react";
import { describe, expect, it, vi } from "vitest";
import { change, undo } from "../../../store/openDraft.ts";
import { draftNow, plain, visit, withChance } from "../../../test/house.tsx";
import { chanceApi } from "../../../workers/tellChance.ts";

const section = (): HTMLElement => screen.getByRole("region", { name: "Chance that it fits" });
const said = (): string => plain(section().textContent);

describe("the chance", () => {
  it("is added up first, then folded; more room makes it surer, and undo takes that back", async () => {
    withChance();
    const maker = await visit("/draft/demo-invitation-envelope/flat");
    await waitFor(() => expect(said()).toMatch(/\d+ of 100/u));
    await waitFor(() => expect(said()).toContain("of 100 made"));
    expect(section().getAttribute("aria-busy")).toBe("false");
    const before = draftNow().spec;
    // in a hurry fewer of them go in
    await maker.selectOptions(within(section()).getByLabelText("Made by"), "hurried");
    const room = await within(section()).findByRole("button", { name: /more room/u });
    await maker.click(room);
    expect(draftNow().spec.settings).not.toEqual(before.settings);
    undo();
    expect(draftNow().spec.settings).toEqual(before.settings);
  });

  it("is told for another hand while advice for the one before is still looked for", async () => {
    withChance();
    const advise = vi.spyOn(chanceApi, "advise").mockImplementationOnce(() => new Promise(() => undefined));
    const maker = await visit("/draft/demo-invitation-envelope/flat");
    await waitFor(() => expect(said()).toContain("of 100 made"));
    await waitFor(() => expect(advise).toHaveBeenCalled());
    await maker.selectOptions(within(section()).getByLabelText("Made by"), "hurried");
    await waitFor(() => expect(said()).toContain("of 100 made"));
    await within(section()).findByRole("button", { name: /more room/u });
    expect(said()).not.toContain("could not be worked out");
  });

  it("of a box that bends says why there is none", async () => {
    withChance();
    await visit("/draft/demo-invitation-envelope/flat");
    act(() => {
      expect(change({ form: "pillow-box" })).toEqual([]);
    });
    await waitFor(() => expect(said()).toMatch(/It cannot be told: .+\./u));
    expect(within(section()).queryByRole("button", { name: /more room/u })).toBeNull();
  });
});
