import Button from "@mui/material/Button";
import { FolderInput, Mail, Plus, Search } from "lucide-react";
import { useCallback, useState } from "react";
import { Link, useNavigate } from "react-router";
import { tellTrouble, told } from "../../parts/tell.tsx";
import { useGrowing } from "../../parts/useGrowing.ts";
import { usePageTitle } from "../../parts/usePageTitle.ts";
import { usePainted } from "../../parts/usePainted.ts";
import { CARDS_FIRST, useDrafts } from "../../store/drafts.ts";
import { files } from "../../store/filesLater.ts";
import { isInInches, useSettings } from "../../store/settings.ts";
import { useIsDrawing } from "../../store/smalls.ts";
import { Aside } from "./Aside.tsx";
import { DraftCard } from "./DraftCard.tsx";
import { DrawerBar } from "./DrawerBar.tsx";
import { freshDraft } from "./freshDraft.ts";
import { NothingShown } from "./NothingShown.tsx";
import { useFinding } from "./useFinding.ts";
import "./drafts.css";

/** Four rows and more: years of drafts are drawn as the eye comes to them. */
const CARDS_AT_ONCE = 32;

export function DraftsPlace() {
  usePageTitle("Drafts");
  const loading = useDrafts((s) => s.loading);
  const drafts = useDrafts((s) => s.drafts);
  const put = useDrafts((s) => s.put);
  const navigate = useNavigate();
  const settings = useSettings((s) => s.settings);
  const { find, tag, by, look, tags, shown } = useFinding();
  const [chosen, setChosen] = useState<ReadonlySet<string>>();
  const onChoose = useCallback((id: string, isChosen: boolean): void => {
    setChosen((was) => {
      const next = new Set(was);
      if (isChosen) next.add(id);
      else next.delete(id);
      return next;
    });
  }, []);
  const painted = usePainted(shown.length > 0 || !loading);
  const isDrawing = useIsDrawing();
  const [count, foot, grow] = useGrowing(CARDS_AT_ONCE, `${find}/${tag}`);
  const begin = (): void => {
    freshDraft(isInInches(settings), settings.notch).then(
      (draft) => {
        put([draft]);
        void navigate(`/draft/${draft.id}/holders`);
      },
      () => {
        tellTrouble("What a new draft needs could not be loaded: is the server running?");
      },
    );
  };
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
            value={find}
            onChange={(event) => {
              look({ find: event.target.value });
            }}
          />
        </label>
        <span className="spring" />
        <Button
          variant="outlined"
          startIcon={<FolderInput size={18} />}
          onClick={() => void told(files().then((f) => f.chooseProject()))}
        >
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
      <DrawerBar
        order={by}
        onOrder={(order) => look({ by: order })}
        several={chosen && shown.flatMap(({ id }) => (chosen.has(id) ? (drafts.get(id) ?? []) : []))}
        onSeveral={(choosing) => {
          setChosen(choosing ? new Set() : undefined);
        }}
      />
      {tags.length > 0 ? (
        <div className="tags chips" role="group" aria-label="Tags">
          {tags.map((t) => (
            <button key={t} type="button" aria-pressed={t === tag} onClick={() => look({ tag: t === tag ? "" : t })}>
              {t}
            </button>
          ))}
        </div>
      ) : null}
      {loading && shown.length === 0 ? (
        <p aria-busy="true" className="drafts-loading">
          Opening your drafts …
        </p>
      ) : null}
      {!loading && shown.length === 0 ? (
        <NothingShown onBegin={begin} onAll={() => look({ find: "", tag: "" })} />
      ) : null}
      <ul className="draft-grid" aria-busy={loading || !painted || isDrawing}>
        {shown.slice(0, painted ? count : CARDS_FIRST).map((draft) => (
          <DraftCard key={draft.id} draft={draft} chosen={chosen?.has(draft.id)} onChoose={onChoose} />
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
