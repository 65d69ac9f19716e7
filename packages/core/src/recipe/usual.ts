/**
 * What a setting is where nobody has set it. Schemas say it round in millimetres; who measures in inches starts with the
 * sixteenth nearest to it, as the trade's tables there have it: 3/16 in for 5 mm, 3/8 in for 10 mm.
 */
import type { z } from "zod";
import type { FittingKind } from "../fittings/kind.ts";
import { type Form, settingsOf } from "../forms/form.ts";
import { settingMeta } from "../model/setting.ts";
import type { Spec } from "../model/spec.ts";
import { MM_PER } from "../units/length.ts";
import { roundNear } from "../units/ruler.ts";
import { rulerOf } from "./readMethod.ts";
import type { FormSettings } from "./readSettings.ts";

const SIXTEENTH = MM_PER.in / 16;

/** A setting's usual value, round in the system a ruler reads; the schema's own where the sixteenth is out of bounds or nothing. */
function usualIn(schema: z.ZodType, unit: "mm" | "in"): FormSettings[string] {
  const usual = schema.parse(undefined) as FormSettings[string];
  if (unit === "mm" || typeof usual !== "number") return usual;
  const { min = 0, max = Infinity } = settingMeta(schema);
  const round = roundNear(usual, SIXTEENTH);
  return round === 0 || round < min || round > max ? usual : round;
}

/** A form's settings as they usually are with these tools: only those that its schema says otherwise. */
export function usualSettings(form: Form, method: Spec["method"]): FormSettings {
  const { unit } = rulerOf(method);
  const settings: FormSettings = {};
  for (const [name, schema] of settingsOf(form)) {
    const usual = usualIn(schema, unit);
    if (usual !== schema.parse(undefined)) settings[name] = usual;
  }
  return settings;
}

/** A thing's own settings as they usually are beside these tools: only those that its kind's schema says otherwise. */
export function usualOf(
  kind: Pick<FittingKind, "settings">,
  method: Spec["method"],
): Readonly<Record<string, unknown>> {
  const { unit } = rulerOf(method);
  return Object.fromEntries(
    Object.entries(kind.settings.shape).flatMap(([name, schema]) => {
      const usual = usualIn(schema as z.ZodType, unit);
      return usual === (schema as z.ZodType).parse(undefined) ? [] : [[name, usual]];
    }),
  );
}

/** A recipe just begun, its settings as they usually are with its tools. */
export function begun(spec: Spec, form: Form): Spec {
  return { ...spec, settings: { ...spec.settings, ...usualSettings(form, spec.method) } };
}

/** Whether a value is what its setting usually is, in either system: nobody has set it. */
export const isUsual = (schema: z.ZodType, value: unknown): boolean =>
  value === usualIn(schema, "mm") || value === usualIn(schema, "in");
