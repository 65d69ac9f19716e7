import Input from "@mui/material/Input";
import { memo, useState } from "react";
import { beginGesture, endEntry, endGesture } from "../store/openDraft.ts";
import { Labelled } from "./Labelled.tsx";

interface CountFieldProps {
  readonly label: string;
  readonly value: number;
  readonly min: number;
  readonly max: number;
  readonly onChange: (value: number) => void;
}

/** A whole number. */
export const CountField = memo(function CountField({ label, value, min, max, onChange }: CountFieldProps) {
  const [typed, setTyped] = useState<string>();
  const isRight = (text: string): boolean => /^-?\d+$/u.test(text.trim()) && Number(text) >= min && Number(text) <= max;
  const trouble =
    typed === undefined || isRight(typed) ? undefined : `A whole number, ${String(min)} to ${String(max)}.`;
  return (
    <Labelled label={label} trouble={trouble}>
      {({ id, helpId }) => (
        <Input
          id={id}
          value={typed ?? String(value)}
          inputProps={{ inputMode: "numeric", autoComplete: "off", "aria-describedby": helpId }}
          onFocus={(event) => {
            beginGesture();
            event.target.select();
          }}
          onChange={({ target }) => {
            setTyped(target.value);
            if (isRight(target.value)) onChange(Number(target.value));
          }}
          onKeyDown={(event) => {
            if (event.key === "Enter") endEntry();
            if (event.key === "Escape") setTyped(undefined);
          }}
          onBlur={() => {
            endGesture();
            if (trouble === undefined) setTyped(undefined);
          }}
        />
      )}
    </Labelled>
  );
});
