/**
 * A net out of lines by role: which faces of the plane are panels, which scores join them, what is cut out of them.
 *
 *   lines ─▶ ends meant to meet meet ─▶ split where they touch or cross ─▶ one of each ─▶ loose ends set aside ─▶ faces
 *         ─▶ panels joined by scores are a piece ─▶ what is no paper: openings, waste ─▶ folds, a tree from the largest panel
 */
import { pointAt, reverseSegment, type Path } from "../geometry/path.ts";
import type { Point } from "../geometry/point.ts";
import { nth } from "../units/nth.ts";
import { chainsOf, type Edge, edgesOf, withoutLoose } from "./edges.ts";
import { type Face, type Faces, facesOf, isIn, probeOf, segmentOf } from "./faces.ts";
import { foldsOf, tidy } from "./folds.ts";
import { NEAR_MM, type Net, type NetCut, type NetLine, type NetPiece, type NetTold } from "./net.ts";
import { offSegment } from "./places.ts";

/** mm within which an open end is told as a gap. */
const GAP_MM = 3;

/** The faces with what each is: paper or not, in which piece, cut from what. */
class NetMap {
  readonly faces: readonly Face[];
  readonly beside: Faces["beside"];
  /** faces with paper within, the smallest first */
  readonly inner: readonly number[];
  /** the face that each part lies in; the outer face of each part */
  readonly hostOf = new Map<number, number>();
  readonly outerOf = new Map<number, number>();
  private readonly partOf: Faces["partOf"];
  private readonly up: number[];

  constructor({ faces, beside, partOf }: Faces) {
    this.faces = faces;
    this.beside = beside;
    this.partOf = partOf;
    this.up = faces.map((_, i) => i);
    this.inner = faces
      .map((_, i) => i)
      .filter((i) => nth(faces, i).area > 0)
      .sort((i, j) => nth(faces, i).area - nth(faces, j).area);
    faces.forEach((face, i) => {
      if (face.area < 0) this.outerOf.set(this.part(i), i);
    });
    for (const [part, outer] of this.outerOf) {
      const face = nth(faces, outer);
      const probe = probeOf(face);
      const host = this.inner.find(
        (i) => this.part(i) !== part && nth(faces, i).area > -face.area && isIn(probe, nth(faces, i)),
      );
      if (host !== undefined) this.hostOf.set(part, host);
    }
    for (const [edge, [left, right]] of beside)
      if (edge.role === "score" && left !== right && this.area(left) > 0 && this.area(right) > 0)
        this.up[this.root(left)] = this.root(right);
  }

  area(i: number): number {
    return i < 0 ? 0 : nth(this.faces, i).area;
  }
  /** The part of the map that a face is of. */
  part(i: number): number {
    return this.partOf.get(nth(nth(this.faces, i).walk, 0).edge) ?? -1;
  }
  /** The group of faces that scores join. */
  root(i: number): number {
    let at = i;
    while (nth(this.up, at) !== at) at = nth(this.up, at);
    this.up[i] = at;
    return at;
  }
  groups(): number[][] {
    const groups = new Map<number, number[]>();
    for (const i of this.inner) {
      const group = groups.get(this.root(i));
      if (group) group.push(i);
      else groups.set(this.root(i), [i]);
    }
    return [...groups.values()];
  }
  /** The face across each edge of a face; below nothing where there is none. */
  across(i: number, role?: Edge["role"]): number[] {
    return nth(this.faces, i)
      .walk.filter(({ edge }) => role === undefined || edge.role === role)
      .map(({ edge }) => (this.beside.get(edge) ?? []).find((face) => face !== i) ?? -1);
  }
  /** The inner faces of a part. */
  own(part: number): number[] {
    return this.inner.filter((i) => this.part(i) === part);
  }
}

/** What is no paper. */
interface Sorted {
  readonly isPanel: Set<number>;
  /** an opening, and the face it is cut from */
  readonly holeOf: Map<number, number>;
  /** openings that a score was drawn through */
  readonly through: { readonly panel: number; readonly path: Path }[];
}

const mostOf = (list: readonly number[]): number => {
  const count = (v: number): number => list.filter((one) => one === v).length;
  return [...list].sort((a, b) => count(b) - count(a))[0] ?? -1;
};

/** Which faces are paper: not those without a score inside others, nor what lies between flaps at the rim. */
function sorted(map: NetMap, told: NetTold[]): Sorted {
  const groups = map.groups();
  const isPanel = new Set(map.inner);
  const holeOf = new Map<number, number>();
  const through: Sorted["through"] = [];
  const hasScores = groups.some((group) => group.length > 1);
  for (const group of groups) {
    const [i, ...more] = group;
    if (i === undefined || more.length > 0) continue;
    const beside = map.across(i);
    const host = map.hostOf.get(map.part(i)) ?? -1;
    const around = beside.map((face) => (map.area(face) > 0 ? face : host));
    if (around.every((face) => face >= 0)) {
      holeOf.set(i, mostOf(around));
      isPanel.delete(i);
    } else if (hasScores && beside.some((face) => map.area(face) > 0)) {
      isPanel.delete(i);
      told.push({ code: "waste", at: probeOf(nth(map.faces, i)), figure: map.area(i) });
    }
  }
  for (const group of groups) if (group.length > 1) sortThrough(map, group, isPanel, through, told);
  for (const [part, host] of map.hostOf) sortInside(map, { part, host, isPanel, holeOf }, told);
  return { isPanel, holeOf, through };
}

/** A group whose cut edges all border one other piece is an opening that a score was drawn through. */
function sortThrough(
  map: NetMap,
  group: readonly number[],
  isPanel: Set<number>,
  through: Sorted["through"],
  told: NetTold[],
): void {
  const beside = group.flatMap((i) => map.across(i, "cut"));
  const around = new Set(beside.map((face) => (map.area(face) > 0 ? map.root(face) : -1)));
  const own = map.root(nth(group, 0));
  if (beside.length === 0 || around.size !== 1 || around.has(-1) || around.has(own)) return;
  for (const i of group) isPanel.delete(i);
  const area = group.reduce((sum, i) => sum + map.area(i), 0);
  told.push({ code: "waste", at: probeOf(nth(map.faces, nth(group, 0))), figure: area });
  const rim = group.flatMap((i) =>
    nth(map.faces, i)
      .walk.filter(({ edge }) => edge.role === "cut")
      .map(segmentOf),
  );
  const panel = [...beside].sort((p, q) => map.area(q) - map.area(p))[0] ?? -1;
  for (const path of chainsOf(rim, reverseSegment)) through.push({ panel, path: tidy(path) });
}

/** A loop inside a panel is an opening, one inside an opening is paper again; one with scores is a flap that hangs there. */
function sortInside(
  map: NetMap,
  { part, host, isPanel, holeOf }: { part: number; host: number } & Pick<Sorted, "isPanel" | "holeOf">,
  told: NetTold[],
): void {
  const own = map.own(part);
  const outer = map.outerOf.get(part);
  if (outer === undefined) return;
  const { walk } = nth(map.faces, outer);
  const scores = walk.filter(({ edge }) => edge.role === "score").length;
  if (isPanel.has(host) && scores > 0) {
    for (const i of own) {
      isPanel.delete(i);
      holeOf.delete(i);
    }
    told.push({ code: scores === walk.length ? "score-ring" : "flap-inside", at: probeOf(nth(map.faces, outer)) });
  } else if (!isPanel.has(host))
    for (const i of own)
      if (holeOf.get(i) === host) {
        holeOf.delete(i);
        isPanel.add(i);
      }
}

/** What is cut out of the panels of a piece, and scores that end within one. */
function cutsOf(map: NetMap, ids: ReadonlyMap<number, string>, { holeOf, through }: Sorted, loose: ReadonlySet<Edge>) {
  const cuts: NetCut[] = [];
  const put = (face: number, kind: NetCut["kind"], path: Path): void => {
    const panel = ids.get(face);
    if (panel !== undefined) cuts.push({ panel, kind, path });
  };
  for (const [hole, face] of holeOf) put(face, "opening", tidy(nth(map.faces, hole).path));
  for (const { panel, path } of through) put(panel, "opening", path);
  for (const [part, host] of map.hostOf) {
    const outer = map.outerOf.get(part);
    if (outer === undefined || !ids.has(host)) continue;
    const own = map.own(part);
    if (own.length === 1 && own.some((i) => holeOf.has(i))) continue;
    const { walk, path } = nth(map.faces, outer);
    const cut = walk.filter(({ edge }) => edge.role === "cut");
    if (cut.length === walk.length) {
      if (own.length > 1) put(host, "opening", tidy(path.map(reverseSegment).reverse()));
    } else
      for (const run of chainsOf(
        cut.map(({ edge }) => edge.seg),
        reverseSegment,
      ))
        put(host, "slit", run);
  }
  const within: NetPiece["loose"][number][] = [];
  for (const role of ["cut", "score"] as const) {
    const own = [...loose].filter((edge) => edge.role === role).map(({ seg }) => seg);
    for (const run of chainsOf(own, reverseSegment)) {
      const middle = pointAt(nth(run, run.length >> 1), 0.5);
      const face = [...ids.keys()]
        .filter((i) => isIn(middle, nth(map.faces, i)))
        .sort((p, q) => map.area(p) - map.area(q))[0];
      const inHole = [...holeOf].some(([hole, of]) => of === face && isIn(middle, nth(map.faces, hole)));
      const panel = face === undefined || inHole ? undefined : ids.get(face);
      if (panel === undefined) continue;
      if (role === "cut") cuts.push({ panel, kind: "slit", path: run });
      else within.push({ panel, path: run });
    }
  }
  return { cuts, within };
}

/** Ends that stop short of another line: gaps to be told, with how far they are. */
function gapsOf(edges: readonly Edge[], loose: ReadonlySet<Edge>, at: (place: number) => Point, told: NetTold[]): void {
  for (const edge of loose)
    for (const place of [edge.a, edge.b]) {
      if (edges.some((one) => one !== edge && (one.a === place || one.b === place))) continue;
      const far = edges.reduce(
        (least, one) => (one === edge ? least : Math.min(least, offSegment(at(place), one.seg))),
        Infinity,
      );
      if (far < GAP_MM && far > 1e-6)
        told.push({ code: edge.role === "cut" ? "open-end" : "loose-score", at: at(place), figure: far });
    }
}

/** Finds the net in lines. @param near mm within which ends were meant to meet */
export function netOf(lines: readonly NetLine[], near = NEAR_MM): Net {
  const told: NetTold[] = [];
  const found = edgesOf(lines, near, told);
  if (!found) return { pieces: [], told };
  const { edges, places } = found;
  const { bound, loose } = withoutLoose(edges);
  const map = new NetMap(facesOf(bound));
  const what = sorted(map, told);
  const areaOfAll = (group: readonly number[]): number => group.reduce((sum, i) => sum + map.area(i), 0);
  const groups = map
    .groups()
    .map((group) => group.filter((i) => what.isPanel.has(i)))
    .filter((group) => group.length > 0)
    .sort((p, q) => areaOfAll(q) - areaOfAll(p));
  let [panelCount, foldCount] = [0, 0];
  const pieces = groups.map((group): NetPiece => {
    const byArea = [...group].sort((p, q) => map.area(q) - map.area(p));
    const before = panelCount;
    const idOf = (k: number): string => `panel-${String(before + k + 1)}`;
    const ids = new Map(byArea.map((face, k) => [face, idOf(k)]));
    panelCount += byArea.length;
    const panels = byArea.map((face, k) => ({
      id: idOf(k),
      outline: tidy(nth(map.faces, face).path),
    }));
    const folds = foldsOf(
      idOf(0),
      foldCount + 1,
      byArea.flatMap((face) =>
        nth(map.faces, face).walk.flatMap(({ edge }) => {
          if (edge.role !== "score") return [];
          const [left, right] = map.beside.get(edge) ?? [-1, -1];
          const other = left === face ? right : left;
          const [own, hung] = [ids.get(face), ids.get(other)];
          // each edge is met on both its sides
          return own === undefined || hung === undefined || other < face || own === hung
            ? []
            : [{ panels: [own, hung] as const, edge }];
        }),
      ),
    );
    foldCount += folds.length;
    for (const fold of folds) if (fold.closes) told.push({ code: "vertex-inside", at: fold.from });
    const { cuts, within } = cutsOf(map, ids, what, loose);
    return { root: idOf(0), panels, folds, cuts, loose: within };
  });
  gapsOf(edges, loose, (place) => places.point(place), told);
  if (pieces.length === 0) told.push({ code: "none" });
  return { pieces, told };
}
