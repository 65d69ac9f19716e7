/** Where the cutter's jobs are kept: one small row a job, written through to the disk before anything is told, its file beside it. */
import { mkdirSync, renameSync } from "node:fs";
import path from "node:path";
import { ClassicLevel } from "classic-level";
import type { KeptJob } from "./job.ts";

/** What keeps jobs. */
export interface JobStore {
  all(): Promise<KeptJob[]>;
  /** @throws where it could not be written through */
  put(job: KeptJob, file?: string): Promise<void>;
  file(id: string): Promise<string | undefined>;
  remove(id: string): Promise<void>;
  close(): Promise<void>;
}

/** Another server has the folder. */
export class StoreTaken extends Error {}

const SYNCED = { sync: true } as const;
const JOB = "job/";
const FILE = "file/";

const causeOf = (error: unknown): string => {
  const { cause } = error as { cause?: { code?: string } };
  return cause?.code ?? (error as { code?: string }).code ?? "";
};

async function opened(folder: string): Promise<ClassicLevel> {
  mkdirSync(folder, { recursive: true });
  const level = new ClassicLevel(folder);
  try {
    await level.open();
    return level;
  } catch (error) {
    if (causeOf(error) === "LEVEL_LOCKED") throw new StoreTaken("another server has the cutter's folder");
    throw error;
  }
}

/**
 * Opens the store of a folder. One that is damaged is set aside under another name, never thrown away.
 * @returns with the name it was set aside under, where it was
 * @throws StoreTaken where another server has it
 */
export async function openStore(folder: string): Promise<{ readonly store: JobStore; readonly setAside?: string }> {
  let setAside: string | undefined;
  let level: ClassicLevel;
  try {
    level = await opened(folder);
  } catch (error) {
    if (error instanceof StoreTaken) throw error;
    const aside = `${folder}.damaged-${String(Date.now())}`;
    renameSync(folder, aside);
    setAside = path.basename(aside);
    level = await opened(folder);
  }
  const store: JobStore = {
    async all() {
      const jobs: KeptJob[] = [];
      for await (const value of level.values({ gte: JOB, lt: `${JOB}~` })) jobs.push(JSON.parse(value) as KeptJob);
      return jobs;
    },
    async put(job, file) {
      const row = { type: "put", key: JOB + job.id, value: JSON.stringify(job) } as const;
      await level.batch(file === undefined ? [row] : [row, { type: "put", key: FILE + job.id, value: file }], SYNCED);
    },
    file: async (id) => await level.get(FILE + id),
    async remove(id) {
      await level.batch(
        [
          { type: "del", key: JOB + id },
          { type: "del", key: FILE + id },
        ],
        SYNCED,
      );
    },
    close: () => level.close(),
  };
  return { store, ...(setAside !== undefined && { setAside }) };
}
