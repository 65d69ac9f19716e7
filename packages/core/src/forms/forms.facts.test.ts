/** What a form must say, so that nobody has to read it out of a name; and that nobody does. */
import { readdirSync, readFileSync } from "node:fs";
import { describe, expect, it } from "vitest";
import { settingMeta } from "../model/setting.ts";
import { PURPOSES } from "../model/spec.ts";
import { invert, place } from "../geometry/point.ts";
import { solve } from "../solve.ts";
import { specOf } from "../test/randomSpec.ts";
import { valueAt } from "../recipe/change.ts";
import { forms } from "./all.ts";
import { settingsOf } from "./form.ts";
import { countedBeside } from "./shared/clearance.ts";
import { formIds } from "./index.ts";

const solved = (form: string) => solve(specOf({ form, contents: { preset: "iso-a6" } }));

/** Flat, of two plies that must reach round what is in them. */
const BULGING = [
  ...["square-blank-envelope", "side-seam-envelope", "pointed-envelope", "open-end-envelope"],
  ...["side-tab-pocket", "fold-over-pocket", "diagonal-pocket", "gift-card-folder", "belly-band", "tapered-pouch"],
];

/** Lengths that a form may do without: unset, there is nothing of them on the paper. */
const NOT_NEEDED: Partial<Record<string, readonly string[]>> = {
  "square-blank-envelope": ["tipTrim"],
  // held in front, the whole card is seen: there is no window
  "insert-frame-card": ["windowWide", "windowHigh"],
  // the front is straight
  "belly-band": ["frontHigh"],
};

describe.each(forms.map((form) => [form.id, form] as const))("%s says", (id, form) => {
  const s = solved(id);

  it("what it is for, and which face of its paper is outside", () => {
    expect(PURPOSES).toContain(form.purpose);
    expect(["front", "back"]).toContain(form.outside);
    expect(form.about).toMatch(/\.$/u);
  });

  it("what it holds and by which settings room is asked for, or how large it comes out", () => {
    const holds = form.purpose !== "card" && form.purpose !== "part";
    expect(s.contents.length > 0).toBe(holds);
    for (const { asks, inside, open } of s.contents) {
      for (const axis of ["width", "height"] as const) {
        if (axis === open?.axis) expect(asks[axis]).toBe(undefined);
        else expect(asks[axis] && valueAt(s.spec, asks[axis])).toEqual(expect.any(Number));
        expect(inside[axis]).toBeGreaterThan(0);
      }
    }
    if (!holds) expect(s.finished ?? s.inside).toMatchObject({ width: expect.any(Number) as number });
  });

  it("which folds close over what it holds, and on which something can be laid, as panels that are there", () => {
    const folds = new Set(s.pieces.flatMap((p) => p.folds.map((f) => `${p.id}/${f.id}`)));
    for (const { closes } of s.contents) for (const fold of closes) expect(folds).toContain(fold);
    for (const { panel, name, sides } of form.grounds?.(s.spec.settings) ?? []) {
      expect(s.pieces.flatMap((p) => p.panels.map((q) => q.id))).toContain(panel);
      expect(name).not.toBe("");
      expect(Object.keys(sides).length).toBeGreaterThan(0);
    }
  });

  it("of every cut whether it is a hole, a slit or a window, and what sets it", () => {
    for (const cut of s.pieces.flatMap((p) => p.cuts)) {
      expect(["hole", "slit", "window"]).toContain(cut.kind);
      for (const at of [cut.place, cut.across])
        if (at !== undefined) expect(Object.keys(s.spec.settings)).toContain(at);
    }
  });

  it("of every figure that can be set a place in the recipe", () => {
    for (const { id: figure, sets } of s.dimensions)
      if (sets && sets[0] !== "blank") expect(valueAt(s.spec, sets), figure).not.toBe(undefined);
  });

  it("of every length that is worked out the figure it came to", () => {
    const figures = new Set(s.dimensions.map(({ sets }) => sets?.join(".")));
    const unsaid = settingsOf(form).filter(
      ([name, schema]) =>
        settingMeta(schema).auto && s.spec.settings[name] === "auto" && !figures.has(`settings.${name}`),
    );
    expect(unsaid.map(([name]) => name)).toEqual(NOT_NEEDED[id] ?? []);
  });

  it("how much of its inside the contents' thickness takes: half of it on each side, or nothing", () => {
    for (const held of s.contents) {
      const counted = countedBeside(held);
      expect(
        [0, held.thickness / 2].some((mm) => Math.abs(mm - counted) < 1e-9),
        String(counted),
      ).toBe(true);
    }
    expect(s.contents.some((held) => countedBeside(held) > 0)).toBe(BULGING.includes(id));
  });

  it("of what it holds its size, in figures from edge to edge of it", () => {
    for (const held of s.contents)
      for (const axis of ["width", "height"] as const) {
        const figure = s.dimensions.find((d) => d.code === `contents-${axis}` && d.piece === held.on.piece);
        if (!figure) throw new Error(axis);
        const ends = [figure.from, figure.to].map((p) => place(p, invert({ ...held, flip: false })));
        const [along, beside] = axis === "width" ? ([0, 1] as const) : ([1, 0] as const);
        // from one edge to the other, beside the middle and still on it
        ends.forEach((p, i) => expect(p[along]).toBeCloseTo(((2 * i - 1) * held[axis]) / 2, 6));
        for (const p of ends) {
          expect(Math.abs(p[beside])).toBeGreaterThan(0);
          expect(Math.abs(p[beside])).toBeLessThan(held[axis === "width" ? "height" : "width"] / 2);
        }
      }
  });

  it("of every setting what it is, and within which bounds", () => {
    for (const [name, schema] of settingsOf(form)) {
      const { label, kind, about } = settingMeta(schema);
      expect(
        [label, about].every((text) => text !== ""),
        name,
      ).toBe(true);
      expect(["length", "number", "choice", "toggle", "drawn", "paper"]).toContain(kind);
    }
  });
});

describe("nobody reads a meaning out of a name", () => {
  const source = (folder: string): { file: string; text: string }[] =>
    readdirSync(new URL(`../${folder}/`, import.meta.url))
      .filter((file) => file.endsWith(".ts") && !file.includes(".test."))
      .map((file) => ({
        file: `${folder}/${file}`,
        text: readFileSync(new URL(`../${folder}/${file}`, import.meta.url), "utf8"),
      }));
  const code = (text: string): string => text.replace(/\/\*[\s\S]*?\*\/|\/\/.*/gu, "");

  /** Names that are words of the model as well: what they name there is said by its type. */
  const ALSO_WORDS = new Set([
    "front",
    "back",
    "left",
    "right",
    "top",
    "bottom",
    "panel",
    "width",
    "height",
    "mask",
    "frame",
    "hole",
    // a kind of step and a code of a remedy
    "fold",
    "border",
    "card",
    // how a flap is folded
    "over",
  ]);
  const names = new Set(
    forms.flatMap((form) => [
      form.id,
      ...settingsOf(form).map(([name]) => name),
      ...solved(form.id).pieces.flatMap((p) => [p.id, ...p.panels.map((q) => q.id), ...p.folds.map((f) => f.id)]),
    ]),
  );

  it.each(["checks", "methods", "folding", "layout", "paper"])("in %s", (folder) => {
    for (const { file, text } of source(folder)) {
      const said = [...code(text).matchAll(/"([\w-]+)"/gu)].map((m) => m[1] ?? "");
      expect(
        said.filter((word) => names.has(word) && !ALSO_WORDS.has(word)),
        file,
      ).toEqual([]);
    }
  });

  it("and the list of forms is the list of files", () => {
    expect(forms.map((f) => f.id)).toEqual(formIds);
    const files = source("forms").filter(({ text }) => /defineForm\(\{/u.test(code(text)));
    // a net of the maker's own is offered nowhere
    expect(files).toHaveLength(formIds.length + 1);
  });
});

describe("a panel", () => {
  it.each(forms.map((form) => [form.id, form] as const))(
    "of %s has one name, on the drawing and where something is laid",
    (_, form) => {
      if (form.ofNet) return;
      const spec = specOf({ form: form.id, contents: { width: 100, height: 70, thickness: 2 } });
      const panels = new Map(solve(spec).pieces.flatMap((piece) => piece.panels.map(({ id, name }) => [id, name])));
      for (const { panel, name } of form.grounds?.(spec.settings) ?? [])
        if (panels.has(panel)) expect(name).toBe(panels.get(panel));
    },
  );
});
