import {
  catalogue,
  chartOf,
  type ChartRow,
  find,
  loadedForms,
  formatLength,
  formatSize,
  sayFinding,
  type Sheet,
} from "@cut-fold/core";
import Button from "@mui/material/Button";
import Table from "@mui/material/Table";
import TableBody from "@mui/material/TableBody";
import TableCell from "@mui/material/TableCell";
import TableHead from "@mui/material/TableHead";
import TableRow from "@mui/material/TableRow";
import { memo, useMemo } from "react";
import { useNavigate, useSearchParams } from "react-router";
import { Choice } from "../../parts/Choice.tsx";
import { LengthField } from "../../parts/LengthField.tsx";
import { makeDraft, useDrafts } from "../../store/drafts.ts";
import { useDisplay, useSettings } from "../../store/settings.ts";
import { WholeTable } from "./WholeTable.tsx";

const EVERY = "every";
const RULERS = [
  { value: "", text: "The board's own" },
  ...catalogue.rulers.map((r) => ({ value: r.id, text: r.title })),
];
const SHEETS = [
  { value: "", text: "Any sheet" },
  { value: "own", text: "An offcut, own size" },
  ...catalogue.sheets.map((s) => ({ value: s.id, text: s.title })),
];
const OFFCUT_MM = { min: 50, max: 2000 };

/** The size chart: one form for every standard card, on the board, ruler and sheet in use. */
export function ChartPlace() {
  const [search, setSearch] = useSearchParams();
  const display = useDisplay();
  const { unit, notch } = useSettings((s) => s.settings);
  const every = search.get("form") === EVERY;
  const forms = loadedForms();
  const form = forms.find((f) => f.id === search.get("form")) ?? forms[0];
  const boards = catalogue.boards.filter((b) => form?.methods.includes(b.kind));
  const usual =
    boards.find((b) => (catalogue.rulers.find((r) => r.id === b.ruler)?.unit === "in") === unit.startsWith("in")) ??
    boards[0];
  const board = boards.find((b) => b.id === search.get("board")) ?? usual;
  const ruler = catalogue.rulers.find((r) => r.id === search.get("ruler"));
  const sheetId = search.get("sheet") ?? "";
  const own = { width: Number(search.get("w") ?? 200), height: Number(search.get("h") ?? 200) };
  const preset = find(catalogue.sheets, sheetId);
  const sheet: Sheet | undefined = useMemo(
    () =>
      preset
        ? { width: preset.width, height: preset.height }
        : sheetId === "own"
          ? { width: own.width, height: own.height }
          : undefined,
    [preset, sheetId, own.width, own.height],
  );
  const [formId, boardId, rulerId, punched] = [
    form?.id,
    board?.id,
    ruler?.id,
    board?.kind === "punch-board" ? notch : undefined,
  ];
  const chart = useMemo(
    () =>
      formId === undefined || every
        ? undefined
        : chartOf({ form: formId, board: boardId, ruler: rulerId, sheet, notch: punched }),
    [formId, every, boardId, rulerId, sheet, punched],
  );
  const set = (change: Readonly<Record<string, string>>): void => {
    // the address bar is always current; the router's own copy may lag behind two quick choices
    const next = new URLSearchParams(window.location.search);
    for (const [key, value] of Object.entries(change)) {
      if (value) next.set(key, value);
      else next.delete(key);
    }
    setSearch(next, { replace: true });
  };
  const fitting = chart?.ok ? chart.rows.filter((r) => r.fits).length : 0;
  return (
    <main className="place">
      <div className="place-head">
        <h1>Size chart</h1>
        <span style={{ flex: 1 }} />
        <Button
          variant="outlined"
          className="no-print"
          onClick={() => {
            window.print();
          }}
        >
          Print the chart
        </Button>
      </div>
      <div className="chart-asks no-print">
        <Choice
          label="Form"
          value={every ? EVERY : (form?.id ?? "")}
          options={[...forms.map((f) => ({ value: f.id, text: f.title })), { value: EVERY, text: "Every form" }]}
          onChange={(id) => {
            set({ form: id, board: "" });
          }}
        />
        {every ? null : (
          <>
            <Choice
              label="Board"
              value={board?.id ?? ""}
              options={boards.map((b) => ({ value: b.id, text: b.title }))}
              onChange={(id) => {
                set({ board: id });
              }}
            />
            <Choice
              label="Ruler"
              value={ruler?.id ?? ""}
              options={RULERS}
              onChange={(id) => {
                set({ ruler: id });
              }}
            />
          </>
        )}
        <Choice
          label="Sheet in hand"
          value={sheetId}
          options={SHEETS}
          onChange={(id) => {
            set({ sheet: id });
          }}
        />
        {sheetId === "own" ? (
          <>
            <LengthField
              label="Sheet width"
              mm={own.width}
              bounds={OFFCUT_MM}
              onChange={(mm) => {
                set({ w: String(mm) });
              }}
            />
            <LengthField
              label="Sheet height"
              mm={own.height}
              bounds={OFFCUT_MM}
              onChange={(mm) => {
                set({ h: String(mm) });
              }}
            />
          </>
        ) : null}
      </div>
      {every ? <WholeTable sheet={sheet} /> : null}
      <p className="chart-said" hidden={every}>
        {form?.title} · {board?.title}
        {ruler ? `, read on the ${ruler.title} ruler` : ""}
        {sheet && chart?.ok ? ` · ${String(fitting)} of ${String(chart.rows.length)} cards come out of this sheet` : ""}
      </p>
      {chart?.ok ? (
        <Table size="small" className="chart" stickyHeader>
          <TableHead>
            <TableRow>
              <TableCell>Card</TableCell>
              <TableCell align="right">Its size</TableCell>
              <TableCell align="right">Cut to</TableCell>
              <TableCell align="right">First score</TableCell>
              <TableCell align="right">Gap each end</TableCell>
              <TableCell align="right">Above, below</TableCell>
              <TableCell>{sheet ? "This sheet" : "Comes out of"}</TableCell>
              <TableCell className="no-print" />
            </TableRow>
          </TableHead>
          <TableBody>
            {chart.rows.map((row) => (
              <ChartLine
                key={row.contents.id}
                row={row}
                asked={sheet !== undefined}
                holds={form !== undefined && form.purpose !== "card" && form.purpose !== "part"}
                display={display}
              />
            ))}
          </TableBody>
        </Table>
      ) : every ? null : (
        <p role="alert">This chart cannot be made with that board.</p>
      )}
    </main>
  );
}

interface ChartLineProps {
  readonly row: ChartRow;
  readonly asked: boolean;
  readonly holds: boolean;
  readonly display: ReturnType<typeof useDisplay>;
}

const ChartLine = memo(function ChartLine({ row, asked, holds, display }: ChartLineProps) {
  const navigate = useNavigate();
  const { contents, blank, gap, fits, sheets, errors, spec, firstScore } = row;
  const open = (): void => {
    const draft = makeDraft(`${contents.title}${holds ? ", envelope" : ", card"}`, spec);
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
        {square ? formatLength(blank.width, display) : formatSize(blank.width, blank.height, display)}
      </TableCell>
      <TableCell align="right" className="chart-score">
        {formatLength(firstScore, display)}
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
