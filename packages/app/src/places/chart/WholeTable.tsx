/** Every form for every standard card: what each would be cut from, solved in a worker and shown as it comes. */
import {
  formatLength,
  formatSize,
  loadedForms,
  type SheetInHand,
  type TableCell,
  tableSize,
  catalogue,
} from "@cut-fold/core";
import Button from "@mui/material/Button";
import LinearProgress from "@mui/material/LinearProgress";
import { memo, useMemo } from "react";
import { useNavigate } from "react-router";
import { makeDraft } from "../../store/drafting.ts";
import { useDrafts } from "../../store/drafts.ts";
import { useDisplay, useSettings } from "../../store/settings.ts";
import { withSheet } from "../../store/sheetInHand.ts";
import { useTable } from "./useTable.ts";

export function WholeTable({ sheet }: { readonly sheet: SheetInHand | undefined }) {
  const { unit, notch } = useSettings((s) => s.settings);
  const ask = useMemo(
    () => ({ unit: unit.startsWith("in") ? ("in" as const) : ("mm" as const), sheet, notch }),
    [unit, sheet, notch],
  );
  const { cells, state, stop, again } = useTable(ask);
  const rows = useMemo(() => {
    const byCard = new Map<string, TableCell[]>();
    for (const cell of cells) byCard.set(cell.contents.id, [...(byCard.get(cell.contents.id) ?? []), cell]);
    return byCard;
  }, [cells]);
  const fitting = cells.filter((c) => c.fits).length;
  return (
    <>
      <div className="table-state no-print" role="status">
        {state === "running" ? (
          <>
            <LinearProgress
              variant="determinate"
              aria-label="Solving the table"
              value={(100 * cells.length) / tableSize}
            />
            <Button size="small" onClick={stop}>
              Stop
            </Button>
          </>
        ) : null}
        <span>
          {state === "done"
            ? `${String(cells.length)} solved · ${String(fitting)} come out of ${sheet ? "this sheet" : "some sheet of the shelf"}`
            : null}
          {state === "stopped" ? `Stopped at ${String(cells.length)} of ${String(tableSize)}.` : null}
          {state === "failed" ? "The table could not be solved. Is the server running?" : null}
        </span>
        {state === "stopped" || state === "failed" ? (
          <Button size="small" onClick={again}>
            {state === "failed" ? "Try again" : "Go on from the start"}
          </Button>
        ) : null}
      </div>
      <div className="whole-scroll" tabIndex={0} role="region" aria-label="Every form for every card">
        <table className="whole">
          <thead>
            <tr>
              <th scope="col">Card</th>
              {loadedForms().map((f) => (
                <th key={f.id} scope="col">
                  {f.title}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {catalogue.contents.map((card) => (
              <CardRow key={card.id} cells={rows.get(card.id) ?? NONE} title={card.title} />
            ))}
          </tbody>
        </table>
      </div>
    </>
  );
}
const NONE: readonly TableCell[] = [];

const CardRow = memo(function CardRow({
  cells,
  title,
}: {
  readonly cells: readonly TableCell[];
  readonly title: string;
}) {
  const display = useDisplay();
  const navigate = useNavigate();
  const open = ({ spec, contents }: TableCell): void => {
    const form = loadedForms().find((f) => f.id === spec.form);
    const draft = makeDraft(`${contents.title}, ${form?.title.toLowerCase() ?? "draft"}`, withSheet(spec));
    useDrafts.getState().put([draft]);
    void navigate(`/draft/${draft.id}/flat`);
  };
  return (
    <tr>
      <th scope="row">{title}</th>
      {loadedForms().map((f) => {
        const cell = cells.find((c) => c.form === f.id);
        if (!cell) return <td key={f.id} />;
        const { width, height } = cell.blank;
        const square = Math.abs(width - height) < 0.001;
        const size = square
          ? formatLength(width, display, { bare: true })
          : formatSize(width, height, display, { bare: true });
        const trouble = cell.errors.length > 0;
        return (
          <td key={f.id} className={!cell.fits ? "no-fit" : trouble ? "trouble" : undefined}>
            <button
              type="button"
              aria-label={`${f.title} for ${title}: ${size}${cell.fits ? "" : ", no sheet is large enough"}${trouble ? ", something stands in the way" : ""}. Open as a draft`}
              onClick={() => {
                open(cell);
              }}
            >
              {size}
              {trouble ? " !" : ""}
            </button>
          </td>
        );
      })}
    </tr>
  );
});
