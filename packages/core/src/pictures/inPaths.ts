/** A picture as it is kept and drawn again without the core: each area or line as the path data of SVG. */
import { pathData } from "../geometry/path.ts";
import type { Picture, PictureShape } from "./shapes.ts";

/** A shape whose lines, with its holes, stand in one text (SVG 2, 9.3); mm, y up. */
export interface PathShape extends Omit<PictureShape, "path" | "holes"> {
  readonly d: string;
}
/** The picture of such shapes. */
export interface PathPicture extends Omit<Picture, "shapes"> {
  readonly shapes: readonly PathShape[];
}

export const inPaths = ({ shapes, ...rest }: Picture): PathPicture => ({
  ...rest,
  shapes: shapes.map(({ path, holes = [], ...shape }) => ({ ...shape, d: [path, ...holes].map(pathData).join("") })),
});
