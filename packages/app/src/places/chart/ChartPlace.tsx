import { catalogue, chartOf, find, loadedForms, type SheetInHand, makes } from "@cut-fold/core";
import Button from "@mui/material/Button";
import { useMemo } from "react";
import { useSearchParams } from "react-router";
import { ownIn, ownKey } from "../../parts/ownKey.ts";
import { isInInches, useSettings } from "../../store/settings.ts";
import { useOnShelf } from "../../store/shelf.ts";
import { ChartAsks, EVERY } from "./ChartAsks.tsx";
import { ChartTable } from "./ChartTable.tsx";
import { WholeTable } from "./WholeTable.tsx";
import { usePageTitle } from "../../parts/usePageTitle.ts";
import "./chart.css";

/** The size chart: one form for every standard card, on the board, ruler and sheet in use. */
export function ChartPlace() {
  usePageTitle("Size chart");
  const [search, setSearch] = useSearchParams();
  const settings = useSettings((s) => s.settings);
  const { notch } = settings;
  const every = search.get("form") === EVERY;
  const forms = loadedForms();
  const form = forms.find((f) => f.id === search.get("form")) ?? forms[0];
  const boards = catalogue.boards.filter((b) => form && makes(form, b.kind));
  const usual =
    boards.find((b) => (catalogue.rulers.find((r) => r.id === b.ruler)?.unit === "in") === isInInches(settings)) ??
    boards[0];
  const mine = ownIn(useOnShelf("board"), search.get("board") ?? "");
  const board = boards.find((b) => b.id === (mine?.board ?? search.get("board"))) ?? usual;
  const ruler = catalogue.rulers.find((r) => r.id === (search.get("ruler") ?? mine?.ruler));
  const sheetId = search.get("sheet") ?? "";
  const own = { width: Number(search.get("w") ?? 200), height: Number(search.get("h") ?? 200) };
  const preset = find(catalogue.sheets, sheetId);
  const sheet: SheetInHand | undefined = useMemo(
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
    board?.kind === "punch-board" ? (mine?.notch ?? notch) : undefined,
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
        <span className="spring" />
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
      <ChartAsks
        form={every ? EVERY : (form?.id ?? "")}
        forms={forms}
        boards={every ? [] : boards}
        board={mine ? ownKey(mine.id) : (board?.id ?? "")}
        ruler={ruler?.id ?? ""}
        sheet={sheetId}
        own={own}
        onChange={set}
      />
      {every ? <WholeTable sheet={sheet} /> : null}
      <p className="chart-said" hidden={every}>
        {form?.title} · {mine?.title ?? board?.title}
        {ruler ? `, read on the ${ruler.title} ruler` : ""}
        {sheet && chart?.ok ? ` · ${String(fitting)} of ${String(chart.rows.length)} cards come out of this sheet` : ""}
      </p>
      {form && chart?.ok ? (
        <ChartTable form={form} rows={chart.rows} asked={sheet !== undefined} />
      ) : every ? null : (
        <p role="alert">This chart cannot be made with that board.</p>
      )}
    </main>
  );
}
