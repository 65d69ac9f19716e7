import {
  type Board,
  type BoardMethod,
  catalogue,
  chooseBoard as pickBoard,
  chooseMachine as pickMachine,
  closedPicture,
  find,
  formatLength,
  formatSize,
  formById,
  loadForms,
  ofKind,
  type OnShelf,
  type Drawing,
  machineOf,
  type MachineMethod,
  notchIn,
  toolIn,
  toolTitle,
  type Spec,
  makes,
  NOTCH_MM,
} from "@cut-fold/core";
import Button from "@mui/material/Button";
import { memo, useCallback, useMemo, useState } from "react";
import { Link } from "react-router";
import { coloursOf } from "../../../theme/colours.ts";
import { PictureView } from "../../../drawing/PictureView.tsx";
import { Choice } from "../../../parts/Choice.tsx";
import { Offered } from "../../../parts/Offered.tsx";
import { ownIn, ownKey } from "../../../parts/ownKey.ts";
import { LengthField } from "../../../parts/LengthField.tsx";
import { useAtRest } from "../../../parts/useAtRest.ts";
import { useSettled } from "../../../store/useSettled.ts";
import { change } from "../../../store/openDraft.ts";
import { useDisplay } from "../../../store/settings.ts";
import { shelfNow, useOnShelf } from "../../../store/shelf.ts";
import { useOffers } from "../../../store/useOffers.ts";

/** ms without a change after which every form is drafted anew: while a figure is dragged the drawing alone follows */
const SETTLED_MS = 120;

const FIRST_RULER = [{ value: "", text: "The board's own" }];
const RULERS = catalogue.rulers.map((r) => ({ value: r.id, text: r.title }));
const RULER = ["ruler"] as const;
const TOOLS = ["board", "machine"] as const;
const rulerValue = ({ ruler }: OnShelf<"ruler">): string => ruler;

const BOARD_GROUPS = { "punch-board": "45° punch boards", "scoring-board": "Scoring boards" } as const;
const MADE_ON = [
  ...catalogue.boards.map((b) => ({ value: b.id, text: b.title, group: BOARD_GROUPS[b.kind] })),
  ...catalogue.machines.map((m) => ({ value: m.id, text: m.title, group: "Cutting machines" })),
];
const FIRST_BESIDE = [{ value: "", text: "In millimetres" }];

/** A machine that has its first mat on it, and no test cuts of another. */
const A_MACHINE = { kind: "machine", mat: undefined, width: undefined, length: undefined, fixes: undefined } as {
  readonly kind: "machine";
};

/** A board that is nobody's in particular. */
const NOT_OWN = { own: undefined, notch: undefined, offset: undefined, each: undefined } as {
  own?: never;
  notch?: never;
};

interface NotOnThisBoardProps {
  readonly board: Board;
  readonly spec: Spec;
  readonly onDone: () => void;
}

/** A form that this board cannot make says so, and which others of its purpose it can make. */
function NotOnThisBoard({ spec, board, onDone }: NotOnThisBoardProps) {
  const { form: id } = spec;
  const { offers } = useOffers(useSettled(spec, SETTLED_MS));
  const form = formById(id);
  const able = offers?.filter((o) => o.purpose === form?.purpose && o.form !== id && o.spec.method.kind === board.kind);
  const why =
    board.kind === "punch-board"
      ? "its scores do not run at 45° from a notch"
      : "its scores run slantwise, and the grooves lie square to the stop";
  return (
    <div className="finding warning not-here" role="alert">
      <p>
        {form?.title ?? "This form"} cannot be made on a {board.title}: {why}.
        {able?.length === 0 ? " No form of this kind can." : ""}
      </p>
      {able?.slice(0, 3).map((o) => (
        <Button
          key={o.form}
          size="small"
          className="remedy"
          onClick={() => {
            void loadForms([o.form]).then(() => {
              change({ form: o.form, method: { kind: board.kind, board: board.id } });
              onDone();
            });
          }}
        >
          Make it a {o.title.toLowerCase()}
        </Button>
      ))}
    </div>
  );
}

const onMat = (mat: string): void => {
  change({ method: { mat } });
};

/** The mat that is on the machine, where it takes several; and what of it can be cut on. */
function OnMachine({ method }: { readonly method: MachineMethod }) {
  const display = useDisplay();
  const { machine, mat } = machineOf(method);
  const mats = catalogue.mats.filter(({ id }) => machine.mats.includes(id));
  return (
    <div className="wide">
      {mats.length > 1 ? (
        <Choice
          label="Mat"
          value={mat.id}
          options={mats.map(({ id, title }) => ({ value: id, text: title }))}
          onChange={onMat}
        />
      ) : null}
      <p className="about">
        Any line can be cut and scored. It reaches {formatSize(mat.width, mat.height, display)}
        {machine.mats.length === 0 ? `, ${formatLength(machine.margin, display)} of each edge left out` : ""}.
      </p>
    </div>
  );
}

const onNotch = (notch: number): void => {
  change({ method: { notch } });
};

const onRuler = (ruler: string): void => {
  change({ method: { ruler: ruler || undefined } });
};

/** What has been found of the board, and where more of it is found; a shelf that knows it better says so. */
function MeasuredBoard({ method }: { readonly method: BoardMethod }) {
  const display = useDisplay();
  const { own, offset = 0, notch } = method;
  const mine = useOnShelf("board").find(({ id }) => id === own);
  const isNews = mine !== undefined && (mine.offset !== method.offset || mine.notch !== notch);
  return (
    <div className="wide">
      {offset === 0 ? null : (
        <p className="about">
          Its marks lie {formatLength(Math.abs(offset), display)} {offset > 0 ? "further from" : "nearer to"} the edge
          than they say: every figure here reckons with that.
        </p>
      )}
      {isNews ? (
        <Button size="small" className="remedy" onClick={() => change(pickBoard(mine))}>
          Your shelf knows this board better: make it on that
        </Button>
      ) : null}
      <Button size="small" component={Link} to={own === undefined ? "/measure" : `/measure?tool=${own}`}>
        Measure the board
      </Button>
    </div>
  );
}

interface HolderStageProps {
  readonly id: string;
  readonly spec: Spec;
  readonly solution: Drawing;
}

/** The holder as it stands closed. */
const OwnPicture = memo(function OwnPicture({ solution }: { readonly solution: Drawing }) {
  const rested = useAtRest(solution);
  const picture = useMemo(() => closedPicture(rested), [rested]);
  return <PictureView picture={picture} label="" colours={coloursOf(rested.spec)} weight={0.6} />;
});

/** The holder, and the tools it is made with. */
export function HolderStage({ id, spec, solution }: HolderStageProps) {
  const { form, method } = spec;
  const board = method.kind === "machine" ? undefined : find(catalogue.boards, method.board);
  const [refused, setRefused] = useState<string>();
  const other = refused === undefined ? undefined : find(catalogue.boards, refused);
  const chooseBoard = useCallback(
    (value: string): void => {
      const mill = ownIn(ofKind(shelfNow(), "machine"), value);
      const machine = find(catalogue.machines, value);
      if (mill || machine) {
        setRefused(undefined);
        change(mill ? pickMachine(mill) : { method: { ...A_MACHINE, machine: value, ...NOT_OWN } });
        return;
      }
      const mine = ownIn(ofKind(shelfNow(), "board"), value);
      const id = mine?.board ?? value;
      const chosen = find(catalogue.boards, id);
      const own = formById(form);
      const serves = chosen && own && makes(own, chosen.kind);
      setRefused(serves ? undefined : id);
      // of a board that was measured nothing stays with another one
      if (serves) change(mine ? pickBoard(mine) : { method: { kind: chosen.kind, board: id, ...NOT_OWN } });
    },
    [form],
  );
  return (
    <div className="fields">
      <div className="wide own-holder">
        <span className="own-holder-picture">
          <OwnPicture solution={solution} />
        </span>
        <span>
          <strong>{formById(form)?.title}</strong>
          <span className="offer-about">{formById(form)?.about}</span>
        </span>
      </div>
      <div className="wide">
        <Button variant="outlined" component={Link} to={`/draft/${id}/holders`} fullWidth>
          See all that could hold it
        </Button>
      </div>
      <div className="wide">
        <Offered
          label="Made on"
          kinds={TOOLS}
          value={method.own === undefined ? toolIn(method) : ownKey(method.own)}
          kept={toolTitle(method)}
          usual={MADE_ON}
          onChange={chooseBoard}
        />
        {other ? <NotOnThisBoard spec={spec} board={other} onDone={() => setRefused(undefined)} /> : null}
      </div>
      <div className="wide">
        <Offered
          label="Ruler"
          kinds={RULER}
          value={method.ruler ?? ""}
          first={board ? FIRST_RULER : FIRST_BESIDE}
          chosenBy={rulerValue}
          usual={RULERS}
          onChange={onRuler}
        />
      </div>
      {method.kind === "machine" ? <OnMachine method={method} /> : null}
      {method.kind === "machine" ? null : <MeasuredBoard method={method} />}
      {board?.kind === "punch-board" ? (
        <div className="wide">
          <LengthField
            label="Its notch, edge to inner corner"
            mm={notchIn(method) ?? board.notch}
            bounds={NOTCH_MM}
            onChange={onNotch}
            about="Punch a scrap and measure: boards differ a little."
          />
        </div>
      ) : null}
    </div>
  );
}
