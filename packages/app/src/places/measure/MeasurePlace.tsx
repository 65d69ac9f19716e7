/** Tools, measured by test pieces: which one, how it is made, what is read off it, and what that tells. */
import {
  catalogue,
  find,
  isLikely,
  isTold,
  type Measured,
  type OnShelf,
  READ_WITH,
  READS_WITH,
  type ReadWith,
  type ShelfEntry,
  type Size,
} from "@cut-fold/core";
import type { FoundFigure } from "@cut-fold/core/measure";
import Button from "@mui/material/Button";
import { useState } from "react";
import { Link, useSearchParams } from "react-router";
import { dayHere } from "../../parts/dayHere.ts";
import { Choice } from "../../parts/Choice.tsx";
import { LengthField } from "../../parts/LengthField.tsx";
import { tellDone, tellTrouble } from "../../parts/tell.tsx";
import { usePageTitle } from "../../parts/usePageTitle.ts";
import { files } from "../../store/filesLater.ts";
import { isInInches, useDisplay, useSettings } from "../../store/settings.ts";
import { dropEntry, keepEntry, useShelf } from "../../store/shelf.ts";
import { freshEntry } from "../shelf/fresh.ts";
import { HandPiece } from "./HandPiece.tsx";
import { PieceDrawing } from "./PieceDrawing.tsx";
import { type Read, saidOf, TEST_PIECES, type TestPiece, toolWith, withBefore } from "./pieces.ts";
import { FIGURE_TITLES, sayFound } from "./saying.ts";
import { UsedBy } from "./UsedBy.tsx";
import "./measure.css";

const READ_OPTIONS = READS_WITH.map((one) => ({ value: one, text: READ_WITH[one].title }));
/** What is not a tool of the shelf yet. */
const NEW = "new";
const HAND = "hand";
const A4 = { width: 210, height: 297 };

export function MeasurePlace() {
  usePageTitle("Tools, measured");
  const shelf = useShelf();
  const [search, setSearch] = useSearchParams();
  const asked = search.get("tool");
  const tool = shelf.find(({ id }) => id === asked);
  const said = search.get("piece");
  const isHand = said === HAND || tool?.kind === "hand";
  const piece =
    (tool && TEST_PIECES.find(({ isFor }) => isFor(tool))) ??
    TEST_PIECES.find(({ id }) => id === said) ??
    TEST_PIECES[0];
  return (
    <main className="place">
      <div className="place-head">
        <h1>Your tools, measured</h1>
        <Button component={Link} to="/shelf">
          To the shelf
        </Button>
      </div>
      <div className="measure">
        <nav className="measure-pieces" aria-label="Test pieces">
          {[...TEST_PIECES, { id: HAND, title: "Ten scores", tells: "how true your own hand is" }].map((one) => (
            <button
              key={one.id}
              type="button"
              aria-current={(isHand ? HAND : piece?.id) === one.id ? "page" : undefined}
              onClick={() => setSearch({ piece: one.id }, { replace: true })}
            >
              <strong>{one.title}</strong>
              <small>{one.tells}</small>
            </button>
          ))}
        </nav>
        {isHand ? (
          <HandPiece key={tool?.id ?? NEW} tool={tool?.kind === "hand" ? tool : undefined} shelf={shelf} />
        ) : piece ? (
          <OnePiece key={piece.id} piece={piece} shelf={shelf} tool={tool} />
        ) : null}
      </div>
    </main>
  );
}

type Tool = OnShelf<"board" | "printer" | "machine">;
const isTool = (entry: ShelfEntry | undefined): entry is Tool =>
  entry?.kind === "board" || entry?.kind === "printer" || entry?.kind === "machine";

interface OnePieceProps {
  readonly piece: TestPiece;
  readonly shelf: readonly ShelfEntry[];
  readonly tool: ShelfEntry | undefined;
}

function OnePiece({ piece, shelf, tool: first }: OnePieceProps) {
  const inches = useSettings(({ settings }) => isInInches(settings));
  const own = shelf.filter(piece.isFor);
  const [chosen, setChosen] = useState<string | undefined>(first?.id);
  const [by, setBy] = useState<ReadWith>("twice");
  const [typed, setTyped] = useState<Read>({});
  const [at, setAt] = useState<string>();
  const tool = own.find(({ id }) => id === chosen) ?? own[0];
  const now = isTool(tool) ? tool : undefined;
  const paperId = useSettings((s) => s.settings.paper);
  const { width, height } = find(catalogue.sheets, now?.kind === "printer" ? now.sheet : paperId) ?? A4;
  const paper = { width, height };
  const fields = piece.asked(inches, paper);
  const read: Read = {
    ...Object.fromEntries(fields.flatMap(({ key, said }) => (said === undefined ? [] : [[key, said]]))),
    ...piece.given(paper),
    ...typed,
  };
  const found = piece.found(read, by);
  return (
    <>
      <div className="measure-drawing">
        <PieceDrawing piece={piece.id} at={at} />
      </div>
      <div className="measure-words">
        <ol>
          {piece.how.map((step) => (
            <li key={step}>{step}</li>
          ))}
        </ol>
        {piece.id === "page" ? <TestPage paper={paper} /> : null}
        {piece.id === "frame" ? <FrameFiles across={read["across"] ?? 0} up={read["up"] ?? 0} /> : null}
        <div className="fields">
          <div className="wide">
            <Choice
              label="Measured of"
              value={now?.id ?? NEW}
              options={[
                ...own.map((entry) => ({ value: entry.id, text: entry.kind === "offcut" ? "" : entry.title })),
                ...(own.length === 0 ? [{ value: NEW, text: `${piece.fresh.title}, new on the shelf` }] : []),
              ]}
              onChange={setChosen}
            />
          </div>
          <div className="wide">
            <Choice
              label="Read with"
              value={by}
              options={READ_OPTIONS}
              onChange={(value) => setBy(READS_WITH.find((one) => one === value) ?? "ruler")}
            />
          </div>
          {fields.map(({ key, label, about, said, unmeasured = "measure it", ...bounds }) => (
            <div key={key} onFocus={() => setAt(key)}>
              <LengthField
                label={label}
                mm={typed[key] ?? said}
                bounds={bounds}
                about={about}
                onChange={(mm) => setTyped((was) => ({ ...was, [key]: mm }))}
                auto={
                  said === undefined
                    ? {
                        shown: unmeasured,
                        onAuto: () =>
                          setTyped((was) => Object.fromEntries(Object.entries(was).filter(([one]) => one !== key))),
                      }
                    : undefined
                }
              />
            </div>
          ))}
        </div>
        <Result {...{ piece, found, by }} tool={now} shelf={shelf} />
      </div>
    </>
  );
}

interface ResultProps {
  readonly piece: TestPiece;
  readonly found: readonly FoundFigure[] | undefined;
  readonly by: ReadWith;
  readonly tool: Tool | undefined;
  readonly shelf: readonly ShelfEntry[];
}

/** What was found, how sure it is, whether it is worth reckoning with; kept by one press. */
function Result({ piece, found, by, tool, shelf }: ResultProps) {
  const display = useDisplay();
  const inches = useSettings(({ settings }) => isInInches(settings));
  if (!found)
    return (
      <section className="measure-found" aria-live="polite">
        {tool?.measured ? <Kept tool={tool} /> : <p>What is found stands here once all of it is measured.</p>}
        {tool?.kind === "board" ? <UsedBy board={tool} /> : null}
      </section>
    );
  const measured = withBefore(
    found.map((one): Measured => ({ ...one, with: by, measured: dayHere() })),
    tool?.measured,
  );
  const keep = (): void => {
    const entry = tool ?? (freshEntry(piece.fresh.kind, shelf, inches) as Tool);
    const next = toolWith(entry, measured);
    if (!keepEntry(next)) {
      tellTrouble("The shelf is full; take something off it first.");
      return;
    }
    tellDone(`${next.title}: measured, and kept on the shelf.`, "Undo", () => {
      if (tool) keepEntry(tool);
      else dropEntry(next);
    });
  };
  const isMisread = !found.every(isLikely);
  const isKept = JSON.stringify(tool?.measured) === JSON.stringify(measured);
  return (
    <section className="measure-found" aria-live="polite">
      <h2>Found</h2>
      <Figures figures={found} tool={tool} />
      {isMisread ? (
        <p className="finding warning" role="alert">
          No tool is that far off. Measure it once more: two of the lengths may be exchanged, or one is off by a mark.
        </p>
      ) : null}
      <Button variant="contained" disabled={isKept || isMisread} onClick={keep}>
        {isKept ? "Kept on the shelf" : tool ? `Keep it with ${tool.title}` : "Keep it on the shelf"}
      </Button>
      {tool?.kind === "board" && isKept ? <UsedBy board={tool} /> : null}
      <p className="figure-note">
        {display.unit.startsWith("in")
          ? ""
          : "± is one standard deviation: two of three such measurings lie within it."}
      </p>
    </section>
  );
}

function Figures({ figures, tool }: { readonly figures: readonly FoundFigure[]; readonly tool: Tool | undefined }) {
  const display = useDisplay();
  return (
    <ul>
      {figures.map((one) => {
        const [value, spread] = sayFound(one, display);
        const tells = isTold(one, saidOf(tool, one.what));
        return (
          <li key={one.what} className={tells ? "tells" : undefined}>
            <span>{FIGURE_TITLES[one.what]}</span>
            <strong>{value}</strong> <span>{spread}</span>
            <small>
              {!isLikely(one)
                ? "Further off than any tool is."
                : tells
                  ? "Reckoned with from now on."
                  : "As it says, as far as this can tell: less than twice its scatter, so nothing is corrected."}
            </small>
          </li>
        );
      })}
    </ul>
  );
}

/** What was kept of a tool before. */
function Kept({ tool }: { readonly tool: Tool }) {
  const [first] = tool.measured ?? [];
  return (
    <>
      <h2>Measured {first?.measured}</h2>
      <Figures figures={tool.measured ?? []} tool={tool} />
      <Button
        size="small"
        onClick={() => {
          keepEntry(toolWith(tool, []));
          tellDone(`${tool.title}: as it says again.`, "Undo", () => keepEntry(tool));
        }}
      >
        Forget it
      </Button>
    </>
  );
}

function TestPage({ paper }: { readonly paper: Size }) {
  return (
    <p>
      <Button
        variant="outlined"
        onClick={() => {
          files()
            .then(async (f) => {
              if (!window.open(URL.createObjectURL(await f.printTestPage(paper)), "_blank"))
                tellTrouble("The browser kept the page from opening: allow windows for this address.");
            })
            .catch(() => tellTrouble("The test page could not be written. Nothing was changed; try again."));
        }}
      >
        Print the two test pages
      </Button>
    </p>
  );
}

function FrameFiles({ across, up }: { readonly across: number; readonly up: number }) {
  const save = (as: "svg" | "hpgl") => () =>
    void files()
      .then((f) => f.saveFrame(across, up, as))
      .catch(() => tellTrouble("The frame could not be saved. Nothing was changed; try again."));
  return (
    <p className="measure-files">
      <Button variant="outlined" onClick={save("svg")}>
        Save the frame, SVG
      </Button>
      <Button variant="outlined" onClick={save("hpgl")}>
        HPGL
      </Button>
    </p>
  );
}
