import { formatLength, formById, settingMeta, settingsOf, type Solution, type Spec } from "@cut-fold/core";
import { Fragment, useCallback } from "react";
import type { z } from "zod";
import { Choice } from "../../../parts/Choice.tsx";
import { LengthField } from "../../../parts/LengthField.tsx";
import { LayersEditor } from "./LayersEditor.tsx";
import { change } from "../../../store/openDraft.ts";
import { useDisplay } from "../../../store/settings.ts";

/** One setting, as its form's schema describes it. */
function SettingField({
  name,
  schema,
  spec,
  solution,
}: {
  readonly name: string;
  readonly schema: z.ZodType;
  readonly spec: Spec;
  readonly solution: Solution;
}) {
  const display = useDisplay();
  const meta = settingMeta(schema);
  const value = spec.settings[name];
  const onLength = useCallback(
    (mm: number) => {
      change({ settings: { [name]: mm } });
    },
    [name],
  );
  if (meta.kind === "choice") {
    const options = Object.entries(meta.options ?? {}).map(([id, text]) => ({ value: id, text }));
    return (
      <Choice
        label={meta.label}
        value={String(value)}
        options={options}
        onChange={(id) => {
          change({ settings: { [name]: id } });
        }}
      />
    );
  }
  if (meta.kind === "toggle") {
    return (
      <Choice
        label={meta.label}
        value={String(value)}
        options={[
          { value: "true", text: "Yes" },
          { value: "false", text: "No" },
        ]}
        onChange={(id) => {
          change({ settings: { [name]: id === "true" } });
        }}
      />
    );
  }
  const worked = solution.dimensions.find((d) => d.id === meta.handle)?.value;
  const auto = meta.auto
    ? {
        shown: worked === undefined ? "none needed" : `${formatLength(worked, display)}, as needed`,
        onAuto: () => {
          change({ settings: { [name]: "auto" } });
        },
      }
    : undefined;
  return (
    <LengthField
      label={meta.label}
      mm={typeof value === "number" ? value : undefined}
      bounds={{ min: meta.min ?? 0, max: meta.max ?? 600 }}
      onChange={onLength}
      about={meta.about}
      {...(auto && { auto })}
    />
  );
}

/** The form's own settings, read from its schema. */
export function DetailsStage({ spec, solution }: { readonly spec: Spec; readonly solution: Solution }) {
  const form = formById(spec.form);
  return (
    <div className="fields">
      {(form ? settingsOf(form) : []).map(([name, schema]) => (
        <Fragment key={`${spec.form}/${name}`}>
          <div className="wide">
            <SettingField name={name} schema={schema} spec={spec} solution={solution} />
          </div>
        </Fragment>
      ))}
      <LayersEditor spec={spec} solution={solution} />
    </div>
  );
}
