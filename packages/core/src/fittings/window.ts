/**
 * Window: an opening to an outline of the catalogue. With its foot left it is cut round and scored there, so that what is
 * in it stands up. Several stand in rows, or all round the edge as a border.
 *
 *      ╭────────╮        ╭────────╮
 *      │        │        │        │
 *      │        │ height │        │
 *      ╰────────╯        └╌╌╌╌╌╌╌╌┘ score
 *        width
 */
import { z } from "zod";
import { find } from "../catalogue/entry.ts";
import { shapes } from "../catalogue/shapes.ts";
import { areaOf, flatten, line, type Path, placePath } from "../geometry/path.ts";
import { between, HERE, type Point, type Pose } from "../geometry/point.ts";
import { mm, toggle } from "../model/setting.ts";
import type { Cut, Stroke } from "../model/piece.ts";
import { heightOf, widthOf } from "../paper/figure.ts";
import { windowIn } from "../paper/hole.ts";
import { panel } from "../paper/panel.ts";
import { sheet } from "../paper/sheet.ts";
import { joiningOf } from "../typefaces/index.ts";
import { roundDown } from "../units/ruler.ts";
import {
  allRound,
  apartOf,
  inProportion,
  isRound,
  loopsIn,
  outlineSettings,
  ownIn,
  spread,
  spreadOut,
  through,
} from "./inPaper.ts";
import { defineKind } from "./kind.ts";
import { ownSize, usualSize } from "./panel.ts";
import { nth } from "../units/nth.ts";

/** What stands up is scored so high above its lowest point, in parts of its height: a point would be no hinge. */
const FOOT_PART = 0.12;

/** Where an outline crosses a height, the part above it as an open line from right to left, and the score between its ends. */
export function standing(outline: Path, foot: number): { readonly cut: Path; readonly score: Path } | undefined {
  const points = flatten(outline);
  const isUp = ([, y]: Point): boolean => y > foot;
  const start = points.findIndex((p, i) => !isUp(p) && isUp(nth(points, i + 1)));
  if (start < 0) return undefined;
  const ring = [...points.slice(start), ...points.slice(0, start + 1)];
  const leaves = ring.findIndex((p, i) => i > 0 && !isUp(p));
  const [a, b, c, d] = [nth(ring, 0), nth(ring, 1), nth(ring, leaves - 1), nth(ring, leaves)];
  const at = (p: Point, q: Point): Point => between(p, q, (foot - p[1]) / (q[1] - p[1] || 1));
  const [right, left] = [at(a, b), at(c, d)];
  const above: readonly Point[] = [right, ...ring.slice(1, leaves), left];
  const cut = above.slice(1).map((to, i) => line(nth(above, i), to));
  return { cut, score: [line(left, right)] };
}

/** A bridge so wide (mm) holds what is inside, and no more than a part of small windows. */
const BRIDGE_MM = 2;
const BRIDGE_PART = 0.08;

/** What is cut out, and how many pieces inside of that drop out with it: held by bridges where that is wanted. */
function openingsIn(set: Parameters<typeof loopsIn>[0] & { readonly bridges: boolean }, width: number, height: number) {
  const loops = loopsIn(set, width, height);
  const islands = loops.filter((loop) => areaOf(loop) < 0).length;
  const joining = islands > 0 && set.bridges ? joiningOf() : undefined;
  // what is inside falls with what is round it: its own line need not be cut
  if (!joining) return { openings: loops.filter((loop) => areaOf(loop) > 0), islands };
  return { openings: joining.heldLoops(loops, Math.min(BRIDGE_MM, Math.min(width, height) * BRIDGE_PART)), islands: 0 };
}

/** An opening of any outline, or what stands up out of one. */
export const window = defineKind({
  id: "window",
  title: "Window",
  about: "An opening to an outline, or shapes that stand up.",
  asks: [],
  // rows of it are spread over what it lies on
  fits: true,
  inPaper: true,
  settings: z.object({
    ...outlineSettings("oval"),
    ...ownSize,
    bridges: toggle("Keep insides", true, "What is inside an outline of your own with holes is held by bridges."),
    stands: toggle("Stands up", false, "Cut round and scored at its foot, so that it is raised and not taken out."),
    ...spread,
    around: toggle(
      "All round the edge",
      false,
      "As a border, feet outwards: as many as stand in a row along head and foot, and one above another at the sides.",
    ),
    off: mm("Off the edge", 5, [0, 100], "From the edge to a border's feet."),
    through,
  }),
  follows: inProportion,
  usual(ground, grid) {
    const { width, height } = usualSize(ground, grid, 0.5);
    const preset = find(shapes, "oval");
    return { width, height: Math.min(height, roundDown(width * (preset?.usual ?? 1), grid)) };
  },
  draft({ name, ground, set }) {
    const { width } = set;
    const height = isRound(set) ? width : set.height;
    const own = { width, height };
    const { openings, islands } = openingsIn(set, width, height);
    const [outline = []] = openings;
    const rows = set.around ? undefined : spreadOut(ground, own, set);
    const { size, places } = set.around
      ? allRound(ground, own, set)
      : { size: rows?.size ?? own, places: (rows?.places ?? []).map(([x, y]): Pose => ({ ...HERE, x, y })) };
    const body = panel("window", name, size.width, size.height);
    const up = set.stands ? standing(outline, height * FOOT_PART) : undefined;
    const cuts = places.flatMap((by, i): Cut[] => {
      const id = String(i + 1);
      if (up) return [{ id, panel: body.id, kind: "slit", path: placePath(up.cut, by) }];
      return openings.map((path, n) => windowIn(n === 0 ? id : `${id}-${String(n + 1)}`, body, placePath(path, by)));
    });
    const strokes = up
      ? places.map((by, i): Stroke => ({
          id: `foot-${String(i + 1)}`,
          role: "score",
          fold: "valley",
          foots: String(i + 1),
          path: placePath(up.score, by),
        }))
      : [];
    const one = { ...body, ...own };
    return {
      said: {
        sheets: [sheet("window", name, [body], { cuts, strokes })],
        figures: {
          width: widthOf(one),
          ...(!isRound(set) && { height: heightOf(one) }),
          ...(rows && { apart: apartOf("window", own, rows.places) }),
        },
      },
      ...(islands > 0 && !up && { lettered: { missing: [], islands, by: 0 } }),
      through: set.through,
      ...ownIn(set),
    };
  },
});
