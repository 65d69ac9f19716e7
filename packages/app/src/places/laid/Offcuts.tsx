/** What is left over of a run: each can be kept for another draft. */
import { formatSize, type Offcut, SHEET_MM } from "@cut-fold/core";
import Button from "@mui/material/Button";
import { useState } from "react";
import { tell } from "../../parts/tell.tsx";
import { keepRest, letGoRest } from "../../store/shelf.ts";
import { useDisplay } from "../../store/settings.ts";

const FEW_OFFCUTS = 6;

interface OffcutsProps {
  readonly offcuts: readonly Offcut[];
  readonly grid: number;
  readonly paper: string;
  /** whether those of another paper stand beside them: then their own is named */
  readonly isOneOfSeveral?: boolean;
  /** all of them go on the shelf with one press elsewhere: none is kept by itself */
  readonly isTogether?: boolean;
}

/** Each rest once, the largest first; like ones counted. */
export function Offcuts({ offcuts, grid, paper, isOneOfSeveral = false, isTogether = false }: OffcutsProps) {
  const display = useDisplay(grid);
  // a rest is kept once: pressed again it is let go
  const [kept, setKept] = useState<ReadonlySet<string>>(new Set());
  if (offcuts.length === 0) return null;
  const keyOf = ({ width, height, count }: Offcut): string => [paper, width, height, count].join("/");
  const turn = (offcut: Offcut): void => {
    const key = keyOf(offcut);
    const next = new Set(kept);
    const { width, height, count } = offcut;
    if (next.delete(key)) void letGoRest({ width, height, left: count, paper });
    else {
      next.add(key);
      void keepRest({ width, height, left: count, paper });
      tell("Kept: it lies on your shelf, and stands among the sheets of your next draft.");
    }
    setKept(next);
  };
  return (
    <div className="offcuts">
      <h3>{isOneOfSeveral ? `Left over of ${paper}` : "Left over"}</h3>
      <ul>
        {offcuts.slice(0, FEW_OFFCUTS).map((offcut) => (
          <li key={keyOf(offcut)}>
            <strong>{formatSize(offcut.width, offcut.height, display)}</strong>
            {offcut.count > 1 ? <span>{offcut.count} of them</span> : null}
            {!isTogether && Math.min(offcut.width, offcut.height) >= SHEET_MM.min ? (
              <Button
                size="small"
                aria-pressed={kept.has(keyOf(offcut))}
                onClick={() => {
                  turn(offcut);
                }}
              >
                {kept.has(keyOf(offcut)) ? "Kept: let it go" : "Keep it"}
              </Button>
            ) : null}
          </li>
        ))}
      </ul>
    </div>
  );
}
