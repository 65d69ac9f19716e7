/** The one list of things to choose from: what the maker has on the shelf first, then what there is. */
import { formatSize, type OnShelf, type ShelfKind, titleOfEntry } from "@cut-fold/core";
import { useMemo } from "react";
import { useOnShelf } from "../store/shelf.ts";
import { useDisplay } from "../store/settings.ts";
import { Choice } from "./Choice.tsx";
import { ownKey } from "./ownKey.ts";

/** One thing to choose. */
export interface Option {
  readonly value: string;
  readonly text: string;
  readonly group?: string | undefined;
}

interface OfferedProps<K extends ShelfKind> {
  readonly label: string;
  /** what of the shelf is offered */
  readonly kinds: readonly K[];
  readonly value: string;
  /** what stands above all: none, or a size of one's own */
  readonly first?: readonly Option[] | undefined;
  /** what there is beside the shelf */
  readonly usual: readonly Option[];
  /** which of those on the shelf can be chosen here, all unless it says otherwise */
  readonly serves?: ((entry: OnShelf<K>) => boolean) | undefined;
  /** by what an entry is chosen, where that is not itself */
  readonly chosenBy?: ((entry: OnShelf<K>) => string) | undefined;
  /** what the draft has its own copy of, and the shelf has no more: it stays in the list */
  readonly kept?: string | undefined;
  readonly onChange: (value: string) => void;
}

/** What stands in a list before those that are there for everybody. */
const YOURS = "On your shelf";

export function Offered<K extends ShelfKind>(props: OfferedProps<K>) {
  const { label, kinds, value, first, usual, serves, chosenBy, kept, onChange } = props;
  const entries = useOnShelf(...kinds);
  const display = useDisplay();
  const options = useMemo(() => {
    const own = entries
      .filter((entry) => serves?.(entry) ?? true)
      .map((entry) => ({ value: chosenBy?.(entry) ?? ownKey(entry.id), text: said(entry, display), group: YOURS }));
    const known = new Set(own.map((option) => option.value));
    const rest = usual.filter((option) => !known.has(option.value));
    const isThere = [...(first ?? []), ...own, ...rest].some((option) => option.value === value);
    const gone = kept !== undefined && !isThere ? [{ value, text: kept, group: YOURS }] : [];
    return [...(first ?? []), ...gone, ...own, ...rest];
  }, [entries, serves, chosenBy, display, usual, first, value, kept]);
  return <Choice label={label} value={value} options={options} onChange={onChange} />;
}

/** An entry in a list: what it is called, and what one has to know of it to choose. */
function said(entry: OnShelf<ShelfKind>, display: Parameters<typeof formatSize>[2]): string {
  const title = titleOfEntry(entry);
  switch (entry.kind) {
    case "offcut": {
      const many = entry.left > 1 ? `, ${String(entry.left)} of them` : "";
      return `${formatSize(entry.width, entry.height, display)}, ${title}${many}`;
    }
    case "paper": {
      const { width, height, left } = entry;
      const size = width === undefined || height === undefined ? [] : [formatSize(width, height, display)];
      return [title, ...size, ...(left === undefined ? [] : [sheetsLeft(left)])].join(", ");
    }
    case "mat":
    case "machine":
    case "contents":
    case "envelope":
      return `${title}, ${formatSize(entry.width, entry.height, display)}`;
    case "board":
    case "ruler":
    case "tape":
    case "printer":
    case "hand":
      return title;
  }
}

const sheetsLeft = (left: number): string =>
  left === 0 ? "none left" : left === 1 ? "1 sheet left" : `${String(left)} sheets left`;
