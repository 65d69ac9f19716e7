/** The maker's own order, always in view: Inside, Holder, Paper, Details. One stands open, the others say what was chosen. */
import {
  catalogue,
  type Draft,
  find,
  formatLength,
  formatSize,
  formById,
  settingMeta,
  settingsOf,
  type Display,
  type Solution,
  type Spec,
} from "@cut-fold/core";
import ButtonBase from "@mui/material/ButtonBase";
import { memo, type ReactNode } from "react";
import { describe, beginGesture, endGesture } from "../../store/openDraft.ts";
import { useDisplay } from "../../store/settings.ts";
import { DetailsStage } from "./stages/DetailsStage.tsx";
import { HolderStage } from "./stages/HolderStage.tsx";
import { InsideStage } from "./stages/InsideStage.tsx";
import { PaperStage } from "./stages/PaperStage.tsx";

export const STAGES = ["inside", "holder", "paper", "details"] as const;
export type Stage = (typeof STAGES)[number];
const TITLES: Readonly<Record<Stage, string>> = {
  inside: "Inside",
  holder: "Holder",
  paper: "Paper",
  details: "Details",
};

function detailsSaid(spec: Spec, display: Display): string {
  const form = formById(spec.form);
  return (form ? settingsOf(form) : [])
    .map(([name, schema]) => {
      const { label, options } = settingMeta(schema);
      const value = spec.settings[name];
      if (options) return options[String(value)] ?? "";
      return `${label.toLowerCase()} ${typeof value === "number" ? formatLength(value, display) : "as needed"}`;
    })
    .join(" · ");
}

function said(stage: Stage, spec: Spec, display: Display): string {
  if (stage === "inside")
    return `${spec.contents.name ?? "Card"}, ${formatSize(spec.contents.width, spec.contents.height, display)}, ${formatLength(spec.contents.thickness, display)} thick · ${String(spec.quantity)} to make`;
  if (stage === "holder")
    return `${formById(spec.form)?.title ?? ""} · ${find(catalogue.boards, spec.method.board)?.title ?? ""}`;
  if (stage === "details") return detailsSaid(spec, display);
  const sheet = spec.sheet;
  const named =
    sheet?.preset === undefined ? undefined : find([...catalogue.sheets, ...catalogue.mats], sheet.preset)?.title;
  return [
    spec.stock.title ?? `${String(spec.stock.weight)} g/m²`,
    sheet ? `from ${named ?? formatSize(sheet.width, sheet.height, display)}` : "",
  ]
    .filter(Boolean)
    .join(" · ");
}

interface StagesRailProps {
  readonly draft: Draft;
  readonly solution: Solution;
  readonly open: Stage;
  readonly onOpen: (stage: Stage) => void;
}

export const StagesRail = memo(function StagesRail({ draft, solution, open, onOpen }: StagesRailProps) {
  const display = useDisplay();
  const bodies: Readonly<Record<Stage, () => ReactNode>> = {
    inside: () => <InsideStage spec={draft.spec} />,
    holder: () => <HolderStage spec={draft.spec} />,
    paper: () => <PaperStage spec={draft.spec} />,
    details: () => <DetailsStage spec={draft.spec} solution={solution} />,
  };
  return (
    <nav className="rail stages" aria-label="Stages">
      <NameField name={draft.name} />
      {STAGES.map((stage, i) => (
        <section key={stage} className={stage === open ? "stage open" : "stage"}>
          <StageHead stage={stage} number={i + 1} open={stage === open} onOpen={onOpen} />
          <div id={`stage-${stage}`} className="stage-body">
            {stage === open ? bodies[stage]() : <p>{said(stage, draft.spec, display)}</p>}
          </div>
        </section>
      ))}
    </nav>
  );
});

const NameField = memo(function NameField({ name }: { readonly name: string }) {
  return (
    <textarea
      rows={1}
      className="draft-name"
      aria-label="Name of the draft"
      value={name}
      maxLength={120}
      onFocus={beginGesture}
      onKeyDown={(event) => {
        if (event.key === "Enter") {
          event.preventDefault();
          event.currentTarget.blur();
        }
      }}
      onChange={(event) => {
        describe({ name: event.target.value.replace(/\s*\n\s*/gu, " ") });
      }}
      onBlur={(event) => {
        if (event.target.value.trim() === "") describe({ name: "Draft without a name" });
        endGesture();
      }}
    />
  );
});

interface StageHeadProps {
  readonly stage: Stage;
  readonly number: number;
  readonly open: boolean;
  readonly onOpen: (stage: Stage) => void;
}

const StageHead = memo(function StageHead({ stage, number, open, onOpen }: StageHeadProps) {
  return (
    <ButtonBase
      className="stage-head"
      aria-expanded={open}
      aria-controls={`stage-${stage}`}
      onClick={() => {
        onOpen(stage);
      }}
    >
      <span className="stage-number">{number}</span>
      <span className="stage-title">{TITLES[stage]}</span>
    </ButtonBase>
  );
});
