/** What layouts come to, in plain words. */
import { find } from "../catalogue/entry.ts";
import { sheets } from "../catalogue/papers.ts";
import { LAP_MM, type Layout, type LeftOver } from "../model/layout.ts";
import type { Taking } from "../model/shelf.ts";
import { type Display, formatLength, formatSize } from "../units/format.ts";
import { saySlant } from "./measures.ts";

const counted = (n: number): string => (n === 1 ? "1 sheet" : `${String(n)} sheets`);

/** What a way of cutting comes to: sheets of each paper, and what is left over. */
export interface Comes {
  readonly papers: readonly { readonly sheets: number }[];
  readonly left: readonly unknown[];
}
const sheetsOf = ({ papers }: Pick<Comes, "papers">): number => papers.reduce((sum, { sheets: n }) => sum + n, 0);

/** "1 sheet", "4 sheets". */
export const saySheets = (comes: Pick<Comes, "papers">): string => counted(sheetsOf(comes));

/** What laying outlines free saves against straight cuts, with the count first: "4 sheets", " cut free, 8 with straight cuts". */
export function saySaving(nest: Comes, trim: Comes): readonly [string, string] {
  const free = sheetsOf(nest);
  const straight = sheetsOf(trim);
  if (trim.left.length > nest.left.length) return [counted(free), " cut free; straight cuts do not give all of it"];
  // a knife's gap may cost a sheet that a trimmer does not need
  if (free !== straight) return [counted(free), ` cut free, ${String(straight)} with straight cuts`];
  return [counted(free), " cut free, as many as with straight cuts"];
}

/** "1 sheet and 2 offcuts"; undefined for none of either. */
function sayOff({ sheets: whole, used }: Pick<Taking, "sheets" | "used">): string | undefined {
  const n = whole.reduce((sum, { count }) => sum + count, 0);
  const m = used.reduce((sum, { count }) => sum + count, 0);
  const parts = [n === 0 ? undefined : counted(n), m === 0 ? undefined : m === 1 ? "1 offcut" : `${String(m)} offcuts`];
  return parts.filter((part) => part !== undefined).join(" and ") || undefined;
}

/** What cutting a run does to the shelf, before it is done or after; undefined where it does nothing. */
export function sayTaking(taking: Taking, when: "to do" | "done"): string | undefined {
  const off = sayOff(taking);
  const n = taking.rests.reduce((sum, { left }) => sum + left, 0);
  const on = n === 0 ? undefined : n === 1 ? "1 rest" : `${String(n)} rests`;
  if (off === undefined && on === undefined) return undefined;
  if (when === "done")
    return [off && `Taken from the shelf: ${off}.`, on && `Put there: ${on}.`]
      .filter((part) => part !== undefined)
      .join(" ");
  const parts = [
    off && `${off} ${off.startsWith("1 ") && !off.includes("and") ? "comes" : "come"} off the shelf`,
    on && `${on} ${n === 1 ? "goes" : "go"} on it`,
  ];
  return `When it is cut: ${parts.filter((part) => part !== undefined).join(", ")}.`;
}

/** Sheets of each paper, where there are several: "3 of oat, 1 of plum". */
export const sayPapers = ({ papers }: Pick<Layout, "papers">): string | undefined =>
  papers.length > 1 ? papers.map(({ stock, sheets: n }) => `${String(n)} of ${stock}`).join(" · ") : undefined;

/** The sheet that would do, and how the piece would lie on it. */
function sayNeeds({ needs: { width, height, sheet, angle, pastMat } }: LeftOver, display: Display): string {
  const sold = sheet === undefined ? undefined : find(sheets, sheet)?.title;
  const size = formatSize(width, height, display);
  if (pastMat) return `On this mat it lies in no sheet: it needs ${size}. Take a larger mat, or none.`;
  if (sold === undefined) return `It needs a sheet of at least ${size}, larger than any that is sold.`;
  return `${sold} would do${angle === undefined ? "" : `, with the piece turned ${saySlant(angle)}`}; the least is ${size}.`;
}

/** The parts it could be made of. */
function saySplit({ needs: { split } }: LeftOver, display: Display): string {
  if (!split) return "";
  const each = formatSize(split.width, split.height, display);
  return ` Or make it of ${String(split.parts)} parts of ${each}, each glued ${formatLength(LAP_MM, display)} over the next.`;
}

/**
 * Why copies are not laid, and what would do.
 * @param onShelf what lies on the maker's shelf that would, in words
 */
export function sayLeft(left: LeftOver, name: string, display: Display, onShelf?: string): string {
  const many = left.copies === 1 ? name : `${name}, ${String(left.copies)} of them`;
  const shelf = onShelf === undefined ? "" : ` On your shelf ${onShelf} would do.`;
  switch (left.reason) {
    case "too-large":
      return `${many}: too large for what is in hand.${shelf} ${sayNeeds(left, display)}${saySplit(left, display)}`;
    case "only-turned":
      return `${many}: comes out of what is in hand only at an angle that is not allowed.`;
    case "grain":
      return `${many}: comes out of what is in hand only against the grain.`;
    case "no-sheet-left":
      return `${many}: no sheet is left.`;
    case "group-too-large":
      return `${many}: too large together with what it is kept with.`;
  }
}
