/**
 * Side-tab pocket: a back as high as what is inside, a front that folds up over it, tabs at the back's sides that hold the
 * two together, and a thumb cut to grip by.
 *
 *        ┌───────────────┐
 *        │               │         The tabs are glued under the front, where they do not show, or on it. What is inside
 *        │     back      │         stands out above the front, which reaches 65 % of the way unless set.
 *      ╱┌┼───────────────┼┐╲
 *     │  │               │  │ tab
 *      ╲└┼───────────────┼┘╱
 *        │     front     │
 *        └────╲___╱──────┘ thumb
 */
import { z } from "zod";
import { autoMm, choice, mm } from "../model/setting.ts";
import { depthOf, past } from "../paper/figure.ts";
import { glued } from "../paper/seam.ts";
import { tapered, thumbCut } from "../paper/shape.ts";
import { flap, panel, part, sheet } from "../paper/sheet.ts";
import { roundNear, roundUp } from "../units/ruler.ts";
import { flatPocket } from "./clearance.ts";
import { defineForm } from "./form.ts";

const settings = z.strictObject({
  play: mm("Room to spare", 1.5, [0, 10], "Free room asked for along each side, beyond what the thickness takes.", {
    kin: "room",
  }),
  front: autoMm("Front", [15, 300], "How high the front reaches; 65 % of what is inside unless set.", {
    follows: "height",
  }),
  tab: mm("Side tabs", 12, [8, 15], "How wide the tabs are that hold the front."),
  tabs: choice("Tabs", { under: "Under the front", over: "On the front" }, "under", "Where the tabs are glued."),
  thumb: mm("Thumb cut", 10, [0, 13], "Radius of the cut in the front's upper edge; 0 leaves it out."),
});

const FRONT_PART = 0.65;
/** Tabs narrow by so much in a mm (10°), so that none shows past a fold. */
const TAPER = Math.tan((10 * Math.PI) / 180);

/** A pocket open at the top, closed by a tab at each side; it lies on a card or stands alone. */
export const sideTabPocket = defineForm({
  id: "side-tab-pocket",
  title: "Side-tab pocket",
  purpose: "pocket",
  about: "An open pocket: the front folds up and two tabs hold it.",
  methods: ["scoring-board"],
  settings,
  outside: "back",
  grounds: () => [{ panel: "front", name: "Front", sides: { outside: 180 } }],
  heaviest: 250,
  draft({ contents, stock, settings: set, setup }) {
    const { width, height, thickness } = contents;
    const across = roundUp(flatPocket(width, thickness, set.play), setup.grid);
    // at its mouth the paper need not reach round
    const up = roundUp(flatPocket(height, thickness / 2, set.play), setup.grid);
    const relief = Math.max(1, 2 * stock.caliper);
    const asked = set.front === "auto" ? roundNear(FRONT_PART * up, setup.grid) : roundUp(set.front, setup.grid);
    const high = Math.min(asked, up - setup.grid);
    const wide = Math.min(roundUp(set.tab, setup.grid), across / 2 - 2);
    const [first, last] = set.tabs === "under" ? [1, 2] : [2, 1];

    const back = panel("back", "Back", across, up);
    const tab = tapered({ deep: wide, relief, slope: TAPER });
    const left = flap("left", "Left tab", part(back.left, up - high, 0), tab, { order: first });
    const right = flap("right", "Right tab", part(back.right, 0, up - high), tab, { order: first });
    const mouth = set.thumb > 0 ? { tip: thumbCut(set.thumb) } : {};
    const front = flap("front", "Front", back.bottom, tapered({ deep: high, relief: 0.5, ...mouth }), { order: last });

    const under = set.tabs === "under";
    return {
      sheets: [sheet("pocket", "Pocket", [back, left, right, front])],
      holds: { on: back, across, up, asks: "play" },
      glue: [left, right].map((side) =>
        under ? glued(front, side, { widens: "tab" }) : glued(side, front, { widens: "tab" }),
      ),
      figures: {
        front: depthOf(front, 0.3),
        tab: depthOf(left, 0.5, { lights: ["left", "right"] }),
        thumb: set.thumb > 0 ? past(front.tip, -set.thumb, 0.5) : undefined,
      },
    };
  },
});
