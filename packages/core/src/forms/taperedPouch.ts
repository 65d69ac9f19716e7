/**
 * Tapered pouch: wider above than below, with an oval mouth and an arched handle.
 *
 *          ╭──────────╮   handle, of a paper of its own, glued behind the back
 *        ╭─╯          ╰─╮
 *   tab ╱┌──╲________╱──┐╲     Of two papers: the back is the outline alone, the front has three tabs glued on it.
 *      ╱ │    front     │ ╲
 *      ╲  ╲            ╱  ╱    Of one sheet: a base and two walls stand between back and front, for what is thick.
 *       ╲──╲__________╱──╱
 *           ╲________╱ tab
 */
import { laid, needs, type Said } from "../paper/said.ts";
import { past } from "../paper/figure.ts";
import { leaning } from "../paper/panel.ts";
import { roundUp } from "../units/ruler.ts";
import { type Pouch, pouchSettings, sizesOf } from "./builds/pouch.ts";
import { FROM_SIDE, GLUED, HAND, handHole, handleFor } from "./builds/pouchHandles.ts";
import { pouchOfOne } from "./builds/pouchOfOne.ts";
import { pouchOfTwo } from "./builds/pouchOfTwo.ts";
import { defineForm, ground } from "./form.ts";
import { cutFrom } from "./shared/papers.ts";
import { FORM_TITLES } from "./titles.ts";

/** What is inside stands no higher than the lowest place of the mouth, and a hole for the hand keeps enough paper above it. */
function watched({ contents, settings: set, setup }: Pouch, { front, dip, below }: ReturnType<typeof sizesOf>) {
  const mends = roundUp(contents.height + below + dip, setup.grid);
  const lower = { mends: HAND.least, button: "hole-lower" };
  return [
    needs("front", front - dip - below, contents.height, "stands-out", { mends, button: "cover-more" }),
    ...(set.handle === "hand" ? [needs("handOff", set.handOff, HAND.least, "handle-torn", lower)] : []),
  ];
}

/** Thicker contents (mm) push flat paper out of shape (geometry notes: "advise depth when t > 6 mm"). */
const FLAT_UP_TO = 6;

function draft(input: Pouch): Said {
  const { contents, settings: set, setup } = input;
  const sizes = sizesOf(input);
  const { foot, high, below, slope, walled, wide, deep } = sizes;
  const back = leaning("back", "Back", { foot, flare: set.flare, high });
  const strip = { wide, strip: roundUp(set.handleWide, setup.grid), high: set.handleHigh };
  const handles = set.handle === "arch" ? [handleFor({ ...strip, ...cutFrom(set.handlePaper) })] : [];
  const hole = set.handle === "hand" ? [handHole(back, Math.min(HAND.wide, foot - 2 * FROM_SIDE), set.handOff)] : [];
  const built = (walled ? pouchOfOne : pouchOfTwo)(input, back, hole);
  // it widens upwards: at its foot what is inside has the least room
  const ply = walled ? input.stock.caliper : 0;
  // from face to face, where it has walls
  const across = foot + 2 * slope * below - ply;
  return {
    sheets: [...built.sheets, ...handles.map((h) => h.made)],
    joins: [
      ...(built.joins ?? []),
      ...handles.map((h) =>
        laid(h.made, back, "back", { at: [(wide + h.span) / 2, high - GLUED], told: "glue-handle" }),
      ),
    ],
    glue: [...built.glue, ...handles.flatMap((h) => h.legs)],
    holds: {
      ...{ on: built.on, across, up: built.on.height, open: "one", asks: "play", loose: true },
      ...(walled && { depth: deep - ply }),
      at: [built.on.width / 2, below + contents.height / 2],
      gap: {
        width: across - contents.width - (walled ? 0 : contents.thickness),
        height: 0,
        depth: walled ? deep - ply - contents.thickness : 0,
      },
    },
    covers: watched(input, sizes),
    figures: {
      ...built.figures,
      flare: past({ panel: "back", from: [0, high], to: [set.flare, high] }, -0.001, 0.5, { value: set.flare }),
    },
  };
}

/** A pouch for treats, wider above than below. */
export const taperedPouch = defineForm({
  id: "tapered-pouch",
  title: FORM_TITLES["tapered-pouch"],
  purpose: "treat",
  about: "Wider above than below, with an oval mouth and an arched handle.",
  settings: pouchSettings,
  outside: "back",
  grounds: ({ build }) => [ground("front", "Front", build === "one" ? 180 : 0), ground("back", "Back")],
  // what is thick takes walls
  usual: ({ contents: { thickness } }) => ({ build: thickness > FLAT_UP_TO ? "one" : "two" }),
  walled: { setting: "build", as: "one" },
  heaviest: 250,
  draft,
});
