/** Pictures of shapes that are known, traced: how far the line stands off the true one, in points of the picture. */
import { describe, expect, it } from "vitest";
import { find } from "../catalogue/entry.ts";
import { shapes } from "../catalogue/shapes.ts";
import { flatten, flattenTo } from "../geometry/path.ts";
import type { Point } from "../geometry/point.ts";
import { offOutline } from "../geometry/near.ts";
import type { Pixels } from "./picture.ts";
import { pictureSize } from "./pictureSize.ts";
import { leastAcross, trace } from "./trace.ts";

type Ring = readonly Point[];

/** A shape of the catalogue in a square picture, y down, a tenth of it free all round. */
function ringIn(id: string, size: number, part = 0.8, at: Point = [0.5, 0.5]): Ring {
  const preset = find(shapes, id);
  const [w, h] = [size * part * Math.min(1, preset?.usual ?? 1), size * part * Math.min(1, 1 / (preset?.usual ?? 1))];
  const path = preset?.outline(w, h) ?? [];
  return flattenTo(path, 0.05).map(([x, y]): Point => [x + size * at[0] - w / 2, size * (1 - at[1]) + h / 2 - y]);
}

/** The same numbers each time: a noise that can be asked again. */
function* chance(): Generator<number, number> {
  let seed = 5;
  for (;;) {
    seed = (seed * 1664525 + 1013904223) >>> 0;
    yield seed / 2 ** 32;
  }
}

/** Places along a ring no further apart than is said. */
const closely = (ring: Ring, apart: number): Point[] =>
  ring.flatMap(([x, y], i): Point[] => {
    const [u, v] = ring[(i + 1) % ring.length] as Point;
    const count = Math.max(1, Math.ceil(Math.hypot(u - x, v - y) / apart));
    return Array.from({ length: count }, (_, k) => [x + ((u - x) * k) / count, y + ((v - y) * k) / count]);
  });

interface Drawing {
  readonly size: number;
  readonly rings: readonly Ring[];
  /** drawn with a line so wide, not filled */
  readonly line?: number;
  readonly noise?: number;
  readonly oneBit?: boolean;
}

/** Where rings cross a level line, from left to right. */
const crossings = (rings: readonly Ring[], y: number): number[] =>
  rings
    .flatMap((ring) =>
      ring.flatMap(([x, v], i) => {
        const [u, w] = ring[(i + 1) % ring.length] as Point;
        return v > y === w > y ? [] : [x + ((u - x) * (y - v)) / (w - v)];
      }),
    )
    .sort((a, b) => a - b);

/** Ink 30 on paper 240, each point from 3 × 3 places in it. */
function drawn({ size, rings, line, noise = 0, oneBit = false }: Drawing): Pixels {
  const data = new Uint8ClampedArray(size * size * 4);
  const random = chance();
  // of a line only what is near it is looked at, against its own short pieces
  const near = new Map<string, Point[]>();
  if (line !== undefined)
    for (const p of rings.flatMap((ring) => closely(ring, 0.4)))
      for (let dy = -2; dy <= 2; dy += 1)
        for (let dx = -2; dx <= 2; dx += 1) {
          const key = `${String(Math.floor(p[0]) + dx)} ${String(Math.floor(p[1]) + dy)}`;
          const list = near.get(key);
          if (list) list.push(p);
          else near.set(key, [p]);
        }
  const onLine = (p: Point): boolean =>
    (near.get(`${String(Math.floor(p[0]))} ${String(Math.floor(p[1]))}`) ?? []).some(
      (q) => Math.hypot(p[0] - q[0], p[1] - q[1]) < (line ?? 0) / 2,
    );
  const thirds = [1 / 6, 0.5, 5 / 6];
  for (let y = 0; y < size; y += 1) {
    // where the rings cross each of the row's three lines: between an odd crossing and the next it is inked
    const lines = thirds.map((dy) => ({ y: y + dy, xs: line === undefined ? crossings(rings, y + dy) : [] }));
    for (let x = 0; x < size; x += 1) {
      let ink = 0;
      for (const at of lines)
        for (const dx of thirds) {
          const inked = line === undefined ? at.xs.filter((u) => u < x + dx).length % 2 === 1 : onLine([x + dx, at.y]);
          ink += inked ? 1 / 9 : 0;
        }
      const shade = oneBit ? (ink > 0.5 ? 0 : 255) : 240 - 210 * ink;
      // three chances together are nearly normal
      const off = noise * 2 * (random.next().value + random.next().value + random.next().value - 1.5);
      data.set([shade + off, shade + off, shade + off, 255], (y * size + x) * 4);
    }
  }
  return { width: size, height: size, data };
}

/** Mean distance of a traced ring's points from the true one. */
const strays = (traced: Ring, truth: Ring): number =>
  traced.reduce((sum, p) => sum + offOutline(truth, p), 0) / traced.length;

const SHAPES: readonly (readonly [string, (size: number) => readonly Ring[]])[] = [
  ["circle", (size) => [ringIn("round", size)]],
  ["star", (size) => [ringIn("star", size)]],
  ["jar with an oval window", (size) => [ringIn("jar", size), ringIn("oval", size, 0.3, [0.5, 0.4])]],
];

describe.each(SHAPES)("a %s", (name, ringsOf) => {
  it.each([
    ["clean", 240, {}, 0.5],
    ["in black and white alone", 240, { oneBit: true }, 0.6],
    ["noisy", 240, { noise: 25 }, 1],
    ["of 150 points", 150, {}, 0.5],
    ["noisy, of 150 points", 150, { noise: 25 }, 1],
  ] as const)(
    "%s is one clean line for each of its own, close to the true one and of few nodes",
    (_, size, how, most) => {
      const rings = ringsOf(size);
      const traced = trace(drawn({ size, rings, ...how }));
      expect(traced?.rings).toHaveLength(rings.length);
      expect(traced?.isNoisy).toBe("noise" in how);
      traced?.rings.forEach((path, i) => {
        expect(strays(flatten(path), rings[i] ?? [])).toBeLessThan(most);
      });
      expect(traced?.rings.reduce((sum, path) => sum + path.length, 0)).toBeLessThan(60);
      if (name === "star" && !("noise" in how)) expect(traced?.rings[0]).toHaveLength(10);
    },
  );
});

describe("a thin drawing", () => {
  it.each([
    ["clean", {}, 0.5],
    ["noisy", { noise: 20 }, 1],
  ] as const)("%s is traced along the middle of its line, once and not on both sides of it", (_, how, most) => {
    const rings = [ringIn("jar", 300), ringIn("oval", 300, 0.3, [0.5, 0.4])];
    const traced = trace(drawn({ size: 300, rings, line: 3, ...how }));
    expect(traced?.mode).toBe("line");
    expect(traced?.rings).toHaveLength(2);
    traced?.rings.forEach((path, i) => {
      expect(strays(flatten(path), rings[i] ?? [])).toBeLessThan(most);
    });
  });

  it("is its silhouette alone where that is asked", () => {
    const rings = [ringIn("jar", 240), ringIn("oval", 240, 0.3, [0.5, 0.4])];
    expect(trace(drawn({ size: 240, rings, line: 3 }), { mode: "silhouette" })?.rings).toHaveLength(1);
    expect(trace(drawn({ size: 240, rings }), { mode: "silhouette" })?.rings).toHaveLength(1);
  });
});

describe("a picture", () => {
  it("light on dark is the same shape", () => {
    const rings = [ringIn("star", 200)];
    const { width, height, data } = drawn({ size: 200, rings });
    const turned = Uint8ClampedArray.from(data, (v, i) => (i % 4 === 3 ? 255 : 255 - v));
    const traced = trace({ width, height, data: turned });
    expect(traced?.rings).toHaveLength(1);
    expect(strays(flatten(traced?.rings[0] ?? []), rings[0] ?? [])).toBeLessThan(0.5);
  });

  it("that is cut out is traced by what is solid, whatever its colour", () => {
    const rings = [ringIn("apple", 200)];
    const { data } = drawn({ size: 200, rings });
    // white all over, solid where the ink was
    const cutOut = Uint8ClampedArray.from(data, (v, i) =>
      i % 4 === 3 ? 255 - ((data[i - 1] ?? 0) - 30) * (255 / 210) : v * 0 + 255,
    );
    const traced = trace({ width: 200, height: 200, data: cutOut });
    expect(strays(flatten(traced?.rings[0] ?? []), rings[0] ?? [])).toBeLessThan(0.6);
  });

  it("with nothing on it gives nothing", () => {
    expect(trace(drawn({ size: 60, rings: [] }))).toBeUndefined();
  });
});

describe("the size that a picture says", () => {
  const png = (width: number, height: number): Uint8Array => {
    const bytes = new Uint8Array(40);
    bytes.set([0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a, 0, 0, 0, 13, 0x49, 0x48, 0x44, 0x52]);
    new DataView(bytes.buffer).setUint32(16, width);
    new DataView(bytes.buffer).setUint32(20, height);
    return bytes;
  };
  /* Begins, a table of eight bytes, a frame of 200 × 300. */
  const jpeg = [0xff, 0xd8, 0xff, 0xe0, 0, 8, 1, 2, 3, 4, 5, 6, 0xff, 0xc2, 0, 17, 8, 0x01, 0x2c, 0, 0xc8, 3, 0, 0, 0];

  it("is read before it is unpacked", () => {
    expect(pictureSize(png(640, 480))).toEqual({ width: 640, height: 480 });
    expect(pictureSize(png(4_000_000_000, 4_000_000_000))).toEqual({ width: 4_000_000_000, height: 4_000_000_000 });
    expect(pictureSize(Uint8Array.from(jpeg))).toEqual({ width: 200, height: 300 });
  });

  it("is none in what is no picture, or breaks off", () => {
    const none = [
      [],
      [0xff, 0xd8],
      jpeg.slice(0, 14),
      [0xff, 0xd8, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0],
      [...png(0, 5)],
      [60, 115, 118, 103],
    ];
    for (const bytes of none) expect(pictureSize(Uint8Array.from(bytes))).toBeUndefined();
  });
});

describe("the smallest detail", () => {
  it("is the side of a square as large as the part of the picture that counts", () => {
    // a hundredth of 200 × 50 points is 100 points: 10 by 10
    expect(leastAcross(0.01, { width: 200, height: 50 })).toBe(10);
  });
});

describe("a picture", () => {
  it("of noise alone is refused with a sentence, and not in minutes", () => {
    let state = 7;
    const next = (): number => (state = (state * 48_271) % 2_147_483_647) / 2_147_483_647;
    const data = new Uint8ClampedArray(400 * 400 * 4).map((_, i) => (i % 4 === 3 ? 255 : next() * 255));
    expect(() => trace({ width: 400, height: 400, data })).toThrow(/all specks/u);
  });
});
