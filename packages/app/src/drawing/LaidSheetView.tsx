/** A laid sheet from above, true to scale: what lies on it as it is cut, on a mat where there is one. */
import { boundsOf, holds, type LaidSheet, type Placement, type Point, type Size } from "@cut-fold/core";
import { memo } from "react";
import type { LaidShape } from "../workers/layOutDraft.ts";
import { colour } from "../theme/theme.ts";
import { laidKey } from "../workers/laidKey.ts";
import { type InHandNow, type PutTo, useLaidHand } from "./useLaidHand.ts";

interface LaidSheetViewProps {
  readonly sheet: LaidSheet;
  readonly shapes: ReadonlyMap<string, LaidShape>;
  /** CSS colour of a piece's drawn face */
  readonly faceOf: (placement: Placement) => string;
  /** the area that can be cut of what it lies on, mm; undefined where it lies on nothing */
  readonly mat: Size | undefined;
  /** px it may take */
  readonly wide: number;
  readonly tall: number;
  /** its sides in words, and what it is to those who hear it */
  readonly across: string;
  readonly up: string;
  readonly label: string;
  /** the piece that is chosen, by its number on this sheet */
  readonly chosen: number | undefined;
  readonly onChoose: (index: number) => void;
  /** a piece has been put where it may lie */
  readonly onMoved: (index: number, to: PutTo) => void;
}

/** px beside a sheet for its figures. */
export const PAD = 26;
/** px that a letter of a name takes, and are left beside it. */
const LETTER = 7.3;
/** mm between two lines of a mat, and by how much it stands out beyond what a machine can cut. */
const MAT = { line: 10, past: 8 } as const;
/** px of a piece's box that its name needs. */
const NAMED = { long: 64, short: 18 } as const;

export function LaidSheetView(props: LaidSheetViewProps) {
  const { sheet, shapes, faceOf, mat, wide, tall, across, up, label, chosen, onChoose, onMoved } = props;
  const past = mat ? MAT.past : 0;
  const { width: matWide, height: matTall } = mat ?? sheet;
  const [width, height] = [matWide + 2 * past, matTall + 2 * past];
  const k = Math.min((wide - PAD) / width, (tall - PAD) / height);
  const [w, h] = [width * k, height * k];
  const hand = useLaidHand(sheet, shapes, k, onMoved);
  const shown = withHeld(sheet, hand.now);
  return (
    <svg width={w + PAD + 2} height={h + PAD + 4} role="group" aria-label={label}>
      <text x={1 + w / 2} y={16} textAnchor="middle" className="laid-side">
        {across}
      </text>
      <text
        transform={`translate(${String(w + PAD - 5)} ${String(PAD + h / 2)}) rotate(-90)`}
        textAnchor="middle"
        className="laid-side"
      >
        {up}
      </text>
      {/* mm, y up, from the sheet's lower left */}
      <g
        transform={`translate(${String(1 + past * k)} ${String(PAD + h - past * k)}) scale(${String(k)} ${String(-k)})`}
      >
        {mat ? <Mat width={matWide} height={matTall} /> : null}
        <rect
          width={sheet.width}
          height={sheet.height}
          fill={colour.bed}
          stroke={colour.soft}
          strokeWidth={1.2}
          vectorEffect="non-scaling-stroke"
        />
        {sheet.keep.map((cell, i) => (
          <rect
            key={i}
            {...cell}
            fill={colour.sheet}
            stroke={colour.guide}
            strokeDasharray="4 4"
            vectorEffect="non-scaling-stroke"
          />
        ))}
        {shown.placements.map((placement, i) => (
          <g
            key={`${laidKey(placement)}/${String(placement.copy)}`}
            className={i === chosen ? "laid-piece laid-chosen" : "laid-piece"}
            tabIndex={0}
            role="button"
            aria-pressed={i === chosen}
            aria-label={`${placement.name}, ${String(placement.copy)}${placement.locked ? ", locked" : ""}`}
            onFocus={() => onChoose(i)}
            onPointerDown={(event) => hand.onPointerDown(i, event)}
            onPointerMove={hand.onPointerMove}
            onPointerUp={hand.onPointerUp}
            onPointerCancel={hand.onPointerCancel}
            onKeyDown={(event) => hand.onKeyDown(i, event)}
          >
            <Laid
              placement={placement}
              shape={shapes.get(laidKey(placement))}
              face={isMet(hand.now, i) ? colour.met : faceOf(placement)}
            />
          </g>
        ))}
      </g>
      <Names sheet={shown} shapes={shapes} k={k} x={1 + past * k} y={PAD + h - past * k} />
    </svg>
  );
}

/** The sheet with what is in the hand where the hand has it. */
function withHeld(sheet: LaidSheet, now: InHandNow | undefined): LaidSheet {
  if (!now) return sheet;
  const { index, x, y } = now;
  return { ...sheet, placements: sheet.placements.map((p, i) => (i === index ? { ...p, x, y } : p)) };
}

/** Whether a piece is in the way of what is in the hand, or is it, where it may not lie. */
const isMet = (now: InHandNow | undefined, i: number): boolean =>
  now !== undefined && !now.isFree && (now.index === i || now.meets.includes(i));

/** The mat under a sheet: its cuttable area, lower left on lower left, and its rim with marks. */
function Mat({ width, height }: { readonly width: number; readonly height: number }) {
  const lines = (most: number): number[] =>
    Array.from({ length: Math.floor(most / MAT.line) + 1 }, (_, i) => i * MAT.line);
  const path =
    lines(width)
      .map((x) => `M${String(x)} 0V${String(-MAT.past)}M${String(x)} ${String(height)}v${String(MAT.past)}`)
      .join("") +
    lines(height)
      .map((y) => `M0 ${String(y)}H${String(-MAT.past)}M${String(width)} ${String(y)}h${String(MAT.past)}`)
      .join("");
  return (
    <g>
      <rect
        x={-MAT.past}
        y={-MAT.past}
        width={width + 2 * MAT.past}
        height={height + 2 * MAT.past}
        rx={5}
        fill={colour.slateWash}
        stroke={colour.slate}
        vectorEffect="non-scaling-stroke"
      />
      <path d={path} stroke={colour.slate} strokeOpacity={0.45} vectorEffect="non-scaling-stroke" fill="none" />
    </g>
  );
}

interface LaidProps {
  readonly placement: Placement;
  readonly shape: LaidShape | undefined;
  readonly face: string;
}

/** A piece where it lies: its paper, its outline as it is cut, and what is made on it in a fine line; locked, a thicker one. */
const Laid = memo(function Laid({ placement: { x, y, rotation, locked }, shape, face }: LaidProps) {
  if (!shape) return null;
  return (
    <g transform={`translate(${String(x)} ${String(y)}) rotate(${String(rotation)})`}>
      <path
        d={shape.outline}
        fill={face}
        fillRule="evenodd"
        stroke={colour.ink}
        strokeWidth={locked ? 2.6 : 1.3}
        vectorEffect="non-scaling-stroke"
      />
      <path d={shape.inner} fill="none" stroke={colour.soft} strokeWidth={0.7} vectorEffect="non-scaling-stroke" />
    </g>
  );
});

interface NamesProps {
  readonly sheet: LaidSheet;
  readonly shapes: ReadonlyMap<string, LaidShape>;
  /** px a mm, and where the sheet's lower left is */
  readonly k: number;
  readonly x: number;
  readonly y: number;
}

/** As much of a name as goes into so many px. */
function cutShort(name: string, px: number): string {
  const most = Math.floor(px / LETTER) - 1;
  return name.length <= most ? name : `${name.slice(0, Math.max(1, most - 1)).trimEnd()}…`;
}

/** Names in the middle of what is large enough and has paper there, along its longer side. */
function Names({ sheet, shapes, k, x, y }: NamesProps) {
  return sheet.placements.map((placement) => {
    const shape = shapes.get(laidKey(placement));
    if (!shape) return null;
    const corners = cornersOf(shape, placement);
    const { left, bottom, right, top } = boundsOf(corners);
    const [wide, tall] = [(right - left) * k, (top - bottom) * k];
    if (Math.max(wide, tall) < NAMED.long || Math.min(wide, tall) < NAMED.short) return null;
    const middle: Point = [(left + right) / 2, (bottom + top) / 2];
    if (!holds(corners, middle)) return null;
    // upright where it does not go in across, and goes in upright
    const isUpright = wide < NAMED.long || (shape.name.length * LETTER > wide && tall > wide);
    return (
      <text
        key={`${laidKey(placement)}/${String(placement.copy)}`}
        className="laid-name"
        pointerEvents="none"
        textAnchor="middle"
        dy="0.35em"
        transform={`translate(${String(x + middle[0] * k)} ${String(y - middle[1] * k)})${isUpright ? " rotate(-90)" : ""}`}
      >
        {cutShort(shape.name, isUpright ? tall : wide)}
      </text>
    );
  });
}

/** The corners of a piece's outer line as it lies, mm: the ends of its segments, which is near enough for a name. */
function cornersOf({ outline }: LaidShape, { x, y, rotation }: Placement): Point[] {
  const [c, s] = [Math.cos((rotation * Math.PI) / 180), Math.sin((rotation * Math.PI) / 180)];
  const [outer = ""] = outline.split(/(?<=Z)/u);
  // every command ends in the point it goes to
  return [...outer.matchAll(/[MLCA][^MLCAZ]*/gu)].map(([command]): Point => {
    const [py = 0, px = 0] = (command.match(/-?[\d.]+/gu) ?? []).map(Number).reverse();
    return [px * c - py * s + x, px * s + py * c + y];
  });
}
