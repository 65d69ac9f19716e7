/**
 * A tray: a floor with four walls.
 *
 *   ┌───┬──────────┬───┐
 *   ├─┬─┼──────────┼─┬─┤ corner tabs, glued inside the end walls
 *   │ │ │  floor   │ │ │
 *   ├─┴─┼──────────┼─┴─┤
 *   └───┴──────────┴───┘
 */
import { glued } from "../../paper/seam.ts";
import { tapered } from "../../paper/shape.ts";
import { type Edge, flap, panel } from "../../paper/panel.ts";
import { sheet } from "../../paper/sheet.ts";
import { offFold } from "../shared/box.ts";

/** A tab keeps so far off its wall's fold and its upper edge, mm, so that neither shows. */
export const TAB_OFF = 0.5;

/** mm: the floor, its walls, how far the tabs reach, and a ply of its paper. */
interface TrayMeasures {
  readonly inner: number;
  readonly long: number;
  readonly high: number;
  readonly reach: number;
  readonly ply: number;
}

/** The tray: its side walls stand first, their tabs are glued inside the end walls. */
export function trayOf({ inner, long, high, reach, ply }: TrayMeasures) {
  const floor = panel("floor", "Floor", inner, long);
  const wall = (id: string, name: string, on: Edge, order: number) =>
    flap(id, name, on, tapered({ deep: high }), { order, angle: 90 });
  const leftWall = wall("left-wall", "Left wall", floor.left, 1);
  const rightWall = wall("right-wall", "Right wall", floor.right, 1);
  const ear = tapered({ deep: reach, relief: offFold(TAB_OFF, ply), slope: 0.05 });
  const tabbed = (id: string, name: string, on: Edge) => flap(id, name, on, ear, { order: 1, angle: 90, lift: 1 });
  const tabs = [
    tabbed("tab-left-lower", "Lower left tab", leftWall.end),
    tabbed("tab-left-upper", "Upper left tab", leftWall.start),
    tabbed("tab-right-lower", "Lower right tab", rightWall.start),
    tabbed("tab-right-upper", "Upper right tab", rightWall.end),
  ] as const;
  const lower = wall("lower-wall", "Lower end", floor.bottom, 2);
  const upper = wall("upper-wall", "Upper end", floor.top, 2);
  const made = sheet("tray", "Tray", [floor, leftWall, rightWall, ...tabs, lower, upper]);
  return {
    floor,
    leftWall,
    tabs,
    made,
    // no push of the contents comes on a corner
    seams: tabs.map((tab, i) => glued(tab, [lower, upper][i % 2] ?? lower, { widens: "tab", web: true })),
  };
}
