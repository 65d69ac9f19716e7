import type { Draft, SpecChange } from "@cut-fold/core";
import { changed } from "@cut-fold/core";
import { describe, expect, it } from "vitest";
import { demoDrafts } from "./demo.ts";
import { merged } from "./merge.ts";

const base = demoDrafts()[0] as Draft;
const by = (change: SpecChange, rest: Partial<Draft> = {}): Draft => {
  const read = changed(base.spec, change);
  if (!read.ok) throw new Error("not changed");
  return { ...base, ...rest, spec: read.value, changed: new Date().toISOString() };
};

describe("two windows on one draft", () => {
  it("have what both have changed, field by field", () => {
    const both = merged(
      base,
      by({ contents: { width: 150, preset: undefined } }, { name: "Renamed here" }),
      by({ settings: { glueStrip: 12 }, quantity: 7 }, { step: 6, note: "Noted there" }),
    );
    expect(both).toMatchObject({
      name: "Renamed here",
      note: "Noted there",
      step: base.step,
      spec: { quantity: 7, contents: { width: 150, height: 105 }, settings: { glueStrip: 12, play: 1.5 } },
    });
    expect(both?.spec.contents.preset).toBeUndefined();
    // two settings of one form do not clash
    const settings = merged(base, by({ settings: { play: 3 } }), by({ settings: { glueStrip: 12 } }));
    expect(settings?.spec.settings).toMatchObject({ play: 3, glueStrip: 12 });
  });

  it("clash where both have changed one place, each its own way", () => {
    expect(merged(base, by({ quantity: 7 }), by({ quantity: 8 }))).toBeUndefined();
    expect(merged(base, by({ quantity: 7 }), by({ quantity: 7 }))?.spec.quantity).toBe(7);
  });

  it("clash where the two make no recipe together", () => {
    expect(merged(base, by({ form: "card-base" }), by({ settings: { play: 3 } }))).toBeUndefined();
  });
});
