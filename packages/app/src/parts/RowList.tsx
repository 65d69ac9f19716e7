/** Things in a list that can be added to and taken away: plies, things, layers. */
import IconButton from "@mui/material/IconButton";
import { X } from "lucide-react";
import type { ReactNode } from "react";

interface RowProps {
  /** what is in the row, for those who listen to it */
  readonly name: string;
  readonly onRemove: () => void;
  readonly children: ReactNode;
}

export function Row({ name, onRemove, children }: RowProps) {
  return (
    <li className="row">
      <div className="row-fields">{children}</div>
      <IconButton aria-label={`Take away: ${name}`} title="Take away" onClick={onRemove}>
        <X size={18} />
      </IconButton>
    </li>
  );
}
