/** What is said of an entry of the shelf: each figure takes effect as it is typed; as it was, by one press. */
import {
  catalogue,
  find,
  likeOf,
  NOTCH_MM,
  ofKind,
  type OnShelf,
  SHEET_MM,
  type ShelfEntry,
  SIZE_MM,
  TAPE_MM,
  THICKNESS_MM,
  titleOfEntry,
} from "@cut-fold/core";
import Button from "@mui/material/Button";
import { useEffect, useRef, useState } from "react";
import { Link } from "react-router";
import { Choice } from "../../parts/Choice.tsx";
import { LengthField } from "../../parts/LengthField.tsx";
import { NameField } from "../../parts/NameField.tsx";
import { keepEntry } from "../../store/shelf.ts";
import { OffcutFields, PaperFields } from "./PaperFields.tsx";
import { without } from "../../parts/without.ts";

interface EntryEditorProps {
  readonly entry: ShelfEntry;
  readonly shelf: readonly ShelfEntry[];
  readonly onDone: () => void;
  readonly onDrop: () => void;
}

/** What test pieces can tell of. */
const MEASURED: readonly ShelfEntry["kind"][] = ["board", "machine", "printer", "hand"];

export function EntryEditor({ entry, shelf, onDone, onDrop }: EntryEditorProps) {
  const [was] = useState(entry);
  const isChanged = JSON.stringify(was) !== JSON.stringify(entry);
  // two of a kind that are called alike could not be told from one another in any list
  const isTwice =
    entry.kind !== "offcut" &&
    shelf.some((one) => one.id !== entry.id && one.kind === entry.kind && one.title === entry.title);
  const box = useRef<HTMLElement>(null);
  // below the list it would not be seen
  useEffect(() => {
    // newer browsers give a promise back, which is no way to undo it
    box.current?.scrollIntoView({ block: "nearest" });
  }, []);
  return (
    <section ref={box} className="shelf-editor" aria-label={titleOfEntry(entry)}>
      <div className="shelf-buttons">
        <Button variant="contained" onClick={onDone}>
          Done
        </Button>
        {MEASURED.some((kind) => kind === entry.kind) ? (
          <Button component={Link} to={`/measure?tool=${entry.id}`}>
            Measure it
          </Button>
        ) : null}
        <Button disabled={!isChanged} onClick={() => keepEntry(was)}>
          As it was
        </Button>
        <Button onClick={onDrop}>Take it off the shelf</Button>
      </div>
      <div className="fields">
        {entry.kind === "offcut" ? null : (
          <div className="wide">
            <NameField
              label="Called"
              name={entry.title}
              onChange={(title) => {
                keepEntry({ ...entry, title: title.trim() });
              }}
            />
            {isTwice ? (
              <p className="finding warning" role="alert">
                Another one is called that too. Call it otherwise, so that you can tell them apart.
              </p>
            ) : null}
          </div>
        )}
        <Fields entry={entry} shelf={shelf} />
      </div>
    </section>
  );
}

function Fields({ entry, shelf }: Pick<EntryEditorProps, "entry" | "shelf">) {
  switch (entry.kind) {
    case "paper":
      return <PaperFields paper={entry} />;
    case "offcut":
      return <OffcutFields offcut={entry} shelf={shelf} />;
    case "machine":
      return <MachineFields machine={entry} shelf={shelf} />;
    case "mat":
      return <Sides entry={entry} bounds={SHEET_MM} labels={["It cuts, across", "It cuts, along"]} />;
    case "contents":
      return (
        <>
          <Sides entry={entry} bounds={SIZE_MM} labels={["Width", "Height"]} />
          <LengthField
            label="Thickness"
            mm={entry.thickness}
            bounds={THICKNESS_MM}
            onChange={(thickness) => keepEntry({ ...entry, thickness })}
          />
        </>
      );
    case "envelope":
      return <Sides entry={entry} bounds={SIZE_MM} labels={["Outside width", "Outside height"]} />;
    case "board":
      return <BoardFields board={entry} />;
    case "ruler":
      return (
        <div className="wide">
          <Choice
            label="Marked in"
            value={entry.ruler}
            options={RULERS}
            onChange={(ruler) => keepEntry({ ...entry, ruler })}
          />
        </div>
      );
    case "hand":
      return (
        <p className="wide">
          Like a {entry.like} one.{" "}
          {entry.scores && entry.scores.length > 1
            ? `${String(entry.scores.length)} scores of one setting have been measured of it.`
            : "None of its scores has been measured yet."}
        </p>
      );
    case "tape":
      return (
        <LengthField
          label="Wide"
          mm={entry.width}
          bounds={TAPE_MM}
          onChange={(width) => keepEntry({ ...entry, width })}
        />
      );
    case "printer":
      return (
        <div className="wide">
          <Choice
            label="What lies in it"
            value={entry.sheet}
            options={PRINTED_ON}
            onChange={(sheet) => keepEntry({ ...entry, sheet: sheet === "us-letter" ? "us-letter" : "iso-a4" })}
          />
        </div>
      );
  }
}

const RULERS = catalogue.rulers.map(({ id, title }) => ({ value: id, text: title }));
const PRINTED_ON = [
  { value: "iso-a4", text: "A4" },
  { value: "us-letter", text: "Letter" },
];

interface SidesProps {
  readonly entry: OnShelf<"mat" | "machine" | "contents" | "envelope">;
  readonly bounds: { readonly min: number; readonly max: number };
  readonly labels: readonly [string, string];
}

const Sides = ({ entry, bounds, labels: [across, up] }: SidesProps) => (
  <>
    <LengthField label={across} mm={entry.width} bounds={bounds} onChange={(width) => keepEntry({ ...entry, width })} />
    <LengthField label={up} mm={entry.height} bounds={bounds} onChange={(height) => keepEntry({ ...entry, height })} />
  </>
);

const MACHINES = catalogue.machines.map(({ id, title }) => ({ value: id, text: title }));

/** Which machine it is like, how far it reaches, and what test cuts have shown: each can be forgotten. */
function MachineFields({
  machine,
  shelf,
}: {
  readonly machine: OnShelf<"machine">;
  readonly shelf: readonly ShelfEntry[];
}) {
  const kind = find(catalogue.machines, likeOf(machine));
  const { fixes = [] } = machine;
  const paperOf = (key: string): string =>
    ofKind(shelf, "paper").find(({ id }) => id === key)?.title ?? find(catalogue.stocks, key)?.title ?? key;
  return (
    <>
      <div className="wide">
        <Choice
          label="What it is like"
          value={likeOf(machine)}
          options={MACHINES}
          onChange={(like) => keepEntry({ ...machine, like })}
        />
      </div>
      <Sides entry={machine} bounds={SHEET_MM} labels={["It cuts, across", "It cuts, along"]} />
      {fixes.map((fix) => {
        const more = [
          ...(fix.pressure === 0 ? [] : [`pressure ${fix.pressure > 0 ? "+" : "−"}${String(Math.abs(fix.pressure))}`]),
          ...(fix.passes === 0 ? [] : [`passes ${fix.passes > 0 ? "+" : "−"}${String(Math.abs(fix.passes))}`]),
        ];
        return (
          <p key={`${fix.stock} ${fix.tool}`} className="wide">
            {find(kind?.tools ?? [], fix.tool)?.title ?? fix.tool} in {paperOf(fix.stock)}: {more.join(", ")}, by a test
            cut.{" "}
            <Button
              size="small"
              onClick={() => {
                const rest = fixes.filter((one) => one !== fix);
                keepEntry(rest.length > 0 ? { ...machine, fixes: rest } : without(machine, "fixes"));
              }}
            >
              Forget it
            </Button>
          </p>
        );
      })}
    </>
  );
}

const BOARDS = catalogue.boards.map(({ id, title }) => ({ value: id, text: title }));
const OF_BOARD = { value: "", text: "The board's own" };

/** Which board it is like, what it is read with, and how deep its punch goes where it has one. */
function BoardFields({ board }: { readonly board: OnShelf<"board"> }) {
  const like = find(catalogue.boards, board.board);
  return (
    <>
      <div className="wide">
        <Choice
          label="What it is like"
          value={board.board}
          options={BOARDS}
          onChange={(id) => {
            const next = find(catalogue.boards, id);
            if (next) keepEntry({ ...without(board, "notch"), board: id, method: next.kind });
          }}
        />
      </div>
      <div className="wide">
        <Choice
          label="Read with"
          value={board.ruler ?? ""}
          options={[OF_BOARD, ...RULERS]}
          onChange={(ruler) => {
            const rest = without(board, "ruler");
            keepEntry(ruler === "" ? rest : { ...rest, ruler });
          }}
        />
      </div>
      {like?.kind === "punch-board" ? (
        <div className="wide">
          <LengthField
            label="Its notch, edge to inner corner"
            mm={board.notch ?? like.notch}
            bounds={NOTCH_MM}
            about="Punch a scrap and measure: boards differ a little."
            onChange={(notch) => keepEntry({ ...board, notch })}
          />
        </div>
      ) : null}
    </>
  );
}
