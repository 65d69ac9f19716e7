/** A draft's run cut free: outlines laid into one another, sheets alike together, what is left over. */
import {
  alikeSheets,
  catalogue,
  countedOn,
  formatLength,
  formatSize,
  type Drawing,
  type LaidSheet,
  type Layout,
  type OwnLayout,
  type PaperColours,
  restsOf,
  type Placement,
  sayLeft,
  sayPapers,
  saySaving,
  type Spec,
  type TrimPlan,
  trimPlans,
} from "@cut-fold/core";
import Button from "@mui/material/Button";
import LinearProgress from "@mui/material/LinearProgress";
import { useEffect, useMemo, useState } from "react";
import { type PutTo, turnedByQuarter } from "../../../drawing/useLaidHand.ts";
import { tell } from "../../../parts/tell.tsx";
import { LaidSheetView } from "../../../drawing/LaidSheetView.tsx";
import { Choice } from "../../../parts/Choice.tsx";
import {
  type Laying,
  layOutDraft,
  layOutLonger,
  leaveLaying,
  putLaid,
  stopLaying,
  takeBackLaid,
  useLaying,
} from "../../../store/laying.ts";
import { useOffcuts } from "../../../store/offcuts.ts";
import { useDisplay } from "../../../store/settings.ts";
import { pieceColours } from "../../../theme/colours.ts";
import { Offcuts } from "./Offcuts.tsx";

interface FreeSheetsProps {
  readonly id: string;
  readonly solution: Drawing;
  readonly colours: PaperColours;
  readonly mat: string;
  readonly onMat: (mat: string) => void;
}

const NO_MAT = "none";
const MATS = [
  { value: NO_MAT, text: "No mat: by knife or scissors" },
  ...catalogue.mats.map(({ id, title }) => ({ value: id, text: title })),
];

/** What is kept of the draft's own paper is cut first. */
function useOwn({ stock, sheet }: Spec, mat: string): OwnLayout {
  const kept = useOffcuts((s) => s.offcuts);
  return useMemo(
    () => ({
      offcuts: kept
        .filter(
          ({ paper, width, height }) => paper === stock.title && !(width === sheet?.width && height === sheet.height),
        )
        .map(({ width, height, count }) => ({ width, height, count })),
      ...(mat !== NO_MAT && { mat }),
    }),
    [kept, stock.title, sheet, mat],
  );
}

export function FreeSheets({ id, solution, colours, mat, onMat }: FreeSheetsProps) {
  const { spec } = solution;
  const own = useOwn(spec, mat);
  useEffect(() => {
    void layOutDraft(id, spec, own);
  }, [id, spec, own]);
  useEffect(() => leaveLaying, []);
  const laying = useLaying((s) => (s.laying?.id === id ? s.laying : undefined));
  // what is told of straight cuts is what their own view shows
  const straight = useMemo(() => trimPlans(solution), [solution]);
  return (
    <>
      <div className="free-mat">
        <Choice label="Cut on" value={mat} options={MATS} onChange={onMat} />
      </div>
      <Saying laying={laying} straight={straight} />
      <Progress laying={laying} spec={spec} own={own} />
      {laying?.nest ? <Found laying={laying} nest={laying.nest} solution={solution} colours={colours} /> : null}
    </>
  );
}

/** What it comes to against straight cuts, and of which papers. */
function Saying({ laying, straight }: { readonly laying: Laying | undefined; readonly straight: readonly TrimPlan[] }) {
  if (!laying?.nest) return <h2>Laying out …</h2>;
  const { nest } = laying;
  const [sheets, saving] = saySaving(nest, { papers: straight, left: straight.flatMap(({ left }) => left) });
  const papers = sayPapers(nest);
  return (
    <div>
      <h2>
        <span className="plan-count">{sheets}</span>
        {saving}
      </h2>
      {papers === undefined ? null : <p className="free-papers">{papers}</p>}
    </div>
  );
}

const SAID: Readonly<Record<Exclude<Laying["state"], "running">, string>> = {
  time: "The best that was found in this time.",
  done: "Nothing better is to be found.",
  stopped: "Stopped: the best that was found until then.",
  moved: "What you have moved is locked where it lies.",
  closed: "Stopped when it was left: the best that was found until then.",
  failed: "This could not be laid out. Is the server running?",
};

interface ProgressProps {
  readonly laying: Laying | undefined;
  readonly spec: Spec;
  readonly own: OwnLayout;
}

function Progress({ laying, spec, own }: ProgressProps) {
  if (!laying || laying.state === "running")
    return (
      <div className="free-state" role="status">
        <LinearProgress
          variant={laying?.nest ? "determinate" : "indeterminate"}
          aria-label="Laying out"
          value={100 * (laying?.share ?? 0)}
        />
        <Button size="small" onClick={stopLaying}>
          Stop
        </Button>
      </div>
    );
  return (
    <div className="free-state" role="status">
      <span>{SAID[laying.state]}</span>
      {laying.state === "done" ? null : (
        <Button
          size="small"
          onClick={() => {
            void layOutLonger(spec, own);
          }}
        >
          {laying.state === "failed" ? "Try again" : laying.state === "moved" ? "Lay the rest anew" : "Look longer"}
        </Button>
      )}
      {laying.past.length > 0 ? (
        <Button size="small" onClick={takeBackLaid}>
          Take it back
        </Button>
      ) : null}
    </div>
  );
}

interface FoundProps {
  readonly laying: Laying;
  readonly nest: Layout;
  readonly solution: Drawing;
  readonly colours: PaperColours;
}

/** px of a sheet by itself, and of one of several. */
const ALONE = { wide: 470, tall: 500 } as const;
const AMONG = { wide: 300, tall: 330 } as const;

/** A piece that is chosen: its sheet, and its number there. */
interface Chosen {
  readonly sheet: string;
  readonly index: number;
}

function Found({ laying: { shapes }, nest, solution, colours }: FoundProps) {
  const { grid } = solution;
  const display = useDisplay(grid);
  const byId = useMemo(() => new Map(shapes.map((shape) => [shape.piece, shape])), [shapes]);
  const groups = useMemo(() => alikeSheets(nest.sheets), [nest]);
  const nameOf = (piece: string): string => byId.get(piece)?.name ?? piece;
  const faceOf = (piece: string): string => {
    const made = solution.pieces.find((p) => p.id === piece || piece.startsWith(`${p.id}-`));
    return made ? pieceColours(made, colours).face : colours.face;
  };
  const room = groups.length === 1 ? ALONE : AMONG;
  const [chosen, setChosen] = useState<Chosen>();
  const inHand = nest.sheets.find(({ id }) => id === chosen?.sheet);
  const change = (id: string, index: number, how: (sheet: LaidSheet, copy: Placement) => LaidSheet): void => {
    putLaid({
      ...nest,
      sheets: nest.sheets.map((sheet) => {
        const copy = sheet.id === id ? sheet.placements[index] : undefined;
        return copy ? how(sheet, copy) : sheet;
      }),
    });
  };
  const onMoved = (id: string, index: number, to: PutTo): void => {
    void import("@cut-fold/core/hand").then(({ moved }) => {
      change(id, index, (sheet, copy) => moved(sheet, copy, to, (piece) => byId.get(piece)?.outlines));
    });
  };
  return (
    <>
      {nest.left.map((left) => (
        <p key={left.piece} className="finding error" role="alert">
          {sayLeft(left, nameOf(left.piece), display)}
        </p>
      ))}
      <OfChosen
        placement={inHand?.placements[chosen?.index ?? -1]}
        onTurn={() => {
          if (!inHand || !chosen) return;
          void turnedByQuarter(inHand, chosen.index, byId).then((to) => {
            if (to) onMoved(inHand.id, chosen.index, to);
            else tell("There is no room to turn it here. Move it to where there is more, then turn it.");
          });
        }}
        onLock={(isLocked) => {
          if (!inHand || !chosen) return;
          change(inHand.id, chosen.index, (on, copy) => ({
            ...on,
            placements: on.placements.map((p) => (p === copy ? locked(p, isLocked) : p)),
          }));
        }}
      />
      <div className="plan-groups">
        {groups.map(({ sheet, count }) => (
          <figure key={sheet.id} className="group free-group">
            <LaidSheetView
              sheet={sheet}
              shapes={byId}
              faceOf={faceOf}
              {...room}
              across={formatLength(sheet.width, display)}
              up={formatLength(sheet.height, display)}
              chosen={chosen?.sheet === sheet.id ? chosen.index : undefined}
              onChoose={(index) => setChosen({ sheet: sheet.id, index })}
              onMoved={(index, to) => onMoved(sheet.id, index, to)}
              label={`Sheet of ${formatSize(sheet.width, sheet.height, display)} with ${String(sheet.placements.length)} pieces`}
            />
            <figcaption>
              <strong>{titleOf(sheet, count)}</strong>
              {nest.papers.length > 1 ? <span>{sheet.stock}</span> : null}
              <span>{sayCounted(sheet)}</span>
              <span>{Math.round(100 * sheet.used)} % of it is used</span>
            </figcaption>
          </figure>
        ))}
      </div>
      {nest.papers.map(({ stock }) => (
        <Offcuts
          key={stock}
          offcuts={restsOf(nest, stock, grid)}
          grid={grid}
          paper={stock}
          isOneOfSeveral={nest.papers.length > 1}
        />
      ))}
    </>
  );
}

const locked = ({ locked: _was, ...placement }: Placement, isLocked: boolean): Placement => ({
  ...placement,
  ...(isLocked && { locked: true as const }),
});

interface OfChosenProps {
  readonly placement: Placement | undefined;
  readonly onTurn: () => void;
  readonly onLock: (isLocked: boolean) => void;
}

/** What can be done with the piece that is chosen. */
function OfChosen({ placement, onTurn, onLock }: OfChosenProps) {
  if (!placement)
    return (
      <p className="free-chosen">
        A piece can be taken in hand: drag it, or use the arrow keys, with Shift as far as it goes.
      </p>
    );
  const { name, copy, locked: isLocked = false } = placement;
  return (
    <div className="free-chosen">
      <span>
        {name}, {copy}
        {isLocked ? ", locked here" : ""}
      </span>
      <Button size="small" onClick={onTurn}>
        Turn it by a quarter
      </Button>
      <Button size="small" onClick={() => onLock(!isLocked)}>
        {isLocked ? "Let it be moved" : "Lock it here"}
      </Button>
    </div>
  );
}

const titleOf = ({ from }: LaidSheet, count: number): string => {
  const what = from.offcut ? "offcut" : "sheet";
  return count === 1 ? `One ${what}` : `${String(count)} ${what}s`;
};

/** What lies on a sheet, counted. */
const sayCounted = (sheet: LaidSheet): string =>
  [...countedOn(sheet)].map(([name, n]) => (n === 1 ? name : `${String(n)} × ${name.toLowerCase()}`)).join(", ");
