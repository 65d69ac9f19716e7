import { catalogue, find, formatSize, formById, largestCard, setupOf, SHEET_MM, type Spec } from "@cut-fold/core";
import Button from "@mui/material/Button";
import { useMemo } from "react";
import { Choice } from "../../../parts/Choice.tsx";
import { LengthField } from "../../../parts/LengthField.tsx";
import { coloursOf } from "../../../drawing/colours.ts";
import { change } from "../../../store/openDraft.ts";
import { useDisplay } from "../../../store/settings.ts";
import { colour } from "../../../theme/theme.ts";

const STOCKS = catalogue.stocks.map((s) => ({ value: s.id, text: s.title }));
const SHEETS = [
  { value: "none", text: "Not said" },
  { value: "own", text: "An offcut, own size" },
  ...catalogue.sheets.map((s) => ({ value: s.id, text: s.title, group: "Sheets" })),
  ...catalogue.mats.map((s) => ({ value: s.id, text: s.title, group: "Mats, what a machine can cut" })),
];
const TAPES = [
  { value: "0", text: "Wet glue" },
  ...catalogue.tapes.map((t) => ({ value: String(t.width), text: t.title })),
];
const onSheetWidth = (width: number): void => {
  change({ sheet: { width, preset: undefined } });
};
const onSheetHeight = (height: number): void => {
  change({ sheet: { height, preset: undefined } });
};
const OFFCUT = { width: 200, height: 200 } as const;

function chooseSheet(id: string, spec: Spec): void {
  if (id === "none") change({ sheet: null });
  else if (id === "own") change({ sheet: { ...(spec.sheet ?? OFFCUT), preset: undefined } });
  else change({ sheet: { preset: id, width: undefined, height: undefined } });
}

/** The stock, the sheet in hand, the tape; and the reverse question, what this sheet could serve. */
export function PaperStage({ spec }: { readonly spec: Spec }) {
  const display = useDisplay();
  const { sheet } = spec;
  const { face, back } = coloursOf(spec);
  const largest = useMemo(() => {
    const form = formById(spec.form);
    return form && sheet ? largestCard({ ...spec, form, setup: setupOf(spec), sheet }) : undefined;
  }, [spec, sheet]);
  return (
    <div className="fields">
      <div className="wide" style={{ display: "flex", gap: 10, alignItems: "end" }}>
        <span
          aria-hidden
          style={{
            width: 34,
            height: 34,
            flex: "none",
            background: `linear-gradient(135deg, ${face} 50%, ${back} 50%)`,
            border: `1px solid ${colour.hair}`,
          }}
        />
        <Choice
          label="Paper"
          value={spec.stock.preset ?? ""}
          options={STOCKS}
          onChange={(preset) => {
            change({ stock: { preset, caliper: undefined, weight: undefined, title: undefined } });
          }}
        />
      </div>
      <div className="wide">
        <Choice
          label="Sheet in hand"
          value={
            sheet
              ? sheet.preset && find([...catalogue.sheets, ...catalogue.mats], sheet.preset)
                ? sheet.preset
                : "own"
              : "none"
          }
          options={SHEETS}
          onChange={(id) => {
            chooseSheet(id, spec);
          }}
        />
      </div>
      {sheet ? (
        <>
          <LengthField label="Sheet width" mm={sheet.width} bounds={SHEET_MM} onChange={onSheetWidth} />
          <LengthField label="Sheet height" mm={sheet.height} bounds={SHEET_MM} onChange={onSheetHeight} />
          <div className="wide answer">
            {largest ? (
              <>
                The largest card of these proportions it can serve is{" "}
                <strong>{formatSize(largest.width, largest.height, display)}</strong>.
                <Button
                  size="small"
                  onClick={() => {
                    change({ contents: { ...largest, preset: undefined } });
                  }}
                >
                  Use that size
                </Button>
              </>
            ) : (
              "No card worth making comes out of this sheet."
            )}
          </div>
        </>
      ) : null}
      <div className="wide">
        <Choice
          label="Tape in hand"
          value={String(spec.tape ?? 0)}
          options={TAPES}
          onChange={(width) => {
            change({ tape: width === "0" ? null : Number(width) });
          }}
        />
      </div>
    </div>
  );
}
