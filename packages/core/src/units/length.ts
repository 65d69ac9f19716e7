/**
 * Lengths as people write them. Inside the program a length is a number of millimetres, always;
 * this file and `format.ts` are the rim where other units exist.
 */

export type Unit = "mm" | "cm" | "m" | "in";

/** Millimetres in one of each unit. The inch is exactly 25.4 mm (ISO 31-1; international yard agreement, 1959). */
export const MM_PER: Readonly<Record<Unit, number>> = { mm: 1, cm: 10, m: 1000, in: 25.4 };

const UNIT_WORDS: ReadonlyMap<string, Unit> = new Map([
  ["mm", "mm"],
  ["cm", "cm"],
  ["m", "m"],
  ["in", "in"],
  ["inch", "in"],
  ["inches", "in"],
  ['"', "in"],
  ["″", "in"],
  ["”", "in"],
  ["''", "in"],
]);

const VULGAR: Readonly<Record<string, string>> = {
  "¼": "1/4",
  "½": "1/2",
  "¾": "3/4",
  "⅛": "1/8",
  "⅜": "3/8",
  "⅝": "5/8",
  "⅞": "7/8",
  "⅓": "1/3",
  "⅔": "2/3",
};

/** Why a text is no length. */
export type LengthProblem = "empty" | "not-a-length" | "unknown-unit" | "zero-denominator";
/** mm, or why the text is no length. */
export type ReadLength =
  | { readonly ok: true; readonly mm: number }
  | { readonly ok: false; readonly problem: LengthProblem; readonly text: string };

// sign, then "4 1/4" | "4-1/4" | "1/4" | "4", "4.25", "4,25", ".5", then a unit word
const LENGTH =
  /^([+-]?)\s*(?:(\d+)(?:\s+|\s*-\s*))?(?:(\d+)\s*\/\s*(\d+)|(\d+(?:[.,]\d*)?|[.,]\d+))\s*([^\d\s.,/+-]*)$/u;

/**
 * Reads a length: `4 1/4`, `4-1/4"`, `4.25in`, `10,8 cm`, `5¼`, `108`.
 * A number without a unit is in `unit`. Signs are read; whether a negative length is allowed is the caller's rule.
 */
export function readLength(text: string, unit: Unit): ReadLength {
  const plain = text
    .trim()
    .toLowerCase()
    .replace(/[\u00a0\u2009\u202f]/gu, " ")
    .replace(/\u2044/gu, "/")
    .replace(/[¼½¾⅛⅜⅝⅞⅓⅔]/gu, (sign) => ` ${VULGAR[sign] ?? ""}`)
    .trim();
  if (plain === "") return { ok: false, problem: "empty", text };
  const match = LENGTH.exec(plain);
  if (!match) return { ok: false, problem: "not-a-length", text };
  const [, sign, whole, above, below, decimal, word] = match;
  // "4 5.5" is two numbers, not a mixed number
  if (whole !== undefined && above === undefined) return { ok: false, problem: "not-a-length", text };
  const given = word === undefined || word === "" ? unit : UNIT_WORDS.get(word);
  if (given === undefined) return { ok: false, problem: "unknown-unit", text };
  if (below !== undefined && Number(below) === 0) return { ok: false, problem: "zero-denominator", text };
  const count =
    decimal !== undefined ? Number(decimal.replace(",", ".")) : Number(whole ?? 0) + Number(above) / Number(below);
  // hundreds of digits are a number no ruler knows
  if (!Number.isFinite(count)) return { ok: false, problem: "not-a-length", text };
  return { ok: true, mm: (sign === "-" ? -1 : 1) * count * MM_PER[given] };
}
