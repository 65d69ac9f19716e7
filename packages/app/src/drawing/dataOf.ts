/** Path data of a path that has not changed: most of a drawing stays while one thing of it moves. */
import { type Path, pathData } from "@cut-fold/core";

const written = new WeakMap<Path, string>();

export function dataOf(path: Path): string {
  const known = written.get(path);
  if (known !== undefined) return known;
  const data = pathData(path);
  written.set(path, data);
  return data;
}
