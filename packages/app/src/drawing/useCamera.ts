/**
 * Wheel, pinch, drag and keys that come nearer to a drawing. While a hand is at it the drawing is carried as it stands; it is
 * drawn anew, with its letters at their own size, once the hand rests.
 */
import type { Point, Size } from "@cut-fold/core";
import {
  type DOMAttributes,
  type KeyboardEvent,
  type MouseEvent,
  type PointerEvent,
  type RefObject,
  useCallback,
  useEffect,
  useLayoutEffect,
  useMemo,
  useRef,
  useState,
} from "react";
import { between, type Camera, FITTED, movedBy, zoomedAt } from "./camera.ts";

/** What can be asked of it from outside: by buttons. */
export interface CameraHandle {
  readonly nearer: (by: number) => void;
  readonly fit: () => void;
}

/** What the drawing hears; nothing while it is scrolled or held. */
type CameraHandlers = Pick<
  DOMAttributes<HTMLElement>,
  "onPointerDown" | "onPointerMove" | "onPointerUp" | "onPointerCancel" | "onKeyDown" | "onClickCapture"
>;

/** ms without a move after which it is drawn anew */
const REST_MS = 120;
/** px a pointer moves before a press is a drag */
const STILL_PX = 4;
/** How much nearer a step of a key is, and px it moves. */
const STEP = 1.25;
const STEP_PX = 60;
/** How much nearer for a px that a wheel is turned. */
const WHEEL = 0.0016;
const PINCH = 6;
const LINE_PX = 16;

/**
 * @param box what is looked at, which has the focus for keys
 * @param layer what is carried
 * @param isOff nothing is moved about: it is scrolled, or held by a hand
 */
export function useCamera(
  box: RefObject<HTMLElement | null>,
  layer: RefObject<SVGGElement | null>,
  size: Size,
  isOff: boolean,
) {
  const [camera, setCamera] = useState(FITTED);
  const live = useRef(FITTED);
  const drawn = useRef(FITTED);
  const rest = useRef<ReturnType<typeof setTimeout> | undefined>(undefined);
  useLayoutEffect(() => {
    drawn.current = camera;
    live.current = camera;
    layer.current?.removeAttribute("transform");
  }, [camera, layer]);
  useEffect(() => () => clearTimeout(rest.current), []);
  const go = useCallback(
    (next: Camera, at: "once" | "while"): void => {
      live.current = next;
      clearTimeout(rest.current);
      if (at === "once") {
        // what is drawn for it already is only let go of: nothing is drawn anew for that
        if (next === drawn.current) layer.current?.removeAttribute("transform");
        setCamera(next);
        return;
      }
      const [part, dx, dy] = between(drawn.current, next, size);
      layer.current?.setAttribute("transform", `matrix(${[part, 0, 0, part, dx, dy].join(" ")})`);
      rest.current = setTimeout(() => setCamera(next), REST_MS);
    },
    [layer, size],
  );
  const nearer = useCallback(
    (by: number): void => go(zoomedAt(live.current, by, [size.width / 2, size.height / 2], size), "once"),
    [go, size],
  );
  const fit = useCallback((): void => go(FITTED, "once"), [go]);

  useEffect(() => {
    const element = box.current;
    if (!element || isOff || size.width === 0) return undefined;
    const onWheel = (event: WheelEvent): void => {
      event.preventDefault();
      const turned = event.deltaMode === WheelEvent.DOM_DELTA_LINE ? event.deltaY * LINE_PX : event.deltaY;
      // a pinch on a trackpad comes as a wheel with the key held, in smaller steps
      const by = Math.exp(-turned * WHEEL * (event.ctrlKey ? PINCH : 1));
      go(zoomedAt(live.current, by, placeIn(element, event), size), "while");
    };
    // React's own wheel cannot keep the page from scrolling
    element.addEventListener("wheel", onWheel, { passive: false });
    return () => {
      element.removeEventListener("wheel", onWheel);
    };
  }, [box, go, isOff, size]);

  const hand = useRef<Hand>({ down: new Map(), begun: undefined, isMoving: false });
  const begin = (): void => {
    const { down } = hand.current;
    hand.current.begun = down.size > 0 ? { camera: live.current, ...spreadOf(down) } : undefined;
  };
  const onPointerDown = (event: PointerEvent<HTMLElement>): void => {
    // a figure, a thing or a field has it already
    const own = event.target instanceof Element && event.target.closest("input, button, a");
    if (event.defaultPrevented || own || (event.pointerType === "mouse" && event.button !== 0)) return;
    const { down } = hand.current;
    if (down.size === 0) hand.current.isMoving = false;
    down.set(event.pointerId, placeIn(event.currentTarget, event));
    begin();
  };
  const onPointerMove = (event: PointerEvent<HTMLElement>): void => {
    const { down, begun } = hand.current;
    if (!down.has(event.pointerId) || !begun) return;
    down.set(event.pointerId, placeIn(event.currentTarget, event));
    const { middle, spread } = spreadOf(down);
    const [dx, dy] = [middle[0] - begun.middle[0], middle[1] - begun.middle[1]];
    if (!hand.current.isMoving && down.size < 2 && Math.hypot(dx, dy) < STILL_PX) return;
    if (!hand.current.isMoving) event.currentTarget.setPointerCapture(event.pointerId);
    hand.current.isMoving = true;
    const isPinch = begun.spread > 0 && spread > 0;
    const nearer = isPinch ? zoomedAt(begun.camera, spread / begun.spread, begun.middle, size) : begun.camera;
    go(movedBy(nearer, dx, dy, size), "while");
  };
  const onPointerUp = (event: PointerEvent<HTMLElement>): void => {
    if (hand.current.down.delete(event.pointerId)) begin();
  };
  const onKeyDown = (event: KeyboardEvent<HTMLElement>): void => {
    if (event.target !== event.currentTarget || event.altKey || event.metaKey || event.ctrlKey) return;
    const way = KEYS[event.key];
    if (!way) return;
    event.preventDefault();
    go(way(live.current, size), "once");
  };
  const handlers: CameraHandlers = isOff
    ? {}
    : {
        ...{ onPointerDown, onPointerMove, onPointerUp, onPointerCancel: onPointerUp, onKeyDown },
        // what was moved was not pressed
        onClickCapture: (event: MouseEvent): void => {
          if (hand.current.isMoving) event.stopPropagation();
          hand.current.isMoving = false;
        },
      };
  return { camera, handle: useMemo(() => ({ nearer, fit }), [nearer, fit]), handlers };
}

/** What presses the drawing at the moment, and how it began. */
interface Hand {
  readonly down: Map<number, Point>;
  begun: { readonly camera: Camera; readonly spread: number; readonly middle: Point } | undefined;
  isMoving: boolean;
}

const placeIn = (element: Element, { clientX, clientY }: Pick<MouseEvent, "clientX" | "clientY">): Point => {
  const { left, top } = element.getBoundingClientRect();
  return [clientX - left, clientY - top];
};
/** Where one or two fingers are, and how far apart. */
function spreadOf(down: ReadonlyMap<number, Point>): { readonly middle: Point; readonly spread: number } {
  const [first = [0, 0], second = first] = [...down.values()];
  const [[ax, ay], [bx, by]]: readonly [Point, Point] = [first, second];
  return { middle: [(ax + bx) / 2, (ay + by) / 2], spread: Math.hypot(ax - bx, ay - by) };
}

const nearerBy =
  (by: number) =>
  (camera: Camera, size: Size): Camera =>
    zoomedAt(camera, by, [size.width / 2, size.height / 2], size);
const moved =
  (dx: number, dy: number) =>
  (camera: Camera, size: Size): Camera =>
    movedBy(camera, dx, dy, size);
const KEYS: Readonly<Record<string, (camera: Camera, size: Size) => Camera>> = {
  "+": nearerBy(STEP),
  "=": nearerBy(STEP),
  "-": nearerBy(1 / STEP),
  "0": () => FITTED,
  ArrowLeft: moved(STEP_PX, 0),
  ArrowRight: moved(-STEP_PX, 0),
  ArrowUp: moved(0, STEP_PX),
  ArrowDown: moved(0, -STEP_PX),
};
