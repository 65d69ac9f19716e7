/** A net that was read folds as the form that it was written by: same poses, proved, made by board and machine. */
import { describe, expect, it } from "vitest";
import { gluePairs } from "../asks/gluePairs.ts";
import { pose } from "../folding/posed.ts";
import { prove } from "../folding/proof.ts";
import { strokesInRow } from "../formats/inRow.ts";
import { extentOf } from "../geometry/extent.ts";
import { boundsOf, pathData } from "../geometry/path.ts";
import { distance, type Point } from "../geometry/point.ts";
import type { Piece } from "../model/piece.ts";
import type { OwnNet } from "../model/net.ts";
import type { Drawing } from "../model/solution.ts";
import { ownNet, scaledNet } from "../nets/own.ts";
import { readSpec } from "../recipe/readSpec.ts";
import { solve } from "../solve.ts";
import { followed } from "../test/follower.ts";
import { specOf } from "../test/randomSpec.ts";
import { nth } from "../units/nth.ts";
import { sayStep } from "../words/steps.ts";
import { forms } from "./all.ts";

type Given = Readonly<Record<string, unknown>>;
/** A piece as the lines of a net. */
const linesOf = (piece: Piece): Given[] =>
  strokesInRow([{ ...piece, within: undefined }]).strokes.flatMap(({ role, path, behind }): Given[] => {
    const d = pathData(path);
    if (behind) return [];
    return role === "cut"
      ? [{ role: "cut", d }]
      : role === "valley" || role === "mountain"
        ? [{ role: "score", fold: role, d }]
        : [];
  });

const middle = (points: readonly Point[]): Point => {
  const { left, right, bottom, top } = boundsOf(points);
  return [(left + right) / 2, (bottom + top) / 2];
};

/** The form's own piece as a net: folds turned as the form turns them. */
function asNet(s: Drawing): { readonly net: Drawing; readonly panelOf: ReadonlyMap<string, string> } {
  const piece = nth(s.pieces, 0);
  const bare = { lines: linesOf(piece), near: 0.02 };
  const read = readSpec({
    form: "own-net",
    net: bare,
    stock: { caliper: s.spec.stock.caliper, weight: s.spec.stock.weight },
  });
  if (!read.ok || !read.value.net) throw new Error(JSON.stringify(read));
  const found = nth(ownNet(read.value.net).pieces, 0);
  const near = (a: Point, b: Point): boolean => distance(a, b) < 0.05;
  const folds = Object.fromEntries(
    found.folds.flatMap((fold) => {
      const own = piece.folds.find(
        ({ from, to }) => (near(from, fold.from) && near(to, fold.to)) || (near(from, fold.to) && near(to, fold.from)),
      );
      return own ? [[fold.id, { angle: own.angle, order: own.order }]] : [];
    }),
  );
  const panelOf = new Map(
    piece.panels.flatMap(({ id, outline }) => {
      const at = middle(outline.map(({ from }) => from));
      const own = found.panels.find((panel) => near(middle(panel.outline.map(({ from }) => from)), at));
      return own ? [[id, own.id] as const] : [];
    }),
  );
  const root = panelOf.get(piece.root);
  const net = solve(specOf({ ...read.value, net: { ...bare, folds, ...(root !== undefined && { root }) } }));
  return { net, panelOf };
}

type Point3 = readonly [number, number, number];
/** mm from a place in space to an edge. */
function offEdge(p: Point3, a: Point3, b: Point3): number {
  const [d, v] = [b.map((c, i) => c - nth(a, i)), p.map((c, i) => c - nth(a, i))];
  const dot = (x: readonly number[], y: readonly number[]): number => x.reduce((sum, c, i) => sum + c * nth(y, i), 0);
  const t = Math.min(1, Math.max(0, dot(v, d) / (dot(d, d) || 1)));
  return Math.hypot(...v.map((c, i) => c - t * nth(d, i)));
}

/** Forms of one piece whose folds are straight, lie where their order says and stand off by no ply of their own. */
const PLAIN = forms.filter(({ id }) => {
  const { pieces } = solve(specOf({ form: id, contents: { width: 60, height: 80, thickness: 1.2 } }));
  const folds = pieces[0]?.folds ?? [];
  return folds.length > 0 && folds.every((f) => !f.path && !f.slack && f.lift === undefined && f.level === undefined);
});

describe("a net of one's own", () => {
  it("is tried with most forms", () => {
    expect(PLAIN.length).toBeGreaterThan(10);
  });
  it.each(PLAIN.map(({ id }) => [id]))("folds as %s does", (form) => {
    const s = solve(specOf({ form, contents: { width: 60, height: 80, thickness: 1.2 } }));
    const main = nth(s.pieces, 0);
    const alone = { ...s, pieces: [main], joins: [], contents: [], motions: [], main: main.id };
    const { net, panelOf } = asNet(alone);
    const [drawn, read] = [pose(alone), pose(net)];
    const boxes = main.panels.map(({ outline }) => extentOf(outline));
    const [left, bottom] = [Math.min(...boxes.map((box) => box.left)), Math.min(...boxes.map((box) => box.bottom))];
    let seen = 0;
    for (const facet of drawn.facets) {
      const other = read.facets.find(({ panel }) => panel === panelOf.get(facet.panel));
      if (!other) continue;
      for (const p of facet.space) {
        // a net's lower left is its paper's, a form's that of its sheet
        const q: Point3 = [p[0] - left, p[1] - bottom, p[2]];
        const edges = other.space.map((a, i) => offEdge(q, a, nth(other.space, i + 1)));
        expect(Math.min(...edges), facet.panel).toBeLessThan(0.02);
        seen += 1;
      }
    }
    expect(seen).toBeGreaterThan(4);
    expect(followed(net as ReturnType<typeof solve>)).toEqual([]);
    expect(prove(net as ReturnType<typeof solve>).offPanel).toEqual([]);
  });

  const card = {
    lines: [
      { role: "cut", d: "M0 0L100 0L100 60L0 60Z" },
      { role: "score", fold: "valley", d: "M50 0L50 60" },
      { role: "cut", d: "M60 20A8 8 0 0 1 76 20A8 8 0 0 1 60 20Z" },
    ],
  };
  it("keeps circles, holes and what is answered, and is made on a board and on a machine", () => {
    for (const method of [undefined, { kind: "machine" }]) {
      const s = solve(specOf({ form: "own-net", net: card, method }));
      expect(s.pieces[0]?.panels.map(({ name }) => name)).toEqual(["Panel 1", "Panel 2"]);
      expect(s.pieces[0]?.cuts.map(({ kind }) => kind)).toEqual(["window"]);
      expect(followed(s)).toEqual([]);
      expect(prove(s).ok).toBe(true);
    }
    const flat = solve(specOf({ form: "own-net", net: { ...card, folds: { "fold-1": { angle: 0, order: 1 } } } }));
    expect(flat.pieces[0]?.folds[0]?.angle).toBe(0);
  });
  it("leaves out what is waste, stays on the panel that is chosen, and glues what is said", () => {
    const three = {
      lines: [
        { role: "cut", d: "M0 0L150 0L150 60L0 60Z" },
        { role: "score", d: "M50 0L50 60" },
        { role: "score", d: "M100 0L100 60" },
      ],
    };
    const s = solve(specOf({ form: "own-net", net: { ...three, waste: ["panel-3"] } }));
    expect(s.pieces[0]?.panels).toHaveLength(2);
    const rooted = solve(specOf({ form: "own-net", net: { ...three, root: "panel-3" } }));
    expect(rooted.pieces[0]?.root).toBe("panel-3");
    expect(rooted.pieces[0]?.folds).toHaveLength(2);
  });
  /** Four quarters of a square of 100 mm: their scores meet in its middle. */
  const quarters = {
    lines: [
      { role: "cut", d: "M0 0L100 0L100 100L0 100Z" },
      { role: "score", d: "M50 0L50 50" },
      { role: "score", d: "M50 50L50 100" },
      { role: "score", d: "M0 50L50 50" },
      { role: "score", d: "M50 50L100 50" },
    ],
  };
  const turned = (angles: readonly number[], more = {}) =>
    solve(
      specOf({
        form: "own-net",
        net: {
          ...{ ...quarters, ...more },
          folds: Object.fromEntries(angles.map((angle, i) => [`fold-${String(i + 1)}`, { angle, order: i + 1 }])),
        },
      }),
    );
  const gapes = (s: ReturnType<typeof solve>) => s.findings.filter(({ check }) => check === "gaping");
  it("closes in the middle where it is folded flat, and says how far it gapes where it is not", () => {
    // three of four folds carry, the fourth closes by itself: folded flat, one quarter comes to lie on the other
    const flat = turned([180, -180, 180]);
    const closing = flat.pieces[0]?.folds.filter(({ closes }) => closes) ?? [];
    expect(closing.map(({ order }) => order)).toEqual([3]);
    // three folds are told, and the fourth is none of them
    expect(followed(flat)).toEqual([]);
    expect(flat.steps.filter(({ code }) => code === "fold").map(({ facts }) => facts)).toEqual([
      { in: "the panel 2" },
      { behind: "the panel 4" },
      { in: "the panel 3" },
    ]);
    expect(gapes(flat)).toEqual([]);
    // one alone: the one in line with what closes folds the square in half; the other two turn one side of it over,
    // whose end then lies 100 mm from where it was, or by a right angle stands as far from it as the legs of 50 mm say
    const alone = (angle: number) =>
      [0, 1, 2]
        .map((k) => gapes(turned([0, 1, 2].map((i) => (i === k ? angle : 0)))))
        .sort((p, q) => p.length - q.length);
    for (const [angle, figure] of [
      [180, 100],
      [-180, 100],
      [90, Math.hypot(50, 50)],
    ] as const) {
      const [half, ...open] = alone(angle);
      expect(half).toEqual([]);
      for (const found of open) {
        expect(found).toMatchObject([{ code: "gapes", severity: "warning" }]);
        expect(found[0]?.figure).toBeCloseTo(figure, 9);
      }
    }
    expect(gapes(turned([0, 0, 0]))).toEqual([]);
  });
  it("lets a fold carry that closed by itself, where what carried is waste", () => {
    const whole = turned([180, 180, 180]);
    const ids = whole.pieces[0]?.panels.map(({ id }) => id) ?? [];
    for (const waste of ids) {
      const [piece] = turned([], { waste: [waste] }).pieces;
      const folds = piece?.folds ?? [];
      expect(folds, waste).toHaveLength(2);
      expect(folds.some(({ closes }) => closes)).toBe(false);
      // each panel but the one that stays is turned by one fold, from one that has its place already
      const hung = folds.map(({ panels }) => panels[1]);
      expect([...hung, piece?.root].sort()).toEqual(ids.filter((id) => id !== waste).sort());
    }
  });
  /** A strip of three panels of 50 × 60, and a piece of 40 × 40 with a flap of 10 along its lower edge. */
  const two = {
    lines: [
      { role: "cut", d: "M0 0L150 0L150 60L0 60Z" },
      { role: "score", d: "M50 0L50 60" },
      { role: "score", d: "M100 0L100 60" },
      { role: "cut", d: "M200 0L240 0L240 40L200 40Z" },
      { role: "score", d: "M200 10L240 10" },
    ],
  };
  const glued = (row: object, more: object = {}) =>
    solve(specOf({ form: "own-net", net: { ...two, ...more, glued: [row] } }));
  it("lays a piece on another by the panel that is glued, where it is said and as it is turned, and tells it as a step", () => {
    const s = glued({ panel: "panel-4", onto: "panel-1", x: 2, y: -3, turn: 90 }, { names: { "panel-1": "Back" } });
    const [join] = s.joins;
    expect(join).toMatchObject({
      piece: "net-2",
      panel: "panel-4",
      onto: { piece: "net", panel: "panel-1", face: "front" },
    });
    // panel 4 is the upper 40 × 30 of its piece: its middle (20, 25) turned a quarter left is (−25, 20), and has to come to
    // (25 + 2, 30 − 3)
    expect([join?.x, join?.y, join?.rotation]).toEqual([expect.closeTo(52, 9), expect.closeTo(7, 9), 90]);
    expect(prove(s)).toMatchObject({ ok: true, landings: [{ distance: 0, outside: 0 }] });
    expect(followed(s)).toEqual([]);
    const words = s.steps.map((step) => sayStep(step, { unit: "mm" })).join(" ");
    expect(words).toMatch(/Glue the net, piece 2 on the outside of the back/u);
    // said the other way round it is the same
    const other = glued({ panel: "panel-1", onto: "panel-4", x: 2, y: -3, turn: 90 });
    expect(other.joins).toEqual([join]);
    // as large again, it lies as far off as that
    const net = scaledNet(
      { ...two, near: 0.1, glued: [{ panel: "panel-4", onto: "panel-1", x: 2, y: -3 }] } as OwnNet,
      2,
    );
    expect(net.glued).toEqual([{ panel: "panel-4", onto: "panel-1", x: 4, y: -6 }]);
  });
  it("lays it face down on a face behind, and hangs it on the panel that is glued", () => {
    const s = glued({ panel: "panel-5", onto: "panel-2", face: "back" });
    expect(s.joins[0]).toMatchObject({ panel: "panel-5", flip: true, onto: { panel: "panel-2", face: "back" } });
    expect(s.pieces[1]?.root).toBe("panel-5");
    expect(prove(s)).toMatchObject({ ok: true, landings: [{ distance: expect.closeTo(0, 9) as number }] });
  });
  it("tells glue between panels that do not come to lie on one another, and glues nothing there", () => {
    // two right angles: the third panel stands over the first, as far off as the second is wide; the second stands on it
    for (const panel of ["panel-3", "panel-2"]) {
      const s = glued({ panel, onto: "panel-1" });
      expect(gapes(s)).toMatchObject([{ code: "unglued", panel, severity: "warning" }]);
      expect(s.pieces.flatMap((piece) => piece.glue)).toEqual([]);
    }
    const over = { folds: { "fold-1": { angle: 180, order: 2 }, "fold-2": { angle: 180, order: 1 } } };
    const s = glued({ panel: "panel-3", onto: "panel-1" }, over);
    expect(gapes(s)).toEqual([]);
    expect(s.pieces[0]?.glue).toHaveLength(1);
  });
  it("offers to glue what comes to lie on what, the smaller onto the larger, and nothing that is glued or stands", () => {
    const offered = (net: object) => {
      const s = solve(specOf({ form: "own-net", net }));
      return gluePairs(s, 0.3);
    };
    expect(offered(two)).toEqual([]);
    const over = { folds: { "fold-1": { angle: 180, order: 2 }, "fold-2": { angle: 180, order: 1 } } };
    const [pair, ...others] = offered({ ...two, ...over });
    expect([pair?.panel, pair?.onto].sort()).toEqual(["panel-1", "panel-3"]);
    expect(others).toEqual([]);
    expect(offered({ ...two, ...over, glued: [{ panel: "panel-3", onto: "panel-1" }] })).toEqual([]);
  });
  it.each<[object, RegExp]>([
    [{ form: "own-net" }, /^net: missing/u],
    [{ form: "own-net", net: { lines: [{ role: "cut", d: "m0 0l1 1" }] } }, /^net\.lines/u],
    [{ form: "own-net", net: { lines: [{ role: "cut", d: "M0 0L10 0" }] } }, /^net\.lines.*enclose/u],
    [{ form: "own-net", net: { ...card, root: "panel-9" } }, /^net\.root.*panel-1, panel-2/u],
    [{ form: "own-net", net: { ...card, folds: { "fold-1": { angle: 400, order: 1 } } } }, /^net\.folds/u],
    [{ form: "tag", contents: { preset: "iso-a6" }, net: card }, /^net/u],
  ])("refuses %j", (given, sentence) => {
    const read = readSpec(given);
    expect(
      read.ok
        ? ""
        : read.problems
            .map(({ field, facts }) => `${field}: ${read.problems[0]?.code ?? ""} ${Object.values(facts).join(" ")}`)
            .join("\n"),
    ).toMatch(sentence);
  });
});
