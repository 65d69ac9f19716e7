/**
 * A card that folds once, as other cards begin with it: drawn from outside, its back first.
 *
 *   ┌───────┬───────┐        ┌───────┐
 *   │ back  ¦ front │ h      │ back  │ h       at the side, or at the top
 *   └───────┴───────┘        ├╌╌╌╌╌╌╌┤
 *       w   ¦   w            │ front │ h
 *                            └───────┘
 */
import type { Point } from "../../geometry/point.ts";
import { choice } from "../../model/setting.ts";
import { opens } from "../../paper/motion.ts";
import { tapered } from "../../paper/shape.ts";
import { flap, panel } from "../../paper/panel.ts";
import { roundDown } from "../../units/ruler.ts";
import { type DraftInput, type Ground, ground } from "../form.ts";

/** The setting. */
export const foldsAt = () =>
  choice("Folds", { side: "At the side", top: "At the top" }, "side", "Where the card's fold lies.");

/** The finished size as the ruler sets it: a smaller card still fits its envelope. */
export const cardSize = ({ contents, setup: { grid } }: Pick<DraftInput, "contents" | "setup">) => ({
  w: roundDown(contents.width, grid),
  h: roundDown(contents.height, grid),
});

/** The card, its front folded in this order; `frontAt` is where the front lies in the drawing, its lower left. */
export function foldedCard(input: DraftInput<{ readonly fold: "side" | "top" }>, order = 1) {
  const { w, h } = cardSize(input);
  const side = input.settings.fold === "side";
  const back = panel("back", "Back", w, h);
  const hung = side ? back.right : back.bottom;
  const front = flap("front", "Front", hung, tapered({ deep: side ? w : h }), { order, angle: -180 });
  const frontAt: Point = side ? [w, 0] : [0, -h];
  return { w, h, side, back, front, frontAt, motions: [opens("open", "Open the card", front)] };
}

/** Its two panels, outside and inside, read as it stands; and what lies on the front, if that is a ground too. */
export function foldedGrounds(fold: unknown, ...more: readonly Ground[]): readonly Ground[] {
  const turned = fold === "top" ? 180 : 0;
  return [ground("front", "Front", 0, turned), ...more, ground("back", "Back", turned, turned)];
}
