/** A picture with the line that was found round what it shows: smoothed by eye, with how far it may be off in the size it is made. */
import { type Display, formatLength, type KeptOutline, SIZE_MM } from "@cut-fold/core";
import type { TraceMode } from "@cut-fold/core/outlines";
import Button from "@mui/material/Button";
import Dialog from "@mui/material/Dialog";
import DialogActions from "@mui/material/DialogActions";
import DialogContent from "@mui/material/DialogContent";
import DialogTitle from "@mui/material/DialogTitle";
import Slider from "@mui/material/Slider";
import { type ReactNode, useEffect, useState } from "react";
import { Choice } from "./Choice.tsx";
import { LengthField } from "./LengthField.tsx";
import { useSettled } from "../store/useSettled.ts";
import { tracePicture } from "../store/ownOutline.ts";
import { useDisplay } from "../store/settings.ts";
import { colour } from "../theme/theme.ts";
import type { PictureRead } from "../workers/readOutline.ts";
import "./trace.css";

const MODES = [
  { value: "auto", text: "As the picture asks" },
  { value: "holes", text: "What is filled, with its holes" },
  { value: "silhouette", text: "What is filled: its silhouette" },
  { value: "line", text: "What is drawn: the middle of its line" },
];
/** How much smoother than the picture asks. */
const SMOOTH = { min: 0.5, max: 8, usual: 1 } as const;
/** The side of the smallest hole or speck that counts, in hundredths of the picture's own. */
const DETAIL = { min: 0.5, max: 15, usual: 2.2 } as const;

/** A length finer than any ruler's mark is written as paper's thickness is: in decimals. */
const fine = (mm: number, { unit }: Display): string =>
  formatLength(mm, { unit: unit === "in" ? "in-decimal" : unit }, { plain: true });

const sayHoles = (count: number): string =>
  count === 0 ? "" : count === 1 ? " with 1 hole" : ` with ${String(count)} holes`;

interface TraceDialogProps {
  readonly picture: File;
  /** mm it is to be wide */
  readonly width: number;
  /** mm that the whole picture is wide, where that is known: what it shows is as wide as it truly is then */
  readonly trueWidth?: number;
  /** the line as it was traced, and how wide it is made, mm */
  readonly onUse: (outline: KeptOutline, wide: number) => void;
  readonly onClose: () => void;
}

export function TraceDialog({ picture, width, trueWidth, onUse, onClose }: TraceDialogProps) {
  const display = useDisplay();
  const [mode, setMode] = useState<TraceMode | "auto">("auto");
  const [smooth, setSmooth] = useState<number>(SMOOTH.usual);
  const [said, setWide] = useState<number>();
  const [read, setRead] = useState<PictureRead>();
  const [detail, setDetail] = useState<number>(DETAIL.usual);
  const asked = useSettled(smooth, 200);
  const least = useSettled((detail / 100) ** 2, 200);
  const [address, setAddress] = useState<string>();
  useEffect(() => {
    const reader = new FileReader();
    reader.addEventListener("load", () => {
      if (typeof reader.result === "string") setAddress(reader.result);
    });
    reader.readAsDataURL(picture);
  }, [picture]);
  useEffect(() => {
    let late = false;
    tracePicture(picture, { mode, smooth: asked, least }).then(
      (answer) => {
        if (!late) setRead(answer);
      },
      () => {
        if (!late) setRead({ ok: false, why: "The picture could not be read." });
      },
    );
    return () => {
      late = true;
    };
  }, [picture, mode, asked, least]);
  const wide = said ?? (trueWidth !== undefined && read?.ok ? (read.outline.width / read.width) * trueWidth : width);
  const mmAPoint = read?.ok ? wide / read.outline.width : 0;
  return (
    <Dialog open onClose={onClose} maxWidth="md" fullWidth aria-labelledby="trace-title">
      <DialogTitle id="trace-title">The line round it</DialogTitle>
      <DialogContent>
        <div className="trace">
          <div className="trace-picture" aria-busy={!read}>
            <img src={address} alt="The picture that is traced" />
            {read?.ok ? (
              <svg
                viewBox={`0 0 ${String(read.width)} ${String(read.height)}`}
                aria-label={`The line: ${String(read.nodes)} lines and curves`}
              >
                <g
                  transform={`translate(${String(read.corner[0])} ${String(read.height - read.corner[1])}) scale(1 -1)`}
                >
                  <path
                    d={read.outline.drawn}
                    fill="none"
                    stroke={colour.rust}
                    strokeWidth={2.5}
                    vectorEffect="non-scaling-stroke"
                  />
                </g>
              </svg>
            ) : null}
          </div>
          <div>
            <Choice
              label="What is traced"
              value={mode}
              options={MODES}
              onChange={(value) => {
                setMode(value as TraceMode | "auto");
              }}
            />
            <ByEye id="trace-smooth" bounds={SMOOTH} value={smooth} onChange={setSmooth}>
              How smooth
            </ByEye>
            <ByEye id="trace-detail" bounds={DETAIL} value={detail} onChange={setDetail}>
              Smallest detail{read?.ok ? `: ${fine(read.least * mmAPoint, display)} across` : ""}
            </ByEye>
            <LengthField label="Made so wide" mm={wide} bounds={SIZE_MM} onChange={setWide} />
            <div role="status">
              {read === undefined ? <p>Looking for the line …</p> : null}
              {read?.ok === false ? <p className="in-the-way">{read.why}</p> : null}
              {read?.ok ? (
                <>
                  <p>
                    {read.nodes} lines and curves{sayHoles(read.holes)}, no more than{" "}
                    <strong>{fine(read.off * mmAPoint, display)}</strong> off what is seen.
                  </p>
                  {wide > read.safe ? (
                    <p className="trace-coarse">
                      Traced from {Math.round(read.outline.width)} points across, the line is coarse for that size: up
                      to {formatLength(read.safe, display)} across no steps are seen.
                    </p>
                  ) : null}
                </>
              ) : null}
            </div>
          </div>
        </div>
      </DialogContent>
      <DialogActions>
        <Button onClick={onClose}>Leave it</Button>
        <Button
          variant="contained"
          disabled={!read?.ok}
          onClick={() => {
            if (!read?.ok) return;
            onUse(read.outline, wide);
            onClose();
          }}
        >
          Use this line
        </Button>
      </DialogActions>
    </Dialog>
  );
}

interface ByEyeProps {
  readonly id: string;
  readonly bounds: { readonly min: number; readonly max: number };
  readonly value: number;
  readonly onChange: (value: number) => void;
  readonly children: ReactNode;
}

/** What is set by eye while the line is watched. */
function ByEye({ id, bounds: { min, max }, value, onChange, children }: ByEyeProps) {
  return (
    <>
      <p className="trace-asked" id={id}>
        {children}
      </p>
      <Slider
        aria-labelledby={id}
        min={min}
        max={max}
        step={0.1}
        value={value}
        onChange={(_, next) => {
          onChange(next);
        }}
      />
    </>
  );
}
