/**
 * What is drawn on a page, by ISO 32000-1, 8 (paths, colours, clipping) and 9 (where letters stand): mm from the page's upper
 * left, y down. Letters are boxes as wide as their font says; a picture is the box it fills.
 */
import type { Point, Size } from "../geometry/point.ts";
import { MM_PER } from "../units/length.ts";
import { bytesOf, type Dict, isDict, isList, isStream, Lexer, nameOf, numbersOf, opOf, PDF_LIMITS } from "./readPdf.ts";
import { type PdfFile, PrintError, type Value } from "./readPdf.ts";

/** Something drawn. */
export interface Inked {
  readonly kind: "line" | "area" | "letters" | "picture";
  /** corners of what is drawn, a list for each stretch */
  readonly runs: readonly (readonly Point[])[];
  /** mm */
  readonly width: number;
  readonly dash: readonly number[];
  /** `#rrggbb` */
  readonly colour: string;
  /** nothing of it is seen past this; of a clip that is no upright rectangle, the box round it */
  readonly clip?: Box | undefined;
}

/** An upright rectangle: left, top, right, bottom. */
export type Box = readonly [number, number, number, number];

/** A page as a file says it. */
export interface Page extends Size {
  readonly inked: readonly Inked[];
  /** operators that were not understood, once each */
  readonly unknown: readonly string[];
}

/** Open graphics states at once. */
const MOST_KEPT = 10_000;
/** Chords of one curve: at the sizes of a page they stand off by less than 0.01 mm. */
const CHORDS = 16;

/** a b c d e f: x ↦ a x + c y + e, y ↦ b x + d y + f. */
export type Matrix = readonly [number, number, number, number, number, number];
const SAME: Matrix = [1, 0, 0, 1, 0, 0];
/** First `a`, then `b`. */
const after = (a: Matrix, b: Matrix): Matrix => [
  a[0] * b[0] + a[1] * b[2],
  a[0] * b[1] + a[1] * b[3],
  a[2] * b[0] + a[3] * b[2],
  a[2] * b[1] + a[3] * b[3],
  a[4] * b[0] + a[5] * b[2] + b[4],
  a[4] * b[1] + a[5] * b[3] + b[5],
];
/** Where a matrix carries a place. */
export const put = ([a, b, c, d, e, f]: Matrix, x: number, y: number): Point => [a * x + c * y + e, b * x + d * y + f];
const growth = ([a, b, c, d]: Matrix): number => Math.sqrt(Math.abs(a * d - b * c));

const meet = (a: Box | undefined, b: Box): Box =>
  a ? [Math.max(a[0], b[0]), Math.max(a[1], b[1]), Math.min(a[2], b[2]), Math.min(a[3], b[3])] : b;
/** The least upright rectangle about points. */
export const boxOf = (points: readonly Point[]): Box => {
  let box: Box = [Infinity, Infinity, -Infinity, -Infinity];
  for (const [x, y] of points)
    box = [Math.min(box[0], x), Math.min(box[1], y), Math.max(box[2], x), Math.max(box[3], y)];
  return box;
};

interface Font {
  readonly widths: ReadonlyMap<number, number>;
  readonly usual: number;
  /** bytes of one letter's number */
  readonly bytes: 1 | 2;
  readonly ascent: number;
  readonly descent: number;
}

interface State {
  readonly matrix: Matrix;
  readonly width: number;
  readonly dash: readonly number[];
  readonly stroke: string;
  readonly fill: string;
  readonly clip: Box | undefined;
  readonly font: Font | undefined;
  readonly size: number;
  readonly between: number;
  readonly words: number;
  readonly stretch: number;
  readonly leading: number;
  readonly rise: number;
  readonly unseen: boolean;
}

const byte = (n: number): string =>
  Math.round(Math.min(1, Math.max(0, n)) * 255)
    .toString(16)
    .padStart(2, "0");
/** A colour of one, three or four parts. */
function colourOf(parts: readonly number[]): string {
  const [a = 0, b = 0, c = 0, k = 0] = parts;
  if (parts.length === 1) return `#${byte(a).repeat(3)}`;
  if (parts.length === 4) return `#${[a, b, c].map((n) => byte((1 - n) * (1 - k))).join("")}`;
  return `#${byte(a)}${byte(b)}${byte(c)}`;
}

/** Draws one page's content. */
class Drawing {
  readonly inked: Inked[] = [];
  readonly unknown = new Set<string>();
  private readonly file: PdfFile;
  private now: State;
  private readonly kept: State[] = [];
  private runs: Point[][] = [];
  private start: Point = [0, 0];
  private at: Point = [0, 0];
  private isClipping = false;
  private textLine: Matrix = SAME;
  private text: Matrix = SAME;

  constructor(file: PdfFile, matrix: Matrix) {
    this.file = file;
    this.now = {
      ...{ matrix, width: 1, dash: [], stroke: "#000000", fill: "#000000", clip: undefined, font: undefined },
      ...{ size: 1, between: 0, words: 0, stretch: 1, leading: 0, rise: 0, unseen: false },
    };
  }

  content(text: string, resources: Dict, depth = 0): void {
    const lexer = new Lexer(text);
    let given: Value[] = [];
    for (;;) {
      const value = lexer.next();
      if (value === undefined) return;
      const op = opOf(value);
      if (op === undefined) {
        given.push(value);
        continue;
      }
      this.file.spend(1);
      if (op === "BI") lexer.at = pastInline(lexer);
      else this.done(op, given, resources, depth);
      given = [];
    }
  }

  private set(part: Partial<State>): void {
    this.now = { ...this.now, ...part };
  }
  private place(x: number, y: number): Point {
    this.file.spend(1);
    this.at = [x, y];
    return put(this.now.matrix, x, y);
  }

  private done(op: string, given: readonly Value[], resources: Dict, depth: number): void {
    const n = given.map((v) => (typeof v === "number" ? v : 0));
    if (this.path(op, n) || this.painted(op) || this.lettered(op, given, n, resources)) return;
    const [a = 0, b = 0, c = 1, d = 0, e = 0, f = 0] = n;
    switch (op) {
      case "q":
        if (this.kept.push(this.now) > MOST_KEPT) throw new PrintError("a page of it cannot be followed");
        return;
      case "Q":
        this.now = this.kept.pop() ?? this.now;
        return;
      case "cm":
        this.set({ matrix: after([a, b, c, d, e, f], this.now.matrix) });
        return;
      case "w":
        this.set({ width: a });
        return;
      case "d":
        this.set({ dash: numbersOf(given[0]) });
        return;
      case "CS":
      case "cs":
        this.set(op === "CS" ? { stroke: "#000000" } : { fill: "#000000" });
        return;
      case "SC":
      case "SCN":
      case "G":
      case "RG":
      case "K":
        this.set({ stroke: colourOf(given.filter((v) => typeof v === "number")) });
        return;
      case "sc":
      case "scn":
      case "g":
      case "rg":
      case "k":
        this.set({ fill: colourOf(given.filter((v) => typeof v === "number")) });
        return;
      case "Do":
        this.thing(this.dictIn(resources, "XObject").get(nameOf(given[0]) ?? ""), resources, depth);
        return;
      default:
        if (!QUIET.has(op)) this.unknown.add(op);
    }
  }

  private dictIn = (resources: Dict, kind: string): Dict => this.file.dictOf(resources.get(kind));

  /** A picture, or a drawing kept by itself. */
  private thing(value: Value | undefined, resources: Dict, depth: number): void {
    const found = this.file.of(value);
    if (!isStream(found)) return;
    if (nameOf(found.dict.get("Subtype")) === "Image") {
      const corners = [
        [0, 0],
        [1, 0],
        [1, 1],
        [0, 1],
        [0, 0],
      ].map(([x = 0, y = 0]) => put(this.now.matrix, x, y));
      this.ink("picture", [corners], this.now.fill);
      return;
    }
    if (depth > 8) throw new PrintError("its drawings lie too deep in one another");
    const [before, count] = [this.now, this.kept.length];
    const [a = 1, b = 0, c = 0, d = 1, e = 0, f = 0] = numbersOf(found.dict.get("Matrix"));
    this.set({ matrix: after([a, b, c, d, e, f], this.now.matrix) });
    const own = this.file.of(found.dict.get("Resources"));
    this.content(this.file.textOf(found), isDict(own) ? own : resources, depth + 1);
    this.now = before;
    this.kept.length = Math.min(this.kept.length, count);
  }

  /** Where lines go. */
  private path(op: string, n: readonly number[]): boolean {
    const [a = 0, b = 0, c = 0, d = 0, e = 0, f = 0] = n;
    switch (op) {
      case "m":
        this.start = [a, b];
        this.runs.push([this.place(a, b)]);
        return true;
      case "l":
        this.run().push(this.place(a, b));
        return true;
      case "c":
        this.curve([a, b], [c, d], [e, f]);
        return true;
      case "v":
        this.curve(this.at, [a, b], [c, d]);
        return true;
      case "y":
        this.curve([a, b], [c, d], [c, d]);
        return true;
      case "h":
        if (this.runs.length > 0) this.run().push(this.place(...this.start));
        return true;
      case "re": {
        const corners: Point[] = [
          [a, b],
          [a + c, b],
          [a + c, b + d],
          [a, b + d],
          [a, b],
        ];
        this.runs.push(corners.map(([x, y]) => this.place(x, y)));
        this.start = [a, b];
        return true;
      }
      default:
        return false;
    }
  }
  private run(): Point[] {
    const last = this.runs.at(-1);
    if (last) return last;
    const begun = [put(this.now.matrix, ...this.at)];
    this.runs.push(begun);
    return begun;
  }
  private curve(p1: Point, p2: Point, p3: Point): void {
    const [p0, run] = [this.at, this.run()];
    for (let i = 1; i <= CHORDS; i += 1) {
      const t = i / CHORDS;
      const [s0, s1, s2, s3] = [(1 - t) ** 3, 3 * t * (1 - t) ** 2, 3 * t * t * (1 - t), t ** 3];
      run.push(
        this.place(
          s0 * p0[0] + s1 * p1[0] + s2 * p2[0] + s3 * p3[0],
          s0 * p0[1] + s1 * p1[1] + s2 * p2[1] + s3 * p3[1],
        ),
      );
    }
  }

  /** What becomes of them. */
  private painted(op: string): boolean {
    if (op === "W" || op === "W*") {
      this.isClipping = true;
      return true;
    }
    if (!/^(?:S|s|f|F|f\*|B|B\*|b|b\*|n)$/u.test(op)) return false;
    if (/^[sb]/u.test(op) && this.runs.length > 0) this.run().push(this.place(...this.start));
    if (/^[fFBb]/u.test(op)) this.ink("area", this.runs, this.now.fill);
    if (/^[SsBb]/u.test(op)) this.ink("line", this.runs, this.now.stroke);
    if (this.isClipping) this.set({ clip: meet(this.now.clip, boxOf(this.runs.flat())) });
    this.isClipping = false;
    this.runs = [];
    return true;
  }

  private ink(kind: Inked["kind"], runs: readonly (readonly Point[])[], colour: string): void {
    const long = growth(this.now.matrix);
    const { clip } = this.now;
    const how = { width: this.now.width * long, dash: this.now.dash.map((d) => d * long) };
    if (runs.length > 0) this.inked.push({ kind, runs, colour, ...how, ...(clip && { clip }) });
  }

  /** Letters. */
  private lettered(op: string, given: readonly Value[], n: readonly number[], resources: Dict): boolean {
    const [a = 0, b = 0, c = 0, d = 0, e = 0, f = 0] = n;
    switch (op) {
      case "BT":
        this.textLine = this.text = SAME;
        return true;
      case "ET":
        return true;
      case "Tf":
        this.set({ font: this.fontOf(this.dictIn(resources, "Font").get(nameOf(given[0]) ?? "")), size: b });
        return true;
      case "Tc":
        this.set({ between: a });
        return true;
      case "Tw":
        this.set({ words: a });
        return true;
      case "Tz":
        this.set({ stretch: a / 100 });
        return true;
      case "TL":
        this.set({ leading: a });
        return true;
      case "Ts":
        this.set({ rise: a });
        return true;
      case "Tr":
        this.set({ unseen: a === 3 || a === 7 });
        return true;
      case "Td":
      case "TD":
        if (op === "TD") this.set({ leading: -b });
        this.nextLine(a, b);
        return true;
      case "Tm":
        this.textLine = this.text = [a, b, c, d, e, f];
        return true;
      case "T*":
        this.nextLine(0, -this.now.leading);
        return true;
      case "Tj":
      case "TJ":
        this.say(given[0]);
        return true;
      case "'":
      case '"':
        if (op === '"') this.set({ words: a, between: b });
        this.nextLine(0, -this.now.leading);
        this.say(given.at(-1));
        return true;
      default:
        return false;
    }
  }
  private nextLine(x: number, y: number): void {
    this.textLine = this.text = after([1, 0, 0, 1, x, y], this.textLine);
  }

  private say(what: Value | undefined): void {
    const { font, size, between, words, stretch, rise, unseen } = this.now;
    if (!font) return;
    let long = 0;
    for (const part of isList(what) ? what : [what]) {
      if (typeof part === "number") long -= (part / 1000) * size * stretch;
      const signs = bytesOf(part) ?? "";
      for (let i = 0; i + font.bytes <= signs.length; i += font.bytes) {
        const code = font.bytes === 2 ? signs.charCodeAt(i) * 256 + signs.charCodeAt(i + 1) : signs.charCodeAt(i);
        const space = font.bytes === 1 && code === 32 ? words : 0;
        long += (((font.widths.get(code) ?? font.usual) / 1000) * size + between + space) * stretch;
      }
    }
    const [low, high] = [rise + (font.descent / 1000) * size, rise + (font.ascent / 1000) * size];
    const all = after(this.text, this.now.matrix);
    const corners: Point[] = [
      [0, low],
      [long, low],
      [long, high],
      [0, high],
      [0, low],
    ];
    if (!unseen && long > 0) this.ink("letters", [corners.map(([x, y]) => put(all, x, y))], this.now.fill);
    this.text = after([1, 0, 0, 1, long, 0], this.text);
  }

  private fontOf(value: Value | undefined): Font | undefined {
    const said = this.file.of(value);
    if (!isDict(said)) return undefined;
    const isMany = nameOf(said.get("Subtype")) === "Type0";
    const inner = this.file.of(said.get("DescendantFonts"));
    const font = isMany ? this.file.dictOf(isList(inner) ? inner[0] : undefined) : said;
    const about = this.file.dictOf(font.get("FontDescriptor"));
    const figure = (key: string, usual: number): number => {
      const found = this.file.of(about.get(key));
      return typeof found === "number" ? found : usual;
    };
    const how = { ascent: figure("Ascent", 800), descent: figure("Descent", -200) };
    if (!isMany) {
      const first = this.file.of(font.get("FirstChar"));
      const from = typeof first === "number" ? first : 0;
      const widths = numbersOf(this.file.of(font.get("Widths"))).map((w, i) => [from + i, w] as const);
      return { ...how, widths: new Map(widths), usual: figure("MissingWidth", 500), bytes: 1 };
    }
    const usual = this.file.of(font.get("DW"));
    const widths = widthsOf(this.file.of(font.get("W")), (v) => this.file.of(v));
    return { ...how, widths, usual: typeof usual === "number" ? usual : 1000, bytes: 2 };
  }
}

/** `first [w w w]` and `first last w`, one after the other (9.7.4.3). */
function widthsOf(said: Value | undefined, of: (v: Value) => Value | undefined): Map<number, number> {
  const widths = new Map<number, number>();
  const list = isList(said) ? said.map(of) : [];
  for (let i = 0; i < list.length;) {
    const [first, next, third] = [Number(list[i]), list[i + 1], list[i + 2]];
    if (isList(next)) {
      for (const [k, width] of numbersOf(next).entries()) widths.set(first + k, width);
      i += 2;
    } else {
      const last = Math.min(Number(next), first + 65_535);
      for (let code = first; code <= last; code += 1) widths.set(code, Number(third));
      i += 3;
    }
  }
  return widths;
}

/** Where a picture that stands in the content itself ends. */
function pastInline(lexer: Lexer): number {
  const end = /\sEI(?=\s)/gu;
  end.lastIndex = lexer.at;
  const found = end.exec(lexer.text);
  return found ? end.lastIndex : lexer.text.length;
}

/** What says nothing about where ink is laid. */
const QUIET = new Set("J j M i ri gs sh d0 d1 BMC BDC EMC MP DP BX EX".split(" "));

/** Every page of a file. @throws PrintError */
export function pagesOf(file: PdfFile): Page[] {
  const pages: Page[] = [];
  const walk = (value: Value | undefined, above: Dict, depth: number): void => {
    const node = file.of(value);
    if (!isDict(node)) return;
    if (depth > PDF_LIMITS.depth) throw new PrintError("its pages lie too deep in one another");
    const known = new Map([...above, ...node]);
    const kids = file.of(node.get("Kids"));
    if (isList(kids)) {
      for (const key of ["Kids", "Type", "Parent", "Count"]) known.delete(key);
      for (const kid of kids) walk(kid, known, depth + 1);
      return;
    }
    if (pages.length >= PDF_LIMITS.pages) throw new PrintError(`it has more than ${String(PDF_LIMITS.pages)} pages`);
    pages.push(pageOf(file, known));
  };
  walk(file.root.get("Pages"), new Map(), 0);
  if (pages.length === 0) throw new PrintError("it has no pages");
  return pages;
}

function pageOf(file: PdfFile, dict: Dict): Page {
  const [x0 = 0, y0 = 0, x1 = 0, y1 = 0] = numbersOf(file.of(dict.get("MediaBox")));
  const [left, bottom, right, top] = [Math.min(x0, x1), Math.min(y0, y1), Math.max(x0, x1), Math.max(y0, y1)];
  const unit = file.of(dict.get("UserUnit"));
  const mm = (MM_PER.in / 72) * (typeof unit === "number" ? unit : 1);
  const [width, height] = [(right - left) * mm, (top - bottom) * mm];
  if (!(width > 0 && height > 0)) throw new PrintError("a page of it has no size");
  const turn = file.of(dict.get("Rotate"));
  const [matrix, size] = upright([mm, 0, 0, -mm, -left * mm, top * mm], { width, height }, turn);
  const drawing = new Drawing(file, matrix);
  const contents = file.of(dict.get("Contents"));
  // parts of a page are read as one: a word never goes over their ends
  const text = (isList(contents) ? contents : [contents]).map((part) => file.textOf(part)).join("\n");
  drawing.content(text, file.dictOf(dict.get("Resources")));
  return { ...size, inked: drawing.inked, unknown: [...drawing.unknown] };
}

/** A page as it is looked at: turned clockwise by what it says. */
function upright(matrix: Matrix, { width, height }: Size, turn: Value | undefined): [Matrix, Size] {
  switch (typeof turn === "number" ? ((turn % 360) + 360) % 360 : 0) {
    case 90:
      return [after(matrix, [0, 1, -1, 0, height, 0]), { width: height, height: width }];
    case 180:
      return [after(matrix, [-1, 0, 0, -1, width, height]), { width, height }];
    case 270:
      return [after(matrix, [0, -1, 1, 0, 0, width]), { width: height, height: width }];
    default:
      return [matrix, { width, height }];
  }
}
