/**
 * Free nesting. First fit by touching places in many orders; then, from the best of those, one sheet less or a shorter last sheet:
 * what lay there goes among the others, lies in them, and is moved until nothing lies in anything (`separate.ts`).
 * A search can be stopped at any moment and has a sound layout from its first one on. The same job and seed come to the same
 * layout after the same number of looks, on any machine.
 */
import { nth } from "../units/nth.ts";
import { randomFrom } from "../units/random.ts";
import { provedBound } from "./bound.ts";
import { firstFit, RULES } from "./firstFit.ts";
import { bySlot, eachPair, Separation } from "./separate.ts";
import { copyOf, type NestJob, type NestPlace, type State, Table, TOUCH_MM } from "./table.ts";
import { stripOf, usedSlots, worthOf } from "./worth.ts";

/** Layouts by first fit at most, the looks they may take together, and of all looks that are allowed the share they get. */
const FIRST_FITS = 60;
const FIRST_LOOKS = 4e6;
const FIRST_SHARE = 0.25;
/** Tries without gain after which another first fit is gone on from, and how often that is done. */
const TRIES = 24;
const RESTARTS = 30;
/** Of first fits the few best are gone on from. */
const STARTS = 4;
/** With more copies than this, first fit alone is tried: separation looks at every pair. */
const MOST_SEPARATED = 600;
/** How often one sheet less is tried: seldom while the last one is well used. */
const LESS = { under: 0.35, often: 0.6, seldom: 0.15 };
/** Gains less than this are none. */
const GAIN = 1e-6;
/** Of what is spare on the last sheet, how much is taken off at once: at first, most, and least; more after a success, less after none. */
const CUT = { first: 0.06, most: 0.3, least: 0.01, up: 1.5, down: 0.6 };
/** Looks for a place among others, of a copy whose sheet is given up, and of one that does not fit on its own any more. */
const SAMPLES = { given: 200, out: 120 };

export class Nest {
  readonly table: Table;
  /** whole sheets proved to be needed; none before the search has begun */
  proved = 0;
  best: State | undefined;
  worth = Infinity;
  private readonly random: () => number;
  private readonly separation: Separation | undefined;

  constructor(job: NestJob) {
    this.table = new Table(job);
    this.random = randomFrom(job.seed);
    const isSmall = this.table.kindOf.length <= MOST_SEPARATED;
    this.separation = isSmall ? new Separation(this.table, this.random) : undefined;
    const start = this.startOf(job.start ?? []);
    if (start && this.isSound(start)) this.keep(start);
  }

  private keep(state: State): void {
    const worth = worthOf(this.table, state);
    if (worth >= this.worth - GAIN) return;
    [this.worth, this.best] = [worth, copyOf(state)];
  }

  /** A given layout as a state; undefined where none is given. */
  private startOf(places: readonly NestPlace[]): State | undefined {
    const { table } = this;
    if (places.length === 0) return undefined;
    const state = copyOf(table.bare);
    const copies = new Map(table.free.map((i) => [`${String(table.partOf[i])}/${String(table.copyNumber[i])}`, i]));
    for (const { part, copy, slot, x, y, rotation } of places) {
      const i = copies.get(`${String(part)}/${String(copy)}`);
      const turn = table.angle(rotation);
      if (i === undefined || turn < 0 || slot >= table.slots.length) return undefined;
      [state.x[i], state.y[i], state.turn[i], state.slot[i]] = [x, y, turn, slot];
    }
    return state;
  }

  /** Whether every copy lies on its sheet and in no other. */
  isSound(state: State): boolean {
    const { table } = this;
    const noise = 1e-4;
    const isOn = (i: number): boolean => {
      const slot = state.slot[i] as number;
      if (slot < 0) return true;
      const room = table.range(nth(table.kindOf, i), state.turn[i] as number, slot);
      const [x, y] = [state.x[i] as number, state.y[i] as number];
      return (
        room !== undefined &&
        x > room.left - noise &&
        x < room.right + noise &&
        y > room.bottom - noise &&
        y < room.top + noise
      );
    };
    if (!table.free.every(isOn)) return false;
    let isClear = true;
    eachPair(table, state, bySlot(table, state), usedSlots(state), (_, __, depth) => {
      if (depth > TOUCH_MM) isClear = false;
    });
    return isClear;
  }

  private area(copy: number): number {
    return nth(this.table.kinds, nth(this.table.kindOf, copy)).area;
  }
  private side(copy: number): number {
    const box = nth(nth(this.table.kinds, nth(this.table.kindOf, copy)).boxes, 0);
    return Math.max(box.right - box.left, box.top - box.bottom);
  }
  /** Copies in an order; those that are alike in it stay as they are. */
  private ordered(of: (copy: number) => number): number[] {
    return [...this.table.free].sort((a, b) => of(b) - of(a) || a - b);
  }
  /** An order by chance: larger kinds are likely to come first. */
  private byChance(): number[] {
    const keys = new Map<number, number>();
    for (const copy of this.table.free) {
      const kind = nth(this.table.kindOf, copy);
      if (!keys.has(kind)) keys.set(kind, this.area(copy) * (0.5 + this.random()));
    }
    return this.ordered((copy) => keys.get(nth(this.table.kindOf, copy)) ?? 0);
  }

  /**
   * Searches; yields often, and whoever drives it may stop at any time: `best` is sound. Ends by itself when no more paper is to
   * be saved, or nothing more is found.
   * @param effort looks at most
   */
  *run(effort = Infinity): Generator<void> {
    if (this.table.free.length === 0) {
      this.keep(this.table.bare);
      return;
    }
    const starts = yield* this.firstFits(effort);
    this.proved = provedBound(this.table);
    yield;
    if (!this.best || !this.separation || this.table.isGrouped) return;
    starts.push(this.best);
    starts.sort((a, b) => worthOf(this.table, a) - worthOf(this.table, b));
    yield* this.improve(this.separation, starts, effort);
  }

  private *firstFits(effort: number): Generator<void, State[]> {
    const { table } = this;
    const starts: State[] = [];
    const orders = [this.ordered((copy) => this.area(copy)), this.ordered((copy) => this.side(copy))];
    const limit = Math.min(effort * FIRST_SHARE, FIRST_LOOKS);
    for (let k = 0; k < FIRST_FITS && (k === 0 || table.looks < limit); k += 1) {
      const order = k < 2 * RULES.length ? nth(orders, k % 2) : this.byChance();
      const most = Math.floor(this.worth) + 1;
      const rule = nth(RULES, Math.floor(k / 2) % RULES.length);
      // the first of all is laid to its end: there must be one
      const state = yield* firstFit(table, order, rule, most, this.best ? effort : Infinity);
      if (state) {
        this.keep(state);
        starts.push(state);
      }
      yield;
    }
    return starts;
  }

  private *improve(separation: Separation, starts: readonly State[], effort: number): Generator<void> {
    const { table } = this;
    let here = nth(starts, 0);
    let [worth, tries, restarts, cut] = [worthOf(table, here), 0, 0, CUT.first];
    while (table.looks < effort) {
      if (tries >= TRIES) {
        restarts += 1;
        if (restarts > RESTARTS) return;
        const other = starts[1 + Math.floor(this.random() * Math.min(STARTS, starts.length - 1))];
        here = restarts % 3 > 0 && other ? other : (this.best ?? here);
        [worth, tries, cut] = [worthOf(table, here), 0, CUT.first];
      }
      separation.load(here);
      table.unlimited();
      const whole = usedSlots(here).filter((s) => !nth(table.slots, s).isOffcut);
      if (whole.length === 0) return;
      const isSound = this.triesOneLess(here, whole)
        ? yield* this.oneLess(separation, here, whole)
        : yield* this.shorterLast(separation, here, whole, cut, tries);
      if (isSound === undefined) return;
      // a sheet was only made shorter to be used less
      table.unlimited();
      const found = isSound ? worthOf(table, separation.state) : Infinity;
      if (found < worth - GAIN) {
        this.keep(separation.state);
        here = copyOf(separation.state);
        [worth, tries, cut] = [found, 0, Math.min(CUT.most, cut * CUT.up)];
      } else [tries, cut] = [tries + 1, Math.max(CUT.least, cut * CUT.down)];
      yield;
    }
  }

  private triesOneLess(here: State, whole: readonly number[]): boolean {
    if (whole.length <= Math.max(1, this.proved) || this.givable(here, whole).length === 0) return false;
    const least = Math.min(...whole.map((s) => stripOf(this.table, here, s).share));
    return this.random() < (least < LESS.under ? LESS.often : LESS.seldom);
  }

  /** Whole sheets that nothing is locked to, that with least on it first. */
  private givable(here: State, whole: readonly number[]): number[] {
    const locked = new Set(this.table.fixed.map((i) => here.slot[i]));
    return whole.filter((s) => !locked.has(s)).sort((a, b) => this.content(here, a) - this.content(here, b));
  }

  private content(here: State, slot: number): number {
    return this.table.free.reduce((sum, i) => sum + (here.slot[i] === slot ? this.area(i) : 0), 0);
  }

  /** What lies on one sheet goes among the others, as well as may be, and all is moved apart. */
  private *oneLess(separation: Separation, here: State, whole: readonly number[]): Generator<void, boolean> {
    const givable = this.givable(here, whole);
    const given = nth(givable, this.random() < 0.7 ? 0 : Math.floor(this.random() * Math.min(3, givable.length)));
    const rest = usedSlots(here).filter((s) => s !== given);
    const homeless = [...nth(separation.on, given)].sort((a, b) => this.area(b) - this.area(a));
    for (const copy of homeless) separation.takeOff(copy);
    for (const copy of homeless) {
      separation.move(copy, rest, SAMPLES.given);
      if ((separation.state.slot[copy] as number) < 0) return false;
      yield;
    }
    return yield* separation.run(rest);
  }

  /** The sheet that is least used is made shorter; what stands out comes in, or goes to another one. Undefined where nothing is to be had. */
  private *shorterLast(
    separation: Separation,
    here: State,
    whole: readonly number[],
    cut: number,
    tries: number,
  ): Generator<void, boolean | undefined> {
    const { table } = this;
    const share = (s: number): number => stripOf(table, here, s).share;
    const last = [...whole].sort((a, b) => share(a) - share(b))[0] as number;
    const strip = stripOf(table, here, last);
    const { width, height } = nth(table.slots, last);
    const used = usedSlots(here);
    const least = this.content(here, last) / (width * height);
    if (used.length === 1 && strip.share <= least * 1.02) return undefined;
    const spare = used.length === 1 ? strip.share - least : strip.share;
    const wanted = strip.share - Math.max(0.002, spare * cut);
    // now and then the other way
    const isNarrower = tries % 3 === 2 ? strip.height < height : strip.height === height && strip.width < width;
    table.limits[last] = isNarrower ? { width: width * wanted, height } : { width, height: height * wanted };
    for (const copy of [...nth(separation.on, last)]) {
      if (table.fixed.includes(copy)) continue;
      const room = table.range(nth(table.kindOf, copy), separation.state.turn[copy] as number, last);
      if (room) {
        const { x, y } = separation.state;
        x[copy] = Math.min(room.right, Math.max(room.left, x[copy] as number));
        y[copy] = Math.min(room.top, Math.max(room.bottom, y[copy] as number));
        continue;
      }
      separation.takeOff(copy);
      separation.move(copy, used, SAMPLES.out);
      if ((separation.state.slot[copy] as number) < 0) return false;
      yield;
    }
    return yield* separation.run(used);
  }

  /** Where everything lies in the best layout so far: what can be begun with again. */
  places(): NestPlace[] {
    const { table, best } = this;
    if (!best) return [];
    return [...best.slot.keys()]
      .filter((i) => (best.slot[i] as number) >= 0 && nth(table.partOf, i) >= 0)
      .map((i) => ({
        part: nth(table.partOf, i),
        copy: nth(table.copyNumber, i),
        slot: best.slot[i] as number,
        x: best.x[i] as number,
        y: best.y[i] as number,
        rotation: nth(table.angles, best.turn[i] as number),
      }));
  }
}
