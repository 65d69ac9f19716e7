/** An outline of the maker's own in place of one of ours: out of a file, traced where it is a picture, and what is to be told of it. */
import Button from "@mui/material/Button";
import { FileInput } from "lucide-react";
import { memo, useState } from "react";
import { chooseOutlineFile, takeOutline } from "../../../../store/ownOutline.ts";
import { TraceDialog } from "./TraceDialog.tsx";

interface OwnOutlineProps {
  readonly id: string;
  /** mm: how wide what is traced is made */
  readonly width: number;
}

export const OwnOutline = memo(function OwnOutline({ id, width }: OwnOutlineProps) {
  const [told, setTold] = useState<readonly string[]>([]);
  const [picture, setPicture] = useState<File>();
  const choose = async (): Promise<void> => {
    setTold([]);
    const file = await chooseOutlineFile();
    if (!file) return;
    if (/\.svg$/iu.test(file.name)) setTold(await takeOutline(id, file));
    else setPicture(file);
  };
  return (
    <div className="wide">
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
        <TraceDialog
          id={id}
          picture={picture}
          width={width}
          onClose={() => {
            setPicture(undefined);
          }}
        />
      ) : null}
    </div>
  );
});
