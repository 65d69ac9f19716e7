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
 *
 *        ┌────╱‾‾‾╲──────┐ thumb   Glued straight on a panel it needs no back: three tabs are folded behind the front, and
 *      ╱┌┤     front     ├┐╲       the panel they are glued on is its back.
 *     │  │               │  │ tab
 *      ╲└┼───────────────┼┘╱
 *        └╲─────────────╱┘
 */
import { pocketOnPanel } from "./builds/pocketOnPanel.ts";
import { pocketWithBack } from "./builds/pocketWithBack.ts";
import { sideTabSettings } from "./builds/sideTab.ts";
import { defineForm, ground } from "./form.ts";
import { FORM_TITLES } from "./titles.ts";

/** A pocket open at the top, closed by a tab at each side; it lies on a card or stands alone. */
export const sideTabPocket = defineForm({
  id: "side-tab-pocket",
  title: FORM_TITLES["side-tab-pocket"],
  purpose: "pocket",
  about: "An open pocket: the front folds up and two tabs hold it.",
  settings: sideTabSettings,
  outside: "back",
  // a front that folds up is read upside down
  grounds: ({ behind }) => [ground("front", "Front", behind === "panel" ? 0 : 180)],
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
  draft: (input) => (input.settings.behind === "panel" ? pocketOnPanel(input) : pocketWithBack(input)),
});
