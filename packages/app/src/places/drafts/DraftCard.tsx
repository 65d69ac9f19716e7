/** A draft in the drawer: flat and closed, the size it is cut to, and what can be done with it. */
import { dayOf } from "../../parts/day.ts";
import { formatSize, formTitle } from "@cut-fold/core";
import IconButton from "@mui/material/IconButton";
import { EllipsisVertical } from "lucide-react";
import { lazy, memo, Suspense, useState } from "react";
import { Link } from "react-router";
import { PathView } from "../../drawing/PathView.tsx";
import { useDrafts } from "../../store/drafts.ts";
import type { Listed } from "../../store/listed.ts";
import { useDisplay } from "../../store/settings.ts";
import { type Small, useSmall } from "../../store/smalls.ts";

/** Menus are much code for what is seldom pressed: it comes with the first press. */
const DraftMenu = lazy(() => import("./DraftMenu.tsx").then((m) => ({ default: m.DraftMenu })));

const LabelsDialog = lazy(() => import("./LabelsDialog.tsx"));

/** Flat and closed. */
function Pictures({ small: { pictures, colours } }: { readonly small: Small }) {
  return pictures.map((picture, i) => (
    <span key={i}>
      <PathView picture={picture} label="" colours={colours} weight={0.75} />
    </span>
  ));
}

function CutSize({ small: { cut, grid } }: { readonly small: Small }) {
  return formatSize(cut.width, cut.height, useDisplay(grid));
}

interface DraftCardProps {
  readonly draft: Listed;
  /** while several are chosen: whether this one is */
  readonly chosen?: boolean | undefined;
  readonly onChoose: (id: string, chosen: boolean) => void;
}

export const DraftCard = memo(function DraftCard({ draft: listed, chosen, onChoose }: DraftCardProps) {
  const [anchor, setAnchor] = useState<HTMLElement>();
  const [labelling, setLabelling] = useState(false);
  const { small, isNow } = useSmall(listed);
  const { id, name, tags, changed, spec } = listed;
  // what is done with it is done with all of it, once that has been read
  const draft = useDrafts((s) => s.drafts.get(id));
  return (
    <li className={chosen ? "draft-card chosen" : "draft-card"}>
      {chosen === undefined ? null : (
        <input
          type="checkbox"
          className="draft-choose"
          aria-label={`Choose ${name}`}
          checked={chosen}
          onChange={(event) => {
            onChoose(id, event.target.checked);
          }}
        />
      )}
      <Link to={`/draft/${id}/flat`} aria-label={`Open ${name}`}>
        <span className="draft-pictures">{small ? <Pictures small={small} /> : null}</span>
        <span className="draft-words">
          <strong>{name}</strong>
          <span>
            {formTitle(spec.form)} for {spec.contents.name ?? "a card"}, {spec.quantity} to make
          </span>
          <span className="draft-when">
            Changed {dayOf(changed)}
            {tags.length > 0 ? ` · ${tags.join(", ")}` : ""}
          </span>
          <span className="draft-size">{small && isNow ? <CutSize small={small} /> : "\u00a0"}</span>
        </span>
      </Link>
      <IconButton
        className="draft-more"
        aria-label={`More for ${name}`}
        aria-haspopup="menu"
        onClick={(event) => {
          setAnchor(event.currentTarget);
        }}
      >
        <EllipsisVertical size={20} />
      </IconButton>
      {anchor && draft ? (
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
      {labelling && draft ? (
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
