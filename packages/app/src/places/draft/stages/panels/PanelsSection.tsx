/** What is on the panels: a small map to press, what lies on the face that is pressed from the paper up, and something more. */
import {
  type Fitting,
  formatSize,
  type Ground,
  inOrder,
  sayPlace,
  type Drawing,
  type Spec,
  withoutFitting,
} from "@cut-fold/core";
import Button from "@mui/material/Button";
import IconButton from "@mui/material/IconButton";
import { ArrowDown, ArrowUp, X } from "lucide-react";
import { memo, useEffect, useMemo, useRef } from "react";
import { light } from "../../../../drawing/lit.ts";
import { useAtRest } from "../../../../parts/useAtRest.ts";
import { chooseFace, chooseFitting, useChosen } from "../../../../store/chosen.ts";
import { change } from "../../../../store/openDraft.ts";
import { useDisplay } from "../../../../store/settings.ts";
import { AddThing } from "./AddThing.tsx";
import { facesOf, faceUnder, isSameFace, lyingOn, SIDE_WORDS } from "./faces.ts";
import { FittingEditor } from "./FittingEditor.tsx";
import { MaskOf } from "./MaskOf.tsx";
import { PanelMap } from "./PanelMap.tsx";
import "./panels.css";

interface PanelsSectionProps {
  readonly spec: Spec;
  readonly solution: Drawing;
  readonly grounds: readonly Ground[];
}

export function PanelsSection({ spec, solution, grounds }: PanelsSectionProps) {
  const { on, fitting: chosen } = useChosen();
  const faces = useMemo(() => facesOf(grounds), [grounds]);
  const row = spec.fittings?.find((f) => f.id === chosen);
  const asked = row ? faceUnder(row, spec.fittings ?? []) : on;
  const rested = useAtRest(solution);
  const restedSpec = useAtRest(spec);
  const face = faces.find((f) => asked && isSameFace(f, asked)) ?? faces[0];
  if (!face) return null;
  const lying = lyingOn(face, spec);
  return (
    <div className="panels">
      <PanelMap solution={rested} grounds={grounds} face={face} onFace={chooseFace} />
      <h4>
        {face.name}, {SIDE_WORDS[face.side]}
        <span>{lying.length === 0 ? "nothing on it yet" : "from the paper up"}</span>
      </h4>
      <ol className="panels-lying" aria-label="From the paper up">
        {lying.map((fitting) => (
          // what is in hand follows every frame of a drag; the sizes of the others follow when the hand rests
          <FittingRow
            key={fitting.id}
            fitting={fitting}
            spec={fitting.id === chosen ? spec : restedSpec}
            solution={fitting.id === chosen ? solution : rested}
            grounds={grounds}
            open={fitting.id === chosen}
          />
        ))}
      </ol>
      <AddThing spec={restedSpec} solution={rested} face={face} />
      <MaskOf solution={rested} panel={face.panel} called={face.name} />
    </div>
  );
}

interface FittingRowProps {
  readonly fitting: Fitting;
  readonly spec: Spec;
  readonly solution: Drawing;
  readonly grounds: readonly Ground[];
  readonly open: boolean;
}

/** One thing: its size and its rule in words; pressed, all that can be set of it. */
const FittingRow = memo(function FittingRow({ fitting, spec, solution, grounds, open }: FittingRowProps) {
  const lies = solution.fittings.find((f) => f.id === fitting.id);
  const rested = useAtRest(spec);
  const display = useDisplay();
  const box = useRef<HTMLLIElement>(null);
  useEffect(() => {
    // what was just chosen is in view at once, wherever it was pressed
    if (open) box.current?.scrollIntoView({ block: "nearest" });
  }, [open]);
  const size = lies ? formatSize(lies.width, lies.height, display) : "";
  return (
    <li
      ref={box}
      onPointerEnter={() => {
        light([`${fitting.id}/`]);
      }}
      onPointerLeave={() => {
        light([]);
      }}
    >
      <button
        type="button"
        className="panels-head"
        aria-expanded={open}
        onClick={() => {
          chooseFitting(open ? undefined : fitting.id, fitting.on);
        }}
      >
        <strong>{fitting.name}</strong>
        <span>
          {size} · {sayPlace(fitting.at, lies, display)}
        </span>
      </button>
      {open ? (
        <div className="panels-editor">
          <div className="fields">
            <FittingEditor fitting={fitting} spec={spec} solution={solution} grounds={grounds} />
          </div>
          <Moves id={fitting.id} all={rested.fittings ?? []} />
        </div>
      ) : null}
    </li>
  );
});

/** The list with a row exchanged with its neighbour on the same face; undefined where something would lie on nothing. */
function moved(fitting: Fitting, all: readonly Fitting[], by: -1 | 1): readonly Fitting[] | undefined {
  const face = faceUnder(fitting, all);
  const own = all.filter((f) => isSameFace(faceUnder(f, all), face));
  const other = own[own.indexOf(fitting) + by];
  if (!other) return undefined;
  const [i, j] = [all.indexOf(fitting), all.indexOf(other)];
  const next = all.with(i, other).with(j, fitting);
  return inOrder(next) ? next : undefined;
}

interface MovesProps {
  readonly id: string;
  readonly all: readonly Fitting[];
}

const Moves = memo(function Moves({ id, all }: MovesProps) {
  const fitting = all.find((f) => f.id === id);
  if (!fitting) return null;
  const [earlier, later] = [moved(fitting, all, -1), moved(fitting, all, 1)];
  const put = (fittings: readonly Fitting[] | undefined) => () => {
    if (fittings) change({ fittings });
  };
  return (
    <div className="panels-moves">
      <IconButton
        aria-label={`Lay ${fitting.name} earlier`}
        title="Lay it earlier"
        disabled={!earlier}
        onClick={put(earlier)}
      >
        <ArrowUp size={18} />
      </IconButton>
      <IconButton aria-label={`Lay ${fitting.name} later`} title="Lay it later" disabled={!later} onClick={put(later)}>
        <ArrowDown size={18} />
      </IconButton>
      <span />
      <Button
        size="small"
        startIcon={<X size={16} />}
        onClick={() => {
          chooseFitting(undefined);
          change({ fittings: withoutFitting(all, fitting.id) });
        }}
      >
        Take away
      </Button>
    </div>
  );
});
