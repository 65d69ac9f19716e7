/** The face that is in hand: of the thing that is chosen, the one that was pressed, or the usual one. */
import type { Ground, Spec } from "@cut-fold/core";
import { useMemo } from "react";
import { useChosen } from "../../../../store/chosen.ts";
import { facesOf, faceUnder, type FormFace, isSameFace } from "./faces.ts";

export function useFace(spec: Spec, grounds: readonly Ground[]): FormFace | undefined {
  const { on, fitting: chosen } = useChosen();
  const faces = useMemo(() => facesOf(grounds), [grounds]);
  const row = spec.fittings?.find((f) => f.id === chosen);
  const asked = row ? faceUnder(row, spec.fittings ?? []) : on;
  return faces.find((f) => asked && isSameFace(f, asked)) ?? faces[0];
}
