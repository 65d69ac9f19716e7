/** The same again in another size: what follows, what keeps, and what cannot follow, before anything is changed. */
import {
  catalogue,
  find,
  formatLength,
  formatSize,
  ofKind,
  type Size,
  resize,
  type LengthSaid,
  sayCannot,
  sayProblem,
  SIZE_MM,
} from "@cut-fold/core";
import Button from "@mui/material/Button";
import Dialog from "@mui/material/Dialog";
import DialogActions from "@mui/material/DialogActions";
import DialogContent from "@mui/material/DialogContent";
import DialogTitle from "@mui/material/DialogTitle";
import { Scaling } from "lucide-react";
import { memo, useMemo, useState } from "react";
import { useNavigate } from "react-router";
import { Offered } from "../../parts/Offered.tsx";
import { ownIn } from "../../parts/ownKey.ts";
import { LengthField } from "../../parts/LengthField.tsx";
import { useDrafts } from "../../store/drafts.ts";
import { versionOf } from "../../store/drafting.ts";
import { change, useOpenDraft } from "../../store/openDraft.ts";
import { useDisplay } from "../../store/settings.ts";
import { shelfNow } from "../../store/shelf.ts";

const OWN_SIZE = [{ value: "", text: "Own size" }];
const OPTIONS = catalogue.contents.map((c) => ({ value: c.id, text: c.title }));
const THING = ["contents"] as const;

export const ResizeButton = memo(function ResizeButton() {
  const [open, setOpen] = useState(false);
  return (
    <>
      <Button
        startIcon={<Scaling size={18} />}
        onClick={() => {
          setOpen(true);
        }}
      >
        Same again, another size
      </Button>
      {open ? (
        <ResizeDialog
          onClose={() => {
            setOpen(false);
          }}
        />
      ) : null}
    </>
  );
});

/** The size it is set to, and by which name. */
interface SizeSet extends Size {
  readonly preset?: string | undefined;
  /** a thing of the shelf that it is as large as */
  readonly shown?: string | undefined;
}

function ResizeDialog({ onClose }: { readonly onClose: () => void }) {
  const display = useDisplay();
  const navigate = useNavigate();
  const draft = useOpenDraft((s) => s.draft);
  const [to, setTo] = useState<SizeSet>(() => {
    const { width = 148, height = 105, preset } = draft?.spec.contents ?? {};
    return { width, height, preset };
  });
  const done = useMemo(() => (draft ? resize(draft.spec, to) : undefined), [draft, to]);
  if (!draft || !done) return null;
  const { width, height } = draft.spec.contents;
  const isSame = to.width === width && to.height === height;
  const choose = (id: string): void => {
    const own = ownIn(ofKind(shelfNow(), "contents"), id);
    const preset = own ?? find(catalogue.contents, id);
    if (!preset) return setTo({ ...to, preset: undefined, shown: undefined });
    // upright stays upright
    const across = width >= height;
    setTo({
      width: across ? preset.width : preset.height,
      height: across ? preset.height : preset.width,
      preset: own ? undefined : id,
      shown: own && id,
    });
  };
  const here = (): void => {
    if (!done.ok) return;
    const { contents, settings, fittings } = done.spec;
    change({
      contents: { width: contents.width, height: contents.height, preset: contents.preset },
      settings,
      ...(fittings && { fittings }),
    });
    onClose();
  };
  const beside = (): void => {
    if (!done.ok) return;
    const version = versionOf(draft, done.spec, formatSize(to.width, to.height, display));
    useDrafts.getState().put([version]);
    onClose();
    void navigate(`/draft/${version.id}/flat`);
  };
  return (
    <Dialog open onClose={onClose} fullWidth maxWidth="sm" aria-labelledby="resize-title">
      <DialogTitle id="resize-title">The same again in another size</DialogTitle>
      <DialogContent>
        <p className="dialog-note">
          Now {formatSize(width, height, display)}. Borders, glue strips, notches, holes and roundings keep; what
          belongs to the size follows.
        </p>
        <div className="fields">
          <div className="wide">
            <Offered
              label="For"
              kinds={THING}
              value={to.shown ?? to.preset ?? ""}
              first={OWN_SIZE}
              usual={OPTIONS}
              onChange={choose}
            />
          </div>
          <LengthField
            label="Width"
            mm={to.width}
            bounds={SIZE_MM}
            onChange={(mm) => {
              setTo((was) => ({ ...was, width: mm, preset: undefined, shown: undefined }));
            }}
          />
          <LengthField
            label="Height"
            mm={to.height}
            bounds={SIZE_MM}
            onChange={(mm) => {
              setTo((was) => ({ ...was, height: mm, preset: undefined, shown: undefined }));
            }}
          />
        </div>
        {done.ok ? (
          <div className="resize-said">
            <Lengths title="Follows" said={done.follows} none="Nothing was set by hand that would have to." />
            <Lengths title="Keeps" said={done.keeps} none="" />
            {isSame ? null : done.cannot.length === 0 ? (
              <p>Nothing stands in the way: all of it follows.</p>
            ) : (
              <section>
                <h3>Cannot follow</h3>
                <ul>
                  {done.cannot.map((cannot, i) => (
                    <li key={i} className="finding warning">
                      {sayCannot(cannot, display)}
                    </li>
                  ))}
                </ul>
              </section>
            )}
          </div>
        ) : (
          <p role="alert" className="finding error">
            {done.problems.map((p) => `The size ${sayProblem(p, display)}.`).join(" ")}
          </p>
        )}
      </DialogContent>
      <DialogActions>
        <Button onClick={onClose}>Cancel</Button>
        <Button variant="outlined" disabled={!done.ok || isSame} onClick={here}>
          Change this draft
        </Button>
        <Button variant="contained" disabled={!done.ok || isSame} onClick={beside}>
          Make a version beside it
        </Button>
      </DialogActions>
    </Dialog>
  );
}

interface LengthsProps {
  readonly title: string;
  readonly said: readonly LengthSaid[];
  readonly none: string;
}

function Lengths({ title, said, none }: LengthsProps) {
  const display = useDisplay();
  if (said.length === 0 && none === "") return null;
  return (
    <section>
      <h3>{title}</h3>
      {said.length === 0 ? <p>{none}</p> : null}
      <dl>
        {said.map(({ label, from, to }) => (
          <div key={label}>
            <dt>{label}</dt>
            <dd>
              {from === to
                ? formatLength(to, display)
                : `${formatLength(from, display)} → ${formatLength(to, display)}`}
            </dd>
          </div>
        ))}
      </dl>
    </section>
  );
}
