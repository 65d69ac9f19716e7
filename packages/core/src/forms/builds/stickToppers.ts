/**
 * What goes on a treat's stick above its holder: a tag that is threaded by two slits, or a band glued round it as a flag.
 *
 *   ┌──────────┐        ┌──────┬─┬──────┐
 *   │  │    │  │        │ end  ¦ ¦ other│  between two scores it goes round the stick
 *   └──────────┘        └──────┴─┴──────┘
 */
import { slit } from "../../paper/hole.ts";
import type { Finish } from "../../paper/said.ts";
import { TAPE_MARGIN } from "../../paper/seam.ts";
import { rounded, tapered } from "../../paper/shape.ts";
import { flap, panel } from "../../paper/panel.ts";
import { sheet, type Sheet } from "../../paper/sheet.ts";
import { roundUp } from "../../units/ruler.ts";

/** A tag on the stick, mm, and the slits it is threaded by. */
const TAG = { width: 40, height: 24, corner: 4, slit: 5 } as const;
/** A seal band's ends, mm. */
const FLAG = { long: 35, wide: 15 } as const;
/** What goes round a stick is so much longer, mm. */
export const STICK_SLACK = 1;

/** A topper and what is done last. */
interface Topper {
  readonly sheets: readonly Sheet[];
  readonly finish: Finish;
}

/** The topper for a stick so thick, mm. */
export function topperFor(kind: "none" | "tag" | "flag", stick: number, grid: number): Topper {
  const tied = { kind: "close", code: "tie-round-stick" } as const;
  if (kind === "none") return { sheets: [], finish: tied };
  return kind === "tag"
    ? { sheets: [threaded(stick)], finish: { ...tied, code: "tie-and-tag" } }
    : flagged(stick, grid);
}

function threaded(stick: number): Sheet {
  const tag = panel("tag", "Tag", TAG.width, TAG.height, { corners: rounded(TAG.corner) });
  const slits = [-1, 1].map((side) => {
    const x = TAG.width / 2 + side * TAG.slit;
    const half = stick / 2 + STICK_SLACK;
    return slit(side < 0 ? "left-slit" : "right-slit", tag, [x, TAG.height / 2 - half], [x, TAG.height / 2 + half]);
  });
  return sheet("tag", "Tag", [tag], { cuts: slits });
}

/** Two ends that meet as a flag, and between them what goes round the stick, scored on both sides. */
function flagged(stick: number, grid: number): Topper {
  const end = panel("flag-end", "Flag", roundUp(FLAG.long, grid), roundUp(FLAG.wide, grid));
  const round = tapered({ deep: roundUp(Math.PI * stick, grid) });
  const spine = flap("flag-spine", "Round the stick", end.right, round, { order: 1, angle: 90 });
  const other = flap("flag-other", "Other end", spine.tip, tapered({ deep: end.width }), { order: 1, angle: 90 });
  const held = { run: end.width, wide: end.height - 2 * TAPE_MARGIN };
  return {
    sheets: [sheet("flag", "Seal band", [end, spine, other])],
    finish: { kind: "close", code: "tie-and-flag", held },
  };
}
