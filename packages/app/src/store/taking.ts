import { create } from "zustand";
import type { ReadWhole } from "../workers/import.worker.ts";

/** A file that was read: what is in it waits to be taken in. */
export type ReadFile = Extract<ReadWhole, { ok: true }>;

/** What waits to be taken in, until the maker says how. */
export const useTaking = create<{ readonly read: ReadFile | undefined }>()(() => ({ read: undefined }));
