import { catalogue, closedPicture, find, type Form, formatSize, forms, sayFinding, type Spec } from "@cut-fold/core";
import ButtonBase from "@mui/material/ButtonBase";
import { memo, useMemo } from "react";
import { coloursOf } from "../../../drawing/colours.ts";
import { PictureView } from "../../../drawing/PictureView.tsx";
import { Choice } from "../../../parts/Choice.tsx";
import { LengthField } from "../../../parts/LengthField.tsx";
import { change, changed, solutionOf } from "../../../store/openDraft.ts";
import { useDisplay } from "../../../store/settings.ts";
import { colour } from "../../../theme/theme.ts";

/** A form as it would come out for these very contents: drawn true, with its paper and whether the sheet in hand serves. */
const FormOffer = memo(function FormOffer({ form, spec }: { readonly form: Form; readonly spec: Spec }) {
  const display = useDisplay();
  const chosen = form.id === spec.form;
  const solution = useMemo(() => {
    const read = chosen ? { ok: true as const, value: spec } : changed(spec, { form: form.id });
    return read.ok ? solutionOf(read.value) : undefined;
  }, [form, spec, chosen]);
  const picture = useMemo(() => solution && closedPicture(solution), [solution]);
  const blank = solution?.pieces[0]?.blank;
  if (!solution || !picture || !blank) return null;
  const trouble = solution.findings.find((f) => f.severity === "error");
  return (
    <ButtonBase
      className="offer"
      aria-pressed={chosen}
      onClick={() => {
        if (!chosen) change({ form: form.id });
      }}
    >
      <span className="offer-picture">
        <PictureView picture={picture} label="" colours={coloursOf(spec)} weight={0.6} />
      </span>
      <span>
        <strong>{form.title}</strong>
        <span className="offer-about">{form.about}</span>
        <span style={{ fontWeight: 600 }}>{formatSize(blank.width, blank.height, display)}</span>
        {trouble ? (
          <span className="offer-about" style={{ color: colour.rust }}>
            {sayFinding(trouble, display)}
          </span>
        ) : spec.sheet ? (
          <span className="offer-about">Comes out of the sheet in hand.</span>
        ) : null}
      </span>
    </ButtonBase>
  );
});

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
      <div className="wide offers">
        {forms.map((form) => (
          <FormOffer key={form.id} form={form} spec={spec} />
        ))}
      </div>
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
