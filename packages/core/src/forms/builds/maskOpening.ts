/** The opening of a mask: a rectangle, an ellipse, or an outline as large as the card drawn in all round. */
import { shapes } from "../../catalogue/shapes.ts";
import { offset } from "../../geometry/curves.ts";
import { areaOf, oval, type Path, placePath } from "../../geometry/path.ts";
import type { Point, Size } from "../../geometry/point.ts";
import { cornered } from "../../paper/shape.ts";
import { lately } from "../../units/lately.ts";
import { outlineIn } from "../shared/outlines.ts";

/** What the maker has set of it. */
interface OpeningSet {
  readonly shape: string;
  readonly drawn: string;
  readonly cornerRadius: number;
}

/** Outlines drawn in lately: whatever else of a mask is changed, and every button that is tried, asks for the same again. */
const drawnIn = lately<Path | undefined>(60);

/** The opening that leaves `border` mm of the card covered, its lower left at the origin; of several parts the largest. */
export function maskOpening({ shape, drawn, cornerRadius }: OpeningSet, card: Size, border: number): Path {
  const [width, height] = [card.width - 2 * border, card.height - 2 * border];
  if (shape === "oval" || shape === "round") return oval(width, height);
  if (shape === "rectangle") return rectangle(width, height, cornerRadius);
  const key = [shape, drawn, card.width, card.height, border].join(" ");
  const largest = drawnIn(key, () => {
    const outline = outlineIn(shapes, shape, drawn, "oval")?.outline(card.width, card.height) ?? [];
    return offset([outline], -border).sort((a, b) => areaOf(b) - areaOf(a))[0];
  });
  return largest ? placePath(largest, { x: -border, y: -border, rotation: 0, flip: false }) : oval(1, 1);
}

function rectangle(width: number, height: number, cornerRadius: number): Path {
  const radius = Math.min(cornerRadius, width / 2, height / 2);
  const corners: readonly Point[] = [
    [0, 0],
    [width, 0],
    [width, height],
    [0, height],
  ];
  return cornered(corners.map(([x, y]) => [x, y, radius]));
}
