import { expect, test } from "vitest";
import { lately } from "./lately.ts";

test("what was made lately is not made again; what was not asked for longest goes first", () => {
  const made: string[] = [];
  const kept = lately<string>(2);
  const ask = (key: string) => kept(key, () => (made.push(key), key.toUpperCase()));
  expect([ask("a"), ask("b"), ask("a"), ask("c"), ask("a"), ask("b")]).toEqual(["A", "B", "A", "C", "A", "B"]);
  expect(made).toEqual(["a", "b", "c", "b"]);
});

test("nothing found is kept too", () => {
  let times = 0;
  const kept = lately<undefined>(2);
  for (let i = 0; i < 3; i++)
    kept("nothing", () => {
      times++;
      return undefined;
    });
  expect(times).toBe(1);
});
