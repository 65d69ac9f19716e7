/** The body of an envelope cut from a rectangle: how large it must be inside, and which way round it opens. */
import { mm } from "../../model/setting.ts";
import type { Contents, Stock } from "../../model/spec.ts";
import { roundUp } from "../../units/ruler.ts";
import { flatPocket } from "./clearance.ts";
import type { Setup } from "../form.ts";

/**
 * The trade's room for a hand-scored envelope, 1/4 in on the width and 1/8 in on the height, holds a folded card's usual
 * thickness already: less that, an A2 card comes to the customary 5 3/4 × 4 3/8 in inside.
 */
export const roomSettings = {
  playWidth: mm("Room on the width", 5, [0, 20], "Free room asked for, beyond what the thickness takes.", {
    kin: "room",
  }),
  playHeight: mm("Room on the height", 2, [0, 20], "Free room asked for, beyond what the thickness takes.", {
    kin: "room",
  }),
};

/** Those settings, as what is held asks for them. */
export const ROOM = { width: "playWidth", height: "playHeight" } as const;

/** What is left beside the contents on each axis, mm, before rounding up to the ruler. */
export interface Room {
  readonly playWidth: number;
  readonly playHeight: number;
}

/** The panel that contents lie on, with their room. */
export interface Body {
  /** mm inside, along the fold of the top flap and away from it, on the ruler's grid */
  readonly across: number;
  readonly up: number;
  /** degrees the contents are turned to lie in it */
  readonly turned: 0 | 90;
  /** gap between neighbouring flaps at a corner: 1 mm, or two calipers of heavy stock */
  readonly relief: number;
}

/** The body for these contents, opening on its long or on its short side; `need` gives the least inside on an axis. */
export function bodyFor(
  contents: Contents,
  stock: Stock,
  room: Room,
  { grid }: Setup,
  opensOn: "long" | "short",
  need: (size: number, thickness: number, play: number) => number = flatPocket,
): Body {
  const width = roundUp(need(contents.width, contents.thickness, room.playWidth), grid);
  const height = roundUp(need(contents.height, contents.thickness, room.playHeight), grid);
  const upright = width >= height === (opensOn === "long");
  return {
    across: upright ? width : height,
    up: upright ? height : width,
    turned: upright ? 0 : 90,
    relief: Math.max(1, 2 * stock.caliper),
  };
}
