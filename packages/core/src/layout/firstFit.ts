/**
 * First fit: copies are laid one after the other, each at the touching place where a rule's sum is least, on the first sheet that
 * has one.
 */
import type { Bounds } from "../geometry/path.ts";
import { nth } from "../units/nth.ts";
import { copyOf, type State, type Table } from "./table.ts";
import { cornersOf, refresh, type Touching } from "./touching.ts";

/** What is summed of a place: how high and how far right it reaches, at the box's far side or its middle, or the box that all reaches. */
export interface Rule {
  readonly up: number;
  readonly right: number;
  readonly by: "side" | "middle" | "whole";
}

/** The rules that are tried: a piece's middle interlocks better than its far side, its far side keeps strips. */
export const RULES: readonly Rule[] = [
  { up: 1, right: 0.1, by: "side" },
  { up: 0.1, right: 1, by: "side" },
  { up: 1, right: 0.1, by: "middle" },
  { up: 0.1, right: 1, by: "middle" },
  { up: 1, right: 1, by: "side" },
  { up: 1, right: 1, by: "middle" },
  { up: 1, right: 0.4, by: "side" },
  { up: 0.4, right: 1, by: "side" },
  { up: 1, right: 0.2, by: "whole" },
  { up: 0.2, right: 1, by: "whole" },
];

/** A hundredth of a mm² of what all reaches weighs as a mm of the sum. */
const REACH = 1e-2;
/** Sums nearer than this are alike: the first is taken. */
const LESS = 1e-7;

/** One laying: what lies where, and what is known of the places still open. */
class Laying {
  readonly state: State;
  readonly on: number[][];
  private readonly table: Table;
  private readonly rule: Rule;
  private readonly open = new Map<string, Touching>();
  /** kinds that found no place on a sheet: nothing is taken off it again, so they never will */
  private readonly full = new Set<number>();

  constructor(table: Table, rule: Rule) {
    this.table = table;
    this.rule = rule;
    this.state = copyOf(table.bare);
    this.on = table.slots.map((_, slot) => table.fixed.filter((i) => this.state.slot[i] === slot));
  }

  /** Takes a copy off its sheet again: what was known of that sheet is known no more. */
  takeOff(copy: number): void {
    const slot = this.state.slot[copy] as number;
    this.on[slot] = nth(this.on, slot).filter((i) => i !== copy);
    for (const key of this.open.keys()) if (key.startsWith(`${String(slot)}/`)) this.open.delete(key);
    for (let kind = 0; kind < this.table.kinds.length; kind += 1) this.full.delete(this.fullKey(kind, slot));
    this.state.slot[copy] = -1;
  }

  private fullKey(kind: number, slot: number): number {
    return slot * this.table.kinds.length + kind;
  }

  private reach(slot: number): { readonly right: number; readonly top: number } {
    let [right, top] = [0, 0];
    for (const i of nth(this.on, slot)) {
      const box = nth(nth(this.table.kinds, nth(this.table.kindOf, i)).boxes, this.state.turn[i] as number);
      right = Math.max(right, (this.state.x[i] as number) + box.right);
      top = Math.max(top, (this.state.y[i] as number) + box.top);
    }
    return { right, top };
  }

  /** What a place is worth by the rule: the less the better; beside something, how far from its middle. */
  private sums(slot: number, beside: number | undefined): (x: number, y: number, box: Bounds) => number {
    const { up, right, by } = this.rule;
    if (beside !== undefined) {
      const box = nth(nth(this.table.kinds, nth(this.table.kindOf, beside)).boxes, this.state.turn[beside] as number);
      const [cx, cy] = [
        (this.state.x[beside] as number) + (box.left + box.right) / 2,
        (this.state.y[beside] as number) + (box.bottom + box.top) / 2,
      ];
      return (x, y, b) => Math.hypot(x + (b.left + b.right) / 2 - cx, y + (b.bottom + b.top) / 2 - cy);
    }
    if (by === "side") return (x, y, b) => up * (y + b.top) + right * (x + b.right);
    const middle = (x: number, y: number, b: Bounds): number =>
      up * (y + (b.bottom + b.top) / 2) + right * (x + (b.left + b.right) / 2);
    if (by === "middle") return middle;
    const reached = this.reach(slot);
    return (x, y, b) =>
      REACH * Math.max(reached.right, x + b.right) * Math.max(reached.top, y + b.top) + middle(x, y, b);
  }

  /** Lays a copy on a sheet, as near as may be to another one where that is asked; false where it has no place there. */
  *put(copy: number, slot: number, beside?: number): Generator<void, boolean> {
    const { table, state } = this;
    const kind = nth(table.kindOf, copy);
    if (this.full.has(this.fullKey(kind, slot))) return false;
    const { turns, boxes } = nth(table.kinds, kind);
    const sum = this.sums(slot, beside);
    let best = { sum: Infinity, x: 0, y: 0, turn: -1 };
    for (const turn of turns) {
      const room = table.range(kind, turn, slot);
      if (!room) continue;
      // an angle not met before asks for its no-fit polygons, which take their time
      yield;
      const key = `${String(slot)}/${String(kind)}/${String(turn)}`;
      const touching = this.open.get(key) ?? cornersOf(room);
      this.open.set(key, touching);
      refresh(touching, table, state, nth(this.on, slot), kind, turn, room);
      const box = nth(boxes, turn);
      for (let k = 0; k < touching.places.length; k += 2) {
        const x = touching.places[k] as number;
        const y = touching.places[k + 1] as number;
        const value = sum(x, y, box);
        if (value < best.sum - LESS) best = { sum: value, x, y, turn };
      }
    }
    if (best.turn < 0) {
      this.full.add(this.fullKey(kind, slot));
      return false;
    }
    [state.x[copy], state.y[copy], state.turn[copy], state.slot[copy]] = [best.x, best.y, best.turn, slot];
    nth(this.on, slot).push(copy);
    return true;
  }

  /** Lays copies that stay together on one sheet: all of them or none. */
  *putAll(copies: readonly number[], slot: number): Generator<void, boolean> {
    const isBeside = copies.some((copy) => this.table.keepsBeside(copy));
    for (const [k, copy] of copies.entries()) {
      if (yield* this.put(copy, slot, isBeside && k > 0 ? copies[0] : undefined)) continue;
      for (const laid of copies.slice(0, k)) this.takeOff(laid);
      return false;
    }
    return true;
  }
}

/**
 * Lays everything in an order. Yields often.
 * @param most whole sheets above which it is given up: it is worse than what is known
 * @param effort looks of the table after which it is given up
 */
export function* firstFit(
  table: Table,
  order: readonly number[],
  rule: Rule,
  most: number,
  effort: number,
): Generator<void, State | undefined> {
  const laying = new Laying(table, rule);
  const { slots } = table;
  let opened = Math.max(0, ...table.fixed.map((i) => (table.bare.slot[i] as number) + 1));
  let whole = laying.on.filter((on, slot) => on.length > 0 && !nth(slots, slot).isOffcut).length;
  const done = new Set<number>();
  for (const copy of order) {
    if (done.has(copy)) continue;
    yield;
    const unit = table.unitOf(copy);
    for (const one of unit) done.add(one);
    for (let slot = 0; slot < slots.length; slot += 1) {
      const isNew = slot >= opened;
      // all sheets that are not begun yet and are alike will take it, or none of them
      if (isNew && !unit.every((one) => table.fitsOn(table.kindOf[one] as number, slot))) continue;
      if (!(yield* laying.putAll(unit, slot))) {
        if (isNew && unit.length === 1) slot = lastAlike(table, slot);
        continue;
      }
      opened = Math.max(opened, slot + 1);
      if (!nth(slots, slot).isOffcut && nth(laying.on, slot).length === unit.length) whole += 1;
      break;
    }
    if (whole > most || table.looks > effort) return undefined;
  }
  return laying.state;
}

/** The last sheet of the same kind as one. */
function lastAlike({ slots }: Table, slot: number): number {
  let last = slot;
  while (slots[last + 1]?.sheet === slots[slot]?.sheet) last += 1;
  return last;
}
