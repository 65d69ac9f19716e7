import {
  type Board,
  catalogue,
  find,
  formById,
  formatSize,
  isUsual,
  loadForms,
  type Offer as OfferOf,
  type Purpose,
  PURPOSES,
  reasonWords,
  sayFinding,
  settingMeta,
  settingsOf,
  type Spec,
} from "@cut-fold/core";
import ButtonBase from "@mui/material/ButtonBase";
import Button from "@mui/material/Button";
import { memo, useCallback, useState } from "react";
import { useNavigate } from "react-router";
import { coloursOf } from "../../../drawing/colours.ts";
import { PictureView } from "../../../drawing/PictureView.tsx";
import { Choice } from "../../../parts/Choice.tsx";
import { LengthField } from "../../../parts/LengthField.tsx";
import { useSettled } from "../../../parts/useSettled.ts";
import { chooseNothing } from "../../../store/chosen.ts";
import { makeDraft, useDrafts } from "../../../store/drafts.ts";
import { nameFor } from "../../../store/naming.ts";
import { change, undo, useOpenDraft } from "../../../store/openDraft.ts";
import { tell, tellDone } from "../../../parts/tell.tsx";
import { useDisplay } from "../../../store/settings.ts";
import { colour } from "../../../theme/theme.ts";
import { type Offers as Known, useOffers } from "../../../store/useOffers.ts";

interface OfferProps {
  readonly offer: OfferOf;
  readonly chosen: boolean;
}

/** What the maker had set and the new form does not have: told, with a way back. */
function fellAway(was: Spec, now: Spec): string[] {
  const [before, after] = [formById(was.form), formById(now.form)];
  if (!before || !after) return [];
  const kept = new Set(settingsOf(after).map(([name]) => name));
  const lost = settingsOf(before).flatMap(([name, schema]) =>
    kept.has(name) || isUsual(schema, was.settings[name]) ? [] : [settingMeta(schema).label.toLowerCase()],
  );
  const laid = (was.fittings?.length ?? 0) - (now.fittings?.length ?? 0);
  return laid > 0 ? [...lost, laid === 1 ? "what lay on it" : `${String(laid)} things that lay on it`] : lost;
}

/** Takes a form in place of the one there is; what only goes with a holder, a mask or a liner, becomes a draft beside it. */
async function choose({ form, spec }: OfferOf, navigate: (to: string) => unknown): Promise<void> {
  await loadForms([form]);
  const { draft } = useOpenDraft.getState();
  const isPart = (id: string): boolean => formById(id)?.purpose === "part";
  if (draft && isPart(form) && !isPart(draft.spec.form)) {
    const beside = makeDraft(nameFor(spec), spec, { tags: draft.tags });
    useDrafts.getState().put([beside]);
    tell(`A draft of its own, beside “${draft.name}”.`);
    void navigate(`/draft/${beside.id}/flat?stage=details`);
    return;
  }
  change({ form, method: spec.method });
  chooseNothing();
  const now = useOpenDraft.getState().draft;
  const lost = draft && now ? fellAway(draft.spec, now.spec) : [];
  if (lost.length > 0) tellDone(`This form has no place for: ${lost.join(", ")}.`, "Take the old form back", undo);
}

/** A form as it would come out for these very contents: drawn true, with its paper and why it stands where it does. */
const Offer = memo(function Offer({ offer, chosen }: OfferProps) {
  const display = useDisplay();
  const navigate = useNavigate();
  const { title, about, blank, picture, reasons, trouble, spec } = offer;
  return (
    <ButtonBase
      className="offer"
      aria-pressed={chosen}
      onClick={() => {
        if (!chosen) void choose(offer, navigate);
      }}
    >
      <span className="offer-picture">
        <PictureView picture={picture} label="" colours={coloursOf(spec)} weight={0.6} />
      </span>
      <span>
        <strong>{title}</strong>
        <span style={{ display: "block", fontWeight: 600 }}>{formatSize(blank.width, blank.height, display)}</span>
        {trouble ? (
          <span className="offer-about" style={{ color: colour.rust }}>
            {sayFinding(trouble, display)}
          </span>
        ) : (
          <span className="offer-about">{reasons.map((r) => reasonWords[r.code](r.facts)).join(". ") || about}</span>
        )}
      </span>
    </ButtonBase>
  );
});

const PURPOSE_TITLES: Readonly<Record<Purpose, string>> = {
  envelope: "Envelopes",
  pocket: "Pockets",
  band: "Bands",
  treat: "For treats",
  card: "The card itself",
  part: "What goes with it",
};

/** Forms by what they are for, the most sensible first; what serves the same purpose as the chosen one stands before all. */
const Offers = memo(function Offers({ offers, failed, form: chosen }: Known & { readonly form: string }) {
  if (failed)
    return (
      <p className="wide" role="alert">
        The other forms could not be drawn. Once the server runs, open this stage again.
      </p>
    );
  if (!offers) return <p className="wide offers-wait">Drawing every form …</p>;
  const own = formById(chosen)?.purpose;
  const inOrder = [...PURPOSES].sort((a, b) => Number(b === own) - Number(a === own));
  return (
    <div className="wide offers">
      {inOrder.map((purpose) => {
        const alike = offers.filter((offer) => offer.purpose === purpose);
        return alike.length === 0 ? null : (
          <section key={purpose} aria-label={PURPOSE_TITLES[purpose]}>
            <h4>{PURPOSE_TITLES[purpose]}</h4>
            {alike.map((offer) => (
              <Offer key={offer.form} offer={offer} chosen={offer.form === chosen} />
            ))}
          </section>
        );
      })}
    </div>
  );
});

/** ms without a change after which every form is drafted anew: while a figure is dragged the drawing alone follows */
const SETTLED_MS = 120;

const RULERS = [
  { value: "", text: "The board's own" },
  ...catalogue.rulers.map((r) => ({ value: r.id, text: r.title })),
];

const BOARD_GROUPS = { "punch-board": "45° punch boards", "scoring-board": "Scoring boards" } as const;
const BOARDS = catalogue.boards.map((b) => ({ value: b.id, text: b.title, group: BOARD_GROUPS[b.kind] }));

interface NotOnThisBoardProps {
  readonly form: string;
  readonly board: Board;
  readonly offers: Known["offers"];
  readonly onDone: () => void;
}

/** A form that this board cannot make says so, and which others of its purpose it can make. */
function NotOnThisBoard({ form: id, board, offers, onDone }: NotOnThisBoardProps) {
  const form = formById(id);
  const able = offers?.filter((o) => o.purpose === form?.purpose && o.form !== id && o.spec.method.kind === board.kind);
  const why =
    board.kind === "punch-board"
      ? "its scores do not run at 45° from a notch"
      : "its scores run slantwise, and the grooves lie square to the stop";
  return (
    <div className="finding warning not-here" role="alert">
      <p>
        {form?.title ?? "This form"} cannot be made on a {board.title}: {why}.
        {able?.length === 0 ? " No form of this kind can." : ""}
      </p>
      {able?.slice(0, 3).map((o) => (
        <Button
          key={o.form}
          size="small"
          className="remedy"
          onClick={() => {
            void loadForms([o.form]).then(() => {
              change({ form: o.form, method: { kind: board.kind, board: board.id } });
              onDone();
            });
          }}
        >
          Make it a {o.title.toLowerCase()}
        </Button>
      ))}
    </div>
  );
}

const NOTCH_MM = { min: 2, max: 30 } as const;
const onNotch = (notch: number): void => {
  change({ method: { notch } });
};

const onRuler = (ruler: string): void => {
  change({ method: { ruler: ruler || undefined } });
};

/** The holder, and the tools it is made with. */
export function HolderStage({ spec }: { readonly spec: Spec }) {
  const { form, method } = spec;
  const board = find(catalogue.boards, method.board);
  const { offers, failed } = useOffers(useSettled(spec, SETTLED_MS));
  const [refused, setRefused] = useState<string>();
  const other = refused === undefined ? undefined : find(catalogue.boards, refused);
  const chooseBoard = useCallback(
    (id: string): void => {
      const chosen = find(catalogue.boards, id);
      const makes = chosen && formById(form)?.methods.includes(chosen.kind);
      setRefused(makes ? undefined : id);
      if (makes) change({ method: { kind: chosen.kind, board: id } });
    },
    [form],
  );
  return (
    <div className="fields">
      <Offers offers={offers} failed={failed} form={form} />
      <div className="wide">
        <Choice label="Board" value={method.board} options={BOARDS} onChange={chooseBoard} />
        {other ? (
          <NotOnThisBoard form={form} board={other} offers={offers} onDone={() => setRefused(undefined)} />
        ) : null}
      </div>
      <div className="wide">
        <Choice label="Ruler" value={method.ruler ?? ""} options={RULERS} onChange={onRuler} />
      </div>
      {board?.kind === "punch-board" ? (
        <div className="wide">
          <LengthField
            label="Its notch, edge to inner corner"
            mm={method.notch ?? board.notch}
            bounds={NOTCH_MM}
            onChange={onNotch}
            about="Punch a scrap and measure: boards differ a little."
          />
        </div>
      ) : null}
    </div>
  );
}
