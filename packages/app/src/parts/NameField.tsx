import Input from "@mui/material/Input";
import { memo, useState } from "react";
import { beginGesture, endEntry, endGesture } from "../store/openDraft.ts";
import { Labelled } from "./Labelled.tsx";

interface NameFieldProps {
  readonly label: string;
  readonly name: string;
  readonly onChange: (name: string) => void;
}

const LONGEST = 60;

/** A name; left empty it keeps the one it had. */
export const NameField = memo(function NameField({ label, name, onChange }: NameFieldProps) {
  const [typed, setTyped] = useState<string>();
  return (
    <Labelled label={label}>
      {({ id }) => (
        <Input
          id={id}
          value={typed ?? name}
          inputProps={{ maxLength: LONGEST, autoComplete: "off" }}
          onFocus={beginGesture}
          onBlur={() => {
            endGesture();
            setTyped(undefined);
          }}
          onKeyDown={(event) => {
            if (event.key === "Enter") endEntry();
          }}
          onChange={(event) => {
            setTyped(event.target.value);
            if (event.target.value.trim() !== "") onChange(event.target.value);
          }}
        />
      )}
    </Labelled>
  );
});
