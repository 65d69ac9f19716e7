import FormControl from "@mui/material/FormControl";
import FormHelperText from "@mui/material/FormHelperText";
import Input from "@mui/material/Input";
import InputLabel from "@mui/material/InputLabel";
import { memo, useId, useState } from "react";
import { beginGesture, endGesture } from "../store/openDraft.ts";

interface CountFieldProps {
  readonly label: string;
  readonly value: number;
  readonly min: number;
  readonly max: number;
  readonly onChange: (value: number) => void;
}

/** A whole number. */
export const CountField = memo(function CountField({ label, value, min, max, onChange }: CountFieldProps) {
  const id = useId();
  const [typed, setTyped] = useState<string>();
  const read = typed === undefined ? value : Number(typed);
  const wrong = typed !== undefined && (typed.trim() === "" || !Number.isInteger(read) || read < min || read > max);
  return (
    <FormControl variant="standard" fullWidth error={wrong}>
      <InputLabel htmlFor={id} shrink>
        {label}
      </InputLabel>
      <Input
        id={id}
        value={typed ?? String(value)}
        inputProps={{ inputMode: "numeric", autoComplete: "off" }}
        onFocus={(event) => {
          beginGesture();
          event.target.select();
        }}
        onChange={(event) => {
          const text = event.target.value;
          setTyped(text);
          const count = Number(text);
          if (text.trim() !== "" && Number.isInteger(count) && count >= min && count <= max) onChange(count);
        }}
        onKeyDown={(event) => {
          if (event.key === "Escape") setTyped(undefined);
        }}
        onBlur={() => {
          endGesture();
          if (!wrong) setTyped(undefined);
        }}
      />
      {wrong ? (
        <FormHelperText role="alert">
          A whole number, {min} to {max}.
        </FormHelperText>
      ) : null}
    </FormControl>
  );
});
