/** The maker's shelf: papers and what is left of them drawn at one scale, tools and things by name; what is chosen is changed beside it. */
import { SHELF_MOST, type ShelfEntry, type ShelfKind, titleOfEntry } from "@cut-fold/core";
import Button from "@mui/material/Button";
import Input from "@mui/material/Input";
import { useDeferredValue, useMemo, useState } from "react";
import { saveLater } from "../../parts/saveLater.ts";
import { tell, tellDone, told } from "../../parts/tell.tsx";
import { usePageTitle } from "../../parts/usePageTitle.ts";
import { demoShelf } from "../../store/demoShelf.ts";
import { files } from "../../store/filesLater.ts";
import { isInInches, useSettings } from "../../store/settings.ts";
import { dropEntry, keepEntry, putShelf, shelfNow, useShelf, useShelfStore } from "../../store/shelf.ts";
import { EntryCard, scaleOf } from "./EntryCard.tsx";
import { EntryEditor } from "./EntryEditor.tsx";
import { freshEntry } from "./fresh.ts";
import "./shelf.css";

/** How the shelf is divided: what each part is called, and what is added to it. */
const PARTS: readonly {
  readonly title: string;
  readonly about: string;
  readonly kinds: readonly (readonly [kind: ShelfKind, add: string])[];
}[] = [
  {
    title: "Papers",
    about: "What they are, what their sheets measure, how many are left.",
    kinds: [["paper", "Add a paper"]],
  },
  {
    title: "Offcuts",
    about: "Rests worth keeping: runs are cut from them first.",
    kinds: [["offcut", "Add an offcut"]],
  },
  {
    title: "Boards and rulers",
    about: "As your own are read and punch.",
    kinds: [
      ["board", "Add a board"],
      ["ruler", "Add a ruler"],
    ],
  },
  {
    title: "Mats, machines, printers",
    about: "What can be cut on them; what lies in the printer.",
    kinds: [
      ["mat", "Add a mat"],
      ["machine", "Add a machine"],
      ["printer", "Add a printer"],
    ],
  },
  {
    title: "Hands",
    about: "How true yours is: what each chance is told for.",
    kinds: [["hand", "Add a hand"]],
  },
  { title: "Tapes", about: "By the width they cover.", kinds: [["tape", "Add a tape"]] },
  {
    title: "Things and envelopes",
    about: "What you put in, and what you fill.",
    kinds: [
      ["contents", "Add a thing"],
      ["envelope", "Add an envelope"],
    ],
  },
];

/** Whether an entry is meant by what is looked for. */
const isMeant = (entry: ShelfEntry, words: string): boolean => {
  const said =
    `${titleOfEntry(entry)} ${entry.kind} ${entry.kind === "paper" ? (entry.pattern ?? "") : ""}`.toLowerCase();
  return words.split(/\s+/u).every((word) => said.includes(word));
};

function drop(entry: ShelfEntry): void {
  dropEntry(entry);
  tellDone(`${titleOfEntry(entry)}: off the shelf. Drafts that use it keep their own copy.`, "Put it back", () => {
    keepEntry(entry);
  });
}

export function ShelfPlace() {
  usePageTitle("Shelf");
  const shelf = useShelf();
  const isRead = useShelfStore((s) => s.entries !== undefined);
  const aside = useShelfStore((s) => s.aside);
  const inches = useSettings(({ settings }) => isInInches(settings));
  const [words, setWords] = useState("");
  const looked = useDeferredValue(words.trim().toLowerCase());
  const [chosen, setChosen] = useState<string>();
  const found = useMemo(() => shelf.filter((entry) => isMeant(entry, looked)), [shelf, looked]);
  const scale = useMemo(() => scaleOf(shelf), [shelf]);
  const shown = shelf.find(({ id }) => id === chosen);
  const add = (kind: ShelfKind): void => {
    const entry = freshEntry(kind, shelfNow(), inches);
    if (keepEntry(entry)) {
      setWords("");
      setChosen(entry.id);
    } else tell(`The shelf is full: it holds ${String(SHELF_MOST)} things.`);
  };
  return (
    <main className="place">
      <div className="place-head">
        <h1>Shelf</h1>
        <Input
          className="shelf-search"
          value={words}
          placeholder="Find on the shelf"
          inputProps={{ "aria-label": "Find on the shelf", type: "search", autoComplete: "off" }}
          onChange={(event) => setWords(event.target.value)}
        />
        <Button
          disabled={shelf.length === 0}
          onClick={() => saveLater((f) => f.saveShelf(), "The shelf is saved as a file.")}
        >
          Save it to a file
        </Button>
        <Button onClick={() => void told(files().then((f) => f.chooseProject()))}>Take one in …</Button>
      </div>
      {aside.length > 0 ? (
        <p className="banner" role="alert">
          {aside.length === 1 ? "One thing" : `${String(aside.length)} things`} on the shelf cannot be read by this
          version of Cut Fold. They stay as they are, and go along in the file of everything.
        </p>
      ) : null}
      {isRead && shelf.length === 0 ? <Empty /> : null}
      {looked !== "" && found.length === 0 ? (
        <p className="shelf-none" role="status">
          Nothing on the shelf is called that.
        </p>
      ) : null}
      <div className={shown ? "shelf shelf-open" : "shelf"}>
        <div>
          {PARTS.map(({ title, about, kinds }) => {
            const these = found.filter(({ kind }) => kinds.some(([one]) => one === kind));
            if (looked !== "" && these.length === 0) return null;
            return (
              <section key={title} aria-label={title} className="shelf-part">
                <div className="shelf-head">
                  <h2>{title}</h2>
                  <span>{about}</span>
                  {kinds.map(([kind, text]) => (
                    <Button key={kind} size="small" onClick={() => add(kind)}>
                      {text}
                    </Button>
                  ))}
                </div>
                <ul
                  className={kinds.some(([one]) => one === "paper" || one === "offcut") ? "shelf-drawn" : "shelf-rows"}
                >
                  {these.map((entry) => (
                    <EntryCard
                      key={entry.id}
                      entry={entry}
                      shelf={shelf}
                      scale={scale}
                      isChosen={entry.id === chosen}
                      onChoose={() => setChosen(entry.id === chosen ? undefined : entry.id)}
                    />
                  ))}
                </ul>
              </section>
            );
          })}
        </div>
        {shown ? (
          <EntryEditor
            key={shown.id}
            entry={shown}
            shelf={shelf}
            onDone={() => setChosen(undefined)}
            onDrop={() => {
              setChosen(undefined);
              drop(shown);
            }}
          />
        ) : null}
      </div>
    </main>
  );
}

/** What a shelf is for, and one to look at. */
const Empty = () => (
  <div className="shelf-empty">
    <p>
      Nothing here yet. Put here what you have: every list then offers it first, runs are cut from what is left, and you
      are told what to buy. A draft keeps its own copy of what it uses.
    </p>
    <Button
      variant="outlined"
      onClick={() => {
        const before = shelfNow();
        putShelf([...before, ...demoShelf()]);
        tellDone("The orchard's shelf, to look at.", "Take it away", () => putShelf(before));
      }}
    >
      Show me the orchard&apos;s shelf
    </Button>
  </div>
);
