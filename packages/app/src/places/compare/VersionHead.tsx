import { closedPicture, flatPicture, type Picture, type Size } from "@cut-fold/core";
import IconButton from "@mui/material/IconButton";
import { Trash2 } from "lucide-react";
import { useMemo } from "react";
import { Link } from "react-router";
import { coloursOf } from "../../theme/colours.ts";
import { PictureView } from "../../drawing/PictureView.tsx";
import { dropDrafts } from "../../parts/dropDraft.ts";
import type { Version } from "./lines.ts";

const sizeOf = ({ bounds: { left, right, bottom, top } }: Picture): Size => ({
  width: right - left,
  height: top - bottom,
});

/** The frame all pictures are drawn in, so that they have one scale. */
export const largest = (pictures: readonly Picture[]): Size => ({
  width: Math.max(...pictures.map((p) => sizeOf(p).width)),
  height: Math.max(...pictures.map((p) => sizeOf(p).height)),
});

/** A picture in the middle of a frame of that size, standing on its foot. */
function framed(picture: Picture, { width, height }: Size): Picture {
  const { left, right, bottom } = picture.bounds;
  const middle = (left + right) / 2;
  return { ...picture, bounds: { left: middle - width / 2, right: middle + width / 2, bottom, top: bottom + height } };
}

interface VersionHeadProps {
  readonly version: Version;
  readonly flat: Size;
  readonly closed: Size;
  readonly only: boolean;
}

/** A version's name, how it looks flat and closed, and a way to let it go. */
export function VersionHead({ version: { draft, solution }, flat, closed, only }: VersionHeadProps) {
  const pictures = useMemo(
    () => ({ flat: framed(flatPicture(solution), flat), closed: framed(closedPicture(solution), closed) }),
    [solution, flat, closed],
  );
  const colours = coloursOf(draft.spec);
  return (
    <>
      <Link to={`/draft/${draft.id}/flat`} className="version-name">
        {draft.name}
      </Link>
      <span className="version-pictures">
        <PictureView picture={pictures.flat} label={`${draft.name}, flat`} colours={colours} weight={0.8} />
        <PictureView picture={pictures.closed} label={`${draft.name}, closed`} colours={colours} weight={0.8} />
      </span>
      {only ? null : (
        <IconButton
          aria-label={`Delete ${draft.name}`}
          title="Delete this version"
          onClick={() => {
            dropDrafts([draft]);
          }}
        >
          <Trash2 size={17} />
        </IconButton>
      )}
    </>
  );
}
