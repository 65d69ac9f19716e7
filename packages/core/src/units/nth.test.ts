import { expect, test } from "vitest";
import { nth } from "./nth.ts";

test("an item by its place, one round either way", () => {
  expect([-3, -1, 0, 2, 3, 5].map((i) => nth(["a", "b", "c"], i))).toEqual(["a", "c", "a", "c", "a", "c"]);
});

test.each([[[], 0] as const, [["a"], 2] as const, [["a"], -2] as const, [["a", "b"], 0.5] as const])(
  "none in %j at %d",
  (list, i) => {
    expect(() => nth(list, i)).toThrow(RangeError);
  },
);
