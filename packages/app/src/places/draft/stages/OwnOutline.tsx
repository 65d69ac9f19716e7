/** An outline of the maker's own in place of one of ours: from the shelf, or out of a file, traced where it is a picture. */
import Button from "@mui/material/Button";
import { FileInput } from "lucide-react";
import { lazy, memo, Suspense, useEffect, useMemo, useState } from "react";
import { Choice } from "../../../parts/Choice.tsx";
import { useOutlines } from "../../../store/outlines.ts";
import {
  chooseOutlineFile,
  isDrawing,
  putOutline,
  SHELF_FULL,
  shelveDrawing,
  shelvePicture,
} from "../../../store/ownOutline.ts";

const TraceDialog = lazy(() => import("../../../parts/TraceDialog.tsx").then((m) => ({ default: m.TraceDialog })));

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
  const [told, setTold] = useState<readonly string[]>([]);
  const [picture, setPicture] = useState<File>();
  const at = useMemo(() => path.split(" ").filter(Boolean), [path]);
  const here = outlines?.find((o) => o.drawn === drawn);
  const options = useMemo(
    () => [
      { value: "", text: drawn === "" ? "None yet" : "Out of a file" },
      ...(outlines ?? []).map(({ id, name }) => ({ value: id, text: name })),
    ],
    [outlines, drawn],
  );
  const choose = async (): Promise<void> => {
    setTold([]);
    const file = await chooseOutlineFile();
    if (!file) return;
    if (!isDrawing(file)) {
      setPicture(file);
      return;
    }
    const { outline, told: sentences } = await shelveDrawing(file);
    if (outline) await putOutline(at, shape, outline);
    setTold(sentences);
  };
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
      <Button
        startIcon={<FileInput size={18} />}
        onClick={() => {
          choose().catch(() => {
            setTold(["The file could not be opened."]);
          });
        }}
      >
        An outline out of a file …
      </Button>
      <div role="status">
        {told.map((sentence) => (
          <p className="figure-note" key={sentence}>
            {sentence}
          </p>
        ))}
      </div>
      {picture ? (
        <Suspense>
          <TraceDialog
            picture={picture}
            width={width ?? USUAL_MM}
            onUse={(outline, wide) => {
              const kept = shelvePicture(picture, outline, wide);
              if (kept) void putOutline(at, shape, kept);
              else setTold([SHELF_FULL]);
            }}
            onClose={() => {
              setPicture(undefined);
            }}
          />
        </Suspense>
      ) : null}
    </>
  );
});
