import { rulerMarks } from "@cut-fold/core";
import { colour } from "../../../theme/theme.ts";

/** px: the strip of ruler that is shown, enlarged */
const WIDE = 360;
const TALL = 74;
/** the longest mark, and where marks begin */
const LONG = 40;
const FOOT = 8;
/** mm of ruler in view, or so many marks of a coarse one */
const VIEW_MM = 34;
const VIEW_MARKS = 9;

interface RulerLensProps {
  readonly measure: number;
  readonly grid: number;
  /** a punch board's ruler runs to the left */
  readonly toLeft: boolean;
}

/** The ruler round the measure, enlarged, as it stands on the board: the eye counts the marks and copies the place. */
export function RulerLens({ measure, grid, toLeft }: RulerLensProps) {
  const perMm = WIDE / Math.max(VIEW_MM, VIEW_MARKS * grid);
  const at = (mm: number): number => WIDE / 2 + (toLeft ? -1 : 1) * (mm - measure) * perMm;
  const { strokes, numbers } = rulerMarks(measure, grid, at, { y: FOOT, long: LONG });
  const inView = (x: number): boolean => x >= 2 && x <= WIDE - 2;
  return (
    <svg className="lens" viewBox={`0 0 ${String(WIDE)} ${String(TALL)}`} aria-hidden>
      <path d={`M0 ${String(TALL - FOOT)}H${String(WIDE)}`} stroke={colour.ink} strokeWidth={2} />
      {strokes.map(({ from: [x, low], to: [, high] }) =>
        inView(x) ? (
          <path
            key={x}
            d={`M${String(x)} ${String(TALL - low)}V${String(TALL - high)}`}
            stroke={Math.abs(x - WIDE / 2) < 0.5 ? colour.rust : colour.ink}
            strokeWidth={Math.abs(x - WIDE / 2) < 0.5 ? 4 : 1.5}
          />
        ) : null,
      )}
      {numbers.map(({ at: x, text }) =>
        inView(x - 6) && inView(x + 6) ? (
          <text
            key={text}
            x={x}
            y={TALL - FOOT - LONG - 5}
            textAnchor="middle"
            fontSize={17}
            fontWeight={600}
            fill={colour.ink}
          >
            {text}
          </text>
        ) : null,
      )}
      <path d={`M${String(WIDE / 2)} ${String(TALL - FOOT)}l-7 8h14z`} fill={colour.rust} />
    </svg>
  );
}
