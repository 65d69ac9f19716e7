/**
 * One order of a tool's walks, and the moves that make it shorter under its rules.
 *
 *     home → walk → walk → … → home        only what is travelled between them counts
 *
 * A line may be walked either way, a loop begun at any of its starts. Turning a run of walks round leaves the travel within it
 * as it was (a line walked backwards ends where it began, a loop always does), so that every move is weighed by its ends alone.
 */
import { nth } from "../units/nth.ts";
import { distance, type Point } from "../geometry/point.ts";
import { MOST_STARTS, type Walk } from "./walks.ts";

/** What is asked of an order. */
export interface Travelling {
  /** where the tool comes from, and where it goes in the end; it may stay where it is */
  readonly home: Point;
  readonly end?: Point | undefined;
  /** after an even number of them a line ends where it began */
  readonly passes: number;
}

/** A way to walk one: where it is begun and left, x and y by turns, and which of the walk's own places that is. */
interface Ways {
  readonly count: number;
  readonly from: Float64Array;
  readonly to: Float64Array;
  readonly start: readonly number[];
  /** of a line that ends elsewhere than it begins: the other way is the other choice */
  readonly turns: boolean;
}

function waysOf({ points, closed, starts }: Walk, passes: number): Ways {
  const isEven = passes % 2 === 0;
  const last = points.length - 1;
  const start = closed ? starts : [0, last];
  const from = start.map((i) => nth(points, i));
  const to = closed ? from : start.map((i) => nth(points, isEven ? i : last - i));
  const flat = (list: readonly Point[]): Float64Array => Float64Array.from(list.flat());
  return { count: start.length, from: flat(from), to: flat(to), start, turns: !closed && !isEven };
}

/** A saved order. */
export interface Saved {
  readonly order: Int32Array;
  readonly choice: Int32Array;
}

/** Longest run that is carried to another place. */
const CARRIED = 3;
/** A move that saves less is none. */
const LEAST = 1e-9;

export class Tour {
  readonly count: number;
  /** distances that were looked at: work is counted and not timed, so that a job has one order anywhere */
  looks = 0;
  private readonly ways: readonly Ways[];
  private readonly ruled: boolean;
  /** one bit for each walk that must come before, taken through any nesting */
  private readonly before: readonly Uint32Array[];
  private readonly words: number;
  private readonly home: Point;
  private readonly end: Point | undefined;
  /** walks in their order, the place of each in it, and the way each is walked */
  private readonly order: Int32Array;
  private readonly at: Int32Array;
  private readonly choice: Int32Array;
  /** where each is begun and left */
  private readonly fx: Float64Array;
  private readonly fy: Float64Array;
  private readonly tx: Float64Array;
  private readonly ty: Float64Array;
  private readonly queue: number[] = [];
  private readonly queued: Uint8Array;

  constructor(walks: readonly Walk[], { home, end, passes }: Travelling) {
    const count = walks.length;
    this.count = count;
    this.home = home;
    this.end = end;
    this.ways = walks.map((walk) => waysOf(walk, passes));
    this.words = (count + 31) >> 5;
    this.ruled = walks.some(({ after }) => after.length > 0);
    this.before = firstOf(walks, this.words);
    [this.order, this.at, this.choice] = [new Int32Array(count), new Int32Array(count), new Int32Array(count)];
    [this.fx, this.fy] = [new Float64Array(count), new Float64Array(count)];
    [this.tx, this.ty] = [new Float64Array(count), new Float64Array(count)];
    this.queued = new Uint8Array(count);
  }

  private walkAt(q: number): number {
    return this.order[q] as number;
  }
  private waysAt(walk: number): Ways {
    return this.ways[walk] as Ways;
  }
  private choose(walk: number, way: number): void {
    const { from, to } = this.waysAt(walk);
    this.choice[walk] = way;
    this.fx[walk] = from[2 * way] as number;
    this.fy[walk] = from[2 * way + 1] as number;
    this.tx[walk] = to[2 * way] as number;
    this.ty[walk] = to[2 * way + 1] as number;
  }
  private put(walk: number, q: number): void {
    this.order[q] = walk;
    this.at[walk] = q;
  }
  /** Where the tool stands after place q of the order; before the first it is at home. */
  private leftX(q: number): number {
    return q < 0 ? this.home[0] : (this.tx[this.walkAt(q)] as number);
  }
  private leftY(q: number): number {
    return q < 0 ? this.home[1] : (this.ty[this.walkAt(q)] as number);
  }
  /** mm from a place to where the walk at q begins; past the last to where the tool goes in the end. */
  private to(x: number, y: number, q: number): number {
    if (q >= this.count) return this.end ? distance(this.end, [x, y]) : 0;
    const walk = this.walkAt(q);
    const [dx, dy] = [(this.fx[walk] as number) - x, (this.fy[walk] as number) - y];
    return Math.sqrt(dx * dx + dy * dy);
  }
  private mustPrecede(one: number, other: number): boolean {
    return ((((this.before[other] as Uint32Array)[one >> 5] as number) >>> (one & 31)) & 1) === 1;
  }

  /** mm travelled in all. */
  travel(): number {
    let sum = 0;
    for (let q = 0; q <= this.count; q += 1) sum += this.to(this.leftX(q - 1), this.leftY(q - 1), q);
    return sum;
  }

  /** The nearest of what is ready, again and again. @param random makes another of it */
  nearest(random?: () => number): void {
    const done = new Uint32Array(this.words);
    const left = Array.from({ length: this.count }, (_, i) => i);
    let [x, y] = this.home;
    for (let q = 0; q < this.count; q += 1) {
      let [least, found, way] = [Infinity, 0, 0];
      left.forEach((walk, m) => {
        if (this.ruled && (this.before[walk] as Uint32Array).some((bits, k) => (bits & ~(done[k] as number)) !== 0))
          return;
        const { count, from } = this.waysAt(walk);
        for (let k = 0; k < count; k += 1) {
          const [dx, dy] = [(from[2 * k] as number) - x, (from[2 * k + 1] as number) - y];
          const far = (dx * dx + dy * dy) * (random ? 0.6 + 0.8 * random() : 1);
          if (far < least) [least, found, way] = [far, m, k];
        }
      });
      const walk = nth(left, found);
      left[found] = nth(left, -1);
      left.pop();
      this.put(walk, q);
      this.choose(walk, way);
      done[walk >> 5] = (done[walk >> 5] as number) | (1 << (walk & 31));
      [x, y] = [this.tx[walk] as number, this.ty[walk] as number];
    }
  }

  /** The walks as they were drawn, what must come first before each. */
  asDrawn(): void {
    const done = new Set<number>();
    const put = (walk: number): void => {
      if (done.has(walk)) return;
      done.add(walk);
      for (let one = 0; one < this.count; one += 1) if (this.mustPrecede(one, walk)) put(one);
      this.put(walk, placed++);
      this.choose(walk, 0);
    };
    let placed = 0;
    for (let walk = 0; walk < this.count; walk += 1) put(walk);
  }

  /** The best way to walk each in this order: exact, layer by layer. */
  bestWays(): void {
    const { count } = this;
    let [cost, next] = [new Float64Array(MOST_STARTS), new Float64Array(MOST_STARTS)];
    const come = new Uint8Array(count * MOST_STARTS);
    for (let q = 0; q < count; q += 1) {
      const own = this.waysAt(this.walkAt(q));
      const before = q > 0 ? this.waysAt(this.walkAt(q - 1)) : undefined;
      for (let k = 0; k < own.count; k += 1) {
        const [x, y] = [own.from[2 * k] as number, own.from[2 * k + 1] as number];
        let [least, way] = [before ? Infinity : distance(this.home, [x, y]), 0];
        for (let j = 0; before && j < before.count; j += 1) {
          const [dx, dy] = [(before.to[2 * j] as number) - x, (before.to[2 * j + 1] as number) - y];
          const far = (cost[j] as number) + Math.sqrt(dx * dx + dy * dy);
          if (far < least) [least, way] = [far, j];
        }
        next[k] = least;
        come[q * MOST_STARTS + k] = way;
      }
      this.looks += own.count;
      [cost, next] = [next, cost];
    }
    const last = this.waysAt(this.walkAt(count - 1));
    let [least, way] = [Infinity, 0];
    for (let k = 0; k < last.count; k += 1) {
      const home = this.end ? distance(this.end, [last.to[2 * k] as number, last.to[2 * k + 1] as number]) : 0;
      if ((cost[k] as number) + home < least) [least, way] = [(cost[k] as number) + home, k];
    }
    for (let q = count - 1; q >= 0; q -= 1) {
      const walk = this.walkAt(q);
      if (this.choice[walk] !== way) {
        this.choose(walk, way);
        this.wake(q);
      }
      way = come[q * MOST_STARTS + way] as number;
    }
  }

  /** What stands at a place and beside it is looked at again. */
  wake(q: number): void {
    for (const place of [q - 1, q, q + 1]) {
      const walk = place >= 0 && place < this.count ? this.walkAt(place) : -1;
      if (walk < 0 || this.queued[walk]) continue;
      this.queued[walk] = 1;
      this.queue.push(walk);
    }
  }

  private mayTurn(i: number, j: number): boolean {
    if (!this.ruled) return true;
    for (let q = i + 1; q <= j; q += 1)
      for (let p = i; p < q; p += 1) if (this.mustPrecede(this.walkAt(p), this.walkAt(q))) return false;
    return true;
  }

  /** Whether the first run may come after the second, which stands right behind it. */
  private mayPass(i: number, j: number, k: number): boolean {
    if (!this.ruled) return true;
    for (let q = j + 1; q <= k; q += 1)
      for (let p = i; p <= j; p += 1) if (this.mustPrecede(this.walkAt(p), this.walkAt(q))) return false;
    return true;
  }

  private otherWay(walk: number): void {
    if (this.waysAt(walk).turns) this.choose(walk, 1 - (this.choice[walk] as number));
  }

  /** A run of the order turned round, where that is shorter. */
  private reverse(i: number, j: number): boolean {
    this.looks += 1;
    const [a, b] = [this.walkAt(i), this.walkAt(j)];
    const [px, py] = [this.leftX(i - 1), this.leftY(i - 1)];
    const was = this.to(px, py, i) + this.to(this.tx[b] as number, this.ty[b] as number, j + 1);
    // turned, it begins where its last ended and ends where its first began
    const first = Math.hypot((this.tx[b] as number) - px, (this.ty[b] as number) - py);
    if (first >= was) return false;
    const now = first + this.to(this.fx[a] as number, this.fy[a] as number, j + 1);
    if (now >= was - LEAST || !this.mayTurn(i, j)) return false;
    for (let q = i; q <= j; q += 1) this.otherWay(this.walkAt(q));
    for (let p = i, q = j; p < q; p += 1, q -= 1) {
      const walk = this.walkAt(p);
      this.put(this.walkAt(q), p);
      this.put(walk, q);
    }
    this.wake(i);
    this.wake(j);
    return true;
  }

  /** The best place for a run, as it is, turned round, or (one walk) begun elsewhere; it is put there. */
  private carry(i: number, long: number): boolean {
    const j = i + long - 1;
    if (j >= this.count) return false;
    const [a, b] = [this.walkAt(i), this.walkAt(j)];
    const [px, py, ex, ey] = [this.leftX(i - 1), this.leftY(i - 1), this.tx[b] as number, this.ty[b] as number];
    const freed = this.to(px, py, i) + this.to(ex, ey, j + 1) - this.to(px, py, j + 1);
    if (freed < LEAST) return false;
    const own = this.waysAt(a);
    const canTurn = long > 1 && this.mayTurn(i, j);
    let [least, where, how] = [freed - LEAST, -2, 0];
    const weigh = (to: number, fx: number, fy: number, tx: number, ty: number, way: number): void => {
      const [x, y] = [this.leftX(to), this.leftY(to)];
      const hole = this.to(x, y, to + 1);
      const there = Math.sqrt((fx - x) ** 2 + (fy - y) ** 2);
      if (there - hole >= least) return;
      const takes = there + this.to(tx, ty, to + 1) - hole;
      const may = takes < least && (to > j ? this.mayPass(i, j, to) : this.mayPass(to + 1, i - 1, j));
      if (may) [least, where, how] = [takes, to, way];
    };
    for (let to = -1; to < this.count; to += 1) {
      if (to >= i - 1 && to <= j) continue;
      this.looks += 1;
      if (long === 1) {
        const { from, to: ends } = own;
        for (let k = 0; k < own.count; k += 1)
          weigh(
            to,
            from[2 * k] as number,
            from[2 * k + 1] as number,
            ends[2 * k] as number,
            ends[2 * k + 1] as number,
            k,
          );
        continue;
      }
      weigh(to, this.fx[a] as number, this.fy[a] as number, ex, ey, 0);
      if (canTurn) weigh(to, ex, ey, this.fx[a] as number, this.fy[a] as number, 1);
    }
    if (where < -1) return false;
    this.moveRun(i, long, where, long > 1 && how === 1);
    if (long === 1) this.choose(a, how);
    return true;
  }

  private moveRun(i: number, long: number, where: number, isTurned: boolean): void {
    const j = i + long - 1;
    const run = Array.from(this.order.subarray(i, j + 1));
    if (isTurned) {
      run.reverse();
      for (const walk of run) this.otherWay(walk);
    }
    const at = where > j ? where - long + 1 : where + 1;
    if (where > j) this.order.copyWithin(i, j + 1, where + 1);
    else this.order.copyWithin(where + 1 + long, where + 1, i);
    this.order.set(run, at);
    for (let q = Math.min(i, at); q <= Math.max(j, where); q += 1) this.at[this.walkAt(q)] = q;
    this.wake(at);
    this.wake(at + long - 1);
    this.wake(where > j ? i : j);
  }

  /** Every move that helps, until none does or enough was looked at. */
  private improve(most: number): void {
    while (this.queue.length > 0 && this.looks < most) {
      const walk = this.queue.pop() as number;
      this.queued[walk] = 0;
      while (this.looks < most && this.helpedAt(this.at[walk] as number));
    }
  }

  private helpedAt(q: number): boolean {
    for (let long = 1; long <= CARRIED; long += 1)
      for (let back = 0; back < long; back += 1) if (q - back >= 0 && this.carry(q - back, long)) return true;
    for (let j = 0; j < this.count; j += 1) if (j > q ? this.reverse(q, j) : this.reverse(j, q)) return true;
    return false;
  }

  /** Made as short as its moves make it; mm. @param most looks in all */
  settle(most: number): number {
    for (let was = Infinity; ;) {
      this.improve(most);
      this.bestWays();
      const now = this.travel();
      if (now >= was - LEAST || this.looks >= most) {
        this.queue.length = 0;
        this.queued.fill(0);
        return now;
      }
      was = now;
    }
  }

  wakeAll(): void {
    for (let q = 0; q < this.count; q += 2) this.wake(q);
  }

  /** Two neighbouring runs change places where the rules allow. */
  shake(random: () => number): void {
    const span = Math.min(this.count, SHAKEN) * SHAKEN_PART;
    const pick = (below: number): number => Math.floor(random() * below);
    for (let tries = 0; tries < SHAKES; tries += 1) {
      const i = pick(Math.max(1, this.count - 2));
      const j = Math.min(this.count - 2, i + pick(span));
      const k = Math.min(this.count - 1, j + 1 + pick(span));
      if (i > j || j >= k || !this.mayPass(i, j, k)) continue;
      const [first, second] = [this.order.slice(i, j + 1), this.order.slice(j + 1, k + 1)];
      this.order.set(second, i);
      this.order.set(first, i + second.length);
      for (let q = i; q <= k; q += 1) this.at[this.walkAt(q)] = q;
      for (const q of [i, i + second.length, k]) this.wake(q);
      return;
    }
  }

  save(): Saved {
    return { order: this.order.slice(), choice: this.choice.slice() };
  }
  load({ order, choice }: Saved): void {
    order.forEach((walk, q) => {
      this.put(walk, q);
    });
    choice.forEach((way, walk) => {
      this.choose(walk, way);
    });
  }

  /** The order as it stands: which walk, where it is begun, and whether a line is walked backwards. */
  planned(): { readonly walk: number; readonly start: number; readonly isBack: boolean }[] {
    return Array.from(this.order, (walk) => {
      const way = this.choice[walk] as number;
      const start = nth(this.waysAt(walk).start, way);
      return { walk, start, isBack: way === 1 };
    });
  }
}

/** Runs that change places are no longer than a part of so many walks; so often it is tried. */
const SHAKEN = 60;
const SHAKEN_PART = 0.4;
const SHAKES = 20;

/** For each walk one bit for each that must come before it, taken through any nesting. */
function firstOf(walks: readonly Walk[], words: number): Uint32Array[] {
  const before = walks.map(() => new Uint32Array(words));
  const seen = new Uint8Array(walks.length);
  const close = (walk: number): Uint32Array => {
    const bits = nth(before, walk);
    if (seen[walk]) return bits;
    seen[walk] = 1;
    for (const one of nth(walks, walk).after) {
      bits[one >> 5] = (bits[one >> 5] as number) | (1 << (one & 31));
      close(one).forEach((more, k) => {
        bits[k] = (bits[k] as number) | more;
      });
    }
    return bits;
  };
  walks.forEach((_, walk) => close(walk));
  return before;
}
