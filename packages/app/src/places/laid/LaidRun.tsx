/** A run cut free: outlines laid into one another, sheets alike together, what is left over, what it takes of the shelf. */
import {
  alikeSheets,
  type Comes,
  type Display,
  countedOn,
  formatLength,
  formatSize,
  type LaidSheet,
  type Layout,
  type LeftOver,
  restsOf,
  type Placement,
  sayLeft,
  sayPapers,
  saySaving,
  saySheets,
  type Run,
  type Size,
  titleOfEntry,
  wouldDo,
} from "@cut-fold/core";
import Button from "@mui/material/Button";
import LinearProgress from "@mui/material/LinearProgress";
import { type ReactNode, useEffect, useMemo, useState } from "react";
import { laidKey } from "../../workers/laidKey.ts";
import { type PutTo, turnedByQuarter } from "../../drawing/useLaidHand.ts";
import { tell } from "../../parts/tell.tsx";
import { LaidSheetView, PAD } from "../../drawing/LaidSheetView.tsx";
import {
  askedFor,
  type Laying,
  layOutLonger,
  leaveLaying,
  lookAtLaid,
  putLaid,
  stopLaying,
  takeBackLaid,
  useLaying,
} from "../../store/laying.ts";
import { useDisplay } from "../../store/settings.ts";
import { useShelf } from "../../store/shelf.ts";
import { FromShelf, isOfShelf, runOf, useTaking, useTook } from "./FromShelf.tsx";
import { ToMachine } from "./ToMachine.tsx";
import { Offcuts } from "./Offcuts.tsx";
import { type Cell, StraightSheet } from "./StraightSheet.tsx";
import "./sheets.css";

interface LaidRunProps {
  /** of the draft or run */
  readonly id: string;
  readonly run: Run;
  /** what straight cuts come to, where another plan says that; else it is worked out with the rest */
  readonly straight?: Comes;
  /** by straight cuts, and not free */
  readonly isStraight?: boolean;
  /** CSS colour of the drawn face of what is laid */
  readonly faceOf: (placement: Pick<Placement, "item" | "piece">) => string;
  /** mm between two marks of the ruler */
  readonly grid: number;
  /** the machine it is cut on, and what what is made on it is called */
  readonly machine?: { readonly chosen: string; readonly name: string } | undefined;
  /** what stands between what it comes to and the sheets */
  readonly children?: ReactNode;
}

/** Sheets cut free: the layout as it becomes better, by hand, and what of the shelf it takes. */
export function LaidRun({
  id,
  run: asked,
  straight,
  isStraight: isAskedStraight = false,
  faceOf,
  grid,
  machine,
  children,
}: LaidRunProps) {
  const took = useTook(id);
  // what has been taken stays as it was laid, whatever is on the shelf since
  const { run, layout } = useMemo(() => runOf(took, asked), [took, asked]);
  useEffect(() => {
    void lookAtLaid(id, run, layout);
  }, [id, run, layout]);
  useEffect(() => leaveLaying, []);
  const laying = useLaying((s) => (s.laying?.id === id ? s.laying : undefined));
  const isStraight = layout ? layout.kind === "trim" : isAskedStraight;
  const shown = isStraight ? laying?.trim : laying?.nest;
  const taking = useTaking(shown, grid);
  return (
    <>
      <Saying {...{ laying, isStraight }} straight={straight ?? laying?.trim} />
      {isStraight && laying?.state !== "failed" ? null : (
        <Progress laying={laying} run={run} isTaken={layout !== undefined} />
      )}
      {laying && shown ? (
        <FromShelf
          {...{ id, took, taking, grid }}
          asked={askedFor(run)}
          layout={shown}
          isStill={isStraight || laying.state !== "running"}
        />
      ) : null}
      {laying?.nest && machine && !isStraight && laying.state !== "running" && laying.state !== "failed" ? (
        <ToMachine {...{ id, ...machine }} items={run.items} layout={laying.nest} />
      ) : null}
      {children}
      {laying && shown && isStraight ? <Straight {...{ faceOf, grid }} trim={shown} shapes={laying.shapes} /> : null}
      {laying && shown && !isStraight ? <Found {...{ laying, faceOf, grid }} nest={shown} mat={run.mat} /> : null}
      {shown && !took ? <Rests grid={grid} layout={shown} isTogether={isOfShelf(taking)} /> : null}
    </>
  );
}

interface SayingProps {
  readonly laying: Laying | undefined;
  readonly straight: Comes | undefined;
  readonly isStraight: boolean;
}

/** What it comes to against straight cuts, and of which papers. */
function Saying({ laying, straight, isStraight }: SayingProps) {
  if (isStraight && laying?.trim)
    return <Said sheets={saySheets(laying.trim)} saving=" with straight cuts" of={laying.trim} />;
  if (!laying?.nest) return <h2>Laying out …</h2>;
  const { nest } = laying;
  const [sheets, saving] = straight ? saySaving(nest, straight) : [saySheets(nest), " cut free"];
  return <Said sheets={sheets} saving={saving} of={nest} />;
}

interface SaidProps {
  readonly sheets: string;
  readonly saving: string;
  readonly of: Layout;
}

function Said({ sheets, saving, of }: SaidProps) {
  const papers = sayPapers(of);
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
  readonly run: Run;
  /** it has been cut: nothing else is looked for */
  readonly isTaken: boolean;
}

function Progress({ laying, run, isTaken }: ProgressProps) {
  if (isTaken && laying && laying.state !== "failed")
    return <p className="free-state">As it was taken from the shelf.</p>;
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
            void layOutLonger(run);
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

interface RestsProps {
  readonly layout: Layout;
  readonly grid: number;
  readonly isTogether: boolean;
}

/** What is left over of each paper. */
const Rests = ({ layout, grid, isTogether }: RestsProps) =>
  layout.papers.map(({ stock }) => (
    <Offcuts
      key={stock}
      offcuts={restsOf(layout, stock, grid)}
      grid={grid}
      paper={stock}
      isOneOfSeveral={layout.papers.length > 1}
      isTogether={isTogether}
    />
  ));

interface StraightProps extends Pick<LaidRunProps, "faceOf" | "grid"> {
  readonly trim: Layout;
  readonly shapes: Laying["shapes"];
}

/** Sheets cut by hand, like ones together. */
function Straight({ trim, shapes, faceOf, grid }: StraightProps) {
  const display = useDisplay(grid);
  const names = useMemo(() => new Map(shapes.map((shape) => [laidKey(shape), shape.name])), [shapes]);
  const groups = useMemo(() => alikeSheets(trim.sheets), [trim]);
  const placed = ({ item = 0, piece = "" }: Cell) => ({ item, piece });
  return (
    <>
      <LeftOvers layout={trim} nameOf={(left) => names.get(laidKey(left)) ?? left.piece} display={display} />
      <div className="plan-groups">
        {groups.map(({ sheet, count }) => (
          <StraightSheet
            key={sheet.id}
            count={count}
            title={`${titleOf(sheet, count)}${trim.papers.length > 1 ? ` of ${sheet.stock}` : ""}`}
            root={sheet.cuts ?? { x: 0, y: 0, width: sheet.width, height: sheet.height }}
            sheet={sheet}
            name={(cell) => names.get(laidKey(placed(cell))) ?? cell.piece ?? ""}
            face={(cell) => faceOf(placed(cell))}
            grid={grid}
            alone={groups.length === 1}
          />
        ))}
      </div>
    </>
  );
}

interface LeftOversProps {
  readonly layout: Layout;
  readonly nameOf: (left: LeftOver) => string;
  readonly display: Display;
}

/** What comes out of nothing that is in hand, and what it would need. */
function LeftOvers({ layout, nameOf, display }: LeftOversProps) {
  const shelf = useShelf();
  return layout.left.map((left) => {
    const entry = wouldDo(left, shelf);
    const size = entry && formatSize(entry.width ?? 0, entry.height ?? 0, display);
    const onShelf = entry && `${entry.kind === "offcut" ? "an offcut of " : ""}${titleOfEntry(entry)} (${size ?? ""})`;
    return (
      <p key={laidKey(left)} className="finding error" role="alert">
        {sayLeft(left, nameOf(left), display, onShelf)}
      </p>
    );
  });
}

interface FoundProps {
  readonly laying: Laying;
  readonly nest: Layout;
  readonly faceOf: LaidRunProps["faceOf"];
  readonly grid: number;
  readonly mat: Run["mat"];
}

/** px of a sheet by itself, and of one of several. */
const ALONE = { wide: 470, tall: 500 } as const;
const AMONG = { wide: 300, tall: 330 } as const;

/** px for each of several sheets, so that all of them are drawn at one scale. */
function roomsOf(sheets: readonly Size[], mat: Size | undefined): (sheet: Size) => Room {
  const room = sheets.length === 1 ? ALONE : AMONG;
  // on a mat each is as large as the mat
  if (mat) return () => room;
  const most = (side: keyof Size): number => Math.max(1, ...sheets.map((sheet) => sheet[side]));
  const k = Math.min((room.wide - PAD) / most("width"), (room.tall - PAD) / most("height"));
  return ({ width, height }) => ({ wide: PAD + width * k, tall: PAD + height * k });
}

interface Room {
  readonly wide: number;
  readonly tall: number;
}

/** A piece that is chosen: its sheet, and its number there. */
interface Chosen {
  readonly sheet: string;
  readonly index: number;
}

function Found({ laying: { shapes }, nest, faceOf, grid, mat }: FoundProps) {
  const display = useDisplay(grid);
  const byId = useMemo(() => new Map(shapes.map((shape) => [laidKey(shape), shape])), [shapes]);
  const groups = useMemo(() => alikeSheets(nest.sheets), [nest]);
  const nameOf = (left: LeftOver): string => byId.get(laidKey(left))?.name ?? left.piece;
  const roomFor = roomsOf(
    groups.map(({ sheet }) => sheet),
    mat,
  );
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
      change(id, index, (sheet, copy) => moved(sheet, copy, to, (placement) => byId.get(laidKey(placement))?.outlines));
    });
  };
  return (
    <>
      <LeftOvers layout={nest} nameOf={nameOf} display={display} />
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
              mat={mat}
              {...roomFor(sheet)}
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
