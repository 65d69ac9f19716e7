/**
 * Tools found out by test pieces. All of a piece is scored, cut or printed by the tool itself, and measured with something that is
 * known; every formula is worked for pieces that can be laid out with nothing but the tool.
 *
 *   a square of side S, punched at p and turned         a strip, scored at m     a printed or cut
 *         3 ╱╲ 2     between the scores                 from both of its ends    rectangle a × b
 *          ╱  ╲      1 ∥ 3: d13, 2 ∥ 4: d24               ├─m─┊──D──┊─m─┤        with its diagonals
 *          ╲  ╱
 *         4 ╲╱ 1
 */
import { EDGES, type Edges, type FoundKind, READ_WITH, type ReadWith } from "../model/measured.ts";

/** A figure with its standard deviation. */
export interface FoundFigure {
  readonly what: FoundKind;
  readonly value: number;
  readonly spread: number;
}

/** The punched square, as it lies on the table: all mm. */
export interface PunchedSquare {
  readonly side: number;
  /** the mark that the first notch was set to */
  readonly set: number;
  /** between the first and the third score, and between the second and the fourth */
  readonly d13: number;
  readonly d24: number;
}

/** A card of ID-1 size: width, height and the radius of its corners, mm (ISO/IEC 7810). */
export const ID1_MM = { width: 85.6, height: 53.98, corner: 3.18 } as const;
/** The frame that is printed on each paper, mm; the lower one on a page shorter than `short`. */
const PRINTED = { across: 180, up: 240, upOnShort: 220, short: 290 } as const;
/** The frame on the test page of a paper, mm. */
export const printedFrame = ({ height }: { readonly height: number }) => ({
  across: PRINTED.across,
  up: height < PRINTED.short ? PRINTED.upOnShort : PRINTED.up,
});

const sdOf = (one: ReadWith): number => READ_WITH[one].spread;

/**
 * A punch board by one square. The notch stands n from its edge and p + o along it, so that d13 = √2·(p + o − n) and
 * d24 = √2·(S − p − o − n): their sum tells n, their difference o. Each reading errs by σ, the side as well: n and o by σ/√2.
 */
export function punchFound({ side, set, d13, d24 }: PunchedSquare, read: ReadWith): FoundFigure[] {
  const spread = sdOf(read) * Math.sqrt(1 / 4 + 2 / 8);
  return [
    { what: "notch", value: side / 2 - (d13 + d24) / (2 * Math.SQRT2), spread },
    { what: "offset", value: side / 2 - (d24 - d13) / (2 * Math.SQRT2) - set, spread },
  ];
}

/** A strip W long, scored at m from both of its ends, D between its scores: mm. */
export interface ScoredStrip {
  readonly long: number;
  readonly set: number;
  readonly between: number;
}

/** A scoring board by one strip: what its grooves are off shows twice. */
export const stripFound = ({ long, set, between }: ScoredStrip, read: ReadWith): FoundFigure[] => [
  { what: "offset", value: (long - between) / 2 - set, spread: sdOf(read) * Math.SQRT1_2 },
];

/** A rectangle that a printer or a cutter has made, as it should be and as it is: mm. */
export interface MadeFrame {
  readonly across: number;
  readonly up: number;
  readonly trueAcross: number;
  readonly trueUp: number;
  /** from the lower left to the upper right, and from the lower right to the upper left */
  readonly rising: number;
  readonly falling: number;
  /** from the paper's left and upper edge to the frame, and what the paper measures; where it is printed on one */
  readonly onPaper?: { readonly left: number; readonly top: number; readonly width: number; readonly height: number };
  /** the same on a page that lies, as it is read: from its left and its upper edge to the frame */
  readonly onLying?: { readonly left: number; readonly top: number };
  /** from each edge of the paper to where ink begins, of those that were measured */
  readonly edges?: Partial<Edges>;
}

/** Scales on both axes, and by how much the upright axis leans (radians, to the right): (d₁² − d₂²) / 4ab. */
export function frameFound(
  { across, up, trueAcross, trueUp, rising, falling, onPaper, onLying, edges = {} }: MadeFrame,
  read: ReadWith,
): FoundFigure[] {
  const sd = sdOf(read);
  // the frame's middle against the paper's: both its place and its size are read
  const shift = sd * Math.sqrt(1 + 1 / 4);
  return [
    { what: "scale-x", value: trueAcross / across, spread: sd / across },
    { what: "scale-y", value: trueUp / up, spread: sd / up },
    {
      what: "skew",
      value: (rising * rising - falling * falling) / (4 * trueAcross * trueUp),
      // both diagonals err alike: 2·d·σ·√2 / 4ab
      spread: (Math.SQRT2 * sd * ((rising + falling) / 2)) / (2 * across * up),
    },
    ...(onPaper
      ? ([
          { what: "shift-x", value: onPaper.left + (trueAcross - onPaper.width) / 2, spread: shift },
          { what: "shift-y", value: onPaper.top + (trueUp - onPaper.height) / 2, spread: shift },
        ] as const)
      : []),
    ...(onPaper && onLying
      ? ([
          // the sheet is fed upright all the same: the frame's sides are as long as on the page that stands
          { what: "lying-x", value: onLying.left + (trueUp - onPaper.height) / 2, spread: shift },
          { what: "lying-y", value: onLying.top + (trueAcross - onPaper.width) / 2, spread: shift },
        ] as const)
      : []),
    ...EDGES.flatMap((edge): FoundFigure[] => {
      const value = edges[edge];
      return value === undefined ? [] : [{ what: `edge-${edge}`, value, spread: sd }];
    }),
  ];
}

/** A length that a tool of this scale must be told so that it comes out right. */
export const told = (mm: number, scale: number): number => mm / scale;

/** Scores of one setting, mm, as they were measured: at least two of them tell how far a hand scatters. */
export const SCORES = { least: 2, asked: 10, most: 40 } as const;

/**
 * How a hand scatters, by scores of one setting, each with the paper placed anew: the readings' own error taken off.
 * Fewer than ten are blended with what is usual: five find a scatter of 0.25 to ±0.11 alone.
 * @returns standard deviation, mm
 */
export function scatterFound(scores: readonly number[], read: ReadWith, usual: number): number {
  const n = scores.length;
  if (n < SCORES.least) return usual;
  const mean = scores.reduce((sum, mm) => sum + mm, 0) / n;
  const seen = scores.reduce((sum, mm) => sum + (mm - mean) ** 2, 0) / (n - 1);
  // one end of the reading is the sheet's own edge, where nothing is read between marks
  const own = Math.max(0, seen - sdOf(read) ** 2);
  const weight = Math.min(1, n / SCORES.asked);
  return Math.sqrt(weight * own + (1 - weight) * usual * usual);
}
