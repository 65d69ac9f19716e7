/** What a sheet lies on while it is cut: the shelf's own mats and machines first. */
import { catalogue, find, ofKind, type Run, type ShelfEntry } from "@cut-fold/core";
import { Offered } from "../../parts/Offered.tsx";
import { ownKey } from "../../parts/ownKey.ts";

const NO_MAT = "none";
const MATS = catalogue.mats.map(({ id, title }) => ({ value: id, text: title }));
const FIRST = [{ value: NO_MAT, text: "No mat: by knife or scissors" }];

/** What is chosen, by what can be cut on it; undefined where nothing is, or it is there no more. */
export function matOf(chosen: string, shelf: readonly ShelfEntry[]): Run["mat"] {
  const mat = find(catalogue.mats, chosen) ?? ofKind(shelf, "mat", "machine").find(({ id }) => ownKey(id) === chosen);
  return mat && { id: mat.id, width: mat.width, height: mat.height };
}

interface CutOnProps {
  readonly mat: string;
  readonly onMat: (mat: string) => void;
}

export const CutOn = ({ mat, onMat }: CutOnProps) => (
  <div className="free-mat">
    <Offered label="Cut on" kinds={KINDS} value={mat} first={FIRST} usual={MATS} onChange={onMat} />
  </div>
);
const KINDS = ["mat", "machine"] as const;
