/** Pictures that nothing prints any more: noted, and gone after as long as a deleted draft rests. */
import { saidOfPicture } from "@cut-fold/core";
import { beforeEach, expect, it } from "vitest";
import { DAY_MS, tidyBin } from "./bin.ts";
import { db } from "./db.ts";
import { markBegun } from "./keeping.ts";

const id = (letter: string): string => letter.repeat(16);
const printing = (letter: string) => ({
  spec: { fittings: [{ kind: "artwork", picture: saidOfPicture(id(letter), 40, 30) }] },
});
const picture = (letter: string) => ({
  key: `picture ${id(letter)}`,
  value: { id: id(letter), name: "leaf.png", type: "image/png", bytes: new Uint8Array([1, 2, 3]) },
});
const here = async (): Promise<string> =>
  (await db.kept.where("key").startsWith("picture ").primaryKeys()).map((key) => key.slice(-1)).join("");

beforeEach(async () => {
  await db.drafts.clear();
  await db.kept.clear();
  await markBegun();
});

it("stay while a draft, the bin, a step of undo or a run says them, and a month after the last of these", async () => {
  const now = Date.now();
  const days = (n: number): number => now + n * DAY_MS;
  await db.drafts.put({ id: "a", changed: "", ...printing("a") } as never);
  await db.drafts.put({ id: "plain", changed: "", spec: {} } as never);
  await db.kept.bulkPut([
    { key: "bin b", value: { draft: { id: "b", ...printing("b") }, deleted: new Date(days(90)).toISOString() } },
    { key: "steps a", value: { past: [printing("c").spec], future: [] } },
    { key: "run d", value: { items: [printing("d")] } },
    ...["a", "b", "c", "d", "e"].map(picture),
  ]);
  await tidyBin(now);
  await tidyBin(days(29));
  expect(await here()).toBe("abcde");
  await tidyBin(days(31));
  expect(await here()).toBe("abcd");
  // what is used as it was is as it was
  expect((await db.kept.get(`picture ${id("a")}`))?.value).toEqual(picture("a").value);
});

it("that are taken up again are no longer counted as unused", async () => {
  const now = Date.now();
  await db.kept.put(picture("f"));
  await tidyBin(now);
  await db.drafts.put({ id: "f", changed: "", ...printing("f") } as never);
  await tidyBin(now + 31 * DAY_MS);
  await db.drafts.delete("f");
  // noted anew: a month from here
  await tidyBin(now + 32 * DAY_MS);
  await tidyBin(now + 61 * DAY_MS);
  expect(await here()).toBe("f");
  await tidyBin(now + 63 * DAY_MS);
  expect(await here()).toBe("");
});
