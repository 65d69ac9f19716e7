/**
 * Layers on a card: mats, frames and strips laid on its panels, each a piece of its own, glued to what lies beneath.
 *
 *     ┌─────────────────┐ panel           A mat leaves an even border and becomes the ground for what follows on the
 *     │ ┌─────────────┐ │ mat             same face. Frames and strips lie on the ground and do not change it.
 *     │ │┌───────────┐│ │ mat on mat
 *     │ ││▒▒▒▒▒▒▒▒▒▒▒││ │ strip           Places are worked out as one looks at the face (u to the right, v up), so that
 *     │ │└───────────┘│ │                 left is left on the inside too.
 *     │ └─────────────┘ │
 *     └─────────────────┘
 *
 * Sizes are rounded down to the ruler; from a ground that is on the ruler, both axes lose alike and borders stay even.
 */
import { boundsOf, flatten, polygon } from "../geometry/path.ts";
import type { Point } from "../geometry/point.ts";
import type { Drafted } from "../model/form.ts";
import type { Face, Glue, Join, PanelFace, PieceDraft } from "../model/piece.ts";
import type { Layer } from "../model/spec.ts";
import { roundDown } from "../units/ruler.ts";
import { flatPiece, sheetSizes } from "./finishedPiece.ts";

/** Glue keeps this far from a layer's edge. */
const MARGIN = 1.5;
/** Widest band of tape laid along the edges of a layer; larger layers are not glued all over. */
const BAND = 12;

interface Ground {
  readonly width: number;
  readonly height: number;
  readonly onto: PanelFace;
  /** from the face's own u, v to the target panel's flat coordinates, for a piece laid with its lower left at u, v */
  readonly lay: (u: number, v: number) => Pick<Join, "x" | "y" | "rotation" | "flip">;
}

/** The panel's face as ground. Seen from the inside, right and left change places. */
function groundOf(card: PieceDraft, id: string, face: Face): Ground {
  const outline = card.panels.find((p) => p.id === id)?.outline ?? [];
  const { left, right, bottom, top } = boundsOf(flatten(outline));
  return {
    width: right - left,
    height: top - bottom,
    onto: { piece: card.id, panel: id, face },
    lay: (u, v) =>
      face === "front"
        ? { x: left + u, y: bottom + v, rotation: 0, flip: false }
        : { x: right - u, y: bottom + v, rotation: 0, flip: true },
  };
}

/** A layer's size on its ground and where its lower left comes to lie. */
export function laid(layer: Layer, ground: { readonly width: number; readonly height: number }, grid: number) {
  const within = (size: number): number => Math.max(grid, roundDown(size - 2 * layer.border, grid));
  if (layer.kind !== "strip") {
    const [width, height] = [within(ground.width), within(ground.height)];
    return { width, height, u: (ground.width - width) / 2, v: (ground.height - height) / 2 };
  }
  const across = layer.runs === "across";
  const thick = Math.min(roundDown(Math.max(layer.width, grid), grid), across ? ground.height : ground.width);
  const long = within(across ? ground.width : ground.height);
  const [width, height] = across ? [long, thick] : [thick, long];
  const free = across ? ground.height - height : ground.width - width;
  const at = Math.min(layer.at, free);
  // measured from the edge that lies along it; any other edge means the middle
  const low = layer.from === "bottom" || layer.from === "left";
  const high = layer.from === "top" || layer.from === "right";
  const along = (layer.from === "top" || layer.from === "bottom") === across;
  const off = layer.from === "centre" || !along ? free / 2 : low ? at : high ? free - at : free / 2;
  return across
    ? { width, height, u: (ground.width - width) / 2, v: off }
    : { width, height, u: off, v: (ground.height - height) / 2 };
}

/** Bands of glue along the upper and the lower edge, or all over where the layer is low. */
function gluedTo(id: string, width: number, height: number, onto: PanelFace, inner: number): Glue[] {
  const room = Math.min(height - 2 * MARGIN, inner - 2 * MARGIN);
  if (room <= 0 || width <= 2 * MARGIN) return [];
  const whole = height <= 2 * BAND && inner >= height;
  const band = whole ? height - 2 * MARGIN : Math.min(BAND, room, height / 2 - MARGIN);
  const zone = (name: string, low: number): Glue => ({
    id: `glue-${id}-${name}`,
    panel: id,
    face: "back",
    polygon: [
      [MARGIN, low],
      [width - MARGIN, low],
      [width - MARGIN, low + band],
      [MARGIN, low + band],
    ],
    onto,
    widestTape: band,
    web: true,
  });
  return whole ? [zone("all", MARGIN)] : [zone("low", MARGIN), zone("high", height - MARGIN - band)];
}

const box = (left: number, bottom: number, right: number, top: number): readonly Point[] => [
  [left, bottom],
  [right, bottom],
  [right, top],
  [left, top],
];

/** The piece that a layer becomes, by its place in the recipe's list. */
export const layerId = (index: number): string => `layer-${String(index + 1)}`;

/** A drafted card with its layers laid on. The card's thickness grows by every stack. */
export function withLayers(drafted: Drafted, layers: readonly Layer[], grid: number): Drafted {
  const [card] = drafted.pieces;
  if (!card || layers.length === 0) return drafted;
  const grounds = new Map<string, Ground>();
  const pieces: PieceDraft[] = [];
  const joins: Join[] = [];
  const dimensions = [...drafted.dimensions];
  // how high each face is built up; neighbours on one face lie side by side or over one another: counted as over
  const stacks = new Map<string, number>();
  layers.forEach((layer, i) => {
    const id = layerId(i);
    const face: Face = layer.side === "outside" ? "front" : "back";
    const key = `${layer.panel}/${face}`;
    const ground = grounds.get(key) ?? groundOf(card, layer.panel, face);
    const { width, height, u, v } = laid(layer, ground, grid);
    const bar = layer.kind === "frame" ? Math.min(layer.width, width / 2 - 1, height / 2 - 1) : Infinity;
    const opening =
      layer.kind === "frame" && bar > 0
        ? [{ id: "opening", path: polygon(box(bar, bar, width - bar, height - bar)) }]
        : [];
    const outline = polygon(box(0, 0, width, height));
    pieces.push({
      ...flatPiece(id, layer.name, outline, { width, height }, opening),
      stock: layer.stock,
      glue: gluedTo(id, width, height, ground.onto, Math.min(height, bar)),
    });
    const raised = layer.raised > 0 ? { raised: layer.raised } : {};
    joins.push({ piece: id, panel: id, onto: ground.onto, ...ground.lay(u, v), ...raised });
    dimensions.push(...sheetSizes(id, { width, height }));
    stacks.set(key, (stacks.get(key) ?? 0) + layer.stock.caliper + layer.raised);
    if (layer.kind === "mat") {
      const flat = { rotation: 0, flip: false };
      const onto: PanelFace = { piece: id, panel: id, face: "front" };
      grounds.set(key, { width, height, onto, lay: (x, y) => ({ x, y, ...flat }) });
    }
  });
  const added = [...stacks.values()].reduce((sum, mm) => sum + mm, 0);
  const { finished } = drafted;
  return {
    ...drafted,
    pieces: [...drafted.pieces, ...pieces],
    joins: [...drafted.joins, ...joins],
    dimensions,
    ...(finished && { finished: { ...finished, thickness: finished.thickness + added } }),
  };
}
