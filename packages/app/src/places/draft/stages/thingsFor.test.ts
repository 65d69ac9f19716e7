import { describe, expect, it } from "vitest";
import { thingsFor } from "./thingsFor.ts";

const THINGS = [
  { value: "a6", title: "A6 (ISO)", width: 148, height: 105 },
  { value: "gift-card", title: "Gift card", width: 85.6, height: 53.98 },
  { value: "ticket", title: "Raffle ticket", width: 50, height: 25 },
];
const found = (typed: string, inInches = false): string[] =>
  thingsFor(THINGS, typed, inInches).map(({ value }) => value);

describe("things that go in", () => {
  it("are found by a part of their name, whatever its letters", () => {
    expect(found("GIFT")).toEqual(["gift-card"]);
    expect(found("t")).toEqual(["gift-card", "ticket"]);
    expect(found(" ")).toHaveLength(3);
    expect(found("envelope")).toEqual([]);
  });

  it("are found by a side within two millimetres, in either system", () => {
    expect(found("86")).toEqual(["gift-card"]);
    expect(found("105 mm")).toEqual(["a6"]);
    // 2 in are 50.8 mm, 0.8 from the ticket's 50; a gift card's 53.98 is too far
    expect(found("2", true)).toEqual(["ticket"]);
    expect(found("2 in")).toEqual(["ticket"]);
  });
});
