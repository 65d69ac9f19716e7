import { boundsOf, flatten } from "../geometry/path.ts";
import { distance, offLine, type Point } from "../geometry/point.ts";
import { IN_THE_MIDDLE } from "../model/fitting.ts";
import type { Cut, Piece } from "../model/piece.ts";
import type { Finding } from "../model/solution.ts";
import { offOutline } from "../paper/hole.ts";
import { valueAt } from "../recipe/change.ts";
import { type Check, type Checked, remedy } from "./check.ts";

/** Paper that is left between two cuts, or a cut and an edge, tears where it is narrower when it is cut by hand, mm (geometry notes). */
const LEAST_PAPER_MM = 3;
/** A score this near (mm) a cut is cut by it. */
const ON_SCORE_MM = 0.05;

/** What is cut in paper by rows of the recipe: enough paper round it, off the scores, not in what is glued. */
export const cuts: Check = {
  id: "cuts",
  codes: ["near-edge", "past-edge", "close", "over-score", "drawn-over", "in-glue"],
  run: (checked) => checked.pieces.flatMap((piece) => inPiece(checked, piece)),
};

/** A cut with its points, and the box round it. */
interface Traced {
  readonly cut: Cut;
  readonly points: readonly Point[];
  readonly box: ReturnType<typeof boundsOf>;
}

const isClosed = ({ kind }: Cut): boolean => kind !== "slit";

/** mm between two lines of points, each taken to the other. */
function between(a: Traced, b: Traced): number {
  const gap = Math.max(
    a.box.left - b.box.right,
    b.box.left - a.box.right,
    a.box.bottom - b.box.top,
    b.box.bottom - a.box.top,
  );
  if (gap > LEAST_PAPER_MM) return gap;
  const off = (from: Traced, to: Traced): number => Math.min(...from.points.map((p) => offOutline(lineOf(to), p)));
  return Math.min(off(a, b), off(b, a));
}

/** An open line there and back, so that it has no side that closes it. */
const lineOf = ({ cut, points }: Traced): readonly Point[] =>
  isClosed(cut) ? points : [...points, ...points.slice(1, -1).reverse()];

function inPiece(checked: Checked, piece: Piece): Finding[] {
  const traced = piece.cuts.flatMap((cut): Traced[] => {
    if (cut.fitting === undefined || cut.fitting === piece.fitting) return [];
    const points = flatten(cut.path);
    const last = cut.path.at(-1)?.to;
    const all = !isClosed(cut) && last ? [...points.slice(0, -1), last] : points;
    return [{ cut, points: all, box: boundsOf(all) }];
  });
  const found = [
    ...drawnOver(checked, piece),
    ...traced.flatMap((one, i) => [
      ...offEdge(checked, piece, one),
      ...overScore(checked, piece, one),
      ...inGlue(checked, piece, one),
      ...close(checked, piece, one, traced.slice(i + 1)),
    ]),
  ];
  // a row of cuts is told once
  return found.filter(
    (f, i) => found.findIndex((g) => g.code === f.code && g.facts?.["fitting"] === f.facts?.["fitting"]) === i,
  );
}

const told = ({ spec }: Checked, piece: Piece, { cut, points }: Traced) =>
  ({
    ...{ check: "cuts", piece: piece.id, panel: cut.panel },
    ...(points[0] && { at: points[0] }),
    facts: { name: String(valueAt(spec, ["fittings", cut.fitting ?? "", "name"])), fitting: cut.fitting ?? "" },
  }) as const;

/** One of them in place of a row. */
const onlyOne = (fitting: string) => ({
  code: "only-one",
  changes: ["columns", "rows"].map((setting) => ({ at: ["fittings", fitting, setting], value: 1 })),
});

/** What brings it away from an edge: into the middle, or as far from the side it is measured from. */
const movedOff = (fitting: string) => {
  const at = ["fittings", fitting, "at"];
  return {
    ...remedy("in-middle", at, IN_THE_MIDDLE),
    others: [onlyOne(fitting)],
  };
};

function offEdge(checked: Checked, piece: Piece, one: Traced): Finding[] {
  // a string's hole has a rule of its own
  if (one.cut.kind === "hole") return [];
  const edge = flatten(piece.outline[0] ?? []);
  const { left, right, bottom, top } = boundsOf(edge);
  const { box } = one;
  const past = Math.max(left - box.left, box.right - right, bottom - box.bottom, box.top - top);
  const fitting = one.cut.fitting ?? "";
  if (past > ON_SCORE_MM)
    return [
      {
        ...told(checked, piece, one),
        code: "past-edge",
        severity: "error",
        figure: past,
        limit: 0,
        ...movedOff(fitting),
      },
    ];
  const off = Math.min(...one.points.map((p) => offOutline(edge, p)));
  if (off >= LEAST_PAPER_MM - ON_SCORE_MM) return [];
  // a slit that is cut in from the edge is meant to
  if (one.cut.kind === "slit" && off < ON_SCORE_MM) return [];
  return [
    {
      ...told(checked, piece, one),
      code: "near-edge",
      severity: "warning",
      figure: off,
      limit: LEAST_PAPER_MM,
      ...movedOff(fitting),
    },
  ];
}

/** Whether points lie on both sides of a straight score of the piece, within its ends. */
const isOverScore = ({ folds }: Piece, points: readonly Point[]): boolean =>
  folds.some(({ from, to, path, slack }) => {
    if (path || slack) return false;
    const sides = points.map((p) => offLine(p, from, to));
    const beside = points.some((p) => Math.abs(offLine(p, from, to)) < 1 && distance(from, p) < distance(from, to));
    return beside && Math.min(...sides) < -ON_SCORE_MM && Math.max(...sides) > ON_SCORE_MM;
  });

/** What is printed, drawn or foiled over a score cracks with the paper. */
function drawnOver(checked: Checked, piece: Piece): Finding[] {
  const over = (piece.strokes ?? []).filter(
    ({ fitting, role, path }) =>
      fitting !== undefined &&
      fitting !== piece.fitting &&
      ["print", "pen", "foil"].includes(role) &&
      isOverScore(piece, flatten(path)),
  );
  return over.map(({ fitting = "" }) => ({
    ...{ check: "cuts", code: "drawn-over", severity: "advice", piece: piece.id, figure: 0, limit: 0 },
    facts: { name: String(valueAt(checked.spec, ["fittings", fitting, "name"])), fitting },
    ...movedOff(fitting),
  }));
}

function overScore(checked: Checked, piece: Piece, one: Traced): Finding[] {
  if (!isOverScore(piece, one.points)) return [];
  return [
    {
      ...told(checked, piece, one),
      code: "over-score",
      severity: "warning",
      figure: 0,
      limit: 0,
      ...movedOff(one.cut.fitting ?? ""),
    },
  ];
}

function inGlue(checked: Checked, piece: Piece, one: Traced): Finding[] {
  const under = checked.pieces
    .flatMap((p) => p.glue.map((g) => ({ of: p.id, g })))
    .find(({ of, g }) => {
      if (of !== piece.id || g.panel !== one.cut.panel) return false;
      const { left, right, bottom, top } = boundsOf(g.polygon);
      return one.box.left < right && left < one.box.right && one.box.bottom < top && bottom < one.box.top;
    });
  if (!under) return [];
  return [
    {
      ...told(checked, piece, one),
      code: "in-glue",
      severity: "warning",
      figure: 0,
      limit: 0,
      ...movedOff(one.cut.fitting ?? ""),
    },
  ];
}

function close(checked: Checked, piece: Piece, one: Traced, others: readonly Traced[]): Finding[] {
  // letters stand as near as they are set: what is left between them is the typeface's
  const isLetter = checked.parts.some((p) => p.lettered && p.lies?.id === one.cut.fitting);
  const near = (isLetter ? others.filter(({ cut }) => cut.fitting !== one.cut.fitting) : others)
    .map((other) => ({ other, off: between(one, other) }))
    .filter(({ off }) => off < LEAST_PAPER_MM);
  const [first] = near.sort((a, b) => a.off - b.off);
  if (!first) return [];
  const base = told(checked, piece, one);
  const over = String(valueAt(checked.spec, ["fittings", first.other.cut.fitting ?? "", "name"]));
  const same = first.other.cut.fitting === one.cut.fitting;
  const fitting = one.cut.fitting ?? "";
  const mends = same
    ? { ...remedy("spread-out", ["fittings", fitting, "apart"], "auto"), others: [onlyOne(fitting)] }
    : {};
  const facts = { ...base.facts, over: same ? "" : over };
  return [{ ...base, code: "close", severity: "warning", figure: first.off, limit: LEAST_PAPER_MM, facts, ...mends }];
}
