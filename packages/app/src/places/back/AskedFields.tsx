import { CALIPER_MM, catalogue, ENVELOPE_MM, find, ofKind } from "@cut-fold/core";
import { Choice } from "../../parts/Choice.tsx";
import { CountField } from "../../parts/CountField.tsx";
import { LengthField } from "../../parts/LengthField.tsx";
import { Offered } from "../../parts/Offered.tsx";
import { ownIn } from "../../parts/ownKey.ts";
import { shelfNow } from "../../store/shelf.ts";
import type { InHand } from "./asked.ts";

const OWN_MEASURES = [{ value: "", text: "Own measures" }];
const ENVELOPES = catalogue.envelopes.map((e) => ({ value: e.id, text: e.title }));
const ENVELOPE = ["envelope"] as const;
const PAPER = ["paper"] as const;
const STOCKS = catalogue.stocks.map((s) => ({ value: s.id, text: s.title }));
const FOLDS = [
  { value: "side", text: "At the side" },
  { value: "top", text: "At the top" },
  { value: "tri", text: "Twice, one panel inside" },
  { value: "gate", text: "Gates that meet in front" },
];
const MATS = { min: 0, max: 4 } as const;
const BORDER_MM = { min: 0, max: 40 } as const;
const RAISED_MM = { min: 0, max: 10 } as const;
const ROOM_MM = { min: 0, max: 20 } as const;

interface FieldsProps {
  readonly asked: InHand;
  readonly set: (by: Partial<InHand>) => void;
}

/** The envelope: one of the catalogue's or its own measures, the room that is wanted in it, and its paper. */
export function EnvelopeFields({ asked, set }: FieldsProps) {
  return (
    <>
      <div className="wide">
        <Offered
          label="Envelope in hand"
          kinds={ENVELOPE}
          value={asked.preset}
          first={OWN_MEASURES}
          usual={ENVELOPES}
          onChange={(id) => {
            const found = ownIn(ofKind(shelfNow(), "envelope"), id) ?? find(catalogue.envelopes, id);
            set({ preset: id, ...(found && { width: found.width, height: found.height }) });
          }}
        />
      </div>
      <LengthField
        label="Outside width"
        mm={asked.width}
        bounds={ENVELOPE_MM}
        onChange={(width) => {
          set({ width, preset: "" });
        }}
      />
      <LengthField
        label="Outside height"
        mm={asked.height}
        bounds={ENVELOPE_MM}
        onChange={(height) => {
          set({ height, preset: "" });
        }}
      />
      <LengthField
        label="Room on the width"
        mm={asked.roomWidth}
        bounds={ROOM_MM}
        onChange={(roomWidth) => {
          set({ roomWidth });
        }}
      />
      <LengthField
        label="Room on the height"
        mm={asked.roomHeight}
        bounds={ROOM_MM}
        onChange={(roomHeight) => {
          set({ roomHeight });
        }}
      />
      <div className="wide">
        <LengthField
          label="Thickness of its paper"
          mm={asked.caliper}
          bounds={CALIPER_MM}
          onChange={(caliper) => {
            set({ caliper });
          }}
        />
      </div>
    </>
  );
}

/** The card: its paper, its fold and its mats. */
export function CardFields({ asked, set }: FieldsProps) {
  return (
    <>
      <h2 className="wide">The card</h2>
      <div className="wide">
        <Offered
          label="Base from"
          kinds={PAPER}
          value={asked.stock}
          usual={STOCKS}
          onChange={(stock) => {
            set({ stock });
          }}
        />
      </div>
      <div className="wide">
        <Choice
          label="Folds"
          value={asked.fold}
          options={FOLDS}
          onChange={(fold) => {
            set({ fold });
          }}
        />
      </div>
      <CountField
        label="Mats on the front"
        value={asked.mats}
        {...MATS}
        onChange={(mats) => {
          set({ mats });
        }}
      />
      {asked.mats > 0 ? (
        <>
          <LengthField
            label="Border of each"
            mm={asked.border}
            bounds={BORDER_MM}
            onChange={(border) => {
              set({ border });
            }}
          />
          <LengthField
            label="Foam under the last"
            mm={asked.raised}
            bounds={RAISED_MM}
            onChange={(raised) => {
              set({ raised });
            }}
          />
        </>
      ) : null}
    </>
  );
}
