import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { place } from "../geometry/point.ts";
import { solve } from "../solve.ts";
import { formOf, randomSpec, specOf, runs } from "../test/randomSpec.ts";
import { closedPicture } from "../pictures/closed.ts";
import { pictureOf } from "../pictures/picture.ts";
import { uprightPose } from "../pictures/folded.ts";
import { about, after, foldedPanels, joinMove, move, type Point3, STILL, undo } from "../paper/pose.ts";

const coordinate = fc.double({ min: -300, max: 300, noNaN: true });
const point3 = fc.tuple(coordinate, coordinate, coordinate);
const near = (a: Point3, b: Point3, by = 1e-6): void =>
  a.forEach((v, i) => expect(Math.abs(v - (b[i] as number))).toBeLessThan(by));

describe("moves in space", () => {
  it("turn right-handed about a line: x becomes y about z", () => {
    near(move(about([0, 0, 0], [0, 0, 1], 90), [1, 0, 0]), [0, 1, 0]);
    near(move(about([5, 0, 0], [5, 1, 0], 180), [0, 3, 0]), [10, 3, 0]);
  });

  it("keep distances, leave the line in place, and are undone", () => {
    fc.assert(
      fc.property(point3, point3, point3, fc.double({ min: -360, max: 360, noNaN: true }), (a, p, q, degrees) => {
        const b: Point3 = [a[0] + 1, a[1] + 2, a[2] - 1];
        const turned = about(a, b, degrees);
        near(move(turned, a), a);
        near(move(undo(turned), move(turned, p)), p);
        const length = (u: Point3, v: Point3): number => Math.hypot(u[0] - v[0], u[1] - v[1], u[2] - v[2]);
        expect(length(move(turned, p), move(turned, q))).toBeCloseTo(length(p, q), 6);
        near(move(after(turned, STILL), p), move(turned, p));
        near(move(after(turned, turned), p), move(about(a, b, 2 * degrees), p), 1e-5);
      }),
      { numRuns: runs(300) },
    );
  });

  it("lay a joined piece as the contract says: flipped, turned, moved", () => {
    const join = {
      piece: "tab",
      panel: "tab",
      onto: { piece: "e", panel: "top", face: "front" as const },
      x: 12,
      y: -7,
      rotation: 135,
      flip: true,
    };
    const [x, y] = place([30, 40], join);
    const laid = move(joinMove(join, 0.2), [30, 40, 0]);
    near(laid, [x, y, 0.2]);
  });
});

describe("the closed thing", () => {
  it("is as wide and as high as its inside, whatever the recipe: measured on the folded panels", () => {
    fc.assert(
      fc.property(randomSpec(formOf("square-blank-envelope")), (spec) => {
        const s = solve({ ...spec, settings: { ...spec.settings, closure: "none" } });
        const { bounds } = closedPicture(s);
        const sides = [bounds.right - bounds.left, bounds.top - bounds.bottom].sort((a, b) => a - b);
        const inside = [s.inside.width, s.inside.height].sort((a, b) => a - b);
        // nothing shows past a fold, and nothing falls short of one
        sides.forEach((side, i) => expect(Math.abs(side - (inside[i] as number))).toBeLessThan(1e-6));
      }),
      { numRuns: runs(200) },
    );
  });

  it("has its opening at the top", () => {
    for (const [width, height] of [
      [148, 105],
      [105, 148],
    ] as const) {
      const s = solve(specOf({ form: "square-blank-envelope", contents: { width, height, thickness: 1 } }));
      const piece = s.pieces[0];
      if (!piece) throw new Error("no piece");
      const way = s.contents[0]?.way ?? [0, 0];
      // out towards the flap that closes last
      const top = piece.folds.find((f) => f.id === "score-top");
      const lying = s.contents[0];
      const to = [
        ((top?.from[0] ?? 0) + (top?.to[0] ?? 0)) / 2 - (lying?.x ?? 0),
        ((top?.from[1] ?? 0) + (top?.to[1] ?? 0)) / 2 - (lying?.y ?? 0),
      ] as const;
      expect((to[0] * way[0] + to[1] * way[1]) / Math.hypot(...to)).toBeCloseTo(1, 9);
      const [x, y] = place(way, uprightPose(s));
      expect(x).toBeCloseTo(0, 9);
      expect(y).toBeCloseTo(1, 9);
    }
  });

  it("stacks its plies in the order of folding, and makes room for what is inside", () => {
    const s = solve(
      specOf({ form: "square-blank-envelope", contents: { preset: "iso-a6" }, settings: { closure: "tab" } }),
    );
    const heights = (filled: number): number[] => {
      const poses = foldedPanels(s, { progress: 9, caliper: 0.15, filled: () => filled });
      return ["envelope/body", "envelope/left", "envelope/bottom", "tab/tab", "envelope/top"].map((key) => {
        const pose = poses.get(key);
        if (!pose) throw new Error(key);
        return move(pose, [0, 0, 0])[2];
      });
    };
    [0, 0.15, 0.3, 0.45, 0.6].forEach((wanted, i) => expect(heights(0)[i]).toBeCloseTo(wanted, 9));
    // 2 mm of card lifts everything that lies over it
    [0, 2.15, 2.3, 2.45, 2.6].forEach((wanted, i) => expect(heights(2)[i]).toBeCloseTo(wanted, 9));
  });
});

describe("pictures of steps", () => {
  const s = solve(
    specOf({
      form: "square-blank-envelope",
      contents: { preset: "us-slimline", thickness: 1 },
      settings: { closure: "tab" },
    }),
  );
  const shown = (kind: string, nth = 0) => {
    const step = s.steps.filter((x) => x.kind === kind)[nth];
    if (!step) throw new Error(`no step '${kind}'`);
    return { step, picture: pictureOf(s, step) };
  };

  it("keeps the board still while the paper turns", () => {
    const bounds = [0, 1, 2, 3].map((nth) => shown("punch", nth).picture.bounds);
    for (const b of bounds) expect(b).toEqual(bounds[0]);
  });

  it("points at the measure on the ruler: so far from the punch, over the corner of the paper", () => {
    const { step, picture } = shown("punch");
    const measure = step.measure ?? 0;
    const marks = picture.shapes.filter((shape) => shape.role === "measure");
    const pointed = marks.filter((shape) => shape.now).flatMap((shape) => shape.path.map((edge) => edge.to[0]));
    expect((Math.min(...pointed) + Math.max(...pointed)) / 2).toBeCloseTo(-measure, 9);
    const paper = picture.shapes.find((shape) => shape.of?.endsWith("/blank"));
    expect(Math.min(...(paper?.path ?? []).map((edge) => edge.from[0]))).toBeCloseTo(-measure, 9);
    // an eighth-inch ruler is numbered in inches, and every number stands at its inch
    expect(picture.labels?.length).toBeGreaterThan(0);
    for (const { at, text } of picture.labels ?? []) expect(at[0]).toBeCloseTo(-25.4 * Number(text), 9);
  });

  it("adds a notch with each punch and a score with each score", () => {
    const corners = (kind: string, nth: number): number =>
      shown(kind, nth).picture.shapes.find((x) => x.of === "envelope/blank")?.path.length ?? 0;
    expect([0, 1, 2, 3].map((nth) => corners("punch", nth))).toEqual([7, 10, 13, 16]);
    expect(
      [0, 1, 2, 3].map((nth) => shown("score", nth).picture.shapes.filter((x) => x.role === "score").length),
    ).toEqual([1, 2, 3, 4]);
  });

  it("lights just the cut across a tip, the roundings, the slit", () => {
    expect(
      shown("trim")
        .picture.shapes.filter((x) => x.now)
        .map((x) => x.path[0]?.kind),
    ).toEqual(["line"]);
    expect(
      new Set(
        shown("round")
          .picture.shapes.filter((x) => x.now)
          .map((x) => x.path[0]?.kind),
      ),
    ).toEqual(new Set(["arc"]));
    expect(
      shown("slit")
        .picture.shapes.filter((x) => x.now)
        .map((x) => x.of),
    ).toEqual(["envelope/slit"]);
  });

  it("shows the contents on their way in through the opening, under the flap that closes last", () => {
    const { picture } = shown("fill");
    const order = picture.shapes.map((x) => x.of);
    expect(order.indexOf("envelope/contents")).toBeGreaterThan(order.indexOf("envelope/body"));
    expect(order.indexOf("envelope/bottom")).toBeGreaterThan(order.indexOf("envelope/contents"));
    const card = picture.shapes.find((x) => x.of === "envelope/contents")?.path ?? [];
    expect(Math.max(...card.map((x) => x.from[1]))).toBeGreaterThan(picture.bounds.bottom + s.inside.height);
  });
});
