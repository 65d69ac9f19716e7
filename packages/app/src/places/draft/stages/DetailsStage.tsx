import { formById, settingMeta, settingsOf, type Drawing, type Spec } from "@cut-fold/core";
import { lazy, Suspense, useMemo } from "react";
import { Terms } from "../../../parts/Terms.tsx";
import { useChosen } from "../../../store/chosen.ts";
import { PanelsSection } from "./panels/PanelsSection.tsx";
import { SettingFields } from "./SettingFields.tsx";

const NetStage = lazy(async () => ({ default: (await import("./NetStage.tsx")).NetStage }));

interface DetailsStageProps {
  readonly spec: Spec;
  readonly solution: Drawing;
}

/** The form's own settings, read from its schema, and what is on its panels. A card is mostly what is laid on it. */
export function DetailsStage({ spec, solution }: DetailsStageProps) {
  const form = formById(spec.form);
  const inHand = useChosen((s) => s.fitting !== undefined);
  const grounds = useMemo(() => form?.grounds?.(spec.settings) ?? [], [form, spec.settings]);
  const told = useMemo(
    () =>
      (form ? settingsOf(form) : [])
        .map(([, schema]) => `${settingMeta(schema).label}. ${settingMeta(schema).about}`)
        .join(" "),
    [form],
  );
  if (!form) return null;
  const own = (
    <>
      {spec.net ? (
        <Suspense>
          <NetStage net={spec.net} solution={solution} caliper={spec.stock.caliper} />
        </Suspense>
      ) : null}
      <div className="fields">
        <SettingFields
          shape={form.settings.shape}
          values={spec.settings}
          path="settings"
          workedOf={(name) =>
            solution.dimensions.find((d) => d.fitting === undefined && d.sets?.[0] === "settings" && d.sets[1] === name)
              ?.value
          }
        />
      </div>
      <Terms text={told} />
    </>
  );
  const panels = grounds.length > 0 ? <PanelsSection spec={spec} solution={solution} grounds={grounds} /> : null;
  return form.purpose === "card" || inHand ? (
    <>
      {panels}
      {own}
    </>
  ) : (
    <>
      {own}
      {panels}
    </>
  );
}
