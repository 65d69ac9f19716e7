/**
 * Window: an opening to an outline of the catalogue. With its foot left it is cut round and scored there, so that what is
 * in it stands up.
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
import { flatten, line, type Path } from "../geometry/path.ts";
import { between, type Point } from "../geometry/point.ts";
import { toggle } from "../model/setting.ts";
import type { Cut, Stroke } from "../model/piece.ts";
import { heightOf, widthOf } from "../paper/figure.ts";
import { windowIn } from "../paper/hole.ts";
import { panel, sheet } from "../paper/sheet.ts";
import { roundDown } from "../units/ruler.ts";
import { apartOf, isRound, movedTo, outlineIn, outlineSettings, spread, spreadOut, through } from "./inPaper.ts";
import { defineKind } from "./kind.ts";
import { ownSize, usualSize } from "./panel.ts";

/** What stands up is scored so high above its lowest point, in parts of its height: a point would be no hinge. */
const FOOT_PART = 0.12;

/** Where an outline crosses a height, the part above it as an open line from right to left, and the score between its ends. */
export function standing(outline: Path, foot: number): { readonly cut: Path; readonly score: Path } | undefined {
  const points = flatten(outline);
  const isUp = ([, y]: Point): boolean => y > foot;
  const start = points.findIndex((p, i) => !isUp(p) && isUp(points[(i + 1) % points.length] as Point));
  if (start < 0) return undefined;
  const ring = [...points.slice(start), ...points.slice(0, start + 1)];
  const leaves = ring.findIndex((p, i) => i > 0 && !isUp(p));
  const [a, b, c, d] = [ring[0], ring[1], ring[leaves - 1], ring[leaves]] as [Point, Point, Point, Point];
  const at = (p: Point, q: Point): Point => between(p, q, (foot - p[1]) / (q[1] - p[1] || 1));
  const [right, left] = [at(a, b), at(c, d)];
  const above: readonly Point[] = [right, ...ring.slice(1, leaves), left];
  const cut = above.slice(1).map((to, i) => line(above[i] as Point, to));
  return { cut, score: [line(left, right)] };
}

/** An opening of any outline, or what stands up out of one. */
export const window = defineKind({
  id: "window",
  title: "Window",
  about: "An opening to an outline, or shapes that stand up.",
  asks: [],
  inPaper: true,
  settings: z.object({
    ...outlineSettings("oval"),
    ...ownSize,
    stands: toggle("Stands up", false, "Cut round and scored at its foot, so that it is raised and not taken out."),
    ...spread,
    through,
  }),
  usual(ground, grid) {
    const { width, height } = usualSize(ground, grid, 0.5);
    const preset = find(shapes, "oval");
    return { width, height: Math.min(height, roundDown(width * (preset?.usual ?? 1), grid)) };
  },
  draft({ name, ground, set }) {
    const { width } = set;
    const height = isRound(set) ? width : set.height;
    const own = { width, height };
    const outline = outlineIn(set, width, height);
    const { size, places } = spreadOut(ground, own, set);
    const body = panel("window", name, size.width, size.height);
    const up = set.stands ? standing(outline, height * FOOT_PART) : undefined;
    const cuts = places.map(([x, y], i): Cut => {
      const id = String(i + 1);
      if (!up) return windowIn(id, body, movedTo(outline, [x, y]));
      return { id, panel: body.id, kind: "slit", path: movedTo(up.cut, [x, y]) };
    });
    const strokes = up
      ? places.map((by, i): Stroke => ({
          id: `foot-${String(i + 1)}`,
          role: "score",
          fold: "valley",
          path: movedTo(up.score, by),
        }))
      : [];
    const one = { ...body, ...own };
    return {
      said: {
        sheets: [sheet("window", name, [body], { cuts, strokes })],
        figures: {
          width: widthOf(one),
          ...(!isRound(set) && { height: heightOf(one) }),
          apart: apartOf("window", own, places),
        },
      },
      through: set.through,
    };
  },
});
