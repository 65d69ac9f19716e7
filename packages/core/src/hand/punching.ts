/**
 * The punch board, followed as the paper goes: one measure, and each further notch where the last score, laid on the guide,
 * meets its depth. What is off is handed on from score to score. Or each notch by a reading of its own.
 *
 *          2 ◂── turned a quarter to the left each time: the lower edge comes to the fence first, then the right, the upper
 *      ┌───╲────┐   and the left one. A notch stands `depth` from its edge; a score runs through it at 45°.
 *    3 ╱   ╱╲   ╲ 1
 *      └──╱──╲──┘
 *          0
 */
import type { Point } from "../geometry/point.ts";
import type { Fold, Piece } from "../model/piece.ts";
import type { Step } from "../model/solution.ts";
import { along, creasesOf, type Made, type Maker, type Shift, Sources, stepsOf } from "./made.ts";

/** One notch with its score. */
interface Round {
  readonly fold: Fold;
  /** mm from the corner that lies to the left, where the notch is set by a measure; none where the last score is its guide */
  readonly set: number | undefined;
  /** places of its errors among the sources; −1 for none */
  readonly read: number;
  readonly turn: number;
  readonly punch: number;
  readonly score: number;
}

/** A score as a line: all points with n·p = c. */
interface Line {
  readonly n: Point;
  readonly c: number;
}

const SLANT = Math.SQRT1_2;
const dot = (a: Point, b: Point): number => a[0] * b[0] + a[1] * b[1];

/** A punch board as it truly is: mm from the fence to a notch's tip, and from its marks to where they should be. */
interface TrueBoard {
  readonly notch: number;
  readonly offset: number;
}

export function punched(piece: Piece, steps: readonly Step[], { notch, offset }: TrueBoard): Maker {
  const sources = new Sources();
  const own = stepsOf(piece, steps);
  const first = own[0]?.n ?? 0;
  const trims = [sources.add(first, "trim"), sources.add(first, "trim")] as const;
  const rounds = roundsOf(piece, own, sources);
  const creases = creasesOf(piece, own, sources);
  const make = (error: (i: number) => number): Made => {
    const off = (i: number): number => (i < 0 ? 0 : error(i));
    const [width, height] = [piece.blank.width + error(trims[0]), piece.blank.height + error(trims[1])];
    const folds = new Map<string, Shift>();
    let last: Line = { n: [SLANT, SLANT], c: 0 };
    rounds.forEach(({ fold, set, read, turn, punch, score }, k) => {
      const depth = notch + off(punch);
      const side = k % 4;
      const deep = side === 1 ? width - depth : side === 2 ? height - depth : depth;
      const at: Point =
        set === undefined
          ? slipped(side, meets(last, side, deep), off(turn) * Math.SQRT2)
          : readAt(side, deep, { width, height }, set + offset + off(read));
      const n: Point = k % 2 === 0 ? [-SLANT, SLANT] : [SLANT, SLANT];
      const c = dot(n, at) + off(score);
      last = { n, c };
      const crease = c + off(creases.get(fold.id) ?? -1);
      const moved = (p: Point): Point => along(n, crease - dot(n, p));
      folds.set(fold.id, { from: moved(fold.from), to: moved(fold.to) });
    });
    return { width, height, folds };
  };
  return { piece, sources: sources.all, make };
}

/** Rounds in their order: each notch by a measure, or by the score before it. */
function roundsOf(piece: Piece, own: readonly Step[], sources: Sources): Round[] {
  const rounds: Round[] = [];
  let [read, turn, punch] = [-1, -1, -1];
  let turned = 0;
  let set: number | undefined;
  for (const { kind, measure, n, scene } of own) {
    if (kind === "turn") turned = n;
    if (kind === "punch") {
      set = measure;
      read = measure === undefined ? -1 : sources.add(n, "read");
      turn = measure === undefined ? sources.add(turned, "turn") : -1;
      punch = sources.add(n, "punch");
    }
    if (kind !== "score") continue;
    const fold = piece.folds.find(({ id }) => scene.now.includes(`${piece.id}/${id}`));
    if (fold) rounds.push({ fold, set, read, turn, punch, score: sources.add(n, "score") });
  }
  return rounds;
}

/** Where a line meets the depth of a side. */
const meets = ({ n, c }: Line, side: number, deep: number): Point =>
  side % 2 === 1 ? [deep, (c - n[0] * deep) / n[1]] : [(c - n[1] * deep) / n[0], deep];

/** A place moved along its edge, the way the paper goes on from there. */
const slipped = (side: number, [x, y]: Point, by: number): Point =>
  side === 1 ? [x, y + by] : side === 2 ? [x - by, y] : [x, y - by];

/** A notch so far from the corner that lies to the left when its side is at the fence. */
const readAt = (
  side: number,
  deep: number,
  { width, height }: { readonly width: number; readonly height: number },
  place: number,
): Point =>
  side === 1 ? [deep, place] : side === 2 ? [width - place, deep] : side === 3 ? [deep, height - place] : [place, deep];
