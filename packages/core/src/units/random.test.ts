import { describe, expect, it } from "vitest";
import { randomFrom, shuffled } from "./random.ts";

describe("chance from a seed", () => {
  it("is the same again, another one from another seed, from 0 up to 1 and evenly", () => {
    const draw = (seed: number, count: number): number[] => {
      const next = randomFrom(seed);
      return Array.from({ length: count }, next);
    };
    expect(draw(7, 20)).toEqual(draw(7, 20));
    expect(draw(7, 20)).not.toEqual(draw(8, 20));
    const many = draw(1, 20_000);
    expect(Math.min(...many)).toBeGreaterThanOrEqual(0);
    expect(Math.max(...many)).toBeLessThan(1);
    // each tenth holds 2,000 of 20,000, give or take five times √(20,000·0.1·0.9) = 42
    for (let i = 0; i < 10; i += 1)
      expect(Math.abs(many.filter((v) => Math.floor(v * 10) === i).length - 2000)).toBeLessThan(212);
  });

  it("puts items in another order and loses none", () => {
    const items = Array.from({ length: 50 }, (_, i) => i);
    const mixed = shuffled([...items], randomFrom(3));
    expect(mixed).not.toEqual(items);
    expect([...mixed].sort((a, b) => a - b)).toEqual(items);
  });
});
