// @vitest-environment jsdom
/** The shelf of outlines, what is made of them, and tables of names. */
import { keptLoops, loadForms, loopsOf, outerOf, readSpec, solve } from "@cut-fold/core";
import "fake-indexeddb/auto";
import { beforeEach, describe, expect, it, vi } from "vitest";
import { db } from "./db.ts";
import { markBegun, useKeeping } from "./keeping.ts";
import { columnOf, readTable } from "./lists.ts";
import { draftOf, USES } from "./outlineUses.ts";
import { dropOutline, keepOutline, newOutline, useOutlines } from "./outlines.ts";
import { useSettings } from "./settings.ts";
import { ofCatalogue, resized } from "./ownOutline.ts";

const HOUSE = {
  name: "House",
  drawn: "M0 0L60 0L60 40L30 70L0 40Z",
  width: 60,
  height: 70,
  from: "SVG file house.svg",
};

describe("the shelf of outlines", () => {
  beforeEach(async () => {
    useOutlines.setState({ outlines: [] });
    await vi.waitFor(() => expect(useKeeping.getState().writing).toBe(0));
    await db.kept.clear();
    await markBegun();
    useKeeping.setState({ trouble: undefined, isRead: true });
  });

  it("keeps what is put there, each once, and gives back what is taken off", async () => {
    const house = newOutline(HOUSE);
    if (!house) throw new Error("not kept");
    expect(newOutline(HOUSE)).toBe(house);
    await expect.poll(() => db.kept.get(`outline ${house.id}`)).toMatchObject({ value: { name: "House" } });
    dropOutline(house);
    expect(useOutlines.getState().outlines).toEqual([]);
    await expect.poll(() => db.kept.get(`outline ${house.id}`)).toBeUndefined();
    keepOutline(house);
    expect(useOutlines.getState().outlines).toEqual([house]);
  });

  it("leaves what is no outline where it is, and does not show it", async () => {
    await db.kept.bulkPut([
      { key: "outline bad", value: { ...HOUSE, id: "bad", made: "2026", drawn: "M0 0<script>" } },
      { key: "outline none", value: 7 },
      { key: "outline good", value: { ...HOUSE, id: "good", made: "2026-06-20" } },
    ]);
    await useOutlines.getState().load();
    expect(useOutlines.getState().outlines?.map((o) => o.id)).toEqual(["good"]);
    expect(useOutlines.getState().aside).toHaveLength(2);
    expect(await db.kept.count()).toBe(4);
  });

  it("says that one could not be kept, and keeps it with the next write that can be", async () => {
    const full = vi.spyOn(db.kept, "put").mockRejectedValue(new DOMException("no room", "QuotaExceededError"));
    const house = newOutline(HOUSE);
    if (!house) throw new Error("not made");
    await vi.waitFor(() => expect(useKeeping.getState()).toMatchObject({ trouble: "full", writing: 0 }));
    expect(await db.kept.get(`outline ${house.id}`)).toBeUndefined();
    full.mockRestore();
    useSettings.getState().set({ fraction: 32 });
    await vi.waitFor(() => expect(useKeeping.getState()).toMatchObject({ trouble: undefined, writing: 0 }));
    expect(await db.kept.get(`outline ${house.id}`)).toMatchObject({ value: { name: "House" } });
    expect(await db.kept.get("settings")).toMatchObject({ value: { fraction: 32 } });
  });

  it("what could not be kept is never written over what was kept since", async () => {
    const full = vi.spyOn(db.kept, "put").mockRejectedValueOnce(new DOMException("no room", "QuotaExceededError"));
    useSettings.getState().set({ fraction: 8 });
    await vi.waitFor(() => expect(useKeeping.getState()).toMatchObject({ trouble: "full", writing: 0 }));
    full.mockRestore();
    useSettings.getState().set({ fraction: 32 });
    await vi.waitFor(() => expect(useKeeping.getState()).toMatchObject({ trouble: undefined, writing: 0 }));
    expect(await db.kept.get("settings")).toMatchObject({ value: { fraction: 32 } });
  });

  it("is saved only when it is: while a write is held open it is on its way", async () => {
    let letGo = (): void => undefined;
    const held = new Promise<void>((resolve) => {
      letGo = resolve;
    });
    const put = vi.spyOn(db.kept, "put").mockImplementationOnce((() => held) as unknown as typeof db.kept.put);
    useSettings.getState().set({ unit: "cm" });
    await vi.waitFor(() => expect(put).toHaveBeenCalled());
    expect(useKeeping.getState().writing).toBe(1);
    letGo();
    await vi.waitFor(() => expect(useKeeping.getState().writing).toBe(0));
  });

  it("begins with one of ours, and makes any as large as is wanted", () => {
    const jar = ofCatalogue("jar");
    expect(jar).toMatchObject({ name: "Jar", height: 80 });
    expect(ofCatalogue("nobody")).toBeUndefined();
    const small = resized({ ...HOUSE, id: "h", made: "2026" }, 30, 35);
    expect(small).toMatchObject({ width: 30, height: 35, drawn: "M0 0L30 0L30 20L15 35L0 20L0 0Z" });
  });
});

describe("a draft that is cut to an outline", () => {
  it.each(USES.map((use) => [use.form]))("%s is made of it, reads again, and follows it", async (form) => {
    await loadForms([form]);
    const draft = draftOf(HOUSE, form);
    if (!draft) throw new Error("no draft");
    expect(readSpec(draft.spec).ok).toBe(true);
    const s = solve(draft.spec);
    expect(s.findings.filter((f) => f.severity === "error")).toEqual([]);
    // the roof's point: a corner of the outline is one of the paper's, or of its window's
    const roofs = s.pieces.flatMap((p) => [...p.outline, ...p.cuts.map((c) => c.path)]);
    const kept = roofs.flatMap((path) => keptLoops([path]) ?? []);
    expect(kept.some(({ drawn }) => (outerOf(drawn)?.length ?? 0) >= 5)).toBe(true);
    expect(Object.values(draft.spec.settings).some((v) => typeof v === "string" && loopsOf(v) !== undefined)).toBe(
      true,
    );
  });
});

describe("a table of names", () => {
  it("is read with or without headings, by whatever parts its columns", async () => {
    const table = await readTable('Name;Table\n"Quill, Ada";4\nBo;7\n\n');
    if (!table.ok) throw new Error(table.why);
    expect(table.columns).toEqual(["Name", "Table"]);
    expect(columnOf(table, 0)).toBe("Quill, Ada\nBo");
    expect(columnOf(table, 1)).toBe("4\n7");
    const plain = await readTable("Ada\nBo");
    expect(plain.ok && plain.columns).toEqual(["Column 1"]);
    expect(plain.ok && columnOf(plain, 0)).toBe("Ada\nBo");
  });

  it("is refused with a sentence where it is empty or without end", async () => {
    expect(await readTable("")).toMatchObject({ ok: false });
    expect(await readTable("a\n".repeat(5000))).toMatchObject({ ok: false, why: "It has more than 2000 rows." });
    const lines = await readTable('"a line\nin one cell",2\nb,3');
    expect(lines.ok && columnOf(lines, 0)).toBe("a line in one cell\nb");
  });
});
