/** Finding and ordering drafts in the drawer. */
import { catalogue, find, formatSize, formTitle } from "@cut-fold/core";
import type { Listed } from "../../store/listed.ts";

/** By what drafts can be ordered. */
export const ORDERS = [
  { value: "changed", text: "Last changed first" },
  { value: "name", text: "By name" },
  { value: "size", text: "By size, small first" },
] as const;
/** One of them. */
export type Order = (typeof ORDERS)[number]["value"];

const compare: Readonly<Record<Order, (a: Listed, b: Listed) => number>> = {
  // times are compared as they are written
  changed: (a, b) => (a.changed < b.changed ? 1 : a.changed > b.changed ? -1 : 0),
  name: (a, b) => a.name.localeCompare(b.name, undefined, { numeric: true }),
  size: (a, b) => areaOf(a) - areaOf(b) || a.name.localeCompare(b.name),
};
const areaOf = ({ spec: { contents } }: Listed): number => contents.width * contents.height;

/** Drafts in an order; those that are alike in it stay as they come. */
export const ordered = <L extends Listed>(drafts: readonly L[], order: Order): L[] => [...drafts].sort(compare[order]);

const FRACTIONS: Readonly<Record<string, string>> = {
  "½": " 1/2",
  "¼": " 1/4",
  "¾": " 3/4",
  "⅛": " 1/8",
  "⅜": " 3/8",
  "⅝": " 5/8",
  "⅞": " 7/8",
};

/** As it is compared: small letters, one sign for times and for a fraction, no room round them. */
const plain = (text: string): string =>
  text
    .toLowerCase()
    .replace(/[½¼¾⅛⅜⅝⅞]/gu, (sign) => FRACTIONS[sign] ?? sign)
    .replaceAll("⁄", "/")
    .replaceAll("\u00a0", " ")
    .replace(/\s*(?:×|\bx\b|(?<=\d)x(?=\d))\s*/gu, "×")
    .replace(/\s+/gu, " ")
    .trim();

/** What goes in, as people write sizes: either way round, in inches and in millimetres. */
function sizesOf({ spec: { contents } }: Listed): string[] {
  const { width, height, preset } = contents;
  const units = [{ unit: "in" }, { unit: "in-decimal" }, { unit: "mm" }, { unit: "cm" }] as const;
  const title = preset === undefined ? undefined : find(catalogue.contents, preset)?.title;
  return [
    ...units.flatMap((display) => [
      formatSize(width, height, display, { plain: true }),
      formatSize(height, width, display, { plain: true }),
    ]),
    ...(title === undefined ? [] : [title]),
  ];
}

/** Whether every word of what is looked for stands in the draft's name, note, tags, form, or what goes in and its size. */
export function matches(draft: Listed, words: string): boolean {
  const wanted = plain(words);
  if (wanted === "") return true;
  const text = plain(
    [draft.name, draft.note, draft.spec.contents.name ?? "", formTitle(draft.spec.form) ?? "", ...draft.tags].join(" "),
  );
  if (wanted.split(" ").every((word) => text.includes(word))) return true;
  // "5×7" is five by seven and no part of 15×70
  const bounded = (size: string): boolean => {
    const at = size.indexOf(wanted);
    return at >= 0 && !/[\d./]/u.test(size[at - 1] ?? "") && !/[\d./]/u.test(size[at + wanted.length] ?? "");
  };
  return sizesOf(draft).map(plain).some(bounded);
}
