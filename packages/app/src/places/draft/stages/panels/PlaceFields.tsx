/** Where a thing lies: by rule from an edge or the middle, on both axes, and how far it is turned. */
import { type Fitting, FROM, PLACE_MM } from "@cut-fold/core";
import { memo, useMemo } from "react";
import { Choice } from "../../../../parts/Choice.tsx";
import { CountField } from "../../../../parts/CountField.tsx";
import { LengthField } from "../../../../parts/LengthField.tsx";
import { change } from "../../../../store/openDraft.ts";

const FROM_WORDS: Readonly<Record<string, string>> = {
  left: "From the left",
  right: "From the right",
  bottom: "From the bottom",
  top: "From the top",
};
const ACROSS = FROM.x.map((from) => ({ value: from, text: FROM_WORDS[from] ?? "Off the middle, across" }));
const UP = FROM.y.map((from) => ({ value: from, text: FROM_WORDS[from] ?? "Off the middle, up" }));
const TURN = { min: -360, max: 360 } as const;

/** What each field changes. Made once a fitting, so that fields that stand still are not drawn again. */
const settersOf = (id: string) => {
  const by = (axis: "x" | "y", key: "from" | "by") => (value: string | number) => {
    change({ at: ["fittings", id, "at", axis, key], value });
  };
  return {
    xFrom: by("x", "from"),
    xBy: by("x", "by"),
    yFrom: by("y", "from"),
    yBy: by("y", "by"),
    turn: (degrees: number) => {
      change({ at: ["fittings", id, "at", "turn"], value: degrees });
    },
  };
};

export const PlaceFields = memo(function PlaceFields({ id, at }: Pick<Fitting, "id" | "at">) {
  const set = useMemo(() => settersOf(id), [id]);
  return (
    <>
      <Choice label="Across" value={at.x.from} options={ACROSS} onChange={set.xFrom} />
      <LengthField label="Across by" mm={at.x.by} bounds={PLACE_MM} onChange={set.xBy} />
      <Choice label="Up and down" value={at.y.from} options={UP} onChange={set.yFrom} />
      <LengthField label="Up or down by" mm={at.y.by} bounds={PLACE_MM} onChange={set.yBy} />
      <CountField label="Turned, degrees to the left" value={at.turn} {...TURN} onChange={set.turn} />
    </>
  );
});
