/** Where what goes in is, on its way into what holds it. */
import { type Inside, place, type Point3, wayOut } from "@cut-fold/core";

/** It is drawn a little further out than it has to be, and that much (mm) higher, so that it clears the edge it goes in over. */
const FURTHER = 1.15;
const HIGHER_MM = 6;

/** mm from where it lies in the end, in its own axes: its way is said in its panel's, and it may be turned on that. */
export function offPlace(inside: Inside): Point3 {
  const [x, y] = place(wayOut(inside), { x: 0, y: 0, rotation: -inside.lying.rotation, flip: false });
  return [x * FURTHER, y * FURTHER, inside.out * HIGHER_MM];
}
