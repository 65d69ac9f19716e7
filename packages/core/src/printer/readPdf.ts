/**
 * Reads a PDF's objects as ISO 32000-1 writes them down (7.2 tokens, 7.3 objects, 7.5 file structure): what a printer needs of a
 * file before it can print a page. It shares nothing with what writes our pages, so that they are read by somebody else. Files
 * with a plain table of contents are read; packed ones and locked ones are refused by name. Limits stand before anything is believed.
 */
import { Unzlib } from "fflate";

/** What a file may hold. `inflated` is what all its streams come to, `drawn` its operators and places on all pages. */
export const PDF_LIMITS = {
  ...{ bytes: 20_000_000, inflated: 40_000_000, objects: 50_000, depth: 40, pages: 200, drawn: 1_000_000 },
} as const;
/** Bytes given to the unpacker at a time: a stream that swells is stopped before the next. */
const PIECE = 16_384;

/** Why a file cannot be printed, as the end of a sentence. */
export class PrintError extends Error {}

export interface Name {
  readonly name: string;
}
export interface Ref {
  readonly ref: number;
}
export interface Op {
  readonly op: string;
}
/** A string's bytes, one in each sign. */
export interface Bytes {
  readonly bytes: string;
}
export type Dict = ReadonlyMap<string, Value>;
export interface Stream {
  readonly dict: Dict;
  /** where its bytes begin in the file */
  readonly at: number;
}
export type Value = number | boolean | null | Name | Bytes | Ref | Op | Stream | readonly Value[] | Dict;

export const isDict = (v: Value | undefined): v is Dict => v instanceof Map;
export const isList = (v: Value | undefined): v is readonly Value[] => Array.isArray(v);
const has = <K extends string>(v: Value | undefined, key: K): v is Value & Record<K, never> =>
  typeof v === "object" && v !== null && key in v;
export const nameOf = (v: Value | undefined): string | undefined => (has(v, "name") ? (v as Name).name : undefined);
export const bytesOf = (v: Value | undefined): string | undefined => (has(v, "bytes") ? (v as Bytes).bytes : undefined);
export const opOf = (v: Value | undefined): string | undefined => (has(v, "op") ? (v as Op).op : undefined);
export const numbersOf = (v: Value | undefined): number[] =>
  isList(v) ? v.filter((n): n is number => typeof n === "number") : [];

const DELIMITER = /[\s()<>[\]{}/%]/u;
const ESCAPED: Readonly<Record<string, string>> = { n: "\n", r: "\r", t: "\t", b: "\b", f: "\f" };

/** Tokens and objects, sign by sign, of text whose signs are bytes. */
export class Lexer {
  readonly text: string;
  at: number;
  constructor(text: string, at = 0) {
    this.text = text;
    this.at = at;
  }

  private skip(): void {
    for (;;) {
      const sign = this.text[this.at];
      if (sign === undefined) return;
      if (sign === "%") while (this.at < this.text.length && !/[\r\n]/u.test(this.text[this.at] ?? "")) this.at += 1;
      else if (/[\s\0]/u.test(sign)) this.at += 1;
      else return;
    }
  }

  /** The next value, `undefined` at the end. A bare word is an `Op`; an end sign is one too. */
  next(depth = 0): Value | undefined {
    if (depth > PDF_LIMITS.depth) throw new PrintError("its lists lie too deep in one another");
    this.skip();
    const sign = this.text[this.at];
    if (sign === undefined) return undefined;
    if (sign === "/") return this.name();
    if (sign === "(") return { bytes: this.string() };
    if (sign === "[") return this.list(depth);
    if (this.text.startsWith("<<", this.at)) return this.dict(depth);
    if (this.text.startsWith(">>", this.at)) {
      this.at += 2;
      return { op: ">>" };
    }
    if (sign === "<") return { bytes: this.hex() };
    if (DELIMITER.test(sign)) {
      this.at += 1;
      return { op: sign };
    }
    return this.word();
  }

  private taken(): string {
    const from = this.at;
    while (this.at < this.text.length && !DELIMITER.test(this.text[this.at] ?? "") && this.text[this.at] !== "\0")
      this.at += 1;
    return this.text.slice(from, this.at);
  }

  private word(): Value {
    const word = this.taken();
    if (/^[+-]?(?:\d+\.?\d*|\.\d+)$/u.test(word)) return Number(word);
    if (word === "true" || word === "false") return word === "true";
    return word === "null" ? null : { op: word };
  }

  private name(): Name {
    this.at += 1;
    const code = (_: string, hex: string): string => String.fromCharCode(Number.parseInt(hex, 16));
    return { name: this.taken().replace(/#([\da-f]{2})/giu, code) };
  }

  private string(): string {
    let [out, open] = ["", 1];
    this.at += 1;
    for (; this.at < this.text.length; this.at += 1) {
      const sign = this.text[this.at] ?? "";
      if (sign === "\\") out += this.escaped();
      else {
        if (sign === "(") open += 1;
        if (sign === ")") open -= 1;
        if (open === 0) break;
        out += sign;
      }
    }
    this.at += 1;
    return out;
  }

  private escaped(): string {
    const octal = /^[0-7]{1,3}/u.exec(this.text.slice(this.at + 1, this.at + 4))?.[0];
    if (octal !== undefined) {
      this.at += octal.length;
      return String.fromCharCode(Number.parseInt(octal, 8) & 255);
    }
    this.at += 1;
    const sign = this.text[this.at] ?? "";
    return sign === "\n" || sign === "\r" ? "" : (ESCAPED[sign] ?? sign);
  }

  private hex(): string {
    const end = this.text.indexOf(">", this.at);
    if (end < 0) throw new PrintError("a word in it does not end");
    const digits = this.text.slice(this.at + 1, end).replace(/\s/gu, "");
    this.at = end + 1;
    let out = "";
    for (let i = 0; i < digits.length; i += 2)
      out += String.fromCharCode(Number.parseInt(digits.slice(i, i + 2).padEnd(2, "0"), 16) || 0);
    return out;
  }

  /** Values up to an end sign; `1 0 R` is one value. */
  private upTo(end: string, depth: number): Value[] {
    const values: Value[] = [];
    for (;;) {
      const value = this.next(depth + 1);
      if (value === undefined) throw new PrintError("a list in it does not end");
      const op = opOf(value);
      if (op === end) return values;
      if (op === "R" && values.length > 1) {
        const [ref] = values.splice(-2);
        values.push({ ref: Number(ref) });
      } else values.push(value);
    }
  }
  private list(depth: number): readonly Value[] {
    this.at += 1;
    return this.upTo("]", depth);
  }
  private dict(depth: number): Dict {
    this.at += 2;
    const values = this.upTo(">>", depth);
    const dict = new Map<string, Value>();
    for (let i = 0; i + 1 < values.length; i += 2) {
      const [key, value] = [nameOf(values[i]), values[i + 1]];
      if (key !== undefined && value !== undefined) dict.set(key, value);
    }
    return dict;
  }
}

/** A file's objects, each read when it is asked for. */
export class PdfFile {
  private readonly text: string;
  private readonly bytes: Uint8Array;
  private readonly places = new Map<number, number>();
  private readonly known = new Map<number, Value | undefined>();
  private inflated = 0;
  private drawn = 0;
  readonly root: Dict;

  /** @throws PrintError with the end of a sentence */
  constructor(bytes: Uint8Array) {
    if (bytes.length > PDF_LIMITS.bytes) throw new PrintError("it is longer than 20 MB");
    this.bytes = bytes;
    // one sign a byte
    this.text = new TextDecoder("latin1").decode(bytes);
    if (!this.text.startsWith("%PDF-")) throw new PrintError("it is no PDF");
    const trailer = this.contents();
    if (trailer.has("Encrypt")) throw new PrintError("it is locked");
    const root = this.of(trailer.get("Root"));
    if (!isDict(root)) throw new PrintError("it has no pages");
    this.root = root;
  }

  /** Counts what is drawn. */
  spend(count: number): void {
    if ((this.drawn += count) > PDF_LIMITS.drawn) throw new PrintError("there is more on it than can be printed");
  }

  /** Reads the tables of contents, the newest first. Gives the newest trailer. */
  private contents(): Dict {
    let at = Number(/startxref\s+(\d+)\s+%%EOF\s*$/u.exec(this.text.slice(-1024))?.[1] ?? Number.NaN);
    let newest: Dict | undefined;
    const seen = new Set<number>();
    while (Number.isFinite(at) && !seen.has(at)) {
      seen.add(at);
      const trailer = this.table(at);
      newest ??= trailer;
      const before = trailer.get("Prev");
      at = typeof before === "number" ? before : Number.NaN;
    }
    if (!newest) throw new PrintError("its table of contents is not there");
    return newest;
  }

  private table(at: number): Dict {
    const lexer = new Lexer(this.text, at);
    if (opOf(lexer.next()) !== "xref") throw new PrintError("its table of contents is packed, or not where it says");
    for (;;) {
      const [first, count] = [lexer.next(), lexer.next()];
      if (opOf(first) === "trailer") return isDict(count) ? count : new Map<string, Value>();
      if (typeof first !== "number" || typeof count !== "number" || first + count > PDF_LIMITS.objects)
        throw new PrintError("its table of contents cannot be read");
      for (let i = first; i < first + count; i += 1) {
        const [place, , kind] = [lexer.next(), lexer.next(), lexer.next()];
        if (typeof place !== "number") throw new PrintError("its table of contents cannot be read");
        if (opOf(kind) === "n" && !this.places.has(i)) this.places.set(i, place);
      }
    }
  }

  /** A value itself, where it stands elsewhere. */
  of(value: Value | undefined): Value | undefined {
    let now = value;
    for (let i = 0; has(now, "ref"); i += 1) {
      if (i > PDF_LIMITS.depth) throw new PrintError("its parts point at one another in a ring");
      const { ref } = now as Ref;
      if (!this.known.has(ref)) this.known.set(ref, this.object(ref));
      now = this.known.get(ref);
    }
    return now;
  }

  private object(ref: number): Value | undefined {
    const place = this.places.get(ref);
    if (place === undefined) return undefined;
    const lexer = new Lexer(this.text, place);
    const number = lexer.next();
    lexer.next();
    if (number !== ref || opOf(lexer.next()) !== "obj") throw new PrintError("its table of contents points elsewhere");
    const value = lexer.next();
    if (!isDict(value) || opOf(lexer.next()) !== "stream") return value;
    // a line end follows the word: \r\n or \n
    return { dict: value, at: lexer.at + (this.text.startsWith("\r\n", lexer.at) ? 2 : 1) };
  }

  dictOf(value: Value | undefined): Dict {
    const found = this.of(value);
    if (isDict(found)) return found;
    return isStream(found) ? found.dict : new Map<string, Value>();
  }

  /** What a stream comes to, one sign a byte. */
  textOf(value: Value | undefined): string {
    const stream = this.of(value);
    if (!isStream(stream)) return "";
    const length = this.of(stream.dict.get("Length"));
    if (typeof length !== "number" || length < 0) throw new PrintError("a part of it does not say how long it is");
    const data = this.bytes.subarray(stream.at, stream.at + length);
    const packed = this.of(stream.dict.get("Filter"));
    const filters = (isList(packed) ? packed : [packed]).map(nameOf).filter((f) => f !== undefined);
    if (filters.length === 0) return new TextDecoder("latin1").decode(this.counted(data));
    if (filters.length > 1 || filters[0] !== "FlateDecode")
      throw new PrintError(`a part of it is packed by ${filters.join(" and ")}, which this printer does not unpack`);
    return this.unpacked(data);
  }

  private counted(data: Uint8Array): Uint8Array {
    this.inflated += data.length;
    if (this.inflated > PDF_LIMITS.inflated) throw new PrintError("it comes to more than can be printed");
    return data;
  }

  private unpacked(data: Uint8Array): string {
    const decoder = new TextDecoder("latin1");
    let out = "";
    const stream = new Unzlib((chunk) => (out += decoder.decode(this.counted(chunk))));
    try {
      for (let i = 0; i < data.length; i += PIECE) stream.push(data.subarray(i, i + PIECE), i + PIECE >= data.length);
    } catch (error) {
      throw error instanceof PrintError ? error : new PrintError("a part of it is torn");
    }
    return out;
  }
}

export const isStream = (v: Value | undefined): v is Stream => has(v, "dict");
