/** The sheets of a run: by straight cuts, each in order, or cut free; and what is left over. */
import {
  blanksIn,
  cutsOf,
  formatLength,
  formatSize,
  type Cutting,
  type PaperColours,
  sayCut,
  saySlant,
  type SheetGroup,
  type Drawing,
  type TrimPlan,
  trimPlans,
} from "@cut-fold/core";
import Button from "@mui/material/Button";
import ToggleButton from "@mui/material/ToggleButton";
import ToggleButtonGroup from "@mui/material/ToggleButtonGroup";
import { useMemo } from "react";
import { Link, useSearchParams } from "react-router";
import { pieceColours } from "../../../theme/colours.ts";
import { useDisplay } from "../../../store/settings.ts";
import { colour } from "../../../theme/theme.ts";
import { FreeSheets } from "./FreeSheets.tsx";
import { Offcuts } from "../../laid/Offcuts.tsx";
import "../../laid/sheets.css";

interface SheetsPanelProps {
  readonly id: string;
  readonly solution: Drawing;
  readonly colours: PaperColours;
}

export function SheetsPanel({ id, solution, colours }: SheetsPanelProps) {
  const [search, setSearch] = useSearchParams();
  if (!solution.spec.sheet) {
    return (
      <div className="empty sheets-empty">
        <h2>Which sheet is in hand?</h2>
        <p>Say what the paper comes in, and every cut follows: how many sheets the run takes and what is left over.</p>
        <Button variant="contained" component={Link} to={`/draft/${id}/sheets?stage=paper`}>
          Name the sheet
        </Button>
      </div>
    );
  }
  const isFree = search.get("cut") === "free";
  const change = (name: string, value: string | undefined): void => {
    const next = new URLSearchParams(search);
    if (value === undefined) next.delete(name);
    else next.set(name, value);
    setSearch(next, { replace: true });
  };
  return (
    <div className="sheets" tabIndex={0} role="region" aria-label={isFree ? "Sheets cut free" : "Trim plan"}>
      <ToggleButtonGroup
        exclusive
        size="small"
        value={isFree ? "free" : "straight"}
        aria-label="How the sheets are cut"
        onChange={(_, next: string | null) => {
          if (next !== null) change("cut", next === "free" ? "free" : undefined);
        }}
      >
        <ToggleButton value="straight">Straight cuts</ToggleButton>
        <ToggleButton value="free">Cut free</ToggleButton>
      </ToggleButtonGroup>
      {isFree ? (
        <FreeSheets
          {...{ id, solution, colours }}
          mat={search.get("mat") ?? "none"}
          onMat={(mat) => {
            change("mat", mat === "none" ? undefined : mat);
          }}
        />
      ) : (
        <Plans solution={solution} colours={colours} />
      )}
    </div>
  );
}

function Plans({ solution, colours }: Pick<SheetsPanelProps, "solution" | "colours">) {
  const plans = useMemo(() => trimPlans(solution), [solution]);
  return plans.map((plan) => (
    <Plan key={plan.stock} plan={plan} solution={solution} face={faceOf(plan, solution, colours)} />
  ));
}

/** The colour of the paper a plan cuts: a layer's own, or the draft's. */
function faceOf({ stock }: TrimPlan, { pieces }: Drawing, own: PaperColours): string {
  const layer = pieces.find((p) => p.stock?.title === stock);
  return layer ? pieceColours(layer, own).face : own.face;
}

interface PlanProps {
  readonly plan: TrimPlan;
  readonly solution: Drawing;
  readonly face: string;
}

function Plan({ plan, solution, face }: PlanProps) {
  const display = useDisplay();
  const { grid } = solution;
  const name = (piece: string | undefined): string => solution.pieces.find((p) => p.id === piece)?.name ?? "";
  const sheets = plan.sheets === 1 ? "1 sheet" : `${String(plan.sheets)} sheets`;
  return (
    <section className="plan" aria-label={plan.stock}>
      <h2>
        <span className="plan-count">{sheets}</span> of {plan.stock},{" "}
        {formatSize(plan.sheet.width, plan.sheet.height, display)}
      </h2>
      {plan.left.map((left) => (
        <p key={left.piece} className="finding error" role="alert">
          {name(left.piece)}, {String(left.quantity)} of them: too large for this sheet. A larger sheet, or a smaller
          card, is needed.
        </p>
      ))}
      <div className="plan-groups">
        {plan.groups.map((group, i) => (
          <Group key={i} group={group} plan={plan} name={name} face={face} grid={grid} />
        ))}
      </div>
      <Offcuts offcuts={plan.offcuts} grid={grid} paper={plan.stock} />
    </section>
  );
}

interface GroupProps {
  readonly group: SheetGroup;
  readonly plan: TrimPlan;
  readonly name: (piece: string | undefined) => string;
  readonly face: string;
  /** mm between two marks of the ruler in use */
  readonly grid: number;
}

function Group({ group: { count, root }, plan, name, face, grid }: GroupProps) {
  const display = useDisplay(grid);
  const cuts = cutsOf(root);
  const each = blanksIn(root);
  const names = [...new Set(each.map((p) => name(p.piece)))];
  const counted = names.map((n) => `${String(each.filter((p) => name(p.piece) === n).length)} × ${n.toLowerCase()}`);
  return (
    <figure className="group">
      <SheetPicture root={root} plan={plan} name={name} face={face} grid={grid} alone={plan.groups.length === 1} />
      <figcaption>
        <strong>{count === 1 ? "One sheet" : `${String(count)} sheets`}</strong>
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

interface SheetPictureProps extends Omit<GroupProps, "group"> {
  readonly root: Cutting;
  readonly alone: boolean;
}

/** The sheet from above, true to scale, cuts numbered in the order they are made. */
function SheetPicture({ root, plan, name, face, grid, alone }: SheetPictureProps) {
  const display = useDisplay(grid);
  const { width, height } = plan.sheet;
  const room = alone ? ALONE : AMONG;
  const k = Math.min((room.wide - PAD) / width, (room.tall - PAD) / height);
  const [w, h] = [width * k, height * k];
  const y = (mm: number): number => PAD + h - mm * k;
  return (
    <svg
      width={w + PAD + 2}
      height={h + PAD + 4}
      role="img"
      aria-label={`Sheet of ${formatSize(width, height, display)} with ${String(blanksIn(root).length)} blanks`}
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
      {blanksIn(root).map((part, i) => (
        <Blank key={i} part={part} k={k} y={y} face={face} name={name(part.piece)} />
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
  readonly part: Cutting;
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
function cutLines(part: Cutting): CutLine[] {
  if (!part.cut) return [];
  const { along, first, rest } = part.cut;
  const own: CutLine =
    along === "width"
      ? { x1: rest.x, x2: rest.x, y1: part.y, y2: part.y + part.height }
      : { x1: part.x, x2: part.x + part.width, y1: rest.y, y2: rest.y };
  return [own, ...cutLines(rest), ...cutLines(first)];
}

/** The first cut of every setting of the trimmer, in the order of the list beside the drawing. */
function numbered(root: Cutting): CutLine[] {
  const lines = cutLines(root);
  let at = 0;
  return cutsOf(root).flatMap(({ times }) => {
    const first = lines[at];
    at += times;
    return first ? [first] : [];
  });
}
