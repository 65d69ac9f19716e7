/** An entry as it lies on the shelf: papers and their rests drawn at one scale in their own colours, the rest by name. */
import {
  catalogue,
  find,
  formatLength,
  formatSize,
  paperColours,
  type ShelfEntry,
  type ShelfOffcut,
  type ShelfPaper,
} from "@cut-fold/core";
import IconButton from "@mui/material/IconButton";
import { Minus, Plus } from "lucide-react";
import { useDisplay } from "../../store/settings.ts";
import { keepEntry } from "../../store/shelf.ts";
import { colour } from "../../theme/theme.ts";

interface EntryCardProps {
  readonly entry: ShelfEntry;
  readonly shelf: readonly ShelfEntry[];
  /** px a mm */
  readonly scale: number;
  readonly isChosen: boolean;
  readonly onChoose: () => void;
}

export function EntryCard({ entry, shelf, scale, isChosen, onChoose }: EntryCardProps) {
  const [title, said] = useSaid(entry);
  const isDrawn = entry.kind === "paper" || entry.kind === "offcut";
  return (
    <li className={isChosen ? "shelf-entry chosen" : "shelf-entry"}>
      <button type="button" aria-pressed={isChosen} onClick={onChoose}>
        {isDrawn ? <Sheaf entry={entry} shelf={shelf} scale={scale} /> : null}
        <strong>{title}</strong>
        {said.map((line) => (
          <small key={line}>{line}</small>
        ))}
      </button>
      {isDrawn ? <Left entry={entry} name={title} /> : null}
    </li>
  );
}

/** What an entry is called, and what is told of it. */
function useSaid(entry: ShelfEntry): readonly [string, readonly string[]] {
  const display = useDisplay();
  const size = ({ width, height }: { readonly width?: number | undefined; readonly height?: number | undefined }) =>
    width === undefined || height === undefined ? [] : [formatSize(width, height, display)];
  switch (entry.kind) {
    case "paper": {
      const price = entry.price === undefined ? [] : [`${entry.price.toFixed(2)} a sheet`];
      const lines = [
        `${String(entry.weight)} g/m²`,
        ...(entry.pattern ? [entry.pattern] : []),
        ...size(entry),
        ...price,
      ];
      return [entry.title, [lines.join(" · ")]];
    }
    case "offcut":
      return [size(entry)[0] ?? "", [entry.paper]];
    case "mat":
      return [entry.title, [`cuts ${size(entry)[0] ?? ""}`]];
    case "machine":
      return [entry.title, [`cuts ${size(entry)[0] ?? ""}`]];
    case "board": {
      const board = find(catalogue.boards, entry.board)?.title ?? "";
      return [
        entry.title,
        [board, ...(entry.notch === undefined ? [] : [`notch ${formatLength(entry.notch, display)}`])],
      ];
    }
    case "ruler":
      return [entry.title, [catalogue.rulers.find(({ id }) => id === entry.ruler)?.title ?? ""]];
    case "tape":
      return [entry.title, [`${formatLength(entry.width, display)} wide`]];
    case "printer":
      return [entry.title, [`holds ${find(catalogue.sheets, entry.sheet)?.title ?? ""}`]];
    case "hand":
      return [
        entry.title,
        [`like a ${entry.like} one${entry.scores ? `, by ${String(entry.scores.length)} scores` : ""}`],
      ];
    case "contents":
      return [entry.title, [`${size(entry)[0] ?? ""}, ${formatLength(entry.thickness, display)} thick`]];
    case "envelope":
      return [entry.title, size(entry)];
  }
}

/** px a mm of everything that is drawn here at most, and how large the largest may be. */
const SCALE = 0.36;
const MOST_PX = { wide: 176, tall: 176 } as const;
/** A paper whose sheets are not said is drawn as one of these; mm. */
const USUAL_MM = { width: 210, height: 297 } as const;

/** px a mm at which all papers and rests of a shelf are drawn, so that they can be told by their size. */
export const scaleOf = (shelf: readonly ShelfEntry[]): number =>
  shelf.reduce((k, entry) => {
    if (entry.kind !== "paper" && entry.kind !== "offcut") return k;
    const { width = USUAL_MM.width, height = USUAL_MM.height } = entry;
    return Math.min(k, MOST_PX.wide / width, MOST_PX.tall / height);
  }, SCALE);
/** Sheets that are seen under the first. */
const UNDER = 3;
/** mm between two of the lines that show which way the fibres run. */
const FIBRE_MM = 14;

/** What a rest's paper looks like: as the shelf has it, else as the catalogue does. */
function coloursOf(entry: ShelfPaper | ShelfOffcut, shelf: readonly ShelfEntry[]) {
  if (entry.kind === "paper") return entry;
  const own = shelf.find((one) => one.kind === "paper" && (one.id === entry.own || one.title === entry.paper));
  return own?.kind === "paper"
    ? own
    : paperColours({ preset: catalogue.stocks.find(({ title }) => title === entry.paper)?.id });
}

interface SheafProps extends Pick<EntryCardProps, "shelf" | "scale"> {
  readonly entry: ShelfPaper | ShelfOffcut;
}

/** A sheet with a corner turned up, what lies under it, and which way its fibres run. */
function Sheaf({ entry, shelf, scale: k }: SheafProps) {
  const { face, back } = coloursOf(entry, shelf);
  const { width = USUAL_MM.width, height = USUAL_MM.height, left = 1 } = entry;
  const [w, h] = [width * k, height * k];
  const under = Math.min(UNDER, Math.max(0, left - 1));
  const corner = Math.min(w, h) * 0.28;
  const isNone = entry.kind === "paper" && entry.left === 0;
  const grain = entry.kind === "paper" ? entry.grain : undefined;
  return (
    <svg width={w + 2 * UNDER + 2} height={h + 2 * UNDER + 2} aria-hidden>
      {Array.from({ length: under }, (_, i) => (
        <rect
          key={i}
          x={1 + 2 * (under - i)}
          y={1 + 2 * (under - i)}
          width={w}
          height={h}
          fill={face}
          stroke={colour.edge}
          strokeWidth={0.8}
        />
      ))}
      <path
        d={`M1 1H${String(1 + w - corner)}L${String(1 + w)} ${String(1 + corner)}V${String(1 + h)}H1Z`}
        fill={isNone ? "none" : face}
        stroke={colour.edge}
        {...(isNone && { strokeDasharray: "4 3" })}
      />
      {grain === undefined ? null : <Fibres {...{ w, h, grain }} step={FIBRE_MM * k} corner={corner} />}
      <path
        d={`M${String(1 + w - corner)} 1V${String(1 + corner)}H${String(1 + w)}Z`}
        fill={isNone ? "none" : back}
        stroke={colour.edge}
      />
    </svg>
  );
}

interface FibresProps {
  readonly w: number;
  readonly h: number;
  readonly grain: "width" | "height";
  readonly step: number;
  readonly corner: number;
}

function Fibres({ w, h, grain, step, corner }: FibresProps) {
  const lines = (most: number): number[] =>
    Array.from({ length: Math.floor((most - 2) / step) }, (_, i) => (i + 1) * step);
  const from = corner + 5;
  const d =
    grain === "height"
      ? lines(w)
          .map((x) => `M${String(1 + x)} ${String(from)}V${String(h - 4)}`)
          .join("")
      : lines(h - corner)
          .map((y) => `M5 ${String(1 + corner + y)}H${String(w - 4)}`)
          .join("");
  return <path d={d} stroke={colour.ink} strokeOpacity={0.18} fill="none" />;
}

/** How many are left, and one more or less by a press. */
function Left({ entry, name }: { readonly entry: ShelfPaper | ShelfOffcut; readonly name: string }) {
  const { left } = entry;
  const least = entry.kind === "offcut" ? 1 : 0;
  const set = (next: number): void => {
    keepEntry({ ...entry, left: next });
  };
  return (
    <span className="shelf-left">
      <IconButton
        size="small"
        aria-label={`One less of ${name}`}
        disabled={left === undefined || left <= least}
        onClick={() => set((left ?? 0) - 1)}
      >
        <Minus size={16} />
      </IconButton>
      <span aria-live="polite">
        {left === undefined ? "not counted" : left === 0 ? "none left" : `${String(left)} left`}
      </span>
      <IconButton size="small" aria-label={`One more of ${name}`} onClick={() => set((left ?? 0) + 1)}>
        <Plus size={16} />
      </IconButton>
    </span>
  );
}
