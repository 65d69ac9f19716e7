import type { Part } from "../fittings/laid.ts";
import { isFolded } from "../fittings/marks.ts";
import { cornerOf, ruled } from "../fittings/place.ts";
import { sharedConvex } from "../geometry/convex.ts";
import { areaOf, boundsOf, flatten, holds, polygon } from "../geometry/path.ts";
import { place, type Point } from "../geometry/point.ts";
import type { Finding, Lying, PathChange } from "../model/solution.ts";
import type { Place } from "../model/spec.ts";
import { loopsOf } from "../outlines/outline.ts";
import { offOutline } from "../geometry/near.ts";
import { valueAt } from "../recipe/change.ts";
import { type Check, remedy } from "./check.ts";
import { at, type FittingChecked, pathOf, SEEN_MM } from "./laidThing.ts";
import { letters } from "./letters.ts";
import { sharp } from "./sharp.ts";
import type { Whole } from "../fittings/whole.ts";

/** A border narrower than this (mm, about 1/16 in) shows every hair it is laid askew. */
const LEAST_BORDER_MM = 1.5;
/** What a remedy asks for: wide enough to lay by eye. */
const EASY_BORDER_MM = 3;
/** Paper (mm²) over an edge that anybody sees, and of a thing beneath another. */
const SEEN_MM2 = 0.2;
/** mm a thing may reach past its ground's edge before anybody sees it, and a line, which has no area. */
const PAST_MM = 0.05;
const LINE_SEEN_MM = 0.5;

/** Things lie within what is beneath them, borders can be laid by hand and are even, and nothing hides another. */
export const fitting: Check = {
  id: "fitting",
  codes: [
    "thin",
    "uneven",
    "nothing",
    "nowhere",
    "sticks-out",
    "larger",
    "hides",
    "crosses",
    "covers",
    "folded-edge",
    "deep-edge",
    "partly",
    "no-letter",
    "drops-out",
    "insides-drop",
    "name-wide",
    "name-count",
    "grown",
    "stretched",
    "blurred",
  ],
  run: (checked) => [
    ...checked.parts.flatMap((part): Finding[] => {
      const { lies } = part;
      if (!lies) return [];
      const told = { ...checked, part, lies, name: String(valueAt(checked.spec, ["fittings", lies.id, "name"])) };
      const nothing = nothingLeft(told);
      if (nothing) return [nothing];
      const out = sticksOut(told);
      const own = stretched(told);
      if (part.kind?.inPaper) return [...(out ? [out] : []), ...own, ...notCut(told), ...letters(told), ...sharp(told)];
      return [...own, ...letters(told), ...(out ? [out] : borders(told)), ...hides(told), ...covers(told)];
    }),
    ...nowhere(checked),
  ],
};

/** A row that comes to lie nowhere: what goes across a fold, on a panel without one. */
const nowhere = ({ spec, parts, main }: Whole): Finding[] =>
  (spec.fittings ?? [])
    .filter((row) => !parts.some((part) => part.lies?.id === row.id))
    .map(({ id, name, on }) => ({
      ...{ check: "fitting", code: "nowhere", severity: "error", piece: main, panel: on.panel, figure: 0, limit: 0 },
      facts: { name, fitting: id },
      ...remedy("take-away", ["fittings", id], undefined, { name }),
    }));

const borderRemedy = (told: FittingChecked, mm: number): Pick<Finding, "remedy"> => {
  const setting = told.part.kind?.border?.setting;
  return setting === undefined ? {} : remedy("border", pathOf(told, setting), mm, { mm });
};

/** The border that is asked for and what it came to at the sides and at the ends, mm; undefined for what has none. */
function borderOf({ part, lies, spec }: FittingChecked) {
  const border = part.kind?.border;
  if (!border) return undefined;
  const { ground, width, height } = lies;
  const asked = Number(valueAt(spec, ["fittings", lies.id, border.setting]));
  return { ...border, asked, sides: (ground.width - width) / 2, ends: (ground.height - height) / 2 };
}

/** A border so wide that only the last mark of the ruler is left between its two sides. */
function nothingLeft(told: FittingChecked): Finding | undefined {
  const border = borderOf(told);
  const { width, height } = told.lies;
  if (!border || border.asked === 0) return undefined;
  // what keeps a border at its ends alone may be as thin as a line the other way
  const down = border.runs !== undefined && valueAt(told.spec, pathOf(told, border.runs)) === "down";
  const long = down ? height : width;
  if ((border.round ? Math.min(width, height) : long) > told.part.setup.grid + PAST_MM) return undefined;
  const found = { ...at(told), code: "nothing", severity: "error", figure: border.asked, limit: 0 } as const;
  return { ...found, ...borderRemedy(told, EASY_BORDER_MM) };
}

function borders(told: FittingChecked): Finding[] {
  const border = borderOf(told);
  const centred = told.lies.turn % 180 === 0 && isCentred(valueAt(told.spec, pathOf(told, "at")) as Place);
  if (!border?.round || !centred) return [];
  const { asked, sides, ends } = border;
  const least = Math.min(sides, ends);
  const found: Finding[] = [];
  if (asked > 0 && least < LEAST_BORDER_MM)
    found.push({
      ...at(told),
      code: "thin",
      severity: "advice",
      figure: least,
      limit: LEAST_BORDER_MM,
      ...borderRemedy(told, EASY_BORDER_MM),
    });
  if (Math.abs(sides - ends) > SEEN_MM)
    found.push({ ...at(told), code: "uneven", severity: "advice", figure: sides, limit: ends });
  return found;
}

const isCentred = ({ x, y }: Place): boolean => x.from === "centre" && y.from === "centre" && x.by === 0 && y.by === 0;

/** An outline of the maker's own may be wider or higher by this part than it was drawn before anybody sees it. */
const SEEN_PART = 0.02;

/** An outline of the maker's own that does not keep its proportions. */
function stretched(told: FittingChecked): Finding[] {
  const { own } = told.part;
  const [width, height] = ["width", "height"].map((size) => valueAt(told.spec, pathOf(told, size)));
  const loops = own ? loopsOf(own.path) : undefined;
  if (!loops || typeof width !== "number" || typeof height !== "number") return [];
  const { left, right, bottom, top } = boundsOf(loops.flatMap((loop) => flatten(loop)));
  const kept = (width * (top - bottom)) / (right - left);
  if (Math.abs(height / kept - 1) < SEEN_PART) return [];
  const value = Math.round(kept * 100) / 100;
  const found = { ...at(told), code: "stretched", severity: "advice", figure: height, limit: value } as const;
  return [{ ...found, ...remedy("keep-shape", pathOf(told, "height"), value, { mm: value }) }];
}

/** A side that is a fold and cannot be cut to a shape, and layers that a cut would leave by their edge. */
function notCut(told: FittingChecked): Finding[] {
  const { part, pieces } = told;
  const { marks } = part;
  const piece = pieces.find((p) => p.id === marks?.piece);
  if (!marks || !piece) return [];
  const name = (id: string): string => {
    const [of, panel] = [id.slice(0, id.lastIndexOf("/")), id.slice(id.lastIndexOf("/") + 1)];
    const found = pieces.find((p) => p.id === of);
    return (found?.panels.length === 1 ? found.name : found?.panels.find((p) => p.id === panel)?.name) ?? panel;
  };
  const base = { ...at(told), limit: 0 };
  const isFold = marks.edge && isFolded(piece, marks.panel, marks.edge.line);
  return [
    ...(isFold ? [{ ...base, code: "folded-edge", severity: "error", figure: 0 } as const] : []),
    ...(isFold ? [] : deepEdge(told)),
    ...(marks.partly ?? []).map((id): Finding => ({
      ...{ ...base, code: "partly", severity: "warning", figure: 0 },
      facts: { ...base.facts, other: name(id) },
      ...remedy("this-paper-only", pathOf(told, "through"), "layer"),
    })),
  ];
}

/** A side cut deeper than the paper there is: it is cut less deep, and that is told. */
function deepEdge(told: FittingChecked): Finding[] {
  const most = told.part.marks?.edge?.most;
  const asked = valueAt(told.spec, pathOf(told, "depth"));
  if (most === undefined || typeof asked !== "number" || asked <= most + PAST_MM) return [];
  const value = Math.floor(most * 100) / 100;
  const found = { ...at(told), code: "deep-edge", severity: "warning", figure: asked, limit: value } as const;
  return [{ ...found, ...remedy("set-made", pathOf(told, "depth"), value, { mm: value }) }];
}

const areaIn = (points: readonly Point[]): number => Math.abs(areaOf(polygon(points)));

/** What reaches past the edge of what it lies on: moved in, made straight, or made to fit. */
function sticksOut(told: FittingChecked): Finding | undefined {
  const { lies } = told;
  const over = areaIn(lies.outline) - sharedConvex(lies.outline, lies.edge);
  const own = boundsOf(lies.outline);
  const past = Math.max(-own.left, own.right - lies.ground.width, -own.bottom, own.top - lies.ground.height);
  // a line has no area to speak of: how far it reaches out tells
  if (over <= SEEN_MM2 && past <= LINE_SEEN_MM) return undefined;
  const found = { ...at(told), severity: "warning", limit: 0 } as const;
  // within the box, so it is a corner that is rounded away beneath it, or a curve
  if (past <= PAST_MM) {
    const out = lies.outline.filter((p) => !holds(lies.edge, p)).map((p) => offOutline(lies.edge, p));
    // a side may reach out between corners that do not: then its area says how much, as a square's side
    const figure = out.length > 0 ? Math.max(...out) : Math.sqrt(over);
    const mends = cornerRemedy(told);
    return { ...found, code: "sticks-out", figure, ...(mends.remedy ? mends : smallerToFit(told)) };
  }
  const [wide, high] = [own.right - own.left, own.top - own.bottom];
  const fits = wide <= lies.ground.width + PAST_MM && high <= lies.ground.height + PAST_MM;
  const mends = fits ? movedIn(told) : made(told);
  return { ...found, code: fits ? "sticks-out" : "larger", figure: past, ...mends };
}

/** Words, or what has a size of its own, made smaller step by step: the first that helps is offered. */
function smallerToFit({ spec, ...told }: FittingChecked): Pick<Finding, "remedy" | "others"> {
  const at = (name: string): readonly string[] => pathOf({ spec, ...told }, name);
  const sized = ["size", "width", "height"].flatMap((name) => {
    const value = valueAt(spec, at(name));
    return typeof value === "number" ? [{ name, value }] : [];
  });
  if (sized.length === 0) return {};
  const [first, ...others] = SMALLER.map((part) => ({
    code: "made-smaller",
    changes: sized.map(({ name, value }) => ({ at: at(name), value: Math.floor(value * part * 10) / 10 })),
  }));
  return { ...(first && { remedy: first }), others };
}
const SMALLER = [0.85, 0.7, 0.5, 0.35];

/** A square corner stays inside a rounding of radius r from a border of r(1 − 1/√2) on. */
function cornerRemedy(told: FittingChecked): Pick<Finding, "remedy"> {
  const border = borderOf(told);
  if (!border) return {};
  const { ground, edge } = told.lies;
  const fits = (mm: number): boolean => {
    const box: Point[] = [
      [mm, mm],
      [ground.width - mm, mm],
      [ground.width - mm, ground.height - mm],
      [mm, ground.height - mm],
    ];
    return areaIn(box) - sharedConvex(box, edge) <= SEEN_MM2;
  };
  // each box lies in the one before it: where a border fits, every wider one does
  let low = Math.max(EASY_BORDER_MM, Math.ceil(border.asked));
  let high = Math.min(WIDEST_BORDER_MM, Math.floor(Math.min(ground.width, ground.height) / 2));
  if (low > high || !fits(high)) return {};
  while (low < high) {
    const middle = Math.floor((low + high) / 2);
    if (fits(middle)) high = middle;
    else low = middle + 1;
  }
  return borderRemedy(told, low);
}

/** No border is made wider than this to stay inside a rounding, mm. */
const WIDEST_BORDER_MM = 39;

/** The rule by which it lies just inside, each axis from the side it is measured from. */
function movedIn(told: FittingChecked): Pick<Finding, "remedy"> {
  const { lies, spec } = told;
  const said = valueAt(spec, pathOf(told, "at")) as Place;
  const { left, right, bottom, top } = boundsOf(lies.outline);
  const [u, v] = cornerOf(said, lies.ground, lies);
  const inside = (low: number, high: number, ground: number): number =>
    low < 0 ? -low : high > ground ? ground - high : 0;
  const [dx, dy] = [inside(left, right, lies.ground.width), inside(bottom, top, lies.ground.height)];
  const changes: PathChange[] = [
    ...(dx === 0
      ? []
      : [{ at: pathOf(told, "at", "x", "by"), value: ruled(said.x.from, u + dx, lies.ground.width, lies.width) }]),
    ...(dy === 0
      ? []
      : [{ at: pathOf(told, "at", "y", "by"), value: ruled(said.y.from, v + dy, lies.ground.height, lies.height) }]),
  ];
  return { remedy: { code: "move-in", changes } };
}

/** Straight and in the middle where that fits; as large as its ground where its size is its own. */
function made(told: FittingChecked): Pick<Finding, "remedy"> {
  const { lies, part } = told;
  const fits = lies.width <= lies.ground.width + PAST_MM && lies.height <= lies.ground.height + PAST_MM;
  if (fits) return { remedy: { code: "straight", changes: [{ at: pathOf(told, "at"), value: MIDDLE }] } };
  const own = part.kind && "width" in part.kind.settings.shape && "height" in part.kind.settings.shape;
  if (!own) return {};
  const changes = (["width", "height"] as const).map((axis) => ({
    at: pathOf(told, axis),
    value: Math.min(lies[axis], lies.ground[axis]),
  }));
  return { remedy: { code: "fit-ground", changes: [...changes, { at: pathOf(told, "at"), value: MIDDLE }] } };
}

const MIDDLE: Place = { x: { from: "centre", by: 0 }, y: { from: "centre", by: 0 }, turn: 0 };

/** A frame shows what lies in its opening. */
const isOpen = (part: Part): boolean => part.pieces.some((p) => p.cuts.some((c) => c.kind === "window"));

/** A later thing that leaves nothing of this one to be seen. */
function hides(told: FittingChecked): Finding[] {
  const { lies, parts, part, spec } = told;
  const above = parts.slice(parts.indexOf(part) + 1).find((other) => {
    const over = other.lies;
    if (!over || over.base !== lies.base) return false;
    const [mine, theirs] = [onBase(part, lies), onBase(other, over)];
    return !isOpen(other) && areaIn(mine) - sharedConvex(mine, theirs) <= SEEN_MM2;
  });
  if (!above?.lies) return crosses(told);
  const { id } = above.lies;
  const facts = { ...at(told).facts, over: String(valueAt(spec, ["fittings", id, "name"])) };
  const carries = spec.fittings?.some((f) => f.on.fitting === lies.id) === true;
  const mends = carries ? {} : remedy("take-away", pathOf(told), undefined, { name: told.name });
  return [{ ...at(told), code: "hides", severity: "advice", figure: areaIn(lies.outline), limit: 0, facts, ...mends }];
}

/** A later thing that lies over a part of this one, beside it on the same ground: meant or not, it is said. */
function crosses(told: FittingChecked): Finding[] {
  const { lies, parts, part, spec } = told;
  const mine = onBase(part, lies);
  const over = parts.slice(parts.indexOf(part) + 1).find((other) => {
    if (isOpen(other) || other.lies?.base !== lies.base || liesOn(told, other.lies.id, lies.id)) return false;
    const theirs = onBase(other, other.lies);
    const shared = sharedConvex(mine, theirs);
    // all of the later one on this one is simply laid on it
    return shared > SEEN_MM2 && areaIn(theirs) - shared > SEEN_MM2;
  });
  if (!over?.lies) return [];
  const facts = { ...at(told).facts, over: String(valueAt(spec, ["fittings", over.lies.id, "name"])) };
  const figure = sharedConvex(mine, onBase(over, over.lies));
  return [{ ...at(told), code: "crosses", severity: "advice", figure, limit: 0, facts }];
}

/** Whether a thing is said to lie on another, directly or not: it may then hang over its edge. */
function liesOn({ spec }: Pick<FittingChecked, "spec">, id: string, ground: string): boolean {
  const on = spec.fittings?.find((f) => f.id === id)?.on.fitting;
  return on !== undefined && (on === ground || liesOn({ spec }, on, ground));
}

/** The outline of a thing's first panel in the coordinates of the panel at the bottom of everything. */
function onBase(part: Part, lies: Lying): readonly Point[] {
  const piece = part.pieces.find((p) => p.id === part.main);
  const outline = piece?.panels.find((p) => p.id === piece.root)?.outline ?? [];
  return flatten(outline).map((p) => place(p, lies.toBase));
}

/** A hole or a window in what it lies on that it closes. */
function covers(told: FittingChecked): Finding[] {
  const { lies, pieces } = told;
  const ground = pieces.find((p) => p.id === lies.rests.piece);
  const outline = lies.outline.map((p) => place(p, lies.ground.pose));
  const own = pieces.filter((p) => p.fitting === lies.id).flatMap((p) => p.cuts);
  const found = (ground?.cuts ?? []).flatMap((cut): Finding[] => {
    // what was cut through it as well is open there
    if (cut.fitting !== undefined && own.some((c) => c.fitting === cut.fitting)) return [];
    if (cut.kind === "slit" || cut.panel !== lies.rests.panel) return [];
    const points = flatten(cut.path);
    const { left, right, bottom, top } = boundsOf(points);
    const middle: Point = [(left + right) / 2, (bottom + top) / 2];
    // what lies in the opening of a frame closes nothing: only what covers its rim does
    if (!points.some((p) => holds(outline, p)) || !holds(outline, middle)) return [];
    const facts = { ...at(told).facts, cut: cut.kind };
    const mends = cut.fitting === undefined ? {} : remedy("through-all", ["fittings", cut.fitting, "through"], "all");
    const row = { facts: { ...facts, of: cut.fitting ?? cut.id } };
    return [{ ...at(told), code: "covers", severity: "warning", figure: right - left, limit: 0, ...row, ...mends }];
  });
  // what it does to many cuts of one row is told once
  return found.filter((f, i) => found.findIndex((g) => g.facts?.["of"] === f.facts?.["of"]) === i);
}
