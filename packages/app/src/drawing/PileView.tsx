/** The pile seen from the side: widths in proportion, thickness drawn larger than it is and saying so. */
import { formatLength, type Pile, type Ply } from "@cut-fold/core";
import { useDisplay } from "../store/settings.ts";
import { colour } from "../theme/theme.ts";

const WIDE = 100;
const TALL = 96;
/** px: a thinner ply would not be seen, a thicker one would crowd out the others */
const THINNEST = 2.5;
const LABEL_GAP = 17;
/** letters of a name and its count that find room beside the pile */
const LONGEST = 17;

const FILLS: Readonly<Record<Ply["kind"], string>> = {
  base: colour.kraftPale,
  layer: colour.rustWash,
  foam: "url(#pile-foam)",
  thing: colour.slateWash,
};

interface DrawnPly extends Ply {
  readonly y: number;
  readonly tall: number;
}

/** Plies from the table up, each as tall as it is thick by one common scale, thin ones at least to be seen. */
function drawn({ plies, total }: Pile): DrawnPly[] {
  const scale = TALL / total;
  let top = 0;
  const stacked = plies.map((ply) => {
    const tall = Math.max(THINNEST * ply.count, ply.thickness * ply.count * scale);
    top += tall;
    return { ...ply, y: top, tall };
  });
  return stacked.map((ply) => ({ ...ply, y: top - ply.y }));
}

/** Figures keep their distance from one another, each as near to its ply as the one above allows. */
function labelsFor(plies: readonly DrawnPly[]): number[] {
  const fromTop = [...plies].reverse();
  const at: number[] = [];
  fromTop.forEach((ply, i) => {
    const wanted = ply.y + ply.tall / 2 + 5;
    at.push(i === 0 ? Math.max(12, wanted) : Math.max((at[i - 1] as number) + LABEL_GAP, wanted));
  });
  return at.reverse();
}

/** Its name, shortened where it must be, and how many of it. */
function labelOf({ name, count }: Ply): string {
  const counted = count > 1 ? ` ×${String(count)}` : "";
  const room = LONGEST - counted.length;
  return (name.length > room ? `${name.slice(0, room - 1)}…` : name) + counted;
}

export function PileView({ pile }: { readonly pile: Pile }) {
  const display = useDisplay();
  const plies = drawn(pile);
  const labels = labelsFor(plies);
  const widest = Math.max(...plies.map((p) => p.width));
  const bottom = Math.max(...plies.map((p) => p.y + p.tall));
  const height = Math.max(bottom, ...labels) + 8;
  const said = (p: Ply): string =>
    `${p.name}${p.count > 1 ? ` × ${String(p.count)}` : ""}, ${formatLength(p.thickness * p.count, display)}`;
  return (
    <>
      <svg
        width={228}
        height={height}
        role="img"
        aria-label={`From the table up: ${plies.map(said).join("; ")}. Together ${formatLength(pile.total, display)}.`}
        className="picture pile"
      >
        <defs>
          <pattern id="pile-foam" width="5" height="5" patternUnits="userSpaceOnUse">
            <rect width="5" height="5" fill={colour.sheet} />
            <circle cx="1.5" cy="1.5" r="0.9" fill={colour.soft} />
            <circle cx="4" cy="4" r="0.9" fill={colour.soft} />
          </pattern>
        </defs>
        {plies.map((ply, i) => {
          const wide = Math.max(14, (WIDE * ply.width) / widest);
          const label = labels[i] as number;
          return (
            <g key={`${ply.name} ${String(i)}`}>
              {Array.from({ length: Math.min(ply.count, 12) }, (_, k) => (
                <rect
                  key={k}
                  x={(WIDE - wide) / 2}
                  y={ply.y + (ply.tall * k) / Math.min(ply.count, 12)}
                  width={wide}
                  height={ply.tall / Math.min(ply.count, 12)}
                  fill={FILLS[ply.kind]}
                  stroke={colour.ink}
                  strokeWidth={0.8}
                />
              ))}
              <path
                d={`M${String((WIDE + wide) / 2)} ${String(ply.y + ply.tall / 2)}L${String(WIDE + 6)} ${String(label - 5)}`}
                stroke={colour.soft}
                strokeWidth={0.7}
                fill="none"
              />
              <text x={WIDE + 9} y={label} fontSize={14} fill={colour.ink}>
                {labelOf(ply)}
              </text>
            </g>
          );
        })}
        <line x1={0} x2={WIDE} y1={bottom + 1.5} y2={bottom + 1.5} stroke={colour.ink} strokeWidth={2} />
      </svg>
      <p className="figure-note">
        <strong className="pile-total">{formatLength(pile.total, display)}</strong> together
      </p>
    </>
  );
}
