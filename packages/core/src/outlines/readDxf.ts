/**
 * Outlines out of a DXF file (the ASCII form, R12 and later): lines, arcs, circles, ellipses, polylines with bulges, splines
 * and blocks, in mm.
 *
 *   pairs of code and value ──▶ records ──▶ sections ──▶ walked: blocks, mirrored planes ──▶ path data ──▶ lines and cubics
 *
 * Group codes are those of the published DXF reference. Nothing of a file is kept but numbers.
 */
import { distance, type Point } from "../geometry/point.ts";
import { chained, Drawn, LIMITS, type Matrix, OutlineError, times } from "./drawn.ts";
import { type Bounds, boundsOf, flatten } from "../geometry/path.ts";
import type { Came, Outline, OutlineFile } from "./outline.ts";
import { nth } from "../units/nth.ts";

/** mm of `$INSUNITS` (header variable; 0 says nothing). */
const UNIT_MM: Readonly<Record<string, number>> = {
  ...{ 1: 25.4, 2: 304.8, 4: 1, 5: 10, 6: 1000, 8: 2.54e-5, 9: 0.0254, 10: 914.4, 13: 0.001, 14: 100 },
};
/** Blocks within blocks. */
const MOST_DEEP = 16;
/** Copies of a block in one row or column. */
const MOST_COPIES = 1000;
/** Control points of one spline. */
const MOST_CONTROLS = 5000;
/** Places on each piece of a spline that is no plain cubic. */
const SPLINE_STEPS = 16;

type Pair = readonly [code: number, value: string];
interface Entity {
  readonly type: string;
  readonly pairs: Pair[];
  /** of a polyline of the old kind */
  readonly vertices: Entity[];
}
interface Block {
  readonly base: Point;
  readonly entities: Entity[];
}

const said = ({ pairs }: Entity, code: number): string | undefined => pairs.find(([c]) => c === code)?.[1].trim();
const numberOf = (entity: Entity, code: number, unless = 0): number => {
  const text = said(entity, code);
  return text === undefined ? unless : Number(text);
};
const allOf = ({ pairs }: Entity, code: number): number[] => pairs.flatMap(([c, v]) => (c === code ? [Number(v)] : []));
const pointIn = (entity: Entity, code: number): Point => [numberOf(entity, code), numberOf(entity, code + 10)];
const has = (entity: Entity, code: number, bits: number): boolean => (numberOf(entity, code) & bits) !== 0;

/** The records of a file, each from its code 0 on. @throws OutlineError where it is none or too large */
function recordsOf(text: string): Entity[] {
  const lines = text.split(/\r\n|\r|\n/u);
  const records: Entity[] = [];
  for (let i = 0; i + 1 < lines.length; i += 2) {
    const code = Number(lines[i]);
    const value = lines[i + 1] ?? "";
    if (!Number.isInteger(code)) throw new OutlineError(`this is no DXF: line ${String(i + 1)} should be a group code`);
    if (code !== 0) records.at(-1)?.pairs.push([code, value]);
    else if (records.push({ type: value.trim(), pairs: [], vertices: [] }) > LIMITS.segments * 5)
      throw new OutlineError("it has more records than can be read");
  }
  if (records.length === 0) throw new OutlineError("this is no DXF: nothing in it begins with a group code");
  return records;
}

interface DxfFile {
  readonly unit: number | undefined;
  readonly blocks: ReadonlyMap<string, Block>;
  readonly entities: readonly Entity[];
}

/** Vertices go to the polyline before them. */
function put(list: Entity[], record: Entity): void {
  const last = list.at(-1);
  if (record.type === "VERTEX" && last?.type === "POLYLINE") last.vertices.push(record);
  else if (record.type !== "SEQEND" && record.type !== "ATTRIB") list.push(record);
}

function sectionsOf(records: readonly Entity[]): DxfFile {
  const blocks = new Map<string, Block>();
  const entities: Entity[] = [];
  let [section, unit]: [string, number | undefined] = ["", undefined];
  let block: Block | undefined;
  for (const record of records) {
    if (record.type === "SECTION") {
      section = said(record, 2) ?? "";
      const at = record.pairs.findIndex(([code, value]) => code === 9 && value.trim() === "$INSUNITS");
      if (at >= 0) unit = UNIT_MM[record.pairs[at + 1]?.[1].trim() ?? ""];
    } else if (record.type === "ENDSEC") section = "";
    else if (section === "ENTITIES") put(entities, record);
    else if (section !== "BLOCKS") continue;
    else if (record.type === "BLOCK") {
      block = { base: pointIn(record, 10), entities: [] };
      blocks.set(said(record, 2) ?? "", block);
    } else if (record.type === "ENDBLK") block = undefined;
    else if (block) put(block.entities, record);
  }
  return { unit, blocks, entities };
}

const at = (...numbers: readonly number[]): string => numbers.join(" ");

/** Radians of an arc that becomes one cubic: an eighth of a circle of a metre is off by a thousandth of a mm, a quarter by 0.27. */
const ONE_CUBIC = Math.PI / 4;

/** Where an arc is parted so that each part becomes a cubic that is as good as it. */
function partsOf(from: number, to: number): number[] {
  const parts = Math.max(1, Math.ceil(Math.abs(to - from) / ONE_CUBIC - 1e-9));
  return Array.from({ length: parts }, (_, i) => (i + 1 === parts ? to : from + ((to - from) * (i + 1)) / parts));
}

/** A turn about a centre as path data, anticlockwise; in parts of an eighth at most. Angles in radians, the axes as they lie. */
function turn(centre: Point, axis: Point, part: number, from: number, to: number): string {
  const long = Math.hypot(...axis);
  const leans = (Math.atan2(axis[1], axis[0]) * 180) / Math.PI;
  const on = (t: number): Point => [
    centre[0] + axis[0] * Math.cos(t) - axis[1] * part * Math.sin(t),
    centre[1] + axis[1] * Math.cos(t) + axis[0] * part * Math.sin(t),
  ];
  const flags = at(long, long * Math.abs(part), leans, 0, part < 0 ? 0 : 1);
  const whole = to - from > 2 * Math.PI - 1e-9;
  return `M${at(...on(from))}${partsOf(from, to)
    .map((t) => `A${flags} ${at(...on(t))}`)
    .join("")}${whole ? "Z" : ""}`;
}

/** How far from one angle on to the next, radians: an arc runs anticlockwise and has a length. */
const onTo = (from: number, to: number): number => {
  const round = 2 * Math.PI;
  const more = (((to - from) % round) + round) % round;
  return from + (more < 1e-9 ? round : more);
};

/** A polyline: a bulge is the tangent of a quarter of the arc's angle, positive anticlockwise. */
function polyline(points: readonly (readonly [number, number, number])[], closed: boolean): string {
  const [first] = points;
  if (!first || points.length < 2) return "";
  const ring = closed ? [...points.slice(1), first] : points.slice(1);
  const steps = ring.map(([x, y], i) => {
    const [fromX, fromY, bulge] = nth(points, i);
    if (bulge === 0) return `L${at(x, y)}`;
    const radius = (distance([fromX, fromY], [x, y]) * (1 + bulge * bulge)) / (4 * Math.abs(bulge));
    const sweep = 4 * Math.atan(bulge);
    // the centre stands left of the middle of the chord, for a turn to the left of less than half
    const [dx, dy] = [x - fromX, y - fromY];
    const aside = (1 - bulge * bulge) / (4 * bulge);
    const [cx, cy] = [(fromX + x) / 2 - dy * aside, (fromY + y) / 2 + dx * aside];
    const start = Math.atan2(fromY - cy, fromX - cx);
    const places = partsOf(start, start + sweep).map((t): Point => [
      cx + radius * Math.cos(t),
      cy + radius * Math.sin(t),
    ]);
    return [...places.slice(0, -1), [x, y] as const]
      .map((p) => `A${at(radius, radius, 0, 0, bulge > 0 ? 1 : 0, ...p)}`)
      .join("");
  });
  return `M${at(first[0], first[1])}${steps.join("")}${closed ? "Z" : ""}`;
}

const mixed = (a: Point, b: Point, t: number): Point => [a[0] + (b[0] - a[0]) * t, a[1] + (b[1] - a[1]) * t];

/** A plain cubic spline as Béziers: each inner knot is put in until it stands three times (Boehm, 1980). */
function beziersOf(controls: readonly Point[], knots: readonly number[]): Point[] {
  let [points, at] = [[...controls], [...knots]];
  for (const t of [...new Set(knots)].slice(1, -1)) {
    for (let times = at.filter((u) => u === t).length; times < 3; times += 1) {
      const j = at.findLastIndex((u) => u <= t);
      points = Array.from({ length: points.length + 1 }, (_, i): Point => {
        if (i <= j - 3) return nth(points, i);
        if (i > j - times) return nth(points, i - 1);
        const [low, high] = [nth(at, i), nth(at, i + 3)];
        return mixed(nth(points, i - 1), nth(points, i), (t - low) / (high - low));
      });
      at = [...at.slice(0, j + 1), t, ...at.slice(j + 1)];
    }
  }
  return points;
}

/** A place on any spline (de Boor, 1972), weights and all. */
function onSpline(
  degree: number,
  controls: readonly Point[],
  weights: readonly number[],
  knots: readonly number[],
  t: number,
): Point {
  let j = degree;
  while (j < controls.length - 1 && t >= nth(knots, j + 1)) j += 1;
  let near = Array.from({ length: degree + 1 }, (_, r): readonly [number, number, number] => {
    const [x, y] = nth(controls, j - degree + r);
    const w = weights[j - degree + r] ?? 1;
    return [x * w, y * w, w];
  });
  for (let r = 1; r <= degree; r += 1)
    near = near.map((point, i) => {
      if (i < r) return point;
      const [low, high] = [nth(knots, j - degree + i), nth(knots, i + 1 + j - r)];
      const part = high === low ? 0 : (t - low) / (high - low);
      const before = near[i - 1] as typeof point;
      return [0, 1, 2].map((k) => nth(before, k) * (1 - part) + nth(point, k) * part) as [number, number, number];
    });
  const [x, y, w] = nth(near, degree);
  return [x / w, y / w];
}

/** A smooth line through places (Catmull and Rom, 1974), where a file gives no more than those. */
function through(points: readonly Point[]): string {
  const [first] = points;
  if (!first) return "";
  const curves = points.slice(1).map((next, i) => {
    const [before, here, after] = [
      points[Math.max(0, i - 1)],
      points[i],
      points[Math.min(points.length - 1, i + 2)],
    ] as [Point, Point, Point];
    const [a, b] = [
      mixed(here, [here[0] + next[0] - before[0], here[1] + next[1] - before[1]], 1 / 6),
      mixed(next, [next[0] - after[0] + here[0], next[1] - after[1] + here[1]], 1 / 6),
    ];
    return `C${at(...a, ...b, ...next)}`;
  });
  return `M${at(...first)}${curves.join("")}`;
}

/** The layer of an entity, and its own colour and line type where it has some. */
function cameOf(entity: Entity): Came {
  const [layer, colour, dash] = [8, 62, 6].map((code) => said(entity, code)?.slice(0, 60));
  return {
    ...(layer !== undefined && { group: layer }),
    ...(colour !== undefined && { colour }),
    ...(dash !== undefined && { dash }),
  };
}

class Walker {
  readonly drawn = new Drawn();
  readonly #blocks: ReadonlyMap<string, Block>;

  constructor(blocks: ReadonlyMap<string, Block>) {
    this.#blocks = blocks;
  }

  walk(entities: readonly Entity[], matrix: Matrix, within: readonly Block[]): void {
    for (const entity of entities) {
      this.drawn.another();
      // circles, arcs, polylines and blocks lie in a plane of their own: seen from behind it is mirrored
      const plane = numberOf(entity, 230, 1) < 0 ? times(matrix, [-1, 0, 0, 1, 0, 0]) : matrix;
      if (entity.type === "INSERT") this.#insert(entity, plane, within);
      else {
        const own = ["LINE", "ELLIPSE", "SPLINE"].includes(entity.type) ? matrix : plane;
        const data = this.#dataOf(entity);
        if (data) this.drawn.draw(data, own, undefined, cameOf(entity));
      }
    }
  }

  #insert(entity: Entity, matrix: Matrix, within: readonly Block[]): void {
    const block = this.#blocks.get(said(entity, 2) ?? "");
    if (!block) return;
    if (within.includes(block) || within.length >= MOST_DEEP) {
      this.drawn.warn("Something that is made of itself is left out.");
      return;
    }
    const [x, y] = pointIn(entity, 10);
    const turned = (numberOf(entity, 50) * Math.PI) / 180;
    const [cos, sin] = [Math.cos(turned), Math.sin(turned)];
    const laid = times(matrix, [cos, sin, -sin, cos, x, y]);
    const [kx, ky] = [numberOf(entity, 41, 1), numberOf(entity, 42, 1)];
    const copies = (code: number): number =>
      Math.max(1, Math.min(MOST_COPIES, Math.round(numberOf(entity, code, 1)) || 1));
    for (let i = 0; i < copies(70); i += 1)
      for (let j = 0; j < copies(71); j += 1) {
        const spot: Matrix = [kx, 0, 0, ky, i * numberOf(entity, 44), j * numberOf(entity, 45)];
        const home = times(times(laid, spot), [1, 0, 0, 1, -block.base[0], -block.base[1]]);
        this.drawn.another();
        this.walk(block.entities, home, [...within, block]);
      }
  }

  /** What an entity draws, in its own plane. */
  #dataOf(entity: Entity): string | undefined {
    const centre = pointIn(entity, 10);
    const radius: Point = [numberOf(entity, 40), 0];
    const angle = (code: number): number => (numberOf(entity, code) * Math.PI) / 180;
    switch (entity.type) {
      case "LINE":
        return `M${at(...centre)}L${at(...pointIn(entity, 11))}`;
      case "CIRCLE":
        return radius[0] > 0 ? turn(centre, radius, 1, 0, 2 * Math.PI) : undefined;
      case "ARC":
        return radius[0] > 0 ? turn(centre, radius, 1, angle(50), onTo(angle(50), angle(51))) : undefined;
      case "ELLIPSE": {
        const [from, to] = [numberOf(entity, 41), numberOf(entity, 42, 2 * Math.PI)];
        const part = numberOf(entity, 40, 1) * (numberOf(entity, 230, 1) < 0 ? -1 : 1);
        return turn(centre, pointIn(entity, 11), part, from, onTo(from, to));
      }
      case "LWPOLYLINE":
        return polyline(cornersOf(entity), has(entity, 70, 1));
      case "POLYLINE": {
        if (has(entity, 70, 16 | 64)) return this.#left("A surface in it is left out.");
        const corners = entity.vertices.filter((v) => !has(v, 70, 16));
        return polyline(
          corners.map((v) => [...pointIn(v, 10), numberOf(v, 42)] as const),
          has(entity, 70, 1),
        );
      }
      case "SPLINE":
        return this.#splineOf(entity);
      case "POINT":
      case "VIEWPORT":
        return undefined;
      case "TEXT":
      case "MTEXT":
      case "ATTDEF":
        return this.#left("Words are left out: turn them into outlines in the program that made the file.");
      default:
        return this.#left(`What it calls ${entity.type.slice(0, 20)} is left out: only lines are read.`);
    }
  }

  #left(sentence: string): undefined {
    this.drawn.warn(sentence);
    return undefined;
  }

  #splineOf(entity: Entity): string | undefined {
    const pointsOf = (code: number): Point[] => {
      const [xs, ys] = [allOf(entity, code), allOf(entity, code + 10)];
      return xs.map((x, i): Point => [x, ys[i] ?? NaN]);
    };
    const [degree, controls, knots, weights] = [
      numberOf(entity, 71, 3),
      pointsOf(10),
      allOf(entity, 40),
      allOf(entity, 41),
    ];
    const closes = has(entity, 70, 1) ? "Z" : "";
    const broken = "A curve in it is broken, and left out.";
    if (controls.length === 0) {
      const fits = pointsOf(11);
      if (fits.length < 2 || fits.length > MOST_CONTROLS) return this.#left(broken);
      this.drawn.warn("A curve is given by the places it goes through: it is drawn smoothly through them.");
      return `${through(fits)}${closes}`;
    }
    const isWhole =
      Number.isInteger(degree) && degree >= 1 && degree <= 10 && knots.length === controls.length + degree + 1;
    const rises = knots.every((u, i) => i === 0 || u >= nth(knots, i - 1));
    if (!isWhole || !rises || controls.length > MOST_CONTROLS) return this.#left(broken);
    const isClamped = knots[0] === knots[degree] && knots.at(-1) === knots.at(-1 - degree);
    const inner = knots.slice(degree + 1, -degree - 1);
    const isSimple = inner.every((u) => inner.filter((v) => v === u).length <= 3);
    if (degree === 3 && isClamped && isSimple && weights.every((w) => w === 1)) {
      const beziers = beziersOf(controls, knots);
      const rest = beziers.slice(1);
      const curves = Array.from(
        { length: rest.length / 3 },
        (_, i) => `C${at(...rest.slice(3 * i, 3 * i + 3).flat())}`,
      );
      return `M${at(...nth(beziers, 0))}${curves.join("")}${closes}`;
    }
    const [from, to] = [nth(knots, degree), nth(knots, controls.length)];
    const steps = SPLINE_STEPS * controls.length;
    const places = Array.from({ length: steps + 1 }, (_, i) =>
      // the very end belongs to no piece
      onSpline(degree, controls, weights, knots, from + (to - from) * Math.min(i / steps, 1 - 1e-12)),
    );
    return `M${places.map((p) => at(...p)).join("L")}${closes}`;
  }
}

/** Corners of a polyline whose points stand in one record, each with the bulge that follows it. */
function cornersOf({ pairs }: Entity): [number, number, number][] {
  const corners: [number, number, number][] = [];
  for (const [code, value] of pairs) {
    if (code === 10) corners.push([Number(value), 0, 0]);
    else if (code === 20 && corners.length > 0) nth(corners, -1)[1] = Number(value);
    else if (code === 42 && corners.length > 0) nth(corners, -1)[2] = Number(value);
  }
  return corners;
}

/** How far all of it reaches: a drawing has no page. */
export function sizeOf(outlines: readonly Outline[]): Pick<OutlineFile, "width" | "height"> {
  const boxes = outlines.map(({ path }) => boundsOf(flatten(path)));
  const reach = (low: (b: Bounds) => number, high: (b: Bounds) => number): number =>
    boxes.reduce((most, b) => Math.max(most, high(b)), -Infinity) -
    boxes.reduce((least, b) => Math.min(least, low(b)), Infinity);
  return {
    width: reach(
      (b) => b.left,
      (b) => b.right,
    ),
    height: reach(
      (b) => b.bottom,
      (b) => b.top,
    ),
  };
}

/** Reads the outlines of a DXF file. @throws OutlineError with a sentence where it is refused */
export function readDxf(text: string, chain: typeof chained = chained): OutlineFile {
  if (text.length > LIMITS.bytes) throw new OutlineError("it is larger than 10 MB");
  if (/^\w+ Binary DXF/u.test(text)) throw new OutlineError("it is a binary DXF: save it as an ASCII one");
  const { unit, blocks, entities } = sectionsOf(recordsOf(text));
  const walker = new Walker(blocks);
  if (unit === undefined) walker.drawn.warn("It says no unit: it is taken for millimetres.");
  const k = unit ?? 1;
  walker.walk(entities, [k, 0, 0, k, 0, 0], []);
  const outlines = chain(walker.drawn.outlines);
  if (outlines.length === 0) throw new OutlineError("there is no line in it");
  return { ...sizeOf(outlines), outlines, warnings: walker.drawn.warnings };
}
