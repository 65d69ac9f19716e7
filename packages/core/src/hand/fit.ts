/**
 * The chance that it fits: a hand's errors run through the steps as they are told, the paper folded as it was made, and the room
 * measured as the proof measures it. Nothing here knows a form.
 *
 *   steps ─▶ sources ─▶ made (where scores and edges truly are) ─▶ piece as made ─▶ poses ─▶ room
 */
import { extent, sheetsOf } from "../folding/inSpace.ts";
import { measureContents } from "../folding/room.ts";
import type { Contained, Piece } from "../model/piece.ts";
import type { Extent, Solution } from "../model/solution.ts";
import { facetsOf, filledWith, lastOrder, move, type Rigid, STILL } from "../paper/pose.ts";
import { nth } from "../units/nth.ts";
import { randomFrom } from "../units/random.ts";
import { pieceAsMade } from "./asMade.ts";
import { askable, type NoFit, noFitOf } from "./askable.ts";
import type { Hand, HandAct } from "../model/hand.ts";
import type { Maker } from "./made.ts";
import { punched } from "./punching.ts";
import { scored } from "./scoring.ts";

/** How often a step, or one act of it, is to blame. */
export interface Blame {
  readonly step: number;
  readonly act: HandAct;
  /** its part of how the smallest gap scatters; all of them add to 1 */
  readonly share: number;
  /** the chance with that done true */
  readonly without: number;
}

/** What came of so many runs. */
export interface Fit {
  /** part of the runs in which every axis that is closed keeps room */
  readonly chance: number;
  readonly runs: number;
  /** the smallest room on a closed axis, mm: 5 % of the runs have less, half, 95 % */
  readonly gap: { readonly p5: number; readonly p50: number; readonly p95: number };
  /** the largest share first */
  readonly blame: readonly Blame[];
  /** mm more room on the axis that fails first, for 99 of 100 to fit */
  readonly more: { readonly axis: Axis; readonly by: number };
}
/** A chance with the smallest room of every run (mm, the least first) and how it was told, or why none can be. */
export type FitAnswer =
  | { readonly ok: true; readonly fit: Fit; readonly gaps: Float64Array; readonly lying: Contained }
  | { readonly ok: false; readonly why: NoFit };

type Axis = keyof Extent;
const AXES: readonly Axis[] = ["width", "height", "depth"];

/** How often, from which seed, and by which road. */
export interface Asked {
  readonly runs: number;
  readonly seed: number;
  /** the piece whose contents are meant, where several things hold some */
  readonly of?: string;
  /**
   * straight: no paper is folded, what each thing gives near the drawing is added up. folded: paper is folded for every run. Left
   * out: for every run, unless those that could show a difference show none.
   */
  readonly by?: "straight" | "folded";
}

/** How each piece of a draft is made; bought ones come as they are. */
export function makersOf({ pieces, main, spec: { method }, steps }: Solution): Maker[] {
  return pieces
    .filter(({ bought }) => bought === undefined)
    .map((piece) => {
      if (method.kind !== "punch-board" || piece.id !== main) return scored(piece, steps);
      // a notch's tip is where two scores end, so far from the edge
      const notch = Math.min(...piece.folds.flatMap(({ from, to }) => [from[1], to[1]]));
      return punched(piece, steps, { notch, offset: method.offset ?? 0 });
    });
}

/** The room round contents, mm, when pieces are as they were made. */
export function roomIn(solution: Solution, pieces: readonly Piece[], lying: Contained): Extent {
  const made = { ...solution, pieces };
  const { caliper } = solution.spec.stock;
  const state = { progress: lastOrder(made), caliper, filled: filledWith(solution.contents) };
  // the paper is folded once: where each panel is stands with its sheet
  const sheets = sheetsOf(made, state);
  const poses = new Map(sheets.flatMap(({ piece, panel, pose, step }) => (step ? [] : [[`${piece}/${panel}`, pose]])));
  const at = (piece: string, panel: string): Rigid => poses.get(`${piece}/${panel}`) ?? STILL;
  return measureContents(made, lying, sheets, at, caliper).gap;
}

/** Axes on which room is asked for. */
const closedOf = ({ open, inside }: Contained): readonly Axis[] =>
  AXES.filter((axis) => (axis === "depth" ? inside.depth > 0 : open?.axis !== axis));

/** A number by chance, normal, its mean 0 and its deviation 1 (Box and Muller, 1958). */
const normal = (random: () => number): number =>
  Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random());

const least = (rooms: readonly number[]): number => Math.min(...rooms);

/** The part of some runs that keep room. */
const fitting = (gaps: ArrayLike<number>): number => Array.from(gaps).filter((gap) => gap >= 0).length / gaps.length;

/**
 * Runs a hand through the steps of a draft. The same recipe, hand and seed give the same figures; at 2,000 runs a chance near
 * 0.94 scatters by 0.005.
 */
export function fit(solution: Solution, hand: Hand, { of, ...asked }: Asked): FitAnswer {
  const lying = askable(solution).find(({ on }) => of === undefined || on.piece === of);
  const why = noFitOf(solution, lying);
  if (!lying || why) return { ok: false, why: why ?? "holds-nothing" };
  const axes = closedOf(lying);
  const made = makingOf(solution, axes, (pieces) => roomIn(solution, pieces, lying));
  return { ok: true, ...ranOf(made, hand, asked), lying };
}

/** What a finished card goes into: its inside, mm, and how sure that is (one standard deviation). */
export interface Around {
  readonly width: number;
  readonly height: number;
  readonly spread?: { readonly width: number; readonly height: number };
}

/**
 * How likely a card that a hand makes goes into something that is there already: its closed size from the paper as it was made, its
 * thickness taken off the room as a flat pocket's creases do. The inside errs by what it was measured with.
 */
export function cardFit(
  solution: Solution,
  around: Around,
  hand: Hand,
  asked: Omit<Asked, "of">,
): { readonly fit: Fit; readonly gaps: Float64Array } {
  const thickness = solution.finished?.thickness ?? 0;
  const { caliper } = solution.spec.stock;
  const random = randomFrom(asked.seed + 1);
  const { spread } = around;
  const room = (pieces: readonly Piece[]): Extent => {
    const made = { ...solution, pieces };
    const [x, y] = extent(
      facetsOf(made, { progress: lastOrder(made), caliper }).flatMap(({ flat, pose }) =>
        flat.map(([u, v]) => move(pose, [u, v, 0])),
      ),
    );
    const size = (range: readonly [number, number] | undefined): number => (range ? range[1] - range[0] : 0);
    return { width: around.width - size(x) - thickness, height: around.height - size(y) - thickness, depth: 0 };
  };
  const making = makingOf(solution, ["width", "height"], room);
  const unsure = (rooms: readonly number[]): number[] =>
    spread
      ? [(rooms[0] ?? 0) + spread.width * normal(random), (rooms[1] ?? 0) + spread.height * normal(random)]
      : [...rooms];
  return ranOf(making, hand, asked, unsure);
}

/** Runs what is made so often, and tells what came of it. @param then what else is off, of the rooms of one run */
function ranOf(
  making: Making,
  hand: Hand,
  { runs, seed, by }: Omit<Asked, "of">,
  then: (rooms: readonly number[]) => readonly number[] = (rooms) => rooms,
): { readonly fit: Fit; readonly gaps: Float64Array } {
  const { sources, axes, rooms } = making;
  const deviations = sources.map(({ act }) => hand[act]);
  const straight = straightOf(making, deviations);
  const { near } = straight;
  const random = randomFrom(seed);
  const draws = Array.from({ length: runs }, () => deviations.map((sd) => sd * normal(random)));
  const ran = by ? draws.map(by === "straight" ? near : rooms) : asFolded(draws, rooms, near);
  const found = ran.map(then);
  const gaps = Float64Array.from(found, least).sort();
  const at = (part: number): number => gaps[Math.min(runs - 1, Math.floor(part * runs))] ?? 0;
  return {
    fit: {
      chance: fitting(gaps),
      runs,
      gap: { p5: at(0.05), p50: at(0.5), p95: at(0.95) },
      blame: blameOf(making, straight, draws),
      more: { axis: firstToFail(axes, found), by: Math.max(0, -at(0.01)) },
    },
    gaps,
  };
}

/** mm by which adding up may differ from folding and still be the same: nobody cuts, scores or measures so finely. */
const SAME_ROOM_MM = 0.001;
/** Of so many runs one is folded to see whether adding up gives the same; and as many of those with the least room. */
const ONE_OF = 20;

/**
 * The rooms of every run. On most papers they follow each error straight: that is seen by folding the runs with the least room,
 * where a chance is settled, and one in twenty of the others. Where all of these come out as added up, so do the rest; where one
 * does not (two walls take turns at being the tighter one), all are folded.
 */
function asFolded(
  draws: readonly (readonly number[])[],
  rooms: (errors: readonly number[]) => readonly number[],
  near: Straight["near"],
): (readonly number[])[] {
  const added = draws.map(near);
  const worst = [...added.keys()].sort((a, b) => least(nth(added, a)) - least(nth(added, b)));
  const isTried = new Set(worst.filter((_, rank) => rank < draws.length / ONE_OF || rank % ONE_OF === 0));
  const folded = new Map<number, readonly number[]>();
  for (const run of isTried) {
    const room = rooms(nth(draws, run));
    folded.set(run, room);
    if (room.some((mm, axis) => Math.abs(mm - (nth(added, run)[axis] ?? mm)) > SAME_ROOM_MM))
      return draws.map((errors, other) => folded.get(other) ?? rooms(errors));
  }
  return added.map((room, run) => folded.get(run) ?? room);
}

/** The axis that is the smallest in most of the worst runs. */
function firstToFail(axes: readonly Axis[], found: readonly (readonly number[])[]): Axis {
  const worst = found
    .map((rooms) => ({ gap: least(rooms), axis: rooms.indexOf(least(rooms)) }))
    .sort((a, b) => a.gap - b.gap)
    .slice(0, Math.max(1, Math.ceil(found.length / 50)));
  const counts = axes.map((_, i) => worst.filter(({ axis }) => axis === i).length);
  return axes[counts.indexOf(Math.max(...counts))] ?? "width";
}

type Making = ReturnType<typeof makingOf>;

/** All that can be off in a draft, and the room on each closed axis for errors of it, mm. */
function makingOf(solution: Solution, axes: readonly Axis[], measured: (pieces: readonly Piece[]) => Extent) {
  const makers = makersOf(solution);
  const before = makers.map((_, i) => makers.slice(0, i).reduce((sum, { sources }) => sum + sources.length, 0));
  const rooms = (errors: readonly number[]): number[] => {
    const made = new Map(
      makers.map(({ piece, make }, k) => [
        piece.id,
        pieceAsMade(
          piece,
          make((i) => errors[nth(before, k) + i] ?? 0),
        ),
      ]),
    );
    const room = measured(solution.pieces.map((piece) => made.get(piece.id) ?? piece));
    return axes.map((axis) => room[axis]);
  };
  return { sources: makers.flatMap(({ sources }) => sources), axes, rooms };
}

/** mm by which a source is off to find its slope, where its hand makes no error */
const TRIED_MM = 0.1;

/** mm of room for a mm of error: what gives less touches what lies there in no way */
const NO_SLOPE = 1e-9;

/** The room near the drawing, and which sources have a part in it. */
interface Straight {
  readonly near: (errors: readonly number[]) => readonly number[];
  readonly matters: readonly boolean[];
}

/** The room near the drawing: what each source gives to it on either side, and all of it added up. */
function straightOf({ sources, rooms }: Making, deviations: readonly number[]): Straight {
  const none = sources.map(() => 0);
  const base = rooms(none);
  const slopes = sources.map((_, i) => {
    const by = (deviations[i] ?? 0) > 0 ? (deviations[i] ?? TRIED_MM) : TRIED_MM;
    const [up, down] = [rooms(none.with(i, by)), rooms(none.with(i, -by))];
    return base.map((room, k) => [((up[k] ?? room) - room) / by, (room - (down[k] ?? room)) / by] as const);
  });
  const matters = slopes.map((axes) => axes.flat().some((slope) => Math.abs(slope) > NO_SLOPE));
  // of a draft of many pieces few touch what is meant
  const used = [...matters.keys()].filter((i) => matters[i]);
  const near = (errors: readonly number[]): number[] =>
    base.map((room, k) =>
      used.reduce((sum, i) => {
        const error = errors[i] ?? 0;
        return sum + error * (slopes[i]?.[k]?.[error > 0 ? 0 : 1] ?? 0);
      }, room),
    );
  return { near, matters };
}

/**
 * Which acts make the gap scatter. First order, by drawing all others anew (Saltelli, 2010): the mean of
 * f(A)·(f(B with A's own) − f(B)), its noise kept small by the difference; negative ones count as none.
 */
function blameOf({ sources }: Making, { near, matters }: Straight, draws: readonly (readonly number[])[]): Blame[] {
  const straight = (errors: readonly number[]): number => least(near(errors));
  const gaps = draws.map(straight);
  const chance = fitting(gaps);
  const keys = [...new Set(sources.map(({ step, act }) => `${String(step)} ${act}`))];
  const found = keys.map((key) => {
    const isOwn = sources.map(({ step, act }) => `${String(step)} ${act}` === key);
    const [step = "0", act = "trim"] = key.split(" ");
    const named = { step: Number(step), act: act as HandAct };
    if (!isOwn.some((own, i) => own && matters[i])) return { ...named, share: 0, without: chance };
    let [shared, fits] = [0, 0];
    draws.forEach((own, r) => {
      const other = draws[(r + 1) % draws.length] ?? own;
      const mixed = other.map((error, i) => (isOwn[i] ? (own[i] ?? 0) : error));
      shared += (gaps[r] ?? 0) * (straight(mixed) - (gaps[(r + 1) % draws.length] ?? 0));
      if (straight(own.map((error, i) => (isOwn[i] ? 0 : error))) >= 0) fits += 1;
    });
    return { ...named, share: Math.max(0, shared), without: fits / draws.length };
  });
  const all = found.reduce((sum, { share }) => sum + share, 0);
  return found
    .map((one) => ({ ...one, share: all > 0 ? one.share / all : 1 / found.length }))
    .sort((a, b) => b.share - a.share);
}
