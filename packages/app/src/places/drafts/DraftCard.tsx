/** A draft in the drawer: flat and closed, the size it is cut to, and what can be done with it. */
import { closedPicture, type Draft, formatSize, formById, mainPiece, flatPicture } from "@cut-fold/core";
import IconButton from "@mui/material/IconButton";
import { EllipsisVertical } from "lucide-react";
import { lazy, memo, Suspense, useMemo, useState } from "react";
import { Link } from "react-router";
import { coloursOf } from "../../theme/colours.ts";
import { PictureView } from "../../drawing/PictureView.tsx";
import { useDisplay } from "../../store/settings.ts";
import { useWords } from "../../needs/useWords.ts";
import { solutionOf } from "../../store/solutions.ts";

/** Menus are much code for what is seldom pressed: it comes with the first press. */
const DraftMenu = lazy(() => import("./DraftMenu.tsx").then((m) => ({ default: m.DraftMenu })));

const LabelsDialog = lazy(() => import("./LabelsDialog.tsx"));

interface Shown {
  readonly draft: Draft;
}

/** Flat and closed. */
function Pictures({ draft: { spec } }: Shown) {
  // words are drawn when what they are set in has come
  useWords(useMemo(() => [spec], [spec]));
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
  return formatSize(blank.width, blank.height, display);
}

interface DraftCardProps extends Shown {
  /** whether what has to be computed is shown: names stand before it */
  readonly drawn: boolean;
  /** while several are chosen: whether this one is */
  readonly chosen?: boolean | undefined;
  readonly onChoose: (id: string, chosen: boolean) => void;
}

const DAY = new Intl.DateTimeFormat(undefined, { day: "numeric", month: "short", year: "numeric" });
/** The day a draft was changed, as the maker's own country writes it. */
const dayOf = (iso: string): string => DAY.format(new Date(iso));

export const DraftCard = memo(function DraftCard({ draft, drawn, chosen, onChoose }: DraftCardProps) {
  const [anchor, setAnchor] = useState<HTMLElement>();
  const [labelling, setLabelling] = useState(false);
  return (
    <li className={chosen ? "draft-card chosen" : "draft-card"}>
      {chosen === undefined ? null : (
        <input
          type="checkbox"
          className="draft-choose"
          aria-label={`Choose ${draft.name}`}
          checked={chosen}
          onChange={(event) => {
            onChoose(draft.id, event.target.checked);
          }}
        />
      )}
      <Link to={`/draft/${draft.id}/flat`} aria-label={`Open ${draft.name}`}>
        <span className="draft-pictures">{drawn ? <Pictures draft={draft} /> : null}</span>
        <span className="draft-words">
          <strong>{draft.name}</strong>
          <span>
            {formById(draft.spec.form)?.title} for {draft.spec.contents.name ?? "a card"}, {draft.spec.quantity} to make
          </span>
          <span className="draft-when">
            Changed {dayOf(draft.changed)}
            {draft.tags.length > 0 ? ` · ${draft.tags.join(", ")}` : ""}
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
            onLabel={() => {
              setLabelling(true);
            }}
          />
        </Suspense>
      ) : null}
      {labelling ? (
        <Suspense>
          <LabelsDialog
            draft={draft}
            onClose={() => {
              setLabelling(false);
            }}
          />
        </Suspense>
      ) : null}
    </li>
  );
});
