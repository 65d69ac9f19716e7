import { begun, type Draft, formById, readSpec } from "@cut-fold/core";
import Button from "@mui/material/Button";
import { FolderInput, ListChecks, Mail, Plus, Search, Trash2 } from "lucide-react";
import { lazy, Suspense, useCallback, useEffect, useMemo, useRef, useState } from "react";
import { Link, useNavigate, useSearchParams } from "react-router";
import { useGrowing } from "../../parts/useGrowing.ts";
import { usePainted } from "../../parts/usePainted.ts";
import { dropDrafts } from "../../parts/dropDraft.ts";
import { told, toldSaved } from "../../parts/tell.tsx";
import { makeDraft, useDrafts } from "../../store/drafts.ts";
import { chooseProject, saveProject } from "../../store/files.ts";
import { nameFor } from "../../store/naming.ts";
import { useSettings } from "../../store/settings.ts";
import { Aside } from "./Aside.tsx";
import { DraftCard } from "./DraftCard.tsx";
import { matches, type Order, ordered, ORDERS } from "./finding.ts";
import { usePageTitle } from "../../parts/usePageTitle.ts";
import "./drafts.css";

/** A new draft starts from the card most makers have in hand, in their own units. */
function freshDraft(inInches: boolean, notch: number | undefined): Draft {
  const read = readSpec({
    form: "square-blank-envelope",
    contents: { preset: inInches ? "us-a2" : "iso-a6" },
    method: { board: inInches ? "eighth-inch" : "one-millimetre", ...(notch !== undefined && { notch }) },
    sheet: { preset: inInches ? "us-letter" : "iso-a4" },
  });
  const form = read.ok ? formById(read.value.form) : undefined;
  if (!read.ok || !form) throw new Error("the recipe a new draft starts with is wrong");
  return makeDraft(nameFor(read.value), begun(read.value, form));
}

const BinDialog = lazy(() => import("./BinDialog.tsx"));

/** What a window shows at first; the rest follows when that stands. */
const CARDS_FIRST = 9;
/** Four rows and more: years of drafts are drawn as the eye comes to them. */
const CARDS_AT_ONCE = 32;

export function DraftsPlace() {
  usePageTitle("Drafts");
  const drafts = useDrafts((s) => s.drafts);
  const loading = useDrafts((s) => s.loading);
  const isRead = useDrafts((s) => s.isRead);
  const put = useDrafts((s) => s.put);
  const [search, setSearch] = useSearchParams();
  const navigate = useNavigate();
  const { unit, notch } = useSettings((s) => s.settings);
  const words = search.get("find") ?? "";
  const tag = search.get("tag") ?? "";
  const order = ORDERS.find((o) => o.value === search.get("by"))?.value ?? "changed";
  const [chosen, setChosen] = useState<ReadonlySet<string>>();
  const [binOpen, setBinOpen] = useState(false);
  const onChoose = useCallback((id: string, isChosen: boolean): void => {
    setChosen((was) => {
      const next = new Set(was);
      if (isChosen) next.add(id);
      else next.delete(id);
      return next;
    });
  }, []);
  const tags = useMemo(() => [...new Set([...drafts.values()].flatMap((d) => d.tags))].sort(), [drafts]);
  const shown = useMemo(
    () =>
      ordered(
        [...drafts.values()].filter((d) => matches(d, words) && (tag === "" || d.tags.includes(tag))),
        order,
      ),
    [drafts, words, tag, order],
  );
  const painted = usePainted(!loading);
  const [count, foot, grow] = useGrowing(CARDS_AT_ONCE, `${words}/${tag}`);
  // what was asked for last: with many drafts the address follows a moment later, and a quick second press must not undo the first
  const asked = useRef({ find: words, tag, by: order });
  useEffect(() => {
    asked.current = { find: words, tag, by: order };
  }, [words, tag, order]);
  const look = (change: Partial<{ find: string; tag: string; by: Order }>): void => {
    asked.current = { ...asked.current, ...change };
    const { find, tag: nextTag, by } = asked.current;
    setSearch(
      { ...(find && { find }), ...(nextTag && { tag: nextTag }), ...(by !== "changed" && { by }) },
      { replace: true },
    );
  };
  const begin = (): void => {
    const draft = freshDraft(unit.startsWith("in"), notch);
    put([draft]);
    void navigate(`/draft/${draft.id}/holders`);
  };
  const takeIn = (): void => void told(chooseProject());
  const several = shown.filter((d) => chosen?.has(d.id));
  return (
    <main className="place">
      <div className="place-head">
        <h1>Drafts</h1>
        <label className="search">
          <Search size={18} aria-hidden />
          <input
            type="search"
            aria-label="Find drafts"
            placeholder="Find by name, size or tag"
            value={words}
            onChange={(event) => {
              look({ find: event.target.value });
            }}
          />
        </label>
        <span style={{ flex: 1 }} />
        <Button variant="outlined" startIcon={<FolderInput size={18} />} onClick={takeIn}>
          Open a file
        </Button>
        <Button variant="outlined" startIcon={<Mail size={18} />} component={Link} to="/from-envelope">
          From an envelope
        </Button>
        <Button variant="contained" startIcon={<Plus size={18} />} onClick={begin}>
          New draft
        </Button>
      </div>
      <Aside />
      <div className="drawer-bar">
        <label>
          <span>Order</span>
          <select
            value={order}
            onChange={(event) => {
              look({ by: event.target.value as Order });
            }}
          >
            {ORDERS.map((o) => (
              <option key={o.value} value={o.value}>
                {o.text}
              </option>
            ))}
          </select>
        </label>
        <Button
          startIcon={<ListChecks size={18} />}
          aria-pressed={chosen !== undefined}
          onClick={() => {
            setChosen(chosen ? undefined : new Set());
          }}
        >
          Choose several
        </Button>
        {chosen ? (
          <span role="group" aria-label="With those chosen">
            <Button
              variant="outlined"
              disabled={several.length === 0}
              onClick={() => void toldSaved(saveProject(several, "drafts"), "Saved as a file.")}
            >
              Save {several.length} to a file
            </Button>
            <Button
              variant="outlined"
              disabled={several.length === 0}
              onClick={() => {
                dropDrafts(several);
                setChosen(undefined);
              }}
            >
              Delete {several.length}
            </Button>
          </span>
        ) : null}
        <span style={{ flex: 1 }} />
        <Button
          startIcon={<Trash2 size={18} />}
          onClick={() => {
            setBinOpen(true);
          }}
        >
          Deleted drafts
        </Button>
      </div>
      {binOpen ? (
        <Suspense>
          <BinDialog
            onClose={() => {
              setBinOpen(false);
            }}
          />
        </Suspense>
      ) : null}
      {tags.length > 0 ? (
        <div className="tags chips" role="group" aria-label="Tags">
          {tags.map((t) => (
            <button
              key={t}
              type="button"
              aria-pressed={t === tag}
              onClick={() => {
                look({ tag: t === tag ? "" : t });
              }}
            >
              {t}
            </button>
          ))}
        </div>
      ) : null}
      {loading ? (
        <p aria-busy="true" style={{ padding: "40px 0" }}>
          Opening your drafts …
        </p>
      ) : null}
      {!loading && shown.length === 0 ? (
        <div className="empty">
          <h2>{drafts.size > 0 ? "No draft like that" : isRead ? "No drafts yet" : "Your drafts are not shown"}</h2>
          <p>
            {drafts.size > 0
              ? "Try fewer words, or look at all of them."
              : isRead
                ? "Start with the card in front of you: name it, and the envelope follows."
                : "They rest in the browser's store as you left them. What you make meanwhile is put to them once they can be read."}
          </p>
          {drafts.size === 0 ? (
            <Button variant="contained" onClick={begin}>
              New draft
            </Button>
          ) : (
            <Button
              variant="outlined"
              onClick={() => {
                look({ find: "", tag: "" });
              }}
            >
              Show all
            </Button>
          )}
        </div>
      ) : null}
      <ul className="draft-grid" aria-busy={!painted}>
        {shown.slice(0, painted ? count : CARDS_FIRST).map((draft) => (
          <DraftCard key={draft.id} draft={draft} drawn={painted} chosen={chosen?.has(draft.id)} onChoose={onChoose} />
        ))}
      </ul>
      {painted && shown.length > count ? (
        <p className="draft-foot" ref={foot} key={count}>
          <Button variant="outlined" onClick={grow}>
            {shown.length - count} more
          </Button>
        </p>
      ) : null}
    </main>
  );
}
