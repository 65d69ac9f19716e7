/**
 * How deep a place is inside a no-fit polygon, asked millions of times. Depth changes no faster than place: depths at the nodes of
 * a grid settle nearly every question, and only near the edge the edges themselves are walked.
 */
import type { Rings } from "./areas.ts";
import { type Bounds, boundsOf } from "./path.ts";
import { type Point, turn } from "./point.ts";

/** Nodes along the longer side of a grid: more are slower to make than they save. */
const NODES = 160;

/** A place that a question writes its answer into: nothing is made in loops. */
export interface Spot {
  x: number;
  y: number;
}

/** Depths in a polygon as it was made, about its own origin. */
export class Depths {
  /** x y x y of each edge */
  readonly edges: Float64Array;
  readonly box: Bounds;
  private nodes: Float32Array | undefined;
  private across = 0;
  private step = 0;
  private slack = 0;

  constructor(rings: Rings) {
    const flat = rings.flatMap((ring) => ring.flatMap((a, i) => [...a, ...(ring[i + 1] ?? (ring[0] as Point))]));
    this.edges = Float64Array.from(flat);
    const corners = rings.flat();
    this.box = corners.length > 0 ? boundsOf(corners) : { left: 0, bottom: 0, right: 0, top: 0 };
  }

  /** The grid is laid when it is first asked, and a node worked out when it is: most of a pair never come near one another. */
  private grid(): Float32Array {
    if (this.nodes) return this.nodes;
    const { left, bottom, right, top } = this.box;
    this.step = Math.max(right - left, top - bottom) / NODES;
    this.slack = this.step * Math.SQRT1_2;
    this.across = Math.floor((right - left) / this.step) + 2;
    this.nodes = new Float32Array(this.across * (Math.floor((top - bottom) / this.step) + 2)).fill(NaN);
    return this.nodes;
  }

  private node(i: number, j: number): number {
    const nodes = this.grid();
    const k = j * this.across + i;
    const known = nodes[k] as number;
    if (!Number.isNaN(known)) return known;
    const x = this.box.left + i * this.step;
    const y = this.box.bottom + j * this.step;
    const off = this.toEdge(x, y);
    const depth = this.isInside(x, y) ? off : -off;
    nodes[k] = depth;
    return depth;
  }

  private isInside(x: number, y: number): boolean {
    const { edges } = this;
    let inside = false;
    for (let k = 0; k < edges.length; k += 4) {
      const low = edges[k + 1] as number;
      const high = edges[k + 3] as number;
      if (low > y === high > y) continue;
      const from = edges[k] as number;
      if (x < from + ((y - low) * ((edges[k + 2] as number) - from)) / (high - low)) inside = !inside;
    }
    return inside;
  }

  /** mm to the nearest place of the edge, which is written into `near`. */
  private toEdge(x: number, y: number, near?: Spot): number {
    const { edges } = this;
    let least = Infinity;
    for (let k = 0; k < edges.length; k += 4) {
      const ax = edges[k] as number;
      const ay = edges[k + 1] as number;
      const dx = (edges[k + 2] as number) - ax;
      const dy = (edges[k + 3] as number) - ay;
      const t = Math.min(1, Math.max(0, ((x - ax) * dx + (y - ay) * dy) / (dx * dx + dy * dy)));
      const ox = x - ax - t * dx;
      const oy = y - ay - t * dy;
      const off = ox * ox + oy * oy;
      if (off >= least) continue;
      least = off;
      if (!near) continue;
      near.x = ax + t * dx;
      near.y = ay + t * dy;
    }
    return Math.sqrt(least);
  }

  private isOut(x: number, y: number): boolean {
    const { left, bottom, right, top } = this.box;
    return x <= left || x >= right || y <= bottom || y >= top;
  }

  private nodeBy(x: number, y: number): number {
    this.grid();
    return this.node(Math.round((x - this.box.left) / this.step), Math.round((y - this.box.bottom) / this.step));
  }

  /** How deep (mm) a place is inside, 0 outside: exact. `near` receives the nearest place of the edge where it is inside. */
  depth(x: number, y: number, near?: Spot): number {
    if (this.isOut(x, y)) return 0;
    const node = this.nodeBy(x, y);
    if (node < -this.slack) return 0;
    if (node <= this.slack && !this.isInside(x, y)) return 0;
    return this.toEdge(x, y, near);
  }

  /** Whether a place is deeper inside than so many mm. */
  isDeeper(x: number, y: number, mm: number): boolean {
    if (this.isOut(x, y)) return false;
    const node = this.nodeBy(x, y);
    if (node < -this.slack) return false;
    if (node > this.slack + mm) return true;
    return this.isInside(x, y) && this.toEdge(x, y) > mm;
  }

  /** Depth between the nodes, in proportion: good to choose among places, not to judge one. */
  rough(x: number, y: number): number {
    if (this.isOut(x, y)) return 0;
    this.grid();
    const u = (x - this.box.left) / this.step;
    const v = (y - this.box.bottom) / this.step;
    const i = u | 0;
    const j = v | 0;
    const a = u - i;
    const b = v - j;
    const lower = this.node(i, j) * (1 - a) + this.node(i + 1, j) * a;
    const upper = this.node(i, j + 1) * (1 - a) + this.node(i + 1, j + 1) * a;
    return Math.max(0, lower * (1 - b) + upper * b);
  }
}

/** A polygon turned, and mirrored through its origin where it is said the other way round: places are brought to it, not its edges to them. */
export class Turned {
  readonly box: Bounds;
  private readonly depths: Depths;
  private readonly c: number;
  private readonly s: number;
  private world: Float64Array | undefined;

  /** @param degrees anticlockwise */
  constructor(depths: Depths, degrees: number, isMirrored: boolean) {
    const [c, s] = turn(degrees);
    // through the origin is half a turn
    [this.c, this.s] = isMirrored ? [-c, -s] : [c, s];
    this.depths = depths;
    const { left, bottom, right, top } = depths.box;
    const corners = [left, right].flatMap((x) => [bottom, top].map((y): Point => [x, y]));
    this.box = boundsOf(corners.map(([x, y]): Point => [x * this.c - y * this.s, x * this.s + y * this.c]));
  }

  /** x y x y of each edge, as it lies. */
  get edges(): Float64Array {
    if (this.world) return this.world;
    const { edges } = this.depths;
    const world = new Float64Array(edges.length);
    for (let k = 0; k < edges.length; k += 2) {
      const x = edges[k] as number;
      const y = edges[k + 1] as number;
      world[k] = x * this.c - y * this.s;
      world[k + 1] = x * this.s + y * this.c;
    }
    this.world = world;
    return world;
  }

  depth(x: number, y: number): number {
    return this.depths.depth(x * this.c + y * this.s, y * this.c - x * this.s);
  }

  isDeeper(x: number, y: number, mm: number): boolean {
    return this.depths.isDeeper(x * this.c + y * this.s, y * this.c - x * this.s, mm);
  }

  rough(x: number, y: number): number {
    return this.depths.rough(x * this.c + y * this.s, y * this.c - x * this.s);
  }

  /** As `depth`; `near` receives the nearest place outside. */
  wayOut(x: number, y: number, near: Spot): number {
    const depth = this.depths.depth(x * this.c + y * this.s, y * this.c - x * this.s, near);
    const nx = near.x;
    near.x = nx * this.c - near.y * this.s;
    near.y = nx * this.s + near.y * this.c;
    return depth;
  }
}
