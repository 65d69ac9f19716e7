/** What both builds of a side-tab pocket share: what the maker sets, the sizes that follow, its mouth. */
import { z } from "zod";
import { autoMm, choice } from "../../model/setting.ts";
import { past } from "../../paper/figure.ts";
import type { Held } from "../../paper/said.ts";
import { arched, thumbCut } from "../../paper/shape.ts";
import type { Edge, Rectangle } from "../../paper/panel.ts";
import { leastOn, roundNear, roundUp } from "../../units/ruler.ts";
import { type InputOf, unlessSet } from "../form.ts";
import { flatPocket } from "../shared/clearance.ts";
import { closures } from "../shared/closure.ts";
import { ONE_SCORE_UP_TO } from "../shared/tabPanels.ts";
import { FRONT_PART, frontCovers, roomToSpare, sideTab, tabShape, thumb, thumbLeaves } from "../shared/pocket.ts";

/** The settings, mm. */
export const sideTabSettings = z.strictObject({
  play: roomToSpare(),
  opens: choice("Opens at", { upper: "The upper edge", side: "The side" }, "upper", "Where what is inside goes in."),
  behind: choice(
    "Behind it",
    { back: "A back of its own", panel: "The panel it is glued on" },
    "back",
    "On a panel three tabs do: they are folded behind the front and glued there.",
  ),
  back: autoMm("Back", [15, 400], "How high the back stands; as high as what is inside unless set."),
  front: autoMm("Front", [15, 300], "How high the front reaches; 65 % of what is inside unless set.", {
    follows: "height",
  }),
  tab: sideTab,
  tabs: choice("Tabs", { under: "Under the front", over: "On the front" }, "under", "Where the tabs are glued."),
  mouth: choice("Mouth", { straight: "Straight", dip: "Drawn in" }, "straight", "The front's upper edge."),
  thumb,
  closure: closures("open", "mouth", "seal", "band"),
});

/** What its builds look at. */
export type SideTab = InputOf<typeof sideTabSettings>;

/** A mouth that is drawn in dips by so much of its length. */
const DIP_PART = 0.12;

/** Sizes, mm: the room across and up, how high the front is asked to be, its tabs. */
export function sizesOf({ contents, stock, settings: set, setup: { grid } }: SideTab) {
  const { thickness } = contents;
  const turned = set.opens === "side";
  const [width, height] = turned ? [contents.height, contents.width] : [contents.width, contents.height];
  const across = roundUp(flatPocket(width, thickness, set.play), grid);
  // at its mouth the paper need not reach round
  // round what is thick the tab over it stands like a wall, half its paper into the room
  const spine = set.closure === "mouth" && thickness > ONE_SCORE_UP_TO ? stock.caliper / 2 : 0;
  const whole = roundUp(flatPocket(height, thickness / 2, set.play) + spine, grid);
  const up = set.back === "auto" ? whole : Math.max(2 * leastOn(grid), roundUp(set.back, grid));
  const asked = roundUp(unlessSet(set.front, roundNear(FRONT_PART * Math.min(up, whole), grid)), grid);
  const tab = Math.min(roundUp(set.tab, grid), across / 2 - 2);
  return { turned, height, across, whole, spine, up, asked, tab, shape: tabShape(tab, stock) };
}

/** The front's upper edge: straight, cut for a thumb, or drawn in, which is a hold by itself. */
export function mouthOf({ settings: set }: SideTab, across: number, high: number) {
  const dips = set.mouth === "dip";
  const dip = dips ? Math.min(across * DIP_PART, high / 3) : 0;
  const cut = dips ? 0 : set.thumb;
  return {
    edge: dips ? arched(-dip) : cut > 0 ? thumbCut(cut) : undefined,
    /** mm it is cut in */
    deep: dip + cut,
    /** a mouth that dips leaves less to hide a tab behind: as much less as it has dipped at the tab's inner edge */
    bared: (tab: number): number => 4 * dip * (tab / across) * (1 - tab / across),
    figure: (on: Edge) => (cut > 0 ? past(on, -cut, 0.5) : undefined),
    leaves: thumbLeaves(cut, across, high),
  };
}

/** Where things lie in it, on the panel that is drawn first. */
export function heldOn(
  input: SideTab,
  on: Rectangle,
  { isOpen, walled }: { readonly isOpen: boolean; readonly walled: boolean },
): Held {
  const { contents, settings: set } = input;
  const { turned, height, across, whole, spine, up } = sizesOf(input);
  return {
    ...{ on, across, up: Math.max(up, whole) - (walled ? spine : 0), turned: turned ? 90 : 0, asks: "play" },
    ...(isOpen && { open: "one", at: [across / 2, (contents.thickness + set.play + height) / 2] }),
  };
}

/** What is looked after: enough is covered, and a thumb cut leaves enough. */
export const looked = (input: SideTab, high: number) => {
  const { height, across } = sizesOf(input);
  return [frontCovers(high, height), ...mouthOf(input, across, high).leaves];
};
