/** What is on the panels: a small map to press, what lies on the face that is pressed from the paper up, and something more. */
import { type Fitting, formatSize, type Ground, sayPlace, type Drawing, type Spec } from "@cut-fold/core";
import { memo, useEffect, useRef } from "react";
import { light } from "../../../../drawing/lit.ts";
import { useAtRest } from "../../../../parts/useAtRest.ts";
import { chooseFace, chooseFitting, useChosen } from "../../../../store/chosen.ts";
import { useDisplay } from "../../../../store/settings.ts";
import { AddThing } from "./AddThing.tsx";
import { lyingOn, SIDE_WORDS } from "./faces.ts";
import { FittingEditor } from "./FittingEditor.tsx";
import { Handling } from "./Handling.tsx";
import { MaskOf } from "./MaskOf.tsx";
import { PanelMap } from "./PanelMap.tsx";
import { useFace } from "./useFace.ts";
import "./panels.css";

interface PanelsSectionProps {
  readonly spec: Spec;
  readonly solution: Drawing;
  readonly grounds: readonly Ground[];
}

export function PanelsSection({ spec, solution, grounds }: PanelsSectionProps) {
  const chosen = useChosen((c) => c.fitting);
  const face = useFace(spec, grounds);
  const rested = useAtRest(solution);
  const restedSpec = useAtRest(spec);
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
      <AddThing />
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
  const restedDrawing = useAtRest(solution);
  const display = useDisplay();
  const isAside = useChosen((c) => c.aside.includes(fitting.id));
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
          {isAside ? "laid aside · " : ""}
          {size} · {sayPlace(fitting.at, lies, display)}
        </span>
      </button>
      {open ? (
        <div className="panels-editor">
          <div className="fields">
            <FittingEditor fitting={fitting} spec={spec} solution={solution} grounds={grounds} />
          </div>
          <Handling id={fitting.id} all={rested.fittings ?? []} solution={restedDrawing} />
        </div>
      ) : null}
    </li>
  );
});
