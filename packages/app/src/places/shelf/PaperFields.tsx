/** What is said of a paper, and of a rest of one. */
import {
  CALIPER_MM,
  catalogue,
  find,
  LEFT,
  ofKind,
  PRICE,
  SHEET_MM,
  type ShelfEntry,
  type ShelfOffcut,
  type ShelfPaper,
  WEIGHT_GSM,
} from "@cut-fold/core";
import Input from "@mui/material/Input";
import { Choice } from "../../parts/Choice.tsx";
import { CountField } from "../../parts/CountField.tsx";
import { Labelled } from "../../parts/Labelled.tsx";
import { ColourField } from "../../parts/ColourField.tsx";
import { LengthField } from "../../parts/LengthField.tsx";
import { keepEntry } from "../../store/shelf.ts";
import { without } from "../../parts/without.ts";

const LIKE = [
  { value: "", text: "Choose one to begin with …" },
  ...catalogue.stocks.map(({ id, title }) => ({ value: id, text: title })),
];
const SHEETS = [
  { value: "", text: "Not said" },
  { value: "own", text: "A size of its own" },
  ...catalogue.sheets.map(({ id, title }) => ({ value: id, text: title })),
];
const GRAINS = [
  { value: "", text: "Not known" },
  { value: "width", text: "Along the width" },
  { value: "height", text: "Along the height" },
];

/** Which sheet that is sold is so large. */
const sheetOf = ({ width, height }: ShelfPaper): string =>
  width === undefined || height === undefined
    ? ""
    : (catalogue.sheets.find((s) => Math.abs(s.width - width) < 0.05 && Math.abs(s.height - height) < 0.05)?.id ??
      "own");

export function PaperFields({ paper }: { readonly paper: ShelfPaper }) {
  const set = (by: Partial<ShelfPaper>): void => {
    keepEntry({ ...paper, ...by });
  };
  /** Takes back what was said of it. */
  const unsay = (...keys: readonly ("pattern" | "width" | "height" | "grain" | "left" | "price")[]): void => {
    keepEntry(without(paper, ...keys));
  };
  const sheet = sheetOf(paper);
  return (
    <>
      <div className="wide">
        <Choice
          label="Weight, thickness and colour as"
          value=""
          options={LIKE}
          onChange={(id) => {
            const like = find(catalogue.stocks, id);
            if (like) set({ weight: like.weight, caliper: like.caliper, face: like.face, back: like.back });
          }}
        />
      </div>
      <CountField
        label="Weight"
        unit="g/m²"
        value={paper.weight}
        {...WEIGHT_GSM}
        whole={false}
        onChange={(weight) => set({ weight })}
      />
      <LengthField label="Thickness" mm={paper.caliper} bounds={CALIPER_MM} onChange={(caliper) => set({ caliper })} />
      <ColourField label="Face" value={paper.face} onChange={(face) => set({ face })} />
      <ColourField label="Back" value={paper.back} onChange={(back) => set({ back })} />
      <div className="wide">
        <Labelled label="Its pattern, in words">
          {({ id }) => (
            <Input
              id={id}
              value={paper.pattern ?? ""}
              placeholder="Plain"
              inputProps={{ maxLength: 80, autoComplete: "off" }}
              onChange={({ target: { value } }) => (value.trim() === "" ? unsay("pattern") : set({ pattern: value }))}
            />
          )}
        </Labelled>
      </div>
      <div className="wide">
        <Choice
          label="Its sheets"
          value={sheet}
          options={SHEETS}
          onChange={(id) => {
            const sold = find(catalogue.sheets, id);
            if (id === "") unsay("width", "height", "grain");
            else if (sold) set({ width: sold.width, height: sold.height });
            else set({ width: paper.width ?? 200, height: (paper.height ?? 200) + 1 });
          }}
        />
      </div>
      {paper.width === undefined || paper.height === undefined ? null : (
        <>
          <LengthField label="Sheet width" mm={paper.width} bounds={SHEET_MM} onChange={(width) => set({ width })} />
          <LengthField
            label="Sheet height"
            mm={paper.height}
            bounds={SHEET_MM}
            onChange={(height) => set({ height })}
          />
          <div className="wide">
            <Choice
              label="Its fibres run"
              value={paper.grain ?? ""}
              options={GRAINS}
              onChange={(grain) => (grain === "width" || grain === "height" ? set({ grain }) : unsay("grain"))}
            />
          </div>
        </>
      )}
      <CountField
        label="Sheets left"
        value={paper.left}
        {...LEFT}
        open={{ shown: "Not counted", onOpen: () => unsay("left") }}
        onChange={(left) => set({ left })}
      />
      <CountField
        label="Price of a sheet"
        value={paper.price}
        {...PRICE}
        whole={false}
        open={{ shown: "Not said", onOpen: () => unsay("price") }}
        onChange={(price) => set({ price })}
      />
    </>
  );
}

interface OffcutFieldsProps {
  readonly offcut: ShelfOffcut;
  readonly shelf: readonly ShelfEntry[];
}

export function OffcutFields({ offcut, shelf }: OffcutFieldsProps) {
  const set = (by: Partial<ShelfOffcut>): void => {
    keepEntry({ ...offcut, ...by });
  };
  const own = ofKind(shelf, "paper").map(({ title }) => ({ value: title, text: title, group: "On your shelf" }));
  const titles = new Set(own.map(({ value }) => value));
  const usual = [...new Set([...catalogue.stocks.map(({ title }) => title), offcut.paper])]
    .filter((title) => title !== "" && !titles.has(title))
    .map((title) => ({ value: title, text: title }));
  return (
    <>
      <div className="wide">
        <Choice
          label="Its paper"
          value={offcut.paper}
          options={[...own, ...usual]}
          onChange={(title) => {
            const paper = ofKind(shelf, "paper").find((one) => one.title === title);
            keepEntry({ ...without(offcut, "own"), paper: title, ...(paper && { own: paper.id }) });
          }}
        />
      </div>
      <LengthField label="Width" mm={offcut.width} bounds={SHEET_MM} onChange={(width) => set({ width })} />
      <LengthField label="Height" mm={offcut.height} bounds={SHEET_MM} onChange={(height) => set({ height })} />
      <CountField label="How many" value={offcut.left} min={1} max={LEFT.max} onChange={(left) => set({ left })} />
    </>
  );
}
