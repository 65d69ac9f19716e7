/** What an outline of the maker's own is used for: a new draft that is cut to it. */
import { type Draft, formById, isStraightAtLeft, readSpec, settingMeta, settingsOf, SIZE_MM } from "@cut-fold/core";
import { makeDraft } from "./drafting.ts";
import { withSheet } from "./sheetInHand.ts";
import type { ShelfOutline } from "./kept.ts";
import { choicesFor } from "./ownOutline.ts";

/** A form that can be cut to an outline, and what the button says. */
export interface OutlineUse {
  readonly form: string;
  readonly title: string;
  /** what it holds to begin with: it is as large as that asks; where there is nothing it is as large as the outline */
  readonly holds?: string;
}

/** The forms whose paper is cut to an outline all round, or opened to it. */
export const USES: readonly OutlineUse[] = [
  { form: "tag", title: "A tag" },
  { form: "fold-over-pocket", title: "A pocket", holds: "gift-card" },
  { form: "stick-holder", title: "A stick holder", holds: "lolly-30" },
  { form: "belly-band", title: "A band", holds: "iso-a6" },
  { form: "mask", title: "A mask" },
];

/** What is no thing but a size is as thick as a sheet. */
const PAPER_MM = 0.3;
const held = (mm: number): number => Math.min(SIZE_MM.max, Math.max(SIZE_MM.min, mm));

/** A draft of the form, cut to the outline; undefined where none can be made of it. */
export function draftOf(
  { name, drawn, width, height }: Pick<ShelfOutline, "name" | "drawn" | "width" | "height">,
  id: string,
): Draft | undefined {
  const form = formById(id);
  const use = USES.find((u) => u.form === id);
  if (!form || !use) return undefined;
  const shape = Object.fromEntries(settingsOf(form));
  const chosen = Object.fromEntries(choicesFor(shape));
  const line = Object.fromEntries(
    Object.entries(shape).flatMap(([key, schema]) => (settingMeta(schema).kind === "drawn" ? [[key, drawn]] : [])),
  );
  const size = { width: held(width), height: held(height), thickness: PAPER_MM };
  const contents = use.holds === undefined ? size : { preset: use.holds };
  // a mask of an outline leaves all of it open
  const border = Object.hasOwn(shape, "border") && id === "mask" ? { border: 0 } : {};
  // a half is laid on the fold by the edge that it was cut along
  const folds = Object.hasOwn(shape, "hinge") && isStraightAtLeft(drawn) ? { hinge: "side" } : {};
  const read = readSpec({ form: id, contents, settings: { ...chosen, ...line, ...border, ...folds } });
  return read.ok ? makeDraft(`${name}: ${use.title.replace(/^an? /iu, "")}`, withSheet(read.value)) : undefined;
}
