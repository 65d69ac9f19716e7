/** Pictures on paper: what draws them comes with the first one, for most drafts have none. */
import { lazy, Suspense } from "react";
import type { ArtImageProps } from "./ArtImage.tsx";

const ArtImage = lazy(async () => ({ default: (await import("./ArtImage.tsx")).ArtImage }));

export const Artwork = (props: ArtImageProps) => (
  <Suspense>
    <ArtImage {...props} />
  </Suspense>
);
