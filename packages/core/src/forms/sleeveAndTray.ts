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
import { panel } from "../paper/panel.ts";
import { sheet } from "../paper/sheet.ts";
import { roundDown, roundUp } from "../units/ruler.ts";
import { TAB_OFF, trayOf } from "./builds/tray.ts";
import { defineForm, ground, type InputOf } from "./form.ts";
import { boxRoom, boxStrip, foldedRound, LEAST_WALL, leastWall, offFold } from "./shared/box.ts";
import { betweenWalls } from "./shared/clearance.ts";
import { FORM_TITLES } from "./titles.ts";

const settings = z.strictObject({
  play: boxRoom,
  stripWide: boxStrip,
  slack: mm("Tray in the sleeve", 1, [0.5, 4], "Room the tray has in the sleeve, beyond the paper."),
  tab: mm("Corner tabs", 12, [6, 25], "How far they reach along the end walls, inside."),
});

type TrayInput = InputOf<typeof settings>;

/** The tray is pulled out by this part of its length to take something from it. */
const PULLED = 0.8;
/** Sizes, mm: the tray inside its walls, and the sleeve round it. */
function sizesOf({ contents, stock, settings: set, setup: { grid } }: TrayInput) {
  const ply = stock.caliper;
  // end walls have the tabs' ply inside them
  const inner = roundUp(betweenWalls(contents.width, ply, set.play), grid);
  const long = roundUp(betweenWalls(contents.height, ply, set.play) + 2 * ply, grid);
  const high = roundUp(Math.max(betweenWalls(contents.thickness, 0, set.play), LEAST_WALL), grid);
  // half a ply of each wall of both, the sleeve's own strip inside it, and the room to slide
  const across = roundUp(inner + 3 * ply + set.slack, grid);
  const depth = roundUp(Math.max(high + 2 * ply + set.slack / 2, leastWall(grid)), grid);
  return { ply, inner, long, high, across, depth, reach: roundDown(Math.min(set.tab, inner / 2 - 1), grid) };
}

function draft(input: TrayInput): Said {
  const { contents, settings: set, setup } = input;
  const sizes = sizesOf(input);
  const { ply, inner, long, across, depth, reach } = sizes;
  const back = panel("back", "Back", across, long);
  const round = { across, depth, stripWide: set.stripWide, grid: setup.grid, order: 4, called: "side" } as const;
  const { strip, right, front, left } = foldedRound(back, round);
  const sleeve = sheet("sleeve", "Sleeve", [back, strip, right, front, left]);
  const tray = trayOf(sizes);
  // what is thin, or too narrow for the tabs to reach over it, has the end walls' own room
  const isUnderTabs = contents.thickness <= offFold(TAB_OFF, ply) || reach <= (inner - contents.width) / 2;
  return {
    sheets: [sleeve, tray.made],
    // beside the strip's ply the room is the same on both sides
    joins: [laid(tray.made, back, "front", { origin: [(across + ply - inner) / 2, 0], told: "slide-in" })],
    holds: {
      // from face to face
      ...{ on: tray.floor, across: inner - ply, up: long - (isUnderTabs ? ply : 3 * ply) },
      ...{ depth: depth - 2 * ply, asks: "play" },
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
  title: FORM_TITLES["sleeve-and-tray"],
  purpose: "treat",
  about: "A tray with four walls that slides in a sleeve open at both ends.",
  settings,
  outside: "back",
  grounds: () => [ground("front", "Front"), ground("back", "Back")],
  heaviest: 350,
  usualStock: "cover-250",
  draft,
});
