/**
 * Mask: a frame for inking or stamping, and its opposite from the same cut.
 *
 *     ┌───────────────┐   margin: the frame reaches past the card so that no ink gets round it
 *     │  ┌─────────┐  │
 *     │  │ window  │  │   border: what the frame covers of the card all round
 *     │  │         │  │
 *     │  └─────────┘  │   The window that drops out is the opposite: it covers the middle and leaves the border free.
 *     └───────────────┘
 */
import { z } from "zod";
import { shapes } from "../catalogue/shapes.ts";
import { placePath } from "../geometry/path.ts";
import { mm } from "../model/setting.ts";
import { heightOf, stripOf, widthOf } from "../paper/figure.ts";
import { windowIn } from "../paper/hole.ts";
import { outlined, panel } from "../paper/panel.ts";
import type { Said } from "../paper/said.ts";
import { sheet } from "../paper/sheet.ts";
import { roundDown, someDown } from "../units/ruler.ts";
import { maskOpening } from "./builds/maskOpening.ts";
import { defineForm, type InputOf } from "./form.ts";
import { outlineChoice, ownOutline } from "./shared/outlines.ts";
import { FORM_TITLES } from "./titles.ts";

const settings = z.strictObject({
  border: mm("Border", 10, [0, 150], "What the frame covers of the card, the same all round."),
  margin: mm("Past the card", 15, [0, 60], "How far the frame reaches past the card's edges."),
  shape: outlineChoice("Window", shapes, "rectangle", "The shape that is left open."),
  drawn: ownOutline(),
  cornerRadius: mm("Round the corners", 0, [0, 60], "Of the window."),
});

function draft({ contents, stock, settings: set, setup: { grid } }: InputOf<typeof settings>): Said {
  // the card is as large as it is, on whatever ruler it was made
  const card = { width: contents.width, height: contents.height };
  const most = Math.min(card.width, card.height) / 2 - 5;
  const border = set.border === 0 ? 0 : Math.min(someDown(2 * set.border, grid) / 2, most);
  const margin = roundDown(set.margin, grid);
  const window = { width: card.width - 2 * border, height: card.height - 2 * border };
  const opening = () => maskOpening(set, card, border);
  const inset = margin + border;
  const frame = panel("frame", "Mask", card.width + 2 * margin, card.height + 2 * margin);
  const opposite = outlined("opposite", "Its opposite", window, opening);
  const cuts = () => [
    windowIn("window", frame, placePath(opening(), { x: inset, y: inset, rotation: 0, flip: false })),
  ];
  // the card's own left edge under the frame, and the window's two sizes
  const edge = { panel: "frame", from: [margin, frame.height] as const, to: [margin, 0] as const };
  const lights = ["window"];
  const across = widthOf(frame, 0.4, { value: window.width, lights });
  const down = heightOf(frame, 0.6, { value: window.height, lights });
  return {
    sheets: [
      sheet("frame", "Mask", [frame], { cuts }),
      sheet("opposite", "Its opposite", [opposite], { within: "frame" }),
    ],
    finished: { ...card, thickness: stock.caliper },
    figures: { border: { ...stripOf(edge, border, 0.5), lights } },
    measured: {
      "window-width": { ...across, from: [inset, across.from[1]], to: [frame.width - inset, across.to[1]] },
      "window-height": { ...down, from: [down.from[0], inset], to: [down.to[0], frame.height - inset] },
    },
  };
}

/** A frame that keeps a margin free while one stamps or inks. */
export const mask = defineForm({
  id: "mask",
  title: FORM_TITLES.mask,
  purpose: "part",
  about: "A frame for inking, and the piece that drops out of it.",
  settings,
  outside: "front",
  heaviest: 300,
  draft,
});
