/** A picture in its box: cropped by it, turned and mirrored as it lies; ink darkens the paper, and white is none. */
import { type Art, boxLies, type Path, pathData, pictureLies } from "@cut-fold/core";
import { memo, useId } from "react";
import { usePictureUrl } from "../store/pictures.ts";

export interface ArtImageProps {
  readonly art: Art;
  /** the box from the picture's lower left round, in the drawing's own coordinates */
  readonly path: Path;
  /** printed on the face that lies down: seen through the paper */
  readonly isBehind?: boolean;
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
          transform={`matrix(${pictureLies(art, boxLies(path)).join(" ")})`}
        />
      </g>
    </g>
  );
});
