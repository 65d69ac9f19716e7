/** A picture of the maker's own: chosen from a file, shown small, and what it is made of told. */
import { pictureIn, saidOfPicture } from "@cut-fold/core";
import Button from "@mui/material/Button";
import { useId, useRef, useState } from "react";
import { takePicture, usePictureUrl } from "../store/pictures.ts";

interface PictureFieldProps {
  readonly label: string;
  readonly about: string;
  /** as a recipe says it; empty where none is chosen */
  readonly value: string;
  readonly onChange: (value: string) => void;
}

export function PictureField({ label, about, value, onChange }: PictureFieldProps) {
  const id = useId();
  const input = useRef<HTMLInputElement>(null);
  const [trouble, setTrouble] = useState<string>();
  const [isBusy, setBusy] = useState(false);
  const said = pictureIn(value);
  const url = usePictureUrl(said?.id);
  const take = async (file: File | undefined): Promise<void> => {
    if (!file) return;
    setBusy(true);
    const taken = await takePicture(file);
    setBusy(false);
    setTrouble(taken.ok ? undefined : taken.why);
    if (taken.ok) onChange(saidOfPicture(taken.picture.id, taken.width, taken.height));
  };
  return (
    <div className="picture-field" role="group" aria-labelledby={id} aria-busy={isBusy}>
      <span id={id} className="picture-label">
        {label}
      </span>
      {url === undefined ? null : <img src={url} alt="The picture that is printed" />}
      <input
        ref={input}
        type="file"
        accept="image/png,image/jpeg,image/svg+xml"
        className="unseen"
        tabIndex={-1}
        aria-label={`${label}, a file`}
        onChange={({ target }) => {
          void take(target.files?.[0]);
          target.value = "";
        }}
      />
      <Button variant="outlined" size="small" onClick={() => input.current?.click()}>
        {isBusy ? "Reading it …" : said ? "Another picture …" : "Choose a picture …"}
      </Button>
      {trouble ? (
        <p className="finding warning" role="alert">
          {trouble}
        </p>
      ) : (
        <small>
          {said ? `${String(said.width)} × ${String(said.height)} points.` : about}
          {said && url === undefined
            ? " It is not kept in this browser: choose it again, or open the draft's own file."
            : ""}
        </small>
      )}
    </div>
  );
}
