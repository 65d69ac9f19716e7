/** How much of something loose goes in: measured out, or counted. */
import { CUP_ML, PIECE_MM, piecesOf, pouredMl, type Spec, VOLUME_ML, volumeOf } from "@cut-fold/core";
import { memo } from "react";
import { Choice } from "../../../parts/Choice.tsx";
import { CountField } from "../../../parts/CountField.tsx";
import { LengthField } from "../../../parts/LengthField.tsx";
import { change } from "../../../store/openDraft.ts";

type Amount = NonNullable<Spec["contents"]["amount"]>;

const WAYS = [
  { value: "ml", text: "By volume" },
  { value: "count", text: "By count" },
];
/** A sweet to begin with, mm. */
const USUAL_EACH = 12;
const set = (amount: Amount): void => {
  change({ contents: { amount, preset: undefined } });
};

const within = (value: number, { min, max }: { readonly min: number; readonly max: number }): number =>
  Math.min(max, Math.max(min, value));

export const LooseAmount = memo(function LooseAmount({ contents }: Pick<Spec, "contents">) {
  const { amount } = contents;
  const ml = volumeOf(contents);
  const counted = amount && "count" in amount ? amount : undefined;
  return (
    <>
      <div className="wide">
        <Choice
          label="How much"
          value={counted ? "count" : "ml"}
          options={WAYS}
          onChange={(way) => {
            // the other way of saying what is there
            if (way === "ml") set({ ml: within(Math.round(ml), VOLUME_ML) });
            else {
              const each = counted?.each ?? USUAL_EACH;
              set({ count: within(Math.round(ml / pouredMl(1, each)), piecesOf(each)), each });
            }
          }}
        />
      </div>
      {counted ? (
        <>
          <CountField
            label="Pieces"
            value={counted.count}
            {...piecesOf(counted.each)}
            onChange={(count) => {
              set({ count, each: counted.each });
            }}
          />
          <LengthField
            label="Each across"
            mm={counted.each}
            bounds={PIECE_MM}
            onChange={(each) => {
              // of larger ones fewer go in, of smaller ones more may be needed to be worth a holder
              set({ count: within(counted.count, piecesOf(each)), each });
            }}
          />
        </>
      ) : (
        <CountField
          label="Millilitres"
          value={Math.round(ml)}
          {...VOLUME_ML}
          onChange={(value) => {
            set({ ml: value });
          }}
        />
      )}
      <p className="wide figure-note">
        {counted
          ? `Poured in they take about ${String(Math.round(ml))} ml.`
          : `About ${(ml / CUP_ML).toFixed(ml < CUP_ML / 4 ? 2 : 1)} of a measuring cup.`}
      </p>
    </>
  );
});
