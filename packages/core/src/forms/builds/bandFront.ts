/**
 * The front of a band: straight, bowed out, drawn in, or with an outline standing out above and below.
 *
 *      ╭────────────╮              ╭──╮
 *   ╭──╯            ╰──╮      ┌────╯  ╰────┐
 *   │                  │      │            │
 *   ╰──╮            ╭──╯      └────╮  ╭────┘
 *      ╰────────────╯              ╰──╯
 */
import { shapes } from "../../catalogue/shapes.ts";
import { type Boss, boss } from "../../paper/boss.ts";
import { arched } from "../../paper/shape.ts";
import { panel, type Rectangle } from "../../paper/panel.ts";
import { roundDown } from "../../units/ruler.ts";
import { unlessSet } from "../form.ts";
import { outlineIn } from "../shared/outlines.ts";

/** A bow rises by so much of the front's length, and ends so far (mm) before what is inside. */
const BOW_PART = 0.1;
const BOW_SHORT = 2;
/** An outline on the front stays so far (mm) from the folds at its sides. */
const BESIDE = 4;

/** What the maker has set of it. */
interface FrontSet {
  readonly front: "straight" | "out" | "waist" | "outline";
  readonly cutTo: string;
  readonly drawn: string;
  readonly frontHigh: number | "auto";
}

/** mm: from fold to fold, how wide the band is, and how far what is inside reaches along that. */
interface FrontMeasures {
  readonly across: number;
  readonly wide: number;
  readonly along: number;
}

/** An outline laid over the middle of the front, as high as there is room for; undefined where there is none. */
function outlined(set: FrontSet, band: Rectangle, along: number, grid: number): Boss | undefined {
  const preset = outlineIn(shapes, set.cutTo, set.drawn, "oval");
  const widest = band.width - 2 * BESIDE;
  if (!preset || widest <= 0) return undefined;
  const most = Math.min(along - BOW_SHORT, widest / preset.usual);
  const high = roundDown(Math.min(unlessSet(set.frontHigh, most), along), grid);
  // lower than the band it would not be seen
  if (high < band.height + 2) return undefined;
  const size = { width: Math.min(high * preset.usual, widest), height: high };
  return boss(band, size, preset.outline(size.width, size.height));
}

/** The front, its upper and lower edge bowed; the fold at its sides keeps the band's own width. */
export function bandFront(set: FrontSet, { across, wide, along }: FrontMeasures, grid: number): Rectangle | Boss {
  const { front } = set;
  const plain = panel("front", "Front", across, wide);
  if (front === "outline") return outlined(set, plain, along, grid) ?? plain;
  const room = Math.max(0, (along - wide) / 2 - BOW_SHORT);
  // what bows out makes the blank wider, and that is cut by the ruler
  const rise =
    front === "out" ? roundDown(Math.min(across * BOW_PART, room), grid) : Math.min(across * BOW_PART, wide / 4);
  if (front === "straight" || rise <= 0) return plain;
  const bow = arched(front === "out" ? rise : -rise);
  return panel("front", "Front", across, wide, { edges: { top: bow, bottom: bow } });
}
