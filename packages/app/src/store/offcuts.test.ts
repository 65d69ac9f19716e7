import { beforeEach, expect, it } from "vitest";
import { db } from "./db.ts";
import { markBegun, useKeeping } from "./keeping.ts";
import { dropOffcut, keepOffcut, offcutInHand, takeOffcut, useOffcuts } from "./offcuts.ts";

const size = { width: 200, height: 150 };
const [oat, plum] = [
  { ...size, count: 1, paper: "Oat" },
  { ...size, count: 2, paper: "Plum" },
];
const shown = (paper: string): string | undefined => offcutInHand(useOffcuts.getState(), size, paper)?.paper;

beforeEach(async () => {
  await db.kept.clear();
  await markBegun();
  useKeeping.setState({ isRead: true });
  useOffcuts.setState({ offcuts: [], taken: undefined });
  await keepOffcut(oat);
  await keepOffcut(plum);
});

it("of two offcuts of one size the one that was taken is in hand, and is the one that is used up", async () => {
  expect(useOffcuts.getState().offcuts.map((o) => o.paper)).toEqual(["Plum", "Oat"]);
  takeOffcut(oat);
  expect(shown("Plum")).toBe("Oat");
  dropOffcut(oat);
  expect(useOffcuts.getState().offcuts).toEqual([plum]);
  await expect.poll(async () => (await db.kept.get("offcuts"))?.value).toEqual([plum]);
});

it("with none taken it is the one of the draft's own paper, and any of that size where none is", () => {
  expect([shown("Oat"), shown("Plum"), shown("Kraft")]).toEqual(["Oat", "Plum", "Plum"]);
  expect(offcutInHand(useOffcuts.getState(), { width: 200, height: 151 }, "Oat")).toBeUndefined();
});
