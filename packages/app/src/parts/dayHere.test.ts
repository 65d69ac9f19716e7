/** Days as a calendar on the wall has them. */
import { expect, it } from "vitest";
import { dayHere } from "./dayHere.ts";

/** A moment where clocks are so many hours ahead of Greenwich: what a date says of that is minutes behind. */
const where = (ahead: number, at: string): Date =>
  Object.assign(new Date(at), { getTimezoneOffset: () => -60 * ahead });

it.each([
  [-8, "2026-12-01T03:00:00Z", "2026-11-30"],
  [13, "2026-11-30T12:00:00Z", "2026-12-01"],
  [5.5, "2026-12-31T18:30:00Z", "2027-01-01"],
  [5.5, "2026-12-31T18:29:00Z", "2026-12-31"],
  [0, "2026-11-30T23:59:00Z", "2026-11-30"],
])("%d hours ahead, at %s, it is %s", (ahead, at, day) => {
  expect(dayHere(where(ahead, at))).toBe(day);
});

it("of now is what the clock here says", () => {
  const now = new Date();
  expect(dayHere(now)).toMatch(new RegExp(`-${String(now.getDate()).padStart(2, "0")}$`, "u"));
});
