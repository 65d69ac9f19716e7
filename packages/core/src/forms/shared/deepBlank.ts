/**
 * The figures of the deep envelope, all mm: its walls, how far flaps and webs reach, and whether the closing flap is a
 * piece of its own.
 */
import { fitsIn } from "../../geometry/fit.ts";
import { leastOn, roundUp, someDown } from "../../units/ruler.ts";
import { bodyFor, type Room } from "./body.ts";
import { SAME_POINT_MM } from "../../geometry/tolerance.ts";
import { betweenWalls } from "./clearance.ts";
import { SEAM, TOP_PART } from "./custom.ts";
import { type DraftInput, unlessSet } from "../form.ts";

/** On a lower wall (mm) there is no strip left to glue a web by. */
const WEB_FROM = 6;
/** A web reaches at least so far along the bottom wall: enough for a 6 mm tape and its margins. */
const LEAST_WEB = 12;
/** The strip of a closing flap of its own: a 12 mm tape and its margins. */
const STRIP = 16;

/** Walls of the long sides make way for the side walls by the paper's own thickness, and never less than this, mm. */
const LEAST_INSET = 0.2;
/** What the maker sets of it. */
interface DeepSet extends Room {
  readonly playDepth: number;
  readonly sideFlap: number;
  readonly topFlap: number | "auto";
  readonly throat: number;
  readonly corners: "auto" | "cut" | "web";
  readonly closing: "auto" | "one" | "own";
}

/** Every figure the drawing needs, on the ruler's grid where a score or a cut depends on it. */
export function deepBlank({ contents, stock, settings: set, setup, sheet: inHand }: DraftInput<DeepSet>) {
  const { grid } = setup;
  const s = stock.caliper;
  const {
    across,
    up: open,
    turned,
    relief,
  } = bodyFor(contents, stock, set, setup, "long", (size, _, play) => betweenWalls(size, s, play));
  const g = roundUp(contents.thickness + set.playDepth + s, grid);
  const web = set.corners !== "cut" && g >= WEB_FROM;
  const [wide, high, play] =
    turned === 0 ? [contents.width, contents.height, set.playHeight] : [contents.height, contents.width, set.playWidth];
  // short of the front, whatever throat is asked for
  const webLong = Math.min(Math.max(g, LEAST_WEB), across / 3, open / 2 - leastOn(grid));
  // webs lie inside the bottom wall, from their folds in the middle of the side walls' paper: where they reach the contents,
  // these stand one ply higher
  const webPly = web && webLong > (across - wide) / 2 + SAME_POINT_MM ? s : 0;
  const up = webPly > 0 ? roundUp(betweenWalls(high, s, play) + webPly, grid) : open;
  const side = someDown(Math.min(set.sideFlap, across / 2 - 2), grid);
  const front = someDown(up - Math.min(set.throat, up / 2), grid);
  const top = roundUp(unlessSet(set.topFlap, Math.max(TOP_PART * up, up - front + SEAM)), grid);
  const whole = { width: across + 2 * (g + side), height: up + 2 * g + front + top };
  const own =
    set.closing === "own" ||
    (set.closing === "auto" && inHand !== undefined && !fitsIn(whole.width, whole.height, inHand.width, inHand.height));
  const strip = roundUp(Math.min(STRIP, up / 3), grid);
  return {
    across,
    up,
    turned,
    relief,
    g,
    side,
    front,
    top,
    web,
    webPly,
    own,
    strip,
    webLong,
    inset: Math.max(s, LEAST_INSET),
    /** from face to face */
    faces: { across: across - s, up: up - webPly - s, depth: g - s },
  };
}
