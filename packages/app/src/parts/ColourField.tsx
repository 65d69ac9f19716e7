import Input from "@mui/material/Input";
import { beginGesture, endGesture } from "../store/openDraft.ts";
import { Labelled } from "./Labelled.tsx";

interface ColourFieldProps {
  readonly label: string;
  /** `#rrggbb` */
  readonly value: string;
  readonly onChange: (value: string) => void;
  readonly about?: string | undefined;
}

/** A colour by the browser's own picker; all that is tried on the way is one step of undo. */
export const ColourField = ({ label, value, onChange, about }: ColourFieldProps) => (
  <Labelled label={label} about={about}>
    {({ id, helpId }) => (
      <Input
        id={id}
        type="color"
        value={value}
        className="colour-field"
        inputProps={{ "aria-describedby": helpId }}
        onFocus={beginGesture}
        onBlur={endGesture}
        onChange={({ target }) => onChange(target.value.toLowerCase())}
      />
    )}
  </Labelled>
);
