import { inPaths, type Picture } from "@cut-fold/core";
import { memo, useMemo } from "react";
import { PathView, type PathViewProps } from "./PathView.tsx";

interface PictureViewProps extends Omit<PathViewProps, "picture"> {
  readonly picture: Picture;
}

/** A picture of core's. */
export const PictureView = memo(function PictureView({ picture, ...rest }: PictureViewProps) {
  return <PathView picture={useMemo(() => inPaths(picture), [picture])} {...rest} />;
});
