import { type Drawing, formById, type StrokeRole } from "@cut-fold/core";
import Button from "@mui/material/Button";
import IconButton from "@mui/material/IconButton";
import { Maximize, Minus, Plus } from "lucide-react";
import { memo, type ReactNode, type RefObject, useMemo, useRef, useState } from "react";
import { Link } from "react-router";
import { FlatView } from "../../../drawing/FlatView.tsx";
import { ROLE_WORDS, strokeOf } from "../../../drawing/language.ts";
import type { CameraHandle } from "../../../drawing/useCamera.ts";
import { openTray, useTray } from "../../../store/tray.ts";
import { PiecesBeside } from "./PiecesBeside.tsx";
import { Tray } from "./Tray.tsx";
import { useSettings } from "../../../store/settings.ts";
import { colour } from "../../../theme/theme.ts";

/** The flat drawing with its legend, fitted to the window or at true size. */
export function FlatPanel({
  solution,
  colours,
}: {
  readonly solution: Drawing;
  readonly colours: { readonly face: string; readonly back: string };
}) {
  const measured = useSettings((s) => s.settings.pixelsPerMm);
  const [trueSize, setTrueSize] = useState(false);
  const [isOver, setOver] = useState(false);
  const camera = useRef<CameraHandle>(null);
  const { form, spec } = solution;
  const grounds = useMemo(() => formById(form)?.grounds?.(spec.settings) ?? [], [form, spec.settings]);
  return (
    <div className="view">
      <div className="view-both">
        <div className="view-picture">
          <FlatView {...{ solution, colours, isOver, camera }} trueSize={trueSize ? measured : undefined} />
        </div>
        <PiecesBeside solution={solution} colours={colours} />
      </div>
      <Tray solution={solution} grounds={grounds} />
      <div className="legend">
        <div className="legend-lines">
          <Legend {...rolesOn(solution)} />
        </div>
        <div className="legend-tools">
          {grounds.length > 0 ? <LayOn /> : null}
          <Button size="small" aria-pressed={isOver} onClick={() => setOver(!isOver)}>
            {isOver ? "Turn it back" : "Turn it over"}
          </Button>
          {trueSize ? null : <Nearer camera={camera} />}
          <TrueSize measured={measured !== undefined} on={trueSize} onChange={setTrueSize} />
        </div>
      </div>
    </div>
  );
}

/** Opens the tray from the drawing, whichever stage is open. */
const LayOn = memo(function LayOn() {
  const isOpen = useTray((t) => t.isOpen);
  return (
    <Button size="small" aria-expanded={isOpen} onClick={() => openTray(!isOpen)}>
      Lay on it …
    </Button>
  );
});

/** Steps nearer and back for a thumb. */
const STEP = 1.5;

const Nearer = memo(function Nearer({ camera }: { readonly camera: RefObject<CameraHandle | null> }) {
  const button = (label: string, icon: ReactNode, does: (handle: CameraHandle) => void) => (
    <IconButton
      size="small"
      aria-label={label}
      title={label}
      onClick={() => {
        if (camera.current) does(camera.current);
      }}
    >
      {icon}
    </IconButton>
  );
  return (
    <span className="nearer" role="group" aria-label="Nearer or whole">
      {button("Further away", <Minus size={18} />, (handle) => handle.nearer(1 / STEP))}
      {button("All of it", <Maximize size={18} />, (handle) => handle.fit())}
      {button("Nearer", <Plus size={18} />, (handle) => handle.nearer(STEP))}
    </span>
  );
});

interface TrueSizeProps {
  readonly measured: boolean;
  readonly on: boolean;
  readonly onChange: (on: boolean) => void;
}

const TrueSize = memo(function TrueSize({ measured, on, onChange }: TrueSizeProps) {
  if (!measured) {
    return (
      <Button size="small" component={Link} to="/settings#true-size">
        True size …
      </Button>
    );
  }
  return (
    <Button
      size="small"
      aria-pressed={on}
      onClick={() => {
        onChange(!on);
      }}
    >
      {on ? "Fit the window" : "True size"}
    </Button>
  );
});

/** The kinds of line on the page, as one text so that the legend stands still while they stay the same. */
function rolesOn({ pieces }: Drawing): LegendProps {
  const strokes = pieces.flatMap((piece) =>
    piece.lines.map((l) => (l.role === "score" ? (l.fold ?? "valley") : l.role)),
  );
  const behind = pieces.flatMap((piece) => piece.lines.filter((l) => l.face === "back").map((l) => l.role));
  return {
    behind: [...new Set(behind)].join(" "),
    roles: [...new Set<StrokeRole>(["cut", ...strokes])].join(" "),
    glued: pieces.some((p) => p.glue.some((g) => g.face === "front")),
  };
}

interface LegendProps {
  /** stroke roles, parted by spaces */
  readonly roles: string;
  readonly glued: boolean;
  /** of those, what is made on the face that is not drawn */
  readonly behind: string;
}

/** Only what is on the page. */
const Legend = memo(function Legend({ roles, glued, behind }: LegendProps) {
  return (
    <>
      {(roles.split(" ") as StrokeRole[]).map((role) => (
        <span key={role} className="legend-item">
          <svg width={34} height={10} aria-hidden>
            <line x1={1} y1={5} x2={33} y2={5} {...strokeOf(role)} />
            {role === "foil" ? <line x1={1} y1={5} x2={33} y2={5} stroke={colour.sheet} strokeWidth={2} /> : null}
          </svg>
          {ROLE_WORDS[role]}
          {behind.split(" ").includes(role) ? ", on the other face" : ""}
        </span>
      ))}
      {glued ? (
        <span className="legend-item">
          <svg width={26} height={12} aria-hidden>
            <rect width={26} height={12} fill="url(#flat-glue)" opacity={0.6} />
          </svg>
          glue
        </span>
      ) : null}
      <span className="legend-item legend-touch">type or drag</span>
    </>
  );
});
