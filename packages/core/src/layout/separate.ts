/**
 * Guided separation: pieces that lie in one another are moved, one by one, to where the sum of their depths is least; what stays in
 * one another weighs more with every pass, until nothing does (after guided local search: Voudouris and Tsang, European Journal of
 * Operational Research 113, 1999; and Egeblad, Nielsen and Odgaard, ibid. 183, 2007).
 */
import type { Spot } from "../geometry/depth.ts";
import { nth } from "../units/nth.ts";
import { shuffled } from "../units/random.ts";
import { copyOf, type State, type Table, TOUCH_MM } from "./table.ts";

/** Passes at most, and passes without a gain of `GAIN` after which it is given up. Figures between half and twice these do alike. */
const PASSES = 120;
const WITHOUT_GAIN = 40;
const GAIN = 0.98;
/** Places looked at for one move, the best of which are refined. */
const SAMPLES = 40;
const REFINED = 4;
/** Of the places looked at: anywhere, near where it lies, and for the rest corners of a neighbour's no-fit polygon. */
const ANYWHERE = 0.35;
const NEARBY = 0.6;
/** How far near is, in parts of the room. */
const NEAR_PART = 0.15;
/** How often the sheet is kept that a piece lies on. */
const STAYS = 0.6;
/** What overlaps weighs so much more after a pass, by how deep it is against the deepest; what does not weighs less again. */
const HEAVIER = { least: 1.2, more: 0.8 };
const LIGHTER = 0.95;
const HEAVIEST = 1e6;
/** Steps out of the neighbours that a place is refined by. */
const STEPS = 10;

interface Candidate {
  readonly slot: number;
  readonly turn: number;
  readonly x: number;
  readonly y: number;
  readonly sum: number;
}

const clamped = (v: number, low: number, high: number): number => Math.min(high, Math.max(low, v));

/** Copies by the sheet they lie on. */
export function bySlot({ slots }: Table, { slot }: State): number[][] {
  const on = slots.map((): number[] => []);
  slot.forEach((s, copy) => {
    if (s >= 0) nth(on, s).push(copy);
  });
  return on;
}

/** How deep every two copies of some sheets lie in one another, mm. */
export function eachPair(
  table: Table,
  { x, y, turn }: State,
  bySlots: readonly (readonly number[])[],
  slots: readonly number[],
  found: (a: number, b: number, depth: number) => void,
): void {
  for (const slot of slots) {
    const on = nth(bySlots, slot);
    for (let k = 1; k < on.length; k += 1)
      for (let m = 0; m < k; m += 1) {
        const a = on[k] as number;
        const b = on[m] as number;
        table.looks += 1;
        const n = table.noFit(
          table.kindOf[b] as number,
          turn[b] as number,
          table.kindOf[a] as number,
          turn[a] as number,
        );
        found(a, b, n.depth((x[a] as number) - (x[b] as number), (y[a] as number) - (y[b] as number)));
      }
  }
}

export class Separation {
  state: State;
  /** copies by sheet */
  on: number[][] = [];
  private readonly table: Table;
  private readonly random: () => number;
  private readonly weights: Float64Array;
  private readonly many: number;
  private readonly movable: ReadonlySet<number>;
  private readonly near: Spot = { x: 0, y: 0 };

  constructor(table: Table, random: () => number) {
    this.table = table;
    this.random = random;
    this.state = copyOf(table.bare);
    this.many = table.kindOf.length;
    this.weights = new Float64Array(this.many * this.many).fill(1);
    this.movable = new Set(table.free);
  }

  /** Begins from a layout. */
  load(state: State): void {
    this.state = copyOf(state);
    this.on = bySlot(this.table, state);
    this.weights.fill(1);
  }

  /** Takes a copy off its sheet. */
  takeOff(copy: number): void {
    const slot = this.state.slot[copy] as number;
    this.on[slot] = nth(this.on, slot).filter((i) => i !== copy);
    this.state.slot[copy] = -1;
  }

  /** The depths of a copy at a place in what lies there, weighed; given up once the sum is as much as `limit`. */
  private weighed(copy: number, at: Omit<Candidate, "sum">, limit: number): number {
    const { table, state } = this;
    const { slot, turn, x, y } = at;
    const kind = table.kindOf[copy] as number;
    let sum = 0;
    for (const other of this.on[slot] as number[]) {
      if (other === copy) continue;
      table.looks += 1;
      const n = table.noFit(table.kindOf[other] as number, state.turn[other] as number, kind, turn);
      const depth = n.depth(x - (state.x[other] as number), y - (state.y[other] as number));
      if (depth <= TOUCH_MM) continue;
      sum += depth * (this.weights[copy * this.many + other] as number);
      if (sum >= limit) break;
    }
    return sum;
  }

  /** The same from the grids alone. */
  private rough(copy: number, slot: number, turn: number, x: number, y: number, limit: number): number {
    const { table, state } = this;
    const kind = table.kindOf[copy] as number;
    const on = this.on[slot] as number[];
    table.looks += on.length;
    let sum = 0;
    for (const other of on) {
      if (other === copy) continue;
      const n = table.noFit(table.kindOf[other] as number, state.turn[other] as number, kind, turn);
      const depth = n.rough(x - (state.x[other] as number), y - (state.y[other] as number));
      if (depth <= 0) continue;
      sum += depth * (this.weights[copy * this.many + other] as number);
      if (sum >= limit) break;
    }
    return sum;
  }

  /** Out of what it lies in, the nearest ways, while that makes the sum less. */
  private slid(copy: number, given: Candidate): Candidate {
    const { table, state } = this;
    const kind = table.kindOf[copy] as number;
    const room = table.range(kind, given.turn, given.slot);
    let best = given;
    for (let step = 0; room && step < STEPS && best.sum > 0; step += 1) {
      const from = best;
      let sx = 0;
      let sy = 0;
      let hits = 0;
      const look = (dx: number, dy: number): void => {
        const x = clamped(from.x + dx, room.left, room.right);
        const y = clamped(from.y + dy, room.bottom, room.top);
        if (x === from.x && y === from.y) return;
        const sum = this.weighed(copy, { ...from, x, y }, best.sum);
        if (sum < best.sum) best = { ...from, x, y, sum };
      };
      for (const other of this.on[from.slot] as number[]) {
        if (other === copy) continue;
        table.looks += 1;
        const n = table.noFit(table.kindOf[other] as number, state.turn[other] as number, kind, from.turn);
        const ox = state.x[other] as number;
        const oy = state.y[other] as number;
        if (n.wayOut(from.x - ox, from.y - oy, this.near) <= TOUCH_MM) continue;
        const dx = this.near.x + ox - from.x;
        const dy = this.near.y + oy - from.y;
        sx += dx;
        sy += dy;
        hits += 1;
        look(dx, dy);
      }
      if (hits > 1) {
        look(sx, sy);
        look(sx / 2, sy / 2);
      }
      if (best.sum >= from.sum - 1e-9) break;
    }
    return best;
  }

  /** A place by chance for a copy, at an angle, on a sheet; undefined where it does not lie there. */
  private sample(copy: number, slot: number, turn: number): readonly [number, number] | undefined {
    const { table, state, random } = this;
    const kind = table.kindOf[copy] as number;
    const room = table.range(kind, turn, slot);
    if (!room) return undefined;
    const [wide, high] = [room.right - room.left, room.top - room.bottom];
    const way = random();
    if (way < ANYWHERE) return [room.left + random() * wide, room.bottom + random() * high];
    const within = (x: number, y: number): readonly [number, number] => [
      clamped(x, room.left, room.right),
      clamped(y, room.bottom, room.top),
    ];
    if (way < NEARBY && slot === state.slot[copy])
      return within(
        (state.x[copy] as number) + (random() - 0.5) * NEAR_PART * (wide + 5),
        (state.y[copy] as number) + (random() - 0.5) * NEAR_PART * (high + 5),
      );
    // a corner of a neighbour's no-fit polygon is a place where two outlines lock
    const on = this.on[slot] as number[];
    const other = on[Math.floor(random() * on.length)];
    if (other === undefined || other === copy)
      return random() < 0.5 ? [room.left, room.bottom] : [room.right, room.bottom];
    const { edges } = table.noFit(table.kindOf[other] as number, state.turn[other] as number, kind, turn);
    if (edges.length === 0) return undefined;
    const k = Math.floor((random() * edges.length) / 4) * 4;
    return within(
      (edges[k] as number) + (state.x[other] as number),
      (edges[k + 1] as number) + (state.y[other] as number),
    );
  }

  /** Moves a copy to the best of many places, if that is better than where it lies. */
  move(copy: number, slots: readonly number[], samples = SAMPLES): void {
    const { table, state, random } = this;
    const { turns } = nth(table.kinds, table.kindOf[copy] as number);
    const [home, turnNow] = [state.slot[copy] as number, state.turn[copy] as number];
    const here = { slot: home, turn: turnNow, x: state.x[copy] as number, y: state.y[copy] as number };
    const now = home >= 0 ? this.weighed(copy, here, Infinity) : Infinity;
    const top: Candidate[] = home >= 0 ? [{ ...here, sum: now }] : [];
    for (let k = 0; k < samples; k += 1) {
      const stays = home >= 0 && (slots.length === 1 || random() < STAYS);
      const slot = stays ? home : nth(slots, Math.floor(random() * slots.length));
      const turn = k < samples / 4 && home >= 0 ? turnNow : nth(turns, Math.floor(random() * turns.length));
      const place = this.sample(copy, slot, turn);
      if (!place) continue;
      const limit = top.length < REFINED ? Infinity : nth(top, -1).sum;
      const sum = this.rough(copy, slot, turn, place[0], place[1], limit);
      if (sum >= limit) continue;
      top.push({ slot, turn, x: place[0], y: place[1], sum });
      top.sort((a, b) => a.sum - b.sum);
      if (top.length > REFINED) top.pop();
    }
    let best: Candidate | undefined;
    for (const candidate of top) {
      const sum = this.weighed(copy, candidate, Infinity);
      const refined = sum === 0 ? { ...candidate, sum } : this.slid(copy, { ...candidate, sum });
      if (!best || refined.sum < best.sum) best = refined;
      if (best.sum === 0) break;
    }
    if (!best || best.sum > now) return;
    if (home >= 0 && best.slot !== home) this.takeOff(copy);
    if (best.slot !== home) nth(this.on, best.slot).push(copy);
    [state.x[copy], state.y[copy], state.turn[copy], state.slot[copy]] = [best.x, best.y, best.turn, best.slot];
  }

  /** Both weights of a pair. */
  private weigh(a: number, b: number, weight: number): void {
    this.weights[a * this.many + b] = weight;
    this.weights[b * this.many + a] = weight;
  }

  /** Moves copies until none lies in another. True: `state` is sound. */
  *run(slots: readonly number[]): Generator<void, boolean> {
    let [least, since] = [Infinity, 0];
    for (let pass = 0; pass < PASSES; pass += 1) {
      const pairs: (readonly [number, number, number])[] = [];
      let [sum, deepest] = [0, 0];
      eachPair(this.table, this.state, this.on, slots, (a, b, depth) => {
        const weight = this.weights[a * this.many + b] as number;
        if (depth <= TOUCH_MM) {
          if (weight > 1) this.weigh(a, b, Math.max(1, weight * LIGHTER));
          return;
        }
        pairs.push([a, b, depth]);
        sum += depth;
        deepest = Math.max(deepest, depth);
      });
      if (pairs.length === 0) return true;
      [least, since] = sum < least * GAIN ? [sum, 0] : [least, since + 1];
      if (since > WITHOUT_GAIN) return false;
      for (const [a, b, depth] of pairs) {
        const weight = this.weights[a * this.many + b] as number;
        this.weigh(a, b, Math.min(HEAVIEST, weight * (HEAVIER.least + HEAVIER.more * (depth / deepest))));
      }
      const meeting = [...new Set(pairs.flatMap(([a, b]) => [a, b]))].filter((copy) => this.movable.has(copy));
      for (const copy of shuffled(meeting, this.random)) {
        const { x, y, turn, slot } = this.state;
        const here = {
          x: x[copy] as number,
          y: y[copy] as number,
          turn: turn[copy] as number,
          slot: slot[copy] as number,
        };
        if (this.weighed(copy, here, Infinity) > 0) this.move(copy, slots);
        yield;
      }
    }
    return false;
  }
}
