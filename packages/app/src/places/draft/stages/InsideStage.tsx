import { catalogue, type ContentsPreset, formById, QUANTITY, SIZE_MM, type Spec, THICKNESS_MM } from "@cut-fold/core";
import Button from "@mui/material/Button";
import Input from "@mui/material/Input";
import { RotateCwSquare } from "lucide-react";
import { memo } from "react";
import { Choice } from "../../../parts/Choice.tsx";
import { CountField } from "../../../parts/CountField.tsx";
import { Labelled } from "../../../parts/Labelled.tsx";
import { LengthField } from "../../../parts/LengthField.tsx";
import { AlsoInside, ThicknessBuilder } from "./InsideBuilt.tsx";
import { ResizeButton } from "../ResizeDialog.tsx";
import { beginGesture, change, endGesture, useOpenDraft } from "../../../store/openDraft.ts";

const GROUPS: Readonly<Record<ContentsPreset["kind"], string>> = {
  card: "Cards",
  "square card": "Square cards",
  "plastic card": "Plastic cards",
  "flat paper": "Flat paper",
};
const OPTIONS = [
  { value: "", text: "Own size" },
  ...catalogue.contents.map((c) => ({ value: c.id, text: c.title, group: GROUPS[c.kind] })),
];

const onWidth = (width: number): void => {
  change({ contents: { width, preset: undefined } });
};
const onHeight = (height: number): void => {
  change({ contents: { height, preset: undefined } });
};
const onThickness = (thickness: number): void => {
  change({ contents: { thickness } });
};
const onQuantity = (quantity: number): void => {
  change({ quantity });
};
const onPreset = (preset: string): void => {
  change(
    preset === ""
      ? { contents: { preset: undefined } }
      : {
          contents: {
            preset,
            width: undefined,
            height: undefined,
            thickness: undefined,
            name: undefined,
            pile: undefined,
          },
        },
  );
};

/** What goes inside: named, measured, counted. */
export function InsideStage({ contents, quantity, form }: Pick<Spec, "contents" | "quantity" | "form">) {
  const holds = formById(form)?.kind === "envelope";
  return (
    <div className="fields">
      <div className="wide">
        <Choice label="What goes in" value={contents.preset ?? ""} options={OPTIONS} onChange={onPreset} />
      </div>
      <div className="wide">
        <CalledField name={contents.name ?? ""} />
      </div>
      <LengthField label="Width" mm={contents.width} bounds={SIZE_MM} onChange={onWidth} />
      <LengthField label="Height" mm={contents.height} bounds={SIZE_MM} onChange={onHeight} />
      {contents.pile ? null : (
        <LengthField label="Thickness" mm={contents.thickness} bounds={THICKNESS_MM} onChange={onThickness} />
      )}
      <CountField label="How many" value={quantity} {...QUANTITY} onChange={onQuantity} />
      <div className="wide">
        <TurnButton across={contents.width >= contents.height} />
        {holds && !contents.pile ? <ThicknessBuilder pile={contents.pile} thickness={contents.thickness} /> : null}
        <ResizeButton />
      </div>
      {holds ? (
        <>
          {contents.pile ? (
            <div className="wide">
              <ThicknessBuilder pile={contents.pile} thickness={contents.thickness} />
            </div>
          ) : null}
          <div className="wide">
            <AlsoInside also={contents.also} />
          </div>
        </>
      ) : null}
    </div>
  );
}

/** The smaller parts stand apart so that a drag of one figure redraws no more than it must. */
const CalledField = memo(function CalledField({ name }: { readonly name: string }) {
  return (
    <Labelled label="Called">
      {({ id }) => (
        <Input
          id={id}
          value={name}
          placeholder="Card"
          inputProps={{ maxLength: 80 }}
          onFocus={beginGesture}
          onBlur={endGesture}
          onChange={(event) => void change({ contents: { name: event.target.value || undefined } })}
        />
      )}
    </Labelled>
  );
});

function turn(): void {
  const contents = useOpenDraft.getState().draft?.spec.contents;
  if (contents) change({ contents: { width: contents.height, height: contents.width, preset: undefined } });
}

const TurnButton = memo(function TurnButton({ across }: { readonly across: boolean }) {
  return (
    <Button startIcon={<RotateCwSquare size={18} />} onClick={turn}>
      {across ? "Stand it upright" : "Lay it across"}
    </Button>
  );
});
