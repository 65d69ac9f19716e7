/**
 * Open-end envelope: the side-seam envelope with its opening on a short side, for what is pulled out lengthwise.
 *
 *           ┌──────┐
 *           │ top  │
 *        ┌──┼──────┼──┐
 *        │  │      │  │
 *        │l │ body │ r│     Shapes and figures: `sideSeam.ts`.
 *        │  │      │  │
 *        └──┼──────┼──┘
 *           │      │
 *           │bottom│
 *           │      │
 *           └──────┘
 */
import { envelopeGrounds } from "./shared/custom.ts";
import { defineForm } from "./form.ts";
import { draftSideSeam, sideSeamSettings } from "./shared/sideSeam.ts";
import { FORM_TITLES } from "./titles.ts";

/** An envelope that opens at a short side. */
export const openEndEnvelope = defineForm({
  id: "open-end-envelope",
  title: FORM_TITLES["open-end-envelope"],
  purpose: "envelope",
  about: "Opens on a short side, for certificates and long cards.",
  settings: sideSeamSettings,
  outside: "back",
  grounds: envelopeGrounds,
  heaviest: 200,
  draft: (input) => draftSideSeam(input, "short"),
});
