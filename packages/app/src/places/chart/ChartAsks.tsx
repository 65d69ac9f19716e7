import { catalogue, type Form } from "@cut-fold/core";
import { Choice } from "../../parts/Choice.tsx";
import { LengthField } from "../../parts/LengthField.tsx";

/** In the place of a form's id: all of them in one table. */
export const EVERY = "every";
const RULERS = [
  { value: "", text: "The board's own" },
  ...catalogue.rulers.map((r) => ({ value: r.id, text: r.title })),
];
const SHEETS = [
  { value: "", text: "Any sheet" },
  { value: "own", text: "An offcut, own size" },
  ...catalogue.sheets.map((s) => ({ value: s.id, text: s.title })),
];
const OFFCUT_MM = { min: 50, max: 2000 };

interface ChartAsksProps {
  /** the form's id, or `EVERY` */
  readonly form: string;
  readonly forms: readonly Form[];
  readonly boards: readonly { readonly id: string; readonly title: string }[];
  readonly board: string;
  readonly ruler: string;
  readonly sheet: string;
  /** mm of an offcut in hand */
  readonly own: { readonly width: number; readonly height: number };
  /** sets these in the address; an empty text takes one out */
  readonly onChange: (change: Readonly<Record<string, string>>) => void;
}

/** What a chart is asked for: the form, the tools and the sheet. */
export function ChartAsks({ form, forms, boards, board, ruler, sheet, own, onChange }: ChartAsksProps) {
  return (
    <div className="chart-asks no-print">
      <Choice
        label="Form"
        value={form}
        options={[...forms.map((f) => ({ value: f.id, text: f.title })), { value: EVERY, text: "Every form" }]}
        onChange={(id) => {
          onChange({ form: id, board: "" });
        }}
      />
      {form === EVERY ? null : (
        <>
          <Choice
            label="Board"
            value={board}
            options={boards.map((b) => ({ value: b.id, text: b.title }))}
            onChange={(id) => {
              onChange({ board: id });
            }}
          />
          <Choice
            label="Ruler"
            value={ruler}
            options={RULERS}
            onChange={(id) => {
              onChange({ ruler: id });
            }}
          />
        </>
      )}
      <Choice
        label="Sheet in hand"
        value={sheet}
        options={SHEETS}
        onChange={(id) => {
          onChange({ sheet: id });
        }}
      />
      {sheet === "own" ? (
        <>
          <LengthField
            label="Sheet width"
            mm={own.width}
            bounds={OFFCUT_MM}
            onChange={(mm) => {
              onChange({ w: String(mm) });
            }}
          />
          <LengthField
            label="Sheet height"
            mm={own.height}
            bounds={OFFCUT_MM}
            onChange={(mm) => {
              onChange({ h: String(mm) });
            }}
          />
        </>
      ) : null}
    </div>
  );
}
