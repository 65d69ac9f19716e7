/**
 * Easel strut: a leg glued behind a card, so that it stands leaning back.
 *
 *     ┌────────┐ glued        card ╲    score
 *     ├╌╌╌╌╌╌╌╌┤ score              ╲╲             The card leans back by a few degrees. The leg is hinged so far up its
 *     │        │                     ╲ ╲ leg       back, and reaches the table behind it: how long it is follows from where
 *     │  leg   │ long                 ╲ ╲          its foot stands. Its foot is cut to lie flat on the table.
 *     └────────┘                       ╲__╲
 */
import { z } from "zod";
import { autoMm, mm, number } from "../model/setting.ts";
import { depthOf, heightOf, widthOf } from "../paper/figure.ts";
import { needs } from "../paper/said.ts";
import { TAPE_MARGIN } from "../paper/seam.ts";
import { flap, panel } from "../paper/panel.ts";
import { sheet } from "../paper/sheet.ts";
import { tapered } from "../paper/shape.ts";
import { roundDown, roundUp } from "../units/ruler.ts";
import { defineForm, unlessSet } from "./form.ts";
import { FORM_TITLES } from "./titles.ts";

const settings = z.strictObject({
  lean: number("Leans back", 12, [5, 25], "°", "Off the upright: the more it leans, the further back its foot stands."),
  hinged: autoMm("Hinge", [20, 300], "How far above the table the leg is hinged; two thirds of the card unless set.", {
    follows: "height",
  }),
  legWide: autoMm("Leg", [15, 200], "How wide the leg is; two fifths of the card unless set.", { follows: "width" }),
  gluedHigh: mm("Glued part", 20, [12, 60], "How high the part is that is glued on the card's back."),
});

/** Where the hinge is, how wide the leg, and how far behind the card its foot stands, in parts of the card and of the hinge. */
const HINGE_PART = 2 / 3;
const WIDE_PART = 2 / 5;
const BEHIND_PART = 0.55;
/** Its middle stands so far (mm) inside of where it would fall back. */
const STANDS_MM = 3;
/** The glued part ends so far below the card's upper edge. */
const BELOW_EDGE = 3;

/** A leg for a card that stands. */
export const easelStrut = defineForm({
  id: "easel-strut",
  title: FORM_TITLES["easel-strut"],
  purpose: "part",
  about: "A leg glued behind a card, so that it stands leaning back.",
  settings,
  outside: "front",
  heaviest: 350,
  usualStock: "cover-300",
  draft({ contents: { width, height }, settings: set, setup: { grid } }) {
    const glued = roundUp(Math.min(set.gluedHigh, height / 4), grid);
    const most = height - glued - BELOW_EDGE;
    const up = Math.min(unlessSet(set.hinged, roundDown(height * HINGE_PART, grid)), roundDown(most, grid));
    const wide = roundUp(Math.min(unlessSet(set.legWide, width * WIDE_PART), width), grid);
    // the hinge stands behind the card's foot by its lean; the leg's foot as far again, and more
    const lean = (set.lean * Math.PI) / 180;
    const [behind, above] = [up * Math.sin(lean), up * Math.cos(lean)];
    const out = behind + up * BEHIND_PART;
    const long = Math.hypot(out - behind, above);
    const tab = panel("glued", "Glued part", wide, glued);
    // from lying on the card's back to standing off it: what the lean and the leg's own slant make together
    const open = lean + Math.asin((out - behind) / long);
    const leg = flap("leg", "Leg", tab.bottom, tapered({ deep: long, slope: 0.06 }), {
      order: 1,
      angle: (open * 180) / Math.PI,
    });
    return {
      sheets: [sheet("strut", "Easel strut", [tab, leg], { grid })],
      size: { width: wide, height: long },
      figures: {
        legWide: widthOf(tab),
        gluedHigh: heightOf(tab, 0.8),
        hinged: heightOf(tab, 0.2, { value: up, lights: ["score-leg"] }),
      },
      measured: { leg: depthOf(leg) },
      // upright, its middle stands over the ground between its foot and the leg's
      covers: [
        needs("hinged", out, (height / 2) * Math.sin(lean) + STANDS_MM, "falls-back", {
          mends: Math.min(
            most,
            roundUp(((height / 2) * Math.sin(lean) + STANDS_MM) / (Math.sin(lean) + BEHIND_PART), grid),
          ),
          button: "hinge-higher",
        }),
      ],
      finish: {
        ...{ kind: "glue", code: "glue-strut", measure: up },
        facts: { degrees: Math.round((open * 180) / Math.PI), lean: set.lean },
        held: { run: wide, wide: glued - 2 * TAPE_MARGIN },
      },
    };
  },
});
