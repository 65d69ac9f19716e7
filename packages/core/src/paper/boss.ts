/**
 * An outline that stands out of a panel: the two are one paper.
 *
 *        ╭───╮
 *   ┌────╯   ╰────┐
 *   │    panel    │
 *   └────╮   ╭────┘
 *        ╰───╯
 */
import { combined } from "../geometry/curves.ts";
import { type Path, placePath, polygon } from "../geometry/path.ts";
import { HERE, type Point, type Size } from "../geometry/point.ts";
import { outlined, type Rectangle } from "./panel.ts";

/** Such a panel, and how far up and down its outline reaches over its width: for what is measured. */
export interface Boss extends Rectangle {
  readonly stands: { readonly id: string; readonly width: number; readonly y: number; readonly height: number };
}

/** A panel with an outline laid over its middle, which fills a box so large; undefined where the two do not hang together. */
export function boss(on: Rectangle, { width, height }: Size, path: Path): Boss | undefined {
  const [x, y] = [(on.width - width) / 2, (on.height - height) / 2];
  const base = polygon(on.corners.map(([u, v]): Point => [u, v]));
  const [whole, ...apart] = combined("union", [base], [placePath(path, { ...HERE, x, y })]);
  if (!whole || apart.length > 0) return undefined;
  return {
    ...outlined(on.id, on.name, on, whole),
    reach: [...on.reach, [x, y], [x + width, y + height]],
    stands: { id: on.id, width: on.width, y, height },
  };
}
