/** The chart of one form: what each card's blank is cut to, where it is scored first, and which sheet it comes out of. */
import { setupOf, catalogue, type ChartRow, type Form, formatLength, formatSize, sayFinding } from "@cut-fold/core";
import Button from "@mui/material/Button";
import Table from "@mui/material/Table";
import TableBody from "@mui/material/TableBody";
import TableCell from "@mui/material/TableCell";
import TableHead from "@mui/material/TableHead";
import TableRow from "@mui/material/TableRow";
import { memo } from "react";
import { useNavigate } from "react-router";
import { makeDraft } from "../../store/drafting.ts";
import { useDrafts } from "../../store/drafts.ts";
import { useDisplay } from "../../store/settings.ts";
import { withSheet } from "../../store/sheetInHand.ts";

interface ChartTableProps {
  readonly form: Form;
  readonly rows: readonly ChartRow[];
  /** whether a sheet was named: each row then says of that sheet whether it does */
  readonly asked: boolean;
}

export function ChartTable({ form, rows, asked }: ChartTableProps) {
  const display = useDisplay();
  const holds = form.purpose !== "card" && form.purpose !== "part";
  return (
    <Table size="small" className="chart" stickyHeader>
      <TableHead>
        <TableRow>
          <TableCell>Card</TableCell>
          <TableCell align="right">Its size</TableCell>
          <TableCell align="right">Cut to</TableCell>
          <TableCell align="right">First score</TableCell>
          <TableCell align="right">Gap each end</TableCell>
          <TableCell align="right">Above, below</TableCell>
          <TableCell>{asked ? "This sheet" : "Comes out of"}</TableCell>
          <TableCell className="no-print" />
        </TableRow>
      </TableHead>
      <TableBody>
        {rows.map((row) => (
          <ChartLine key={row.contents.id} row={row} asked={asked} title={form.title} holds={holds} display={display} />
        ))}
      </TableBody>
    </Table>
  );
}

interface ChartLineProps {
  readonly row: ChartRow;
  readonly asked: boolean;
  /** what the drafts are called after the card: the form's title */
  readonly title: string;
  readonly holds: boolean;
  readonly display: ReturnType<typeof useDisplay>;
}

const ChartLine = memo(function ChartLine({ row, asked, title, holds, display }: ChartLineProps) {
  const navigate = useNavigate();
  const { contents, blank, gap, fits, sheets, errors, spec, firstScore } = row;
  // what is cut and scored is read on the board in use
  const ruled = useDisplay(setupOf(spec).grid);
  const open = (): void => {
    const draft = makeDraft(`${contents.title}, ${title.toLowerCase()}`, withSheet(spec));
    useDrafts.getState().put([draft]);
    void navigate(`/draft/${draft.id}/flat`);
  };
  const square = Math.abs(blank.width - blank.height) < 0.001;
  const smallest =
    sheets[0] === undefined
      ? undefined
      : catalogue.sheets
          .filter((s) => sheets.includes(s.id))
          .sort((a, b) => a.width * a.height - b.width * b.height)[0];
  const fitWords = asked ? (fits ? "fits" : "too small") : (smallest?.title ?? "larger than any sheet");
  return (
    <TableRow hover className={fits ? undefined : "no-fit"}>
      <TableCell component="th" scope="row">
        {contents.title}
        {errors[0] ? <span className="chart-error">{sayFinding(errors[0], display)}</span> : null}
      </TableCell>
      <TableCell align="right">{formatSize(contents.width, contents.height, display)}</TableCell>
      <TableCell align="right" className="chart-cut">
        {square ? formatLength(blank.width, ruled) : formatSize(blank.width, blank.height, ruled)}
      </TableCell>
      <TableCell align="right" className="chart-score">
        {formatLength(firstScore, ruled)}
      </TableCell>
      <TableCell align="right">{holds ? formatLength(gap.width / 2, display) : "–"}</TableCell>
      <TableCell align="right">{holds ? formatLength(gap.height / 2, display) : "–"}</TableCell>
      <TableCell>{fitWords}</TableCell>
      <TableCell className="no-print">
        <Button size="small" onClick={open} aria-label={`Open ${contents.title} as a draft`}>
          Draft it
        </Button>
      </TableCell>
    </TableRow>
  );
});
