/** Something more on a face: each choice drawn for real, as large as it would be there, beginning with what the hand does. */
import {
  draw,
  changed,
  type Display,
  fittingKinds,
  type Fitting,
  type Form,
  formatLength,
  formatSize,
  loadedForms,
  loadTypefaces,
  type Lying,
  lyingOnFlat,
  pathData,
  placePath,
  invert,
  type Drawing,
  type Spec,
} from "@cut-fold/core";
import Button from "@mui/material/Button";
import ButtonBase from "@mui/material/ButtonBase";
import { Plus, X } from "lucide-react";
import { memo, useEffect, useMemo, useState } from "react";
import { onPaper } from "../../../../drawing/LaidMarks.tsx";
import { strokeOf } from "../../../../drawing/language.ts";
import { coloursOf } from "../../../../theme/colours.ts";
import { chooseFitting } from "../../../../store/chosen.ts";
import { loadAllForms } from "../../../../needs/forms.ts";
import { change } from "../../../../store/openDraft.ts";
import { useDisplay } from "../../../../store/settings.ts";
import { colour } from "../../../../theme/theme.ts";
import { type FormFace, underNext } from "./faces.ts";
import { freshPaper, freshPart } from "./fresh.ts";
import "./panels.css";

/** What can be laid on a panel: not a card, nor what goes round things, nor a part that takes nothing itself. */
const isLaid = ({ purpose, grounds }: Form): boolean =>
  purpose !== "card" && purpose !== "band" && (purpose !== "part" || grounds !== undefined);

interface AddThingProps {
  readonly spec: Spec;
  readonly solution: Drawing;
  readonly face: FormFace;
}

export const AddThing = memo(function AddThing({ spec, solution, face }: AddThingProps) {
  const { on, ground } = useMemo(() => underNext(face, spec, solution), [face, spec, solution]);
  const [open, setOpen] = useState(false);
  const [forms, setForms] = useState<readonly Form[]>();
  useEffect(() => {
    if (!open) return;
    Promise.all([loadAllForms(), loadTypefaces()]).then(
      () => {
        setForms(loadedForms().filter((f) => isLaid(f)));
      },
      // papers can be laid without them
      () => undefined,
    );
  }, [open]);
  const { grid } = solution;
  const papers = useMemo(
    () =>
      open
        ? // words are drawn once their typefaces have come, with the forms
          fittingKinds
            .filter((k) => forms !== undefined || !k.setsWords)
            .filter((k) => !k.asks.includes("form"))
            .map((kind) => ({ kind, row: freshPaper(kind, on, ground, grid, spec) }))
        : [],
    [open, on, ground, grid, spec, forms],
  );
  const parts = useMemo(
    () => (forms ?? []).map((form) => ({ form, row: freshPart(form, on, ground, spec) })),
    [forms, on, ground, spec],
  );
  if (!open)
    return (
      <Button
        startIcon={<Plus size={18} />}
        onClick={() => {
          setOpen(true);
        }}
      >
        Add something
      </Button>
    );
  const add = (row: Fitting): void => {
    if (change({ at: ["fittings", row.id], value: row }).length > 0) return;
    setOpen(false);
    chooseFitting(row.id, on);
  };
  return (
    <div className="panels-add">
      <h5>
        Lay paper on it
        <button
          type="button"
          aria-label="Add nothing"
          onClick={() => {
            setOpen(false);
          }}
        >
          <X size={18} />
        </button>
      </h5>
      <div className="panels-tiles">
        {papers
          .filter(({ kind }) => !kind.inPaper)
          .map(({ kind, row }) => (
            <Tile key={kind.id} row={row} title={kind.title} spec={spec} onAdd={add} />
          ))}
      </div>
      <h5>Done to the paper itself</h5>
      <div className="panels-tiles">
        {papers
          .filter(({ kind }) => kind.inPaper)
          .map(({ kind, row }) => (
            <Tile key={kind.id} row={row} title={kind.title} spec={spec} onAdd={add} />
          ))}
      </div>
      <h5>A holder or part of its own</h5>
      <div className="panels-tiles">
        {parts.map(({ form, row }) => (
          <Tile key={form.id} row={row} title={form.title} spec={spec} onAdd={add} />
        ))}
      </div>
    </div>
  );
});

interface TileProps {
  readonly row: Fitting;
  readonly title: string;
  readonly spec: Spec;
  readonly onAdd: (row: Fitting) => void;
}

/** A line has a length and no width worth telling. */
const sizeOf = ({ width, height }: Lying, display: Display): string =>
  Math.min(width, height) < THIN_MM
    ? formatLength(Math.max(width, height), display)
    : formatSize(width, height, display);
const THIN_MM = 0.5;

/** The thing on its ground, as it would lie; none where it cannot be made with these tools. */
function Tile({ row, title, spec, onAdd }: TileProps) {
  const display = useDisplay();
  const made = useMemo(() => {
    const read = changed(spec, { at: ["fittings", row.id], value: row });
    return read.ok ? draw(read.value) : undefined;
  }, [spec, row]);
  const lies = made?.fittings.find((f) => f.id === row.id);
  if (!made || !lies) return null;
  const toGround = invert(lies.onBase);
  const { width, height } = lies.ground;
  const shapes = lyingOnFlat(made).filter((l) => l.fitting === row.id);
  const d = (path: Parameters<typeof placePath>[0]): string => pathData(placePath(path, toGround));
  return (
    <ButtonBase
      className="panels-tile"
      onClick={() => {
        onAdd(row);
      }}
    >
      <svg viewBox={`-2 ${String(-height - 2)} ${String(width + 4)} ${String(height + 4)}`} aria-hidden>
        <g transform="scale(1 -1)" strokeLinejoin="round">
          <rect
            width={width}
            height={height}
            fill={coloursOf(spec).face}
            stroke={colour.soft}
            strokeWidth={1}
            vectorEffect="non-scaling-stroke"
          />
          {made.pieces
            .filter((p) => p.id === lies.ground.piece)
            .flatMap((p) => p.lines)
            .filter((l) => l.fitting === row.id)
            .map((l) => (
              <path
                key={l.id}
                d={d(l.path)}
                fill={l.filled ? colour.ink : "none"}
                vectorEffect="non-scaling-stroke"
                {...strokeOf(l.role === "score" ? (l.fold ?? "valley") : l.role)}
              />
            ))}
          {shapes.map(({ shape }, i) => (
            <path
              // what is bent comes in several parts
              key={`${shape.of ?? ""} ${String(i)}`}
              d={[shape.path, ...(shape.holes ?? [])].map(d).join("")}
              fillRule="evenodd"
              fill={(shape.paper ?? coloursOf(spec)).face}
              stroke={colour.ink}
              strokeWidth={1.2}
              vectorEffect="non-scaling-stroke"
            />
          ))}
          {onPaper(made)
            .lines.filter(({ at }) => at.startsWith(`${row.id}/`))
            .map(({ at, path }) => (
              <path key={at} d={d(path)} fill="none" stroke={colour.ink} vectorEffect="non-scaling-stroke" />
            ))}
        </g>
      </svg>
      <strong>{title}</strong>
      <span>{sizeOf(lies, display)}</span>
    </ButtonBase>
  );
}
