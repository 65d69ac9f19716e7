/**
 * Side-tab pocket: a back, a front that folds up over it, tabs at the back's sides that hold the two together, and a thumb
 * cut to grip by.
 *
 *        ┌───────────────┐
 *        │               │         The tabs are glued under the front, where they do not show, or on it. What is inside
 *        │     back      │         stands out above the front, which reaches 65 % of the way unless set.
 *      ╱┌┼───────────────┼┐╲
 *     │  │               │  │ tab  With a low back it is a library pocket: what is inside stands out above both. With a
 *      ╲└┼───────────────┼┘╱       high front it is a sleeve, and one that opens at the side holds what is long.
 *        │     front     │
 *        └────╲___╱──────┘ thumb
 */
import { z } from "zod";
import { autoMm, choice } from "../model/setting.ts";
import { depthOf, past } from "../paper/figure.ts";
import { glued } from "../paper/seam.ts";
import { arched, tapered, thumbCut } from "../paper/shape.ts";
import { flap, panel, part, sheet } from "../paper/sheet.ts";
import { roundNear, roundUp } from "../units/ruler.ts";
import { flatPocket } from "./clearance.ts";
import { defineForm } from "./form.ts";
import { FRONT_PART, frontCovers, roomToSpare, sideTab, TAB_TAPER, thumb, thumbLeaves } from "./pocket.ts";

const settings = z.strictObject({
  play: roomToSpare(),
  opens: choice("Opens at", { upper: "The upper edge", side: "The side" }, "upper", "Where what is inside goes in."),
  back: autoMm("Back", [15, 400], "How high the back stands; as high as what is inside unless set."),
  front: autoMm("Front", [15, 300], "How high the front reaches; 65 % of what is inside unless set.", {
    follows: "height",
  }),
  tab: sideTab,
  tabs: choice("Tabs", { under: "Under the front", over: "On the front" }, "under", "Where the tabs are glued."),
  mouth: choice("Mouth", { straight: "Straight", dip: "Drawn in" }, "straight", "The front's upper edge."),
  thumb,
});

/** A mouth that is drawn in dips by so much of its length. */
const DIP_PART = 0.12;

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
  variants: [
    {
      title: "Library pocket",
      about: "Low behind and in front, so that what is inside stands out to be drawn.",
      settings: ({ height }) => ({ back: 0.75 * height, front: 0.55 * height, mouth: "dip" }),
    },
    {
      title: "Sleeve",
      about: "Covers all but a thumb's width and stays flat, for a certificate or anything long.",
      settings: ({ width, height }) =>
        width > height ? { opens: "side", front: width - 4 } : { opens: "upper", front: height - 4 },
    },
  ],
  draft({ contents, stock, settings: set, setup }) {
    const { thickness } = contents;
    const turned = set.opens === "side";
    const [width, height] = turned ? [contents.height, contents.width] : [contents.width, contents.height];
    const across = roundUp(flatPocket(width, thickness, set.play), setup.grid);
    // at its mouth the paper need not reach round
    const whole = roundUp(flatPocket(height, thickness / 2, set.play), setup.grid);
    const up = set.back === "auto" ? whole : Math.max(2 * setup.grid, roundUp(set.back, setup.grid));
    // past a back that stands lower what is inside stands out
    const low = up < whole;
    const relief = Math.max(1, 2 * stock.caliper);
    const asked =
      set.front === "auto" ? roundNear(FRONT_PART * Math.min(up, whole), setup.grid) : roundUp(set.front, setup.grid);
    const high = Math.max(setup.grid, Math.min(asked, up - setup.grid));
    const wide = Math.min(roundUp(set.tab, setup.grid), across / 2 - 2);
    const [first, last] = set.tabs === "under" ? [1, 2] : [2, 1];

    const back = panel("back", "Back", across, up);
    const tab = tapered({ deep: wide, relief, slope: TAB_TAPER });
    // drawn in, the mouth is a hold by itself
    const dip = Math.min(across * DIP_PART, high / 3);
    const hold = set.mouth === "dip" ? arched(-dip) : set.thumb > 0 ? thumbCut(set.thumb) : undefined;
    const mouth = hold ? { tip: hold } : {};
    const cut = set.mouth === "straight" && set.thumb > 0;
    // a mouth that dips leaves less to hide the tabs behind: as much less as it has dipped at their inner edge
    const bared = set.mouth === "dip" ? 4 * dip * (wide / across) * (1 - wide / across) : 0;
    const tall = Math.max(high / 2, high - bared);
    const left = flap("left", "Left tab", part(back.left, up - tall, 0), tab, { order: first });
    const right = flap("right", "Right tab", part(back.right, 0, up - tall), tab, { order: first });
    const front = flap("front", "Front", back.bottom, tapered({ deep: high, relief: 0.5, ...mouth }), { order: last });

    const under = set.tabs === "under";
    return {
      sheets: [sheet("pocket", "Pocket", [back, left, right, front])],
      holds: {
        on: back,
        across,
        up: Math.max(up, whole),
        turned: turned ? 90 : 0,
        ...(low || up > whole
          ? { open: "one" as const, at: [across / 2, (thickness + set.play + height) / 2] as const }
          : {}),
        asks: "play",
      },
      covers: [frontCovers(high, height), ...(cut ? thumbLeaves(set.thumb, across, high) : [])],
      glue: [left, right].map((side) =>
        under ? glued(front, side, { widens: "tab" }) : glued(side, front, { widens: "tab" }),
      ),
      figures: {
        front: depthOf(front, 0.3),
        tab: depthOf(left, 0.5, { lights: ["left", "right"] }),
        thumb: cut ? past(front.tip, -set.thumb, 0.5) : undefined,
      },
    };
  },
});
