/**
 * What stands round a deep envelope: walls with their flaps and webs, and the closing flap over them.
 *
 *     ╱┌──────┬─────┬──────          ├── top ──┤ closing flap      The closing flap hangs on the body, or on a strip
 *    │ │ left │left │ body           ├─ wall ──┤ g                 of its own that is glued outside it.
 *    │ │ flap │wall │                └─ strip ─┘
 *     ╲└──────┴─────┼──────
 *             │ web │
 */
import type { Cut } from "../../model/piece.ts";
import { laid } from "../../paper/said.ts";
import { glued } from "../../paper/seam.ts";
import { tapered } from "../../paper/shape.ts";
import { type Drawn, type Edge, flap, panel, type Rectangle } from "../../paper/panel.ts";
import { sheet } from "../../paper/sheet.ts";
import type { deepBlank } from "../shared/deepBlank.ts";

type Blank = ReturnType<typeof deepBlank>;

/** Side and closing flaps narrow by so much in a mm (5°), so that none shows past a fold. */
const TAPER = Math.tan((5 * Math.PI) / 180);
/** Plies the closing flap stands off: the side flaps and the front. */
const OVER_FRONT = -2;

/** A wall between two scores, from a ply off either end of its edge where it makes way. */
export const wall = (id: string, name: string, on: Edge, deep: number, order: number, relief = 0) =>
  flap(id, name, on, tapered({ deep, relief }), { order, angle: 90 });

/** Side walls with their flaps, and webs: each turns in behind the bottom wall, clear of the side flap above it and of the body's corner. */
export function sidesOf(body: Rectangle, f: Blank) {
  const leftWall = wall("left-wall", "Left wall", body.left, f.g, 1);
  const rightWall = wall("right-wall", "Right wall", body.right, f.g, 1);
  const side = tapered({ deep: f.side, relief: f.relief, slope: TAPER, round: 2 });
  const left = flap("left", "Left flap", leftWall.tip, side, { order: 2, angle: 90 });
  const right = flap("right", "Right flap", rightWall.tip, side, { order: 2, angle: 90 });
  const turned = tapered({ deep: f.webLong, slope: Math.min(f.relief, f.g / 4) / f.webLong });
  const web = (id: string, name: string, on: Edge) => flap(id, name, on, turned, { order: 2, angle: 90, lift: 1 });
  const webs = f.web ? [web("left-web", "Left web", leftWall.end), web("right-web", "Right web", rightWall.start)] : [];
  return { leftWall, rightWall, left, right, webs };
}

/** The closing flap with its wall: on the body, or on a strip of its own that is glued outside it. */
export function closingOf(set: { readonly closure: string; readonly cornerRadius: number }, f: Blank, body: Rectangle) {
  const strip = panel("strip", "Strip", f.across, f.strip);
  const topWall = wall("top-wall", "Top wall", f.own ? strip.top : body.top, f.g, 5, f.inset);
  const closing = tapered({ deep: f.top, relief: f.relief, slope: TAPER, round: set.cornerRadius });
  // the strip outside the body lies one ply lower, so its flap stands one ply further off; a tab inside it takes one more
  const lift = OVER_FRONT - (f.own ? 1 : 0) - (set.closure === "tab" ? 1 : 0);
  return { strip, topWall, top: flap("top", "Top flap", topWall.tip, closing, { order: 6, angle: 90, lift }) };
}

/** One sheet, or two where the closing flap is a piece of its own: its strip is glued outside the body, along its upper edge. */
export function papersOf(
  { own, up, strip: high }: Blank,
  most: readonly [Rectangle, ...Drawn[]],
  closing: readonly [Rectangle, ...Drawn[]],
  rounded: { readonly rounding: number; readonly cuts: readonly Cut[] },
) {
  const [[body], [strip, ...top]] = [most, closing];
  if (!own)
    return { sheets: [sheet("envelope", "Envelope", [...most, ...top], rounded)] as const, joins: [], glue: [] };
  const flapSheet = sheet("flap", "Top flap", closing, rounded);
  const lies = { at: [0, up - high], flip: false, told: "glue-strip" } as const;
  const sheets = [sheet("envelope", "Envelope", most, { cuts: rounded.cuts }), flapSheet] as const;
  return { sheets, joins: [laid(flapSheet, body, "back", lies)], glue: [glued(strip, body)] };
}
