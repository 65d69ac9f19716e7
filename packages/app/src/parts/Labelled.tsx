import FormControl from "@mui/material/FormControl";
import FormHelperText from "@mui/material/FormHelperText";
import InputLabel from "@mui/material/InputLabel";
import { type ReactNode, useId } from "react";

interface LabelledProps {
  readonly label: string;
  /** what is wrong, told where it stands */
  readonly trouble?: string | undefined;
  /** what the field is for, shown when nothing is wrong */
  readonly about?: string | undefined;
  readonly children: (ids: { readonly id: string; readonly helpId: string | undefined }) => ReactNode;
}

/** A field with its label above and its word of help or trouble below, tied together for those who listen. */
export function Labelled({ label, trouble, about, children }: LabelledProps) {
  const id = useId();
  const help = trouble ?? about;
  const helpId = help === undefined ? undefined : `${id}-help`;
  return (
    <FormControl variant="standard" fullWidth error={trouble !== undefined}>
      <InputLabel htmlFor={id} shrink>
        {label}
      </InputLabel>
      {children({ id, helpId })}
      {help === undefined ? null : (
        <FormHelperText id={helpId} role={trouble === undefined ? undefined : "alert"}>
          {help}
        </FormHelperText>
      )}
    </FormControl>
  );
}
