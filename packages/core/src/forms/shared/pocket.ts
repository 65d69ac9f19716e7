/** What every pocket keeps to, whatever its build: trade custom (geometry notes, pockets), mm. */
import { mm } from "../../model/setting.ts";
import type { Stock } from "../../model/spec.ts";
import type { Covering } from "../../paper/said.ts";
import { type Shape, tapered } from "../../paper/shape.ts";
import { roundDown } from "../../units/ruler.ts";

/** Room beside what is inside, for holders that ask for one figure on all sides. */
export const roomToSpare = (most = 10) =>
  mm("Room to spare", 1.5, [0, most], "Free room asked for along each side, beyond what the thickness takes.", {
    kin: "room",
  });

/** Tabs at the sides. */
export const sideTab = mm("Side tabs", 12, [8, 15], "How wide the tabs are that hold the front.");
/** They narrow by so much in a mm (10°), so that none shows past a fold. */
export const TAB_TAPER = Math.tan((10 * Math.PI) / 180);

/** A tab so deep: clear of its neighbours by 1 mm, or by two calipers of heavy stock. */
export const tabShape = (deep: number, { caliper }: Pick<Stock, "caliper">): Shape =>
  tapered({ deep, relief: Math.max(1, 2 * caliper), slope: TAB_TAPER });

/** How much of what is inside the front covers, where the maker has not said. */
export const FRONT_PART = 0.65;
/** Where less than this part is covered it tips out. */
export const COVERED_PART = 0.4;

/** That a front covers enough of what is inside, for the check. */
export const frontCovers = (high: number, height: number): Covering => ({
  setting: "front",
  figure: high,
  least: COVERED_PART * height,
  code: "pocket-low",
});

/** The thumb cut in the front's upper edge. */
export const thumb = mm("Thumb cut", 10, [0, 13], "Radius of the cut in the front's upper edge; 0 leaves it out.");
/** Less paper than this beside or below it tears when it is gripped. */
const LEAST_LEFT = 6;
const HALF_MM = 0.5;

/** What a thumb cut so large leaves of a front so wide and so high, for the check; none where there is no cut. */
export function thumbLeaves(radius: number, wide: number, high: number): readonly Covering[] {
  if (radius <= 0) return [];
  const room = Math.min(high, wide / 2);
  const mends = Math.max(0, roundDown(room - LEAST_LEFT, HALF_MM));
  return [
    { setting: "thumb", mends, figure: room - Math.min(radius, wide / 2 - 1), least: LEAST_LEFT, code: "notch-deep" },
  ];
}
