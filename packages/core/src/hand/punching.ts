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
import { nth } from "../units/nth.ts";
import { along, creasesOf, type Made, type Maker, type Shift, Sources, stepsOf } from "./made.ts";

/** One notch with its score. */
interface Round {
  readonly fold: Fold;
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

/**
 * @param notch mm from the fence to a notch's tip
 * @param each each notch is set by a reading of its own, and not by the last score
 */
export function punched(piece: Piece, steps: readonly Step[], notch: number, each = false): Maker {
  const sources = new Sources();
  const own = stepsOf(piece, steps);
  const first = own[0]?.n ?? 0;
  const trims = [sources.add(first, "trim"), sources.add(first, "trim")] as const;
  const { rounds, set } = roundsOf(piece, own, sources, each);
  const creases = creasesOf(piece, own, sources);
  const run = (error: (i: number) => number): { readonly made: Made; readonly notches: readonly Point[] } => {
    const off = (i: number): number => (i < 0 ? 0 : error(i));
    const [width, height] = [piece.blank.width + error(trims[0]), piece.blank.height + error(trims[1])];
    const folds = new Map<string, Shift>();
    const notches: Point[] = [];
    let last: Line | undefined;
    rounds.forEach(({ fold, read, turn, punch, score }, k) => {
      const depth = notch + off(punch);
      const side = k % 4;
      const deep = side === 1 ? width - depth : side === 2 ? height - depth : depth;
      const at: Point =
        k === 0
          ? [set + off(read), depth]
          : each
            ? readAt(side, deep, { width, height }, nth(plain, k), off(read))
            : slipped(side, meets(last ?? { n: [SLANT, SLANT], c: 0 }, side, deep), off(turn) * Math.SQRT2);
      notches.push(at);
      const n: Point = k % 2 === 0 ? [-SLANT, SLANT] : [SLANT, SLANT];
      const c = dot(n, at) + off(score);
      last = { n, c };
      const crease = c + off(creases.get(fold.id) ?? -1);
      const moved = (p: Point): Point => along(n, crease - dot(n, p));
      folds.set(fold.id, { from: moved(fold.from), to: moved(fold.to) });
    });
    return { made: { width, height, folds }, notches };
  };
  // where each notch is along its edge from the corner that lies to the left, when nothing is off
  const plain: number[] = each ? placesOf(punched(piece, steps, notch), piece, notch) : [];
  return { piece, sources: sources.all, make: (error) => run(error).made };
}

/** Rounds in their order, and the measure that the first is set to. */
function roundsOf(piece: Piece, own: readonly Step[], sources: Sources, each: boolean) {
  const rounds: Round[] = [];
  let set = 0;
  let [read, turn, punch] = [-1, -1, -1];
  for (const { kind, measure, n, scene } of own) {
    if (kind === "turn") {
      turn = each ? -1 : sources.add(n, "turn");
      read = each ? sources.add(n, "read") : -1;
    }
    if (kind === "punch") {
      if (measure !== undefined) {
        set = measure;
        read = sources.add(n, "read");
        turn = -1;
      }
      punch = sources.add(n, "punch");
    }
    if (kind !== "score") continue;
    const fold = piece.folds.find(({ id }) => scene.now.includes(`${piece.id}/${id}`));
    if (fold) rounds.push({ fold, read, turn, punch, score: sources.add(n, "score") });
  }
  return { rounds, set };
}

/** Where a line meets the depth of a side. */
const meets = ({ n, c }: Line, side: number, deep: number): Point =>
  side % 2 === 1 ? [deep, (c - n[0] * deep) / n[1]] : [(c - n[1] * deep) / n[0], deep];

/** A place moved along its edge, the way the paper goes on from there. */
const slipped = (side: number, [x, y]: Point, by: number): Point =>
  side === 1 ? [x, y + by] : side === 2 ? [x - by, y] : [x, y - by];

/** A notch measured from the corner that lies to the left when its side is at the fence. */
const readAt = (
  side: number,
  deep: number,
  { width, height }: { readonly width: number; readonly height: number },
  place: number,
  by: number,
): Point =>
  side === 1
    ? [deep, place + by]
    : side === 2
      ? [width - place - by, deep]
      : side === 3
        ? [deep, height - place - by]
        : [place + by, deep];

/** Where the notches of a piece stand along their edges when nothing is off, by their folds' lines. */
function placesOf(maker: Maker, { blank, folds }: Piece, notch: number): number[] {
  const made = maker.make(() => 0);
  return [...made.folds.keys()].map((id, k) => {
    const fold = folds.find((f) => f.id === id);
    const n: Point = k % 2 === 0 ? [-SLANT, SLANT] : [SLANT, SLANT];
    const c = fold ? dot(n, fold.from) : 0;
    const side = k % 4;
    const deep = side === 1 ? blank.width - notch : side === 2 ? blank.height - notch : notch;
    const [x, y] = meets({ n, c }, side, deep);
    return side === 0 ? x : side === 1 ? y : side === 2 ? blank.width - x : blank.height - y;
  });
}
