/**
 * Measured from a picture: something lies on the table beside a card of known size. Its corners are found, put right by hand where
 * they have to be, and its true size is told with how sure that is. Nothing leaves the machine.
 */
import { type Display, formatSize, SIZE_MM, THICKNESS_MM } from "@cut-fold/core";
import { ID1_MM, type Known, type PhotoFound } from "@cut-fold/core/measure";
import Button from "@mui/material/Button";
import { lazy, Suspense, useEffect, useRef, useState } from "react";
import { useNavigate, useSearchParams } from "react-router";
import { Choice } from "../../parts/Choice.tsx";
import { LengthField } from "../../parts/LengthField.tsx";
import { NameField } from "../../parts/NameField.tsx";
import { tellDone, tellTrouble } from "../../parts/tell.tsx";
import { usePageTitle } from "../../parts/usePageTitle.ts";
import { useDrafts } from "../../store/drafts.ts";
import { stamp } from "../../store/drafting.ts";
import { newOutline } from "../../store/outlines.ts";
import { letPhotoGo, measurePhoto, openPhoto, straightPhoto } from "../../store/photo.ts";
import { isInInches, useDisplay, useSettings } from "../../store/settings.ts";
import { dropEntry, keepEntry } from "../../store/shelf.ts";
import type { Four, PhotoAnswer } from "../../workers/readPhoto.ts";
import { freshDraft } from "../drafts/freshDraft.ts";
import { fine } from "../../parts/fine.ts";
import { without } from "../../parts/without.ts";
import { PhotoPicture, type Which } from "./PhotoPicture.tsx";
import { envelopeOf, sizeOf, trulyOf } from "./safe.ts";
import "./photo.css";

const TraceDialog = lazy(async () => ({ default: (await import("../../parts/TraceDialog.tsx")).TraceDialog }));

/** What may lie beside it. */
const KNOWN: readonly { readonly value: string; readonly text: string; readonly size: Known }[] = [
  { value: "id1", text: "A bank, library or shop card", size: { ...ID1_MM, thickness: 0.76 } },
  { value: "iso-a4", text: "A sheet of A4", size: { width: 297, height: 210, thickness: 0.1 } },
  { value: "us-letter", text: "A sheet of Letter", size: { width: 279.4, height: 215.9, thickness: 0.1 } },
  { value: "iso-a5", text: "A sheet of A5", size: { width: 210, height: 148, thickness: 0.1 } },
];
/** What is thinner lies flat enough for any picture. */
const THIN_MM = 0.3;
/** A misfit of more than this: they do not lie on one table, or one is no rectangle. */
const MISFIT = 4;

interface Opened {
  readonly address: string;
  readonly width: number;
  readonly height: number;
  readonly things: readonly Four[];
}

/** Corners to begin with where none were found: a frame about a part of the picture. */
const frameIn = (width: number, height: number, x: number, part: number): Four => [
  [width * (x - part), height * (0.5 - part)],
  [width * (x + part), height * (0.5 - part)],
  [width * (x + part), height * (0.5 + part)],
  [width * (x - part), height * (0.5 + part)],
];

export function PhotoPlace() {
  usePageTitle("Measured from a picture");
  const [picture, setPicture] = useState<Opened>();
  const [trouble, setTrouble] = useState<string>();
  const [isBusy, setBusy] = useState(false);
  const [knownId, setKnown] = useState("id1");
  const [thickness, setThickness] = useState(THIN_MM);
  const [corners, setCorners] = useState<Readonly<Record<Which, Four>>>({ reference: [], thing: [] });
  const [answer, setAnswer] = useState<PhotoAnswer>();
  const asked = useRef(0);
  const known = KNOWN.find(({ value }) => value === knownId)?.size ?? { ...ID1_MM, thickness: 0.76 };
  useEffect(() => letPhotoGo, []);
  useEffect(
    () => () => {
      if (picture) URL.revokeObjectURL(picture.address);
    },
    [picture],
  );
  const measure = (at: Readonly<Record<Which, Four>>, size = known, thick = thickness): void => {
    if (at.reference.length < 4 || at.thing.length < 4) return;
    const mine = (asked.current += 1);
    void measurePhoto({ known: size, ...at, thickness: thick }).then((found) => {
      if (mine !== asked.current) return;
      setAnswer(found);
      // corners come onto the edges that are there
      if (found.ok) setCorners({ reference: found.reference, thing: found.thing });
    });
  };
  const take = async (file: File | undefined): Promise<void> => {
    if (!file) return;
    setBusy(true);
    setTrouble(undefined);
    const opened = await openPhoto(file, known);
    setBusy(false);
    if (!opened.ok) {
      setTrouble(opened.why);
      return;
    }
    const { width, height, things, reference, thing } = opened;
    const at = {
      reference: things[reference ?? -1] ?? frameIn(width, height, 0.25, 0.12),
      thing: things[thing ?? -1] ?? frameIn(width, height, 0.65, 0.2),
    };
    setAnswer(undefined);
    setPicture({ address: URL.createObjectURL(file), width, height, things });
    setCorners(at);
    if (reference !== undefined && thing !== undefined) measure(at);
  };
  const found = answer?.ok ? answer.found : undefined;
  return (
    <main className="place">
      <div className="place-head">
        <h1>Measured from a picture</h1>
        {picture ? <TakeOne text="Another picture …" onFile={take} /> : null}
      </div>
      {trouble ? (
        <p className="finding warning" role="alert">
          {trouble}
        </p>
      ) : null}
      {picture ? (
        <div className="photo">
          <PhotoPicture
            {...picture}
            corners={corners}
            names={{ reference: "What is known", thing: "What is measured" }}
            onMove={(which, four) => setCorners((was) => ({ ...was, [which]: four }))}
            onRest={(which, four) => measure({ ...corners, [which]: four })}
          />
          <div className="photo-words">
            <div className="fields">
              <div className="wide">
                <Choice
                  label="Beside it lies"
                  value={knownId}
                  options={KNOWN}
                  onChange={(value) => {
                    setKnown(value);
                    measure(corners, KNOWN.find((one) => one.value === value)?.size);
                  }}
                />
              </div>
              <div className="wide">
                <LengthField
                  label="How thick is what is measured"
                  mm={thickness}
                  bounds={{ ...THICKNESS_MM, min: 0.05 }}
                  about="What is thick is nearer to the lens, and looks larger: that is made up for."
                  onChange={(mm) => {
                    setThickness(mm);
                    measure(corners, known, mm);
                  }}
                />
              </div>
            </div>
            <Swap
              corners={corners}
              onSwap={() => {
                const at = { reference: corners.thing, thing: corners.reference };
                setCorners(at);
                measure(at);
              }}
            />
            {found && answer?.ok ? (
              <Found
                found={found}
                byHand={answer.byHand}
                thing={corners.thing}
                thickness={thickness}
                lift={thickness - known.thickness}
              />
            ) : (
              <p role="status">
                {answer && !answer.ok
                  ? answer.why
                  : "Put four corners on the card and four on the thing: then its size stands here."}
              </p>
            )}
          </div>
        </div>
      ) : (
        <Begin isBusy={isBusy} onFile={take} />
      )}
    </main>
  );
}

interface TakeOneProps {
  readonly text: string;
  readonly isMain?: boolean;
  readonly onFile: (file: File | undefined) => void;
}

/** A picture from a file, or from the camera where there is one. */
function TakeOne({ text, isMain = false, onFile }: TakeOneProps) {
  const input = useRef<HTMLInputElement>(null);
  return (
    <>
      <input
        ref={input}
        type="file"
        accept="image/png,image/jpeg"
        className="unseen"
        tabIndex={-1}
        aria-label="A picture"
        onChange={({ target }) => {
          onFile(target.files?.[0]);
          target.value = "";
        }}
      />
      <Button variant={isMain ? "contained" : "outlined"} onClick={() => input.current?.click()}>
        {text}
      </Button>
    </>
  );
}

const Begin = ({ isBusy, onFile }: { readonly isBusy: boolean; readonly onFile: TakeOneProps["onFile"] }) => (
  <div className="photo-begin" aria-busy={isBusy}>
    <svg viewBox="0 0 260 150" role="img" aria-label="A card and a thing on a table, seen from above">
      <rect width={260} height={150} fill="var(--bed)" />
      <path d="M24 48L92 42L98 86L28 93Z" fill="var(--slate-wash)" stroke="var(--slate)" strokeWidth={1.4} />
      <path d="M120 30L222 34L230 112L116 108Z" fill="var(--card)" stroke="var(--rust)" strokeWidth={1.4} />
      {["24 48", "92 42", "98 86", "28 93"].map((at) => (
        <circle key={at} cx={at.split(" ")[0]} cy={at.split(" ")[1]} r={3.4} fill="#fff" stroke="var(--slate)" />
      ))}
      {["120 30", "222 34", "230 112", "116 108"].map((at) => (
        <circle key={at} cx={at.split(" ")[0]} cy={at.split(" ")[1]} r={3.4} fill="#fff" stroke="var(--rust)" />
      ))}
    </svg>
    <div>
      <p>
        No ruler at hand? Lay the thing flat on a plain table, a bank or library card beside it, and take a picture from
        above. Its true size is found by the card. The picture stays on this machine.
      </p>
      <p>{isBusy ? "Looking at it …" : <TakeOne text="Choose a picture …" isMain onFile={onFile} />}</p>
    </div>
  </div>
);

function Swap({ corners, onSwap }: { readonly corners: Readonly<Record<Which, Four>>; readonly onSwap: () => void }) {
  return corners.reference.length < 4 ? null : (
    <Button size="small" onClick={onSwap}>
      It is the other way round: swap the two
    </Button>
  );
}

interface FoundProps {
  readonly found: PhotoFound;
  readonly byHand: boolean;
  readonly thing: Four;
  readonly thickness: number;
  readonly lift: number;
}

/** The size that was found, how sure it is, what speaks against it, and what can be done with it. */
function Found({ found, byHand, thing, thickness, lift }: FoundProps) {
  const display = useDisplay();
  const [name, setName] = useState("What was measured");
  const [traced, setTraced] = useState<{ readonly file: File; readonly wide: number }>();
  const size = sizeOf(found, thickness);
  return (
    <section className="photo-found" aria-label="What was found" aria-live="polite">
      <p className="figure-cut wide-size">
        {fine(found.width, display)} × {fine(found.height, display)}
      </p>
      <p>{spreadsOf(found, display)}</p>
      {found.misfit > MISFIT ? (
        <p className="finding warning" role="alert">
          The two do not look like rectangles on one table: one may be askew, bent, or lie higher than the other. Look
          at the corners, or take the picture anew.
        </p>
      ) : (
        <p className="all-well figure-note">Both lie on one table, with square corners.</p>
      )}
      {byHand ? <p className="figure-note">No edge was seen at some corners: they count as sure as a hand.</p> : null}
      {Math.abs(found.thicker) > 0.05 ? (
        <p className="figure-note">
          {fine(Math.abs(found.thicker), display)}{" "}
          {found.thicker < 0
            ? "are taken off its width, because its upper side lies nearer to the lens."
            : "are added to its width, because it lies lower than the upper side of what is known."}
        </p>
      ) : null}
      <NameField label="Called" name={name} onChange={setName} />
      <Uses name={name} found={found} size={size} />
      <Button
        onClick={() => {
          straightPhoto(found, thing, lift)
            .then(({ file, wide }) => setTraced({ file: new File([file], `${name}.png`, { type: "image/png" }), wide }))
            .catch(() => tellTrouble("The picture could not be set straight. Open it again."));
        }}
      >
        Trace its outline in true size …
      </Button>
      {traced ? (
        <Suspense>
          <TraceDialog
            picture={traced.file}
            width={found.width}
            trueWidth={traced.wide}
            onClose={() => setTraced(undefined)}
            onUse={(outline, wide) => {
              const k = wide / outline.width;
              const made = newOutline({ ...outline, width: wide, height: outline.height * k, name, from: "a picture" });
              setTraced(undefined);
              if (made) tellDone(`${name}: among your outlines.`, "Well", () => undefined);
              else tellTrouble("The shelf of outlines is full.");
            }}
          />
        </Suspense>
      ) : null}
    </section>
  );
}

const spreadsOf = (found: PhotoFound, display: Display): string =>
  `± ${fine(found.widthSpread, display)} and ± ${fine(found.heightSpread, display)}: in 95 of 100 no more than twice that off.`;

interface UsesProps {
  readonly name: string;
  readonly found: PhotoFound;
  readonly size: ReturnType<typeof sizeOf>;
}

/** What is done with a size: each on the safe side, so that the thing surely goes in. */
function Uses({ name, found, size }: UsesProps) {
  const display = useDisplay();
  const navigate = useNavigate();
  const { settings } = useSettings();
  const [search] = useSearchParams();
  const draft = useDrafts((s) => s.drafts.get(search.get("draft") ?? ""));
  const fits =
    size.width >= SIZE_MM.min && size.height >= SIZE_MM.min && size.width <= SIZE_MM.max && size.height <= SIZE_MM.max;
  if (!fits)
    return (
      <p className="finding warning" role="alert">
        Nothing of that size can be held: {formatSize(SIZE_MM.min, SIZE_MM.min, display)} to{" "}
        {formatSize(SIZE_MM.max, SIZE_MM.max, display)} is allowed.
      </p>
    );
  const contents = { ...size, name };
  const begin = (): void => {
    void freshDraft(isInInches(settings), settings.notch).then((fresh) => {
      const named = { ...fresh, name: `Holder for ${name.toLowerCase()}`.slice(0, 120) };
      const plain = without(named.spec.contents, "preset");
      const made = { ...named, spec: { ...named.spec, contents: { ...plain, ...contents } } };
      useDrafts.getState().put([made]);
      void navigate(`/draft/${made.id}/holders?stage=inside`);
    });
  };
  const put = (): void => {
    if (!draft) return;
    const plain = without(draft.spec.contents, "preset", "own", "pile", "shape", "amount");
    useDrafts
      .getState()
      .put([{ ...draft, changed: stamp(), spec: { ...draft.spec, contents: { ...plain, ...contents } } }]);
    void navigate(`/draft/${draft.id}/flat?stage=inside`);
  };
  const shelve = (kind: "contents" | "envelope") => (): void => {
    const id = crypto.randomUUID();
    const { width, height } = envelopeOf(found);
    const entry =
      kind === "contents" ? { kind, id, title: name, ...size } : ({ kind, id, title: name, width, height } as const);
    if (keepEntry(entry)) tellDone(`${name}: on the shelf.`, "Undo", () => dropEntry(entry));
    else tellTrouble("The shelf is full; take something off it first.");
  };
  return (
    <>
      <p className="figure-note">Taken as {formatSize(size.width, size.height, display)}, so that it surely goes in.</p>
      <div className="photo-uses">
        {draft ? (
          <Button variant="contained" onClick={put}>
            Put it into {draft.name}
          </Button>
        ) : (
          <Button variant="contained" onClick={begin}>
            See what could hold it
          </Button>
        )}
        <Button variant="outlined" onClick={shelve("contents")}>
          Keep it on the shelf
        </Button>
        <Button
          onClick={() => {
            shelve("envelope")();
            void navigate("/from-envelope", { state: { ...envelopeOf(found), truly: trulyOf(found) } });
          }}
        >
          It is an envelope: what card goes in?
        </Button>
      </div>
    </>
  );
}
