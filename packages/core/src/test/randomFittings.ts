/** Random recipes with things of every kind on their panels: any setting that a kind's schema allows, in sizes that are seen. */
import fc from "fast-check";
import { catalogue } from "../catalogue/index.ts";
import { fittingKinds } from "../fittings/index.ts";
import type { FittingKind } from "../fittings/kind.ts";
import { forms } from "../forms/all.ts";
import { type Form, settingsOf } from "../forms/form.ts";
import { SAME_PAPER, settingMeta } from "../model/setting.ts";
import type { Spec } from "../model/spec.ts";
import { methodFor } from "../recipe/readMethod.ts";
import { readSpec } from "../recipe/readSpec.ts";
import { lengthBetween, OWN_OUTLINES, randomSpec } from "./randomSpec.ts";
import type { z } from "zod";

const TEXTS = ["Ohé", "Quillfen", "To", "jg 8"];

function kindValue(schema: z.ZodType): fc.Arbitrary<number | string | boolean> {
  const meta = settingMeta(schema);
  switch (meta.kind) {
    case "choice":
      return fc.constantFrom(...Object.keys(meta.options ?? {}));
    case "toggle":
      return fc.boolean();
    case "drawn":
      return fc.constantFrom(...Object.values(OWN_OUTLINES));
    case "text":
      return fc.constantFrom(...TEXTS);
    case "paper":
      return fc.constantFrom(SAME_PAPER, ...catalogue.stocks.map(({ id }) => id));
    case "picture":
      return fc.constantFrom("", "0011223344556677:1200x800", "8899aabbccddeeff:600x1400");
    case "colour":
      return fc.constantFrom("#1c2b46", "#a83c18");
    case "list":
      return fc.constantFrom("", "", "Perrin\nOda\nMarrow");
    case "count":
      return fc.integer({ min: meta.min ?? 0, max: Math.min(meta.max ?? 4, (meta.min ?? 0) + 3) });
    case "number":
      return lengthBetween(meta.min ?? 0, meta.max ?? 100);
    case "length": {
      const length = lengthBetween(meta.min ?? 0, Math.min(meta.max ?? 60, (meta.min ?? 0) + 50));
      return meta.auto ? fc.oneof(fc.constant("auto"), length) : length;
    }
  }
}

const by = lengthBetween(-6, 60);
const place = fc.record({
  x: fc.record({ from: fc.constantFrom("left", "centre", "right"), by }),
  y: fc.record({ from: fc.constantFrom("bottom", "centre", "top"), by }),
  turn: fc.constantFrom(0, 0, 0, 90, 30, -45),
});

/** A row of one kind, on one of the faces that are offered by number. */
function randomRow(kind: FittingKind, spec: Spec): fc.Arbitrary<Record<string, unknown>> {
  const settings = fc.record(
    Object.fromEntries(
      Object.entries(kind.settings.shape).map(([name, schema]) => [name, kindValue(schema as z.ZodType)]),
    ),
  );
  const laid = forms.filter((form) => methodFor(spec.method, form));
  const part = fc.constantFrom(...laid).chain((form) =>
    fc.record({
      form: fc.constant(form.id),
      settings: fc.record(
        Object.fromEntries(
          settingsOf(form).map(([name, schema]) => [
            name,
            settingMeta(schema).auto ? fc.constant("auto") : kindValue(schema),
          ]),
        ),
      ),
      contents: fc.record({
        width: lengthBetween(30, 90),
        height: lengthBetween(30, 90),
        thickness: lengthBetween(0.2, 2),
      }),
    }),
  );
  return fc
    .tuple(settings, place, fc.nat(7), fc.boolean(), lengthBetween(0, 2), part)
    .map(([own, at, on, inside, raised, whole]) => ({
      kind: kind.id,
      ...own,
      at,
      on: { nth: on, inside },
      ...(kind.asks.includes("raised") && { raised }),
      ...(kind.asks.includes("form") && whole),
    }));
}

/** Random recipes of a form with one to three things on its panels; undefined for a form that has no room for any. */
export function randomFitted(form: Form, kinds: readonly FittingKind[] = fittingKinds): fc.Arbitrary<Spec> | undefined {
  if (!form.grounds) return undefined;
  return randomSpec(form)
    .chain((spec) =>
      fc.tuple(
        fc.constant(spec),
        fc.array(
          fc.constantFrom(...kinds).chain((kind) => randomRow(kind, spec)),
          { minLength: 1, maxLength: 3 },
        ),
      ),
    )
    .map(([spec, rows]) => {
      const grounds = form.grounds?.(spec.settings) ?? [];
      const fittings = rows.map((row, i) => {
        const { nth, inside } = row["on"] as { nth: number; inside: boolean };
        const ground = grounds[nth % grounds.length];
        const side =
          ground && (inside && "inside" in ground.sides ? "inside" : (Object.keys(ground.sides)[0] ?? "outside"));
        // now and then it lies on the one before
        const under = nth > 5 && i > 0 ? { fitting: `m${String(i - 1)}` } : { panel: ground?.panel, side };
        return { id: `m${String(i)}`, ...row, on: under };
      });
      return readSpec(JSON.parse(JSON.stringify({ ...spec, fittings })));
    })
    .filter((read) => read.ok)
    .map((read) => (read as { value: Spec }).value);
}
