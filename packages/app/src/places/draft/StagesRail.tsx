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
  toolTitle,
  type Drawing,
  type Spec,
} from "@cut-fold/core";
import { memo, type ReactNode, useState } from "react";
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

/** What was chosen in a stage that is closed. Each is given no more of the recipe than it tells, so that the others keep still. */
const InsideSaid = memo(function InsideSaid({ contents, quantity }: Pick<Spec, "contents" | "quantity">) {
  const display = useDisplay();
  const { name = "Card", width, height, thickness } = contents;
  return (
    <span className="stage-said">{`${name}, ${formatSize(width, height, display)}, ${formatLength(thickness, display)} thick · ${String(quantity)} to make`}</span>
  );
});

const HolderSaid = memo(function HolderSaid({ form, method }: Pick<Spec, "form" | "method">) {
  return <span className="stage-said">{`${formById(form)?.title ?? ""} · ${toolTitle(method)}`}</span>;
});

const PaperSaid = memo(function PaperSaid({ stock, sheet }: Pick<Spec, "stock" | "sheet">) {
  const display = useDisplay();
  const named =
    sheet?.preset === undefined ? undefined : find([...catalogue.sheets, ...catalogue.mats], sheet.preset)?.title;
  return (
    <span className="stage-said">
      {[
        stock.title ?? `${String(stock.weight)} g/m²`,
        sheet ? `from ${named ?? formatSize(sheet.width, sheet.height, display)}` : "",
      ]
        .filter(Boolean)
        .join(" · ")}
    </span>
  );
});

const DetailsSaid = memo(function DetailsSaid({ form, settings }: Pick<Spec, "form" | "settings">) {
  const display = useDisplay();
  const known = formById(form);
  return (
    <span className="stage-said">
      {(known ? settingsOf(known) : [])
        // a line of the maker's own has no words: the choice beside it says that it is one
        .filter(([, schema]) => settingMeta(schema).kind !== "drawn")
        .map(([name, schema]) => {
          const { label, options } = settingMeta(schema);
          const value = settings[name];
          if (options) return options[String(value)] ?? "";
          return `${label.toLowerCase()} ${typeof value === "number" ? formatLength(value, display) : "as needed"}`;
        })
        .join(" · ")}
    </span>
  );
});

interface StagesRailProps {
  readonly draft: Draft;
  readonly solution: Drawing;
  readonly open: Stage;
  readonly onOpen: (stage: Stage) => void;
}

export const StagesRail = memo(function StagesRail({ draft, solution, open, onOpen }: StagesRailProps) {
  const { spec } = draft;
  const { contents, quantity, form, method, stock, sheet, settings } = spec;
  const bodies: Readonly<Record<Stage, { readonly open: () => ReactNode; readonly closed: () => ReactNode }>> = {
    inside: {
      open: () => <InsideStage contents={contents} quantity={quantity} form={form} follows={draft.holds} />,
      closed: () => <InsideSaid contents={contents} quantity={quantity} />,
    },
    holder: {
      open: () => <HolderStage id={draft.id} spec={spec} solution={solution} />,
      closed: () => <HolderSaid form={form} method={method} />,
    },
    paper: {
      open: () => <PaperStage spec={spec} />,
      closed: () => <PaperSaid stock={stock} sheet={sheet} />,
    },
    details: {
      open: () => <DetailsStage spec={spec} solution={solution} />,
      closed: () => <DetailsSaid form={form} settings={settings} />,
    },
  };
  return (
    <nav className="rail stages" aria-label="Stages">
      <h2 className="unseen">Stages</h2>
      <NameField name={draft.name} />
      {STAGES.map((stage, i) => (
        <section key={stage} className={stage === open ? "stage open" : "stage"}>
          <StageHead stage={stage} number={i + 1} open={stage === open} onOpen={onOpen}>
            {stage === open ? null : bodies[stage].closed()}
          </StageHead>
          <div id={`stage-${stage}`} className="stage-body" hidden={stage !== open}>
            {stage === open ? bodies[stage].open() : null}
          </div>
        </section>
      ))}
    </nav>
  );
});

/** A draft's name; left empty it keeps the one it had. */
const NameField = memo(function NameField({ name }: { readonly name: string }) {
  const [typed, setTyped] = useState<string>();
  return (
    <textarea
      rows={1}
      className="draft-name"
      aria-label="Name of the draft"
      value={typed ?? name}
      maxLength={120}
      onFocus={beginGesture}
      onKeyDown={(event) => {
        if (event.key === "Enter") {
          event.preventDefault();
          event.currentTarget.blur();
        }
      }}
      onChange={(event) => {
        const text = event.target.value.replace(/\s*\n\s*/gu, " ");
        setTyped(text);
        if (text.trim() !== "") describe({ name: text });
      }}
      onBlur={() => {
        endGesture();
        setTyped(undefined);
      }}
    />
  );
});

interface StageHeadProps {
  readonly stage: Stage;
  readonly number: number;
  readonly open: boolean;
  readonly onOpen: (stage: Stage) => void;
  /** what was chosen in it, while it is closed */
  readonly children?: ReactNode;
}

const StageHead = memo(function StageHead({ stage, number, open, onOpen, children }: StageHeadProps) {
  return (
    <button
      type="button"
      className="stage-head"
      aria-expanded={open}
      aria-controls={`stage-${stage}`}
      onClick={() => {
        onOpen(stage);
      }}
    >
      <span className="stage-number">{number}</span>
      <span className="stage-title">{TITLES[stage]}</span>
      {children}
    </button>
  );
});
