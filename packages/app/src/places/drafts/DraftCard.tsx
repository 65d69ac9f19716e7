/** A draft in the drawer: flat and closed, the size it is cut to, and what can be done with it. */
import { closedPicture, type Draft, formatSize, formById, mainPiece } from "@cut-fold/core";
import IconButton from "@mui/material/IconButton";
import { EllipsisVertical } from "lucide-react";
import { lazy, memo, Suspense, useMemo, useState } from "react";
import { Link } from "react-router";
import { coloursOf } from "../../drawing/colours.ts";
import { flatPicture } from "../../drawing/flatPicture.ts";
import { PictureView } from "../../drawing/PictureView.tsx";
import { useDisplay } from "../../store/settings.ts";
import { solutionOf } from "../../store/solutions.ts";

/** Menus are much code for what is seldom pressed: it comes with the first press. */
const DraftMenu = lazy(() => import("./DraftMenu.tsx").then((m) => ({ default: m.DraftMenu })));

interface Shown {
  readonly draft: Draft;
}

/** Flat and closed. */
function Pictures({ draft: { spec } }: Shown) {
  const solution = solutionOf(spec);
  const pictures = useMemo(() => [flatPicture(solution), closedPicture(solution)], [solution]);
  return pictures.map((picture, i) => (
    <span key={i}>
      <PictureView picture={picture} label="" colours={coloursOf(spec)} weight={0.75} />
    </span>
  ));
}

function Size({ draft: { spec } }: Shown) {
  const solution = solutionOf(spec);
  const display = useDisplay(solution.grid);
  const blank = mainPiece(solution)?.blank ?? { width: 0, height: 0 };
  const troubles = solution.findings.filter((f) => f.severity !== "advice").length;
  return (
    <>
      {formatSize(blank.width, blank.height, display)}
      {troubles > 0 ? <em>{troubles === 1 ? "1 thing to look at" : `${String(troubles)} things to look at`}</em> : null}
    </>
  );
}

interface DraftCardProps extends Shown {
  /** whether what has to be computed is shown: names stand before it */
  readonly drawn: boolean;
}

export const DraftCard = memo(function DraftCard({ draft, drawn }: DraftCardProps) {
  const [anchor, setAnchor] = useState<HTMLElement>();
  return (
    <li className="draft-card">
      <Link to={`/draft/${draft.id}/flat`} aria-label={`Open ${draft.name}`}>
        <span className="draft-pictures">{drawn ? <Pictures draft={draft} /> : null}</span>
        <span className="draft-words">
          <strong>{draft.name}</strong>
          <span>
            {formById(draft.spec.form)?.title} for {draft.spec.contents.name ?? "a card"}, {draft.spec.quantity} to make
          </span>
          <span className="draft-size">{drawn ? <Size draft={draft} /> : "\u00a0"}</span>
        </span>
      </Link>
      <IconButton
        className="draft-more"
        aria-label={`More for ${draft.name}`}
        aria-haspopup="menu"
        onClick={(event) => {
          setAnchor(event.currentTarget);
        }}
      >
        <EllipsisVertical size={20} />
      </IconButton>
      {anchor ? (
        <Suspense>
          <DraftMenu
            draft={draft}
            anchor={anchor}
            onClose={() => {
              setAnchor(undefined);
            }}
          />
        </Suspense>
      ) : null}
    </li>
  );
});
