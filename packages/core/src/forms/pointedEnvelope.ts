/**
 * Pointed (baronial) envelope: four pointed flaps that meet near the centre.
 *
 *                  ╱╲
 *                ╱    ╲   top          Each flap rises straight for `shoulder`, then slants to its tip.
 *               ┌──────┐                The bottom flap's slants are glued to the side flaps under them;
 *             ╱ │      │ ╲              the shoulders are what makes the seam wide enough.
 *      left ◁   │ body │   ▷ right
 *             ╲ │      │ ╱
 *               └──────┘
 *                ╲    ╱   bottom
 *                  ╲╱
 */
import { z } from "zod";
import { autoMm, mm } from "../model/setting.ts";
import { depthOf, roundingOf, stripOf } from "../paper/figure.ts";
import { glued } from "../paper/seam.ts";
import { pointedTo } from "../paper/shape.ts";
import { type Edge, flap, panel } from "../paper/panel.ts";
import { roundUp, someDown } from "../units/ruler.ts";
import { defineForm } from "./form.ts";
import { bodyFor, ROOM, roomSettings } from "./shared/body.ts";
import { closures } from "./shared/closure.ts";
import { envelopeGrounds, SEAM, SHORT_OF_FOLD } from "./shared/custom.ts";
import { envelope } from "./shared/envelope.ts";
import { FORM_TITLES } from "./titles.ts";

const settings = z.strictObject({
  ...roomSettings,
  glueStrip: mm(
    "Glue strip",
    10,
    [6, 20],
    "Along the slants of the bottom flap. Tape keeps a margin from both its edges.",
  ),
  shoulder: mm("Shoulder", 14, [6, 40], "How far each flap rises before it slants: more makes a wider seam."),
  topFlap: autoMm("Top flap", [15, 300], "How far the top flap reaches; 62 % of the height unless set.", {
    follows: "height",
  }),
  closure: closures("none", "string", "seal", "band"),
  cornerRadius: mm("Round the tips", 6, [0, 20], "Radius of the rounding at each tip."),
});

/** Bottom and top flaps reach past the middle and so overlap by about a quarter of the height. */
const REACH_PART = 0.62;
/** Side flaps stop short of the middle, so that they fold into one ply. */
const SIDE_PART = 0.46;

/** An envelope of four flaps that meet in points. */
export const pointedEnvelope = defineForm({
  id: "pointed-envelope",
  title: FORM_TITLES["pointed-envelope"],
  purpose: "envelope",
  about: "Four pointed flaps that meet near the centre: the formal one.",
  settings,
  outside: "back",
  grounds: envelopeGrounds,
  heaviest: 160,
  draft(input) {
    const { contents, stock, settings: set, setup } = input;
    const { grid } = setup;
    const { across, up, turned, relief } = bodyFor(contents, stock, set, setup, "long");
    const side = someDown(Math.min(SIDE_PART * across, across / 2 - 2), grid);
    const most = someDown(up - SHORT_OF_FOLD, grid);
    const reach = Math.min(roundUp(Math.max(REACH_PART * up, up / 2 + SEAM), grid), most);
    const tip = (deep: number) =>
      pointedTo(deep, { relief, round: set.cornerRadius, shoulder: Math.min(set.shoulder, deep - 4) });

    const body = panel("body", "Front", across, up);
    const left = flap("left", "Left flap", body.left, tip(side), { order: 1 });
    const right = flap("right", "Right flap", body.right, tip(side), { order: 1 });
    const bottom = flap("bottom", "Bottom flap", body.bottom, tip(reach), { order: 2 });
    const closing = set.topFlap === "auto" ? reach : roundUp(set.topFlap, grid);
    const top = flap("top", "Top flap", body.top, tip(closing), { order: 3 });
    const wide = set.glueStrip;
    const along = (edge: Edge) => ({ strip: { along: edge, wide }, widens: "glueStrip" });
    const seams = [glued(bottom, left, along(bottom.start)), glued(bottom, right, along(bottom.end))];
    return {
      ...envelope(input, { body, left, right, bottom, top, pointed: true }, seams),
      holds: { on: body, across, up, turned, closes: [top], asks: ROOM },
      figures: { topFlap: depthOf(top), glueStrip: stripOf(bottom.start, wide), cornerRadius: roundingOf(left) },
    };
  },
});
