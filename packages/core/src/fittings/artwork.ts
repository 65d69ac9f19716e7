/**
 * Artwork: a picture of the maker's own, printed on the paper. It keeps its proportions in any size: laid by its width it is seen
 * whole; laid over the whole panel it is cropped, and goes on past the edges by its bleed.
 *
 *      ┌──────────────┐        ┌╌╌╌╌╌╌╌╌╌╌╌╌╌╌┐ bleed
 *      │   ┌──────┐   │        ╎┌────────────┐╎
 *      │   │ whole│   │        ╎│  cropped   │╎
 *      │   └──────┘   │        ╎└────────────┘╎
 *      └──────────────┘        └╌╌╌╌╌╌╌╌╌╌╌╌╌╌┘
 */
import { z } from "zod";
import { line, type Path } from "../geometry/path.ts";
import { BLEED_MM, PICTURE_SHAPE, pictureIn } from "../model/art.ts";
import type { Stroke } from "../model/piece.ts";
import { choice, mm, number, picture } from "../model/setting.ts";
import { widthOf } from "../paper/figure.ts";
import { panel } from "../paper/panel.ts";
import { sheet } from "../paper/sheet.ts";
import { defineKind } from "./kind.ts";
import { usualSize } from "./panel.ts";

/** A box, from its lower left round. */
const boxOf = (width: number, height: number): Path => [
  line([0, 0], [width, 0]),
  line([width, 0], [width, height]),
  line([width, height], [0, height]),
  line([0, height], [0, 0]),
];

/** Artwork of the maker's own. */
export const artwork = defineKind({
  id: "artwork",
  title: "Artwork",
  about: "A picture of yours, printed: whole, or cropped over the whole panel.",
  asks: [],
  fits: true,
  inPaper: true,
  settings: z.object({
    picture: picture("Picture", "A PNG, JPEG or SVG file; it is kept with the draft."),
    fit: choice(
      "It is seen",
      { whole: "Whole, by its width", fills: "Over the whole panel, cropped" },
      "whole",
      "It is never stretched.",
    ),
    width: mm("Width", 60, [2, 600], "Of a picture that is seen whole; its height follows.", { follows: "width" }),
    across: number("From the left", 50, [0, 100], "in 100", "Which part is seen where it is wider than the panel."),
    up: number("From below", 50, [0, 100], "in 100", "Which part is seen where it is higher than the panel."),
  }),
  follows: () => ({ width: "least" as const }),
  usual: (ground, grid) => ({ width: Math.max(2, usualSize(ground, grid, 0.6).width) }),
  draft({ name, ground, set }) {
    const said = pictureIn(set.picture);
    const { width: wide, height: high } = said ?? PICTURE_SHAPE;
    const fills = set.fit === "fills";
    const size = fills ? ground : { width: set.width, height: (set.width * high) / wide };
    const body = panel("artwork", name, size.width, size.height);
    const path = boxOf(size.width, size.height);
    const frame = (over: number, own: number, from: number): number => -BLEED_MM - ((own - over) * from) / 100;
    const [across, up] = [size.width + 2 * BLEED_MM, size.height + 2 * BLEED_MM];
    const k = Math.max(across / wide, up / high);
    const whole = fills
      ? {
          ...{ x: frame(across, wide * k, set.across), y: frame(up, high * k, set.up) },
          ...{ width: wide * k, height: high * k },
        }
      : { x: 0, y: 0, ...size };
    const stroke: Stroke = said
      ? { id: "1", role: "print", path, art: { picture: said.id, pixels: wide, whole } }
      : // nothing is there yet: where it comes to lie
        { id: "1", role: "guide", path: [...path, line([0, 0], [size.width, size.height])] };
    return {
      said: {
        sheets: [sheet("artwork", name, [body], { strokes: [stroke] })],
        figures: fills ? {} : { width: widthOf(body) },
      },
    };
  },
});
