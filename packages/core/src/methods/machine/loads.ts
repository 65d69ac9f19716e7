/** What one draft puts on the mat: pieces of one paper together, as many loads as they take; a card that was bought by itself. */
import { fitAngle } from "../../geometry/fit.ts";
import { boundsOf, flatten } from "../../geometry/path.ts";
import { place, type Pose, type Size } from "../../geometry/point.ts";
import type { Whole } from "../../fittings/whole.ts";
import type { MachineSetup } from "../../recipe/readMethod.ts";
import { type Piece, takesPaper } from "../../model/piece.ts";
import type { Stock } from "../../model/spec.ts";
import { stockKey } from "../../machine/effort.ts";
import { type Boxlike, inBoxes } from "./inBoxes.ts";

/** A piece where it lies on a mat: from its flat coordinates to the mat's. */
export interface OnMat {
  readonly piece: Piece;
  readonly pose: Pose;
}

/** One time the mat is loaded. */
export interface Load {
  readonly stock: Stock;
  /** as much of a sheet as can be reached, mm */
  readonly reach: Size;
  readonly pieces: readonly OnMat[];
  readonly isBought: boolean;
}

/** The sheet in hand as far as the mat goes, for the draft's own paper; the mat itself where none is said. */
function reachOf({ spec }: Pick<Whole, "spec">, stock: Stock, { mat }: MachineSetup): Size {
  const { sheet } = spec;
  const isOwn = stockKey(stock) === stockKey(spec.stock);
  if (!sheet || !isOwn) return mat;
  return { width: Math.min(sheet.width, mat.width), height: Math.min(sheet.height, mat.height) };
}

/** How a piece lies, turned so many degrees, with the lower left of its box at a place. */
function lyingAt({ outline }: Piece, x: number, y: number, turned: number): Pose {
  const turn: Pose = { x: 0, y: 0, rotation: turned, flip: false };
  const { left, bottom } = boundsOf(outline.flatMap((loop) => flatten(loop).map((p) => place(p, turn))));
  return { ...turn, x: x - left, y: y - bottom };
}

/** The size a piece takes: its outline's box, every copy a box of its own. */
function boxesOf(pieces: readonly Piece[]): (Boxlike & { readonly piece: Piece })[] {
  return pieces.flatMap((piece) => {
    const points = piece.outline.flatMap((loop) => flatten(loop));
    const { left, right, bottom, top } = boundsOf(points);
    const slantIn = (room: Size): number | undefined => fitAngle(points, room);
    const box = { piece, width: right - left, height: top - bottom, slantIn };
    return Array.from({ length: piece.quantity }, () => box);
  });
}

/** All loads of a draft, in the order in which their first pieces are made. */
export function loadsOf(making: Pick<Whole, "spec" | "pieces">, setup: MachineSetup): Load[] {
  const byStock = new Map<string, { readonly stock: Stock; readonly pieces: Piece[] }>();
  const bought: Load[] = [];
  for (const piece of making.pieces) {
    const stock = piece.stock ?? making.spec.stock;
    if (piece.bought) {
      const pose: Pose = { ...piece.bought, rotation: 0, flip: false };
      bought.push({ stock, reach: setup.mat, pieces: [{ piece, pose }], isBought: true });
    }
    if (!takesPaper(piece)) continue;
    const key = stockKey(stock);
    const known = byStock.get(key);
    if (known) known.pieces.push(piece);
    else byStock.set(key, { stock, pieces: [piece] });
  }
  const loads = [...byStock.values()].flatMap(({ stock, pieces }) => {
    const reach = reachOf(making, stock, setup);
    return inBoxes(boxesOf(pieces), reach, setup.machine.margin).map((boxes): Load => ({
      ...{ stock, reach, isBought: false },
      pieces: boxes.map(({ of: { piece }, x, y, turned }) => ({ piece, pose: lyingAt(piece, x, y, turned) })),
    }));
  });
  return [...bought, ...loads];
}
