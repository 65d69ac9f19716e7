import {
  catalogue,
  choosePaper,
  chooseSheet,
  find,
  formatLength,
  formatSize,
  formById,
  largestCard,
  ofKind,
  type OnShelf,
  poundsOf,
  setupOf,
  stockName,
  SHEET_MM,
  type Spec,
} from "@cut-fold/core";
import Button from "@mui/material/Button";
import { memo, useMemo } from "react";
import { Choice } from "../../../parts/Choice.tsx";
import { LengthField } from "../../../parts/LengthField.tsx";
import { Offered } from "../../../parts/Offered.tsx";
import { hasSize, ownIn, ownKey } from "../../../parts/ownKey.ts";
import { tellDone } from "../../../parts/tell.tsx";
import { coloursOf } from "../../../theme/colours.ts";
import { useAtRest } from "../../../parts/useAtRest.ts";
import { change, useOpenDraft } from "../../../store/openDraft.ts";
import { useDisplay } from "../../../store/settings.ts";
import { dropEntry, keepEntry, shelfNow, useOnShelf } from "../../../store/shelf.ts";

const STOCKS = catalogue.stocks.map((s) => ({ value: s.id, text: s.title }));
/** Where paper is sold in pounds each says how many. */
const STOCKS_IN_POUNDS = catalogue.stocks.map((s) => ({ value: s.id, text: `${s.title}, about ${poundsOf(s)}` }));
const FIRST_SHEETS = [
  { value: "none", text: "None named" },
  { value: "own", text: "An offcut, own size" },
];
const SHEETS = [
  ...catalogue.sheets.map((s) => ({ value: s.id, text: s.title, group: "Sheets" })),
  ...catalogue.mats.map((s) => ({ value: s.id, text: s.title, group: "Mats, what a machine can cut" })),
];
const WET = [{ value: "0", text: "Wet glue" }];
const TAPES = catalogue.tapes.map((t) => ({ value: String(t.width), text: t.title }));
const tapeValue = ({ width }: OnShelf<"tape">): string => String(width);
const onSheetWidth = (width: number): void => {
  change({ sheet: { width, preset: undefined } });
};
const onSheetHeight = (height: number): void => {
  change({ sheet: { height, preset: undefined } });
};
const OFFCUT = { width: 200, height: 200 } as const;
/** A sheet of no name: neither sold nor on the shelf. */
const NO_SHEET = { own: undefined, preset: undefined };

const onStock = (value: string): void => {
  change(choosePaper(ownIn(ofKind(shelfNow(), "paper"), value) ?? value));
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
  const own = ownIn(ofKind(shelfNow(), "paper", "offcut"), id);
  if (own) change({ sheet: chooseSheet(own) });
  else if (id === "none") change({ sheet: null });
  else if (id === "own") change({ sheet: { ...(sheet ?? OFFCUT), ...NO_SHEET } });
  else
    change({
      sheet: { ...NO_SHEET, preset: id, width: undefined, height: undefined },
    });
};
const onTape = (width: string): void => {
  change({ tape: width === "0" ? null : Number(width) });
};

/** The sheet as the list knows it. */
function sheetId(sheet: Spec["sheet"]): string {
  if (!sheet) return "none";
  if (sheet.own !== undefined) return ownKey(sheet.own);
  const { preset } = sheet;
  return preset !== undefined && find([...catalogue.sheets, ...catalogue.mats], preset) ? preset : "own";
}

/** The stock, the sheet in hand, the tape; and the reverse question, what this sheet could serve. */
export function PaperStage({ spec }: { readonly spec: Spec }) {
  const { sheet } = spec;
  const { face, back } = coloursOf(spec);
  const display = useDisplay();
  const { unit } = display;
  return (
    <div className="fields">
      <div className="wide paper-choice">
        <span
          aria-hidden
          className="paper-swatch"
          style={{ background: `linear-gradient(135deg, ${face} 50%, ${back} 50%)` }}
        />
        <Offered
          label="Paper"
          kinds={PAPERS}
          value={spec.stock.own === undefined ? (spec.stock.preset ?? "") : ownKey(spec.stock.own)}
          kept={spec.stock.preset === undefined || spec.stock.own !== undefined ? stockName(spec.stock) : undefined}
          usual={unit.startsWith("in") ? STOCKS_IN_POUNDS : STOCKS}
          onChange={onStock}
        />
      </div>
      <div className="wide">
        <Choice label="Its pattern" value={spec.stock.pattern ?? ""} options={PATTERNS} onChange={onPattern} />
      </div>
      <div className="wide">
        <SheetChoice sheet={sheet} />
      </div>
      {sheet ? (
        <>
          <LengthField label="Sheet width" mm={sheet.width} bounds={SHEET_MM} onChange={onSheetWidth} />
          <LengthField label="Sheet height" mm={sheet.height} bounds={SHEET_MM} onChange={onSheetHeight} />
          <LargestCard spec={spec} sheet={sheet} />
        </>
      ) : null}
      <div className="wide">
        <Offered
          label="Tape in hand"
          kinds={TAPE}
          value={String(spec.tape ?? 0)}
          first={WET}
          chosenBy={tapeValue}
          kept={`Tape, ${formatLength(spec.tape ?? 0, display)} wide`}
          usual={TAPES}
          onChange={onTape}
        />
      </div>
    </div>
  );
}

const PAPERS = ["paper"] as const;
const TAPE = ["tape"] as const;
const IN_HAND = ["offcut", "paper"] as const;

/** The sheets that are sold, and before them those of the shelf: papers' own, and offcuts of earlier drafts. */
export function SheetChoice({ sheet }: Pick<Spec, "sheet">) {
  const display = useDisplay();
  const offcut = useOnShelf("offcut").find(({ id }) => id === sheet?.own);
  return (
    <>
      <Offered
        label="Sheet in hand"
        kinds={IN_HAND}
        value={sheetId(sheet)}
        first={FIRST_SHEETS}
        usual={SHEETS}
        serves={hasSize}
        kept={sheet && formatSize(sheet.width, sheet.height, display)}
        onChange={onSheet}
      />
      {offcut ? (
        <Button
          size="small"
          onClick={() => {
            dropEntry(offcut);
            tellDone("Used up: it lies on the shelf no more.", "Put it back", () => {
              keepEntry(offcut);
            });
          }}
        >
          Used up: take it off the shelf
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
