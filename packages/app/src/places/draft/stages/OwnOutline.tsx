/** An outline of the maker's own in place of one of ours: from the shelf, or out of a file, traced where it is a picture. */
import { memo, useEffect, useMemo } from "react";
import { BringIn } from "../../../parts/BringIn.tsx";
import { Choice } from "../../../parts/Choice.tsx";
import { useOutlines } from "../../../store/outlines.ts";
import { putOutline } from "../../../store/ownOutline.ts";

interface OwnOutlineProps {
  /** the settings it is one of, and where they stand, joined by spaces */
  readonly shape: Readonly<Record<string, unknown>>;
  readonly path: string;
  /** the line that is there */
  readonly drawn: string;
  /** mm: how wide what is traced is made, where the settings say */
  readonly width: number | undefined;
}

/** So wide is what is traced where nothing says how wide, mm. */
const USUAL_MM = 80;

export const OwnOutline = memo(function OwnOutline({ shape, path, drawn, width }: OwnOutlineProps) {
  const outlines = useOutlines((s) => s.outlines);
  const load = useOutlines((s) => s.load);
  useEffect(() => void load(), [load]);
  const at = useMemo(() => path.split(" ").filter(Boolean), [path]);
  const here = outlines?.find((o) => o.drawn === drawn);
  const options = useMemo(
    () => [
      { value: "", text: drawn === "" ? "None yet" : "Out of a file" },
      ...(outlines ?? []).map(({ id, name }) => ({ value: id, text: name })),
    ],
    [outlines, drawn],
  );
  return (
    <>
      <Choice
        label="Outline of your own"
        value={here?.id ?? ""}
        options={options}
        onChange={(id) => {
          const outline = outlines?.find((o) => o.id === id);
          if (outline) void putOutline(at, shape, outline);
        }}
      />
      <BringIn
        text="An outline out of a file …"
        width={width ?? USUAL_MM}
        onTaken={(outline) => void putOutline(at, shape, outline)}
      />
    </>
  );
});
