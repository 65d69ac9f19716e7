/** How many of a draft are finished, and whether they are made one by one or a step for all: kept beside it in the browser. */
import { create } from "zustand";
import { besideKey, db } from "./db.ts";
import { keepRow } from "./keeping.ts";

/** What has been made of one draft. */
export interface Made {
  readonly finished: number;
  readonly together: boolean;
}
const NONE: Made = { finished: 0, together: false };

interface MadeState {
  readonly id: string | undefined;
  readonly made: Made;
}
export const useMade = create<MadeState>()(() => ({ id: undefined, made: NONE }));

const keyOf = (id: string): string => besideKey("made", id);

/** Brings what was kept of a draft; nothing made where nothing was, or where it cannot be read. */
export async function recallMade(id: string): Promise<void> {
  useMade.setState({ id, made: NONE });
  const row = await db.kept.get(keyOf(id)).catch(() => undefined);
  const { finished, together } = (row?.value ?? {}) as Partial<Made>;
  if (useMade.getState().id !== id) return;
  const count = typeof finished === "number" && finished > 0 ? Math.floor(finished) : 0;
  useMade.setState({ made: { finished: count, together: together === true } });
}

/** Notes what has been made of the open draft. */
export function setMade(change: Partial<Made>): void {
  const { id, made } = useMade.getState();
  if (id === undefined) return;
  const next = { ...made, ...change };
  useMade.setState({ made: next });
  void keepRow(keyOf(id), next);
}
