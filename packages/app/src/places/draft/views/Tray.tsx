/** The tray: everything that can be laid on the face in hand, drawn for real. It is pressed, or dragged to its place on the paper. */
import {
  besideOn,
  type Display,
  type Drawing,
  type Fitting,
  type Form,
  formatLength,
  formatSize,
  formById,
  type Ground,
  invert,
  loadedForms,
  loadTypefaces,
  type Lying,
  lyingOnFlat,
  pathData,
  place,
  placePath,
  snapped,
  type Spec,
} from "@cut-fold/core";
import ButtonBase from "@mui/material/ButtonBase";
import InputBase from "@mui/material/InputBase";
import { Search, X } from "lucide-react";
import { memo, type PointerEvent, type ReactNode, useDeferredValue, useEffect, useMemo, useRef, useState } from "react";
import { onPaper } from "../../../drawing/LaidMarks.tsx";
import { strokeOf } from "../../../drawing/language.ts";
import { panelAt } from "../../../drawing/panelAt.ts";
import { loadAllForms } from "../../../needs/forms.ts";
import { useAtRest } from "../../../parts/useAtRest.ts";
import { chooseFitting } from "../../../store/chosen.ts";
import { change, useOpenDraft } from "../../../store/openDraft.ts";
import { useDisplay } from "../../../store/settings.ts";
import { openTray, useTray } from "../../../store/tray.ts";
import { coloursOf } from "../../../theme/colours.ts";
import { colour } from "../../../theme/theme.ts";
import { facesOf, type FormFace, SIDE_WORDS, underNext } from "../stages/panels/faces.ts";
import { foundIn, madeWith, trayFor } from "../stages/panels/traySaid.ts";
import { useFace } from "../stages/panels/useFace.ts";
import "./tray.css";

/** Tiles that are drawn at once; as many again with each frame, so that opening the tray never holds the screen. */
const AT_ONCE = 6;
/** px a pointer moves before a press is a drag, and px within which a thing snaps to a rule where it is let go */
const STILL_PX = 6;
const REACH_PX = 7;

interface TrayProps {
  readonly solution: Drawing;
  readonly grounds: readonly Ground[];
}

export const Tray = memo(function Tray(props: TrayProps) {
  const isOpen = useTray((t) => t.isOpen);
  return isOpen ? <OpenTray {...props} /> : null;
});

/** The forms that can be laid, with what words are set in; undefined until they have come. */
function useForms(): readonly Form[] | undefined {
  const [forms, setForms] = useState<readonly Form[]>();
  useEffect(() => {
    Promise.all([loadAllForms(), loadTypefaces()]).then(
      () => setForms(loadedForms()),
      // papers can be laid without them
      () => undefined,
    );
  }, []);
  return forms;
}

/** How many tiles are drawn by now. */
function useDrawn(all: number): number {
  const [drawn, setDrawn] = useState(AT_ONCE);
  useEffect(() => {
    if (drawn >= all) return undefined;
    const frame = requestAnimationFrame(() => setDrawn(drawn + AT_ONCE));
    return () => cancelAnimationFrame(frame);
  }, [drawn, all]);
  return drawn;
}

function OpenTray({ solution, grounds }: TrayProps) {
  const rested = useAtRest(solution);
  const { spec } = rested;
  const forms = useForms();
  const face = useFace(spec, grounds);
  const [typed, setTyped] = useState("");
  const sought = useDeferredValue(typed);
  const groups = useMemo(() => (face ? trayFor(face, spec, rested, forms) : []), [face, spec, rested, forms]);
  const found = foundIn(groups, sought);
  const drawn = useDrawn(groups.reduce((sum, { things }) => sum + things.length, 0));
  const box = useRef<HTMLElement>(null);
  useEffect(() => {
    box.current?.querySelector("input")?.focus({ preventScroll: true });
  }, []);
  const hand = useTileDrag(grounds);
  if (!face) return null;
  let before = 0;
  return (
    <section
      ref={box}
      className="tray"
      aria-label="What can be laid on it"
      onKeyDown={(event) => {
        if (event.key === "Escape") openTray(false);
      }}
    >
      <div className="tray-head">
        <h2>
          {face.name}, {SIDE_WORDS[face.side]}
        </h2>
        <label className="tray-find">
          <Search size={18} aria-hidden />
          <InputBase
            placeholder="Find: pocket, words …"
            value={typed}
            inputProps={{ "aria-label": "Find in the tray", maxLength: 60 }}
            onChange={(event) => setTyped(event.target.value)}
          />
        </label>
        <span className="tray-note">Press a thing to lay it, or drag it to its place.</span>
        <button type="button" aria-label="Add nothing" onClick={() => openTray(false)}>
          <X size={20} />
        </button>
      </div>
      <div className="tray-things">
        {found.length === 0 ? (
          <p className="tray-none">
            Nothing here is called that. Try <em>mat</em>, <em>pocket</em> or <em>hole</em>.
          </p>
        ) : null}
        {found.map(({ title, things }) => (
          <section key={title} aria-label={title}>
            <h3>{title}</h3>
            <div className="tray-tiles">
              {things.map(({ row, title: called }) => {
                before += 1;
                return before > drawn ? null : (
                  <Tile key={row.id} row={row} title={called} spec={spec} onLay={lay} hand={hand.handlers} />
                );
              })}
            </div>
          </section>
        ))}
      </div>
      {hand.ghost}
    </section>
  );
}

/** Lays a thing, takes it in hand and puts the tray away, so that the paper is large again. */
function lay(row: Fitting): void {
  if (change({ at: ["fittings", row.id], value: row }).length > 0) return;
  openTray(false);
  chooseFitting(row.id, row.on);
}

/** The row as it lies where it was let go of: on that panel's face, by the rule that is nearest. Undefined beside the paper. */
function letGo(row: Fitting, x: number, y: number, grounds: readonly Ground[]): Fitting | undefined {
  const under = panelAt(x, y);
  const draft = useOpenDraft.getState().draft;
  if (!under || !draft) return undefined;
  const face = faceDrawn(draft.spec, grounds, under.panel);
  const now = madeWith(draft.spec, row)?.made;
  if (!face || !now) return undefined;
  const { on } = underNext(face, draft.spec, now);
  const there = { ...row, on };
  const made = madeWith(draft.spec, there);
  if (!made) return undefined;
  const { lies } = made;
  const [u, v] = place(under.at, invert(lies.onBase));
  const { place: rule } = snapped({
    ground: lies.ground,
    thing: lies,
    corner: [u - lies.width / 2, v - lies.height / 2],
    others: besideOn(made.made.fittings, lies),
    grid: made.made.grid,
    reach: REACH_PX / under.k,
  });
  return { ...there, at: { ...row.at, ...rule } };
}

/** The face of a panel that is seen on the drawing, or the other where nothing can lie on that. */
function faceDrawn({ form }: Spec, grounds: readonly Ground[], panel: string): FormFace | undefined {
  const drawn = formById(form)?.outside === "front" ? "outside" : "inside";
  const own = facesOf(grounds).filter((f) => f.panel === panel);
  return own.find(({ side }) => side === drawn) ?? own[0];
}

interface Carried {
  readonly row: Fitting;
  readonly picture: ReactNode;
  readonly start: readonly [number, number];
  readonly at?: readonly [number, number];
}

/** Dragging a tile: its picture follows the hand. By finger a tile is pressed, for the tray scrolls under it. */
function useTileDrag(grounds: readonly Ground[]) {
  const [carried, setCarried] = useState<Carried>();
  const wasCarried = useRef(false);
  const handlers = {
    onPointerDown: (row: Fitting, picture: ReactNode, event: PointerEvent<HTMLElement>): void => {
      wasCarried.current = false;
      if (event.pointerType === "touch" || event.button !== 0) return;
      // a hand may be off the tile before its first move is told
      event.currentTarget.setPointerCapture(event.pointerId);
      setCarried({ row, picture, start: [event.clientX, event.clientY] });
    },
    onPointerMove: (event: PointerEvent<HTMLElement>): void => {
      if (!carried) return;
      const [x, y] = [event.clientX, event.clientY];
      if (!carried.at && Math.hypot(x - carried.start[0], y - carried.start[1]) < STILL_PX) return;
      wasCarried.current = true;
      setCarried({ ...carried, at: [x, y] });
    },
    onPointerUp: (event: PointerEvent<HTMLElement>): void => {
      setCarried(undefined);
      if (!carried?.at) return;
      const row = letGo(carried.row, event.clientX, event.clientY, grounds);
      if (row) lay(row);
    },
    onPointerCancel: (): void => setCarried(undefined),
    /** what was dragged was not pressed */
    isPress: (): boolean => !wasCarried.current,
  };
  const ghost = carried?.at ? (
    <div className="tray-carried" style={{ translate: `${String(carried.at[0])}px ${String(carried.at[1])}px` }}>
      {carried.picture}
    </div>
  ) : null;
  return { handlers, ghost };
}

interface TileProps {
  readonly row: Fitting;
  readonly title: string;
  readonly spec: Spec;
  readonly onLay: (row: Fitting) => void;
  readonly hand: ReturnType<typeof useTileDrag>["handlers"];
}

/** A line has a length and no width worth telling. */
const sizeOf = ({ width, height }: Lying, display: Display): string =>
  Math.min(width, height) < THIN_MM
    ? formatLength(Math.max(width, height), display)
    : formatSize(width, height, display);
const THIN_MM = 0.5;

function Tile({ row, title, spec, onLay, hand }: TileProps) {
  const display = useDisplay();
  const made = useMemo(() => madeWith(spec, row), [spec, row]);
  const picture = useMemo(() => (made ? <TilePicture {...made} row={row} spec={spec} /> : null), [made, row, spec]);
  // it cannot be made with these tools
  if (!made) return null;
  return (
    <ButtonBase
      className="tray-tile"
      onClick={() => {
        if (hand.isPress()) onLay(row);
      }}
      onPointerDown={(event) => hand.onPointerDown(row, picture, event)}
      onPointerMove={hand.onPointerMove}
      onPointerUp={hand.onPointerUp}
      onPointerCancel={hand.onPointerCancel}
    >
      {picture}
      <strong>{title}</strong>
      <span>{sizeOf(made.lies, display)}</span>
    </ButtonBase>
  );
}

interface TilePictureProps {
  readonly made: Drawing;
  readonly lies: Lying;
  readonly row: Fitting;
  readonly spec: Spec;
}

/** The thing on its ground, as it would lie. */
const TilePicture = memo(function TilePicture({ made, lies, row, spec }: TilePictureProps) {
  const toGround = invert(lies.onBase);
  const { width, height } = lies.ground;
  const shapes = lyingOnFlat(made).filter((l) => l.fitting === row.id);
  const d = (path: Parameters<typeof placePath>[0]): string => pathData(placePath(path, toGround));
  return (
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
              fill={l.filled ? (l.colour ?? colour.ink) : "none"}
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
  );
});
