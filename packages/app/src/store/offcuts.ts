/** Offcuts that were kept: what a finished run left over, to be cut from next. */
import type { Size } from "@cut-fold/core";
import { z } from "zod";
import { create } from "zustand";
import { db, isOfLaterApp } from "./db.ts";
import { type KeptOffcut, offcutSchema } from "./kept.ts";
import { holds, isAhead, keepRow } from "./keeping.ts";

const KEY = "offcuts";
const MOST = 60;

interface OffcutsState {
  readonly offcuts: readonly KeptOffcut[];
  /** the one that was taken in hand last */
  readonly taken: KeptOffcut | undefined;
  readonly load: () => Promise<void>;
}

export const useOffcuts = create<OffcutsState>()((set) => ({
  offcuts: [],
  taken: undefined,
  load: async () => {
    if (isAhead(KEY)) return;
    const row = (await isOfLaterApp()) ? undefined : await db.kept.get(KEY).catch(() => undefined);
    const read = z.array(offcutSchema).safeParse(row?.value ?? []);
    if (read.success) set({ offcuts: read.data });
  },
}));

const isAsLarge = (a: Size, b: Size): boolean =>
  Math.abs(a.width - b.width) < 0.05 && Math.abs(a.height - b.height) < 0.05;
const isSame = (a: KeptOffcut, b: KeptOffcut): boolean => isAsLarge(a, b) && a.paper === b.paper;

function keep(offcuts: readonly KeptOffcut[]): void {
  useOffcuts.setState({ offcuts });
  void keepRow(KEY, offcuts);
}
holds(KEY, () => db.kept.put({ key: KEY, value: useOffcuts.getState().offcuts }));

/** Puts all of a list in the place of what is kept. */
export const putOffcuts = (offcuts: readonly KeptOffcut[]): void => {
  keep(offcuts.slice(0, MOST));
};

/** Those of a list that are not here, of that size and paper. */
export const unknownOffcuts = (given: readonly KeptOffcut[]): KeptOffcut[] => {
  const { offcuts } = useOffcuts.getState();
  return given.filter((one) => !offcuts.some((o) => isSame(o, one)));
};

/** Puts an offcut on the list, with those of its size. */
export async function keepOffcut(offcut: KeptOffcut): Promise<void> {
  await useOffcuts.getState().load();
  const { offcuts } = useOffcuts.getState();
  const known = offcuts.find((o) => isSame(o, offcut));
  const all = known ? { ...known, count: known.count + offcut.count } : offcut;
  keep([all, ...offcuts.filter((o) => o !== known)].slice(0, MOST));
}

/** Takes so many of an offcut back off the list: they were not kept after all. */
export async function letGoOffcut(offcut: KeptOffcut): Promise<void> {
  await useOffcuts.getState().load();
  const { offcuts } = useOffcuts.getState();
  keep(
    offcuts.flatMap((o) => {
      if (!isSame(o, offcut)) return [o];
      return o.count > offcut.count ? [{ ...o, count: o.count - offcut.count }] : [];
    }),
  );
}

/** Takes an offcut off the list: it is used up. */
export const dropOffcut = (offcut: KeptOffcut): void => {
  keep(useOffcuts.getState().offcuts.filter((o) => !isSame(o, offcut)));
};

/** Takes an offcut in hand: of several of one size it is the one that is meant. */
export const takeOffcut = (offcut: KeptOffcut): void => {
  useOffcuts.setState({ taken: offcut });
};

/** The offcut that a sheet so large is: the one that was taken, else one of the draft's own paper, else any of that size. */
export function offcutInHand(
  { offcuts, taken }: Pick<OffcutsState, "offcuts" | "taken">,
  sheet: Size,
  paper: string,
): KeptOffcut | undefined {
  const large = offcuts.filter((o) => isAsLarge(o, sheet));
  return large.find((o) => taken !== undefined && isSame(o, taken)) ?? large.find((o) => o.paper === paper) ?? large[0];
}
