/** ZIP: everything at once, each in its own file, named by the draft. */
import { fileName, type Format } from "./format.ts";

/** Everything in one file: `others` each by itself. The program that packs it comes when it is asked for. */
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
    const { strToU8, zipSync } = await import("fflate");
    const name = fileName(what.title);
    const files = await Promise.all(
      others.map(async (format) => {
        const data = await format.write(what, how);
        return [name + format.extension, typeof data === "string" ? strToU8(data) : data] as const;
      }),
    );
    return zipSync(Object.fromEntries(files), { mtime: how.date });
  },
});
