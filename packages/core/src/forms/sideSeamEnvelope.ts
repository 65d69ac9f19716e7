/**
 * Side-seam envelope: a cross cut from a rectangle, its opening on the long side.
 *
 *              ┌────────────┐
 *              │    top     │        The front (bottom flap) folds up over two narrow side flaps
 *       ┌──────┼────────────┼──────┐ and is glued to them. Shapes and figures: `sideSeam.ts`.
 *       │ left │    body    │ right│
 *       └──────┼────────────┼──────┘
 *              │   bottom   │
 *              └────────────┘
 */
import { envelopeGrounds } from "./shared/custom.ts";
import { defineForm } from "./form.ts";
import { draftSideSeam, sideSeamSettings } from "./shared/sideSeam.ts";
import { FORM_TITLES } from "./titles.ts";

/** An envelope with side flaps under its front and a flap on its long side. */
export const sideSeamEnvelope = defineForm({
  id: "side-seam-envelope",
  title: FORM_TITLES["side-seam-envelope"],
  purpose: "envelope",
  about: "Cut from a rectangle, scored by hand; the front is glued to two narrow side flaps.",
  settings: sideSeamSettings,
  outside: "back",
  grounds: envelopeGrounds,
  heaviest: 200,
  draft: (input) => draftSideSeam(input, "long"),
});
