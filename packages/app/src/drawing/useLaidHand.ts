/** A piece of a laid sheet in the hand: dragged by pointer, stepped by keys, turned. Where it may lie is asked of core. */
import { GAP_MM, type LaidSheet, type Placement } from "@cut-fold/core";
import type { Hand, Lying } from "@cut-fold/core/hand";
import { type KeyboardEvent, type PointerEvent, useCallback, useMemo, useRef, useState } from "react";
import { tellTrouble } from "../parts/tell.tsx";
import type { LaidShape } from "../workers/layOutDraft.ts";
import { laidKey } from "../workers/laidKey.ts";

/** Where a piece is put. */
export type PutTo = Pick<Placement, "x" | "y" | "rotation">;

/** What is seen while a piece is in the hand. */
export interface InHandNow extends PutTo {
  readonly index: number;
  readonly isFree: boolean;
  /** numbers of what it lies in */
  readonly meets: readonly number[];
}

interface LaidHand {
  readonly now: InHandNow | undefined;
  readonly onPointerDown: (index: number, event: PointerEvent<SVGElement>) => void;
  readonly onPointerMove: (event: PointerEvent<SVGElement>) => void;
  readonly onPointerUp: (event: PointerEvent<SVGElement>) => void;
  readonly onPointerCancel: () => void;
  readonly onKeyDown: (index: number, event: KeyboardEvent<SVGElement>) => void;
}

/** px a piece is drawn to what it can touch from, and how far the pointer goes before it is a drag. */
const PULL_PX = 9;
const DRAG_PX = 3;
/** mm of an arrow key, and how far a piece that is turned is moved to find room. */
const STEP_MM = 1;
const ROOM_MM = 40;

const ARROWS: Readonly<Record<string, { readonly axis: "x" | "y"; readonly by: 1 | -1 }>> = {
  ArrowLeft: { axis: "x", by: -1 },
  ArrowRight: { axis: "x", by: 1 },
  ArrowDown: { axis: "y", by: -1 },
  ArrowUp: { axis: "y", by: 1 },
};

/** core's part for the hand comes with the first piece that is taken hold of */
const handPart = () => import("@cut-fold/core/hand");

/** It has been told where it was made. */
const ignored = (): void => undefined;

/** What lies on a sheet, by its outlines; undefined for a piece that is not known yet. */
const lyingOn = ({ placements }: LaidSheet, shapes: ReadonlyMap<string, LaidShape>): (Lying | undefined)[] =>
  placements.map((placement) => {
    const outlines = shapes.get(laidKey(placement))?.outlines;
    const { x, y, rotation } = placement;
    return outlines && { outlines, x, y, rotation };
  });
const othersOf = (lying: readonly (Lying | undefined)[], index: number): Lying[] =>
  lying.filter((one, i): one is Lying => one !== undefined && i !== index);

/** Where a piece comes to lie when it is turned by a quarter: where it is, else the nearest place; undefined where there is no room. */
export async function turnedByQuarter(
  sheet: LaidSheet,
  index: number,
  shapes: ReadonlyMap<string, LaidShape>,
): Promise<PutTo | undefined> {
  const lying = lyingOn(sheet, shapes);
  const own = lying[index];
  if (!own) return undefined;
  const { Hand: Held, turnedAbout } = await handPart();
  const rotation = (own.rotation + 90) % 360;
  const hand = new Held({ ...own, rotation }, othersOf(lying, index), sheet, GAP_MM.nest, 0);
  const { x, y } = turnedAbout(own, rotation);
  const put = hand.isFree(x, y) ? { x, y, isFree: true } : hand.at(x, y, ROOM_MM);
  return put.isFree ? { x: put.x, y: put.y, rotation } : undefined;
}

/**
 * @param k px a mm
 * @param onMoved is told where a piece is put, always where it may lie
 */
export function useLaidHand(
  sheet: LaidSheet,
  shapes: ReadonlyMap<string, LaidShape>,
  k: number,
  onMoved: (index: number, to: PutTo) => void,
): LaidHand {
  const [now, setNow] = useState<InHandNow>();
  const held = useRef<{
    readonly hand: Hand | undefined;
    readonly from: PutTo;
    readonly px: readonly [number, number];
  }>(undefined);
  const lying = useMemo(() => lyingOn(sheet, shapes), [sheet, shapes]);
  /** The hand for each piece; kept until the sheet changes. */
  const made = useMemo(() => ({ lying, hands: new Map<number, Promise<Hand | undefined>>() }), [lying]);
  const handFor = useCallback(
    (index: number): Promise<Hand | undefined> => {
      const known = made.hands.get(index);
      if (known) return known;
      const making = handPart().then((part) => {
        const own = made.lying[index];
        return own && new part.Hand(own, othersOf(made.lying, index), sheet, GAP_MM.nest, 0);
      });
      making.catch(() => {
        // asked again it may come
        made.hands.delete(index);
        tellTrouble("What moves a piece could not be loaded. Is the server running?");
      });
      made.hands.set(index, making);
      return making;
    },
    [made, sheet],
  );
  /** Numbers among the others, as numbers among all. */
  const meetsOf = (hand: Hand, index: number, x: number, y: number): number[] =>
    hand.meets(x, y).map((i) => (i < index ? i : i + 1));

  const onPointerDown = (index: number, event: PointerEvent<SVGElement>): void => {
    const from = sheet.placements[index];
    if (!from || event.button !== 0) return;
    event.currentTarget.setPointerCapture(event.pointerId);
    const begun = { hand: undefined, from, px: [event.clientX, event.clientY] as const };
    held.current = begun;
    void handFor(index).then((hand) => {
      if (held.current === begun) held.current = { ...begun, hand };
    }, ignored);
    setNow({ index, x: from.x, y: from.y, rotation: from.rotation, isFree: true, meets: [] });
  };
  const onPointerMove = ({ clientX, clientY }: PointerEvent<SVGElement>): void => {
    const { current } = held;
    if (!current?.hand || !now) return;
    const [dx, dy] = [clientX - current.px[0], current.px[1] - clientY];
    if (Math.hypot(dx, dy) < DRAG_PX) return;
    const { x, y, isFree } = current.hand.at(current.from.x + dx / k, current.from.y + dy / k, PULL_PX / k);
    setNow({ ...now, x, y, isFree, meets: isFree ? [] : meetsOf(current.hand, now.index, x, y) });
  };
  const onPointerUp = (event: PointerEvent<SVGElement>): void => {
    onPointerMove(event);
    const { current } = held;
    held.current = undefined;
    setNow(undefined);
    if (!now || !current) return;
    const isMoved = now.x !== current.from.x || now.y !== current.from.y;
    if (isMoved && now.isFree) onMoved(now.index, { x: now.x, y: now.y, rotation: now.rotation });
  };
  const onPointerCancel = (): void => {
    held.current = undefined;
    setNow(undefined);
  };
  const onKeyDown = (index: number, event: KeyboardEvent<SVGElement>): void => {
    const arrow = ARROWS[event.key];
    const from = sheet.placements[index];
    if (!arrow || !from) return;
    event.preventDefault();
    const { shiftKey } = event;
    void handFor(index).then((hand) => {
      if (!hand) return;
      const step = { ...from, [arrow.axis]: from[arrow.axis] + arrow.by * STEP_MM };
      const { x, y } = shiftKey ? hand.next(from.x, from.y, arrow.axis, arrow.by) : step;
      if ((x !== from.x || y !== from.y) && hand.isFree(x, y)) onMoved(index, { x, y, rotation: from.rotation });
    }, ignored);
  };
  return { now, onPointerDown, onPointerMove, onPointerUp, onPointerCancel, onKeyDown };
}
