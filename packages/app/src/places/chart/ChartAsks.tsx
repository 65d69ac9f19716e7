import { catalogue, type Form, ofKind, type OnShelf } from "@cut-fold/core";
import { Choice } from "../../parts/Choice.tsx";
import { LengthField } from "../../parts/LengthField.tsx";
import { Offered } from "../../parts/Offered.tsx";
import { hasSize, ownIn } from "../../parts/ownKey.ts";
import { shelfNow } from "../../store/shelf.ts";

/** In the place of a form's id: all of them in one table. */
export const EVERY = "every";
const FIRST_RULER = [{ value: "", text: "The board's own" }];
const RULERS = catalogue.rulers.map((r) => ({ value: r.id, text: r.title }));
const RULER = ["ruler"] as const;
const BOARD = ["board"] as const;
const rulerValue = ({ ruler }: OnShelf<"ruler">): string => ruler;
const FIRST_SHEETS = [
  { value: "", text: "Any sheet" },
  { value: "own", text: "An offcut, own size" },
];
const SHEETS = catalogue.sheets.map((s) => ({ value: s.id, text: s.title }));
const IN_HAND = ["offcut", "paper"] as const;
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
          <Offered
            label="Board"
            kinds={BOARD}
            value={board}
            usual={boards.map((b) => ({ value: b.id, text: b.title }))}
            serves={(mine) => boards.some(({ id }) => id === mine.board)}
            onChange={(id) => {
              onChange({ board: id });
            }}
          />
          <Offered
            label="Ruler"
            kinds={RULER}
            value={ruler}
            first={FIRST_RULER}
            chosenBy={rulerValue}
            usual={RULERS}
            onChange={(id) => {
              onChange({ ruler: id });
            }}
          />
        </>
      )}
      <Offered
        label="Sheet in hand"
        kinds={IN_HAND}
        value={sheet}
        first={FIRST_SHEETS}
        usual={SHEETS}
        serves={hasSize}
        onChange={(id) => {
          // the address says the size, and so does a link to it elsewhere
          const own = ownIn(ofKind(shelfNow(), "paper", "offcut"), id);
          if (own) onChange({ sheet: "own", w: String(own.width), h: String(own.height) });
          else onChange({ sheet: id });
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
