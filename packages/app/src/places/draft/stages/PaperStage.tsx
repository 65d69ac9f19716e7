import {
  catalogue,
  find,
  formatSize,
  formById,
  largestCard,
  poundsOf,
  setupOf,
  stockName,
  SHEET_MM,
  type Spec,
} from "@cut-fold/core";
import Button from "@mui/material/Button";
import { memo, useEffect, useMemo } from "react";
import { Choice } from "../../../parts/Choice.tsx";
import { LengthField } from "../../../parts/LengthField.tsx";
import { coloursOf } from "../../../theme/colours.ts";
import { useAtRest } from "../../../parts/useAtRest.ts";
import type { KeptOffcut } from "../../../store/kept.ts";
import { dropOffcut, offcutInHand, takeOffcut, useOffcuts } from "../../../store/offcuts.ts";
import { change, useOpenDraft } from "../../../store/openDraft.ts";
import { useDisplay } from "../../../store/settings.ts";

const STOCKS = catalogue.stocks.map((s) => ({ value: s.id, text: s.title }));
/** Where paper is sold in pounds each says how many. */
const STOCKS_IN_POUNDS = catalogue.stocks.map((s) => ({ value: s.id, text: `${s.title}, about ${poundsOf(s)}` }));
const SHEETS = [
  { value: "none", text: "None named" },
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

const OFFCUT_KEPT = "offcut:";
const keyOf = ({ width, height, paper }: KeptOffcut): string =>
  `${OFFCUT_KEPT}${width.toFixed(2)}/${height.toFixed(2)}/${paper}`;

const onStock = (preset: string): void => {
  change({ stock: { preset, caliper: undefined, weight: undefined, title: undefined } });
};
const PATTERNS = [
  { value: "", text: "Alike on both sides" },
  { value: "outside", text: "Shows on the outside" },
  { value: "inside", text: "Shows on the inside" },
];
const onPattern = (side: string): void => {
  change({ at: ["stock", "pattern"], value: side === "" ? undefined : side });
};
const onSheet = (id: string): void => {
  const sheet = useOpenDraft.getState().draft?.spec.sheet;
  const kept = useOffcuts.getState().offcuts.find((o) => keyOf(o) === id);
  if (kept) {
    takeOffcut(kept);
    change({ sheet: { width: kept.width, height: kept.height, preset: undefined } });
  } else if (id === "none") change({ sheet: null });
  else if (id === "own") change({ sheet: { ...(sheet ?? OFFCUT), preset: undefined } });
  else change({ sheet: { preset: id, width: undefined, height: undefined } });
};
const onTape = (width: string): void => {
  change({ tape: width === "0" ? null : Number(width) });
};

/** The sheet as the list knows it. */
function sheetId(sheet: Spec["sheet"]): string {
  if (!sheet) return "none";
  const { preset } = sheet;
  return preset !== undefined && find([...catalogue.sheets, ...catalogue.mats], preset) ? preset : "own";
}

/** The stock, the sheet in hand, the tape; and the reverse question, what this sheet could serve. */
export function PaperStage({ spec }: { readonly spec: Spec }) {
  const { sheet } = spec;
  const { face, back } = coloursOf(spec);
  const { unit } = useDisplay();
  return (
    <div className="fields">
      <div className="wide paper-choice">
        <span
          aria-hidden
          className="paper-swatch"
          style={{ background: `linear-gradient(135deg, ${face} 50%, ${back} 50%)` }}
        />
        <Choice
          label="Paper"
          value={spec.stock.preset ?? ""}
          options={unit.startsWith("in") ? STOCKS_IN_POUNDS : STOCKS}
          onChange={onStock}
        />
      </div>
      <div className="wide">
        <Choice label="Its pattern" value={spec.stock.pattern ?? ""} options={PATTERNS} onChange={onPattern} />
      </div>
      <div className="wide">
        <SheetChoice sheet={sheet} paper={stockName(spec.stock)} />
      </div>
      {sheet ? (
        <>
          <LengthField label="Sheet width" mm={sheet.width} bounds={SHEET_MM} onChange={onSheetWidth} />
          <LengthField label="Sheet height" mm={sheet.height} bounds={SHEET_MM} onChange={onSheetHeight} />
          <LargestCard spec={spec} sheet={sheet} />
        </>
      ) : null}
      <div className="wide">
        <Choice label="Tape in hand" value={String(spec.tape ?? 0)} options={TAPES} onChange={onTape} />
      </div>
    </div>
  );
}

/** The sheets of the shelf, and the offcuts of earlier drafts. */
export function SheetChoice({ sheet, paper }: Pick<Spec, "sheet"> & { readonly paper: string }) {
  const display = useDisplay();
  const offcuts = useOffcuts((s) => s.offcuts);
  const taken = useOffcuts((s) => s.taken);
  useEffect(() => {
    void useOffcuts.getState().load();
  }, []);
  const inHand = sheet && offcutInHand({ offcuts, taken }, sheet, paper);
  const kept = offcuts.map((o) => ({
    value: keyOf(o),
    text: `${formatSize(o.width, o.height, display)}, ${o.paper}${o.count > 1 ? `, ${String(o.count)} of them` : ""}`,
    group: "Offcuts you kept",
  }));
  const options = [...SHEETS.slice(0, 2), ...kept, ...SHEETS.slice(2)];
  return (
    <>
      <Choice
        label="Sheet in hand"
        value={inHand ? keyOf(inHand) : sheetId(sheet)}
        options={options}
        onChange={onSheet}
      />
      {inHand ? (
        <Button
          size="small"
          onClick={() => {
            dropOffcut(inHand);
          }}
        >
          Used up: take it off the list
        </Button>
      ) : null}
    </>
  );
}

interface LargestCardProps {
  readonly spec: Spec;
  readonly sheet: NonNullable<Spec["sheet"]>;
}

/** What the sheet in hand could serve at most. */
function LargestCard({ spec, sheet }: LargestCardProps) {
  // hundreds of drafts are tried for it: it follows when the hand rests
  const rested = useAtRest(spec);
  const largest = useMemo(() => {
    const form = formById(rested.form);
    return form && largestCard({ ...rested, form, setup: setupOf(rested), sheet });
  }, [rested, sheet]);
  return <LargestSaid width={largest?.width} height={largest?.height} />;
}

interface LargestSaidProps {
  readonly width: number | undefined;
  readonly height: number | undefined;
}

const LargestSaid = memo(function LargestSaid({ width, height }: LargestSaidProps) {
  const display = useDisplay();
  if (width === undefined || height === undefined)
    return <div className="wide answer">No card worth making comes out of this sheet.</div>;
  return (
    <div className="wide answer">
      The largest card of these proportions it can serve is <strong>{formatSize(width, height, display)}</strong>.
      <Button
        size="small"
        onClick={() => {
          change({ contents: { width, height, preset: undefined } });
        }}
      >
        Use that size
      </Button>
    </div>
  );
});
