/** A picture with the line that was found round what it shows: smoothed by eye, with how far it may be off in the size it is made. */
import { type Display, formatLength, SIZE_MM } from "@cut-fold/core";
import type { TraceMode } from "@cut-fold/core/outlines";
import Button from "@mui/material/Button";
import Dialog from "@mui/material/Dialog";
import DialogActions from "@mui/material/DialogActions";
import DialogContent from "@mui/material/DialogContent";
import DialogTitle from "@mui/material/DialogTitle";
import Slider from "@mui/material/Slider";
import { useEffect, useState } from "react";
import { Choice } from "../../../../parts/Choice.tsx";
import { LengthField } from "../../../../parts/LengthField.tsx";
import { useSettled } from "../../../../parts/useSettled.ts";
import { putOutline, tracePicture } from "../../../../store/ownOutline.ts";
import { useDisplay } from "../../../../store/settings.ts";
import { colour } from "../../../../theme/theme.ts";
import type { PictureRead } from "../../../../workers/readOutline.ts";

const MODES = [
  { value: "auto", text: "As the picture asks" },
  { value: "silhouette", text: "What is filled: its silhouette" },
  { value: "line", text: "What is drawn: the middle of its line" },
];
/** How much smoother than the picture asks. */
const SMOOTH = { min: 0.5, max: 8, usual: 1 } as const;

/** A length finer than any ruler's mark is written as paper's thickness is: in decimals. */
const fine = (mm: number, { unit }: Display): string =>
  formatLength(mm, { unit: unit === "in" ? "in-decimal" : unit }, { plain: true });

interface TraceDialogProps {
  readonly id: string;
  readonly picture: File;
  readonly width: number;
  readonly onClose: () => void;
}

export function TraceDialog({ id, picture, width, onClose }: TraceDialogProps) {
  const display = useDisplay();
  const [mode, setMode] = useState<TraceMode | "auto">("auto");
  const [smooth, setSmooth] = useState<number>(SMOOTH.usual);
  const [wide, setWide] = useState(width);
  const [read, setRead] = useState<PictureRead>();
  const asked = useSettled(smooth, 200);
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
    tracePicture(picture, { mode, smooth: asked }).then(
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
  }, [picture, mode, asked]);
  const mmAPoint = read?.ok ? wide / read.outline.width : 0;
  return (
    <Dialog open onClose={onClose} maxWidth="md" fullWidth aria-labelledby="trace-title">
      <DialogTitle id="trace-title">The line round it</DialogTitle>
      <DialogContent>
        <div style={{ display: "grid", gridTemplateColumns: "minmax(0, 1fr) 260px", gap: 24 }}>
          <div
            style={{ position: "relative", background: colour.bed, minHeight: 280, display: "grid" }}
            aria-busy={!read}
          >
            <img
              src={address}
              alt="The picture that is traced"
              style={{ width: "100%", height: 420, objectFit: "contain", opacity: 0.55, gridArea: "1 / 1" }}
            />
            {read?.ok ? (
              <svg
                viewBox={`0 0 ${String(read.width)} ${String(read.height)}`}
                style={{ width: "100%", height: 420, gridArea: "1 / 1" }}
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
            <p style={{ color: colour.soft, margin: "18px 0 0", fontSize: 14 }} id="trace-smooth">
              How smooth
            </p>
            <Slider
              aria-labelledby="trace-smooth"
              min={SMOOTH.min}
              max={SMOOTH.max}
              step={0.1}
              value={smooth}
              onChange={(_, value) => {
                setSmooth(value);
              }}
            />
            <LengthField label="Made so wide" mm={wide} bounds={SIZE_MM} onChange={setWide} />
            <div role="status">
              {read === undefined ? <p>Looking for the line …</p> : null}
              {read?.ok === false ? <p className="in-the-way">{read.why}</p> : null}
              {read?.ok ? (
                <>
                  <p>
                    {read.nodes} lines and curves, no more than <strong>{fine(read.off * mmAPoint, display)}</strong>{" "}
                    off what is seen.
                  </p>
                  {wide > read.safe ? (
                    <p style={{ color: colour.rust }}>
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
            const { drawn, width: across, height: up } = read.outline;
            putOutline(id, drawn, { width: wide, height: (wide * up) / across });
            onClose();
          }}
        >
          Use this line
        </Button>
      </DialogActions>
    </Dialog>
  );
}
