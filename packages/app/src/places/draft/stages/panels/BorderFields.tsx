/** A border as it is often measured: by the size that is left inside it. */
import { borderFor, type FittingKind, type Lying } from "@cut-fold/core";
import { memo, useMemo } from "react";
import { LengthField } from "../../../../parts/LengthField.tsx";
import { change } from "../../../../store/openDraft.ts";

interface BorderFieldsProps {
  readonly id: string;
  readonly border: NonNullable<FittingKind["border"]>;
  readonly width: number;
  readonly height: number;
  readonly ground: Pick<Lying["ground"], "width" | "height">;
  /** which way a strip runs; its ends are all that its border keeps free */
  readonly runs: unknown;
}

const LEAST_MM = 1;

/** Sets the border by which a thing comes to be so wide, so high, or so long. */
export const BorderFields = memo(function BorderFields({
  id,
  border: { setting, round },
  width,
  height,
  ground,
  runs,
}: BorderFieldsProps) {
  const fields = useMemo(() => {
    const setBy = (whole: number) => (mm: number) => {
      change({ at: ["fittings", id, setting], value: borderFor(whole, mm) });
    };
    const wide = { size: "width", bounds: { min: LEAST_MM, max: ground.width }, set: setBy(ground.width) } as const;
    const high = { size: "height", bounds: { min: LEAST_MM, max: ground.height }, set: setBy(ground.height) } as const;
    return round ? [wide, high] : [runs === "down" ? high : wide];
  }, [id, setting, round, ground.width, ground.height, runs]);
  return fields.map(({ size, bounds, set }) => (
    <LengthField
      key={size}
      label={round ? `or its ${size}` : "or its length"}
      mm={size === "width" ? width : height}
      bounds={bounds}
      onChange={set}
    />
  ));
});
