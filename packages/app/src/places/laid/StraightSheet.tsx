/** A sheet cut by hand, every cut straight from edge to edge, in the order they are made. */
import { blanksIn, type Cutting, cutsOf, formatLength, formatSize, sayCut, saySlant, type Size } from "@cut-fold/core";
import { useDisplay } from "../../store/settings.ts";
import { colour } from "../../theme/theme.ts";
import "./sheets.css";

const cellsIn = (root: Cell): Cell[] => blanksIn(root);

/** A part of a sheet that is cut by hand: of a draft's own plan, or of a run of several. */
export interface Cell extends Cutting {
  readonly item?: number;
  readonly cut?: { readonly along: "width" | "height"; readonly first: Cell; readonly rest: Cell };
}

interface StraightSheetProps {
  /** how many sheets are cut so */
  readonly count: number;
  readonly root: Cell;
  readonly sheet: Size;
  readonly name: (cell: Cell) => string;
  /** CSS colour of the paper a blank is of */
  readonly face: (cell: Cell) => string;
  /** mm between two marks of the ruler in use */
  readonly grid: number;
  /** it is the only one, and drawn larger */
  readonly alone: boolean;
  /** what it is: sheets, unless it says otherwise */
  readonly title?: string;
}

/** Sheets cut alike: the sheet from above, and the settings of the trimmer in order. */
export function StraightSheet({ count, root, sheet, name, face, grid, alone, title }: StraightSheetProps) {
  const display = useDisplay(grid);
  const cuts = cutsOf(root);
  const each = cellsIn(root);
  const names = [...new Set(each.map(name))];
  const counted = names.map((n) => `${String(each.filter((p) => name(p) === n).length)} × ${n.toLowerCase()}`);
  return (
    <figure className="group">
      <SheetPicture {...{ root, sheet, name, face, grid, alone }} />
      <figcaption>
        <strong>{title ?? (count === 1 ? "One sheet" : `${String(count)} sheets`)}</strong>
        <span>{counted.join(", ")} from each</span>
        {root.slant === undefined ? (
          <ol>
            {cuts.map((cut, i) => (
              <li key={i}>{sayCut(cut, display)}</li>
            ))}
          </ol>
        ) : (
          <p>Only across the corner: draw it turned {saySlant(root.slant)} and cut along its outline.</p>
        )}
      </figcaption>
    </figure>
  );
}

/** px: a sheet by itself, and one of several */
const ALONE = { wide: 400, tall: 470 } as const;
const AMONG = { wide: 250, tall: 330 } as const;
const PAD = 26;

type SheetPictureProps = Omit<StraightSheetProps, "count" | "title">;

/** The sheet from above, true to scale, cuts numbered in the order they are made. */
function SheetPicture({ root, sheet, name, face, grid, alone }: SheetPictureProps) {
  const display = useDisplay(grid);
  const { width, height } = sheet;
  const room = alone ? ALONE : AMONG;
  const k = Math.min((room.wide - PAD) / width, (room.tall - PAD) / height);
  const [w, h] = [width * k, height * k];
  const y = (mm: number): number => PAD + h - mm * k;
  return (
    <svg
      width={w + PAD + 2}
      height={h + PAD + 4}
      role="img"
      aria-label={`Sheet of ${formatSize(width, height, display)} with ${String(cellsIn(root).length)} blanks`}
    >
      <defs>
        <pattern id="offcut" width="7" height="7" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
          <line x1="0" y1="0" x2="0" y2="7" stroke={colour.hair} strokeWidth="2" />
        </pattern>
      </defs>
      <text x={1 + w / 2} y={16} textAnchor="middle" fontSize={15} fontWeight={600} fill={colour.ink}>
        {formatLength(width, display)}
      </text>
      <text
        transform={`translate(${String(w + PAD - 5)} ${String(PAD + h / 2)}) rotate(-90)`}
        textAnchor="middle"
        fontSize={15}
        fontWeight={600}
        fill={colour.ink}
      >
        {formatLength(height, display)}
      </text>
      <rect x={1} y={PAD} width={w} height={h} fill="url(#offcut)" stroke={colour.soft} strokeWidth={1.2} />
      {cellsIn(root).map((part, i) => (
        <Blank key={i} part={part} k={k} y={y} face={face(part)} name={name(part)} />
      ))}
      {cutLines(root).map((line, i) => (
        <line
          key={i}
          x1={1 + line.x1 * k}
          x2={1 + line.x2 * k}
          y1={y(line.y1)}
          y2={y(line.y2)}
          stroke={colour.ink}
          strokeWidth={2.2}
        />
      ))}
      {numbered(root).map(({ x1, x2, y1, y2 }, i) => (
        // each number stands at the end of its first cut, where the knife comes in
        <g
          key={i}
          transform={`translate(${String(1 + (x1 === x2 ? x1 : Math.max(x1, x2) * 0.94) * k)} ${String(y(y1 === y2 ? y1 : Math.max(y1, y2) - Math.abs(y2 - y1) * 0.06))})`}
        >
          <circle r={10} fill={colour.sheet} stroke={colour.rust} strokeWidth={1.4} />
          <text textAnchor="middle" y={5} fontSize={14} fontWeight={700} fill={colour.rust}>
            {i + 1}
          </text>
        </g>
      ))}
    </svg>
  );
}

interface BlankProps {
  readonly part: Cell;
  readonly k: number;
  readonly y: (mm: number) => number;
  readonly face: string;
  readonly name: string;
}

function Blank({ part, k, y, face, name }: BlankProps) {
  const [w, h] = [part.width * k, part.height * k];
  const [cx, cy] = [1 + part.x * k + w / 2, y(part.y + part.height / 2)];
  const upright = w < 60 && h > w;
  return (
    <g>
      <rect x={1 + part.x * k} y={y(part.y + part.height)} width={w} height={h} fill={face} stroke={colour.soft} />
      {Math.max(w, h) > 50 && Math.min(w, h) > 16 ? (
        <text
          x={cx}
          y={cy + 5}
          textAnchor="middle"
          fontSize={14}
          fontWeight={600}
          fill={colour.ink}
          {...(upright && { transform: `rotate(-90 ${String(cx)} ${String(cy)})` })}
        >
          {name}
        </text>
      ) : null}
    </g>
  );
}

interface CutLine {
  readonly x1: number;
  readonly y1: number;
  readonly x2: number;
  readonly y2: number;
}

/** Every cut from edge to edge of what was in hand when it is made. */
function cutLines(part: Cell): CutLine[] {
  if (!part.cut) return [];
  const { along, first, rest } = part.cut;
  const own: CutLine =
    along === "width"
      ? { x1: rest.x, x2: rest.x, y1: part.y, y2: part.y + part.height }
      : { x1: part.x, x2: part.x + part.width, y1: rest.y, y2: rest.y };
  return [own, ...cutLines(rest), ...cutLines(first)];
}

/** The first cut of every setting of the trimmer, in the order of the list beside the drawing. */
function numbered(root: Cell): CutLine[] {
  const lines = cutLines(root);
  let at = 0;
  return cutsOf(root).flatMap(({ times }) => {
    const first = lines[at];
    at += times;
    return first ? [first] : [];
  });
}
