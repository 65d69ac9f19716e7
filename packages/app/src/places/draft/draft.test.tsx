// @vitest-environment jsdom
/** The draft's place: what is typed on the left is drawn in the middle and counted on the right. */
import { formatLength, formatSize, inOneSystem, sayFinding, setupOf } from "@cut-fold/core";
import { fireEvent, screen, waitFor, within } from "@testing-library/react";
import { describe, expect, it } from "vitest";
import { db } from "../../store/db.ts";
import { demoDrafts } from "../../store/demo.ts";
import { useDrafts } from "../../store/drafts.ts";
import { undo } from "../../store/openDraft.ts";
import { cutTo, draftNow, numbers, plain, retype, solutionNow, stages, stands, visit } from "../../test/house.tsx";

const INVITATION = "/draft/demo-invitation-envelope/flat?stage=inside";

describe.each(demoDrafts().map((d) => [d.name, d] as const))("%s", (_, draft) => {
  it.each([
    ["mm", { unit: "mm", fraction: 16 }],
    ["in", { unit: "in", fraction: 16 }],
  ] as const)("shows every number of its solution in %s, and none that is broken", async (_unit, display) => {
    const maker = await visit(`/draft/${draft.id}/flat?stage=details`, display);
    const { pieces, findings, dimensions, contents, grid, main } = solutionNow();
    // what is cut is written as the ruler in use has it
    const ruled = inOneSystem(display, grid);
    const [blank] = pieces.map((p) => p.blank);
    if (!blank) throw new Error("no blank");
    expect([formatLength(blank.width, ruled), formatSize(blank.width, blank.height, ruled)]).toContain(cutTo());
    const beside = numbers().textContent;
    for (const finding of findings) expect(beside).toContain(sayFinding(finding, inOneSystem(display, grid)));
    for (const { gap } of contents) expect(beside).toContain(`${formatLength(gap.width / 2, display)} each end`);
    const drawn = (): (string | null)[] => [...document.querySelectorAll("[data-dimension]")].map((g) => g.textContent);
    // what lies on a panel shows the size it is cut to, and its other figures once it is in hand
    const shown = dimensions.filter((d) => d.fitting === undefined || (d.outside && d.code.startsWith("blank")));
    const told = (of: typeof shown) => of.map((d) => formatLength(d.value, d.ruled ? ruled : display)).sort();
    // the main piece fills the window, all of them at one scale are a press away, and each by itself another
    expect(drawn().sort()).toEqual(told(shown.filter(({ piece }) => piece === main)));
    if (pieces.length > 1) {
      await maker.click(screen.getByRole("button", { name: "All at one scale" }));
      expect(drawn().sort()).toEqual(told(shown));
      const beside = within(screen.getByRole("navigation", { name: "Pieces" })).getAllByRole("listitem");
      expect(beside).toHaveLength(pieces.length);
      await maker.click(within(beside.at(-1) as HTMLElement).getByRole("button"));
      expect(drawn().sort()).toEqual(told(shown.filter(({ piece }) => piece === pieces.at(-1)?.id)));
    }
    expect(document.body.innerHTML).not.toMatch(/NaN|undefined|Infinity|\[object/u);
  });
});

describe.each(demoDrafts().map((draft) => [draft.name, draft] as const))("%s, as its ruler reads", (_name, draft) => {
  it("has one system of measures on the screen", async () => {
    await visit(`/draft/${draft.id}/flat?stage=details`, { unit: "ruler", fraction: 16 });
    const metric = setupOf(draft.spec).grid % 0.5 === 0;
    const fields = [...document.querySelectorAll<HTMLInputElement>("input")].map((input) => input.value);
    const drawn = [...document.querySelectorAll("[data-dimension]")].map((g) => g.textContent);
    const sizes = [cutTo(), ...drawn, ...fields].filter((text) => /\d\s(?:mm|cm|in)$/u.test(text));
    expect(sizes.length).toBeGreaterThan(3);
    for (const size of sizes) expect(size).toMatch(metric ? /\smm$/u : /\sin$/u);
  });
});

describe("what is typed", () => {
  it("moves paper, score and drawing with it, and one undo takes it back", async () => {
    const maker = await visit(INVITATION);
    const before = cutTo();
    await retype(maker, stages().getByLabelText("Width"), "160");
    await maker.tab();
    expect(draftNow().spec.contents.width).toBe(160);
    expect(cutTo()).not.toBe(before);
    expect(plain(document.querySelector('[data-dimension="contents-width"]')?.textContent)).toBe("160 mm");
    undo();
    expect(draftNow().spec.contents.width).toBe(148);
  });

  it("is read in any unit, whatever is shown", async () => {
    const maker = await visit(INVITATION);
    await retype(maker, stages().getByLabelText("Width"), "4 1/4 in");
    expect(draftNow().spec.contents.width).toBeCloseTo(107.95, 9);
    await retype(maker, stages().getByLabelText("Height"), "9.5cm");
    expect(draftNow().spec.contents.height).toBeCloseTo(95, 9);
  });

  it.each([
    ["12x", /Use mm, cm or in/u],
    ["wide", /Write it like/u],
    ["0", /Too small: 20 mm to 600 mm/u],
    ["10 m", /Too large/u],
    ["700", /Too large/u],
  ])("stays with the reason where it is wrong: %s", async (text, reason) => {
    const maker = await visit(INVITATION);
    const width = stages().getByLabelText("Width");
    await retype(maker, width, text);
    expect(plain(screen.getByRole("alert").textContent)).toMatch(reason);
    expect(width).toHaveProperty("value", text);
    expect(width.getAttribute("aria-invalid")).toBe("true");
    await maker.keyboard("{Escape}");
    expect(width).toHaveProperty("value", `${String(draftNow().spec.contents.width)} mm`);
    // what could be read on the way there was taken; what could not was not
    expect(draftNow().spec.contents.width).toBeGreaterThanOrEqual(20);
    expect(draftNow().spec.contents.width).toBeLessThanOrEqual(600);
  });

  it("counts the run: pieces, tape and sheets follow how many, where the sheets are", async () => {
    const maker = await visit(INVITATION.replace("/flat", "/sheets"));
    await retype(maker, stages().getByLabelText("How many"), "7");
    expect(within(numbers()).getByText("For 7")).toBeDefined();
    const envelope = within(numbers()).getByRole("row", { name: /^Envelope/u });
    expect(plain(envelope.textContent)).toBe("Envelope205 × 205 mm, Text 120 g/m², oat7");
    await retype(maker, stages().getByLabelText("How many"), "2.5");
    expect(screen.getByRole("alert").textContent).toMatch(/whole number, 1 to 5000/u);
    expect(draftNow().spec.quantity).not.toBe(2.5);
  });
});

describe("a figure on the drawing", () => {
  const figure = (name: RegExp): HTMLElement => screen.getByRole("button", { name });

  it("is typed into, answered when wrong, and set when right", async () => {
    const maker = await visit(INVITATION);
    figure(/^Card width: 148/u).focus();
    await maker.keyboard("{Enter}");
    const field = document.activeElement as HTMLInputElement;
    expect(plain(field.value)).toBe("148 mm");
    await retype(maker, field, "wide{Enter}");
    expect(screen.getByRole("alert").textContent).toMatch(/Write it like/u);
    expect(draftNow().spec.contents.width).toBe(148);
    await retype(maker, field, "150{Enter}");
    expect(draftNow().spec.contents.width).toBe(150);
    expect(figure(/^Card width: 150/u)).toBeDefined();
  });

  it("steps by the ruler with the arrow keys", async () => {
    const maker = await visit(INVITATION);
    figure(/^Card width: 148/u).focus();
    await maker.keyboard("{ArrowUp}{ArrowUp}{ArrowDown}");
    expect(draftNow().spec.contents.width).toBe(149);
  });

  it("is dragged along its own line, on the ruler's grid, as one step of undo", async () => {
    await visit(INVITATION);
    const handle = document.querySelector('[data-handle="contents-width"]');
    if (!handle) throw new Error("no handle");
    fireEvent.pointerDown(handle, { clientX: 500, clientY: 300, pointerId: 1 });
    const paused = (): Promise<unknown> => new Promise(requestAnimationFrame);
    for (const step of [4, 9, 15]) {
      // this envelope lies at 45°: up and to the right is along the card's width
      fireEvent.pointerMove(handle, { clientX: 500 + step, clientY: 300 - step, pointerId: 1 });
      await paused();
    }
    fireEvent.pointerUp(handle, { pointerId: 1 });
    const { width } = draftNow().spec.contents;
    expect(width).toBeGreaterThan(148);
    expect(width).toBe(Math.round(width));
    undo();
    expect(draftNow().spec.contents.width).toBe(148);
  });
});

describe("findings", () => {
  it("give a remedy that mends them when pressed", async () => {
    const maker = await visit(INVITATION);
    await retype(maker, stages().getByLabelText("Width"), "300");
    const [row] = await within(numbers()).findAllByText(/./u, { selector: ".finding .remedy" });
    if (!row) throw new Error("nothing to press");
    const sentence = row.closest(".finding")?.querySelector("p")?.textContent ?? "";
    expect(sentence).not.toBe("");
    await maker.click(row);
    await waitFor(() => expect(numbers().textContent).not.toContain(sentence));
  });
});

describe("a card and what follows it", () => {
  it("is told beside the card and in the envelope, and let go by a size of one's own", async () => {
    const maker = await visit("/draft/demo-leaf-card/flat?stage=details");
    const link = within(numbers()).getByRole("link", { name: /deep envelope/u });
    expect(plain(link.parentElement?.textContent)).toMatch(/follows it: cut 206 × 268 mm/u);
    await maker.click(link);
    expect(draftNow().id).toBe("demo-leaf-deep");
    await stands();
    const goesIn = stages().getByLabelText("What goes in");
    expect(goesIn).toHaveProperty("value", "draft:demo-leaf-card");
    expect(stages().getByText(/Its size and thickness follow/u)).toBeDefined();
    await retype(maker, stages().getByLabelText("Width"), "150");
    expect(goesIn).toHaveProperty("value", "");
    expect(stages().queryByText(/Its size and thickness follow/u)).toBeNull();
    await maker.selectOptions(goesIn, "draft:demo-leaf-card");
    expect(draftNow()).toMatchObject({ holds: "demo-leaf-card", spec: { contents: { width: 148, thickness: 7.339 } } });
    // "Own size" keeps the size and lets the card go
    await maker.selectOptions(goesIn, "");
    expect(goesIn).toHaveProperty("value", "");
    expect(draftNow().holds).toBeUndefined();
    expect(draftNow().spec.contents).toMatchObject({ width: 148, thickness: 7.339 });
  });
});

describe("the steps", () => {
  /** To any of them, on the line that all of them stand on. */
  const standAt = (n: number | undefined): void => {
    fireEvent.change(screen.getByRole("slider", { name: "All steps" }), { target: { value: String(n) } });
  };

  it("turn by key and by tap, tell the measure, and remember where they were", async () => {
    const maker = await visit("/draft/demo-invitation-envelope/steps");
    const { steps } = solutionNow();
    expect(screen.getByText(`Step 1 of ${String(steps.length)}`)).toBeDefined();
    await maker.keyboard("{ArrowRight} {PageDown}{ArrowLeft}");
    expect(screen.getByText(`Step 3 of ${String(steps.length)}`)).toBeDefined();
    expect(useDrafts.getState().drafts.get("demo-invitation-envelope")?.step).toBe(3);
    const measured = steps.find((s) => s.measure !== undefined && s.kind === "punch");
    standAt(measured?.n);
    expect(plain(document.querySelector(".steps-measure")?.textContent)).toBe("87 mm");
    standAt(steps.length);
    // the last page leads on: to the next copy, and the count is kept
    await maker.click(screen.getByRole("button", { name: "Finished: begin the next" }));
    expect(screen.getByText(`Step 1 of ${String(steps.length)}`)).toBeDefined();
    expect(plain(document.querySelector(".steps-progress")?.textContent)).toContain("1 of 40 finished");
    await waitFor(async () =>
      expect((await db.kept.get("made demo-invitation-envelope"))?.value).toEqual({ finished: 1, together: false }),
    );
  });

  it("can be done for all at once, and leave the arrows to the tabs that have the focus", async () => {
    const maker = await visit("/draft/demo-invitation-envelope/steps");
    const { steps } = solutionNow();
    await maker.click(screen.getByLabelText("Each step for all 40"));
    expect(screen.getByRole("heading", { level: 2 }).textContent).toBe("Cut, 40 times");
    standAt(steps.length);
    await maker.click(screen.getByRole("button", { name: "All 40 are finished" }));
    await maker.click(await screen.findByRole("button", { name: "All are made: begin again" }));
    expect(screen.getByText(`Step 1 of ${String(steps.length)}`)).toBeDefined();
    screen.getByRole("tab", { name: "Steps" }).focus();
    await maker.keyboard("{ArrowLeft}");
    expect(useDrafts.getState().drafts.get("demo-invitation-envelope")?.step).toBe(1);
  });
});
