/**
 * The table a search works on: kinds of pieces, sheets in the order they are used, and where two pieces may not be. A layout is
 * where each copy lies; everything else follows.
 */
import { fewer } from "../geometry/outward.ts";
import { Depths, Turned } from "../geometry/depth.ts";
import { grown, type Rings } from "../geometry/areas.ts";
import { fitAngles, hullOf } from "../geometry/fit.ts";
import { boxAt, noFit, type Outlines, ringArea, turnedRing } from "../geometry/noFit.ts";
import { type Bounds, boundsOf } from "../geometry/path.ts";
import type { Point, Size } from "../geometry/point.ts";
import type { Turning } from "../model/layout.ts";
import type { Grain } from "../model/spec.ts";
import { nth } from "../units/nth.ts";

/** Pieces of one outline that are laid alike. */
export interface NestPart {
  /** polygons that hold the paper (`outward`), about the piece's own origin */
  readonly outlines: Outlines;
  readonly copies: number;
  readonly turn: Turning;
  /** which way its fibres must run, as it is drawn; absent where that is all one */
  readonly grain?: Grain | undefined;
  /** copies of one number of all parts with one group stay on one sheet, or side by side */
  readonly group?: { readonly id: number; readonly isBeside: boolean } | undefined;
}

/** Sheets of one kind in hand: no more of them than could be wanted, for each is a slot of its own. */
export interface NestSheet extends Size {
  readonly count: number;
  readonly margin: number;
  readonly isOffcut: boolean;
  readonly grain?: Grain | undefined;
}

/** A copy that stays where it is, or a rectangle that nothing may lie on. */
export interface NestFixed {
  /** the number of its part, or what lies there and is no piece */
  readonly part: number | Size;
  readonly slot: number;
  readonly x: number;
  readonly y: number;
  readonly rotation: number;
}

/** Where a copy of a part lies: what a search begins with, and what it comes to. */
export interface NestPlace {
  readonly part: number;
  /** from 0 */
  readonly copy: number;
  readonly slot: number;
  readonly x: number;
  readonly y: number;
  readonly rotation: number;
}

/** What is to be laid; mm. */
export interface NestJob {
  readonly parts: readonly NestPart[];
  /** in the order they are used: offcuts first */
  readonly sheets: readonly NestSheet[];
  readonly gap: number;
  readonly seed: number;
  readonly fixed?: readonly NestFixed[];
  /** a layout to begin with: it is never made worse */
  readonly start?: readonly NestPlace[];
}

/** mm two grown outlines may lie in one another: the gap is kept to within twice that. */
export const TOUCH_MM = 0.005;
/** mm by which a grown outline may be simplified, outwards. */
const THIN_MM = 0.1;
/** mm that a rounded corner of a grown outline may lie inside its circle. */
const ROUND_MM = 0.002;
/** Openings smaller than this (mm²) take nothing. */
const OPENING_MM2 = 25;
/** mm by which a piece may be larger than its sheet by rounding alone. */
const NOISE_MM = 1e-5;
/** Spans of angles narrower than this (degrees) are one angle. */
const NARROW_DEG = 0.01;

/** A kind of piece: its outline grown by half the gap, its true area, its box at each angle, and the angles it may have. */
export interface Kind {
  readonly grown: Outlines;
  readonly area: number;
  readonly boxes: readonly Bounds[];
  readonly turns: readonly number[];
  readonly grain: Grain | undefined;
}

/** One sheet in the order they are used. */
export interface Slot extends Size {
  /** its place in the job's list */
  readonly sheet: number;
  readonly margin: number;
  readonly isOffcut: boolean;
  readonly grain: Grain | undefined;
}

/** Where every copy lies: place, angle, sheet; −1 for one that lies nowhere. */
export interface State {
  readonly x: Float64Array;
  readonly y: Float64Array;
  readonly turn: Int16Array;
  readonly slot: Int16Array;
}
export const copyOf = ({ x, y, turn, slot }: State): State => ({
  x: x.slice(),
  y: y.slice(),
  turn: turn.slice(),
  slot: slot.slice(),
});

const isSameAngle = (a: number, b: number): boolean => {
  const off = Math.abs(a - b) % 360;
  return Math.min(off, 360 - off) < 1e-9;
};
const round360 = (degrees: number): number => ((degrees % 360) + 360) % 360;

const rectangle = ({ width, height }: Size): Outlines => ({
  outers: [
    [
      [0, 0],
      [width, 0],
      [width, height],
      [0, height],
    ],
  ],
  holes: [],
});

const roomIn = ({ width, height, margin }: NestSheet): Size => ({
  width: width - 2 * margin,
  height: height - 2 * margin,
});

/** Whether points fit a room upright once they are turned. */
function fitsTurned(points: readonly Point[], degrees: number, room: Size): boolean {
  const { left, bottom, right, top } = boundsOf(turnedRing(points, degrees));
  return right - left <= room.width + NOISE_MM && top - bottom <= room.height + NOISE_MM;
}

/** Quarters between the way fibres run in a piece that is turned and in its sheet: even where they run alike. */
const runsWith = (grain: Grain, sheet: Grain, degrees: number): boolean => {
  const isQuarter = Math.abs(Math.round(degrees / 90) % 2) === 1;
  return Math.abs(degrees / 90 - Math.round(degrees / 90)) < 1e-9 && (grain === sheet) !== isQuarter;
};

/** Whether a piece may have an angle on a sheet, as its grain wants it. */
const grainAllows = (grain: Grain | undefined, sheet: Grain | undefined, degrees: number): boolean =>
  grain === undefined || runsWith(grain, sheet ?? grain, degrees);

/** Slants in twentieths of a degree that lay a long edge along the sheet, the longest first; at most so many. */
const MOST_SLANTS = 2;

/** Angles worth trying beside quarters: those that lay an edge of the hull longer than half the piece along the sheet. */
function slantsOf(points: readonly Point[]): number[] {
  const hull = hullOf(points);
  const { left, bottom, right, top } = boundsOf(hull);
  const long = new Map<number, number>();
  hull.forEach((a, i) => {
    const b = nth(hull, i + 1);
    const degrees = (-Math.atan2(b[1] - a[1], b[0] - a[0]) * 180) / Math.PI;
    const slant = Math.round((((degrees % 90) + 90) % 90) * 20) / 20;
    if (slant > 0.5 && slant < 89.5) long.set(slant, (long.get(slant) ?? 0) + Math.hypot(b[0] - a[0], b[1] - a[1]));
  });
  return [...long]
    .filter(([, mm]) => mm > 0.5 * Math.max(right - left, top - bottom))
    .sort((a, b) => b[1] - a[1])
    .slice(0, MOST_SLANTS)
    .map(([slant]) => slant);
}

const QUARTERS = [0, 90, 180, 270] as const;
const TURNED: Readonly<Record<Turning, readonly number[]>> = {
  any: QUARTERS,
  quarter: QUARTERS,
  half: [0, 180],
  none: [0],
};

/** The angles at which a part lies on any of the sheets; none where it lies on none of them. */
export function anglesOf(part: NestPart, sheets: readonly NestSheet[]): number[] {
  const points = part.outlines.outers.flat();
  const fits = (degrees: number): boolean =>
    sheets.some((sheet) => grainAllows(part.grain, sheet.grain, degrees) && fitsTurned(points, degrees, roomIn(sheet)));
  const straight = TURNED[part.turn].filter(fits);
  if (part.turn !== "any" || part.grain !== undefined) return straight;
  if (straight.length > 0) {
    const slants = slantsOf(points).flatMap((slant) => QUARTERS.map((quarter) => quarter + slant));
    return [...straight, ...slants.filter(fits)];
  }
  // what fits at no right angle may fit at others: both ends of each span, and its middle
  const hull = hullOf(points);
  return sheets.flatMap((sheet) =>
    fitAngles(hull, roomIn(sheet)).flatMap(({ from, to }) =>
      to - from > NARROW_DEG ? [from, (from + to) / 2, to] : [(from + to) / 2],
    ),
  );
}

/** Outlines grown by half the gap that is kept between two of them, mm: outwards, with few corners. */
export function withGap({ outers, holes }: Outlines, gap: number): Outlines {
  const all = grown([...outers, ...holes], gap / 2, ROUND_MM).map((ring) => fewer(ring, THIN_MM));
  return {
    outers: all.filter((ring) => ringArea(ring) > 0),
    holes: all.filter((ring) => ringArea(ring) < -OPENING_MM2),
  };
}

export class Table {
  readonly job: NestJob;
  readonly angles: number[] = [...QUARTERS];
  readonly kinds: readonly Kind[];
  readonly slots: readonly Slot[];
  /** of each copy: its kind, its part and its number there, and the group it is in */
  readonly kindOf: number[] = [];
  readonly partOf: number[] = [];
  readonly copyNumber: number[] = [];
  private readonly groupOf: string[] = [];
  private readonly groups = new Map<string, number[]>();
  /** copies that may be moved, and those that may not */
  readonly free: number[] = [];
  readonly fixed: number[] = [];
  /** parts that lie on no sheet */
  readonly homeless: readonly number[];
  /** where everything lies that has not been laid: what is fixed, and nothing else */
  readonly bare: State;
  /** sheets as large as a search allows itself to use of them */
  limits: Size[] = [];
  /** looks that were taken: the measure of work */
  looks = 0;
  private readonly depths = new Map<string, Depths>();
  private readonly met: (Turned | undefined)[] = [];

  constructor(job: NestJob) {
    this.job = job;
    this.slots = slotsOf(job.sheets);
    const begun = (part: number): number[] =>
      (job.start ?? []).filter((place) => place.part === part).map(({ rotation }) => round360(rotation));
    const turns = job.parts.map((part, k) => {
      const angles = anglesOf(part, job.sheets);
      // what it is begun with may lie at an angle that is not tried
      return [...angles, ...[...new Set(begun(k))].filter((a) => !angles.some((b) => isSameAngle(a, b)))];
    });
    for (const degrees of [...turns.flat(), ...(job.fixed ?? []).map(({ rotation }) => rotation)])
      if (this.angle(degrees) < 0) this.angles.push(round360(degrees));
    const kinds: Kind[] = [];
    const known = new Map<string, number>();
    const kindFor = (outlines: Outlines, degrees: readonly number[], grain?: Grain): number => {
      const key = JSON.stringify([outlines, degrees, grain]);
      const found = known.get(key) ?? kinds.length;
      if (found === kinds.length) kinds.push(this.kindOfOutlines(outlines, degrees, grain));
      known.set(key, found);
      return found;
    };
    const partKinds = job.parts.map((part, k) => kindFor(part.outlines, nth(turns, k), part.grain));
    const state: { x: number; y: number; turn: number; slot: number }[] = [];
    const taken = new Map<number, number>();
    const add = (kind: number, part: number, group: string): number => {
      const copy = taken.get(part) ?? 0;
      taken.set(part, copy + 1);
      this.kindOf.push(kind);
      this.partOf.push(part);
      this.copyNumber.push(copy);
      this.groupOf.push(group);
      return this.kindOf.length - 1;
    };
    for (const { part, slot, x, y, rotation } of job.fixed ?? []) {
      const kind = typeof part === "number" ? nth(partKinds, part) : kindFor(rectangle(part), [0]);
      this.fixed.push(add(kind, typeof part === "number" ? part : -1, ""));
      state.push({ x, y, turn: this.angle(rotation), slot });
    }
    this.homeless = job.parts.flatMap((part, k) =>
      nth(turns, k).length === 0 && part.copies > (taken.get(k) ?? 0) ? [k] : [],
    );
    job.parts.forEach((part, k) => {
      if (nth(turns, k).length === 0) return;
      for (let copy = taken.get(k) ?? 0; copy < part.copies; copy += 1) {
        const group = part.group ? `${String(part.group.id)}/${String(copy)}` : "";
        const added = add(nth(partKinds, k), k, group);
        this.free.push(added);
        if (group !== "") this.groups.set(group, [...(this.groups.get(group) ?? []), added]);
        state.push({ x: 0, y: 0, turn: nth(nth(kinds, nth(partKinds, k)).turns, 0), slot: -1 });
      }
    });
    this.kinds = kinds;
    this.bare = {
      x: Float64Array.from(state, (s) => s.x),
      y: Float64Array.from(state, (s) => s.y),
      turn: Int16Array.from(state, (s) => s.turn),
      slot: Int16Array.from(state, (s) => s.slot),
    };
    this.unlimited();
  }

  private kindOfOutlines(outlines: Outlines, degrees: readonly number[], grain?: Grain): Kind {
    const rings: Rings = [...outlines.outers, ...outlines.holes];
    return {
      grown: withGap(outlines, this.job.gap),
      area: rings.reduce((sum, ring) => sum + ringArea(ring), 0),
      boxes: this.angles.map((a) => boxAt(outlines, a)),
      turns: [...new Set(degrees.map((a) => this.angle(a)))],
      grain,
    };
  }

  /** The number of an angle; −1 for one that nothing has. */
  angle(degrees: number): number {
    return this.angles.findIndex((a) => isSameAngle(a, degrees));
  }

  /** Whether a copy of a part lies where it was put. */
  isFixed(part: number, copy: number): boolean {
    return this.fixed.some((i) => this.partOf[i] === part && this.copyNumber[i] === copy);
  }

  /** Whether copies stay together: such are laid by first fit alone. */
  get isGrouped(): boolean {
    return this.groups.size > 0;
  }

  /** The copies that one stays together with, itself among them. */
  unitOf(copy: number): readonly number[] {
    return this.groups.get(nth(this.groupOf, copy)) ?? [copy];
  }

  /** Whether a copy stays beside its group, and not only on one sheet with it. */
  keepsBeside(copy: number): boolean {
    const part = nth(this.partOf, copy);
    return part >= 0 && nth(this.job.parts, part).group?.isBeside === true;
  }

  /** Whether a kind lies on a sheet at all, were it empty. */
  fitsOn(kind: number, slot: number): boolean {
    return nth(this.kinds, kind).turns.some((turn) => this.range(kind, turn, slot) !== undefined);
  }

  /** All of every sheet may be used. */
  unlimited(): void {
    this.limits = this.slots.map(({ width, height }) => ({ width, height }));
  }

  /** Where one kind may not be, seen from the origin of another, each at its angle. */
  noFit(a: number, turnA: number, b: number, turnB: number): Turned {
    const many = this.angles.length;
    const key = ((a * many + turnA) * this.kinds.length + b) * many + turnB;
    const known = this.met[key];
    if (known) return known;
    const made = this.makeNoFit(a, turnA, b, turnB);
    this.met[key] = made;
    return made;
  }

  /** One polygon serves a pair at every turn of both together, and the pair the other way round. */
  private makeNoFit(a: number, turnA: number, b: number, turnB: number): Turned {
    const isSwapped = a > b;
    const [p, q] = isSwapped ? [b, a] : [a, b];
    const [degreesA, degreesB] = [nth(this.angles, turnA), nth(this.angles, turnB)];
    const [first, second] = isSwapped ? [degreesB, degreesA] : [degreesA, degreesB];
    const between = round360(second - first);
    const key = `${String(p)}/${String(q)}/${between.toFixed(6)}`;
    let depths = this.depths.get(key);
    if (!depths) {
      const { outers, holes } = nth(this.kinds, q).grown;
      const turned = (rings: Rings): Rings => rings.map((ring) => turnedRing(ring, between));
      depths = new Depths(noFit(nth(this.kinds, p).grown, { outers: turned(outers), holes: turned(holes) }));
      this.depths.set(key, depths);
    }
    return new Turned(depths, first, isSwapped);
  }

  /** Places of a kind's origin at which it lies on a sheet, at an angle; undefined where there are none. */
  range(kind: number, turn: number, slot: number): Bounds | undefined {
    const { boxes, grain } = nth(this.kinds, kind);
    const { margin, grain: runs } = nth(this.slots, slot);
    if (!grainAllows(grain, runs, nth(this.angles, turn))) return undefined;
    const { left, bottom, right, top } = nth(boxes, turn);
    const { width, height } = nth(this.limits, slot);
    const [x0, y0, x1, y1] = [margin - left, margin - bottom, width - margin - right, height - margin - top];
    if (x1 < x0 - NOISE_MM || y1 < y0 - NOISE_MM) return undefined;
    return { left: x0, bottom: y0, right: Math.max(x0, x1), top: Math.max(y0, y1) };
  }
}

/** Sheets one by one. */
const slotsOf = (sheets: readonly NestSheet[]): Slot[] =>
  sheets.flatMap(({ width, height, margin, isOffcut, grain, count }, sheet) =>
    Array.from({ length: count }, () => ({ sheet, width, height, margin, isOffcut, grain })),
  );
