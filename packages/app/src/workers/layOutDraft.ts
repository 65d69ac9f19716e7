/** Runs laid out away from the screen: told whenever it has become better, stopped by ending the worker. */
import {
  eachNamed,
  jobFor,
  type Layout,
  type Outlines,
  outlinesOf,
  pathData,
  type Piece,
  readSpec,
  type Run,
  type RunItem,
  searchFor,
  solve,
  takesPaper,
} from "@cut-fold/core";
import { loadFormsOf } from "../needs/forms.ts";
import { laidKey } from "./laidKey.ts";

/** A piece as it is drawn where it lies, in its own flat coordinates: SVG paths, mm, y up. */
export interface LaidShape {
  /** which of those that are made together it is of */
  readonly item: number;
  readonly piece: string;
  readonly name: string;
  /** outer line and openings */
  readonly outline: string;
  /** scores and what else is made on it */
  readonly inner: string;
  /** the polygons by which it is laid */
  readonly outlines: Outlines;
}

/** What a search has come to by now. */
export interface LaidNews {
  readonly nest: Layout;
  /** by straight cuts alone; nothing where that was told before */
  readonly trim?: Layout;
  /** of the time it is given, from 0 to 1 */
  readonly share: number;
}

/** How long a search works before the screen's messages and its own are looked after, ms. */
const SLICE_MS = 30;
/** ms between two that are told, unless the later one is better. */
const TELL_MS = 250;
const breath = (): Promise<void> =>
  new Promise((resolve) => {
    setTimeout(resolve);
  });

const shapeOf = (item: number, { id, name, outline, lines }: Piece): LaidShape => ({
  ...{ item, piece: id, name, outline: outline.map(pathData).join("") },
  inner: lines.map(({ path }) => pathData(path)).join(""),
  outlines: outlinesOf({ outline }),
});

/** Items with their recipes read, as everything is that comes from elsewhere. @throws for one that cannot be */
async function readItems(items: Run["items"]): Promise<Run["items"]> {
  await loadFormsOf(items.map(({ spec }) => spec));
  return items.map((item) => {
    const read = readSpec(item.spec);
    if (!read.ok) throw new Error("no recipe");
    return { ...item, spec: read.value };
  });
}

const laidPieces = ({ spec }: RunItem): readonly Piece[] => eachNamed(solve(spec)).pieces.filter(takesPaper);

/** What pieces are called where several drafts are made together: by their draft, and by their own name where it has several. */
function namesOf(items: Run["items"]): ReadonlyMap<string, string> {
  return new Map(
    items.flatMap((item, i) => {
      if (item.name === undefined) return [];
      const pieces = laidPieces(item);
      return pieces.map(({ id, name }): [string, string] => [
        laidKey({ item: i, piece: id }),
        pieces.length === 1 ? (item.name ?? name) : `${item.name ?? ""}: ${name.toLowerCase()}`,
      ]);
    }),
  );
}

export const layingApi = {
  /** The pieces that are laid, one for each name. @throws for a recipe that cannot be read: the screen never sends one */
  async shapes(items: Run["items"]): Promise<readonly LaidShape[]> {
    const read = await readItems(items);
    const names = namesOf(read);
    return read.flatMap((item, i) =>
      laidPieces(item).map((piece) => {
        const shape = shapeOf(i, piece);
        return { ...shape, name: names.get(laidKey(shape)) ?? shape.name };
      }),
    );
  },

  /**
   * Lays out for so long, or until nothing more is found.
   * @param start a layout of the same run to go on from
   * @param ms how long
   * @returns whether nothing more is found
   */
  async run(
    { items, ...how }: Run,
    start: Layout | undefined,
    ms: number,
    onNews: (news: LaidNews) => Promise<void>,
  ): Promise<boolean> {
    const read = await readItems(items);
    const ready = searchFor(jobFor({ items: read, ...how }), start);
    if (!ready.ok) throw new Error("no job");
    const names = namesOf(read);
    const named = (layout: Layout): Layout => ({
      ...layout,
      sheets: layout.sheets.map((sheet) => ({
        ...sheet,
        placements: sheet.placements.map((p) => ({ ...p, name: names.get(laidKey(p)) ?? p.name })),
      })),
    });
    const { search } = ready;
    const begun = performance.now();
    let [slice, told, isBetter, isTrimTold] = [begun, -Infinity, false, false];
    const tell = async (now: number): Promise<void> => {
      const nest = search.nested("time");
      if (!nest) return;
      told = now;
      isBetter = false;
      const share = Math.min(1, (now - begun) / ms);
      const trim = isTrimTold ? undefined : search.trim("done");
      isTrimTold ||= trim !== undefined;
      await onNews({ nest: named(nest), share, ...(trim && { trim: named(trim) }) });
    };
    for (const better of search.run()) {
      isBetter ||= better;
      const now = performance.now();
      if (now - slice < SLICE_MS) continue;
      if (isBetter || now - told > TELL_MS) void tell(now);
      // however long it takes, there is a first one
      if (told > -Infinity && now - begun > ms) break;
      await breath();
      slice = performance.now();
    }
    // the last of it is heard before the end is
    await tell(performance.now());
    return performance.now() - begun <= ms;
  },
};
export type LayingApi = typeof layingApi;
