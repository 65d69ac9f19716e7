/** Sizes that are taken of a picture: on the side on which the thing surely goes in. */
import { expect, it } from "vitest";
import { envelopeOf, sizeOf, trulyOf } from "./safe.ts";

const found = { width: 87.31, height: 132.04, widthSpread: 0.1, heightSpread: 0.12 };

it("what goes in is taken larger by twice what it may be off, up to a tenth, the longer side across", () => {
  expect(sizeOf(found, 0.3)).toEqual({ width: 132.3, height: 87.6, thickness: 0.3 });
});

it("what is filled is taken smaller by as much, down to a tenth", () => {
  expect(envelopeOf(found)).toEqual({ width: 131.8, height: 87.1 });
});

it("what comes to a tenth stays there", () => {
  const even = { width: 100, height: 50, widthSpread: 0.05, heightSpread: 0.1 };
  expect(sizeOf(even, 1)).toEqual({ width: 100.1, height: 50.2, thickness: 1 });
  expect(envelopeOf(even)).toEqual({ width: 99.9, height: 49.8 });
});

it("for a chance nothing is taken off: the longer side across with what that side may be off", () => {
  expect(trulyOf(found)).toEqual({ width: 132.04, height: 87.31, spread: { width: 0.12, height: 0.1 } });
  expect(trulyOf({ ...found, width: 140 })).toEqual({
    width: 140,
    height: 132.04,
    spread: { width: 0.1, height: 0.12 },
  });
});
