import {
  type Contained,
  countedBeside,
  type Display,
  type Drawing,
  formatLength,
  formatSize,
  formById,
} from "@cut-fold/core";
import { useDisplay } from "../../../store/settings.ts";
import { colour } from "../../../theme/theme.ts";

/** The room on both axes in words; where nothing holds it there is none to tell. */
function saidOf({ gap, open }: Contained, display: Display): { readonly ends: string; readonly beside: string } {
  const free = open?.past === "both" ? "open at both ends" : "open at the mouth";
  return {
    ends: open?.axis === "width" ? free : `${formatLength(gap.width / 2, display)} each end`,
    beside: open?.axis === "height" ? free : `${formatLength(gap.height / 2, display)} above and below`,
  };
}

/** The room that matters for a draft in one figure: a card's own size, else what is free round what goes in. */
export function roomOf(solution: Drawing, display: Display) {
  const { finished, contents, form } = solution;
  if (finished && formById(form)?.purpose === "card")
    return {
      title: "Finished",
      figure: formatSize(finished.width, finished.height, display),
      note: `${formatLength(finished.thickness, display)} thick, closed`,
    };
  const held = contents.find(({ fitting }) => fitting === undefined);
  if (!held) return undefined;
  const { gap, open } = held;
  const { ends, beside } = saidOf(held, display);
  return open?.axis === "width"
    ? { title: "Gap above and below", figure: formatLength(gap.height / 2, display), note: ends }
    : { title: "Gap at each end", figure: formatLength(gap.width / 2, display), note: beside };
}

/** The contents in the holder, gaps drawn larger than they are so that unevenness shows, with true figures. */
export function GapPicture({ lying }: { readonly lying: Contained }) {
  const display = useDisplay();
  const { gap, inside } = lying;
  const counted = countedBeside(lying);
  const { ends, beside } = saidOf(lying, display);
  const [w, h] = [212, Math.max(64, Math.min(150, (212 * inside.height) / inside.width))];
  // one mm of gap is drawn 3 px wide: half the gap stands on each side
  const swell = 3;
  const [gx, gy] = [
    Math.max(2, Math.min(30, (gap.width / 2) * swell)),
    Math.max(2, Math.min(24, (gap.height / 2) * swell)),
  ];
  return (
    <section>
      <h3>Gap all round</h3>
      <svg width={w + 4} height={h + 4} role="img" aria-label={`${ends}, ${beside}`}>
        <rect x={2} y={2} width={w} height={h} fill="none" stroke={colour.ink} strokeWidth={2} />
        <rect
          x={2 + gx}
          y={2 + gy}
          width={Math.max(10, w - 2 * gx)}
          height={Math.max(10, h - 2 * gy)}
          fill={colour.card}
          stroke={colour.rust}
          strokeWidth={1.2}
        />
        <text x={w / 2 + 2} y={h / 2 - 5} textAnchor="middle" fontSize={16} fontWeight={600} fill={colour.ink}>
          {ends}
        </text>
        <text x={w / 2 + 2} y={h / 2 + 16} textAnchor="middle" fontSize={14} fill={colour.soft}>
          {beside}
        </text>
      </svg>
      {inside.depth > 0 ? (
        <p className="figure-note">
          {formatLength(gap.depth, display)} free above it, between walls of {formatLength(inside.depth, display)}.
        </p>
      ) : counted > 0 ? (
        <p className="figure-note">
          The thickness of what goes in is counted: {formatLength(counted, display)} on each side.
        </p>
      ) : null}
    </section>
  );
}

/** The same in a line, for what lies in a pocket on a panel. */
export function GapLine({ lying }: { readonly lying: Contained }) {
  const display = useDisplay();
  const { name } = lying;
  const { ends, beside } = saidOf(lying, display);
  return (
    <section>
      <h3>Gap round the {name.toLowerCase()}</h3>
      <p className="figure-note">
        <strong>{ends}</strong>, {beside}
      </p>
    </section>
  );
}
