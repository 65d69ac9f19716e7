/** Fields for settings, each as its schema describes it: the form's own, or those of a thing on a panel. */
import {
  catalogue,
  type ChangePath,
  type Display,
  formatLength,
  ofKind,
  SAME_PAPER,
  sayUsual,
  settingMeta,
  stockAsText,
  stockIn,
  stockName,
  stockOf,
} from "@cut-fold/core";
import { memo, useCallback, useMemo } from "react";
import type { z } from "zod";
import Input from "@mui/material/Input";
import { Choice } from "../../../parts/Choice.tsx";
import { CountField } from "../../../parts/CountField.tsx";
import { PictureField } from "../../../parts/PictureField.tsx";
import { ColourField } from "../../../parts/ColourField.tsx";
import { Labelled } from "../../../parts/Labelled.tsx";
import { LengthField } from "../../../parts/LengthField.tsx";
import { Offered } from "../../../parts/Offered.tsx";
import { ownIn, ownKey } from "../../../parts/ownKey.ts";
import { beginGesture, change, endGesture } from "../../../store/openDraft.ts";
import { useDisplay } from "../../../store/settings.ts";
import { shelfNow } from "../../../store/shelf.ts";
import { ListSetting } from "./ListSetting.tsx";
import { OwnOutline } from "./OwnOutline.tsx";

interface SettingFieldProps {
  /** where it stands in the recipe; the same array as long as it is the same place */
  readonly at: ChangePath;
  readonly schema: z.ZodType;
  readonly value: unknown;
  /** what an automatic length has come to, mm, where it is drawn */
  readonly worked?: number | undefined;
}

const YES_NO = [
  { value: "true", text: "Yes" },
  { value: "false", text: "No" },
];

const SAME = [{ value: SAME_PAPER, text: "The same" }];
const PAPERS = catalogue.stocks.map(({ id, title }) => ({ value: id, text: title }));
const PAPER = ["paper"] as const;

/** One setting. Redrawn with its own value only. */
export const SettingField = memo(function SettingField({ at, schema, value, worked }: SettingFieldProps) {
  const { kind, label, options } = settingMeta(schema);
  const choices = useMemo(() => Object.entries(options ?? {}).map(([id, text]) => ({ value: id, text })), [options]);
  const onChoice = useCallback(
    (id: string) => {
      change({ at, value: kind === "toggle" ? id === "true" : id });
    },
    [at, kind],
  );
  if (kind === "length") return <LengthSetting at={at} schema={schema} value={value} worked={worked} />;
  if (kind === "count" || kind === "number") return <CountSetting at={at} schema={schema} value={value} />;
  if (kind === "list") return <ListSetting at={at} schema={schema} value={value} />;
  if (kind === "paper") return <PaperSetting at={at} schema={schema} value={value} />;
  if (kind === "picture") return <PictureSetting at={at} schema={schema} value={value} />;
  if (kind === "colour") return <ColourSetting at={at} schema={schema} value={value} />;
  if (kind === "text") return <TextSetting at={at} schema={schema} value={value} />;
  return (
    <Choice label={label} value={String(value)} options={kind === "toggle" ? YES_NO : choices} onChange={onChoice} />
  );
});

function CountSetting({ at, schema, value }: Omit<SettingFieldProps, "worked">) {
  const { label, min = 0, max = 100, kind, unit = "", about } = settingMeta(schema);
  const onCount = useCallback((count: number) => void change({ at, value: count }), [at]);
  return (
    <CountField
      label={label}
      unit={kind === "number" ? unit : undefined}
      value={Number(value)}
      min={min}
      max={max}
      whole={kind === "count"}
      about={kind === "number" ? about : undefined}
      onChange={onCount}
    />
  );
}

/** Another paper: one of the shelf goes into the recipe with all that is known of it. */
function PaperSetting({ at, schema, value }: Omit<SettingFieldProps, "worked">) {
  const own = stockIn(String(value));
  const onPaper = useCallback(
    (chosen: string) => {
      const mine = ownIn(ofKind(shelfNow(), "paper"), chosen);
      change({ at, value: mine ? stockAsText(stockOf(mine)) : chosen });
    },
    [at],
  );
  return (
    <Offered
      label={settingMeta(schema).label}
      kinds={PAPER}
      value={own?.own === undefined ? String(value) : ownKey(own.own)}
      kept={own && stockName(own)}
      first={SAME}
      usual={PAPERS}
      onChange={onPaper}
    />
  );
}

/** What is printed. */
function PictureSetting({ at, schema, value }: Omit<SettingFieldProps, "worked">) {
  const { label, about } = settingMeta(schema);
  return (
    <PictureField
      label={label}
      about={about}
      value={String(value)}
      onChange={(said) => void change({ at, value: said })}
    />
  );
}

/** What something is printed in. */
function ColourSetting({ at, schema, value }: Omit<SettingFieldProps, "worked">) {
  const { label, about } = settingMeta(schema);
  return (
    <ColourField
      label={label}
      about={about}
      value={String(value)}
      onChange={(ink) => void change({ at, value: ink })}
    />
  );
}

/** Words of the maker's own: every letter is drawn as it is typed. */
function TextSetting({ at, schema, value }: Omit<SettingFieldProps, "worked">) {
  const { label, max, about } = settingMeta(schema);
  return (
    <Labelled label={label}>
      {({ id }) => (
        <Input
          id={id}
          value={String(value)}
          placeholder={about}
          multiline
          inputProps={{ maxLength: max }}
          onFocus={beginGesture}
          onBlur={endGesture}
          onChange={(event) => void change({ at, value: event.target.value })}
        />
      )}
    </Labelled>
  );
}

/** What a length is where nobody has set it. */
function usually(schema: z.ZodType, display: Display): string {
  const usual = schema.safeParse(undefined).data;
  return typeof usual === "number" ? ` ${sayUsual(usual, display)}` : "";
}

/** A length: its bounds are the schema's, and an automatic one shows what it has come to. */
function LengthSetting({ at, schema, value, worked }: SettingFieldProps) {
  const display = useDisplay();
  const { label, min = 0, max = 600, about, auto } = settingMeta(schema);
  const bounds = useMemo(() => ({ min, max }), [min, max]);
  const told = useMemo(() => (about + usually(schema, display)).trim(), [about, schema, display]);
  const onLength = useCallback(
    (mm: number) => {
      change({ at, value: mm });
    },
    [at],
  );
  const shown = worked === undefined ? "none needed" : `${formatLength(worked, display)}, as needed`;
  const onItsOwn = useMemo(
    () => ({
      shown,
      onAuto: () => {
        change({ at, value: "auto" });
      },
    }),
    [at, shown],
  );
  return (
    <LengthField
      label={label}
      mm={typeof value === "number" ? value : undefined}
      bounds={bounds}
      onChange={onLength}
      about={told}
      auto={auto ? onItsOwn : undefined}
    />
  );
}

const textIn = (value: unknown): string => (typeof value === "string" ? value : "");
const widthIn = ({ width }: Readonly<Record<string, unknown>>): number | undefined =>
  typeof width === "number" ? width : undefined;

/** Numbers stand two in a row. */
const isNarrow = (schema: z.ZodType): boolean => ["length", "count", "number"].includes(settingMeta(schema).kind);

interface SettingFieldsProps {
  readonly shape: Readonly<Record<string, unknown>>;
  readonly values: Readonly<Record<string, unknown>>;
  /** where they stand, joined by spaces: a text, so that it is the same while it is the same */
  readonly path: string;
  readonly workedOf?: (name: string) => number | undefined;
  readonly wide?: boolean;
}

/** All settings of a schema, in the order they are said. */
export function SettingFields({ shape, values, path, workedOf, wide = true }: SettingFieldsProps) {
  const fields = useMemo(
    () =>
      Object.entries(shape).map(([name, schema]) => ({
        name,
        schema: schema as z.ZodType,
        at: [...path.split(" "), name].filter(Boolean),
      })),
    [shape, path],
  );
  return fields.map(({ name, schema, at }) => (
    <div className={wide || !isNarrow(schema) ? "wide" : undefined} key={`${path} ${name}`}>
      {settingMeta(schema).kind === "drawn" ? (
        <OwnOutline shape={shape} path={path} drawn={textIn(values[name])} width={widthIn(values)} />
      ) : (
        <SettingField
          at={at}
          schema={schema}
          value={values[name]}
          worked={settingMeta(schema).auto ? workedOf?.(name) : undefined}
        />
      )}
    </div>
  ));
}
