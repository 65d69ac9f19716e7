/** Where a thing lies: by rule from an edge or the middle, on both axes, and how far it is turned. */
import { type Fitting, FROM, PLACE_MM } from "@cut-fold/core";
import { memo, useMemo } from "react";
import { Choice } from "../../../../parts/Choice.tsx";
import { CountField } from "../../../../parts/CountField.tsx";
import { LengthField } from "../../../../parts/LengthField.tsx";
import { change } from "../../../../store/openDraft.ts";

const FROM_WORDS = { left: "Left", right: "Right", bottom: "Bottom", top: "Top", centre: "Middle" } as const;
const ACROSS = FROM.x.map((from) => ({ value: from, text: FROM_WORDS[from] }));
const UP = FROM.y.map((from) => ({ value: from, text: FROM_WORDS[from] }));
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
      <Choice label="Across, from" value={at.x.from} options={ACROSS} onChange={set.xFrom} />
      <LengthField label="Across by" mm={at.x.by} bounds={PLACE_MM} onChange={set.xBy} />
      <Choice label="Up, from" value={at.y.from} options={UP} onChange={set.yFrom} />
      <LengthField
        label={at.y.from === "top" ? "Down by" : "Up by"}
        mm={at.y.by}
        bounds={PLACE_MM}
        onChange={set.yBy}
      />
      <CountField label="Turned, degrees" value={at.turn} {...TURN} onChange={set.turn} />
    </>
  );
});
