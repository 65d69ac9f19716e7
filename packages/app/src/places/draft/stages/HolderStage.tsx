import {
  type Board,
  catalogue,
  changed,
  closedPicture,
  find,
  type Form,
  formById,
  formatSize,
  forms,
  rank,
  type Reason,
  reasonWords,
  sayFinding,
  type Solution,
  type Spec,
} from "@cut-fold/core";
import ButtonBase from "@mui/material/ButtonBase";
import Button from "@mui/material/Button";
import { memo, useCallback, useMemo, useState } from "react";
import { coloursOf } from "../../../drawing/colours.ts";
import { PictureView } from "../../../drawing/PictureView.tsx";
import { Choice } from "../../../parts/Choice.tsx";
import { LengthField } from "../../../parts/LengthField.tsx";
import { useSettled } from "../../../parts/useSettled.ts";
import { change } from "../../../store/openDraft.ts";
import { solutionOf } from "../../../store/solutions.ts";
import { useDisplay } from "../../../store/settings.ts";
import { colour } from "../../../theme/theme.ts";

interface OfferProps {
  readonly form: Form;
  readonly solution: Solution;
  readonly chosen: boolean;
  readonly reasons: readonly Reason[];
}

/** A form as it would come out for these very contents: drawn true, with its paper and why it stands where it does. */
const Offer = memo(function Offer({ form, solution, chosen, reasons }: OfferProps) {
  const display = useDisplay();
  const picture = useMemo(() => closedPicture(solution), [solution]);
  const blank = solution.pieces[0]?.blank;
  const trouble = solution.findings.find((f) => f.severity === "error");
  if (!blank) return null;
  return (
    <ButtonBase
      className="offer"
      aria-pressed={chosen}
      onClick={() => {
        if (!chosen) change({ form: form.id, method: solution.spec.method });
      }}
    >
      <span className="offer-picture">
        <PictureView picture={picture} label="" colours={coloursOf(solution.spec)} weight={0.6} />
      </span>
      <span>
        <strong>{form.title}</strong>
        <span style={{ display: "block", fontWeight: 600 }}>{formatSize(blank.width, blank.height, display)}</span>
        {trouble ? (
          <span className="offer-about" style={{ color: colour.rust }}>
            {sayFinding(trouble, display)}
          </span>
        ) : (
          <span className="offer-about">
            {reasons.map((r) => reasonWords[r.code](r.facts)).join(". ") || form.about}
          </span>
        )}
      </span>
    </ButtonBase>
  );
});

/** Forms that hold the contents, the most sensible first; then the card itself, which holds nothing. */
const Offers = memo(function Offers({ spec, form: chosen }: { readonly spec: Spec; readonly form: string }) {
  const ranked = useMemo(() => rank(spec), [spec]);
  const others = useMemo(
    () =>
      forms
        .filter((form) => !ranked.some((r) => r.form === form.id))
        .flatMap((form) => {
          const read = form.id === spec.form ? { ok: true as const, value: spec } : changed(spec, { form: form.id });
          return read.ok ? [{ form: form.id, solution: solutionOf(read.value), reasons: [] }] : [];
        }),
    [spec, ranked],
  );
  return (
    <div className="wide offers">
      {[...ranked, ...others].map(({ form: id, solution, reasons }) => {
        const form = formById(id);
        return form ? (
          <Offer key={id} form={form} solution={solution} chosen={id === chosen} reasons={reasons} />
        ) : null;
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
  readonly spec: Spec;
  readonly board: Board;
  readonly onDone: () => void;
}

/** A form that this board cannot make says so, and which forms it can make. */
function NotOnThisBoard({ spec, board, onDone }: NotOnThisBoardProps) {
  const form = formById(spec.form);
  const able = forms.filter((f) => f.kind === form?.kind && f.methods.includes(board.kind));
  const why =
    board.kind === "punch-board"
      ? "its scores do not run at 45° from a notch"
      : "its scores run slantwise, and the grooves lie square to the stop";
  return (
    <div className="finding warning not-here" role="alert">
      <p>
        {form?.title ?? "This form"} cannot be made on a {board.title}: {why}.
        {able.length === 0 ? " No form of this kind can." : ""}
      </p>
      {able.slice(0, 3).map((f) => (
        <Button
          key={f.id}
          size="small"
          className="remedy"
          onClick={() => {
            change({ form: f.id, method: { kind: board.kind, board: board.id } });
            onDone();
          }}
        >
          Make it a {f.title.toLowerCase()}
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
  const settled = useSettled(spec, SETTLED_MS);
  const [refused, setRefused] = useState<string>();
  const other = refused === undefined ? undefined : find(catalogue.boards, refused);
  const choose = useCallback(
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
      <Offers spec={settled} form={form} />
      <div className="wide">
        <Choice label="Board" value={method.board} options={BOARDS} onChange={choose} />
        {other ? <NotOnThisBoard spec={spec} board={other} onDone={() => setRefused(undefined)} /> : null}
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
