/**
 * Reads HPGL sign by sign: what a plotter would do with it. It shares nothing with our writer, so that what we write is read by
 * somebody else; files from elsewhere are read by it too. Commands, units and the packed form are those of the published HP-GL
 * and HP-GL/2 references. Limits stand before anything is believed.
 */
import { OutlineError } from "../outlines/drawn.ts";

/** What a file may hold. `reach` is the language's own range, in steps. */
export const HPGL_LIMITS = {
  ...{ bytes: 10_000_000, commands: 500_000, points: 2_000_000, reach: 8_388_607 },
} as const;
/** mm of a step. */
const STEP_MM = 1 / 40;
/** Degrees at most between two places on an arc, and steps that its chords may stand off. */
const ARC_DEGREES = 5;
const ARC_OFF = 0.08;
/** Ends a label unless `DT` says another sign. */
const LABEL_END = "\x03";
/** How wide and high the paper is taken to be where `SC` is said without `IP`. */
const USUAL_CORNERS = [0, 0, 10_000, 10_000] as const;
const MOST_TOLD = 12;

type XY = readonly [number, number];
type Four = readonly [number, number, number, number];

/** One time down; mm. */
export interface HpglStroke {
  readonly pen: number;
  readonly points: XY[];
  /** as `VS` and `FS` said it last; 0 where neither did */
  readonly speed: number;
  readonly force: number;
}

/** What a file comes to; mm. */
export interface HpglRun {
  readonly strokes: readonly HpglStroke[];
  readonly pens: readonly number[];
  readonly length: number;
  readonly travel: number;
  readonly warnings: readonly string[];
}

class Reading {
  readonly strokes: HpglStroke[] = [];
  length = 0;
  travel = 0;
  private readonly text: string;
  private readonly told = new Map<string, number>();
  private i = 0;
  private commands = 0;
  private numbers = 0;
  private x = 0;
  private y = 0;
  private pen = 0;
  private isDown = false;
  private isAbsolute = true;
  private speed = 0;
  private force = 0;
  private now: HpglStroke | undefined;
  private corners: Four = USUAL_CORNERS;
  private scale: Four | undefined;
  private labelEnd = LABEL_END;

  constructor(text: string) {
    this.text = text;
  }

  get warnings(): string[] {
    return [...this.told].map(([what, count]) => (count > 1 ? `${what} (${String(count)} times).` : `${what}.`));
  }
  private warn(what: string): void {
    if (this.told.size < MOST_TOLD || this.told.has(what)) this.told.set(what, (this.told.get(what) ?? 0) + 1);
  }
  private count(): void {
    if ((this.numbers += 1) > HPGL_LIMITS.points * 2) throw new OutlineError("it has more points than can be read");
  }
  private held(value: number): number {
    if (Math.abs(value) <= HPGL_LIMITS.reach) return value;
    this.warn("A number past what HPGL can say is held at its end");
    return Math.sign(value) * HPGL_LIMITS.reach;
  }

  private sign(): string {
    return this.text[this.i] ?? "";
  }
  private isDigit(): boolean {
    const sign = this.sign();
    return sign >= "0" && sign <= "9";
  }
  private number(): number | undefined {
    while (this.i < this.text.length && (this.sign() <= " " || this.sign() === ",")) this.i += 1;
    const at = this.i;
    if (this.sign() === "+" || this.sign() === "-") this.i += 1;
    let digits = 0;
    for (; this.isDigit(); this.i += 1) digits += 1;
    if (this.sign() === ".") for (this.i += 1; this.isDigit(); this.i += 1) digits += 1;
    if (digits === 0) {
      this.i = at;
      return undefined;
    }
    this.count();
    return this.held(Number(this.text.slice(at, this.i)));
  }
  private list(): number[] {
    const out: number[] = [];
    for (let value = this.number(); value !== undefined; value = this.number()) out.push(value);
    return out;
  }

  /** Goes somewhere, in steps. */
  private go(x: number, y: number): void {
    const [toX, toY] = [this.held(x), this.held(y)];
    const far = Math.hypot(toX - this.x, toY - this.y) * STEP_MM;
    if (!this.isDown) {
      this.travel += far;
      this.now = undefined;
    } else if (this.pen > 0) {
      if (!this.now) {
        const { pen, speed, force } = this;
        this.now = { pen, speed, force, points: [[this.x * STEP_MM, this.y * STEP_MM]] };
        this.strokes.push(this.now);
      }
      if (far > 0) this.now.points.push([toX * STEP_MM, toY * STEP_MM]);
      this.length += far;
    } else if (far > 0) {
      this.warn("A line with no tool in hand is left out");
      this.travel += far;
    }
    [this.x, this.y] = [toX, toY];
  }
  private lift(): void {
    this.isDown = false;
    this.now = undefined;
  }

  /** What a unit of the file is across and up, in steps. */
  private get unit(): XY {
    if (!this.scale) return [1, 1];
    const [a, b, c, d] = this.corners;
    const [left, right, low, high] = this.scale;
    return [(c - a) / (right - left), (d - b) / (high - low)];
  }
  private home(x: number, y: number): XY {
    const [ux, uy] = this.unit;
    return this.scale
      ? [this.corners[0] + (x - this.scale[0]) * ux, this.corners[1] + (y - this.scale[2]) * uy]
      : [x, y];
  }
  private step(x: number, y: number): void {
    const [ux, uy] = this.unit;
    this.go(this.x + x * ux, this.y + y * uy);
  }
  private pairs(values: readonly number[], name: string): void {
    if (values.length % 2 > 0) this.warn(`${name} has a number left over`);
    for (let k = 0; k + 1 < values.length; k += 2) {
      const [x, y] = [values[k] as number, values[k + 1] as number];
      if (this.isAbsolute) this.go(...this.home(x, y));
      else this.step(x, y);
    }
  }

  /** Round a centre, in steps, by so many degrees. */
  private arc(cx: number, cy: number, degrees: number): void {
    const radius = Math.hypot(this.x - cx, this.y - cy);
    const start = Math.atan2(this.y - cy, this.x - cx);
    const sweep = (Math.max(-360, Math.min(360, degrees)) * Math.PI) / 180;
    const fine = 2 * Math.acos(Math.max(0, 1 - ARC_OFF / Math.max(radius, 1)));
    const parts = Math.max(1, Math.ceil(Math.abs(sweep) / Math.min(fine, (ARC_DEGREES * Math.PI) / 180)));
    for (let k = 1; k <= parts; k += 1) {
      this.count();
      const angle = start + (sweep * k) / parts;
      this.go(cx + radius * Math.cos(angle), cy + radius * Math.sin(angle));
    }
  }
  private circle(radius: number): void {
    const across = Math.abs(radius) * this.unit[0];
    if (!(across > 0)) return;
    const [x, y, wasDown] = [this.x, this.y, this.isDown];
    this.lift();
    this.go(x + across, y);
    this.isDown = true;
    this.arc(x, y, 360);
    this.lift();
    this.go(x, y);
    this.isDown = wasDown;
  }

  /** A number of the packed form: digits low first, the last of another range; the lowest bit is its sign. */
  private packed(base: 32 | 64): number | undefined {
    let [value, weight] = [0, 1];
    while (this.i < this.text.length) {
      const code = this.text.charCodeAt(this.i);
      this.i += 1;
      const low = code - 63;
      const high = base === 64 ? code - 191 : code - 95;
      if (high >= 0 && high < base) {
        value += high * weight;
        return value % 2 > 0 ? -(value - 1) / 2 : value / 2;
      }
      if (low < 0 || low >= base) continue;
      value += low * weight;
      weight *= base;
    }
    return undefined;
  }

  /** The packed form: relative places, the pen down unless a sign says otherwise, until a semicolon. */
  private unpack(): void {
    let [base, up, absolute, parts] = [64 as 32 | 64, false, false, 1];
    for (; this.i < this.text.length;) {
      const sign = this.sign();
      if (sign === ";") {
        this.i += 1;
        return;
      }
      if (sign === ":" || sign === ">") {
        this.i += 1;
        const value = this.packed(base) ?? 0;
        if (sign === ":") this.select(value);
        else parts = 2 ** Math.max(-26, Math.min(26, value));
      } else if (sign === "<") {
        this.i += 1;
        up = true;
      } else if (sign === "=") {
        this.i += 1;
        absolute = true;
      } else if (sign === "7") {
        this.i += 1;
        base = 32;
      } else if (sign <= " ") this.i += 1;
      else {
        const [x, y] = [this.packed(base), this.packed(base)];
        this.count();
        this.count();
        if (x === undefined || y === undefined) return;
        if (up) this.lift();
        else this.isDown = true;
        if (absolute) this.go(...this.home(x / parts, y / parts));
        else this.step(x / parts, y / parts);
        [up, absolute] = [false, false];
      }
    }
  }

  private select(value: number): void {
    this.pen = Math.max(0, Math.floor(value));
    this.lift();
  }
  private reset(): void {
    this.select(0);
    [this.isAbsolute, this.scale, this.corners] = [true, undefined, USUAL_CORNERS];
  }

  /** A printer's own escape: to its final letter, or what a plotter is told of its line, to a colon. */
  private escape(): void {
    this.i += 1;
    if (this.sign() === ".") {
      this.i += 2;
      while (this.isDigit() || this.sign() === ";") this.i += 1;
      if (this.sign() === ":") this.i += 1;
      return;
    }
    while (this.i < this.text.length && !/[A-Z]/u.test(this.sign())) this.i += 1;
    this.i += 1;
  }

  private arcs(name: string, v: readonly number[]): void {
    const [x = 0, y = 0, degrees] = v;
    if (degrees === undefined) return;
    const [ux, uy] = this.unit;
    const [cx, cy] = name === "AA" ? this.home(x, y) : [this.x + x * ux, this.y + y * uy];
    this.arc(cx, cy, degrees);
  }

  private run(name: string): void {
    const v = this.list();
    const [first = 0] = v;
    const four = v.length >= 4 ? ([v[0], v[1], v[2], v[3]] as unknown as Four) : undefined;
    if (name === "IN" || name === "DF") this.reset();
    else if (name === "SP") this.select(first);
    else if (name === "PU" || name === "PD") {
      if (name === "PU") this.lift();
      else this.isDown = true;
      this.pairs(v, name);
    } else if (name === "PA" || name === "PR") {
      this.isAbsolute = name === "PA";
      this.pairs(v, name);
    } else if (name === "AA" || name === "AR") this.arcs(name, v);
    else if (name === "CI") this.circle(first);
    else if (name === "VS" || name === "FS") {
      this.now = undefined;
      if (name === "VS") this.speed = first;
      else this.force = first;
    } else if (name === "IP") this.corners = four ?? USUAL_CORNERS;
    else if (name === "SC") this.scale = four && four[0] !== four[1] && four[2] !== four[3] ? four : undefined;
    else if (!UNSEEN.has(name)) this.warn(`The command ${name} is not followed`);
  }

  all(): void {
    while (this.i < this.text.length) {
      const sign = this.sign();
      if (sign <= " " || sign === ";" || sign === ",") {
        this.i += 1;
        continue;
      }
      if (sign === "\x1b") {
        this.escape();
        continue;
      }
      const name = this.text.slice(this.i, this.i + 2).toUpperCase();
      if (!/^[A-Z]{2}$/u.test(name)) {
        this.warn("Signs that are no command are left out");
        this.i += 1;
        continue;
      }
      this.i += 2;
      if ((this.commands += 1) > HPGL_LIMITS.commands) throw new OutlineError("it has more commands than can be read");
      if (name === "PE") this.unpack();
      else if (name === "LB") this.label();
      else if (name === "DT") {
        this.labelEnd = this.sign() === ";" || this.sign() === "" ? LABEL_END : this.sign();
        this.i += 1;
      } else this.run(name);
    }
  }
  private label(): void {
    const to = this.text.indexOf(this.labelEnd, this.i);
    this.warn("Words are left out: a tool draws lines");
    this.i = to < 0 ? this.text.length : to + 1;
  }
}

/** What changes how lines look and not where they are. */
const UNSEEN = new Set(["PG", "PT", "PW", "LT", "WU", "NP", "BP", "EC", "FR", "CO", "TR", "LA", "QL"]);

/**
 * Reads a file. @param text its bytes, one sign each (latin-1): the packed form uses all eight bits
 * @throws OutlineError where it is too large
 */
export function readPlot(text: string): HpglRun {
  if (text.length > HPGL_LIMITS.bytes) throw new OutlineError("it is larger than 10 MB");
  const reading = new Reading(text);
  reading.all();
  const { strokes, length, travel, warnings } = reading;
  const made = strokes.filter(({ points }) => points.length > 1);
  return {
    strokes: made,
    pens: [...new Set(made.map(({ pen }) => pen))].sort((a, b) => a - b),
    length,
    travel,
    warnings,
  };
}
