import FormControl from "@mui/material/FormControl";
import InputLabel from "@mui/material/InputLabel";
import NativeSelect from "@mui/material/NativeSelect";
import { memo, useId, type ReactNode } from "react";

interface ChoiceProps {
  readonly label: string;
  readonly value: string;
  readonly options: readonly { readonly value: string; readonly text: string; readonly group?: string | undefined }[];
  readonly onChange: (value: string) => void;
  readonly help?: ReactNode;
}

/** One of a list. A native select: quick to draw, all by keyboard, and the tablet's own picker. */
export const Choice = memo(function Choice({ label, value, options, onChange, help }: ChoiceProps) {
  const id = useId();
  const groups = [...new Set(options.map((o) => o.group))];
  return (
    <FormControl variant="standard" fullWidth>
      <InputLabel htmlFor={id} shrink>
        {label}
      </InputLabel>
      <NativeSelect
        id={id}
        value={value}
        onChange={(event) => {
          onChange(event.target.value);
        }}
      >
        {groups.map((group) => {
          const items = options
            .filter((o) => o.group === group)
            .map((o) => (
              <option key={o.value} value={o.value}>
                {o.text}
              </option>
            ));
          return group === undefined ? (
            items
          ) : (
            <optgroup key={group} label={group}>
              {items}
            </optgroup>
          );
        })}
      </NativeSelect>
      {help}
    </FormControl>
  );
});
