/** A picture in its box: cropped by it, turned and mirrored as it lies; ink darkens the paper, and white is none. */
import { type Art, type Path, pathData, type Point } from "@cut-fold/core";
import { memo, useId } from "react";
import { usePictureUrl } from "../store/pictures.ts";

export interface ArtImageProps {
  readonly art: Art;
  /** the box from the picture's lower left round, in the drawing's own coordinates */
  readonly path: Path;
  /** printed on the face that lies down: seen through the paper */
  readonly isBehind?: boolean;
}

/** The map from the whole picture, a unit square with y down, to where it lies. */
export function lieOf({ whole }: Art, path: Path): readonly number[] {
  const [a, b, , d] = path.map(({ from }) => from) as [Point, Point, Point, Point];
  const [wide, high] = [Math.hypot(b[0] - a[0], b[1] - a[1]), Math.hypot(d[0] - a[0], d[1] - a[1])];
  const ex: Point = [(b[0] - a[0]) / wide, (b[1] - a[1]) / wide];
  const ey: Point = [(d[0] - a[0]) / high, (d[1] - a[1]) / high];
  const { x, y, width, height } = whole;
  return [
    ...[ex[0] * width, ex[1] * width, -ey[0] * height, -ey[1] * height],
    ...[a[0] + ex[0] * x + ey[0] * (y + height), a[1] + ex[1] * x + ey[1] * (y + height)],
  ];
}

export const ArtImage = memo(function ArtImage({ art, path, isBehind = false }: ArtImageProps) {
  const url = usePictureUrl(art.picture);
  const id = useId();
  if (url === undefined) return null;
  return (
    <g pointerEvents="none" {...(isBehind && { opacity: 0.3 })}>
      <clipPath id={id}>
        <path d={pathData(path)} />
      </clipPath>
      <g clipPath={`url(#${id})`} style={{ mixBlendMode: "multiply" }}>
        <image
          href={url}
          width={1}
          height={1}
          preserveAspectRatio="none"
          transform={`matrix(${lieOf(art, path).join(" ")})`}
        />
      </g>
    </g>
  );
});
