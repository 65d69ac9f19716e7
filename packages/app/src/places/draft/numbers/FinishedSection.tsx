import { type Draft, formatLength, formatSize, formById, mainPiece, sayFinding, type Drawing } from "@cut-fold/core";
import Button from "@mui/material/Button";
import { memo, useMemo } from "react";
import { Link, useNavigate } from "react-router";
import { useDrafts } from "../../../store/drafts.ts";
import { envelopeFor } from "../../../store/envelopeFor.ts";
import { followersOf } from "../../../store/following.ts";
import { useOpenDraft } from "../../../store/openDraft.ts";
import { useReading } from "../../../store/reading.ts";
import { useDisplay } from "../../../store/settings.ts";
import { solutionOf } from "../../../store/solutions.ts";

/** A card's finished size, and the envelopes that follow it. */
export function FinishedSection({ solution }: { readonly solution: Drawing }) {
  const display = useDisplay();
  const isCard = formById(solution.form)?.purpose === "card";
  if (!solution.finished || !isCard) return null;
  const { width, height, thickness } = solution.finished;
  return (
    <section>
      <h3>Finished</h3>
      <p className="figure-base">{formatSize(width, height, display)}</p>
      <p className="figure-note">{formatLength(thickness, display)} thick, closed</p>
      <Followers />
      <DraftItsEnvelope />
    </section>
  );
}

/** Apart, so that a drag that changes the size above leaves it alone. */
const DraftItsEnvelope = memo(function DraftItsEnvelope() {
  const navigate = useNavigate();
  const begin = async (): Promise<void> => {
    const card = useOpenDraft.getState().draft;
    const envelope = card && (await envelopeFor(card));
    if (!envelope) return;
    useDrafts.getState().put([envelope]);
    void navigate(`/draft/${envelope.id}/flat?stage=holder`);
  };
  return (
    <Button size="small" className="remedy" onClick={() => void begin()}>
      Draft its envelope
    </Button>
  );
});

/** Envelopes that follow this card, with what they have come to: changed with it, they are not changed in silence. */
const Followers = memo(function Followers() {
  const id = useOpenDraft((s) => s.draft?.id);
  const drafts = useDrafts((s) => s.drafts);
  const followers = useMemo(() => followersOf(id ?? "", drafts), [id, drafts]);
  return followers.map((draft) => <Follower key={draft.id} draft={draft} />);
});

function Follower({ draft: { id, name, spec } }: { readonly draft: Draft }) {
  const display = useDisplay();
  const blank = mainPiece(solutionOf(spec))?.blank ?? { width: 0, height: 0 };
  const { reading } = useReading(spec);
  const trouble = reading?.findings?.find((f) => f.severity === "error");
  return (
    <p className="follows">
      <Link to={`/draft/${id}/flat?stage=inside`}>{name}</Link> follows it: cut{" "}
      {formatSize(blank.width, blank.height, display)}
      {trouble ? <strong>{sayFinding(trouble, display)}</strong> : null}
    </p>
  );
}
