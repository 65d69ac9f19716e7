import NativeSelect from "@mui/material/NativeSelect";
import { memo } from "react";
import { Labelled } from "./Labelled.tsx";

interface ChoiceProps {
  readonly label: string;
  readonly value: string;
  readonly options: readonly { readonly value: string; readonly text: string; readonly group?: string | undefined }[];
  readonly onChange: (value: string) => void;
}

/** One of a list. A native select: quick to draw, all by keyboard, and the tablet's own picker. */
export const Choice = memo(function Choice({ label, value, options, onChange }: ChoiceProps) {
  const groups = [...new Set(options.map((o) => o.group))];
  const itemsOf = (group: string | undefined) =>
    options
      .filter((o) => o.group === group)
      .map((o) => (
        <option key={o.value} value={o.value}>
          {o.text}
        </option>
      ));
  return (
    <Labelled label={label}>
      {({ id }) => (
        <NativeSelect id={id} value={value} onChange={(event) => onChange(event.target.value)}>
          {groups.map((group) =>
            group === undefined ? (
              itemsOf(group)
            ) : (
              <optgroup key={group} label={group}>
                {itemsOf(group)}
              </optgroup>
            ),
          )}
        </NativeSelect>
      )}
    </Labelled>
  );
});
