/**
 * Sleeve and tray: a tray with four walls that slides in a sleeve open at both ends.
 *
 *      ┌─┬──────┬───┬──────┬───┐            ┌───┬──────────┬───┐
 *      │s│ back │   │ front│   │ sleeve     ├─┬─┼──────────┼─┬─┤ corner tabs, glued inside the end walls
 *      │ │      │   │      │   │            │ │ │  floor   │ │ │ tray
 *      └─┴──────┴───┴──────┴───┘            ├─┴─┼──────────┼─┴─┤
 *                                           └───┴──────────┴───┘
 *
 * The tray has 1 mm of room in the sleeve. Both are drawn from their inside.
 */
import { z } from "zod";
import { mm } from "../model/setting.ts";
import { depthOf } from "../paper/figure.ts";
import { slides } from "../paper/motion.ts";
import { laid, type Said } from "../paper/said.ts";
import { glued } from "../paper/seam.ts";
import { tapered } from "../paper/shape.ts";
import { type Edge, flap, panel, sheet } from "../paper/sheet.ts";
import { roundDown, roundUp } from "../units/ruler.ts";
import { defineForm, ground, type InputOf } from "./form.ts";
import { boxRoom, boxStrip, foldedRound, LEAST_WALL, offFold } from "./shared/box.ts";
import { betweenWalls } from "./shared/clearance.ts";

const settings = z.strictObject({
  play: boxRoom,
  stripWide: boxStrip,
  slack: mm("Tray in the sleeve", 1, [0.5, 4], "Room the tray has in the sleeve, beyond the paper."),
  tab: mm("Corner tabs", 12, [6, 25], "How far they reach along the end walls, inside."),
});

type Input = InputOf<typeof settings>;

/** The tray is pulled out by this part of its length to take something from it. */
const PULLED = 0.8;
/** A tab is so much lower than its wall, in all, so that neither edge shows. */
const TAB_LOWER = 1;

/** Sizes, mm: the tray inside its walls, and the sleeve round it. */
function sizesOf({ contents, stock, settings: set, setup: { grid } }: Input) {
  const ply = stock.caliper;
  // end walls have the tabs' ply inside them
  const inner = roundUp(betweenWalls(contents.width, 0, set.play), grid);
  const long = roundUp(betweenWalls(contents.height, 0, set.play) + 2 * ply, grid);
  const high = roundUp(Math.max(betweenWalls(contents.thickness, 0, set.play), LEAST_WALL), grid);
  // the tray's walls with half a ply outside each, the sleeve's own strip, and the room to slide
  const across = roundUp(inner + 2 * ply + set.slack, grid);
  const depth = roundUp(high + 2 * ply + set.slack / 2, grid);
  return { ply, inner, long, high, across, depth, reach: roundDown(Math.min(set.tab, inner / 2 - 1), grid) };
}

/** The tray: its side walls stand first, their tabs are glued inside the end walls. */
function trayOf({ inner, long, high, reach, ply }: ReturnType<typeof sizesOf>) {
  const floor = panel("floor", "Floor", inner, long);
  const wall = (id: string, name: string, on: Edge, order: number) =>
    flap(id, name, on, tapered({ deep: high }), { order, angle: 90 });
  const leftWall = wall("left-wall", "Left wall", floor.left, 1);
  const rightWall = wall("right-wall", "Right wall", floor.right, 1);
  const ear = tapered({ deep: reach, relief: offFold(TAB_LOWER / 2, ply), slope: 0.05 });
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
    seams: tabs.map((tab, i) => glued(tab, [lower, upper][i % 2] ?? lower, { widens: "tab" })),
  };
}

function draft(input: Input): Said {
  const { contents, settings: set, setup } = input;
  const sizes = sizesOf(input);
  const { ply, inner, long, across, depth, reach } = sizes;
  const back = panel("back", "Back", across, long);
  const round = { across, depth, stripWide: set.stripWide, grid: setup.grid, order: 4, called: "side" } as const;
  const { strip, right, front, left } = foldedRound(back, round);
  const sleeve = sheet("sleeve", "Sleeve", [back, strip, right, front, left]);
  const tray = trayOf(sizes);
  // what is thin, or too narrow for the tabs to reach over it, has the end walls' own room
  const isUnderTabs = contents.thickness <= offFold(TAB_LOWER / 2, ply) || reach <= (inner - contents.width) / 2;
  return {
    sheets: [sleeve, tray.made],
    // beside the strip's ply the room is the same on both sides
    joins: [laid(tray.made, back, "front", { origin: [(across + ply - inner) / 2, 0], told: "slide-in" })],
    holds: {
      ...{ on: tray.floor, across: inner, up: long - (isUnderTabs ? 0 : 2 * ply) },
      ...{ depth: depth - ply, asks: "play" },
    },
    glue: [glued(left, strip, { widens: "stripWide" }), ...tray.seams],
    motions: [slides("pull", "Pull the tray", tray.made, sleeve, [0, long * PULLED])],
    figures: { stripWide: depthOf(strip), tab: depthOf(tray.tabs[0]) },
    measured: { wall: depthOf(tray.leftWall, 0.5, { lights: ["left-wall", "right-wall"] }) },
  };
}

/** A tray that slides in a sleeve. */
export const sleeveAndTray = defineForm({
  id: "sleeve-and-tray",
  title: "Sleeve and tray",
  purpose: "treat",
  about: "A tray with four walls that slides in a sleeve open at both ends.",
  settings,
  outside: "back",
  grounds: () => [ground("front", "Sleeve's front"), ground("back", "Sleeve's back")],
  heaviest: 350,
  usualStock: "cover-250",
  draft,
});
