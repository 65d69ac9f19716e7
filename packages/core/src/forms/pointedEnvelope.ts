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
import { pointed, type Shape } from "../paper/shape.ts";
import { flap, panel, sheet } from "../paper/sheet.ts";
import { roundDown, roundUp } from "../units/ruler.ts";
import { bodyFor, ROOM, roomSettings } from "./shared/body.ts";
import { envelopeGrounds, SEAM, SHORT_OF_FOLD } from "./shared/custom.ts";
import { closedWith, closures } from "./shared/closure.ts";
import { defineForm } from "./form.ts";

const settings = z.strictObject({
  ...roomSettings,
  glueStrip: mm("Glue strip", 10, [6, 20], "Along the slants of the bottom flap. Tape must be 3 mm narrower."),
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

/** A pointed flap whose rounded tip reaches `deep`: the blunter the point, the more a rounding takes off it. */
const reaching =
  (deep: number, relief: number, asked: number, shoulder: number): Shape =>
  (long) => {
    const half = long / 2 - relief;
    // a rounding may take at most half the slant; a blunter one would be no point any more
    const round = Math.min(asked, half / 3, (deep - shoulder) / 3);
    let apex = deep;
    for (let i = 0; i < 40; i += 1) apex = deep + round * (Math.hypot(half, apex - shoulder) / half - 1);
    return { ...pointed({ apex, shoulder, relief, round })(long), deep };
  };

/** An envelope of four flaps that meet in points. */
export const pointedEnvelope = defineForm({
  id: "pointed-envelope",
  title: "Pointed envelope",
  purpose: "envelope",
  about: "Four pointed flaps that meet near the centre: the formal one.",
  settings,
  outside: "back",
  grounds: envelopeGrounds,
  heaviest: 160,
  draft({ contents, stock, settings: set, setup }) {
    const { grid } = setup;
    const { across, up, turned, relief } = bodyFor(contents, stock, set, setup, "long");
    const side = Math.max(grid, roundDown(Math.min(SIDE_PART * across, across / 2 - 2), grid));
    const most = Math.max(grid, roundDown(up - SHORT_OF_FOLD, grid));
    const reach = Math.min(roundUp(Math.max(REACH_PART * up, up / 2 + SEAM), grid), most);
    const tip = (deep: number): Shape => reaching(deep, relief, set.cornerRadius, Math.min(set.shoulder, deep - 4));

    const body = panel("body", "Body", across, up);
    const left = flap("left", "Left flap", body.left, tip(side), { order: 1 });
    const right = flap("right", "Right flap", body.right, tip(side), { order: 1 });
    const bottom = flap("bottom", "Bottom flap", body.bottom, tip(reach), { order: 2 });
    const top = flap("top", "Top flap", body.top, tip(set.topFlap === "auto" ? reach : roundUp(set.topFlap, grid)), {
      order: 3,
    });
    const wide = set.glueStrip;
    const flaps = { body, top, bottom, pointed: true, contents, stock, setup } as const;
    const { cuts, sheets, glue, ...shut } = closedWith(set.closure, flaps);
    return {
      ...shut,
      sheets: [
        sheet("envelope", "Envelope", [body, left, right, bottom, top], { rounding: set.cornerRadius, cuts }),
        ...sheets,
      ],
      holds: { on: body, across, up, turned, closes: [top], asks: ROOM },
      glue: [
        glued(bottom, left, { strip: { along: bottom.start, wide }, widens: "glueStrip" }),
        glued(bottom, right, { strip: { along: bottom.end, wide }, widens: "glueStrip" }),
        ...glue,
      ],
      overlaps: [{ flaps: [bottom, top], least: SEAM, clear: SHORT_OF_FOLD, depth: "topFlap" }],
      figures: {
        topFlap: depthOf(top),
        glueStrip: stripOf(bottom.start, wide),
        cornerRadius: roundingOf(left),
      },
    };
  },
});
