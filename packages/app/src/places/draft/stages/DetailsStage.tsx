import { formatLength, formById, settingMeta, settingsOf, type Solution, type Spec } from "@cut-fold/core";
import { memo, useCallback, useMemo } from "react";
import type { z } from "zod";
import { Choice } from "../../../parts/Choice.tsx";
import { LengthField } from "../../../parts/LengthField.tsx";
import { LayersEditor } from "./LayersEditor.tsx";
import { change } from "../../../store/openDraft.ts";
import { useDisplay } from "../../../store/settings.ts";

interface SettingFieldProps {
  readonly name: string;
  readonly schema: z.ZodType;
  readonly value: Spec["settings"][string] | undefined;
  /** what an automatic length has come to, mm, where it is drawn */
  readonly worked: number | undefined;
}

const YES_NO = [
  { value: "true", text: "Yes" },
  { value: "false", text: "No" },
];

/** One setting, as its form's schema describes it. Redrawn with its own value only. */
const SettingField = memo(function SettingField({ name, schema, value, worked }: SettingFieldProps) {
  const { kind, label, options } = settingMeta(schema);
  const choices = useMemo(() => Object.entries(options ?? {}).map(([id, text]) => ({ value: id, text })), [options]);
  const onChoice = useCallback(
    (id: string) => {
      change({ settings: { [name]: kind === "toggle" ? id === "true" : id } });
    },
    [name, kind],
  );
  return kind === "length" ? (
    <LengthSetting name={name} schema={schema} value={value} worked={worked} />
  ) : (
    <Choice label={label} value={String(value)} options={kind === "toggle" ? YES_NO : choices} onChange={onChoice} />
  );
});

/** A length: its bounds are the schema's, and an automatic one shows what it has come to. */
function LengthSetting({ name, schema, value, worked }: SettingFieldProps) {
  const display = useDisplay();
  const { label, min = 0, max = 600, about, auto } = settingMeta(schema);
  const bounds = useMemo(() => ({ min, max }), [min, max]);
  const onLength = useCallback(
    (mm: number) => {
      change({ settings: { [name]: mm } });
    },
    [name],
  );
  const shown = worked === undefined ? "none needed" : `${formatLength(worked, display)}, as needed`;
  const onItsOwn = useMemo(
    () => ({
      shown,
      onAuto: () => {
        change({ settings: { [name]: "auto" } });
      },
    }),
    [name, shown],
  );
  return (
    <LengthField
      label={label}
      mm={typeof value === "number" ? value : undefined}
      bounds={bounds}
      onChange={onLength}
      about={about}
      auto={auto ? onItsOwn : undefined}
    />
  );
}

/** The form's own settings, read from its schema. */
export function DetailsStage({ spec, solution }: { readonly spec: Spec; readonly solution: Solution }) {
  const form = formById(spec.form);
  return (
    <div className="fields">
      {(form ? settingsOf(form) : []).map(([name, schema]) => {
        const { auto, handle } = settingMeta(schema);
        return (
          <div className="wide" key={`${spec.form}/${name}`}>
            <SettingField
              name={name}
              schema={schema}
              value={spec.settings[name]}
              worked={auto ? solution.dimensions.find((d) => d.id === handle)?.value : undefined}
            />
          </div>
        );
      })}
      <LayersEditor spec={spec} solution={solution} />
    </div>
  );
}
