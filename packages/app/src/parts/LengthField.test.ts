import { describe, expect, it } from "vitest";
import { lengthTrouble } from "./LengthField.tsx";

const BOUNDS = { min: 20, max: 600 };

describe("a length field says why not, and what is allowed", () => {
  it.each([
    ["108", undefined],
    ["4 1/4 in", undefined],
    ["10.8cm", undefined],
    ["x", "Write it like 4 1/4, 4.25in, 10.8 cm or 108."],
    ["", "Give a length, 20\u00a0mm to 600\u00a0mm."],
    ["0", "Too small: 20\u00a0mm to 600\u00a0mm is allowed."],
    ["-5", "Too small: 20\u00a0mm to 600\u00a0mm is allowed."],
    ["10 m", "Too large: 20\u00a0mm to 600\u00a0mm is allowed."],
    ["5 ell", "Use mm, cm or in after the number."],
  ])("'%s'", (text, sentence) => {
    expect(lengthTrouble(text, { unit: "mm" }, BOUNDS)).toBe(sentence);
  });
});
