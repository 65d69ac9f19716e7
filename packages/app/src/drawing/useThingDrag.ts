/** Dragging a thing on a panel: where it is let go becomes a rule, and while it moves it snaps from rule to rule. */
import { besideOn, invert, type Lying, place, type Point, type Drawing, snapped } from "@cut-fold/core";
import { type PointerEvent, useRef } from "react";
import { beginDrag, change, endGesture, useOpenDraft } from "../store/openDraft.ts";
import { drawingNow } from "../store/heavy.ts";
import type { View } from "./view.ts";

/** px within which a thing snaps to a rule */
const REACH_PX = 7;
/** px a pointer moves before a press is a drag */
const STILL_PX = 3;

interface DraggedThing {
  readonly id: string;
  readonly start: Point;
  readonly corner: Point;
  moved: boolean;
}

const lyingIn = ({ fittings }: Drawing, id: string): Lying | undefined => fittings.find((f) => f.id === id);

/** Handlers for things on the main piece; `onHold` keeps the drawing's scale while one is dragged. */
export function useThingDrag(view: View, onHold: (held: boolean) => void, onPress: (id: string) => void) {
  const drag = useRef<DraggedThing | undefined>(undefined);
  const waiting = useRef<number | undefined>(undefined);
  const onPointerDown = (id: string, event: PointerEvent<SVGElement>): void => {
    const spec = useOpenDraft.getState().draft?.spec;
    const lying = spec && lyingIn(drawingNow(spec), id);
    if (!lying || event.button !== 0) return;
    event.preventDefault();
    event.currentTarget.setPointerCapture(event.pointerId);
    drag.current = { id, start: [event.clientX, event.clientY], corner: lying.corner, moved: false };
  };
  const follow = (held: DraggedThing, by: Point): void => {
    const spec = useOpenDraft.getState().draft?.spec;
    const solution = spec && drawingNow(spec);
    const lying = solution && lyingIn(solution, held.id);
    if (!lying) return;
    // from the screen to the ground's own axes
    const [u, v] = place(by, { ...invert(lying.onBase), x: 0, y: 0 });
    const { place: rule } = snapped({
      ground: lying.ground,
      thing: lying,
      corner: [held.corner[0] + u, held.corner[1] + v],
      others: besideOn(solution.fittings, lying),
      grid: solution.grid,
      reach: REACH_PX / view.k,
    });
    change([
      { at: ["fittings", held.id, "at", "x"], value: rule.x },
      { at: ["fittings", held.id, "at", "y"], value: rule.y },
    ]);
  };
  const onPointerMove = (event: PointerEvent<SVGElement>): void => {
    const held = drag.current;
    if (!held) return;
    const [dx, dy] = [event.clientX - held.start[0], event.clientY - held.start[1]];
    if (!held.moved) {
      if (Math.hypot(dx, dy) < STILL_PX) return;
      held.moved = true;
      onPress(held.id);
      beginDrag();
      onHold(true);
    }
    if (waiting.current !== undefined) cancelAnimationFrame(waiting.current);
    waiting.current = requestAnimationFrame(() => {
      waiting.current = undefined;
      follow(held, [dx / view.k, -dy / view.k]);
    });
  };
  const onPointerUp = (event?: PointerEvent<SVGElement>): void => {
    const held = drag.current;
    if (!held) return;
    drag.current = undefined;
    // arrow keys go on where the hand let go
    event?.currentTarget.closest<HTMLElement>(".flat")?.focus({ preventScroll: true });
    if (!held.moved) {
      onPress(held.id);
      return;
    }
    endGesture();
    onHold(false);
  };
  return { onPointerDown, onPointerMove, onPointerUp, onPointerCancel: () => onPointerUp() };
}
