/**
 * Where glue goes. A form says which panel is glued onto which; the paper is folded up, and the glue goes where the two
 * lie on one another, clear of both their edges: all over, or in a strip along an edge.
 *
 *        ┌────────────┐        Both panels are drawn in by the tape's margin (dotted). What they then share, and of that
 *    ┌╌╌╌┼╌╌╌╌╌╌╌╌╌┐  │ onto    what lies in the strip where one is said, is the zone. Panels of any shape glue: where both
 *    ╎   ╎▒▒▒▒▒▒▒▒▒╎  │         turn inwards the zone comes in convex parts.
 *    └╌╌╌┼╌╌╌╌╌╌╌╌╌┘  │
 *  panel └────────────┘
 */
import {
  anticlockwise,
  convexParts,
  cornersOf,
  insetPart,
  isConvex,
  sharedConvex,
  sharedParts,
  unpinched,
} from "../geometry/convex.ts";
import { areaOf, boundsOf, clipConvex, flatten, inset, insetConvex, type Path, polygon } from "../geometry/path.ts";
import { direction, distance, offLine, type Point } from "../geometry/point.ts";
import type { ChangePath, Face, Glue, PieceDraft, Seam } from "../model/piece.ts";
import { after, foldedPanels, type Joined, lastOrder, move, type Rigid, undo } from "./pose.ts";
import { outward } from "./shape.ts";
import type { Drawn, Edge } from "./panel.ts";
import { nth } from "../units/nth.ts";

/** Tape keeps this far from the paper's edge, on both sides of its strip. */
export const TAPE_MARGIN = 1.5;
/** A zone smaller than this (mm²) holds nothing: no tape is cut so short. */
const LEAST_ZONE_MM2 = 4;

/** One panel glued onto another, as a form says it. */
export interface Glued {
  readonly panel: Pick<Drawn, "id">;
  readonly onto: Pick<Drawn, "id">;
  /** a strip so wide along one edge, both margins counted; all over where it is not said */
  readonly strip?: { readonly along: Edge; readonly wide: number } | undefined;
  readonly web?: true;
  /** see `Seam.asked` */
  readonly asked?: true;
  /** the setting that makes the strip, or the panel, wider: mm for mm */
  readonly widens?: string;
}

/** A panel glued onto another: all over, or in a strip along one of its edges. */
export const glued = (
  panel: Glued["panel"],
  onto: Glued["onto"],
  rest: Pick<Glued, "strip" | "web" | "widens" | "asked"> = {},
): Glued => ({ panel, onto, ...rest });

/**
 * The same pieces with the glue that their seams come to.
 * @param caliper mm of the draft's own stock
 * @param poses where the panels are folded up and unbent, for whoever has folded them already; filled or not is the same
 * @throws when a seam names panels that are in no piece, or that do not come to lie on one another: mistakes in a form
 */
export function withGlue<P extends PieceDraft>(
  joined: Joined<P>,
  seams: readonly Seam[],
  caliper: number,
  poses = foldedPanels(joined, { progress: lastOrder(joined), caliper, unbent: true }),
): readonly P[] {
  if (seams.length === 0) return joined.pieces;
  const glue = seams.map((seam) => [seam.piece, zonesAgain(seam, joined.pieces, poses, caliper)] as const);
  const ids = new Map<string, number>();
  const named = (zone: Glue): Glue => {
    const nth = (ids.get(zone.id) ?? 0) + 1;
    ids.set(zone.id, nth);
    return nth === 1 ? zone : { ...zone, id: `${zone.id}-${String(nth)}` };
  };
  return joined.pieces.map((piece) => {
    ids.clear();
    return glueing(
      piece,
      glue.flatMap(([id, zones]) => (id === piece.id ? zones.map(named) : [])),
    );
  });
}

/** mm below which a place is the same: what is worked out in space has the last bits' noise. */
const SAME_MM = 1e-9;
const glueOf = new WeakMap<PieceDraft, PieceDraft>();

/** The piece with its glue: the very object that it was where its glue has not moved, so that all made of it can stay. */
function glueing<P extends PieceDraft>(piece: P, glue: readonly Glue[]): P {
  const was = glueOf.get(piece) as P | undefined;
  if (was?.glue.length === glue.length && was.glue.every((zone, i) => sameZone(zone, nth(glue, i)))) return was;
  const next = { ...piece, glue };
  glueOf.set(piece, next);
  return next;
}

function sameZone(a: Glue, b: Glue): boolean {
  if (a === b) return true;
  const near = (p: number, q: number): boolean => Math.abs(p - q) <= SAME_MM;
  return (
    a.id === b.id &&
    a.panel === b.panel &&
    a.face === b.face &&
    a.onto.piece === b.onto.piece &&
    a.onto.panel === b.onto.panel &&
    a.onto.face === b.onto.face &&
    a.web === b.web &&
    a.widens?.join() === b.widens?.join() &&
    near(a.widestTape, b.widestTape) &&
    a.polygon.length === b.polygon.length &&
    a.polygon.every(([x, y], i) => near(x, nth(b.polygon, i)[0]) && near(y, nth(b.polygon, i)[1]))
  );
}

/** A seam's glue when it was last looked at: two panels that lie on one another as they did are glued as they were. */
interface SeamLooked {
  readonly own: PieceDraft;
  readonly other: PieceDraft;
  readonly caliper: number;
  readonly carry: Rigid;
  readonly zones: readonly Glue[];
}
const looked = new WeakMap<Seam, SeamLooked>();

function zonesAgain(
  seam: Seam,
  pieces: readonly PieceDraft[],
  poses: ReadonlyMap<string, Rigid>,
  caliper: number,
): readonly Glue[] {
  const was = looked.get(seam);
  const [own, other] = [seam.piece, seam.onto.piece].map((id) => pieces.find((p) => p.id === id));
  const meeting = meetingOf(seam, pieces, poses);
  const { carry } = meeting;
  const same = (a: readonly number[], b: readonly number[]): boolean =>
    a.every((n, i) => Math.abs(n - nth(b, i)) <= SAME_MM);
  const stays = was?.own === own && was?.other === other && was?.caliper === caliper;
  if (stays && same(was.carry.r, carry.r) && same(was.carry.t, carry.t)) return was.zones;
  const zones = seam.asked && !lies(meeting, caliper) ? [] : zonesOf(seam, pieces, meeting, caliper);
  if (own && other) looked.set(seam, { own, other, caliper, carry, zones });
  return zones;
}

/** The place of a seam's two panels: outlines, and the other one carried into this one's flat coordinates. */
interface Meeting {
  readonly own: Path;
  readonly other: Path;
  readonly carry: Rigid;
}

function meetingOf(
  { piece, panel, onto }: Pick<Seam, "piece" | "panel" | "onto">,
  pieces: readonly PieceDraft[],
  poses: ReadonlyMap<string, Rigid>,
) {
  const home = (of: string, id: string) => {
    const outline = pieces.find((p) => p.id === of)?.panels.find((p) => p.id === id)?.outline;
    const pose = poses.get(`${of}/${id}`);
    if (!outline || !pose) throw new Error(`glue: piece '${of}' has no panel '${id}'`);
    return { outline, pose };
  };
  const [own, other] = [home(piece, panel), home(onto.piece, onto.panel)];
  return { own: own.outline, other: other.outline, carry: after(undo(own.pose), other.pose) } satisfies Meeting;
}

/** mm that papers which are glued may stand apart before they are pressed together: a few plies lie between. */
const PRESSED_MM = 3;

/** How far a meeting's other panel stands over this one, mm: least and most. */
function standing({ other, carry }: Meeting): readonly [number, number] {
  const apart = flatten(other).map(([x, y]) => move(carry, [x, y, 0])[2]);
  return [Math.min(...apart), Math.max(...apart)];
}

/** Whether two panels come to lie on one another: level, and near enough to be pressed together. */
function lies(meeting: Meeting, caliper: number): boolean {
  const [least, most] = standing(meeting);
  return most - least <= caliper && Math.max(Math.abs(least), Math.abs(most)) <= PRESSED_MM;
}

/**
 * Two panels that come to lie on one another once all is folded: mm² that they share, and mm that they stand apart before they
 * are pressed together. Undefined where they do not.
 * @param poses where the panels are, keyed `piece/panel`
 */
export function lyingOn(
  seam: Pick<Seam, "piece" | "panel" | "onto">,
  pieces: readonly PieceDraft[],
  poses: ReadonlyMap<string, Rigid>,
  caliper: number,
): { readonly shared: number; readonly apart: number } | undefined {
  const meeting = meetingOf(seam, pieces, poses);
  if (!lies(meeting, caliper)) return undefined;
  const carried = flatten(meeting.other).map(([x, y]): Point => {
    const [u, v] = move(meeting.carry, [x, y, 0]);
    return [u, v];
  });
  return { shared: sharedConvex(flatten(meeting.own), carried), apart: Math.abs(standing(meeting)[0]) };
}

function zonesOf(seam: Seam, pieces: readonly PieceDraft[], meeting: Meeting, caliper: number): Glue[] {
  const { piece, panel, onto, strip, web, widens } = seam;
  const { carry } = meeting;
  const flat = ([x, y]: Point): Point => {
    const [u, v] = move(carry, [x, y, 0]);
    return [u, v];
  };
  const [least, most] = standing(meeting);
  if (most - least > caliper) throw new Error(`glue: '${panel}' does not lie on '${onto.panel}' once folded`);
  const [face, ontoFace] = facing(least, carry.r[8]);
  // a tape lies along the fold of the shallower of the two
  const folds = (
    [
      [piece, panel, (p: Point): Point => p],
      [onto.piece, onto.panel, flat],
    ] as const
  ).map(([of, id, place]) => {
    const found = pieces.find((p) => p.id === of)?.folds.find((f) => f.panels[1] === id);
    const outline = id === panel ? meeting.own : meeting.other;
    return {
      deep: found ? reachOf(outline, found.from, found.to) : Infinity,
      ends: found && ([place(found.from), place(found.to)] as const),
    };
  });
  const [shallow] = folds.sort((p, q) => p.deep - q.deep);
  const way = shallow?.ends && direction(...shallow.ends);
  const beside = strip && sharedBeside(meeting, strip, flat);
  return (beside ?? sharedZones(meeting, flat, (zone) => (strip ? inStrip(strip, zone) : zone)))
    .filter((zone) => zone.length > 2 && Math.abs(areaOf(polygon(zone))) > LEAST_ZONE_MM2)
    .map((zone): Glue => ({
      id: `glue-${panel}-${onto.panel}`,
      panel,
      face,
      polygon: zone,
      onto: { ...onto, face: ontoFace },
      widestTape: strip ? Math.min(strip.wide - 2 * TAPE_MARGIN, widthAcross(zone, strip)) : widthAcross(zone, way),
      ...(web && { web }),
      ...(widens && { widens }),
    }));
}

/** A panel drawn in by the margin; what is convex is taken as it is, roundings and all. */
interface DrawnIn {
  readonly convex: boolean;
  readonly points: readonly Point[];
}
const drawnIns = new WeakMap<Path, DrawnIn>();

/** A panel is drawn in once, whatever is glued to it. */
function drawnIn(outline: Path): DrawnIn {
  const was = drawnIns.get(outline);
  if (was) return was;
  const points = flatten(outline);
  const convex = isConvex(points);
  const next = { convex, points: convex ? insetConvex(points, TAPE_MARGIN) : inset(cornersOf(outline), TAPE_MARGIN) };
  drawnIns.set(outline, next);
  return next;
}

/**
 * What the two panels share of a strip, where what each of them has of it is convex: outlines that turn inwards elsewhere
 * need not be taken apart for it. Undefined where one of them turns inwards there too.
 */
function sharedBeside(
  { own, other }: Meeting,
  strip: NonNullable<Seam["strip"]>,
  flat: (p: Point) => Point,
): readonly (readonly Point[])[] | undefined {
  const [mine, under] = [drawnIn(own), drawnIn(other)];
  if (mine.convex || under.convex || mine.points.length < 3 || under.points.length < 3) return undefined;
  const parts = [mine.points, anticlockwise(under.points.map(flat))].map((points) => inStrip(strip, points));
  const [a, b] = parts as [Point[], Point[]];
  if (a.length < 3 || b.length < 3) return [];
  return isConvex(a) && isConvex(b) ? [clipConvex(a, anticlockwise(b))] : undefined;
}

const partsOf = new WeakMap<Path, readonly (readonly Point[])[]>();

/** A panel's convex parts, drawn in by the margin: taken apart once, however many strips are glued on it. */
function partsIn(outline: Path): readonly (readonly Point[])[] {
  const was = partsOf.get(outline);
  if (was) return was;
  const parts = convexParts(cornersOf(outline)).map((part) => insetPart(part, TAPE_MARGIN));
  partsOf.set(outline, parts);
  return parts;
}

type Zone = readonly Point[];

/** What the two panels share, both drawn in by the margin, and of that what lies in the strip. */
function sharedZones({ own, other }: Meeting, flat: (p: Point) => Point, inIt: (zone: Zone) => Zone): readonly Zone[] {
  const [mine, under] = [drawnIn(own), drawnIn(other)];
  // one that turns inwards is clipped by one that does not
  if (mine.convex || under.convex) {
    const [subject, window] = [mine.points, anticlockwise(under.points.map(flat))];
    // a panel too narrow for the margins has nothing left to glue
    if (subject.length < 3 || window.length < 3) return [];
    const shared = under.convex ? clipConvex(subject, window) : clipConvex(window, subject);
    return (mine.convex && under.convex ? [shared] : unpinched(shared)).map(inIt);
  }
  // of most parts nothing lies in the strip: only the others are held against one another
  const there = partsIn(other).map((part) => anticlockwise(part.map(flat)));
  return sharedParts(partsIn(own).map(inIt), there.map(inIt));
}

const reachOf = (outline: Path, from: Point, to: Point): number =>
  Math.max(...flatten(outline).map((p) => Math.abs(offLine(p, from, to))));

/** The faces that meet: the other panel stands off on the side its distance says; it is turned over where its z points back. */
const facing = (z: number, turned: number): readonly [Face, Face] => {
  const face: Face = z >= 0 ? "front" : "back";
  return [face, (face === "front") === turned < 0 ? "front" : "back"];
};

/** What of a zone lies in the strip along an edge of its panel. */
function inStrip({ from, to, wide }: NonNullable<Seam["strip"]>, zone: readonly Point[]): Point[] {
  const at = outward(from, to);
  const deep = wide - TAPE_MARGIN;
  const band = (
    [
      [0, -TAPE_MARGIN],
      [distance(from, to), -TAPE_MARGIN],
      [distance(from, to), -deep],
      [0, -deep],
    ] as const
  ).map((c): Point => [at(c)[0], at(c)[1]]);
  return clipConvex(zone, anticlockwise(band));
}

/** mm across a zone, square to a tape that runs that way; where no way is said, along the zone's longer side. */
function widthAcross(zone: readonly Point[], way: Point | NonNullable<Seam["strip"]> | undefined): number {
  const [dx, dy] = way === undefined ? [1, 0] : "wide" in way ? direction(way.from, way.to) : way;
  const { left, right, top, bottom } = boundsOf(zone.map(([x, y]): Point => [x * dx + y * dy, dx * y - dy * x]));
  return way ? top - bottom : Math.min(right - left, top - bottom);
}

/** A seam of a form with its panels found. */
export const seamOf = (
  { panel, onto, strip, web, widens, asked }: Glued,
  pieceOf: (panel: string) => string,
  place: (p: Point) => Point,
  settings: ChangePath,
): Seam => ({
  piece: pieceOf(panel.id),
  panel: panel.id,
  onto: { piece: pieceOf(onto.id), panel: onto.id },
  ...(strip && { strip: { from: place(strip.along.from), to: place(strip.along.to), wide: strip.wide } }),
  ...(web && { web }),
  ...(asked && { asked }),
  ...(widens !== undefined && { widens: [...settings, widens] }),
});
