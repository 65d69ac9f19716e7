import { BOUGHT_CALIPER_MM, BOUGHT_ROOM_MM, catalogue, find, MM_PER, ofKind, stockOf } from "@cut-fold/core";
import { ownIn } from "../../parts/ownKey.ts";
import { shelfNow } from "../../store/shelf.ts";

/** What is in hand, and the card that is wanted for it; mm. */
export interface InHand {
  readonly preset: string;
  readonly width: number;
  readonly height: number;
  readonly caliper: number;
  readonly roomWidth: number;
  readonly roomHeight: number;
  readonly stock: string;
  readonly fold: string;
  readonly mats: number;
  readonly border: number;
  readonly raised: number;
}

const MAT_STOCKS = ["text-120-plum", "text-90"] as const;
const matId = (i: number): string => `mat-${String(i + 1)}`;

/** A paper by what a list has for it: one of the shelf, or a preset. */
function paperOf(value: string) {
  const own = ownIn(ofKind(shelfNow(), "paper"), value);
  return own ? stockOf(own) : { preset: value };
}

/** The card's recipe but for its size. */
export const cardOf = ({ stock, fold, mats, border, raised }: InHand, inches: boolean) => ({
  stock: paperOf(stock),
  settings: { fold },
  method: { board: inches ? "scoring-sixteenth" : "scoring-millimetre" },
  fittings: Array.from({ length: mats }, (_, i) => ({
    id: matId(i),
    kind: "mat",
    name: i === 0 ? "Mat" : `Mat ${String(i + 1)}`,
    on: i > 0 ? { fitting: matId(i - 1) } : { panel: fold === "gate" ? "left" : "front", side: "outside" },
    border,
    raised: i === mats - 1 ? raised : 0,
    stock: { preset: MAT_STOCKS[i % 2] },
  })),
});

/** What is asked at first: an envelope many makers have, a card with one mat, rooms on the marks of their ruler. */
export function firstAsked(inches: boolean): InHand {
  const preset = find(catalogue.envelopes, inches ? "envelope-us-a7" : "envelope-c6");
  const { id = "", width = 162, height = 114 } = preset ?? {};
  return {
    preset: id,
    width,
    height,
    caliper: BOUGHT_CALIPER_MM,
    // 1/8 and 1/16 in, or 3 and 1.5 mm
    roomWidth: inches ? MM_PER.in / 8 : BOUGHT_ROOM_MM.width,
    roomHeight: inches ? MM_PER.in / 16 : BOUGHT_ROOM_MM.height,
    stock: "cover-250",
    fold: "side",
    mats: 1,
    border: inches ? 3.175 : 4,
    raised: 0,
  };
}
