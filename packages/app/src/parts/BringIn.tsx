/** An outline out of a file of the maker's, onto the shelf: read where it is a drawing, traced by eye where it is a picture. */
import Button from "@mui/material/Button";
import { FileInput } from "lucide-react";
import { lazy, Suspense, useState } from "react";
import type { ShelfOutline } from "../store/kept.ts";
import { chooseOutlineFile, isDrawing, SHELF_FULL, shelveDrawing, shelvePicture } from "../store/ownOutline.ts";

const TraceDialog = lazy(() => import("./TraceDialog.tsx").then((m) => ({ default: m.TraceDialog })));

interface BringInProps {
  readonly text: string;
  readonly isMain?: boolean;
  /** mm that what is traced is wide before the maker has said */
  readonly width: number;
  readonly onTaken: (outline: ShelfOutline) => void;
}

export function BringIn({ text, isMain = false, width, onTaken }: BringInProps) {
  const [told, setTold] = useState<readonly string[]>([]);
  const [picture, setPicture] = useState<File>();
  const choose = async (): Promise<void> => {
    setTold([]);
    const file = await chooseOutlineFile();
    if (!file) return;
    if (!isDrawing(file)) {
      setPicture(file);
      return;
    }
    const { outline, told: sentences } = await shelveDrawing(file);
    if (outline) onTaken(outline);
    setTold(sentences);
  };
  return (
    <>
      <Button
        {...(isMain && { variant: "contained" })}
        startIcon={<FileInput size={18} />}
        onClick={() => {
          choose().catch(() => {
            setTold(["The file could not be opened."]);
          });
        }}
      >
        {text}
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
            width={width}
            onUse={(outline, wide) => {
              const kept = shelvePicture(picture, outline, wide);
              if (kept) onTaken(kept);
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
}
