/**
 * What of the maker's shelf a recipe uses, what a run is cut from and has to be bought for it, and how a run is taken off the
 * shelf: once, and back again.
 */
import { catalogue } from "../catalogue/index.ts";
import { find } from "../catalogue/entry.ts";
import { stocks } from "../catalogue/papers.ts";
import type { Size } from "../geometry/point.ts";
import { restsOf } from "../layout/alike.ts";
import { offcutsOf, stockName, type TrimPlan } from "../layout/trimPlan.ts";
import { machineErrs } from "../machine/errs.ts";
import type { InHand, Layout, LeftOver } from "../model/layout.ts";
import {
  LEFT,
  type OnShelf,
  type ShelfEntry,
  type ShelfKind,
  type ShelfOffcut,
  type ShelfPaper,
  type Taking,
} from "../model/shelf.ts";
import { type Correction, MOST_CORRECTIONS, SHEET_MM, type Spec, type Stock, stockIn } from "../model/spec.ts";
import type { PartsChange } from "../recipe/change.ts";
import { AS_MANY } from "../recipe/readJob.ts";
import { machineOf, type MachineSetup } from "../recipe/readMethod.ts";
import { record } from "../recipe/reader.ts";

/** Entries of some kinds, as a list offers them. */
export const ofKind = <K extends ShelfKind>(shelf: readonly ShelfEntry[], ...kinds: readonly K[]): OnShelf<K>[] =>
  shelf.filter((entry): entry is OnShelf<K> => (kinds as readonly string[]).includes(entry.kind));

/** What an entry is called; a rest by its paper. */
export const titleOfEntry = (entry: ShelfEntry): string => (entry.kind === "offcut" ? entry.paper : entry.title);

/** A recipe's stock as a paper of the shelf is: its own copy. What else was said of the stock before is taken back. */
export const stockOf = ({ id, title, weight, caliper, face, back, grain }: ShelfPaper): Stock => ({
  ...{ own: id, title, weight, caliper, face, back },
  ...(grain && { grain }),
});

/** A change that says every field of a part, so that nothing of what was chosen before stays. */
const NO_STOCK = {
  own: undefined,
  preset: undefined,
  title: undefined,
  weight: undefined,
  caliper: undefined,
  face: undefined,
  back: undefined,
  grain: undefined,
} satisfies PartsChange["stock"] | Record<string, undefined>;

/** What choosing a paper changes in a recipe: a preset's id, or a paper of the shelf. */
export function choosePaper(chosen: string | ShelfPaper): PartsChange {
  const stock = (
    typeof chosen === "string" ? { ...NO_STOCK, preset: chosen } : { ...NO_STOCK, ...stockOf(chosen) }
  ) as NonNullable<PartsChange["stock"]>;
  if (typeof chosen === "string" || chosen.width === undefined || chosen.height === undefined) return { stock };
  // what it comes in is in hand with it
  return { stock, sheet: chooseSheet(chosen) };
}

/** The sheet in hand as an offcut or a paper of the shelf is. @throws for a paper whose sheets have no size */
export function chooseSheet({ id, width, height }: ShelfPaper | ShelfOffcut): NonNullable<PartsChange["sheet"]> {
  if (width === undefined || height === undefined) throw new Error("this paper does not say what its sheets measure");
  return { own: id, preset: undefined, width, height };
}

/** What goes in, as the shelf has it. */
export const chooseContents = ({ id, title, width, height, thickness }: OnShelf<"contents">): PartsChange => ({
  contents: {
    ...{ own: id, name: title, width, height, thickness },
    ...{ preset: undefined, shape: undefined, amount: undefined, pile: undefined },
  },
});

/** What a draft is made with, as a board of the shelf is. */
export const chooseBoard = ({ id, method, board, ruler, notch, offset }: OnShelf<"board">): PartsChange => ({
  method: { own: id, kind: method, board, ruler, notch, offset },
});

/** The same of a machine of the shelf: what test cuts have shown comes with it. */
export const chooseMachine = ({ id, like, width, height, fixes }: OnShelf<"machine">): PartsChange => ({
  method: {
    ...{ own: id, kind: "machine", machine: likeOf({ like, width, height }), width, length: height, mat: undefined },
    fixes: fixes && fixes.length > 0 ? fixes : undefined,
  },
});

/** The kind of the catalogue that a machine is: as it says, else the narrowest that reaches as far. */
export const likeOf = ({ like, width }: Pick<OnShelf<"machine">, "like" | "width" | "height">): string => {
  const known = catalogue.machines.find(({ id }) => id === like);
  const reaches = [...catalogue.machines].sort((a, b) => a.width - b.width).find((m) => m.width >= width - 20);
  return (known ?? reaches ?? catalogue.machines[0])?.id ?? "";
};

/** A machine of the shelf, or one of the catalogue: as far as it reaches, and what test cuts have shown on it. */
export function machineFor(
  chosen: string,
  shelf: readonly ShelfEntry[],
  mat?: string,
): (MachineSetup & { readonly own?: OnShelf<"machine">; readonly fixes: readonly Correction[] }) | undefined {
  const own = ofKind(shelf, "machine").find(({ id }) => id === chosen);
  const known = catalogue.machines.find(({ id }) => id === (own ? likeOf(own) : chosen));
  if (!known) return undefined;
  const reach = own ? { width: own.width, length: own.height } : {};
  const setup = machineOf({
    ...{ kind: "machine", machine: known.id, ...reach },
    ...(mat !== undefined && known.mats.includes(mat) && { mat }),
  });
  const errs = machineErrs(own?.measured);
  const machine = errs ? { ...setup.machine, errs } : setup.machine;
  return { ...setup, machine, ...(own && { own }), fixes: own?.fixes ?? [] };
}

/**
 * What pieces are cut on by a machine: the first of its mats that all of them lie on, upright or turned; else the largest.
 * Undefined where there is no such machine.
 */
export function setupFor(chosen: string, shelf: readonly ShelfEntry[], blanks: readonly Size[]) {
  const mats = machineFor(chosen, shelf)?.machine.mats ?? [];
  const all = (mats.length > 0 ? mats : [undefined]).map((mat) => machineFor(chosen, shelf, mat));
  const lies = (width: number, height: number, mat: Size): boolean => width <= mat.width && height <= mat.height;
  const takes = (mat: Size): boolean =>
    blanks.every(({ width, height }) => lies(width, height, mat) || lies(height, width, mat));
  return all.find((setup) => setup && takes(setup.mat)) ?? all.at(-1);
}

/** The machine of the shelf with what a test cut has shown of a paper and a tool, in the place of what it had. */
export function withCorrection(own: OnShelf<"machine">, fix: Correction): OnShelf<"machine"> {
  const others = (own.fixes ?? []).filter(({ stock, tool }) => stock !== fix.stock || tool !== fix.tool);
  const isNone = fix.pressure === 0 && fix.passes === 0 && fix.speed === 0;
  const fixes = [...others, ...(isNone ? [] : [fix])].slice(-MOST_CORRECTIONS);
  return { ...own, fixes: fixes.length > 0 ? fixes : undefined };
}

const OFFCUT = "offcut:";
const PAPER = "paper:";
const SHEET = "sheet:";

/** The paper of the shelf that a stock is: as the recipe says, else by its name. */
export const paperFor = (stock: Stock, shelf: readonly ShelfEntry[]): ShelfPaper | undefined => {
  const papers = ofKind(shelf, "paper");
  return papers.find(({ id }) => id === stock.own) ?? papers.find(({ title }) => title === stockName(stock));
};

/** Papers that settings name or hold: handles and the like. */
const namedIn = (said: unknown): Stock[] =>
  record(said)
    ? Object.values(said).flatMap((value) => {
        const own = typeof value === "string" ? stockIn(value) : undefined;
        if (own) return [own];
        const preset = typeof value === "string" ? find(stocks, value) : undefined;
        return preset
          ? [{ preset: preset.id, title: preset.title, caliper: preset.caliper, weight: preset.weight }]
          : [];
      })
    : [];

/** Every paper of a recipe: its own, those its settings name, and those of what lies on its panels. */
const stocksIn = ({ stock, settings, fittings = [] }: Spec): Stock[] => [
  stock,
  ...namedIn(settings),
  ...fittings.flatMap((row) => {
    const own = row["stock"];
    return [...(record(own) ? [own as unknown as Stock] : []), ...namedIn(row), ...namedIn(row["settings"])];
  }),
];

/**
 * What of a shelf recipes are cut from, in the order it is used: offcuts of their papers, then each paper's own sheets, as many as it
 * takes: how many there are is asked when it is known how many it takes. Papers whose sheets are not known come in the sheet
 * that is in hand, or a usual one.
 * @param isDraftsOwn one draft by itself: it is cut from the sheet that it has in hand, whatever else the shelf has
 */
export function inHandFor(
  specs: readonly Spec[],
  shelf: readonly ShelfEntry[],
  usual: Size,
  isDraftsOwn = false,
): InHand[] {
  const papers = new Map<string, { readonly stock: Stock; readonly sheet: Spec["sheet"] }>();
  for (const spec of specs)
    for (const stock of stocksIn(spec)) {
      const name = stockName(stock);
      const { sheet } = spec;
      if (papers.get(name)?.sheet === undefined) papers.set(name, { stock, sheet });
    }
  const offcuts = ofKind(shelf, "offcut").filter(({ paper }) => papers.has(paper));
  const inHand = offcuts
    // one that is the very sheet in hand is used as that
    .filter(({ id }) => !specs.some(({ sheet }) => sheet?.own === id))
    .sort((a, b) => a.width * a.height - b.width * b.height)
    .map(({ id, paper, width, height, left }) => ({
      ...{ id: OFFCUT + id, stock: paper, width, height, count: left, offcut: true },
    }));
  const whole = [...papers].map(([name, { stock, sheet }]): InHand => {
    const paper = paperFor(stock, shelf);
    const own = paper && !isDraftsOwn && paper.width !== undefined && paper.height !== undefined;
    const size = own ? { width: paper.width ?? 0, height: paper.height ?? 0 } : (sheet ?? usual);
    const isPapers = paper && (own || (sheet?.width === paper.width && sheet?.height === paper.height));
    const grain = paper?.grain ?? stock.grain;
    return {
      id: isPapers ? PAPER + paper.id : SHEET + name,
      ...{ stock: name, width: size.width, height: size.height, count: AS_MANY, offcut: false },
      ...(grain && { grain }),
    };
  });
  return [...inHand, ...whole];
}

/** The smallest sheet of a shelf, whole or a rest, that copies which are not laid would come out of. */
export const wouldDo = (
  { needs: { width, height } }: Pick<LeftOver, "needs">,
  shelf: readonly ShelfEntry[],
): ShelfPaper | ShelfOffcut | undefined =>
  ofKind(shelf, "paper", "offcut")
    .filter((entry) => {
      const { width: w = 0, height: h = 0 } = entry;
      return Math.min(w, h) >= Math.min(width, height) && Math.max(w, h) >= Math.max(width, height) && entry.left !== 0;
    })
    .sort((a, b) => (a.width ?? 0) * (a.height ?? 0) - (b.width ?? 0) * (b.height ?? 0))[0];

/**
 * A draft's plan by straight cuts as a layout, as far as the shelf is concerned: which sheets it takes, and what is left of each.
 * @param inHand what it is cut from, as `inHandFor` has it
 */
export function layoutOfPlans(plans: readonly TrimPlan[], inHand: readonly InHand[]): Layout {
  const sheets = plans.flatMap(({ stock, sheet, groups }) => {
    const id = inHand.find((hand) => !hand.offcut && hand.stock === stock)?.id ?? SHEET + stock;
    return groups.flatMap(({ count, root }) => {
      const keep =
        root.slant === undefined ? offcutsOf(root).map(({ x, y, width, height }) => ({ x, y, width, height })) : [];
      const one = { stock, from: { id, offcut: false }, ...sheet, placements: [], used: 0, keep };
      return Array.from({ length: count }, () => one);
    });
  });
  return {
    kind: "trim",
    sheets: sheets.map((sheet, i) => ({ ...sheet, id: `sheet-${String(i + 1)}` })),
    left: [],
    papers: plans.map(({ stock, sheets: n }) => ({ stock, sheets: n, bound: 0, proved: 0 })),
    ...{ bound: 0, proved: 0, seed: 0, steps: 0, stopped: "done" },
  };
}

/** What one paper of a run comes to: what it takes, what of it there is, and what has to be bought. */
export interface ToBuy {
  readonly stock: string;
  readonly size: Size;
  /** whole sheets it takes, and offcuts beside */
  readonly takes: number;
  readonly offcuts: number;
  /** how many the shelf has; undefined where that is not kept */
  readonly onShelf: number | undefined;
  readonly buy: number;
  /** of one, and of what is to be bought; undefined where no price is kept */
  readonly price: number | undefined;
  readonly cost: number | undefined;
}

/**
 * What has to be bought for a layout, by paper and size of sheet.
 * @param inHand what it was laid out on: whole sheets, where a mat takes less of them
 */
export function toBuy(
  { sheets }: Pick<Layout, "sheets">,
  shelf: readonly ShelfEntry[],
  inHand: readonly InHand[] = [],
): ToBuy[] {
  const rows = new Map<string, ToBuy>();
  const offcuts = new Map<string, number>();
  for (const { stock, from, width, height } of sheets) {
    if (from.offcut) {
      offcuts.set(stock, (offcuts.get(stock) ?? 0) + 1);
      continue;
    }
    const paper = ofKind(shelf, "paper").find(({ id }) => from.id === PAPER + id);
    const key = `${stock} ${from.id}`;
    // a sheet on a mat is laid no further than the mat goes: what is bought is whole
    const whole = inHand.find(({ id }) => id === from.id) ?? { width, height };
    const size = { width: paper?.width ?? whole.width, height: paper?.height ?? whole.height };
    const takes = (rows.get(key)?.takes ?? 0) + 1;
    const buy = Math.max(0, takes - (paper?.left ?? 0));
    const price = paper?.price;
    rows.set(key, {
      ...{ stock, size, takes, offcuts: 0, onShelf: paper?.left, buy, price },
      cost: price === undefined ? undefined : price * buy,
    });
  }
  const all = [...rows.values()].map((row) => {
    const beside = offcuts.get(row.stock) ?? 0;
    offcuts.delete(row.stock);
    return { ...row, offcuts: beside };
  });
  const none = {
    size: { width: 0, height: 0 },
    takes: 0,
    onShelf: undefined,
    buy: 0,
    price: undefined,
    cost: undefined,
  };
  return [...all, ...[...offcuts].map(([stock, count]): ToBuy => ({ ...none, stock, offcuts: count }))];
}

/** mm: rests as large as one another are one entry. */
const SAME_MM = 0.05;
const isSame = (a: ShelfOffcut, b: ShelfOffcut): boolean =>
  a.paper === b.paper && Math.abs(a.width - b.width) < SAME_MM && Math.abs(a.height - b.height) < SAME_MM;

/** A shelf with so many more of a rest: with those of its size and paper, where there are any. */
export function withRest(shelf: readonly ShelfEntry[], rest: ShelfOffcut): ShelfEntry[] {
  const known = ofKind(shelf, "offcut").find((o) => isSame(o, rest));
  if (!known) return [rest, ...shelf];
  const left = Math.min(LEFT.max, known.left + rest.left);
  return shelf.map((entry) => (entry === known ? { ...known, left } : entry));
}

/** A shelf with so many fewer of a rest: none of it is left where that is all of it. */
export const withoutRest = (shelf: readonly ShelfEntry[], rest: ShelfOffcut): ShelfEntry[] =>
  shelf.flatMap((entry): ShelfEntry[] => {
    if (entry.kind !== "offcut" || !isSame(entry, rest)) return [entry];
    return entry.left > rest.left ? [{ ...entry, left: entry.left - rest.left }] : [];
  });

/**
 * What a layout takes of a shelf.
 * @param grid mm between two marks of the ruler: rests are measured down to one
 * @param newId an id for each rest
 */
export function takingOf(layout: Layout, shelf: readonly ShelfEntry[], grid: number, newId: () => string): Taking {
  const counts = new Map<string, number>();
  for (const { from } of layout.sheets) counts.set(from.id, (counts.get(from.id) ?? 0) + 1);
  const sheets = ofKind(shelf, "paper").flatMap(({ id, left }) => {
    const count = Math.min(left ?? 0, counts.get(PAPER + id) ?? 0);
    return count > 0 ? [{ id, count }] : [];
  });
  const used = ofKind(shelf, "offcut").flatMap((entry) => {
    const count = Math.min(entry.left, counts.get(OFFCUT + entry.id) ?? 0);
    return count > 0 ? [{ entry, count }] : [];
  });
  const rests = layout.papers.flatMap(({ stock }) => {
    const own = ofKind(shelf, "paper").find(({ title }) => title === stock)?.id;
    return restsOf(layout, stock, grid)
      .filter(({ width, height }) => Math.min(width, height) >= SHEET_MM.min)
      .map(({ width, height, count }): ShelfOffcut => ({
        ...{ kind: "offcut", id: newId(), paper: stock, width, height, left: Math.min(count, LEFT.max) },
        ...(own !== undefined && { own }),
      }));
  });
  return { sheets, used, rests };
}

/** The shelf once a run has been taken from it and its rests put there. */
export function taken(shelf: readonly ShelfEntry[], { sheets, used, rests }: Taking): ShelfEntry[] {
  const fewer = shelf.flatMap((entry): ShelfEntry[] => {
    if (entry.kind === "paper") {
      const count = sheets.find(({ id }) => id === entry.id)?.count ?? 0;
      return count === 0 ? [entry] : [{ ...entry, left: Math.max(0, (entry.left ?? 0) - count) }];
    }
    if (entry.kind !== "offcut") return [entry];
    const count = used.find((one) => one.entry.id === entry.id)?.count ?? 0;
    return entry.left > count ? [count === 0 ? entry : { ...entry, left: entry.left - count }] : [];
  });
  return rests.reduce(withRest, fewer);
}

/** The shelf with a run put back on it: what else has come to it or gone from it meanwhile stays as it is. */
export function putBack(shelf: readonly ShelfEntry[], { sheets, used, rests }: Taking): ShelfEntry[] {
  const less = rests.reduce(withoutRest, [...shelf]);
  const more = less.map((entry): ShelfEntry => {
    const count = entry.kind === "paper" ? (sheets.find(({ id }) => id === entry.id)?.count ?? 0) : 0;
    return entry.kind === "paper" && count > 0
      ? { ...entry, left: Math.min(LEFT.max, (entry.left ?? 0) + count) }
      : entry;
  });
  return used.reduce<ShelfEntry[]>((all, { entry, count }) => withRest(all, { ...entry, left: count }), more);
}
