/** ZIP: everything at once, each in its own file, named by the draft. */
import { fileName, type Format } from "./format.ts";

/** Files in one, each by its name. The program that packs them comes when it is asked for. */
export async function zipped(
  files: readonly (readonly [name: string, data: string | Uint8Array])[],
  date: Date,
): Promise<Uint8Array> {
  const { strToU8, zipSync } = await import("fflate");
  const packed = files.map(([name, data]) => [name, typeof data === "string" ? strToU8(data) : data] as const);
  return zipSync(Object.fromEntries(packed), { mtime: date });
}

/** Everything in one file: `others` each by itself. */
export const zipOf = (others: readonly Format[]): Format => ({
  id: "zip",
  title: "ZIP",
  about: "all of these in one file",
  extension: ".zip",
  mime: "application/zip",
  lacks: [],
  of: ["draft"],
  reads: "whole",
  async write(what, how) {
    const name = fileName(what.title);
    const files = await Promise.all(
      others.map(async (format) => [name + format.extension, await format.write(what, how)] as const),
    );
    return await zipped(files, how.date);
  },
});
