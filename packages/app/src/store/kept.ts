/** What is kept beside drafts, as it must be to be read: in the browser's store, and in the file of everything. */
import {
  type Draft,
  FLIPS,
  loopsOf,
  MOST_DRAWN,
  MOST_SIDE_MM,
  QUANTITY,
  readDraft,
  SHEET_MM,
  type ShelfEntry,
  type ShelfOffcut,
  shelfSchema,
} from "@cut-fold/core";
import { z } from "zod";

export const outlineSchema = z.object({
  id: z.string().max(60),
  name: z.string().min(1).max(80),
  /** closed lines as a recipe keeps them, mm */
  drawn: z
    .string()
    .max(MOST_DRAWN)
    .refine((drawn) => loopsOf(drawn) !== undefined),
  width: z.number().positive().max(MOST_SIDE_MM),
  height: z.number().positive().max(MOST_SIDE_MM),
  /** where it came from, in words */
  from: z.string().max(200),
  /** ISO time */
  made: z.string().max(40),
});
/** An outline of the shelf: in the size it was read or made, mm. */
export type ShelfOutline = z.infer<typeof outlineSchema>;

/** So many drafts can be made together. */
export const MOST_IN_RUN = 60;

const side = z.number().min(SHEET_MM.min).max(SHEET_MM.max);
/** A rest of a sheet as it was kept before there was a shelf: mm, how many of it there are, and of which paper. */
const offcutSchema = z.object({
  width: side,
  height: side,
  count: z.number().int().min(1).max(9999),
  paper: z.string().max(80),
});

/** The same as an entry of the shelf, under an id; undefined for what is none. */
export function offcutOf(row: unknown, id: string): ShelfOffcut | undefined {
  const { data } = offcutSchema.safeParse(row);
  if (!data) return undefined;
  const { width, height, count, paper } = data;
  return { kind: "offcut", id, width, height, paper, left: count };
}

export const settingsSchema = z.object({
  /** a unit for everything, or as the ruler in use reads */
  unit: z.enum(["ruler", "in", "in-decimal", "mm", "cm"]).default("ruler"),
  fraction: z.union([z.literal(8), z.literal(16), z.literal(32)]).default(16),
  /** the paper in the printer, a sheet id */
  paper: z.enum(["iso-a4", "us-letter"]).default("iso-a4"),
  /** about which edge the sheet is turned when its other side is printed */
  flip: z.enum(FLIPS).default("long"),
  /** the punch's notch depth, mm, when the maker has measured their own board */
  notch: z.number().min(2).max(30).optional(),
  /** whose hand makes things: one that is known, or one of the shelf by its key in lists */
  hand: z.string().max(80).default("usual"),
  /** screen pixels for a mm, from the maker's own comparison; absent until measured */
  pixelsPerMm: z.number().min(1).max(20).optional(),
});
export type Settings = z.infer<typeof settingsSchema>;

const finite = z.number();
/** A layout as it was kept: as much of it as is drawn and reckoned with. */
export const layoutSchema = z.looseObject({
  sheets: z
    .array(
      z.looseObject({
        ...{ id: z.string(), stock: z.string(), width: finite, height: finite, used: finite },
        from: z.looseObject({ id: z.string(), offcut: z.boolean() }),
        keep: z.array(z.looseObject({ x: finite, y: finite, width: finite, height: finite })),
        placements: z.array(
          z.looseObject({ item: finite, piece: z.string(), copy: finite, x: finite, y: finite, rotation: finite }),
        ),
      }),
    )
    .max(5000),
  left: z.array(z.looseObject({ piece: z.string(), copies: finite, reason: z.string() })),
  papers: z.array(z.looseObject({ stock: z.string(), sheets: finite })),
});
/** What a run makes of one draft. */
const runItemSchema = z.object({
  /** its id */
  draft: z.string().max(64),
  /** in all, of it made already, and of the rest today; all of the rest where that is not said */
  quantity: z.number().int().min(QUANTITY.min).max(QUANTITY.max),
  made: z.number().int().min(0).max(QUANTITY.max),
  today: z.number().int().min(0).max(QUANTITY.max).optional(),
});
export const runSchema = z.object({
  id: z.string().min(1).max(64),
  name: z.string().trim().min(1).max(120),
  items: z.array(runItemSchema).max(MOST_IN_RUN),
  /** ISO time */
  changed: z.string().max(40),
});
/** Drafts that are made together. */
export type KeptRun = z.infer<typeof runSchema>;
export type KeptRunItem = KeptRun["items"][number];

/** A deleted draft and when it was. */
export interface Binned {
  readonly draft: Draft;
  /** ISO 8601 */
  readonly deleted: string;
}

/** A row of the bin; undefined for what is none. */
export function readBinned(row: unknown): Binned | undefined {
  const { draft, deleted } = (row ?? {}) as Partial<Binned>;
  const read = readDraft(draft);
  return read.ok && typeof deleted === "string" && deleted.length < 40 ? { draft: read.draft, deleted } : undefined;
}

/** All that stands in the file of everything beside the drafts, as it was kept. */
export interface Beside {
  readonly bin: readonly unknown[];
  readonly outlines: readonly unknown[];
  readonly shelf: readonly unknown[];
  readonly runs: readonly unknown[];
  /** files of versions that had no shelf */
  readonly offcuts?: readonly unknown[];
  readonly settings?: unknown;
}

/** The same, read: what cannot be is counted. */
export interface ReadBeside {
  readonly bin: readonly Binned[];
  readonly outlines: readonly ShelfOutline[];
  readonly shelf: readonly ShelfEntry[];
  readonly runs: readonly KeptRun[];
  readonly settings: Settings | undefined;
  readonly unread: number;
}
export const NOTHING_BESIDE: ReadBeside = {
  bin: [],
  outlines: [],
  shelf: [],
  runs: [],
  settings: undefined,
  unread: 0,
};

/** Reads what a file holds beside its drafts; never throws on what it is given. */
export function readBeside(given: Readonly<Record<string, unknown>> = {}): ReadBeside {
  const rows = (name: keyof Beside): readonly unknown[] => (Array.isArray(given[name]) ? given[name] : []);
  let unread = 0;
  const all = <T>(name: keyof Beside, read: (row: unknown) => T | undefined): T[] =>
    rows(name).flatMap((row) => {
      const one = read(row);
      if (one === undefined) unread += 1;
      return one === undefined ? [] : [one];
    });
  const bin = all("bin", readBinned);
  const outlines = all("outlines", (row) => outlineSchema.safeParse(row).data);
  const shelf = [
    ...all("shelf", (row) => shelfSchema.safeParse(row).data),
    ...all("offcuts", (row) => offcutOf(row, crypto.randomUUID())),
  ];
  const runs = all("runs", (row) => runSchema.safeParse(row).data);
  return { bin, outlines, shelf, runs, settings: settingsSchema.safeParse(given["settings"]).data, unread };
}
