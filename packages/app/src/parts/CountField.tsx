import Input from "@mui/material/Input";
import { memo, useState } from "react";
import { beginGesture, endEntry, endGesture } from "../store/openDraft.ts";
import { Labelled } from "./Labelled.tsx";

interface CountFieldProps {
  readonly label: string;
  /** nothing where it may be left open, and is */
  readonly value: number | undefined;
  readonly min: number;
  readonly max: number;
  /** whether only whole numbers are meant */
  readonly whole?: boolean;
  readonly about?: string | undefined;
  /** what is counted, where that is not plain */
  readonly unit?: string | undefined;
  readonly onChange: (value: number) => void;
  /** it may be left open: what stands there then, and what leaving it open does */
  readonly open?: { readonly shown: string; readonly onOpen: () => void } | undefined;
}

/** A number that is no length: whole, unless parts of it are allowed. */
export const CountField = memo(function CountField({
  label,
  value,
  min,
  max,
  whole = true,
  about,
  unit,
  onChange,
  open,
}: CountFieldProps) {
  const [typed, setTyped] = useState<string>();
  const form = whole ? /^-?\d+$/u : /^-?\d+(?:\.\d+)?$/u;
  const isRight = (text: string): boolean => form.test(text.trim()) && Number(text) >= min && Number(text) <= max;
  const trouble =
    typed === undefined || isRight(typed) || (open && typed.trim() === "")
      ? undefined
      : `A ${whole ? "whole " : ""}number, ${String(min)} to ${String(max)}.`;
  return (
    <Labelled label={label} trouble={trouble} about={about}>
      {({ id, helpId }) => (
        <Input
          id={id}
          value={typed ?? (value === undefined ? "" : String(value))}
          placeholder={open?.shown ?? ""}
          endAdornment={
            unit === undefined ? undefined : (
              <span aria-hidden style={{ whiteSpace: "nowrap" }}>
                {unit}
              </span>
            )
          }
          inputProps={{ inputMode: "numeric", autoComplete: "off", "aria-describedby": helpId }}
          onFocus={(event) => {
            beginGesture();
            event.target.select();
          }}
          onChange={({ target }) => {
            setTyped(target.value);
            if (open && target.value.trim() === "") open.onOpen();
            else if (isRight(target.value)) onChange(Number(target.value));
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
