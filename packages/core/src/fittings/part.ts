/**
 * Part: a whole form laid on a panel. A pocket inside a card, a small envelope on its front, a tag: with its own settings,
 * contents and steps.
 *
 *   ┌─────────────────┐
 *   │   ┌─────────┐   │     Its first panel is what lies on the ground, with the side down that nothing folds over.
 *   │   │  form   │   │     It is folded, glued and filled before what it lies on closes over it.
 *   │   └─────────┘   │
 *   └─────────────────┘
 */
import { z } from "zod";
import { defineKind } from "./kind.ts";

/** A whole form laid on a panel, with its own settings and contents. */
export const part = defineKind({
  id: "part",
  title: "Holder or part",
  about: "A whole pocket, envelope or tag of its own.",
  asks: ["stock", "raised", "form"],
  settings: z.object({}),
});
