/** An outline of the maker's own in place of one of ours: out of a file, and what is to be told of it. */
import Button from "@mui/material/Button";
import { FileInput } from "lucide-react";
import { memo, useState } from "react";
import { chooseOutline } from "../../../../store/ownOutline.ts";

export const OwnOutline = memo(function OwnOutline({ id }: { readonly id: string }) {
  const [told, setTold] = useState<readonly string[]>([]);
  return (
    <div className="wide">
      <Button
        startIcon={<FileInput size={18} />}
        onClick={() => {
          setTold([]);
          chooseOutline(id).then(setTold, () => {
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
    </div>
  );
});
