import { closedPicture, type Draft, formatSize, formById, readSpec, type Solution } from "@cut-fold/core";
import Button from "@mui/material/Button";
import IconButton from "@mui/material/IconButton";
import Input from "@mui/material/Input";
import Menu from "@mui/material/Menu";
import MenuItem from "@mui/material/MenuItem";
import { EllipsisVertical, FolderInput, Mail, Plus, Search } from "lucide-react";
import { memo, useMemo, useState } from "react";
import { Link, useNavigate, useSearchParams } from "react-router";
import { useGrowing } from "../../parts/useGrowing.ts";
import { useDropDraft } from "../../parts/useDropDraft.tsx";
import { useTold } from "../../parts/useTold.ts";
import { coloursOf } from "../../drawing/colours.ts";
import { flatPicture } from "../../drawing/flatPicture.ts";
import { PictureView } from "../../drawing/PictureView.tsx";
import { duplicateDraft, makeDraft, useDrafts } from "../../store/drafts.ts";
import { importProject, saveProject } from "../../store/files.ts";
import { solutionOf } from "../../store/solutions.ts";
import { useDisplay, useSettings } from "../../store/settings.ts";

const matches = (draft: Draft, words: string): boolean => {
  const text = [
    draft.name,
    draft.note,
    draft.spec.contents.name ?? "",
    formById(draft.spec.form)?.title ?? "",
    ...draft.tags,
  ]
    .join(" ")
    .toLowerCase();
  return words
    .toLowerCase()
    .split(/\s+/u)
    .every((w) => text.includes(w));
};

/** A new draft starts from the card most makers have in hand, in their own units. */
function freshDraft(inInches: boolean, notch: number | undefined): Draft {
  const read = readSpec({
    form: "square-blank-envelope",
    contents: { preset: inInches ? "us-a2" : "iso-a6" },
    method: { board: inInches ? "eighth-inch" : "one-millimetre", ...(notch !== undefined && { notch }) },
    sheet: { preset: inInches ? "us-letter" : "iso-a4" },
  });
  if (!read.ok) throw new Error("the recipe a new draft starts with is wrong");
  return makeDraft("New envelope", read.value);
}

/** Four rows and more: years of drafts are drawn as the eye comes to them. */
const CARDS_AT_ONCE = 32;

export function DraftsPlace() {
  const drafts = useDrafts((s) => s.drafts);
  const loading = useDrafts((s) => s.loading);
  const put = useDrafts((s) => s.put);
  const [search, setSearch] = useSearchParams();
  const told = useTold();
  const navigate = useNavigate();
  const { unit, notch } = useSettings((s) => s.settings);
  const words = search.get("find") ?? "";
  const tag = search.get("tag") ?? "";
  const tags = useMemo(() => [...new Set([...drafts.values()].flatMap((d) => d.tags))].sort(), [drafts]);
  const shown = useMemo(
    () =>
      [...drafts.values()]
        .filter((d) => matches(d, words) && (tag === "" || d.tags.includes(tag)))
        .sort((a, b) => b.changed.localeCompare(a.changed)),
    [drafts, words, tag],
  );
  const [count, foot, grow] = useGrowing(CARDS_AT_ONCE, `${words}/${tag}`);
  const look = (find: string, nextTag: string): void => {
    setSearch({ ...(find && { find }), ...(nextTag && { tag: nextTag }) }, { replace: true });
  };
  const begin = (): void => {
    const draft = freshDraft(unit.startsWith("in"), notch);
    put([draft]);
    void navigate(`/draft/${draft.id}/flat?stage=inside`);
  };
  const takeIn = (): void => void told(importProject());
  return (
    <main className="place">
      <div className="place-head">
        <h1>Drafts</h1>
        <label className="search">
          <Search size={18} aria-hidden />
          <Input
            disableUnderline
            placeholder="Find by name, card or tag"
            value={words}
            inputProps={{ "aria-label": "Find drafts", type: "search" }}
            onChange={(event) => {
              look(event.target.value, tag);
            }}
          />
        </label>
        <span style={{ flex: 1 }} />
        <Button variant="outlined" startIcon={<FolderInput size={18} />} onClick={takeIn}>
          Take in a file
        </Button>
        <Button variant="outlined" startIcon={<Mail size={18} />} component={Link} to="/from-envelope">
          From an envelope
        </Button>
        <Button variant="contained" startIcon={<Plus size={18} />} onClick={begin}>
          New draft
        </Button>
      </div>
      <Aside />
      {tags.length > 0 ? (
        <div className="tags" role="group" aria-label="Tags">
          {tags.map((t) => (
            <button
              key={t}
              type="button"
              aria-pressed={t === tag}
              onClick={() => {
                look(words, t === tag ? "" : t);
              }}
            >
              {t}
            </button>
          ))}
        </div>
      ) : null}
      {loading ? (
        <p aria-busy="true" style={{ padding: "40px 0" }}>
          Opening the drawer …
        </p>
      ) : null}
      {!loading && shown.length === 0 ? (
        <div className="empty">
          <h2>{drafts.size === 0 ? "The drawer is empty" : "No draft like that"}</h2>
          <p>
            {drafts.size === 0
              ? "Start with the card in front of you: name it, and the envelope follows."
              : "Try fewer words, or look at all of them."}
          </p>
          {drafts.size === 0 ? (
            <Button variant="contained" onClick={begin}>
              New draft
            </Button>
          ) : (
            <Button
              variant="outlined"
              onClick={() => {
                look("", "");
              }}
            >
              Show all
            </Button>
          )}
        </div>
      ) : null}
      <ul className="draft-grid">
        {shown.slice(0, count).map((draft) => (
          <DraftCard key={draft.id} draft={draft} />
        ))}
      </ul>
      {shown.length > count ? (
        <p className="draft-foot" ref={foot} key={count}>
          <Button variant="outlined" onClick={grow}>
            {shown.length - count} more
          </Button>
        </p>
      ) : null}
    </main>
  );
}

/** Drafts that another version of the app kept and this one cannot read: never touched, never silently missing. */
function Aside() {
  const aside = useDrafts((s) => s.aside);
  const told = useTold();
  if (aside.length === 0) return null;
  const one = aside.length === 1;
  return (
    <div className="banner" role="alert">
      {one ? "One draft" : `${String(aside.length)} drafts`} in this browser cannot be read: another version of Cut Fold
      kept {one ? "it, or it is" : "them, or they are"} damaged. {one ? "It stays as it is" : "They stay as they are"};
      a file of {one ? "it" : "them"} can be opened where {one ? "it was" : "they were"} made.
      <Button
        size="small"
        color="inherit"
        variant="outlined"
        onClick={() => {
          void told(saveProject(aside, "unread-drafts").then((kept) => (kept ? "Saved as they are." : undefined)));
        }}
      >
        Save to a file
      </Button>
    </div>
  );
}

const DraftCard = memo(function DraftCard({ draft }: { readonly draft: Draft }) {
  const display = useDisplay();
  const solution: Solution = solutionOf(draft.spec);
  const pictures = useMemo(() => ({ flat: flatPicture(solution), closed: closedPicture(solution) }), [solution]);
  const colours = coloursOf(draft.spec);
  const { put } = useDrafts.getState();
  const told = useTold();
  const [anchor, setAnchor] = useState<HTMLElement>();
  const blank = solution.pieces[0]?.blank ?? { width: 0, height: 0 };
  const troubles = solution.findings.filter((f) => f.severity !== "advice").length;
  const dropDraft = useDropDraft();
  const drop = (): void => {
    setAnchor(undefined);
    dropDraft(draft);
  };
  const keep = (): void => {
    setAnchor(undefined);
    void told(saveProject([draft], draft.name).then((kept) => (kept ? "Draft saved as a file." : undefined)));
  };
  return (
    <li className="draft-card">
      <Link to={`/draft/${draft.id}/flat`} aria-label={`Open ${draft.name}`}>
        <span className="draft-pictures">
          <span>
            <PictureView picture={pictures.flat} label="" colours={colours} weight={0.75} />
          </span>
          <span>
            <PictureView picture={pictures.closed} label="" colours={colours} weight={0.75} />
          </span>
        </span>
        <span className="draft-words">
          <strong>{draft.name}</strong>
          <span>
            {formById(draft.spec.form)?.title} for {draft.spec.contents.name ?? "a card"}, {draft.spec.quantity} to make
          </span>
          <span className="draft-size">
            {formatSize(blank.width, blank.height, display)}
            {troubles > 0 ? (
              <em>{troubles === 1 ? "1 thing to look at" : `${String(troubles)} things to look at`}</em>
            ) : null}
          </span>
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
      <Menu
        anchorEl={anchor}
        open={anchor !== undefined}
        onClose={() => {
          setAnchor(undefined);
        }}
      >
        <MenuItem
          onClick={() => {
            setAnchor(undefined);
            put([duplicateDraft(draft)]);
          }}
        >
          Duplicate
        </MenuItem>
        <MenuItem component={Link} to={`/compare/${draft.id}`}>
          Versions side by side
        </MenuItem>
        <MenuItem onClick={keep}>Save as a file</MenuItem>
        <MenuItem onClick={drop}>Delete</MenuItem>
      </Menu>
    </li>
  );
});
