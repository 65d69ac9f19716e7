import {
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
import { memo, useMemo } from "react";
import { coloursOf } from "../../../drawing/colours.ts";
import { PictureView } from "../../../drawing/PictureView.tsx";
import { Choice } from "../../../parts/Choice.tsx";
import { LengthField } from "../../../parts/LengthField.tsx";
import { change, solutionOf } from "../../../store/openDraft.ts";
import { useDisplay } from "../../../store/settings.ts";
import { colour } from "../../../theme/theme.ts";

interface OfferProps {
  readonly form: Form;
  readonly solution: Solution;
  readonly spec: Spec;
  readonly reasons: readonly Reason[];
}

/** A form as it would come out for these very contents: drawn true, with its paper and why it stands where it does. */
const Offer = memo(function Offer({ form, solution, spec, reasons }: OfferProps) {
  const display = useDisplay();
  const chosen = form.id === spec.form;
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
        <PictureView picture={picture} label="" colours={coloursOf(spec)} weight={0.6} />
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
function Offers({ spec }: { readonly spec: Spec }) {
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
        return form ? <Offer key={id} form={form} solution={solution} spec={spec} reasons={reasons} /> : null;
      })}
    </div>
  );
}

const RULERS = [
  { value: "", text: "The board's own" },
  ...catalogue.rulers.map((r) => ({ value: r.id, text: r.title })),
];

const NOTCH_MM = { min: 2, max: 30 } as const;
const onNotch = (notch: number): void => {
  change({ method: { notch } });
};

/** The holder, and the tools it is made with. */
export function HolderStage({ spec }: { readonly spec: Spec }) {
  const board = find(catalogue.boards, spec.method.board);
  const boards = catalogue.boards
    .filter((b) => b.kind === spec.method.kind)
    .map((b) => ({ value: b.id, text: b.title }));
  return (
    <div className="fields">
      <Offers spec={spec} />
      <div className="wide">
        <Choice
          label="Board"
          value={spec.method.board}
          options={boards}
          onChange={(board) => {
            change({ method: { board } });
          }}
        />
      </div>
      <div className="wide">
        <Choice
          label="Ruler"
          value={spec.method.ruler ?? ""}
          options={RULERS}
          onChange={(ruler) => {
            change({ method: { ruler: ruler || undefined } });
          }}
        />
      </div>
      {board?.kind === "punch-board" ? (
        <div className="wide">
          <LengthField
            label="Its notch, edge to inner corner"
            mm={spec.method.notch ?? board.notch}
            bounds={NOTCH_MM}
            onChange={onNotch}
            about="Punch a scrap and measure: boards differ a little."
          />
        </div>
      ) : null}
    </div>
  );
}
