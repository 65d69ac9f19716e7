/** What a layout is worth: copies not laid weigh most, then whole sheets, then how much of the least used one is. Offcuts cost nothing. */
import type { Size } from "../geometry/point.ts";
import { nth } from "../units/nth.ts";
import type { State, Table } from "./table.ts";

/** One copy that is not laid weighs as much as so many sheets. */
export const UNLAID = 1000;

/** The part of a sheet that is used when the rest is kept as one straight strip: the smaller of the two ways, and its share. */
export function stripOf(table: Table, state: State, slot: number): Size & { readonly share: number } {
  const { width: W, height: H, margin } = nth(table.slots, slot);
  let [right, top] = [0, 0];
  for (let i = 0; i < state.slot.length; i += 1) {
    if (state.slot[i] !== slot) continue;
    const box = nth(nth(table.kinds, nth(table.kindOf, i)).boxes, state.turn[i] as number);
    right = Math.max(right, (state.x[i] as number) + box.right);
    top = Math.max(top, (state.y[i] as number) + box.top);
  }
  const [width, height] = [Math.min(W, right + margin), Math.min(H, top + margin)];
  return height * W <= width * H ? { width: W, height, share: height / H } : { width, height: H, share: width / W };
}

/** The sheets that something lies on, in their order. */
export const usedSlots = ({ slot }: State): number[] => [...new Set(slot)].filter((s) => s >= 0).sort((a, b) => a - b);

/** The less the better. */
export function worthOf(table: Table, state: State): number {
  const unlaid = table.free.filter((i) => (state.slot[i] as number) < 0).length;
  const whole = usedSlots(state).filter((s) => !nth(table.slots, s).isOffcut);
  const least = whole.length > 0 ? Math.min(...whole.map((s) => stripOf(table, state, s).share)) : 0;
  return unlaid * UNLAID + Math.max(0, whole.length - 1) + least;
}
