/** What is on the panels: a small map to press, what lies on the face that is pressed from the paper up, and something more. */
import {
  boundsOf,
  type Fitting,
  flatten,
  formatSize,
  type Ground,
  inOrder,
  type Lying,
  type On,
  sayPlace,
  type Solution,
  type Spec,
  withoutFitting,
} from "@cut-fold/core";
import Button from "@mui/material/Button";
import IconButton from "@mui/material/IconButton";
import { ArrowDown, ArrowUp, X } from "lucide-react";
import { useEffect, useMemo, useRef } from "react";
import { light } from "../../../../drawing/lit.ts";
import { useAtRest } from "../../../../parts/useAtRest.ts";
import { chooseFace, chooseFitting, useChosen } from "../../../../store/chosen.ts";
import { change } from "../../../../store/openDraft.ts";
import { useDisplay } from "../../../../store/settings.ts";
import { AddThing } from "./AddThing.tsx";
import { type Face, facesOf, faceUnder, isSameFace, lyingOn, SIDE_WORDS } from "./faces.ts";
import { FittingEditor } from "./FittingEditor.tsx";
import { PanelMap } from "./PanelMap.tsx";
import styles from "./panels.module.css";

interface PanelsSectionProps {
  readonly spec: Spec;
  readonly solution: Solution;
  readonly grounds: readonly Ground[];
}

export function PanelsSection({ spec, solution, grounds }: PanelsSectionProps) {
  const { on, fitting: chosen } = useChosen();
  const faces = useMemo(() => facesOf(grounds), [grounds]);
  const row = spec.fittings?.find((f) => f.id === chosen);
  const asked = row ? faceUnder(row, spec.fittings ?? []) : on;
  const rested = useAtRest(solution);
  const face = faces.find((f) => asked && isSameFace(f, asked)) ?? faces[0];
  if (!face) return null;
  const lying = lyingOn(face, spec);
  const top = groundFor(lying, face);
  return (
    <div className={styles.panels}>
      <PanelMap solution={rested} grounds={grounds} face={face} onFace={chooseFace} />
      <h4>
        {face.name}, {SIDE_WORDS[face.side]}
        <span>{lying.length === 0 ? "nothing on it yet" : "from the paper up"}</span>
      </h4>
      <ol className={styles.lying} aria-label="From the paper up">
        {lying.map((fitting) => (
          <FittingRow
            key={fitting.id}
            fitting={fitting}
            spec={spec}
            solution={solution}
            grounds={grounds}
            lies={solution.fittings.find((f) => f.id === fitting.id)}
            open={fitting.id === chosen}
          />
        ))}
      </ol>
      <AddThing spec={spec} solution={solution} on={top} ground={sizeOf(solution, top, face)} />
    </div>
  );
}

/** Where something more would be laid: on the topmost mat, so that borders step in, else on the panel. */
function groundFor(lying: readonly Fitting[], { panel, side }: Face): On {
  const mat = lying.findLast((f) => f.kind === "mat");
  return mat ? { panel: "mat", side, fitting: mat.id } : { panel, side };
}

/** mm of the face that something would be laid on. */
function sizeOf({ fittings, pieces, main }: Solution, on: On, face: Face) {
  const under = fittings.find((f) => f.id === on.fitting);
  if (under) return { width: under.width, height: under.height };
  const known = fittings.find((f) => f.ground.piece === main && f.ground.panel === face.panel);
  if (known) return { width: known.ground.width, height: known.ground.height };
  const outline = pieces.find((p) => p.id === main)?.panels.find((p) => p.id === face.panel)?.outline ?? [];
  const { left, right, bottom, top } = boundsOf(flatten(outline));
  return { width: right - left, height: top - bottom };
}

interface FittingRowProps {
  readonly fitting: Fitting;
  readonly spec: Spec;
  readonly solution: Solution;
  readonly grounds: readonly Ground[];
  readonly lies: Lying | undefined;
  readonly open: boolean;
}

/** One thing: its size and its rule in words; pressed, all that can be set of it. */
function FittingRow({ fitting, spec, solution, grounds, lies, open }: FittingRowProps) {
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
        className={styles.head}
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
        <div className={styles.editor}>
          <div className="fields">
            <FittingEditor fitting={fitting} spec={spec} solution={solution} grounds={grounds} />
          </div>
          <Moves fitting={fitting} spec={spec} />
        </div>
      ) : null}
    </li>
  );
}

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

function Moves({ fitting, spec }: Pick<FittingRowProps, "fitting" | "spec">) {
  const all = spec.fittings ?? [];
  const [earlier, later] = [moved(fitting, all, -1), moved(fitting, all, 1)];
  const put = (fittings: readonly Fitting[] | undefined) => () => {
    if (fittings) change({ fittings });
  };
  return (
    <div className={styles.moves}>
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
}
