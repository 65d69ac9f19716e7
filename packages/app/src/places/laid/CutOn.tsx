/** What a sheet lies on while it is cut: the shelf's own mats and machines first. */
import { catalogue, find, ofKind, type Run, setupFor, type ShelfEntry, type Size } from "@cut-fold/core";
import { Offered } from "../../parts/Offered.tsx";
import { ownKey } from "../../parts/ownKey.ts";

const NO_MAT = "none";
const MATS = [
  ...catalogue.mats.map(({ id, title }) => ({ value: id, text: title, group: "Mats" })),
  ...catalogue.machines.map(({ id, title }) => ({ value: id, text: title, group: "Cutting machines" })),
];
const FIRST = [{ value: NO_MAT, text: "No mat: by knife or scissors" }];

/** What is chosen, by what can be cut on it, for pieces so large; undefined where nothing is, or it is there no more. */
export function matOf(chosen: string, shelf: readonly ShelfEntry[], blanks: readonly Size[]): Run["mat"] {
  const machine = setupFor(machineIn(chosen, shelf) ?? "", shelf, blanks);
  if (machine) return { ...machine.mat, margin: machine.machine.margin };
  const mat = find(catalogue.mats, chosen) ?? ofKind(shelf, "mat").find(({ id }) => ownKey(id) === chosen);
  return mat && { id: mat.id, width: mat.width, height: mat.height };
}

/** The machine that is chosen, by its id of the shelf or of the catalogue; undefined for a mat or none. */
export const machineIn = (chosen: string, shelf: readonly ShelfEntry[]): string | undefined =>
  find(catalogue.machines, chosen)?.id ?? ofKind(shelf, "machine").find(({ id }) => ownKey(id) === chosen)?.id;

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
